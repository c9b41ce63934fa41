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

const means = new WeakMap<WeatherReader, Map<number, Map<Day, number | null>>>()

/** The mean high of some days from one on, °C, of those that are known or usual; null where none is. Kept, as readers are. */
export function meanHigh(situation: Pick<Situation, 'weather' | 'normals'>, from: Day, days: number): number | null {
  const read = weatherReader(situation)
  let perLength = means.get(read)
  if (!perLength) means.set(read, (perLength = new Map()))
  let perDay = perLength.get(days)
  if (!perDay) perLength.set(days, (perDay = new Map()))
  let mean = perDay.get(from)
  if (mean === undefined) {
    let [sum, known] = [0, 0]
    for (let n = 0; n < days; n++) {
      const reading = read(addDays(from, n))
      if (reading) [sum, known] = [sum + reading.high, known + 1]
    }
    perDay.set(from, (mean = known === 0 ? null : sum / known))
  }
  return mean
}
