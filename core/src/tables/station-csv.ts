import Papa from 'papaparse'
import type { MonthNormal, WeatherDay } from '../situation/index.ts'
import { monthOf, type Day } from '../time/index.ts'
import { toCelsius } from '../units/index.ts'
import { readDay } from './table-text.ts'
import { celsius } from '../words/index.ts'

/** A line that was not taken, counted from 1 with the heading, and why. */
export interface LeftOut {
  readonly line: number
  readonly why: string
}
export type StationDays =
  | {
      readonly ok: true
      readonly days: readonly (Pick<WeatherDay, 'date' | 'high'> & { readonly low: number })[]
      readonly leftOut: readonly LeftOut[]
    }
  | { readonly ok: false; readonly sentence: string }

/** The most days taken from one file: the newest. */
export const MOST_STATION_DAYS = 800
const NAMES = {
  date: /^(date|day|time|timestamp|datetime)(?![a-z])/i,
  high: /^(t_?max|max|high|maximum)/i,
  low: /^(t_?min|min|low|minimum)/i,
  temperature: /^(temp|temperature|t)(?![a-z])/i,
} as const
type Column = keyof typeof NAMES

/** "2026-08-12", with or without a time behind it, or "12.8.2026"; with slashes nobody knows which is the month. */
const readStationDay = (text: string): Day | null => (/^\s*(\d{4}-|\d{1,2}\.)/.test(text) ? readDay(text, null) : null)

function readDegrees(text: string | undefined, fahrenheit: boolean): number | null {
  const plain = (text ?? '')
    .trim()
    .replace(/\s*°?[CF]$/i, '')
    .replace(',', '.')
  if (plain === '' || !/^-?\d+(\.\d+)?$/.test(plain)) return null
  const value = fahrenheit ? toCelsius(Number(plain)) : Number(plain)
  return Math.round(value * 10) / 10
}

interface Line {
  readonly date: Day
  readonly high: number
  readonly low: number
}

function readLine(row: Record<string, string>, columns: Partial<Record<Column, string>>, fahrenheit: boolean): Line | string {
  const cell = (column: Column) => (columns[column] === undefined ? undefined : row[columns[column]])
  const date = readStationDay(cell('date') ?? '')
  if (!date) return `"${(cell('date') ?? '').slice(0, 30)}" is not a day written 2026-08-12 or 12.8.2026`
  const high = readDegrees(cell('high') ?? cell('temperature'), fahrenheit)
  const low = readDegrees(cell('low') ?? cell('temperature'), fahrenheit)
  if (high === null || low === null) return 'its temperatures are not numbers'
  if (high > 60 || low < -60) return `${celsius(high > 60 ? high : low)} cannot be: is the file in °F?`
  return low > high ? `its low, ${celsius(low)}, is over its high, ${celsius(high)}` : { date, high, low }
}

/**
 * Reads a station's file of comma-, semicolon- or tab-separated values with a heading: a day and its high and low, or readings
 * with their time and one temperature, of which the day's highest and lowest are taken. °C, or °F where a heading says so.
 * Lines that cannot be read are left out and told; the file as a whole is refused only where its columns are not known.
 */
export function readStationDays(text: string): StationDays {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), { header: true, skipEmptyLines: 'greedy' })
  const headings = meta.fields ?? []
  const found = (column: Column) => headings.find((h) => NAMES[column].test(h.trim()))
  const columns = { date: found('date'), high: found('high'), low: found('low'), temperature: found('temperature') }
  const told = columns.high !== undefined && columns.low !== undefined
  if (!columns.date || (!told && !columns.temperature))
    return { ok: false, sentence: 'The first line must name the columns: date, high and low; or date and temperature.' }
  const used = Object.fromEntries(
    Object.entries(told ? { ...columns, temperature: undefined } : { date: columns.date, temperature: columns.temperature }).filter(
      ([, h]) => h !== undefined,
    ),
  ) as Partial<Record<Column, string>>
  const fahrenheit = Object.values(used).some((h) => /°\s*F|[_(\s]F\)?$|fahrenheit/i.test(h))
  const days = new Map<Day, Line>()
  const leftOut: LeftOut[] = []
  for (const [i, row] of data.entries()) {
    const line = readLine(row, used, fahrenheit)
    if (typeof line === 'string') leftOut.push({ line: i + 2, why: line })
    else {
      const known = days.get(line.date)
      days.set(line.date, known ? { date: line.date, high: Math.max(known.high, line.high), low: Math.min(known.low, line.low) } : line)
    }
  }
  const all = [...days.values()].toSorted((a, b) => (a.date < b.date ? -1 : 1))
  if (all.length === 0) return { ok: false, sentence: `No day could be read${leftOut[0] ? `: in line ${leftOut[0].line} ${leftOut[0].why}` : ''}.` }
  return { ok: true, days: all.slice(-MOST_STATION_DAYS), leftOut }
}

/** So many days of a month, of one year or several, tell what is usual in it (a guess). */
const TELLS_A_MONTH = 20

/**
 * What is usual at the station, month by month: the mean of its days' highs and of their lows, °C, to a tenth. Null where not all twelve
 * months have enough days. One year is one year: it is not a climate, but nearer to the yard than a guess by latitude.
 */
export function usualOf(days: readonly Pick<WeatherDay, 'date' | 'high' | 'low'>[]): readonly MonthNormal[] | null {
  const months = Array.from({ length: 12 }, (_, i) => {
    const told = days.filter((d) => monthOf(d.date) === i + 1 && d.low !== null)
    if (told.length < TELLS_A_MONTH) return null
    const mean = (of: (d: (typeof told)[number]) => number) => Math.round((told.reduce((sum, d) => sum + of(d), 0) / told.length) * 10) / 10
    return { month: i + 1, high: mean((d) => d.high), low: mean((d) => d.low ?? d.high) }
  })
  const whole = months.filter((m) => m !== null)
  return whole.length === 12 ? whole : null
}
