import { isEnd, isFate, planCourse, tellsFrom, type Course, type CourseEvent, type CoursePlan, type PlannedJob } from '../course/index.ts'
import { midway, shouldTakeHere, type CountedPair, type JarCount, type Midway } from '../efficacy/index.ts'
import { growthOver } from '../level/index.ts'
import { cameFrom, growthBy, hendersonTilton, ratioTaken, type Sampled } from '../review/index.ts'
import type { Estimate } from '../count/index.ts'
import { limitOf } from '../judge/index.ts'
import { outcomeOf, type Outcome } from '../outcome/index.ts'
import { CAUSES, phaseAt, type CauseKey, type KeeperFacts, type OwnSheet } from '../situation/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../time/index.ts'
import { knowOwn, treatmentFrom, treatmentOf, type Treatment } from '../treatments/index.ts'
import { plain, plural, small } from '../units/index.ts'
import { ABOUT, jarOf, jarsAround, othersIn, othersOf, outsideAround, sameUntil, untreatedAround, type Neighbour } from './neighbours.ts'
import type { ColonyRecord, CountRecord, CourseRecord, EventRecord, YardRecord } from './records.ts'
import { standingEvents } from './standing.ts'

/** A kept course as it stands today. */
export interface CourseState {
  readonly record: CourseRecord
  readonly treatment: Treatment
  /** What it was planned on, and what happened since, as planning takes them. */
  readonly plan: CoursePlan
  readonly happened: readonly CourseEvent[]
  readonly course: Course
  /** Events that stand: neither superseded nor taken back. */
  readonly events: readonly EventRecord[]
  readonly cancelled: boolean
  /** Something was given, whatever came of it. */
  readonly given: boolean
  /** The actual first dose, else the planned start. */
  readonly startedOn: Day
  /** Nothing has been given yet. */
  readonly planned: boolean
  /** Given and not over. */
  readonly running: boolean
  /** Begun, or chosen, and left standing for so long that it can no longer do its work; null where it is not. Nothing else waits for it. */
  readonly left: Left | null
  readonly recount: CountRecord | null
  readonly outcome: Outcome | null
  /** The two counts as they stand, beside that; null where they do not compare. */
  readonly asCounted: AsCounted | null
  /** What shows that mites came from outside between its two counts, said; null where nothing does. */
  readonly fromOutside: string | null
  /** What a count in its middle says of it; null where none was made, or none compares with the one before. */
  readonly midway: Midway | null
}

/** What a course took as it was counted, with nothing allowed for but what stood untreated beside it. */
export interface AsCounted {
  /** 1 minus the ratio of the two rates; null where nothing was found before. */
  readonly ratio: Estimate | null
  /** Corrected by colonies of the yard that were left untreated meanwhile; null where none were counted on about the same days. */
  readonly corrected: Estimate | null
  readonly untreated: number
  readonly text: string
}

/** A course that was left standing: the last that was done of it, null where nothing was, and the job that never came. */
export interface Left {
  readonly lastOn: Day | null
  readonly job: PlannedJob
}

/** Days after its window in which a round that was never given, or a first dose, may still come (a guess): after that it is another course. */
const STILL = 21
/** What waits for a round that never came; what hangs in a hive is never left, since it has to come out. */
function leftStanding(course: Course, today: Day): Left | null {
  if ((course.inside ?? 0) > 0 || course.endedOn !== null) return null
  const job = course.jobs.find((j) => j.job === 'dose' && j.state === 'open')
  if (!job || addDays(laterOf(job.latest, job.setFor ?? job.latest), STILL) >= today) return null
  return { job, lastOn: course.jobs.findLast((j) => j.job === 'dose' && j.doneOn !== null)?.doneOn ?? null }
}

/** Days after the last day for the count in which one still answers the course (a guess). */
const TELLS_UNTIL = 28
/** Days after its window in which a look is still asked for (a guess). */
const LOOKS_UNTIL = 42
/**
 * The count that answers the course: one made for it, or one from the day its window opened; by the method of the count before,
 * where there is such a one, since only that says how much was taken.
 */
function recountFor(record: CourseRecord, colony: Pick<ColonyRecord, 'counts'>, course: Course): CountRecord | null {
  const job = course.jobs.find((j) => j.job === 'recount')
  if (!job) return null
  const lastDose = course.jobs.filter((j) => j.job === 'dose' && j.doneOn).reduce((last, j) => laterOf(last, j.doneOn ?? last), record.startOn)
  // A count long after it tells of what came since.
  const until = addDays(job.latest, TELLS_UNTIL)
  const after = colony.counts.filter((c) => c.onDay > lastDose && (c.courseId === record.id || (c.onDay >= job.earliest && c.onDay <= until)))
  return after.find((c) => c.method === record.facts.before.method) ?? after[0] ?? null
}

