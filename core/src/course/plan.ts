import type { Rule, Situation } from '../situation/index.ts'
import { addDays, daysBetween, earlierOf, laterOf, sayDay, sayDays, type Day } from '../time/index.ts'
import {
  doseOf,
  mostDaysOf,
  nominalDay,
  patternOf,
  sayAmount,
  supersMayStay,
  type CoursePattern,
  type Dose,
  type JobKind,
  type Step,
  type Treatment,
} from '../treatments/index.ts'
import { plain } from '../units/index.ts'

/** What was done, as the keeper entered it: the events of a course. */
export interface DoneJob {
  readonly job: JobKind
  readonly n: number
  readonly on: Day
  readonly amount: number | null
}

/** A job of a course with its window. Done jobs keep their actual day. */
export interface PlannedJob {
  readonly job: JobKind
  readonly n: number
  readonly earliest: Day
  readonly best: Day
  readonly latest: Day
  readonly text: string
  readonly opensHive: boolean
  /** How much went in, or came out, is written down with it. */
  readonly asksAmount: boolean
  /** `passed`: a later job was done, so this one is no longer asked for. */
  readonly state: 'open' | 'done' | 'passed'
  readonly doneOn: Day | null
  readonly amount: number | null
}

/** Something that went otherwise than planned, and what it costs. */
export interface Warning {
  readonly job: JobKind
  readonly n: number
  readonly kind: 'over-stay' | 'too-early' | 'gap' | 'amount'
  readonly text: string
}

/** What a course was planned on. */
export interface CoursePlan {
  readonly treatment: Treatment
  readonly start: Day
  /** Last day on which the first dose may still be given; the pattern's own figure where it is null. */
  readonly latestStart: Day | null
  readonly facts: Pick<Situation, 'colony' | 'rules' | 'lastOpening' | 'asOf'>
  readonly recountBy: Day
}

export interface Course {
  readonly jobs: readonly PlannedJob[]
  readonly warnings: readonly Warning[]
  readonly dose: Dose | null
  readonly pattern: CoursePattern
  /** First day on which supers may go on. */
  readonly supersOn: Day | null
  /** The day on which the treatment itself was over; null while it runs. */
  readonly endedOn: Day | null
  readonly longest: number
}

const id = (job: JobKind, n: number) => `${job}-${n}`

const NAMES: Record<JobKind, string> = {
  prepare: 'Prepare',
  dose: 'Dose',
  check: 'Check',
  remove: 'Take out',
  'put-back': 'Put back',
  supers: 'Supers',
  'queen-check': 'Queen check',
  recount: 'Count again',
}
/** A job's short name: "Dose 2", "Take out". Numbered where there are several. */
export const sayJob = (job: { job: JobKind; n: number }, several: boolean, way: Treatment['way'] = 'given'): string =>
  `${job.job === 'dose' && way === 'hive-work' ? 'Work' : NAMES[job.job]}${several ? ` ${job.n}` : ''}`

interface Placed extends PlannedJob {
  /** The day dependents count from: the actual one, else the planned one, pushed on while it is overdue. */
  readonly anchor: Day
}

/** The longest stay in days from the job that a removal hangs on: the keeper's list counts from the first dose. */
function longestAfter(step: Step, pattern: CoursePattern, rule: Rule | undefined): number {
  const before = nominalDay(step, pattern) - step.best
  return rule?.mostDays == null ? step.latest : Math.max(step.earliest, rule.mostDays - before)
}

