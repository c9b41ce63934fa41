import { countDays, daysOf, hasDay, reaches, serve, withDay, type Reach, type Task } from './problem.ts'

/** Visits to one yard. */
export interface YardVisits {
  /** The days, as bits. */
  readonly days: number
  readonly visits: number
  /** Days away from the best, over all jobs. */
  readonly distance: number
}

export interface YardSolution {
  readonly best: YardVisits
  /** Nothing better exists: fewer visits do not serve, and none as few come nearer. */
  readonly proved: boolean
  /** Fewer visits do not serve. */
  readonly fewestProved: boolean
  /** Other ways with as few visits, nearest first. */
  readonly others: readonly YardVisits[]
  /** Every way with as few visits is among `others`. */
  readonly complete: boolean
}

/** Steps of the search after which it stops proving and keeps the best it has. */
export const MOST_STEPS = 40_000
const MOST_KEPT = 300

const cost = (tasks: readonly Task[], visits: number): number => {
  let sum = 0
  for (const task of tasks) {
    sum += serve(task, visits, 0).cost
    if (sum === Infinity) return sum
  }
  return sum
}

/** A number of visits that nothing can go under: jobs whose days do not touch each need their own. */
function atLeast(forced: readonly Reach[]): number {
  let taken = 0
  let count = 0
  for (const { days } of forced.toSorted((a, b) => 31 - Math.clz32(a.days) - (31 - Math.clz32(b.days)))) {
    if (days === 0 || (days & taken) !== 0) continue
    // Jobs are taken by the end of their days: the classic greedy for intervals, and a bound for any sets.
    taken |= days
    count++
  }
  return count
}

/** Adds the day that helps most until all are served: where the search begins. */
function greedy(tasks: readonly Task[], open: number, given: number): number {
  let visits = given
  for (;;) {
    const left = tasks.filter((t) => serve(t, visits, 0).cost === Infinity)
    if (left.length === 0) return visits
    let best = { day: -1, served: -1, distance: Infinity }
    for (const day of daysOf(open & ~visits)) {
      const next = withDay(visits, day)
      const within = left.flatMap((t) => reaches(t)).filter((r) => r.must && hasDay(r.days, day) && (r.days & visits) === 0).length
      const served = left.filter((t) => serve(t, next, 0).cost < Infinity).length * 100 + within
      const distance = left.reduce((sum, t) => sum + Math.abs(day - t.best), 0)
      if (served > best.served || (served === best.served && distance < best.distance)) best = { day, served, distance }
    }
    if (best.day < 0) return visits
    visits = withDay(visits, best.day)
  }
}

interface Search {
  readonly tasks: readonly Task[]
  readonly reach: ReadonlyMap<Task, readonly Reach[]>
  readonly open: number
  steps: number
  readonly mostSteps: number
  most: number
  found: Map<number, number>
}

/** The days of which at least one must be added before an unserved tree can be served; the fewest first. */
function choices(search: Search, task: Task, visits: number, shut: number): number {
  const reach = search.reach.get(task) ?? []
  let all = 0
  let least = 0
  let size = Infinity
  for (const r of reach) {
    const free = r.days & search.open & ~visits & ~shut
    all |= free
    if (!r.must || (r.days & visits) !== 0) continue
    const n = countDays(free)
    if (n < size) [least, size] = [free, n]
  }
  return size < Infinity ? least : all
}

/** Every set of exactly `most` days that serves, until the steps are used up. */
function explore(search: Search, visits: number, shut: number): void {
  if (search.steps++ > search.mostSteps) return
  const unserved = search.tasks.filter((t) => serve(t, visits, 0).cost === Infinity)
  const left = search.most - countDays(visits)
  if (unserved.length === 0) {
    // Fewer days than asked for would have been found one turn before.
    search.found.set(visits, cost(search.tasks, visits))
    return
  }
  if (left === 0) return
  const forced = unserved.flatMap((t) => (search.reach.get(t) ?? []).filter((r) => r.must && (r.days & visits) === 0))
  if (atLeast(forced.map((r) => ({ ...r, days: r.days & search.open }))) > left) return
  const options = unserved.map((t) => choices(search, t, visits, shut)).toSorted((a, b) => countDays(a) - countDays(b))
  let closed = shut
  for (const day of daysOf(options[0] ?? 0)) {
    explore(search, withDay(visits, day), closed)
    // What was tried with this day is not tried again without it.
    closed = withDay(closed, day)
  }
}

/**
 * The fewest visits that serve all trees of a yard on days in `open`, then the least distance from the best days: by search over sets of
 * days, one more at a time, each closed once its branch is done. Days `given` are visited in any case. After `mostSteps` it keeps the best it has, and proves nothing more. Every tree must be servable on `open`.
 */
export function solveYard(tasks: readonly Task[], open: number, given = 0, mostSteps = MOST_STEPS): YardSolution {
  const reach = new Map(tasks.map((t) => [t, reaches(t)] as const))
  const start = greedy(tasks, open, given)
  const search: Search = { tasks, reach, open, steps: 0, mostSteps, most: 0, found: new Map() }
  const least = countDays(given) + atLeast([...reach.values()].flat().filter((r) => r.must && (r.days & given) === 0))
  let fewestProved = true
  for (search.most = least; search.most <= countDays(start); search.most++) {
    explore(search, given, 0)
    if (search.found.size > 0) break
    if (search.steps > mostSteps) {
      fewestProved = false
      search.most = countDays(start)
      break
    }
  }
  const complete = search.steps <= mostSteps
  if (search.found.size === 0 || !fewestProved) search.found.set(start, cost(tasks, start))
  const all = [...search.found]
    .map(([days, distance]) => ({ days, distance, visits: countDays(days) }))
    .toSorted((a, b) => a.visits - b.visits || a.distance - b.distance || a.days - b.days)
  const [best] = all
  if (!best) throw new Error('a search that found nothing')
  return { best, proved: complete && fewestProved, fewestProved, others: all.slice(0, MOST_KEPT), complete: complete && all.length <= MOST_KEPT }
}
