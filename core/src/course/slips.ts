import { boardLimits } from '../judge/index.ts'
import { daysBetween, laterOf, type Day } from '../time/index.ts'
import { atPlannedPace, coverageOf, sayCoverage, sayShare, type Coverage } from '../treatments/index.ts'
import type { CourseEvent } from './events.ts'
import type { Course, CoursePlan, PlannedJob, Warning } from './jobs.ts'
import { planCourse } from './plan.ts'
import { BRINGS, COSTS, MENDS, type Said } from '../words/index.ts'

/** The dates of the yard that a course must be over by. */
export interface CourseDates {
  /** Supers must go on. */
  readonly supersNextOn: Day | null
  readonly lastOpening: Day | null
}

/** What a slip costs, in one sentence. */
export interface Cost {
  readonly kind: 'coverage' | 'supers' | 'winter'
  /** As data, and in words. */
  readonly says: Said
  readonly text: string
}

/** A way to go on from a slip, with what comes of it. */
export interface Mend {
  readonly kind: 'take-out' | 'add-round' | 'go-on' | 'switch' | 'accept'
  /** As data, and in words. */
  readonly says: Said
  readonly text: string
  /** The job it is about. */
  readonly job: Pick<PlannedJob, 'job' | 'n'>
}

const doses = (course: Course): PlannedJob[] => course.jobs.filter((j) => j.job === 'dose').toSorted((a, b) => a.n - b.n)
const dayOf = (job: PlannedJob, asOf: Day): Day => job.doneOn ?? laterOf(job.setFor ?? job.best, asOf)

interface Covered {
  readonly planned: Coverage
  readonly now: Coverage
  /** Since a gap too long the series has begun anew on this day: what it meets of the brood that is capped then. Null where there was none. */
  readonly anew: { readonly from: Day; readonly covers: Coverage } | null
}

/** The round after the last gap that broke the series; 0 where none did. */
function restart(course: Course, rounds: readonly Day[]): number {
  return rounds.findLastIndex((day, i) => {
    const before = rounds[i - 1]
    const step = course.pattern.steps.find((x) => x.job === 'dose' && x.n === i + 1)
    return before !== undefined && step?.breaks !== undefined && daysBetween(before, day) > step.breaks.after
  })
}

/** What the rounds of a series cover as planned and as they stand; null where it is no series of killing rounds. */
function coverages({ treatment }: CoursePlan, course: Course, asOf: Day): Covered | null {
  const rounds = doses(course).map((j) => dayOf(j, asOf))
  const [first] = rounds
  const { killDays } = treatment
  if (killDays === undefined || first === undefined || rounds.length < 2) return null
  const at = restart(course, rounds)
  const from = rounds[at]
  return {
    planned: coverageOf(atPlannedPace(course.pattern, first), killDays),
    now: coverageOf(rounds, killDays),
    anew: at > 0 && from !== undefined ? { from, covers: coverageOf(rounds.slice(at), killDays) } : null,
  }
}
/** What slipped through is under cappings again, and meets the rounds from there on. */
const sayAnew = ({ from, covers }: NonNullable<Covered['anew']>): string =>
  BRINGS.anew({ from, worker: sayShare(covers.worker), drone: sayShare(covers.drone) }).text
const worse = (now: Coverage, than: Coverage): boolean =>
  now.worker.low < than.worker.low || now.worker.high < than.worker.high || now.drone.low < than.drone.low

/** What has been lost, or is about to be, against the course as it was chosen. */
export function costsOf(plan: CoursePlan, course: Course, dates: CourseDates, asOf: Day): Cost[] {
  const found: Cost[] = []
  const push = (kind: Cost['kind'], says: Said) => found.push({ kind, says, text: says.text })
  const cover = coverages(plan, course, asOf)
  if (cover && worse(cover.now, cover.planned))
    push('coverage', COSTS.coverage({ planned: sayCoverage(cover.planned), now: sayCoverage(cover.now), anew: cover.anew && sayAnew(cover.anew) }))
  const supers = course.jobs.find((j) => j.job === 'supers')
  if (supers && course.supersOn && course.supersOn > asOf) {
    const { supersNextOn: next } = dates
    const clash = next !== null && course.supersOn > next && supers.was !== null && supers.was.best <= next
    if (supers.was && course.supersOn > supers.was.best)
      push('supers', COSTS.supers({ from: course.supersOn, instead: supers.was.best, late: clash ? daysBetween(next, course.supersOn) : null, asOf }))
  }
  const { lastOpening } = dates
  const late = course.jobs.find(
    (j) => j.state === 'open' && j.opensHive && (j.job === 'dose' || j.job === 'remove') && lastOpening !== null && dayOf(j, asOf) > lastOpening,
  )
  if (late && lastOpening !== null)
    push('winter', COSTS.winter({ round: late.job === 'remove' ? null : late.n, day: dayOf(late, asOf), last: lastOpening, asOf }))
  return found
}

