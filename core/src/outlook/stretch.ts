import { addDays, yearOf, type Day } from '../time/index.ts'
import { comesOn, seasonOf, type Place } from './season.ts'

/** Days before the first one asked for from which bees are run in: over a year, so that nothing of how they began is left. */
export const RUN_IN = 400
/** Days before the first one asked for from which mites are run in, so that they lie on bees and under cappings as they would. */
export const MITES_RUN_IN = 70

/** A run of days of one place, as days of the model's year. Index 0 is `RUN_IN` days before `first`. */
export interface Stretch {
  readonly first: Day
  /** Days of the model's year; longer than asked for by what a season may be late. */
  readonly season: Float64Array
  readonly dayAt: (index: number) => Day
}
/** A season may be early or late by so many days at the most. */
export const MOST_LATE = 25

export function stretchOf(place: Place, first: Day, days: number): Stretch {
  const begin = addDays(first, -RUN_IN - MOST_LATE)
  const byYear = new Map<number, (day: Day) => number>()
  const season = Float64Array.from({ length: RUN_IN + days + 2 * MOST_LATE }, (_, i) => {
    const day = addDays(begin, i)
    let of = byYear.get(yearOf(day))
    if (!of) byYear.set(yearOf(day), (of = seasonOf(place, yearOf(day))))
    return of(day)
  })
  return { first, season, dayAt: (index) => addDays(first, index - RUN_IN) }
}

/** The days of a stretch where its season is so many days late: a part of the same array. */
export const seasonLate = ({ season }: Stretch, late: number): Float64Array => {
  const by = Math.round(Math.min(MOST_LATE, Math.max(-MOST_LATE, late)))
  return season.subarray(MOST_LATE - by, season.length - MOST_LATE - by)
}
/** Mites from outside on each day, where `aDay` come in late summer. */
export const influxOver = (season: Float64Array, aDay: number): Float64Array => Float64Array.from(season, (day) => aDay * comesOn(day))
