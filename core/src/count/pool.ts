import type { CountFact, Method } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'

/** The newest day's samples of one method, added up. */
export interface PooledCount {
  readonly date: Day
  readonly method: Method
  readonly mites: number
  /** Bees washed or cells opened; 0 for a board. */
  readonly bees: number
  /** Days a board lay, times the share of it that was counted; 0 for the others. */
  readonly days: number
  /** Variance over mean among the squares of a board, where it was counted in squares; else 1. */
  readonly spread: number
  readonly recovery: number | null
  readonly representative: boolean
  readonly samples: number
  /** Days from the count to `asOf`. */
  readonly age: number
}

/** Most trusted first, for a day on which two methods were used. */
const TRUST: readonly Method[] = ['wash', 'sugar', 'drone', 'board']

/** The count that is judged: of the newest day, the most trusted method, all its samples. Null where there is none. */
export function newestCount(counts: readonly CountFact[], asOf: Day): PooledCount | null {
  const known = counts.filter((c) => c.date <= asOf)
  const first = known[0]
  if (!first) return null
  const date = known.reduce((newest, c) => (c.date > newest ? c.date : newest), first.date)
  const ofDay = known.filter((c) => c.date === date)
  const method = TRUST.find((m) => ofDay.some((c) => c.method === m)) ?? first.method
  const samples = ofDay.filter((c) => c.method === method)
  return {
    date,
    method,
    mites: samples.reduce((sum, c) => sum + c.mites, 0),
    bees: samples.reduce((sum, c) => sum + (c.bees ?? 0), 0),
    days: samples.reduce((sum, c) => sum + (c.days ?? 0) * (c.share ?? 1), 0),
    spread: Math.max(...samples.map((c) => c.spread ?? 1)),
    recovery: samples.find((c) => c.recovery !== null)?.recovery ?? null,
    representative: samples.every((c) => c.representative !== false),
    samples: samples.length,
    age: daysBetween(date, asOf),
  }
}
