import type { InSteps } from '../turns/index.ts'
import { assign, daysOf, HORIZON, reaches, serve, withDay, type Assignment, type Task } from './problem.ts'

/** A yard's trees on the days on which it is visited. */
export interface VisitedYard {
  readonly tasks: readonly Task[]
  readonly days: number
}
/** What the days have, and what a visit costs. */
export interface Limits {
  /** Minutes of each day, then strips of each day. */
  readonly of: readonly number[]
  readonly yardMinutes: number
  readonly people: number
}

export const noLoad = (): number[] => Array.from({ length: 2 * HORIZON }, () => 0)
/** By how much days have more work, or more strips, than they have. */
export const tooMuch = (load: readonly number[], limits: readonly number[]): number =>
  load.reduce((sum, m, i) => sum + Math.max(0, m - (limits[i] ?? 0)), 0)

/** What the jobs of a yard ask of the days: minutes, the longest wait at the end of a visit, and strips. */
export function loadOf(
  tasks: readonly Task[],
  at: Assignment,
  days: number,
  { yardMinutes, people }: Pick<Limits, 'yardMinutes' | 'people'>,
): number[] {
  const load = noLoad()
  const tails = noLoad()
  for (const day of daysOf(days)) load[day] = yardMinutes
  const add = (task: Task): void => {
    const day = at.get(task.id)
    if (day !== undefined) {
      load[day] = (load[day] ?? 0) + task.minutes / people
      load[HORIZON + day] = (load[HORIZON + day] ?? 0) + task.strips
      tails[day] = Math.max(tails[day] ?? 0, task.tail)
    }
    task.then.forEach(add)
  }
  tasks.forEach(add)
  return load.map((m, i) => m + (tails[i] ?? 0))
}

/** One way to serve a tree on the days of its yard. */
interface Served {
  readonly at: Assignment
  readonly cost: number
  /** The days of `at` as bits. */
  readonly days: number
}

/** A tree's ways are told apart over so many of its days at the most: all sets of them are tried. */
const MOST_DAYS = 6
const MOST_WAYS = 16
/** The ways in which a tree may be served on some days, nearest first: with each set of its days left out. */
function waysOf(tree: Task, days: number): Served[] {
  const own = daysOf(days & reaches(tree).reduce((all, r) => all | r.days, 0)).slice(0, MOST_DAYS)
  const found = new Map<string, Served>()
  for (let shut = 0; shut < 1 << own.length; shut++) {
    const left = own.reduce((open, day, i) => (shut & (1 << i) ? open & ~(1 << day) : open), days)
    const { cost } = serve(tree, left, 0)
    if (cost === Infinity) continue
    const at = new Map<string, number>()
    assign(tree, left, 0, at)
    const key = [...at].join()
    if (!found.has(key)) found.set(key, { at, cost, days: [...at.values()].reduce((set, day) => withDay(set, day), 0) })
  }
  return [...found.values()].toSorted((a, b) => a.cost - b.cost).slice(0, MOST_WAYS)
}

/** The ways of trees as they were found, by the days of their yard: plans that are tried one after the other differ in one yard. */
export type KnownWays = Map<Task, Map<number, readonly Served[]>>
function waysIn(known: KnownWays, tree: Task, days: number): readonly Served[] {
  const own = known.get(tree) ?? new Map<number, readonly Served[]>()
  known.set(tree, own)
  const found = own.get(days) ?? waysOf(tree, days)
  own.set(days, found)
  return found
}

interface Part {
  readonly tree: Task
  readonly yard: number
  readonly ways: readonly Served[]
}

/** Looks at so many moves at the most, over all that is tried for one plan. */
export const MOST_LOOKS = 60_000
export interface Looks {
  left: number
}

/** After so many it says how far it is: a few milliseconds. */
const LOOKS_A_STEP = 400

