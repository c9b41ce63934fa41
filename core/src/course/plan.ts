import type { Spell, Rule } from '../situation/index.ts'
import { addDays, earlierOf, laterOf, type Day } from '../time/index.ts'
import {
  doseOf,
  mostDaysOf,
  nominalDay,
  patternOf,
  sayAmount,
  supersMayStay,
  withRounds,
  type CoursePattern,
  type Dose,
  type JobKind,
  type Step,
} from '../treatments/index.ts'
import { daysOutside, happened, jobId, setDay, type CourseEvent, type Happened } from './events.ts'
import { afterEnd, afterTurn, endingFate, fateWarnings, queenWaits } from './fates.ts'
import { doseInHeat, heatJobs, leastGiven, offHeat } from './heat.ts'
import { midwayJob } from './midway.ts'
import type { Course, CoursePlan, PlannedJob, Warning, Window } from './jobs.ts'
import { gearOf } from './labour.ts'
import { amountWarnings, contactWarnings, outsideWarnings, stepWarnings, type Finding } from './warnings.ts'
import { fill } from '../words/index.ts'

interface Placed extends PlannedJob {
  /** The day dependents count from: the actual one, else the one set or planned, pushed on while it is not done. */
  readonly anchor: Day
}

/** The longest stay in days from the job that a removal hangs on: the keeper's list counts from the first dose. */
function longestAfter(step: Step, pattern: CoursePattern, rule: Rule | undefined): number {
  const before = nominalDay(step, pattern) - step.best
  return rule?.mostDays == null ? step.latest : Math.max(step.earliest, rule.mostDays - before)
}

function windowOf(step: Step, from: Day, plan: CoursePlan, pattern: CoursePattern): Window {
  const { facts, start } = plan
  if (step.dated === 'recount-by') {
    const best = laterOf(start, plan.recountBy)
    return { earliest: laterOf(start, addDays(best, -7)), best, latest: best }
  }
  if (step.job === 'supers' && supersMayStay(plan.treatment, facts.rules[plan.treatment.key])) return { earliest: start, best: start, latest: start }
  const ownWait = facts.rules[plan.treatment.key]?.waitDays
  if (step.job === 'supers' && ownWait != null) {
    const day = addDays(from, ownWait + step.best - plan.treatment.supers.waitDays)
    return { earliest: day, best: day, latest: day }
  }
  const longest = step.ends === 'course' && step.job === 'remove' ? longestAfter(step, pattern, facts.rules[plan.treatment.key]) : step.latest
  const best = addDays(from, Math.min(step.best, longest))
  const opening = step.after === 'start'
  const latest = opening && plan.latestStart ? laterOf(best, earlierOf(addDays(from, longest), plan.latestStart)) : addDays(from, longest)
  const earliest = addDays(from, step.earliest)
  return { earliest: opening ? earlierOf(best, laterOf(earliest, facts.asOf)) : earliest, best, latest }
}

const moved = (w: Window, days: number): Window =>
  days === 0 ? w : { earliest: addDays(w.earliest, days), best: addDays(w.best, days), latest: addDays(w.latest, days) }
/** A window that opens on `from` at the earliest. */
const notBefore = (w: Window, from: Day | null): Window =>
  from === null ? w : { earliest: laterOf(w.earliest, from), best: laterOf(w.best, from), latest: laterOf(w.latest, from) }

/** The last opening day caps what opens the hive, unless the job cannot come before it at all. */
function capped(window: Window, step: Step, last: Day | null): Window {
  if (!step.opensHive || last === null || window.earliest > last) return window
  const latest = earlierOf(window.latest, last)
  return { earliest: window.earliest, best: earlierOf(window.best, latest), latest }
}