/** The newest count of the middle of a course: late enough to tell of it, and before the one that answers it. */
function midwayFor(record: CourseRecord, colony: Pick<ColonyRecord, 'counts'>, course: Course): CountRecord | null {
  const treatment = treatmentOfCourse(record)
  const from = treatment ? tellsFrom(treatment, course.pattern) : null
  const first = course.jobs.find((j) => j.job === 'dose' && j.doneOn !== null)?.doneOn
  if (from === null || !first) return null
  const [opens, ends] = [addDays(first, from), course.jobs.find((j) => j.job === 'recount')?.earliest]
  return colony.counts.findLast((c) => c.onDay >= opens && (ends === undefined || c.onDay < ends)) ?? null
}

/** What surrounds a colony: its yard, and what its keeper judges by. Left out where only the plan is asked for. */
export interface Around {
  readonly yard?: Pick<YardRecord, 'hemisphere' | 'normals' | 'phase' | 'weather' | 'colonies'>
  readonly keeper?: Pick<KeeperFacts, 'school' | 'limits'>
}

/** A count against the one a course was chosen on, by one method; null where they do not compare. */
function pairOf(record: CourseRecord, colony: Seen, count: CountRecord | null, { yard }: Around): Pair | null {
  const { before, colony: facts, hemisphere = 'north' } = record.facts
  const { mites, bees, method, countedOn } = before
  if (!count || mites === null || bees === null || method !== count.method) return null
  const after = jarOf(count)
  if (after.bees === 0) return null
  const date = countedOn ?? record.startOn
  const recovery = colony.counts.find((c) => c.onDay === date && c.method === method)?.recovery ?? null
  const others = yard ? othersIn(colony.id, yard.colonies) : []
  const outside = outsideAround(others, date, after.date)
  const jar = { mites, bees, recovery, date }
  const season = { hemisphere: yard?.hemisphere ?? hemisphere, normals: yard?.normals ?? [], phase: yard?.phase ?? null, colony: facts }
  const untreated = untreatedAround(others, jar, after, count.method)
  return {
    before: jar,
    after,
    season,
    untreated,
    // Colonies that were left untreated beside it tell how it would have grown.
    ...(untreated && untreated.before.mites > 0 ? { growth: growthBy(untreated, growthOver(season, date, after.date)) } : {}),
    others: jarsAround(others, date),
    ...(outside ? { outside } : {}),
  }
}

function midwayOf(record: CourseRecord, treatment: Treatment, course: Course, pair: CountedPair | null): Midway | null {
  const start = course.jobs.find((j) => j.job === 'dose' && j.doneOn !== null)?.doneOn
  return pair && start ? midway(pair, treatment, { start, of: course.pattern.days.least }) : null
}

type Pair = CountedPair & { readonly untreated: ReturnType<typeof untreatedAround> }

function takenBy(treatment: Treatment, pair: Pair | null, { facts }: CourseRecord, startOn: Day, { keeper, yard }: Around): Outcome | null {
  if (!pair || treatment.way === 'waiting') return null
  const limit = keeper ? limitOf(keeper, phaseAt(pair.season, pair.after.date)) : null
  const { colony, rules } = facts
  // What it should take in the days it had: those that were observed, and else what is usual there.
  const should = shouldTakeHere(treatment, { colony, rules, startOn, history: [], weather: yard?.weather ?? [], normals: yard?.normals ?? [] })
  return outcomeOf(pair, treatment, limit && (limit.mites / limit.bees) * 100, should)
}
/** "75 % fewer (39 % to 97 % fewer)", or that there were more. */
const fewer = (share: number): string => `${plain(Math.abs(share) * 100, 0)} % ${share < 0 ? 'more' : 'fewer'}`
const sayTaken = ({ estimate, low, high }: Estimate): string => `${fewer(estimate)} (likely ${fewer(low)} to ${fewer(high)})`

function asCounted(pair: Pair | null): AsCounted | null {
  if (!pair) return null
  const as = ({ date, mites, bees }: JarCount): Sampled => ({ date, mites, exposure: bees })
  const treated = { before: as(pair.before), after: as(pair.after) }
  const { untreated } = pair
  const [ratio, corrected, many] = [ratioTaken(treated), untreated ? hendersonTilton(treated, untreated) : null, untreated?.colonies ?? 0]
  const beside = corrected ? `; corrected by ${plural(many, 'untreated colony', 'untreated colonies')} of its yard ${sayTaken(corrected)}` : ''
  const text = ratio ? `As counted, nothing allowed for: ${sayTaken(ratio)}${beside}.` : 'None were found before.'
  return { ratio, corrected, untreated: many, text }
}

/** What the others of its yard show of mites that came from outside between two counts, said; null where they show none. */
function sayOutside({ untreated, outside }: Pair): string | null {
  const rose = untreated && cameFrom(untreated)
  if (rose) return rose
  return outside ? 'Treated neighbours rose faster than mites breed meanwhile: mites came from outside.' : null
}

