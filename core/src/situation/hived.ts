import { daysBetween, type Day } from '../time/index.ts'

/** A colony hived within three weeks is new, and still settling (common practice, no source). */
const NEW_DAYS = 21

/** Whether it was hived so lately that it counts as new; not where the day is not known. */
export const hivedLately = (hivedOn: Day | null, asOf: Day): boolean => hivedOn !== null && daysBetween(hivedOn, asOf) < NEW_DAYS
