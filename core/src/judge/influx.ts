import type { CountFact, Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'

/** A rise after a course that mites cannot have bred. */
export interface Influx {
  readonly from: Day
  readonly to: Day
  /** Mites per 100 bees on the two days. */
  readonly low: number
  readonly high: number
  /** Growth a day that it would take. */
  readonly aDay: number
}

/**
 * Growth a day over which mites come from outside: they breed by about 0.02 a day, in late summer by up to 0.03 as bees decline (Martin 1998,
 * from memory); twice that is taken for the doubt of two jars (a guess).
 */
const BREEDS = 0.06
/** Two counts nearer to each other than this, days, tell of no growth. */
const APART = 7

const isJar = (c: CountFact): boolean => c.bees !== null && c.bees > 0 && c.method !== 'drone' && c.method !== 'board'

type Asked = Pick<Situation, 'counts' | 'history' | 'asOf'>
/** Kept by the counts: a search over days asks for the same of every option on every day. */
const kept = new WeakMap<Situation['counts'], { readonly of: Asked; readonly found: Influx | null }>()

/** A count that was low after the last course and shot up within weeks: the treatment worked, and mites came from elsewhere. */
export function influxOf(of: Asked): Influx | null {
  const known = kept.get(of.counts)
  if (known && known.of.history === of.history && known.of.asOf === of.asOf) return known.found
  const found = influxIn(of)
  kept.set(of.counts, { of: { counts: of.counts, history: of.history, asOf: of.asOf }, found })
  return found
}

function influxIn({ counts, history, asOf }: Asked): Influx | null {
  const ended = history.reduce<Day | null>((last, p) => (p.end !== null && p.end <= asOf && (last === null || p.end > last) ? p.end : last), null)
  if (ended === null) return null
  const after = counts.filter((c) => isJar(c) && c.date >= ended && c.date <= asOf).toSorted((a, b) => a.date.localeCompare(b.date))
  const [first, last] = [after[0], after.at(-1)]
  if (!first || !last || daysBetween(first.date, last.date) < APART) return null
  // Half a mite more in the first jar, so that none found is not none there.
  const [low, high] = [(first.mites + 0.5) / (first.bees ?? 1), last.mites / (last.bees ?? 1)]
  if (high <= low) return null
  const aDay = Math.log(high / low) / daysBetween(first.date, last.date)
  return aDay < BREEDS ? null : { from: first.date, to: last.date, low: (first.mites / (first.bees ?? 1)) * 100, high: high * 100, aDay }
}