/** Jobs of some yards on their days, and by how much the days are still too full. */
export interface Levelled {
  readonly at: readonly Assignment[]
  readonly over: number
  readonly distance: number
}

/** A move: trees served otherwise, by their place among all. */
type Move = readonly (readonly [part: number, way: number])[]
/** Minutes shared among people are no whole numbers. */
const EPSILON = 1e-9

const eachOf = (task: Task, see: (task: Task) => void): void => {
  see(task)
  for (const next of task.then) eachOf(next, see)
}

/** Trees of jobs as they are served now, and what that asks of the days. */
class Standing {
  readonly parts: readonly Part[]
  readonly choice: number[]
  /** The trees that could be served otherwise, by their place. */
  readonly movable: readonly number[]
  readonly #limits: Limits
  readonly #ofYard: readonly (readonly number[])[]
  /** Minutes and strips, the waits at the end of visits apart. */
  readonly #load = noLoad()
  readonly #tails: number[][]
  /** The waits of all yards together, day by day. */
  readonly #tailSum: number[] = Array.from({ length: HORIZON }, () => 0)

  constructor(yards: readonly VisitedYard[], limits: Limits, known: KnownWays) {
    this.#limits = limits
    this.parts = yards.flatMap(({ tasks, days }, yard) =>
      tasks.flatMap((t) => (t.parts ?? [t]).map((tree) => ({ tree, yard, ways: waysIn(known, tree, days) }))),
    )
    this.choice = this.parts.map(() => 0)
    this.movable = this.parts.flatMap(({ ways }, i) => (ways.length > 1 ? [i] : []))
    const ofYard = yards.map((): number[] => [])
    this.parts.forEach((p, i) => ofYard[p.yard]?.push(i))
    this.#ofYard = ofYard
    for (const { days } of yards) for (const day of daysOf(days)) this.#load[day] = (this.#load[day] ?? 0) + limits.yardMinutes
    this.parts.forEach((_, i) => this.#put(this.#load, i, 0, 1))
    this.#tails = yards.map((_, yard) => this.#tailsOf(yard, []))
    for (const own of this.#tails) own.forEach((tail, d) => (this.#tailSum[d] = (this.#tailSum[d] ?? 0) + tail))
  }
  #put(into: number[], part: number, way: number, sign: 1 | -1): void {
    const { tree, ways } = this.parts[part] ?? {}
    const at = ways?.[way]?.at
    if (!tree || !at) return
    eachOf(tree, (task) => {
      const day = at.get(task.id)
      if (day === undefined) return
      into[day] = (into[day] ?? 0) + (sign * task.minutes) / this.#limits.people
      into[HORIZON + day] = (into[HORIZON + day] ?? 0) + sign * task.strips
    })
  }
  /** The longest wait at the end of each visit to a yard. */
  #tailsOf(yard: number, move: Move): number[] {
    const tails = Array.from({ length: HORIZON }, () => 0)
    for (const i of this.#ofYard[yard] ?? []) {
      const { tree, ways } = this.parts[i] ?? {}
      const at = ways?.[move.find(([part]) => part === i)?.[1] ?? this.choice[i] ?? 0]?.at
      if (tree && at)
        eachOf(tree, (task) => {
          const day = at.get(task.id)
          if (day !== undefined) tails[day] = Math.max(tails[day] ?? 0, task.tail)
        })
    }
    return tails
  }
  loadWith(move: Move): number[] {
    const then = [...this.#load]
    for (const [part, way] of move) {
      this.#put(then, part, this.choice[part] ?? 0, -1)
      this.#put(then, part, way, 1)
    }
    for (let d = 0; d < HORIZON; d++) then[d] = (then[d] ?? 0) + (this.#tailSum[d] ?? 0)
    // Of seventy yards a move touches two at the most: only theirs are looked at anew.
    const moved = new Set(move.flatMap(([part]) => this.parts[part]?.yard ?? []))
    for (const yard of moved) {
      const [tails, own] = [this.#tailsOf(yard, move), this.#tails[yard] ?? []]
      for (let d = 0; d < HORIZON; d++) then[d] = (then[d] ?? 0) + (tails[d] ?? 0) - (own[d] ?? 0)
    }
    return then
  }
  overWith = (move: Move): number => tooMuch(this.loadWith(move), this.#limits.of)
  costOf = (move: Move): number =>
    move.reduce((sum, [i, way]) => sum + (this.parts[i]?.ways[way]?.cost ?? 0) - (this.parts[i]?.ways[this.choice[i] ?? 0]?.cost ?? 0), 0)
  make(move: Move): void {
    for (const [part, way] of move) {
      this.#put(this.#load, part, this.choice[part] ?? 0, -1)
      this.#put(this.#load, part, way, 1)
      this.choice[part] = way
      const yard = this.parts[part]?.yard ?? 0
      const [tails, before] = [this.#tailsOf(yard, []), this.#tails[yard] ?? []]
      tails.forEach((tail, d) => (this.#tailSum[d] = (this.#tailSum[d] ?? 0) + tail - (before[d] ?? 0)))
      this.#tails[yard] = tails
    }
  }
  /** The trees with a job on a day that is too full, and another way to be served. */
  onFullDays(): number[] {
    const load = this.loadWith([])
    const full = load.reduce((set, m, i) => (m > (this.#limits.of[i] ?? 0) + EPSILON ? withDay(set, i % HORIZON) : set), 0)
    return this.movable.filter((i) => ((this.parts[i]?.ways[this.choice[i] ?? 0]?.days ?? 0) & full) !== 0)
  }
  othersOf = (part: number): number[] => (this.parts[part]?.ways ?? []).map((_, k) => k).filter((k) => k !== this.choice[part])
}

function* singleMoves(state: Standing): Iterable<Move> {
  for (const i of state.onFullDays()) for (const way of state.othersOf(i)) yield [[i, way]]
}
function* pairedMoves(state: Standing): Iterable<Move> {
  for (const i of state.onFullDays())
    for (const one of state.othersOf(i))
      for (const j of state.movable) {
        if (j === i) continue
        for (const other of state.othersOf(j))
          yield [
            [i, one],
            [j, other],
          ]
      }
}

/**
 * Moves jobs between the days on which their yards are visited anyway, one tree of jobs at a time and then two at once, while that takes work
 * off days too full: the move that takes most off, and of those that take as much the nearest. What stands alike in one tree is moved one by one.
 */
export function* levelling(yards: readonly VisitedYard[], limits: Limits, looks: Looks, known: KnownWays): InSteps<void, Levelled> {
  const state = new Standing(yards, limits, known)
  let over = state.overWith([])
  let looked = 0
  function* best(moves: Iterable<Move>): InSteps<void, Move | null> {
    let found: { move: Move; over: number; cost: number } | null = null
    for (const move of moves) {
      if (looks.left-- <= 0) break
      if (++looked % LOOKS_A_STEP === 0) yield
      const left = state.overWith(move)
      if (left > over - EPSILON) continue
      const cost = state.costOf(move)
      if (!found || left < found.over - EPSILON || (left < found.over + EPSILON && cost < found.cost)) found = { move, over: left, cost }
    }
    return found?.move ?? null
  }
  while (over > EPSILON) {
    const move = (yield* best(singleMoves(state))) ?? (yield* best(pairedMoves(state)))
    if (!move) break
    state.make(move)
    over = state.overWith([])
  }
  const at = yards.map(() => new Map<string, number>())
  const now = state.parts.map((part, i) => ({ yard: part.yard, way: part.ways[state.choice[i] ?? 0] }))
  for (const { yard, way } of now) way?.at.forEach((day, id) => at[yard]?.set(id, day))
  return { at, over: over > EPSILON ? over : 0, distance: now.reduce((sum, { way }) => sum + (way?.cost ?? 0), 0) }
}
