import { addDays, dayOfMonth, daysBetween, monthOf, yearOf, type Day } from '../time/index.ts'
import type { MonthNormal, Situation } from './situation.ts'

/**
 * Usual highs and lows of a temperate place inland, °C, northern months 1-12: taken where nothing is known of the place. A guess, and
 * said to be one wherever it decides.
 */
const TEMPERATE: readonly (readonly [high: number, low: number])[] = [
  [4, -1],
  [6, -1],
  [11, 2],
  [15, 5],
  [20, 9],
  [23, 13],
  [25, 15],
  [25, 14],
  [20, 11],
  [14, 7],
  [8, 3],
  [5, 0],
]
const NORTH: readonly MonthNormal[] = TEMPERATE.map(([high, low], i) => ({ month: i + 1, high, low }))
const SOUTH: readonly MonthNormal[] = TEMPERATE.map(([high, low], i) => ({ month: ((i + 6) % 12) + 1, high, low }))
export const temperateNormals = (hemisphere: Situation['hemisphere']): readonly MonthNormal[] => (hemisphere === 'south' ? SOUTH : NORTH)

/** Mean of day and night, °C, under which queens stop laying for good in autumn (common practice, no source). */
const STOPS_LAYING = 9
/** Days from then until the last brood has emerged: the time of a worker (Winston 1987, from memory). */
const LAST_BROOD = 21
/** Weeks after the shortest day in which laying begins again, whatever the weather (common practice, no source). */
const LAYS_AGAIN = 42

/**
 * What is usual on a day: drawn straight from the middle of its month to that of the next one, so that nothing steps at a month's end; the
 * month's own figures where its neighbour is not given. Null where the month is missing.
 */
export function usualOn(normals: readonly MonthNormal[], day: Day): { readonly high: number; readonly low: number } | null {
  const of = (month: number) => normals.find((n) => n.month === ((month + 11) % 12) + 1)
  const [month, along] = [monthOf(day), dayOfMonth(day) - 15]
  const own = of(month)
  if (!own) return null
  const other = of(along >= 0 ? month + 1 : month - 1)
  const share = other ? Math.abs(along) / 30 : 0
  return { high: own.high + ((other?.high ?? 0) - own.high) * share, low: own.low + ((other?.low ?? 0) - own.low) * share }
}
/** The usual mean of a day and its night; null where the month is missing. */
function usualMean(normals: readonly MonthNormal[], day: Day): number | null {
  const usual = usualOn(normals, day)
  return usual && (usual.high + usual.low) / 2
}

/** The weeks in which a colony is likely without brood, by what is usual at its place. */
export interface BroodlessWindow {
  readonly from: Day
  readonly to: Day
}

const windows = new WeakMap<readonly MonthNormal[], Map<string, BroodlessWindow | null>>()

/**
 * The winter's broodless weeks that `day` lies in, or that come next: from three weeks after the usual mean falls under 9 °C for good
 * until six weeks after the shortest day, or until the mean is over 9 °C again (common practice, no source). Null where it never falls
 * so far: the queen may lay all winter. An assumption by the place; a look decides.
 */
export function broodlessWindow(normals: readonly MonthNormal[], hemisphere: Situation['hemisphere'], day: Day): BroodlessWindow | null {
  let kept = windows.get(normals)
  if (!kept) windows.set(normals, (kept = new Map()))
  const midwinter = hemisphere === 'south' ? '06-21' : '12-21'
  const of = (year: number): BroodlessWindow | null => {
    const key = `${hemisphere} ${year}`
    let found = kept.get(key)
    if (found === undefined) kept.set(key, (found = windowAround(normals, `${year}-${midwinter}`)))
    return found
  }
  // The winter of a year's midwinter is over before the next one's autumn.
  for (let year = yearOf(day) - 1; year <= yearOf(day) + 1; year++) {
    const found = of(year)
    if (found && found.to >= day) return found
  }
  return null
}

function windowAround(normals: readonly MonthNormal[], midwinter: Day): BroodlessWindow | null {
  const cold = (day: Day): boolean => (usualMean(normals, day) ?? Infinity) < STOPS_LAYING
  if (!cold(midwinter)) return null
  let first = midwinter
  while (daysBetween(first, midwinter) < 180 && cold(addDays(first, -1))) first = addDays(first, -1)
  let last = midwinter
  while (daysBetween(midwinter, last) < LAYS_AGAIN && cold(addDays(last, 1))) last = addDays(last, 1)
  const from = addDays(first, LAST_BROOD)
  return from <= last ? { from, to: last } : null
}
