import type { CountFact, Method } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'

/** Under this many bees a sample says little (common practice, no source). */
export const FEW_BEES = 100

/** The newest day's samples of one method, added up. */
export interface PooledCount {
  readonly date: Day
  readonly method: Method
  readonly mites: number
  /** Bees washed or cells opened; 0 for a board. */
  readonly bees: number
  /** Days a board lay; 0 for the others. */
  readonly days: number
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
    days: samples.reduce((sum, c) => sum + (c.days ?? 0), 0),
    recovery: samples.find((c) => c.recovery !== null)?.recovery ?? null,
    representative: samples.every((c) => c.representative !== false),
    samples: samples.length,
    age: daysBetween(date, asOf),
  }
}

export interface CountFault {
  readonly field: 'mites' | 'bees' | 'date'
  readonly severity: 'refuse' | 'warn'
  readonly text: string
}

/**
 * What is wrong with a wash as entered, in a keeper's words; the form and the server both ask here.
 * `from` is the first day the colony existed, where it is known.
 */
export function countFaults(entry: { mites: number | null; bees: number | null; date: Day }, today: Day, from: Day | null): CountFault[] {
  const faults: CountFault[] = []
  const refuse = (field: CountFault['field'], text: string) => faults.push({ field, severity: 'refuse', text })
  if (entry.mites === null) refuse('mites', 'Enter the mites found; 0 where there were none.')
  else if (!Number.isInteger(entry.mites) || entry.mites < 0) refuse('mites', 'Mites are counted in whole numbers from 0.')
  if (entry.bees === null) refuse('bees', 'Enter the bees in the jar: a level half cup is about 300.')
  else if (!Number.isInteger(entry.bees) || entry.bees < 1) refuse('bees', 'There must be bees in the jar: enter how many were washed.')
  else if (entry.mites !== null && entry.mites > entry.bees) {
    refuse('mites', `${entry.mites} mites on ${entry.bees} bees: more mites than bees. Were the two figures swapped?`)
  } else if (entry.bees < FEW_BEES) {
    faults.push({ field: 'bees', severity: 'warn', text: `Only ${entry.bees} bees: the answer will be very wide. A level half cup is about 300.` })
  }
  if (entry.date > today) refuse('date', `This day is still to come: today is ${today}.`)
  else if (from !== null && entry.date < from) refuse('date', `The colony is in your book from ${from}: a count cannot be older.`)
  return faults
}
