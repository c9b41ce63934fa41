import type { Situation } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { growthADay } from './recount.ts'
import type { Judgement } from './judge.ts'
import { aDay } from '../words/index.ts'

/** When a colony under its limit is likely to reach it. */
export interface Drift {
  /** By the upper end of the count's interval, and by the estimate itself. */
  readonly earliest: Day
  readonly likely: Day
  readonly text: string
}

const UNITS: Readonly<Record<Judgement['unit'], string>> = { per100: 'in 100', perDay: 'a day', per100cells: 'in 100 drone cells' }

/**
 * The days on which a level that grows at the usual pace of the phase reaches the limit: from the count's upper end and from its estimate.
 * Null where it is over already, does not grow, nothing was found, or the sample does not speak for the colony. A straight continuation, and no forecast of the bees.
 */
export function driftOf(j: Judgement, situation: Pick<Situation, 'colony' | 'asOf'>): Drift | null {
  const { estimate, high, threshold, countedOn } = j
  if ((j.level !== 'under' && j.level !== 'watch') || !j.representative) return null
  if (estimate === null || high === null || threshold === null || countedOn === null || estimate <= 0 || high <= 0) return null
  const growth = growthADay(j.phase, situation.colony.brood)
  if (growth <= 0) return null
  const reached = (level: number) => addDays(countedOn, Math.max(0, Math.ceil(Math.log(threshold / level) / growth)))
  const [earliest, likely] = [reached(high), reached(estimate)]
  const between = earliest === likely ? `about ${aDay(likely)}` : `between ${aDay(earliest)} and ${aDay(likely)}`
  return {
    earliest,
    likely,
    text: `${estimate.toFixed(1)} ${UNITS[j.unit]} on ${aDay(countedOn)}, the limit is ${threshold}; at the usual pace it ${likely < situation.asOf ? 'has reached' : 'reaches'} the limit ${between}`,
  }
}
