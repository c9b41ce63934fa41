import { clopperPearson, incompleteBeta, newestCount, type PooledCount } from '../count/index.ts'
import type { CountFact } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { growthOf, type Growth } from './growth.ts'
import { aDay } from '../words/index.ts'

/** How the newest count stands to the one before it, by the same method. */
export interface Trend {
  /** The count before, per 100 bees or cells, or a day for boards. */
  readonly before: number
  readonly on: Day
  readonly direction: 'rising' | 'falling' | 'unclear'
  /** How many times the level of before, central 90 %; null where no mites were found before. `high` may be null: no bound. */
  readonly ratio: { readonly estimate: number; readonly low: number; readonly high: number | null } | null
  /** Chance 0-1 that the level is higher now than it was. */
  readonly chanceRisen: number
  /** Growth a day over the counts of the last months, where there are three or more. */
  readonly growth: Growth | null
  readonly text: string
}

const SAID = { rising: 'rising', falling: 'falling', unclear: 'no change that two counts could show' }
/** Counts further back than this say nothing of the trend (common practice, no source). */
const LOOKED_BACK = 120

const exposureOf = (count: PooledCount) => (count.method === 'board' ? count.days : count.bees)

/** The pooled counts of one method, newest first, back to `from`. */
function countsBack(counts: readonly CountFact[], now: PooledCount, from: Day): PooledCount[] {
  const found: PooledCount[] = [now]
  for (;;) {
    const last = found.at(-1) ?? now
    const next = newestCount(
      counts.filter((c) => c.method === now.method && c.date < last.date && c.date >= from),
      last.date,
    )
    if (!next) return found
    found.push(next)
  }
}

function ratioOf(now: PooledCount, earlier: PooledCount): Trend['ratio'] {
  if (earlier.mites === 0 || now.mites + earlier.mites === 0) return null
  const scale = exposureOf(earlier) / exposureOf(now)
  const share = clopperPearson(now.mites, now.mites + earlier.mites)
  const odds = (p: number) => (p >= 1 ? null : (p / (1 - p)) * scale)
  return { estimate: (now.mites / earlier.mites) * scale, low: odds(share.low) ?? 0, high: odds(share.high) }
}

const times = (x: number) => (x < 9.95 ? x.toFixed(1) : String(Math.round(x)))

/**
 * Rising or falling where the 90 % interval of the ratio of the two rates leaves out 1; by the exact conditional test of
 * two Poisson means (Przyborowski & Wilenski, Biometrika 31, 1940, from memory). Null without two counts by one method.
 * `since` leaves out of the growth what was counted before that day: a course of treatment ends one trend and begins another.
 */
export function trendOf(counts: readonly CountFact[], asOf: Day, since: Day | null = null): Trend | null {
  const now = newestCount(counts, asOf)
  if (!now) return null
  const all = countsBack(counts, now, addDays(now.date, -LOOKED_BACK))
  const earlier = all[1]
  if (!earlier) return null
  const scale = now.method === 'board' ? 1 : 100
  const [exposedNow, exposedThen] = [exposureOf(now), exposureOf(earlier)]
  const before = (earlier.mites / exposedThen) * scale
  const both = now.mites + earlier.mites
  const even = exposedNow / (exposedNow + exposedThen)
  const share = both > 0 ? clopperPearson(now.mites, both) : null
  const direction = share && share.low > even ? 'rising' : share && share.high < even ? 'falling' : 'unclear'
  const ratio = ratioOf(now, earlier)
  const from = addDays(now.date, -LOOKED_BACK)
  const recent = all.filter((c) => c.date >= from && (since === null || c.date >= since))
  const growth = growthOf(recent.map((c) => ({ day: daysBetween(from, c.date), mites: c.mites, exposure: exposureOf(c) })))
  const changed = ratio
    ? ` (${times(ratio.estimate)} times, likely ${times(ratio.low)} to ${ratio.high === null ? 'any number' : times(ratio.high)})`
    : ''
  return {
    before,
    on: earlier.date,
    direction,
    ratio,
    chanceRisen: 1 - incompleteBeta(even, now.mites + 0.5, earlier.mites + 0.5),
    growth,
    text: `It was ${before.toFixed(1)} on ${aDay(earlier.date, asOf)}: ${SAID[direction]}${changed}.`,
  }
}