function windowOf(step: Step, from: Day, plan: CoursePlan, pattern: CoursePattern): { earliest: Day; best: Day; latest: Day } {
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

/** The last opening day caps what opens the hive, unless the job cannot come before it at all. */
function capped(window: { earliest: Day; best: Day; latest: Day }, step: Step, last: Day | null) {
  if (!step.opensHive || last === null || window.earliest > last) return window
  const latest = earlierOf(window.latest, last)
  return { earliest: window.earliest, best: earlierOf(window.best, latest), latest }
}

/** A job's words: what they say of supers is said otherwise where the keeper's own list lets them stay. */
const textOf = (step: Step, { treatment, facts }: CoursePlan): string =>
  step.withSupersOn !== undefined && supersMayStay(treatment, facts.rules[treatment.key]) ? step.withSupersOn : step.text

function place(plan: CoursePlan, pattern: CoursePattern, done: ReadonlyMap<string, DoneJob>, dose: Dose | null, asOf: Day): Placed[] {
  const placed = new Map<string, Placed>()
  const working = new Set<JobKind>(['dose', 'remove'])
  const lastDone = pattern.steps.findLastIndex((s) => working.has(s.job) && done.has(id(s.job, s.n)))
  pattern.steps.forEach((step, index) => {
    const from = step.after === 'start' ? plan.start : (placed.get(id(step.after.job, step.after.n))?.anchor ?? plan.start)
    const window = capped(windowOf(step, from, plan, pattern), step, plan.facts.lastOpening)
    const event = done.get(id(step.job, step.n))
    const passed = !event && index < lastDone
    const overdue = !event && !passed && window.latest < asOf && working.has(step.job)
    const anchor = event?.on ?? (overdue ? laterOf(window.best, asOf) : window.best)
    placed.set(id(step.job, step.n), {
      job: step.job,
      n: step.n,
      ...window,
      anchor,
      opensHive: step.opensHive,
      asksAmount: dose !== null && (step.job === 'dose' || step.counted === true),
      state: event ? 'done' : passed ? 'passed' : 'open',
      doneOn: event?.on ?? null,
      amount: event?.amount ?? null,
      text: textOf(step, plan).replace('{dose}', dose ? sayAmount(dose.amount, dose.unit) : ''),
    })
  })
  return [...placed.values()]
}

/** Earlier rounds of the same thing that are done, to say how far apart two are. */
function stepWarnings(step: Step, job: Placed, from: Day, asOf: Day, longest: number): Warning[] {
  const found: Warning[] = []
  const warn = (kind: Warning['kind'], text: string) => found.push({ job: step.job, n: step.n, kind, text })
  const days = daysBetween(from, job.doneOn ?? asOf)
  if (step.ends === 'course' && step.job === 'remove') {
    if (job.state === 'open' && days > longest)
      warn('over-stay', `In for ${sayDays(days)}, and ${longest} is the longest: take them out now. Supers wait for the day they come out.`)
    if (job.doneOn && days > longest)
      warn(
        'over-stay',
        `They were in for ${sayDays(days)}, ${days - longest} longer than the longest of ${longest}: that breeds mites that withstand it. Another active next.`,
      )
    if (job.doneOn && days < step.earliest)
      warn(
        'too-early',
        `Out after ${sayDays(days)}, ${step.earliest - days} short of ${step.earliest}: mites that were under cappings may have been missed. Count again in time.`,
      )
  } else if (step.breaks && days > step.breaks.after && (job.doneOn || job.state === 'open')) {
    warn('gap', `${sayDays(days)} since the round before; after ${step.breaks.after}, ${step.breaks.why}. Add a round, switch, or expect less of it.`)
  } else if (job.doneOn && step.after !== 'start' && job.doneOn < job.earliest && step.job === 'dose') {
    warn('too-early', `Only ${sayDays(days)} after the round before: the rounds will not span the time that brood is capped. Add one at the end.`)
  } else if (job.doneOn && step.job === 'put-back' && job.doneOn < job.earliest) {
    warn('too-early', `The course runs ${sayDays(step.earliest)}; this was after ${days}: the entrance must stay open until it is over.`)
  } else if (job.doneOn && step.job === 'recount' && job.doneOn < job.earliest) {
    warn(
      'too-early',
      `Counted ${sayDays(daysBetween(job.doneOn, job.earliest))} before its window opens on ${sayDay(job.earliest)}: mites may still be coming out of the brood.`,
    )
  }
  return found
}

function amountWarnings(jobs: readonly Placed[], dose: Dose | null): Warning[] {
  const found: Warning[] = []
  const put = jobs.filter((j) => j.job === 'dose' && j.amount !== null)
  const inside = put.reduce((sum, j) => sum + (j.amount ?? 0), 0)
  for (const job of put) {
    if (!dose || job.amount === null || job.amount === dose.amount) continue
    const over = job.amount > dose.amount
    found.push({
      job: 'dose',
      n: job.n,
      kind: 'amount',
      text: `${sayAmount(job.amount, dose.unit)} given where ${sayAmount(dose.amount, dose.unit)} were planned: ${over ? 'over the dose harms bees and leaves residues; never do it again' : 'too little breeds mites that withstand it'}.`,
    })
  }
  const out = jobs.find((j) => j.job === 'remove' && j.asksAmount && j.amount !== null)
  if (out?.amount != null && put.length > 0 && out.amount !== inside) {
    const missing = inside - out.amount
    found.push({
      job: 'remove',
      n: out.n,
      kind: 'amount',
      text:
        missing > 0
          ? `${plain(inside)} went in and ${plain(out.amount)} came out: ${plain(missing)} still in the hive or on the floor. Look for ${missing === 1 ? 'it' : 'them'}.`
          : `${plain(out.amount)} came out and only ${plain(inside)} went in by your notes: put the figure right.`,
    })
  }
  return found
}

const ORDER: readonly JobKind[] = ['prepare', 'dose', 'check', 'remove', 'put-back', 'supers', 'recount', 'queen-check']

function endOf(jobs: readonly Placed[], pattern: CoursePattern, asOf: Day): Day | null {
  const closing = pattern.steps.find((s) => s.ends === 'course')
  const wanted = closing ? jobs.filter((j) => j.job === closing.job) : jobs.filter((j) => j.job === 'dose')
  const last = wanted.at(-1)
  if (!last) return null
  if (last.doneOn) return last.doneOn
  const dosed = jobs.some((j) => j.job === 'dose' && j.doneOn)
  return closing?.job === 'put-back' && dosed && asOf > last.latest ? last.best : null
}

/**
 * The jobs of a course from its pattern, its start and what was done, on the day `asOf`.
 * Every job hangs on the actual day of the one before it; actual days never move, and the order of
 * `done` does not matter. A window is never empty or reversed.
 */
export function planCourse(plan: CoursePlan, done: readonly DoneJob[] = [], asOf: Day = plan.facts.asOf): Course {
  const { treatment, facts } = plan
  const pattern = patternOf(treatment, facts.colony.brood)
  const dose = doseOf(treatment, facts)
  const events = new Map(done.map((d) => [id(d.job, d.n), d]))
  const jobs = place(plan, pattern, events, dose, asOf)
  const byId = new Map(jobs.map((j) => [id(j.job, j.n), j]))
  const longest = mostDaysOf(pattern.days.most, pattern.days.least, facts.rules[treatment.key])
  const warnings = pattern.steps.flatMap((step) => {
    const job = byId.get(id(step.job, step.n))
    const before = step.after === 'start' ? null : byId.get(id(step.after.job, step.after.n))
    if (!job || (before && before.state !== 'done')) return []
    const most = step.ends === 'course' && step.job === 'remove' ? longestAfter(step, pattern, facts.rules[treatment.key]) : longest
    return stepWarnings(step, job, before?.anchor ?? plan.start, asOf, most)
  })
  const removal = jobs.find((j) => j.job === 'remove')
  // A look at strips that may come out already is no longer asked for.
  const asked = jobs.map((j) =>
    j.job === 'check' && j.state === 'open' && removal && removal.earliest <= asOf ? { ...j, state: 'passed' as const } : j,
  )
  const inOrder = asked.toSorted(
    (a, b) => (a.doneOn ?? a.best).localeCompare(b.doneOn ?? b.best) || ORDER.indexOf(a.job) - ORDER.indexOf(b.job) || a.n - b.n,
  )
  return {
    jobs: inOrder.map(({ anchor: _anchor, ...job }) => job),
    warnings: [...warnings, ...amountWarnings(jobs, dose)],
    dose,
    pattern,
    supersOn: byId.get('supers-1')?.best ?? null,
    endedOn: endOf(jobs, pattern, asOf),
    longest,
  }
}
