import { normalBelow } from '../count/index.ts'
import { phaseAt, type Phase, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'

/**
 * Daily growth of the infestation of adult bees. 0.021 in brood (Martin, Apidologie 29, 1998: doubling in about 33 days,
 * from memory); about 0.026 in late summer, when bees decline as well (common practice); none without brood.
 */
export function growthADay(phase: Phase, brood: Situation['colony']['brood']): number {
  if (brood === 'none' || phase === 'dormant') return 0
  return phase === 'decrease' ? 0.026 : 0.021
}

/** Growth of the logarithm of the level over some days, and how far it may be off, as a standard deviation. */
export interface Growing {
  readonly mean: number
  readonly sd: number
}

/** How far the growth of a day may be off, as a standard deviation of the logarithm (a guess: from none to about twice the usual). */
const GROWTH_DOUBT = 0.01
/** A season is looked up anew after so many days. */
const STEP = 7

type Grows = Parameters<typeof phaseAt>[0] & Pick<Situation, 'colony'>

/** What an untreated level grows by from one day to another, by the seasons on the way. None backwards. */
export function growthOver(situation: Grows, from: Day, to: Day): Growing {
  const days = Math.max(0, daysBetween(from, to))
  let mean = 0
  for (let n = 0; n < days; n += STEP) mean += growthADay(phaseAt(situation, addDays(from, n)), situation.colony.brood) * Math.min(STEP, days - n)
  return { mean, sd: GROWTH_DOUBT * days }
}

/** Chance 0-1 that a level is at or over a limit once it has grown. `levels`: each as likely as the next. */
export function chanceGrown(levels: readonly number[], growing: Growing, limit: number): number {
  const over = levels.reduce((sum, level) => {
    const far = Math.log(level / limit) + growing.mean
    return sum + (growing.sd > 0 ? normalBelow(far / growing.sd) : far >= 0 ? 1 : 0)
  }, 0)
  return levels.length === 0 ? 0 : over / levels.length
}
