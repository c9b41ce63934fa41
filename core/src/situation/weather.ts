import { addDays, daysBetween, type Day } from '../time/index.ts'
import { usualOn } from './climate.ts'
import type { Situation } from './situation.ts'

/** What is known of a day's temperature, °C, and how it is known. */
export interface Reading {
  readonly date: Day
  readonly high: number
  readonly low: number | null
  /** `stated`: a case gives it as it is, and says not how it is known. */
  readonly source: 'observed' | 'forecast' | 'stated' | 'normal'
  /** How far the high may be off, as a standard deviation, °C. */
  readonly spread: number
}
export type WeatherReader = (day: Day) => Reading | null

/** Spread of a day's high around what is usual for it, °C (common practice for a temperate summer, no source). */
export const USUAL_SPREAD = 4
/**
 * Standard error of a forecast high, °C, so many days ahead: about 1.5 tomorrow, 3 in a week, then no better than what is usual (from memory);
 * times what the service's own record says, where one is kept.
 */
export const forecastError = (ahead: number, doubt = 1): number => Math.min(USUAL_SPREAD, doubt * (1.25 + 0.25 * Math.max(0, ahead)))

type Told = Pick<Situation, 'weather' | 'normals'> & Partial<Pick<Situation, 'asOf' | 'forecastDoubt'>>
interface Kept {
  readonly of: Told
  readonly read: WeatherReader
}
const readers = new WeakMap<object, Kept[]>()

function makeReader({ weather, normals, asOf, forecastDoubt }: Told): WeatherReader {
  const days = new Map<Day, Reading>()
  for (const { date, high, low, kind } of weather) {
    const source = kind ?? 'stated'
    const spread = source === 'forecast' ? forecastError(asOf === undefined ? 0 : daysBetween(asOf, date), forecastDoubt ?? 1) : 0
    days.set(date, { date, high, low, source, spread })
  }
  return (date) => {
    const known = days.get(date)
    if (known) return known
    const found = usualOn(normals, date)
    if (!found) return null
    // The same days are asked for again: made once.
    const usual: Reading = { date, ...found, source: 'normal', spread: USUAL_SPREAD }
    days.set(date, usual)
    return usual
  }
}

/**
 * Looks a day up: the day's own figure first, what is usual for it beyond that, else null.
 * Readers are kept per weather list, since a search asks for the same days many times.
 */
export function weatherReader(told: Told): WeatherReader {
  let of = readers.get(told.weather)
  if (!of) readers.set(told.weather, (of = []))
  const { normals, asOf, forecastDoubt } = told
  const known = of.find((k) => k.of.normals === normals && k.of.asOf === asOf && k.of.forecastDoubt === forecastDoubt)
  if (known) return known.read
  const read = makeReader(told)
  // Of one list a few days are asked at most; a search over cases that differ in it must not grow without end.
  if (of.length >= MOST_KEPT) of.length = 0
  of.push({ of: { weather: told.weather, normals, asOf, forecastDoubt }, read })
  return read
}
const MOST_KEPT = 20

/**
 * Makes a lookup of something that hangs on the weather, a thing that is asked about and a day alone: worked out once for as long as that
 * weather is, since a search over weeks and a whole yard ask the same again and again.
 */
export function keptByWeather<K, V>(make: (told: Told, of: K, day: Day, read: WeatherReader) => V): (told: Told, of: K, day: Day) => V {
  const kept = new WeakMap<WeatherReader, Map<K, Map<Day, { readonly it: V }>>>()
  return (told, of, day) => {
    const read = weatherReader(told)
    let perThing = kept.get(read)
    if (!perThing) kept.set(read, (perThing = new Map()))
    let perDay = perThing.get(of)
    if (!perDay) perThing.set(of, (perDay = new Map()))
    let found = perDay.get(day)
    if (!found) perDay.set(day, (found = { it: make(told, of, day, read) }))
    return found.it
  }
}

const meanOver = keptByWeather((_told, days: number, from, read): number | null => {
  let [sum, known] = [0, 0]
  for (let n = 0; n < days; n++) {
    const reading = read(addDays(from, n))
    if (reading) [sum, known] = [sum + reading.high, known + 1]
  }
  return known === 0 ? null : sum / known
})
/** The mean high of some days from one on, °C, of those that are known or usual; null where none is. */
export const meanHigh = (told: Told, from: Day, days: number): number | null => meanOver(told, days, from)
