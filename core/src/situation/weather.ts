import { monthOf, type Day } from '../time/index.ts'
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
    return normal ? { date, high: normal.high, low: normal.low, source: 'normal' } : null
  }
  perNormals.set(key, read)
  return read
}
