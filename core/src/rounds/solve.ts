import { atOnce } from '../turns/index.ts'
import { levelling, loadOf, MOST_LOOKS, noLoad, tooMuch, type KnownWays, type Levelled, type Limits } from './level.ts'
import { assign, daysOf, HORIZON, never, serve, type Assignment, type Drawing, type Enough, type Task } from './problem.ts'
import { MOST_STEPS, solveYard, type YardSolution, type YardVisits } from './solve-yard.ts'

/** A yard's trees of jobs. */
export interface YardTasks {
  readonly id: string
  readonly tasks: readonly Task[]
  /** Days on which the keeper goes there in any case, as bits. */
  readonly given: number
}
export interface Problem {
  readonly yards: readonly YardTasks[]
  /** Minutes the keeper has on each day; 0 closes the day. */
  readonly minutes: readonly number[]
  readonly yardMinutes: number
  readonly people: number
  /** Most strips on a day, all people together. */
  readonly strips: number
}

/** `best`: nothing fewer, nothing nearer; `fewest`: no fewer visits would do; `good`: found, not proved. */
export type Proof = 'best' | 'fewest' | 'good'

export interface Plan {
  /** `single`: jobs that stand alike have each a day of their own, by their own ids. */
  readonly yards: readonly { readonly id: string; readonly days: number; readonly at: Assignment; readonly single: boolean }[]
  /** Jobs that no open day serves, with all that hang on them. */
  readonly unserved: readonly string[]
  readonly visits: number
  readonly distance: number
  readonly proof: Proof
  /** The search was ended before it was through. */
  readonly cut: boolean
  /** Days with more work than minutes: nothing better was found. */
  readonly overfull: readonly number[]
}

const idsOf = (task: Task): string[] => [task.id, ...task.then.flatMap(idsOf)]

/** The tree with only the tasks in `kept`. */
const only = (task: Task, kept: ReadonlySet<string>): Task => ({ ...task, then: task.then.filter((t) => kept.has(t.id)).map((t) => only(t, kept)) })

/** Leaves out what no open day serves, with all that hangs on it; the rest of the tree stays. */
function servable(task: Task, open: number): { kept: Task | null; left: string[] } {
  if (serve(task, open, 0).cost < Infinity) return { kept: task, left: [] }
  const kept = new Set<string>()
  const left: string[] = []
  const add = (next: Task): void => {
    kept.add(next.id)
    if (serve(only(task, kept), open, 0).cost < Infinity) return next.then.forEach(add)
    kept.delete(next.id)
    left.push(...idsOf(next))
  }
  add(task)
  return { kept: kept.size > 0 ? only(task, kept) : null, left }
}

/** A way and what it asks of the days: the minutes of each, then the strips of each. */
interface Weighed {
  readonly way: YardVisits
  readonly load: readonly number[]
}
/** What the days have: minutes, then strips. */
const limitsOf = ({ minutes, strips }: Problem): number[] => noLoad().map((_, i) => (i < HORIZON ? (minutes[i] ?? 0) : strips))
const dayOf = (i: number): number => i % HORIZON

/** What a yard asks of the days when each job goes to the nearest of its visits. */
const loadOfYard = ({ tasks }: YardTasks, days: number, problem: Problem): number[] => {
  const at = new Map<string, number>()
  for (const task of tasks) assign(task, days, 0, at)
  return loadOf(tasks, at, days, problem)
}

const MOST_TRIES = 20_000
/** Least distance in all over one way a yard, days not overfull: by branch and bound over the yards' own ways, nearest first. */
function together(ways: readonly (readonly Weighed[])[], limits: readonly number[]): number[] | null {
  const rest = ways.map((_, i) => ways.slice(i).reduce((sum, list) => sum + (list[0]?.way.distance ?? 0), 0))
  let best: { picked: number[]; distance: number } | null = null
  let tries = 0
  const used = noLoad()
  const picked: number[] = []
  const go = (i: number, distance: number): void => {
    if (tries > MOST_TRIES || (best && distance + (rest[i] ?? 0) >= best.distance)) return
    const list = ways[i]
    if (!list) {
      best = { picked: [...picked], distance }
      return
    }
    list.forEach(({ way, load }, k) => {
      tries++
      if (load.some((m, d) => m > 0 && m + (used[d] ?? 0) > (limits[d] ?? 0))) return
      load.forEach((m, d) => (used[d] = (used[d] ?? 0) + m))
      picked.push(k)
      go(i + 1, distance + way.distance)
      picked.pop()
      load.forEach((m, d) => (used[d] = (used[d] ?? 0) - m))
    })
  }
  go(0, 0)
  return (best as { picked: number[] } | null)?.picked ?? null
}