/** The reason its keeper found for what it did not take: that its mites withstand it before all others. */
export const whyOf = ({ events }: Pick<CourseState, 'events'>): CauseKey | null => {
  const found = CAUSES.filter((cause) => events.some((e) => e.kind === 'why-noted' && e.why?.cause === cause && e.why.found === 'suspect'))
  return found.includes('resistance') ? 'resistance' : (found[0] ?? null)
}

/** So many times as many bees are tried: more than that nobody washes. */
const TIMES = [2, 3, 4, 6, 8] as const
/** Of a course that two jars are too few to tell: so many times as many bees, before and after, with which the same shares would; null where none of them would. */
export function timesToTell(course: CourseState, colony: ColonyRecord, yard: YardRecord): number | null {
  const around = { yard }
  const pair = pairOf(course.record, colony, course.recount, around)
  if (!pair || course.outcome?.verdict !== 'unclear') return null
  const more = (jar: JarCount, times: number): JarCount => ({ ...jar, mites: jar.mites * times, bees: jar.bees * times })
  const told = (times: number) =>
    takenBy(course.treatment, { ...pair, before: more(pair.before, times), after: more(pair.after, times) }, course.record, course.startedOn, around)
  return TIMES.find((times) => told(times)?.verdict !== 'unclear') ?? null
}

/** The standing events of a course as planning takes them. */
const asHappened = (events: readonly EventRecord[]): CourseEvent[] =>
  events
    .filter((e) => e.kind !== 'taken-back')
    .map(({ kind, job, n, happenedOn, amount, reason }) => ({
      kind: kind as CourseEvent['kind'],
      job,
      n,
      on: happenedOn,
      amount,
      reason: reason ?? null,
    }))

/** What of a course is no longer asked for: a count that would tell of something else by now, and a look for eggs where she was seen to lay since. */
function lapsed(course: Course, look: Seen['look'], today: Day): Course {
  const over = (j: PlannedJob): boolean =>
    (j.job === 'recount' && addDays(j.latest, TELLS_UNTIL) < today) ||
    // A look that nobody made in all this time tells of something else by now.
    (['prepare', 'check', 'queen-check', 'midway', 'put-back'].includes(j.job) && addDays(j.latest, LOOKS_UNTIL) < today) ||
    (j.job === 'queen-check' && look != null && look.queen === 'laying' && look.onDay >= j.earliest)
  if (!course.jobs.some((j) => j.state === 'open' && over(j))) return course
  return { ...course, jobs: course.jobs.map((j) => (j.state === 'open' && over(j) ? { ...j, state: 'passed' as const } : j)) }
}

/** What is known of the colony that its courses read: its counts, and its newest look where there is one. */
type Seen = Pick<ColonyRecord, 'counts'> &
  Partial<Pick<ColonyRecord, 'id'>> & { readonly look?: Pick<NonNullable<ColonyRecord['look']>, 'queen' | 'onDay'> | null }

const bySheets = new WeakMap<OwnSheet, Treatment>()
/** What is given in a course; of a treatment of the keeper's own as its sheet was when it was chosen. */
function treatmentOfCourse({ treatment, facts: { own } }: Pick<CourseRecord, 'treatment' | 'facts'>): Treatment | null {
  if (!own) return treatmentOf(treatment)
  const kept = bySheets.get(own) ?? treatmentFrom(own)
  bySheets.set(own, kept)
  // A sheet that is gone from the rules is still known by what was given.
  if (!treatmentOf(treatment)) knowOwn([own])
  return kept
}

/** Plans a kept course anew from its pattern and what happened, as of `today`. */
export const courseState = (record: CourseRecord, colony: Seen, today: Day, around: Around = {}): CourseState =>
  stateAndReach(record, colony, today, around).state