/** The fall on a board is the count of a winter: no jar, and no frame pulled for eggs. */
const ON_A_BOARD = 'Count the fall on a board over three to seven days: a cluster is not opened for a jar'
const AFTER_WINTER = 'at the first inspection of spring: a cluster is not opened for it'
const inRest = (day: Day, rest: Spell | null | undefined): boolean => rest != null && day >= rest.from && day <= rest.to

/** Days after its best day in which a look is still worth taking into spring (a guess). */
const STILL_ASKED = 42
/** A look that was not made before the rest began, or whose day lies in it. It stays one of spring once spring is there. */
const waitsForSpring = (best: Day, rest: Spell, asOf: Day): boolean =>
  inRest(best, rest) || (best < rest.from && asOf >= rest.from && addDays(best, STILL_ASKED) >= rest.from)

/**
 * In the winter rest a count is one of the fall, and a look for eggs waits for spring: where its best day lies in the rest, and where it
 * was not made before the rest began. `asOf`: today, for a job that is still open.
 */
function wintered(job: { window: Window; text: string; opensHive: boolean }, step: Step, rest: Spell | null | undefined, asOf: Day): typeof job {
  if (!rest) return job
  const { best } = job.window
  if (step.job === 'queen-check' ? !waitsForSpring(best, rest, asOf) : !inRest(laterOf(best, asOf), rest)) return job
  if (step.job === 'recount') return { ...job, text: ON_A_BOARD, opensHive: false }
  if (step.job !== 'queen-check' && step.job !== 'remove') return job
  const spring = addDays(rest.to, 1)
  return { window: { earliest: spring, best: spring, latest: addDays(spring, 28) }, text: `${job.text}; ${AFTER_WINTER}`, opensHive: job.opensHive }
}

/** A look that a swarm or a new queen asks for waits for spring too, where the winter rest holds its day. */
function inSpring(job: PlannedJob, rest: Spell | null | undefined, asOf: Day): PlannedJob {
  if (job.state !== 'open' || !rest || !waitsForSpring(job.best, rest, asOf)) return job
  const spring = addDays(rest.to, 1)
  return { ...job, earliest: spring, best: spring, latest: addDays(spring, 28), text: `${job.text} At the first inspection of spring` }
}

/** A job's words: what they say of supers is said otherwise where the keeper's own list lets them stay. */
const textOf = (step: Step, { treatment, facts }: CoursePlan): string =>
  fill(step.withSupersOn !== undefined && supersMayStay(treatment, facts.rules[treatment.key]) ? step.withSupersOn : step.text, { n: String(step.n) })

const WORKING = new Set<JobKind>(['dose', 'remove'])
/** What lies in the hive goes on working while it lies there: time outside is added to the job's days. */
const PAUSED = new Set<JobKind>(['dose', 'remove', 'check'])

/** What went in, or came out, of a job: its parts and its end. */
function amountOf(event: CourseEvent | undefined, part: number | undefined): number | null {
  if (event) return event.amount === null && part === undefined ? null : (event.amount ?? 0) + (part ?? 0)
  return part ?? null
}