const MOST_MOVES = 60
/** Days with more work, or more strips, than they have. */
const fullDays = (load: readonly number[], limits: readonly number[]): number =>
  load.reduce((set, m, i) => (m > (limits[i] ?? 0) ? set | (1 << dayOf(i)) : set), 0)
const minus = (a: readonly number[], b: readonly number[]): number[] => a.map((m, d) => m - (b[d] ?? 0))
const plus = (a: readonly number[], b: readonly number[]): number[] => a.map((m, d) => m + (b[d] ?? 0))

/** Moves one yard at a time to another of its ways, or to one with a full day closed to it, while that takes work off days too full. */
function* levelled(
  yards: readonly YardTasks[],
  pools: readonly (readonly Weighed[])[],
  open: number,
  problem: Problem,
  enough: Enough,
): Drawing<YardVisits[]> {
  const limits = limitsOf(problem)
  const now = pools.map((list) => list[0]).filter((w) => w !== undefined)
  let load = now.reduce((sum, w) => plus(sum, w.load), noLoad())
  // A yard with some days closed is solved once, in however many turns it is asked.
  const known = yards.map(() => new Map<number, Weighed | null>())
  const withDays = (yard: YardTasks, i: number, left: number): Weighed | null => {
    const found = known[i]?.get(left)
    if (found !== undefined) return found
    const way = yard.tasks.some((t) => serve(t, left, 0).cost === Infinity) ? null : solveYard(yard.tasks, left, yard.given).best
    const made = way && { way, load: loadOfYard(yard, way.days, problem) }
    known[i]?.set(left, made)
    return made
  }
  for (let turn = 0; turn < MOST_MOVES && tooMuch(load, limits) > 0 && !enough(); turn++) {
    const full = fullDays(load, limits)
    let best: { i: number; to: Weighed; over: number; cost: number } | null = null
    for (const [i, yard] of yards.entries()) {
      const own = now[i]
      if (!own || (own.way.days & full) === 0) continue
      yield { stage: 'together', done: turn, of: MOST_MOVES }
      const rest = minus(load, own.load)
      const closed = daysOf(own.way.days & full).flatMap((d) => withDays(yard, i, (open & ~(1 << d)) | yard.given) ?? [])
      for (const to of [...(pools[i] ?? []), ...closed]) {
        const over = tooMuch(plus(rest, to.load), limits)
        const cost = (to.way.visits - own.way.visits) * 1000 + to.way.distance - own.way.distance
        if (!best || over < best.over || (over === best.over && cost < best.cost)) best = { i, to, over, cost }
      }
    }
    const own = best && now[best.i]
    if (!best || !own || best.over >= tooMuch(load, limits)) break
    load = plus(minus(load, own.load), best.to.load)
    now[best.i] = best.to
  }
  return now.map((w) => w.way)
}

/** So many plans in which one yard is visited on other days are tried at the most. */
const MOST_OTHERWISE = 40
/** Plans in which one yard is visited as often, on other days. */
function oneOtherwise(ways: readonly YardVisits[], pools: readonly (readonly Weighed[])[]): YardVisits[][] {
  const each = Math.max(1, Math.floor(MOST_OTHERWISE / Math.max(1, pools.length)))
  return pools
    .flatMap((pool, i) =>
      pool
        .filter(({ way }) => way.days !== ways[i]?.days)
        .slice(0, each)
        .map(({ way }) => ways.map((own, k) => (k === i ? way : own))),
    )
    .slice(0, MOST_OTHERWISE)
}

const singly = (tasks: readonly Task[]): Task[] => tasks.flatMap((t) => t.parts ?? [t])
const loadOfSpread = ({ tasks }: YardTasks, way: YardVisits | undefined, at: Assignment | undefined, problem: Problem): number[] =>
  loadOf(singly(tasks), at ?? new Map<string, number>(), way?.days ?? 0, problem)

