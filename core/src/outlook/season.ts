import { broodlessWindow, temperateNormals, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, yearOf, type Day } from '../time/index.ts'

/** Days of the model's year, which is that of a temperate place in the north, on which laying begins, is at its height, and ends (guesses). */
const LAYS = { begins: 45, height: 158, ends: 305 } as const
const YEAR = 365
/** Half a year, by which the south is behind. */
const HALF = 182
/** Eggs emerge so many days after the last was laid: a broodless window begins so long after laying has ended. */
const LAST_BROOD = 21

export type Place = Pick<Situation, 'hemisphere' | 'normals'>

/** Day of the year 1 to 365; the last day of a leap year is told as the one before it. */
const dayOfYear = (day: Day): number => Math.min(YEAR, daysBetween(`${String(yearOf(day)).padStart(4, '0')}-01-01`, day) + 1)

/** Days by which the end and the beginning of laying are late where it is never cold. */
const WARM = [36, -36] as const

/** When laying ends and begins again at a place, as days of its own year; null where it never ends. */
function laysAt(place: Place, year: number): { readonly ends: number; readonly begins: number } | null {
  const window = broodlessWindow(place.normals, place.hemisphere, `${year}-${place.hemisphere === 'south' ? '02' : '08'}-15`)
  return window && { ends: dayOfYear(addDays(window.from, -LAST_BROOD)), begins: dayOfYear(window.to) }
}

const onYear = (day: number): number => ((((day - 1) % YEAR) + YEAR) % YEAR) + 1

/**
 * Days of a place told as days of the model's year (1 to 365, in parts): the same where the place is as a temperate one, pulled out or pressed
 * together between the day on which laying begins and the one on which it ends, where its usual temperatures have another season. Where it never
 * gets cold enough for laying to end the pause is taken to be half as long at either end (a guess: bees of such places are not modelled).
 */
export function seasonOf(place: Place, year: number): (day: Day) => number {
  const shift = place.hemisphere === 'south' ? HALF : 0
  const usual = laysAt({ hemisphere: place.hemisphere, normals: temperateNormals(place.hemisphere) }, year)
  const own = place.normals.length === 12 ? laysAt(place, year) : usual
  // By how much its autumn and its spring are late against those of a temperate place.
  const [lateEnd, lateBegin] = !usual || !own ? WARM : [signed(own.ends - usual.ends), signed(own.begins - usual.begins)]
  const [begins, height, ends] = [LAYS.begins + lateBegin, LAYS.height + (lateBegin + lateEnd) / 2, LAYS.ends + lateEnd]
  const points: readonly (readonly [number, number])[] = [
    [ends - YEAR, LAYS.ends - YEAR],
    [begins, LAYS.begins],
    [height, LAYS.height],
    [ends, LAYS.ends],
    [begins + YEAR, LAYS.begins + YEAR],
  ]
  return (day) => {
    const at = onYear(dayOfYear(day) - shift)
    const i = Math.max(
      1,
      points.findIndex(([x]) => at <= x),
    )
    const [[x0, y0], [x1, y1]] = [points[i - 1] ?? [0, 0], points[i] ?? [YEAR, YEAR]]
    return onYear(y0 + ((at - x0) * (y1 - y0)) / Math.max(1, x1 - x0))
  }
}
/** Days late, of those that may go round the year's end. */
const signed = (days: number): number => ((((days + HALF) % YEAR) + YEAR) % YEAR) - HALF

/** Share of the eggs of the height of the season that is laid on a day of the model's year. */
export function laysOn(day: number): number {
  if (day <= LAYS.begins || day >= LAYS.ends) return 0
  return day < LAYS.height
    ? Math.sin((((day - LAYS.begins) / (LAYS.height - LAYS.begins)) * Math.PI) / 2) ** 2.5
    : Math.cos((((day - LAYS.height) / (LAYS.ends - LAYS.height)) * Math.PI) / 2) ** 1.7
}
/** Days of the model's year on which drones are raised. */
const DRONES = { from: 95, to: 225 } as const
/** Share of the most drone eggs that is laid on a day: it rises and falls by the root of a sine (fitted). */
export const dronesOn = (day: number): number =>
  day <= DRONES.from || day >= DRONES.to ? 0 : Math.sqrt(Math.sin(((day - DRONES.from) / (DRONES.to - DRONES.from)) * Math.PI))
/** Bees fly on these days of the model's year, and mites may come with them: few before the robbing season of late summer (a guess). */
const COMES = { from: 75, few: 190, many: 215, until: 310, early: 0.1 } as const
/** Share of the mites from outside of a day of late summer that comes on a day. */
export function comesOn(day: number): number {
  if (day <= COMES.from || day >= COMES.until) return 0
  const risen = Math.min(1, Math.max(0, (day - COMES.few) / (COMES.many - COMES.few)))
  return COMES.early + (1 - COMES.early) * risen
}
