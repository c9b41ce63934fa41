import type { Situation } from '../situation/index.ts'
import { addDays, laterOf, sayDay, type Day } from '../time/index.ts'
import { growthADay } from './recount.ts'
import type { Judgement } from './judge.ts'

/** When a colony under its limit is likely to reach it. */
export interface Drift {
  /** By the upper end of the count's interval, and by the estimate itself. */
  readonly earliest: Day
  readonly likely: Day
  readonly text: string
}

/**
 * The days on which a level that grows at the usual pace of the phase reaches the limit: from the count's upper end and from its estimate.
 * Null where it is over already, does not grow, or nothing was found. A straight continuation, and no forecast of the bees.
 */
export function driftOf(j: Judgement, situation: Pick<Situation, 'colony' | 'asOf'>): Drift | null {
  const { estimate, high, threshold, countedOn } = j
  if (j.level !== 'under' && j.level !== 'watch') return null
  if (estimate === null || high === null || threshold === null || countedOn === null || estimate <= 0 || high <= 0) return null
  const growth = growthADay(j.phase, situation.colony.brood)
  if (growth <= 0) return null
  const reached = (level: number) => laterOf(situation.asOf, addDays(countedOn, Math.max(0, Math.ceil(Math.log(threshold / level) / growth))))
  const [earliest, likely] = [reached(high), reached(estimate)]
  const between = earliest === likely ? `about ${sayDay(likely)}` : `between ${sayDay(earliest)} and ${sayDay(likely)}`
  return {
    earliest,
    likely,
    text: `at ${estimate.toFixed(1)} of ${threshold} on ${sayDay(countedOn)}; at the usual pace it reaches the limit ${between}`,
  }
}
