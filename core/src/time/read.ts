import { daysBetween, isDay, yearOf, type Day } from './day.ts'
import { LONG_MONTHS, WEEKDAYS, type DateStyle } from './say.ts'

const WEEKDAY = new RegExp(`^(?:${WEEKDAYS.join('|')})[a-z]*[.,]?\\s+`, 'i')
const DAY_MONTH = /^(\d{1,2})(?:st|nd|rd|th|\.)?\s*([a-z]{3,9})\.?,?(?:\s+(\d{4}))?$/i
const MONTH_DAY = /^([a-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?(?:\s+(\d{4}))?$/i
const FIGURES = /^(\d{1,2})([./-])(\d{1,2})(?:\2(\d{4}|\d{2})?)?$/
const CENTURY = 2000

/** Month 1 to 12 by its beginning, three letters or more ("sep", "sept", "september"), or null: "marble" is no March. */
export function monthNamed(name: string): number | null {
  const at = LONG_MONTHS.findIndex((m) => m.toLowerCase().startsWith(name.toLowerCase()))
  return at < 0 ? null : at + 1
}

/**
 * A typed text as a day, or null where it is none: "2026-08-12", "12 Aug", "Wed Aug 12 2026", "12.8.", "8/12/26".
 * Figures with a stroke or dash go by the keeper's style, with points day first. Without a year it is the one nearest to `near`.
 */
export function readTypedDay(text: string, style: DateStyle, near: Day): Day | null {
  const said = text.trim().replace(WEEKDAY, '')
  if (isDay(said)) return said
  const parts = partsOf(said, style)
  if (!parts) return null
  const { month, date, year } = parts
  const of = (y: number): Day => `${y}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`
  if (year !== null) return isDay(of(year)) ? of(year) : null
  const candidates = [-1, 0, 1].map((step) => of(yearOf(near) + step)).filter(isDay)
  return candidates.toSorted((a, b) => Math.abs(daysBetween(near, a)) - Math.abs(daysBetween(near, b)))[0] ?? null
}

function partsOf(said: string, style: DateStyle): { month: number; date: number; year: number | null } | null {
  const yearFrom = (y: string | undefined) => (y === undefined ? null : y.length === 2 ? CENTURY + Number(y) : Number(y))
  const named = DAY_MONTH.exec(said) ?? MONTH_DAY.exec(said)
  if (named) {
    const dayFirst = /^\d/.test(said)
    const month = monthNamed(named[dayFirst ? 2 : 1] ?? '')
    return month === null ? null : { month, date: Number(named[dayFirst ? 1 : 2]), year: yearFrom(named[3]) }
  }
  const figures = FIGURES.exec(said)
  if (!figures) return null
  const [first, second] = [Number(figures[1]), Number(figures[3])]
  const monthFirst = style === 'month-day' && figures[2] !== '.'
  return { month: monthFirst ? first : second, date: monthFirst ? second : first, year: yearFrom(figures[4]) }
}
