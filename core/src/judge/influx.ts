import { THREE_WAYS } from '../count/index.ts'
import type { CountFact, Situation } from '../situation/index.ts'
import { daysBetween, laterOf, type Day } from '../time/index.ts'

/** A rise after a course that mites cannot have bred. */
export interface Influx {
  readonly from: Day
  readonly to: Day
  /** Mites per 100 bees on the two days. */
  readonly low: number
  readonly high: number
  /** Growth a day that it would take. */
  readonly aDay: number
  /** Mites per 100 bees that came in a day, over what the first would have bred to by itself. */
  readonly came: number
}

/**
 * Growth a day over which mites come from outside: they breed by about 0.02 a day, in late summer by up to 0.03 as bees decline (Martin 1998,
 * from memory); twice that is taken for the doubt of two jars (a guess).
 */
export const INFLUX = 0.06
/** What they breed by at the most in those weeks. */
const BREEDS_ALONE = 0.03
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

/** The first and the last jar after the last course that has ended, so far apart that they tell of growth; null for none. */
function afterCourse({ counts, history, asOf }: Asked): { readonly first: CountFact; readonly last: CountFact } | null {
  const ended = history.reduce<Day | null>((last, p) => (p.end !== null && p.end <= asOf && (last === null || p.end > last) ? p.end : last), null)
  if (ended === null) return null
  const after = counts.filter((c) => isJar(c) && c.date >= ended && c.date <= asOf).toSorted((a, b) => a.date.localeCompare(b.date))
  const [first, last] = [after[0], after.at(-1)]
  return first && last && daysBetween(first.date, last.date) >= APART ? { first, last } : null
}

function influxIn(of: Asked): Influx | null {
  const jars = afterCourse(of)
  if (!jars) return null
  const { first, last } = jars
  // Half a mite more in the first jar, so that none found is not none there.
  const [low, high] = [(first.mites + 0.5) / (first.bees ?? 1), last.mites / (last.bees ?? 1)]
  if (high <= low) return null
  const days = daysBetween(first.date, last.date)
  const aDay = Math.log(high / low) / days
  if (aDay < INFLUX) return null
  const came = ((high - low * Math.exp(BREEDS_ALONE * days)) * 100) / days
  return { from: first.date, to: last.date, low: (first.mites / (first.bees ?? 1)) * 100, high: high * 100, aDay, came }
}

/** How far what comes into one colony differs from what comes into its neighbour, as a standard deviation of the logarithm (a guess). */
const COLONIES_DIFFER = 0.7

/**
 * Mites per 100 bees that came into a colony from outside between two days, as far as other colonies of its yard show it that were treated and
 * counted twice since: none, or about as many as came to those it came to, each by how many of them it came to. Null where it came to none.
 */
export function outsideBetween(
  others: readonly Pick<Situation, 'counts' | 'history'>[],
  from: Day,
  to: Day,
): readonly { readonly value: number; readonly weight: number }[] | null {
  const told = others.map((other) => ({ ...other, asOf: to })).filter((other) => (afterCourse(other)?.last.date ?? from) > from)
  const seen = told.flatMap((other) => influxIn(other) ?? []).toSorted((a, b) => a.came - b.came)
  const middle = seen[Math.floor(seen.length / 2)]
  if (!middle) return null
  const days = daysBetween(seen.map((s) => s.from).reduce(laterOf, from), to)
  // As much as one in two more, so that neither all nor none is sure.
  const chance = (seen.length + 0.5) / (told.length + 1)
  return [
    { value: 0, weight: 1 - chance },
    ...THREE_WAYS.map(([at, weight]) => ({ value: middle.came * days * Math.exp(at * COLONIES_DIFFER), weight: chance * weight })),
  ]
}
