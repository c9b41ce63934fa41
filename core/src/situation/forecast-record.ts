import { daysBetween, type Day } from '../time/index.ts'
import type { WeatherDay } from './situation.ts'
import { forecastError } from './weather.ts'

/** What a service foretold for days that had not come, and how far off those were that have: kept by yard. */
export interface ForecastRecord {
  /** Highs as they were foretold, so many days before their day, °C. */
  readonly told: readonly { readonly date: Day; readonly ahead: number; readonly high: number }[]
  /** Forecasts that were held against what came, and the sum of the squares of how far they were off, in usual errors. */
  readonly n: number
  readonly squares: number
}
export const NO_FORECASTS: ForecastRecord = { told: [], n: 0, squares: 0 }

/** So many days ahead are watched: tomorrow's forecast, that of half a course, and that of a week. */
const WATCHED = [1, 3, 7]
/** What was foretold for a day that nobody observed is forgotten after so many days. */
const FORGOTTEN = 14
/** The usual error weighs as much as so many forecasts of one place: about six weeks of three a day, which are alike (a guess). */
const USUAL_WEIGHS = 120
/** As many count at the most: a service that changes is learned anew within half a year. */
const MOST = 540

/** The record with an answer of the service taken in: what it observed held against what it had foretold, and what it foretells now kept. */
export function withAnswer(record: ForecastRecord, days: readonly WeatherDay[], today: Day): ForecastRecord {
  const came = new Map(days.filter((d) => d.kind === 'observed' && d.date < today).map((d) => [d.date, d.high]))
  let { n, squares } = record
  const told: ForecastRecord['told'][number][] = []
  for (const one of record.told) {
    const high = came.get(one.date)
    if (high !== undefined) {
      n += 1
      squares += ((high - one.high) / forecastError(one.ahead)) ** 2
    } else if (daysBetween(one.date, today) < FORGOTTEN) told.push(one)
  }
  if (n > MOST) [n, squares] = [MOST, (squares / n) * MOST]
  for (const { date, high, kind } of days) {
    const ahead = daysBetween(today, date)
    if (kind === 'forecast' && WATCHED.includes(ahead) && !told.some((t) => t.date === date && t.ahead === ahead)) told.push({ date, ahead, high })
  }
  return { told, n, squares }
}

/** How far the service's forecasts are off here, as a factor on the usual error: the usual before any came, more and more its own record after. */
export const doubtOf = ({ n, squares }: Pick<ForecastRecord, 'n' | 'squares'>): number => Math.sqrt((USUAL_WEIGHS + squares) / (USUAL_WEIGHS + n))
