import { betaQuantile, CENTRAL, incompleteBeta, newestCount, type PooledCount } from '../count/index.ts'
import { phaseAt, type CountFact, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { growthOf, type Growth } from './growth.ts'
import { aDay } from '../words/index.ts'

/** How the newest count stands to the one before it, by the same method. */
export interface Trend {
  /** The count before, per 100 bees or cells, or a day for boards, with what the method misses allowed for. */
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
/** Variance of a count over what chance alone would give: bees of one frame are alike, mites sit in clumps (common practice, no source). */
export const USUAL_EXTRA = 2

/** How the chance of two counts is widened: by what is usual, or by the clumps that were seen on the board. */
const extraOf = (count: PooledCount): number => Math.max(USUAL_EXTRA, count.spread)
/** Bees, cells or board-days, as if every mite on them had been found. */
const exposureOf = (count: PooledCount): number => (count.method === 'board' ? count.days : count.bees) * (count.recovery ?? 1)

/** A rest of the winter between two counts, or one of them in it, ends one trend: without brood all mites ride on the bees. */
function ofOneSeason(situation: Situation, from: Day, to: Day): boolean {
  const dormant = (day: Day): boolean => phaseAt(situation, day) === 'dormant'
  const first = dormant(from)
  for (let n = daysBetween(from, to); n > 0; n -= 7) if (dormant(addDays(from, n)) !== first) return false
  return true
}

/** The pooled counts of one method that speak for the colony, newest first, as far back as they tell of one season. */
function countsBack(situation: Situation, now: PooledCount): PooledCount[] {
  const from = addDays(now.date, -LOOKED_BACK)
  const told = situation.counts.filter((c: CountFact) => c.method === now.method && c.date >= from && c.representative !== false)
  const found: PooledCount[] = [now]
  for (;;) {
    const last = found.at(-1) ?? now
    const next = newestCount(
      told.filter((c) => c.date < last.date),
      last.date,
    )
    if (!next || !ofOneSeason(situation, next.date, now.date)) return found
    found.push(next)
  }
}

/** Limits of the share that the newer count has of all mites, as if both held so many times fewer (quasi-likelihood: Wedderburn 1974, from memory). */
function shareOf(now: PooledCount, earlier: PooledCount) {
  const extra = Math.max(extraOf(now), extraOf(earlier))
  const [a, b] = [now.mites / extra, earlier.mites / extra]
  const tail = (1 - CENTRAL) / 2
  return {
    a,
    b,
    low: a > 0 ? betaQuantile(tail, a, b + 1) : 0,
    high: b > 0 ? betaQuantile(1 - tail, a + 1, b) : 1,
  }
}

function ratioOf(now: PooledCount, earlier: PooledCount, share: ReturnType<typeof shareOf>): Trend['ratio'] {
  if (earlier.mites === 0) return null
  const scale = exposureOf(earlier) / exposureOf(now)
  const odds = (p: number) => (p >= 1 ? null : (p / (1 - p)) * scale)
  return { estimate: (now.mites / earlier.mites) * scale, low: odds(share.low) ?? 0, high: odds(share.high) }
}

/** A rise of more than that is no figure any more: two small counts bound it hardly at all. */
const MOST_TOLD = 200
const times = (x: number) => (x < 9.95 ? x.toFixed(1) : String(Math.round(x)))

/**
 * Rising or falling where the 90 % interval of the ratio of the two rates leaves out 1: the exact conditional test of two Poisson means
 * (Przyborowski & Wilenski, Biometrika 31, 1940, from memory), with counts that hold as much less as their variance is more than a Poisson's.
 * What a method misses is allowed for. Counts that are marked, or that a winter rest divides, are not compared. Null without two counts by
 * one method. `since` leaves out of the growth what was counted before that day: a course of treatment ends one trend and begins another.
 */
export function trendOf(situation: Situation, since: Day | null = null): Trend | null {
  const { counts, asOf } = situation
  const now = newestCount(counts, asOf)
  if (!now) return null
  const all = countsBack(situation, now)
  const earlier = all[1]
  if (!earlier) return null
  const scale = now.method === 'board' ? 1 : 100
  const [exposedNow, exposedThen] = [exposureOf(now), exposureOf(earlier)]
  const before = Math.min(now.method === 'board' ? Infinity : 100, (earlier.mites / exposedThen) * scale)
  const even = exposedNow / (exposedNow + exposedThen)
  const share = shareOf(now, earlier)
  const direction = share.low > even ? 'rising' : share.high < even ? 'falling' : 'unclear'
  const ratio = ratioOf(now, earlier, share)
  const from = addDays(now.date, -LOOKED_BACK)
  const recent = all.filter((c) => since === null || c.date > since)
  const growth = growthOf(
    recent.map((c) => ({ day: daysBetween(from, c.date), mites: c.mites, exposure: exposureOf(c) })),
    Math.max(...recent.map(extraOf)),
  )
  const changed = ratio
    ? ` (${times(ratio.estimate)} times, likely ${times(ratio.low)} to ${ratio.high === null || ratio.high > MOST_TOLD ? 'any number' : times(ratio.high)})`
    : ''
  const allowed = (now.recovery ?? 1) < 1 || (earlier.recovery ?? 1) < 1 ? ', with those missed,' : ''
  return {
    before,
    on: earlier.date,
    direction,
    ratio,
    chanceRisen: 1 - incompleteBeta(even, share.a + 0.5, share.b + 0.5),
    growth,
    text: `It was ${before.toFixed(1)}${allowed} on ${aDay(earlier.date, asOf)}: ${SAID[direction]}${changed}.`,
  }
}