/** Of some ways to visit the yards the one whose jobs, spread over its days, leave least too much; then of fewest visits, then nearest. */
function* spreadOver(
  yards: readonly YardTasks[],
  tried: readonly (readonly YardVisits[])[],
  limits: Limits,
  enough: Enough,
): Drawing<{ readonly ways: YardVisits[]; readonly spread: Levelled }> {
  let best: { ways: YardVisits[]; spread: Levelled; visits: number } | null = null
  const looks = { left: MOST_LOOKS }
  const known: KnownWays = new Map()
  for (const [turn, ways] of tried.entries()) {
    if (best && (looks.left <= 0 || enough())) break
    const level = levelling(
      yards.map(({ tasks }, i) => ({ tasks, days: ways[i]?.days ?? 0 })),
      limits,
      looks,
      known,
    )
    let spread: Levelled | null = null
    while (spread === null) {
      const step = level.next()
      if (step.done) spread = step.value
      else {
        yield { stage: 'together', done: MOST_LOOKS - looks.left, of: MOST_LOOKS }
        // What was moved so far stands: with no looks left it is handed over as it is.
        if (enough()) looks.left = 0
      }
    }
    yield { stage: 'together', done: turn, of: tried.length }
    const visits = ways.reduce((n, w) => n + w.visits, 0)
    const order = best && (spread.over - best.spread.over || visits - best.visits || spread.distance - best.spread.distance)
    if (order === null || order < 0) best = { ways: [...ways], spread, visits }
    if (best?.spread.over === 0 && ways !== tried[0]) break
  }
  if (!best) throw new Error('no way to visit was tried')
  return best
}

/** Draws jobs together into the fewest visits, nearest to their best days, within windows and the keeper's time. */
export const solve = (problem: Problem): Plan => atOnce(solving(problem))

/** The same in steps; what it has when it is `enough` stands, and claims no more than was proved by then. */
export function* solving(problem: Problem, enough: Enough = never): Drawing<Plan> {
  let cut = false
  /** Asked only where something is left to be searched. */
  const ends = (): boolean => (cut ||= enough())
  const open = problem.minutes.reduce((set, m, d) => (m > 0 && d < HORIZON ? set | (1 << d) : set), 0)
  const unserved: string[] = []
  const yards = problem.yards.map(({ id, tasks, given }) => ({
    id,
    given,
    tasks: tasks.flatMap((task) => {
      const { kept, left } = servable(task, open | given)
      unserved.push(...left)
      return kept ? [kept] : []
    }),
  }))
  const solved: YardSolution[] = []
  for (const y of yards) {
    solved.push(solveYard(y.tasks, open | y.given, y.given, ends() ? 0 : MOST_STEPS))
    yield { stage: 'yards', done: solved.length, of: yards.length }
  }
  const limits = limitsOf(problem)
  const overfull = (ways: readonly YardVisits[]): number =>
    fullDays(
      yards.reduce((sum, y, i) => plus(sum, loadOfYard(y, ways[i]?.days ?? 0, problem)), noLoad()),
      limits,
    )
  let ways: YardVisits[] = solved.map((s) => s.best)
  const bound = { visits: ways.reduce((n, w) => n + w.visits, 0), distance: ways.reduce((n, w) => n + w.distance, 0) }
  let spread: Levelled | null = null
  if (overfull(ways) !== 0) {
    const weighed = yards.map((y, i) => (solved[i]?.others ?? []).map((way) => ({ way, load: loadOfYard(y, way.days, problem) })))
    const picked = together(weighed, limits)
    yield { stage: 'together', done: 0, of: 1 }
    const found = yield* spreadOver(
      yards,
      [
        ways,
        ...(picked ? [picked.flatMap((k, i) => weighed[i]?.[k]?.way ?? [])] : []),
        yield* levelled(yards, weighed, open, problem, ends),
        ...oneOtherwise(ways, weighed),
      ],
      {
        of: limits,
        yardMinutes: problem.yardMinutes,
        people: problem.people,
      },
      ends,
    )
    ways = found.ways
    spread = found.spread
  }
  const visits = ways.reduce((n, w) => n + w.visits, 0)
  const distance = spread ? spread.distance : ways.reduce((n, w) => n + w.distance, 0)
  const full = spread
    ? fullDays(
        yards.reduce((sum, y, i) => plus(sum, loadOfSpread(y, ways[i], spread?.at[i], problem)), noLoad()),
        limits,
      )
    : 0
  const proof: Proof =
    full === 0 && solved.every((s) => s.proved) && visits === bound.visits && distance === bound.distance
      ? 'best'
      : solved.every((s) => s.fewestProved) && visits === bound.visits
        ? 'fewest'
        : 'good'
  return {
    yards: yards.map(({ id, tasks }, i) => {
      const days = ways[i]?.days ?? 0
      const own = spread?.at[i]
      if (own) return { id, days, at: own, single: true }
      const at = new Map<string, number>()
      for (const task of tasks) assign(task, days, 0, at)
      return { id, days, at, single: false }
    }),
    unserved,
    visits,
    distance,
    proof,
    cut,
    overfull: daysOf(full),
  }
}
