/** Jobs and visits as figures alone: days are counted from today, 0 to `HORIZON - 1`, and sets of days are bits of a number. */
import type { InSteps } from '../turns/index.ts'

/** How far a drawing is: what the colonies ask for, each yard for itself, all together, and what is too much for its day. */
export interface Drawn {
  readonly stage: 'asked' | 'yards' | 'together' | 'moving'
  readonly done: number
  readonly of: number
}
export type Drawing<T> = InSteps<Drawn, T>
/** True once it is to end with what it has: the keeper or the clock says so. */
export type Enough = () => boolean
export const never: Enough = () => false

/** Days looked ahead. At most 31, so that a set of days fits a number's bits. */
export const HORIZON = 28
export const ALL_DAYS = 2 ** HORIZON - 1

/** A job and the jobs that hang on the day it is done. */
export interface Task {
  readonly id: string
  /** Window in days: from today for the first of a tree, from the day of the task it hangs on for the others. */
  readonly earliest: number
  readonly best: number
  readonly latest: number
  /** No later than this day from today, whatever it hangs on. */
  readonly notAfter: number
  /** Days on which it can be done at all: weather, the keeper's own choice. */
  readonly days: number
  /** Days on which it can be done with care alone, as bits: each counts as if so many days off. */
  readonly care: number
  /** How often its distance from the best day counts: so many jobs alike, each by its kind. */
  readonly weight: number
  readonly minutes: number
  /** Minutes at the end of its visit until the last hive may be opened. */
  readonly tail: number
  /** Strips handled of a treatment that limits them. */
  readonly strips: number
  readonly then: readonly Task[]
  /** The trees alike that stand together in this one, each by itself; left out where it is one alone. */
  readonly parts?: readonly Task[]
}

/** A day on which it fits with care alone is as good as one so many days farther from the best (our own choice). */
const CARE = 2

/** Where each task of a tree is done, by id; what may wait beyond the horizon is left out. */
export type Assignment = ReadonlyMap<string, number>

export const hasDay = (set: number, day: number): boolean => day >= 0 && day < HORIZON && (set & (1 << day)) !== 0
export const withDay = (set: number, day: number): number => set | (1 << day)
export function countDays(set: number): number {
  let left = set
  let count = 0
  while (left !== 0) {
    left &= left - 1
    count++
  }
  return count
}
/** The days from `from` to `to`, both in it, within the horizon. */
export function span(from: number, to: number): number {
  const first = Math.max(0, from)
  const last = Math.min(HORIZON - 1, to)
  return first > last ? 0 : ((1 << (last - first + 1)) - 1) << first
}
export const daysOf = (set: number): number[] => Array.from({ length: HORIZON }, (_, d) => d).filter((d) => hasDay(set, d))

/** The cheapest way to serve a task on one of some days, when what it hangs on is done on `from`: cost Infinity where there is none. */
export interface Served {
  readonly cost: number
  /** The day; null where it may wait beyond the horizon. */
  readonly day: number | null
}

/** Least total distance from the best days, of a task and all that hang on it, over a set of visit days. */
export function serve(task: Task, visits: number, from: number): Served {
  const first = from + task.earliest
  const last = Math.min(from + task.latest, task.notAfter)
  let found: Served = last >= HORIZON ? { cost: 0, day: null } : { cost: Infinity, day: null }
  // The search asks this hundreds of thousands of times: the days are walked as bits, without a list of them.
  for (let open = visits & task.days & span(first, last); open !== 0; open &= open - 1) {
    const day = 31 - Math.clz32(open & -open)
    let cost = (Math.abs(day - (from + task.best)) + (hasDay(task.care, day) ? CARE : 0)) * task.weight
    for (const next of task.then) {
      if (cost === Infinity || (found.day !== null && cost > found.cost)) break
      cost += serve(next, visits, day).cost
    }
    // What waits costs nothing, but what can be done within its window is not put off for that.
    if (cost < found.cost || (found.day === null && cost < Infinity)) found = { cost, day }
  }
  return found
}

/** Writes down the days that `serve` found, for the whole tree. */
export function assign(task: Task, visits: number, from: number, into: Map<string, number>): void {
  const { day } = serve(task, visits, from)
  if (day === null) return
  into.set(task.id, day)
  for (const next of task.then) assign(next, visits, day, into)
}

/** Days on which a task could ever be done, whatever the days of those before it; `must` where it cannot wait beyond the horizon. */
export interface Reach {
  readonly task: Task
  readonly days: number
  readonly must: boolean
}
export function reaches(task: Task, from: { readonly low: number; readonly high: number } = { low: 0, high: 0 }, must = true): Reach[] {
  const [low, high] = [from.low + task.earliest, Math.min(from.high + task.latest, task.notAfter)]
  const forced = must && high < HORIZON
  const own: Reach = { task, days: task.days & span(low, high), must: forced }
  return [own, ...task.then.flatMap((next) => reaches(next, { low: Math.max(0, low), high }, forced))]
}
