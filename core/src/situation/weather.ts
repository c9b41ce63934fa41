import { addDays, monthOf, type Day } from '../time/index.ts'
import type { Situation } from './situation.ts'

/** What is known of a day's temperature, °C, and how it is known. */
export interface Reading {
  readonly date: Day
  readonly high: number
  readonly low: number | null
  readonly source: 'observed' | 'forecast' | 'normal'
}
export type WeatherReader = (day: Day) => Reading | null

const readers = new WeakMap<object, Map<unknown, WeatherReader>>()

/**
 * Looks a day up: the day's own figure first, the month's normal beyond it, else null.
 * Readers are kept per weather list, since a search asks for the same days many times.
 */
export function weatherReader(situation: Pick<Situation, 'weather' | 'normals'>): WeatherReader {
  let perNormals = readers.get(situation.weather)
  if (!perNormals) readers.set(situation.weather, (perNormals = new Map()))
  const key = situation.normals
  const kept = perNormals.get(key)
  if (kept) return kept
  const days = new Map<Day, Reading>()
  for (const day of situation.weather) {
    days.set(day.date, { date: day.date, high: day.high, low: day.low, source: day.kind ?? 'forecast' })
  }
  const normals = new Map(situation.normals.map((n) => [n.month, n]))
  const read: WeatherReader = (date) => {
    const known = days.get(date)
    if (known) return known
    const normal = normals.get(monthOf(date))
    if (!normal) return null
    // The same days are asked for again: made once.
    const usual: Reading = { date, high: normal.high, low: normal.low, source: 'normal' }
    days.set(date, usual)
    return usual
  }
  perNormals.set(key, read)
  return read
}

type Told = Pick<Situation, 'weather' | 'normals'>
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
