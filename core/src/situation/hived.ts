import { addDays, daysBetween, type Day } from '../time/index.ts'
import type { Situation } from './situation.ts'

/** A colony hived within three weeks is new, and still settling (common practice, no source). */
const NEW_DAYS = 21

/** Days after hiving by which the first cells are capped (day 8 or 9 after the first eggs; from memory). */
const SEALS = 8
/** The day on which a colony that was hived lately caps its first cells: until then every mite is on the bees. Null where that is past, or brood is there. */
export function firstSealed({ colony, startOn }: Pick<Situation, 'colony' | 'startOn'>): Day | null {
  if (colony.hivedOn === null || colony.hivedOn > startOn || colony.brood === 'capped') return null
  const day = addDays(colony.hivedOn, SEALS)
  return day >= startOn ? day : null
}

/** Whether it was hived so lately that it counts as new; not where the day is not known. */
export const hivedLately = (hivedOn: Day | null, asOf: Day): boolean => hivedOn !== null && daysBetween(hivedOn, asOf) < NEW_DAYS
