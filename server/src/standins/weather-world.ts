import type { MonthNormal } from '@thistle/core/situation'
import { addDays, daysBetween, yearOf, type Day } from '@thistle/core/time'
import { demoWeather, NORMALS } from '../demo/season.ts'
import { YARDS } from '../demo/holding.ts'

/** A day's high and low, °C. */
export interface Temperatures {
  readonly high: number
  readonly low: number
}

/** A chance in [0, 1) that belongs to a text: the same wherever and whenever it is asked (FNV-1a, then a mixing step). */
function chanceOf(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b)
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35)
  return ((hash ^ (hash >>> 16)) >>> 0) / 4_294_967_296
}
/** Near enough a standard normal: twelve chances less six. */
const normalOf = (text: string): number => Array.from({ length: 12 }, (_, i) => chanceOf(`${text}/${i}`)).reduce((a, b) => a + b, 0) - 6

const tenth = (t: number) => Math.round(t * 10) / 10
/** A place as the service knows it: to about a kilometre. */
export const placeName = (latitude: number, longitude: number): string => `${latitude.toFixed(2)},${longitude.toFixed(2)}`

/** The invented valley of the demo has its own season. */
const VALLEY: ReadonlyMap<string, number> = new Map(YARDS.map((y) => [placeName(y.latitude, y.longitude), y.lift]))
const seasons = new Map<number, Map<Day, Temperatures>>()
function seasonOf(lift: number): Map<Day, Temperatures> {
  const known = seasons.get(lift) ?? new Map(demoWeather(lift).map((d) => [d.day, { high: d.high, low: d.low }]))
  seasons.set(lift, known)
  return known
}

/** Rough usual temperatures by latitude alone: an invented climate, good enough to try with and no more. */
function climate(latitude: number, dayNumber: number): Temperatures {
  const mean = 27 - 0.0062 * latitude ** 2
  const swing = Math.min(16, Math.abs(latitude) * 0.24)
  const warmest = latitude >= 0 ? 200 : 17
  const middle = mean + swing * Math.cos((2 * Math.PI * (dayNumber - warmest)) / 365)
  return { high: middle + 5, low: middle - 5 }
}

/** The month's usual high and low at a place. */
export function normalsAt(latitude: number, longitude: number): MonthNormal[] {
  const lift = VALLEY.get(placeName(latitude, longitude))
  if (lift !== undefined) return NORMALS.map((n) => ({ month: n.month, high: n.high + lift, low: n.low + lift }))
  return Array.from({ length: 12 }, (_, i) => {
    const { high, low } = climate(latitude, Math.round(15 + i * 30.4))
    return { month: i + 1, high: tenth(high), low: tenth(low) }
  })
}

/** What a day truly was or will be: the usual, with spells that last some days. */
export function truthAt(latitude: number, longitude: number, day: Day): Temperatures {
  const place = placeName(latitude, longitude)
  const lift = VALLEY.get(place)
  const own = lift === undefined ? undefined : seasonOf(lift).get(day)
  if (own) return own
  const usual = climate(latitude, daysBetween(`${yearOf(day)}-01-01`, day))
  let spell = 0
  for (let back = 0; back < 10; back++) spell += 0.72 ** back * normalOf(`${place} ${addDays(day, -back)}`)
  return { high: tenth(usual.high + spell * 2.3), low: tenth(usual.low + spell * 1.4) }
}

/** Picks one of the many possible forecasts of the demo's hot spell. */
const SALT = 'thistle'
/** Standard deviation, °C, that each further day ahead adds to a forecast's error; about 2.4 at nine days. Invented, of the usual size. */
export const ERROR_PER_DAY = 0.8

/**
 * The forecast for a day, made `lead` days before it. The error is a walk: what is wrong at a lead of three is wrong at four
 * with something more, so that forecasts for one day draw near to it as it comes.
 */
export function forecastAt(latitude: number, longitude: number, day: Day, lead: number): Temperatures {
  const truth = truthAt(latitude, longitude, day)
  const place = placeName(latitude, longitude)
  let error = 0
  for (let ahead = 1; ahead <= lead; ahead++) error += ERROR_PER_DAY * normalOf(`${SALT} ${place} ${day} ${ahead}`)
  return { high: tenth(truth.high + error), low: tenth(truth.low + error * 0.7) }
}