const SLIPPED: ReadonlySet<Warning['kind']> = new Set(['over-stay', 'too-early', 'gap', 'amount', 'contact'])

/** One round more, and what it brings; null where it brings nothing by this model. */
function oneMore(plan: CoursePlan, events: readonly CourseEvent[], course: Course, asOf: Day, fall: string | null): Said | null {
  const more: CourseEvent = { kind: 'round-added', job: null, n: null, on: asOf, amount: null }
  const longer = planCourse(plan, [...events, more], asOf)
  const last = doses(longer).at(-1)
  if (!last) return null
  const [without, cover] = [coverages(plan, course, asOf), coverages(plan, longer, asOf)]
  const before = without?.anew?.covers ?? without?.now
  const after = cover?.anew?.covers ?? cover?.now
  if (before && after && !worse(before, after)) return null
  const brings = cover?.anew ? sayAnew(cover.anew) : cover ? BRINGS.meets({ coverage: sayCoverage(cover.now) }).text : null
  return MENDS.addRound({ fall, n: last.n, day: dayOf(last, asOf), brings, supers: longer.supersOn, asOf })
}

/** What fell at a check, where that decides about a further round. */
export interface FallAtCheck {
  readonly job: PlannedJob
  /** Mites a day. */
  readonly fall: number
  /** The lower published figure of its month, mites a day. */
  readonly limit: number
  readonly high: boolean
}
export function fallAtCheck({ facts }: CoursePlan, course: Course): FallAtCheck | null {
  const counting = new Set(course.pattern.steps.filter((x) => x.fall).map((x) => x.n))
  const job = course.jobs.findLast((j) => j.job === 'check' && j.doneOn !== null && j.amount !== null && counting.has(j.n))
  if (!job?.doneOn || job.amount === null) return null
  const limits = boardLimits(job.doneOn, facts.hemisphere ?? 'north')
  const limit = Math.min(limits.timely, limits.collapse)
  return { job, fall: job.amount, limit, high: job.amount >= limit }
}
/** "Still 20 a day on Thu 20 Aug, ...": what the fall at a check says of a further round. */
export const sayFall = ({ job, fall, limit, high }: FallAtCheck): string => BRINGS.fall({ fall, day: job.doneOn, limit, high }).text

const mend = (kind: Mend['kind'], job: Mend['job'], says: Said): Mend => ({ kind, job, says, text: says.text })

/** The ways on from what slipped: none where nothing did, or all of it was taken as it is. */
export function mendsOf(plan: CoursePlan, events: readonly CourseEvent[], course: Course, asOf: Day): Mend[] {
  const cover = coverages(plan, course, asOf)
  const slipped = course.warnings.filter((w) => SLIPPED.has(w.kind) && w.accepted === null)
  const [first] = slipped
  const short = cover !== null && worse(cover.now, cover.planned)
  const fall = fallAtCheck(plan, course)
  const falling = fall !== null && fall.high && course.endedOn === null
  if (!first && !short && !falling) return []
  const open = doses(course).find((j) => j.state === 'open')
  const about = first ?? (falling && !short ? fall.job : null) ?? { job: 'dose' as const, n: open?.n ?? doses(course).length }
  const job = { job: about.job, n: about.n }
  const found: Mend[] = []
  const removal = course.jobs.find((j) => j.job === 'remove' && j.state === 'open')
  if (removal && slipped.some((w) => w.kind === 'over-stay')) return [mend('take-out', removal, MENDS.takeOut())]
  const added = events.filter((e) => e.kind === 'round-added').length
  const recounted = course.jobs.some((j) => j.job === 'recount' && j.state === 'done')
  if (!recounted && (short || falling || slipped.some((w) => w.kind === 'gap' || w.kind === 'too-early')) && added < (course.pattern.mayAdd ?? 0)) {
    const more = oneMore(plan, events, course, asOf, falling ? sayFall(fall) : null)
    if (more) found.push(mend('add-round', job, more))
  }
  if (open && open.latest >= asOf) found.push(mend('go-on', job, MENDS.goOn({ by: open.latest, asOf })))
  if (course.endedOn === null) found.push(mend('switch', job, MENDS.switchTo()))
  if (first) found.push(mend('accept', job, MENDS.accept()))
  return found
}
