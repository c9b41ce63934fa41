import type { YardState } from '../holding/index.ts'
import { doseLevels, judged, type Level } from '../match/index.ts'
import { weatherReader } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { treatmentOf, type JobKind } from '../treatments/index.ts'
import type { RoundJob } from './jobs.ts'
import { ALL_DAYS, HORIZON, span, type Task } from './problem.ts'

/** What is late is wanted within so many days: work on the hives, and counts, which can wait for the next drive (common practice, no source). */
const LATE_WITHIN = { job: 2, count: 5 } as const
/** How much a day away from its best weighs: a dose more than what can lean on it. */
const WEIGHT: Readonly<Partial<Record<JobKind, number>>> = { dose: 3, remove: 2 }
/** Hives are opened at this high and over, °C (common practice, no source); a job whose whole window is colder is done all the same. */
const OPENING_HIGH = 10

/** What the weather leaves of a yard's days. */
export interface YardDays {
  readonly yard: YardState
  readonly cold: number
  readonly levels: (job: RoundJob) => readonly Level[] | null
}

/** The days ahead at a yard: too cold to open a hive, and how the temperature stands for each treatment's doses. */
export function daysOfYard(yard: YardState, from: Day): YardDays {
  const read = weatherReader(yard.yard)
  let cold = 0
  for (let i = 0; i < HORIZON; i++) {
    const reading = read(addDays(from, i))
    if (reading && reading.high < OPENING_HIGH) cold |= 1 << i
  }
  const [first] = yard.row
  const situation = first ? judged(first.situation) : null
  const kept = new Map<string, readonly Level[]>()
  // Limits on temperature read nothing of the colony: one reading of the days serves the yard.
  const levels = (job: RoundJob): readonly Level[] | null => {
    const treatment = job.job === 'dose' && job.treatment ? treatmentOf(job.treatment) : null
    if (!treatment || !situation || job.n === null) return null
    const key = `${treatment.key} ${job.n === 1}`
    let found = kept.get(key)
    if (!found) kept.set(key, (found = doseLevels(treatment, job.n, situation, from, HORIZON)))
    return found
  }
  return { yard, cold, levels }
}

/** The days on which the weather lets a job be done, as bits. */
export function openDays(job: RoundJob, days: YardDays, from: Day): number {
  const levels = days.levels(job)
  let open = levels ? levels.reduce((set, level, i) => (level === 'wait' || level === 'ruled-out' ? set : set | (1 << i)), 0) : ALL_DAYS
  if (job.opensHive && !levels) {
    const mild = open & ~days.cold
    const window = span(daysBetween(from, job.earliest), daysBetween(from, job.latest))
    if ((mild & window) !== 0) open = mild
  }
  return open
}

const careDays = (job: RoundJob, { levels }: YardDays): number =>
  levels(job)?.reduce((set, level, i) => (level === 'care' ? set | (1 << i) : set), 0) ?? 0

/** Jobs as trees of tasks, each hanging on the day of the one before it; `members` says which jobs each id stands for. */
export function treesOf(jobs: readonly RoundJob[], days: YardDays, from: Day, members: Map<string, RoundJob[]>): Task[] {
  const byId = new Map(jobs.map((j) => [j.id, j]))
  const parentOf = (job: RoundJob): RoundJob | null => (job.setFor === null && job.hangsOn ? (byId.get(job.hangsOn) ?? null) : null)
  const children = new Map<string, RoundJob[]>()
  for (const job of jobs) {
    const parent = parentOf(job)
    if (parent) children.set(parent.id, [...(children.get(parent.id) ?? []), job])
  }
  const build = (job: RoundJob, base: Day): Task => {
    const at = (day: Day) => daysBetween(base, day)
    const root = base === from
    const fixed = job.setFor === null ? null : daysBetween(from, job.setFor)
    // A count that is due says "now" every day anew.
    const late = root && (job.overdue || (job.kind === 'count' && job.latest <= from))
    const best = root ? Math.max(0, at(job.best)) : at(job.best)
    return {
      id: job.id,
      earliest: fixed ?? (late ? 0 : at(job.earliest)),
      best: fixed ?? (late ? 0 : best),
      latest: fixed ?? (late ? LATE_WITHIN[job.kind === 'job' ? 'job' : 'count'] : at(job.latest)),
      notAfter:
        job.opensHive && days.yard.yard.lastOpening && job.latest <= days.yard.yard.lastOpening ? daysBetween(from, days.yard.yard.lastOpening) : 999,
      days: fixed === null ? openDays(job, days, from) : ALL_DAYS,
      care: fixed === null ? careDays(job, days) : 0,
      weight: job.job ? (WEIGHT[job.job] ?? 1) : 1,
      minutes: job.minutes,
      tail: job.tail,
      strips: job.strips,
      then: (children.get(job.id) ?? []).map((child) => build(child, job.anchor)),
    }
  }
  const trees = jobs.filter((job) => parentOf(job) === null).map((job) => build(job, from))
  return merged(trees, byId, members)
}

const shape = (task: Task): string =>
  [
    task.earliest,
    task.best,
    task.latest,
    task.notAfter,
    task.days,
    task.care,
    ...task.then
      .map(shape)
      .toSorted()
      .map((s) => `(${s})`),
  ].join(',')

/** Trees alike become one, that counts for all of them: whole-yard courses are one tree. */
function merged(trees: readonly Task[], byId: ReadonlyMap<string, RoundJob>, members: Map<string, RoundJob[]>): Task[] {
  const groups = new Map<string, Task[]>()
  for (const tree of trees) groups.set(shape(tree), [...(groups.get(shape(tree)) ?? []), tree])
  const join = (alike: readonly Task[]): Task => {
    const [first] = alike
    if (!first) throw new Error('a group of none')
    members.set(
      first.id,
      alike.flatMap((t) => byId.get(t.id) ?? []),
    )
    const sum = (of: (t: Task) => number) => alike.reduce((total, t) => total + of(t), 0)
    const inOrder = alike.map((t) => t.then.toSorted((a, b) => shape(a).localeCompare(shape(b))))
    return {
      ...first,
      weight: sum((t) => t.weight),
      minutes: sum((t) => t.minutes),
      strips: sum((t) => t.strips),
      then: (inOrder[0] ?? []).map((_, i) => join(inOrder.flatMap((list) => list[i] ?? []))),
    }
  }
  // Alike, they are drawn as one; where a day is too full, each may go by itself.
  return [...groups.values()].map((alike) => (alike.length > 1 ? { ...join(alike), parts: alike } : join(alike)))
}