function place(plan: CoursePlan, pattern: CoursePattern, what: Happened, dose: Dose | null, asOf: Day): Placed[] {
  const placed = new Map<string, Placed>()
  const lastDone = pattern.steps.findLastIndex((s) => WORKING.has(s.job) && what.done.has(jobId(s.job, s.n)))
  const queenBy = queenWaits(plan.treatment, what)
  pattern.steps.forEach((step, index) => {
    const id = jobId(step.job, step.n)
    const from = step.after === 'start' ? plan.start : (placed.get(jobId(step.after.job, step.after.n))?.anchor ?? plan.start)
    const outside = PAUSED.has(step.job) ? daysOutside(what.pauses, from, asOf) : 0
    const free = notBefore(moved(windowOf(step, from, plan, pattern), outside), step.job === 'dose' ? queenBy : null)
    const event = what.done.get(id)
    const passed = !event && index < lastDone
    // A later round keeps off the heat that is forecast; the first stands on the day it was chosen for.
    const cool = step.job === 'dose' && step.after !== 'start' && !event && !passed ? offHeat(free, plan) : { window: free, why: null }
    const open = capped(cool.window, step, plan.facts.lastOpening)
    const given = dose && step.job === 'dose' && !event ? doseInHeat(dose, plan, open.best) : dose
    const words = `${textOf(step, plan)}${dose && given && given !== dose ? `; ${given.how}` : ''}${cool.why ? `; ${cool.why}` : ''}`
    const {
      window,
      text: wording,
      opensHive,
    } = wintered({ window: open, text: words, opensHive: step.opensHive }, step, plan.facts.rest, event ? event.on : asOf)
    // Nor does a day stand that the job it hangs on has been pushed beyond.
    const setFor = event || passed ? null : setDay(what, id, step.after === 'start' ? asOf : laterOf(from, asOf))
    const wanted = setFor ?? window.best
    placed.set(id, {
      job: step.job,
      n: step.n,
      ...window,
      // What is not done by today is done today at the earliest, and what hangs on it moves along.
      anchor: event?.on ?? (!passed && WORKING.has(step.job) ? laterOf(wanted, asOf) : wanted),
      opensHive,
      hangsOn: step.after === 'start' ? null : step.after,
      asksAmount: step.fall === true || (dose !== null && (step.job === 'dose' || step.counted === true)),
      planned: given !== null && step.job === 'dose' ? given.amount : null,
      state: event ? 'done' : passed ? 'passed' : 'open',
      doneOn: event?.on ?? null,
      amount: amountOf(event, what.parts.get(id)),
      setFor,
      was: null,
      gear: gearOf(plan.treatment, step),
      wording,
      text: fill(wording, { dose: given ? sayAmount(given.amount, given.unit) : '' }),
    })
  })
  return [...placed.values()]
}

const ORDER: readonly JobKind[] = [
  'prepare',
  'dose',
  'lift',
  'lay-again',
  'check',
  'midway',
  'remove',
  'put-back',
  'supers',
  'recount',
  'queen-check',
]

function endOf(jobs: readonly PlannedJob[], pattern: CoursePattern, asOf: Day): Day | null {
  const closing = pattern.steps.find((s) => s.ends === 'course')
  const wanted = closing ? jobs.filter((j) => j.job === closing.job) : jobs.filter((j) => j.job === 'dose')
  const last = wanted.at(-1)
  if (!last) return null
  if (last.doneOn) return last.doneOn
  const dosed = jobs.some((j) => j.job === 'dose' && j.doneOn)
  return closing?.job === 'put-back' && dosed && asOf > last.latest ? last.best : null
}

/** What hangs in the hive by the notes, where removal is counted. */
function insideOf(jobs: readonly PlannedJob[], found: number): number | null {
  if (!jobs.some((j) => j.job === 'remove' && j.asksAmount)) return null
  const sum = (kind: JobKind) => jobs.filter((j) => j.job === kind).reduce((total, j) => total + (j.amount ?? 0), 0)
  return Math.max(0, sum('dose') - sum('remove') - found)
}

const sameWindow = (a: Window, b: Window): boolean => a.earliest === b.earliest && a.best === b.best && a.latest === b.latest

/** The jobs as first planned, before anything happened: what the moved ones are shown beside. */
function withOld(plan: CoursePlan, pattern: CoursePattern, dose: Dose | null, jobs: readonly Placed[]): Placed[] {
  const first = new Map(place(plan, pattern, happened([]), dose, plan.facts.asOf).map((j) => [jobId(j.job, j.n), j]))
  return jobs.map((job) => {
    const old = first.get(jobId(job.job, job.n))
    if (!old || job.state === 'passed' || sameWindow(old, job)) return job
    const { earliest, best, latest } = old
    return { ...job, was: { earliest, best, latest } }
  })
}

