import { clopperPearson, poissonRate, type PooledCount } from '../count/index.ts'
import { growthADay } from '../level/index.ts'
import type { Phase, Situation } from '../situation/index.ts'
import { addDays, laterOf, type Day } from '../time/index.ts'

/** Days after which a count, in season, no longer speaks for the colony: three weeks (common practice, no source). */
export const STALE_AFTER = 21
/** In season: never sooner, never later (common practice, no source). */
const SOONEST = 7
const LATEST = 30
/** In the winter rest mites cannot breed: the next look may wait until spring is near. */
const LATEST_DORMANT = 60

/**
 * The day by which to count again: when the upper bound of the central 80 % interval, growing as above from the day
 * of the count, reaches the limit. Never before a week from the count, nor after 30 days in season. It may have passed.
 * `threshold` is per 100 bees, or a day for boards.
 */
export function recountDue(count: PooledCount, threshold: number, situation: Situation, phase: Phase): Day {
  const recovery = count.recovery ?? 1
  const upper =
    (count.method === 'board'
      ? poissonRate(count.mites, count.days, 0.8, count.spread).high
      : clopperPearson(count.mites, count.bees, 0.8).high * 100) / recovery
  const growth = growthADay(phase, situation.colony.brood)
  const latest = phase === 'dormant' ? LATEST_DORMANT : LATEST
  const reached = upper >= threshold ? 0 : growth > 0 ? Math.floor(Math.log(threshold / upper) / growth) : latest
  return addDays(count.date, Math.min(latest, Math.max(SOONEST, reached)))
}

/** The same, never before the day on which it is asked. */
export const recountBy = (...asked: Parameters<typeof recountDue>): Day => laterOf(asked[2].asOf, recountDue(...asked))
