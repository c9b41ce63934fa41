import Papa from 'papaparse'
import { isDay, monthNamed, type Day } from '../time/index.ts'

/** Text of a spreadsheet as cells: the first line names the columns where it holds no number. */
export interface Table {
  readonly headings: readonly string[]
  readonly rows: readonly (readonly string[])[]
  /** The line in the text on which the first row stands, from 1. */
  readonly firstLine: number
}
export type Reading<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly sentence: string }

/** The most rows that are read at once. */
export const MOST_TABLE_ROWS = 1000
const MOST_COLUMNS = 60

/** Reads comma-, semicolon- or tab-separated text, quoted or not, with or without headings. Empty lines are left out. */
export function readTable(text: string): Reading<Table> {
  const clean = text.replace(/^\ufeff/, '')
  if (clean.trim() === '') return { ok: false, sentence: 'There is nothing in it.' }
  if (clean.includes('\0')) return { ok: false, sentence: 'This is not a text of columns: save the sheet as CSV first.' }
  const { data, errors } = Papa.parse<string[]>(clean, { skipEmptyLines: 'greedy', delimitersToGuess: [',', ';', '\t', '|'] })
  const broken = errors.find((e) => e.type === 'Quotes')
  if (broken)
    return { ok: false, sentence: `A quotation mark in line ${(broken.row ?? 0) + 1} is never closed, so nobody can say where a cell ends.` }
  const [first] = data
  if (!first || data.every((row) => row.length < 2))
    return { ok: false, sentence: 'There is one column only. A table with at least two is wanted, split by commas, semicolons or tabs.' }
  const width = Math.max(...data.map((row) => row.length))
  if (width > MOST_COLUMNS) return { ok: false, sentence: `${width} columns are too many: ${MOST_COLUMNS} at most.` }
  const named = !first.some((cell) => /^\s*-?\d+([.,]\d+)?\s*$/.test(cell) || readDay(cell, null) !== null)
  const rows = (named ? data.slice(1) : data).map((row) => row.map((cell) => cell.trim().replace(TICKED, '')))
  if (rows.length === 0) return { ok: false, sentence: 'There are headings and no rows.' }
  if (rows.length > MOST_TABLE_ROWS)
    return { ok: false, sentence: `${rows.length} rows are too many at once: ${MOST_TABLE_ROWS} at most. Split the file.` }
  const headings = Array.from({ length: width }, (_, i) => (named && first[i]?.trim()) || `column ${i + 1}`)
  return { ok: true, value: { headings, rows, firstLine: named ? 2 : 1 } }
}

/** What a spreadsheet would run (OWASP's list for CSV injection, from memory); the package's own pattern lets through what goes on in a second line. */
const RUNS = /^[=+\-@\t\r]/
/** The tick before it, as `writeTable` sets it. */
const TICKED = /^'(?=[=+\-@\t\r])/

export const DAY_ORDERS = ['day-month', 'month-day'] as const
/** Which comes first in a day written with slashes or dashes. */
export type DayOrder = (typeof DAY_ORDERS)[number]

const YEAR = (text: string) => (text.length === 2 ? `20${text}` : text)
const made = (year: string, month: number, day: number): Day | null => {
  const text = `${YEAR(year)}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  return isDay(text) ? text : null
}

/**
 * A day: 2026-08-12 (a time behind it is dropped), 12.8.2026, 12 Aug 2026, August 12, 2026, or 12/8/2026 in the order that is given; with no order
 * it is taken where it can only be one day. Null where it is none, or cannot be told.
 */
export function readDay(text: string, order: DayOrder | null): Day | null {
  const clean = text.trim()
  const iso = /^(\d{4})[-/](\d{1,2})[-/](\d{1,2})(?:[T ].*)?$/.exec(clean)
  if (iso) return made(iso[1] ?? '', Number(iso[2]), Number(iso[3]))
  const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4}|\d{2})(?: .*)?$/.exec(clean)
  if (dotted) return made(dotted[3] ?? '', Number(dotted[2]), Number(dotted[1]))
  const dayFirst = /^(\d{1,2})[. -]+([a-z]{3,9})[. ,-]+(\d{4}|\d{2})$/i.exec(clean)
  if (dayFirst) return made(dayFirst[3] ?? '', monthNamed(dayFirst[2] ?? '') ?? 0, Number(dayFirst[1]))
  const monthFirst = /^([a-z]{3,9})[. -]+(\d{1,2}),? +(\d{4})$/i.exec(clean)
  if (monthFirst) return made(monthFirst[3] ?? '', monthNamed(monthFirst[1] ?? '') ?? 0, Number(monthFirst[2]))
  const slashed = /^(\d{1,2})[/-](\d{1,2})[/-](\d{4}|\d{2})(?: .*)?$/.exec(clean)
  if (!slashed) return null
  const [one, two, year] = [Number(slashed[1]), Number(slashed[2]), slashed[3] ?? '']
  if (order) return order === 'day-month' ? made(year, two, one) : made(year, one, two)
  if (one === two) return made(year, one, two)
  if (one > 12) return made(year, two, one)
  return two > 12 ? made(year, one, two) : null
}

/** Why a text was not read as a day: it may be two, or it is none. */
export function sayNoDay(text: string, order: DayOrder | null): string {
  const shown = `"${text.slice(0, 20)}"`
  const mayBeTwo = order === null && DAY_ORDERS.every((way) => readDay(text, way) !== null)
  return mayBeTwo ? `${shown} may be two days: say above whether the day or the month comes first.` : `${shown} is not a day.`
}

/** The order that a column of days shows: by a figure over 12 in one place, never in the other. Null where none shows. */
export function guessOrder(cells: readonly string[]): DayOrder | null {
  const pairs = cells.flatMap((cell) => {
    const found = /^(\d{1,2})[/-](\d{1,2})[/-]\d{2,4}/.exec(cell.trim())
    return found ? [[Number(found[1]), Number(found[2])] as const] : []
  })
  // 13/13 is no day either way: it shows nothing.
  const dayFirst = pairs.some(([one, two]) => one > 12 && two <= 12)
  const monthFirst = pairs.some(([one, two]) => two > 12 && one <= 12)
  return dayFirst === monthFirst ? null : dayFirst ? 'day-month' : 'month-day'
}

/** A number with a decimal point or comma; null where it is none. "1,5" is one and a half: thousands are not set off. */
export function readNumber(text: string): number | null {
  const clean = text.trim().replace(/\s+/g, '').replace(',', '.')
  return /^-?\d+(\.\d+)?$/.test(clean) ? Number(clean) : null
}

/** What stands in a cell; nothing for null. */
export type Cell = string | number | null
/** Rows without headings, as `writeTable` writes them: for what is written piece by piece. */
export const writeTableRows = (rows: readonly (readonly Cell[])[]): string =>
  rows.length === 0
    ? ''
    : `${Papa.unparse(
        rows.map((row) => row.map((cell) => cell ?? '')),
        { escapeFormulae: RUNS, newline: '\r\n' },
      )}\r\n`

/** Rows as text of comma-separated values, with quotes where they are needed; cells that a spreadsheet would run get a tick before them. */
export function writeTable(headings: readonly string[], rows: readonly (readonly Cell[])[]): string {
  return `${Papa.unparse({ fields: [...headings], data: rows.map((row) => row.map((cell) => cell ?? '')) }, { escapeFormulae: RUNS, newline: '\r\n' })}\r\n`
}
