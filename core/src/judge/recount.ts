import { newestCount, type PooledCount } from '../count/index.ts'
import { chanceGrown, estimateLevel, growthOver } from '../level/index.ts'
import { phaseAt, type Phase, type Situation } from '../situation/index.ts'
import { addDays, laterOf, type Day } from '../time/index.ts'
import { ownSamples } from './evidence.ts'
import { limitOf } from './schools.ts'

/** Days after which a count, in season, no longer speaks for the colony: three weeks (common practice, no source). */
export const STALE_AFTER = 21
/** In season: never sooner, never later (common practice, no source). */
const [SOONEST, LATEST] = [7, 30] as const
/** In the winter rest mites cannot breed: the next look may wait until spring is near. */
const LATEST_DORMANT = 60
/** Days after a count within which it is looked at again, and the chance of standing over the limit that is reason to. */
export const LOOK_AGAIN = { soonest: SOONEST, latest: LATEST, dormant: LATEST_DORMANT, few: 0.2 } as const

/**
 * The day by which to count again: the first on which one in five such colonies stands at or over the limit, its level by the colony's own counts
 * up to this one and its season, growing as its seasons let it. Never before a week from the count, nor after 30 days in season. It may have
 * passed. Counts that come later, its own or its neighbours', do not move it.
 */
export function recountDue(count: PooledCount, situation: Situation, phase: Phase): Day {
  const then: Situation = { ...situation, asOf: count.date, startOn: count.date }
  const newest = newestCount(then.counts, count.date) ?? count
  const { levels } = estimateLevel(ownSamples(then, newest), [], phase)
  const latest = phase === 'dormant' ? LATEST_DORMANT : LATEST
  const over = (days: number): boolean => {
    const day = addDays(count.date, days)
    const { mites, bees } = limitOf(situation.keeper, phaseAt(situation, day))
    return chanceGrown(levels, growthOver(then, count.date, day), (100 * mites) / bees) >= LOOK_AGAIN.few
  }
  // The longer it grows the more are over: by weeks, and then by days within the week.
  let due: number = SOONEST
  while (due < latest && !over(due)) due = Math.min(latest, due + 7)
  let day: number = Math.max(SOONEST, due - 6)
  while (day < due && !over(day)) day += 1
  return addDays(count.date, day)
}

/** The same, never before the day on which it is asked. */
export const recountBy = (...asked: Parameters<typeof recountDue>): Day => laterOf(asked[1].asOf, recountDue(...asked))