/** The same, with how far it has read what the other colonies of its yard were counted and given: up to a day; null for not at all. */
function stateAndReach(
  record: CourseRecord,
  colony: Seen,
  today: Day,
  around: Around,
): { readonly state: CourseState; readonly readsUntil: Day | null } {
  const treatment = treatmentOfCourse(record)
  if (!treatment) throw new Error(`no treatment ${record.treatment}`)
  const events = standingEvents(record.events)
  const what = asHappened(events)
  const plan = {
    treatment,
    start: record.startOn,
    latestStart: record.latestStart,
    facts: record.facts,
    recountBy: record.facts.recountBy,
    weather: around.yard?.weather ?? [],
  }
  const first = planCourse(plan, what, today)
  const cancelled = events.some((e) => e.kind === 'cancelled')
  const ended = cancelled || what.some((e) => isFate(e.kind) && isEnd(e.kind))
  const recount = ended ? null : recountFor(record, colony, first)
  const halfway = recount || ended ? null : midwayFor(record, colony, first)
  const counted = (job: 'recount' | 'midway', on: Day): CourseEvent => ({ kind: 'done', job, n: 1, on, amount: null })
  const whole = [...what, ...(halfway ? [counted('midway', halfway.onDay)] : []), ...(recount ? [counted('recount', recount.onDay)] : [])]
  const course = lapsed(whole.length > what.length ? planCourse(plan, whole, today) : first, colony.look, today)
  const begun = what
    .filter((e) => (e.kind === 'done' || e.kind === 'part') && e.job === 'dose' && e.n === 1)
    .map((e) => e.on)
    .toSorted()[0]
  const noDoses = treatment.way === 'waiting'
  const left = cancelled || ended || noDoses ? null : leftStanding(course, today)
  const pair = pairOf(record, colony, recount, around)
  const told = recount ?? halfway
  const state: CourseState = {
    record,
    treatment,
    plan,
    happened: whole,
    course,
    events,
    cancelled,
    given: begun !== undefined,
    startedOn: begun ?? record.startOn,
    planned: begun === undefined && !noDoses && !cancelled && !ended && left === null,
    running: begun !== undefined && course.endedOn === null && !cancelled && left === null,
    left,
    recount,
    outcome: takenBy(treatment, pair, record, begun ?? record.startOn, around),
    asCounted: asCounted(pair),
    fromOutside: pair && sayOutside(pair),
    midway: midwayOf(record, treatment, course, pairOf(record, colony, halfway, around)),
  }
  return { state, readsUntil: told && addDays(told.onDay, ABOUT) }
}

interface KnownCourse {
  readonly today: Day
  readonly counts: ColonyRecord['counts']
  readonly look: ColonyRecord['look']
  readonly yard: Pick<YardRecord, 'hemisphere' | 'normals' | 'phase' | 'weather'>
  readonly school: KeeperFacts['school']
  readonly limits: KeeperFacts['limits']
  readonly others: readonly Neighbour[]
  readonly readsUntil: Day | null
  readonly state: CourseState
}
const known = new WeakMap<CourseRecord, KnownCourse>()

/** How a course of a colony stands in its yard today, as it was worked out before where nothing that it reads is another. */
export function courseIn(yard: YardRecord, colony: ColonyRecord, record: CourseRecord, keeper: KeeperFacts): CourseState {
  const { counts, look } = colony
  const { today } = yard
  const others = othersOf(yard, colony)
  const was = known.get(record)
  const same =
    was !== undefined &&
    was.today === today &&
    was.counts === counts &&
    was.look === look &&
    (['hemisphere', 'normals', 'phase', 'weather'] as const).every((field) => was.yard[field] === yard[field]) &&
    was.school === keeper.school &&
    was.limits === keeper.limits &&
    (was.readsUntil === null || was.others === others || sameUntil(was.others, others, was.readsUntil))
  if (same) {
    if (was.others !== others) known.set(record, { ...was, others })
    return was.state
  }
  const { state, readsUntil } = stateAndReach(record, colony, today, { yard, keeper })
  known.set(record, { today, counts, look, yard, school: keeper.school, limits: keeper.limits, others, readsUntil, state })
  return state
}

/** Jobs still to do, in order of their best day; the supers date is not one. Of a course called off, taking out what is in. */
export const openJobs = (state: CourseState): PlannedJob[] => state.course.jobs.filter((j) => j.state === 'open' && j.job !== 'supers')

/** A course begun so soon after it was chosen, days, is prepared in the visit in which it is given. */
const AT_ONCE = 1

/** "Take the supers off. Then: hang 3 strips": the first dose with what is prepared for it. */
const inOneVisit = (prepare: PlannedJob, dose: PlannedJob): PlannedJob => ({
  ...dose,
  text: `${prepare.text}. Then: ${small(dose.text)}`,
  wording: `${prepare.wording ?? prepare.text}. Then: ${small(dose.wording ?? dose.text)}`,
  opensHive: dose.opensHive || prepare.opensHive,
  prepares: true,
})

/**
 * What is still to do as visits ask for it: preparing and giving are one thing to do, and one to enter, where the course begins on the day
 * it was chosen or the next. It hangs on the keeper's own facts alone, so that no day that goes by renames it.
 */
export function visitJobs(state: CourseState): PlannedJob[] {
  const open = openJobs(state)
  const prepare = open.find((j) => j.job === 'prepare')
  const dose = open.find((j) => j.job === 'dose' && j.n === 1)
  const { start, facts } = state.plan
  if (!prepare || !dose || prepare.setFor !== null || daysBetween(facts.asOf, start) > AT_ONCE) return open
  return open.flatMap((j) => (j === prepare ? [] : j === dose ? [inOneVisit(prepare, dose)] : [j]))
}