function warningsOf(plan: CoursePlan, pattern: CoursePattern, what: Happened, jobs: readonly Placed[], dose: Dose | null, asOf: Day): Finding[] {
  const byId = new Map(jobs.map((j) => [jobId(j.job, j.n), j]))
  const rule = plan.facts.rules[plan.treatment.key]
  const longest = mostDaysOf(pattern.days.most, pattern.days.least, rule)
  const over = endingFate(what) !== null
  const steps = pattern.steps.flatMap((step) => {
    const job = byId.get(jobId(step.job, step.n))
    const before = step.after === 'start' ? null : byId.get(jobId(step.after.job, step.after.n))
    if (!job || (before && before.state !== 'done') || (over && job.state !== 'done')) return []
    const most = step.ends === 'course' && step.job === 'remove' ? longestAfter(step, pattern, rule) : longest
    const from = before?.anchor ?? plan.start
    return stepWarnings(step, job, from, asOf, most, PAUSED.has(step.job) ? daysOutside(what.pauses, from, job.doneOn ?? asOf) : 0)
  })
  const dosed = byId.get('dose-1')?.doneOn ?? null
  return [
    ...steps,
    ...amountWarnings(jobs, dose && { ...dose, least: leastGiven(plan.treatment, dose.amount) }, what.found.amount),
    ...contactWarnings(what, dosed, dose),
    ...fateWarnings(plan, what, jobs),
    ...outsideWarnings(jobs),
  ]
}

/**
 * The jobs of a course from its pattern, its start and what happened, on the day `asOf`.
 * Every job hangs on the actual day of the one before it; actual days never move, and the order of
 * `events` does not matter. A window is never empty or reversed.
 */
export function planCourse(plan: CoursePlan, events: readonly CourseEvent[] = [], asOf: Day = plan.facts.asOf): Course {
  const { treatment, facts } = plan
  const what = happened(events)
  const pattern = withRounds(patternOf(treatment, facts), what.added)
  const dose = doseOf(treatment, facts)
  const placed = withOld(plan, pattern, dose, place(plan, pattern, what, dose, asOf))
  const inside = insideOf(placed, what.found.amount)
  const fate = endingFate(what)
  const beside = [
    ...heatJobs(plan, placed, what, asOf),
    ...midwayJob(plan, pattern, placed, what, asOf),
    ...afterTurn(what, asOf).map((job) => inSpring(job, facts.rest, asOf)),
  ]
  const jobs = fate ? afterEnd(placed, fate, inside) : [...placed, ...beside]
  const warnings = warningsOf(plan, pattern, what, placed, dose, asOf).map((w): Warning => ({
    ...w,
    accepted: what.accepted.get(jobId(w.job, w.n)) ?? null,
  }))
  const removal = jobs.find((j) => j.job === 'remove')
  // A look at strips that may come out already is no longer asked for.
  const asked = jobs.map((j) =>
    j.job === 'check' && j.state === 'open' && removal && removal.earliest <= asOf ? { ...j, state: 'passed' as const } : j,
  )
  const inOrder = asked.toSorted(
    (a, b) => (a.doneOn ?? a.best).localeCompare(b.doneOn ?? b.best) || ORDER.indexOf(a.job) - ORDER.indexOf(b.job) || a.n - b.n,
  )
  const open = what.pauses.at(-1)
  const over = fate && !jobs.some((j) => j.job === 'remove' && j.state === 'open')
  return {
    jobs: inOrder.map((job): PlannedJob => {
      const { anchor: _anchor, ...rest } = job as Placed
      return rest
    }),
    warnings,
    dose,
    pattern,
    supersOn: placed.find((j) => j.job === 'supers')?.best ?? null,
    endedOn: endOf(placed, pattern, asOf) ?? (over ? fate.on : null),
    longest: mostDaysOf(pattern.days.most, pattern.days.least, facts.rules[treatment.key]),
    inside,
    outsideSince: open?.to === null ? open.from : null,
  }
}
