/** A calendar day as ISO `YYYY-MM-DD`. Days compare correctly as strings. */
export type Day = string

const PATTERN = /^(\d{4})-(\d{2})-(\d{2})$/
const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const

/** Gregorian leap-year rule. */
export function isLeapYear(year: number): boolean {
  return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
}

function monthLength(year: number, month: number): number {
  return month === 2 && isLeapYear(year) ? 29 : (MONTH_LENGTHS[month - 1] ?? 0)
}

/** True where the text is a day that exists, from 1900 to 2199. */
export function isDay(text: unknown): text is Day {
  if (typeof text !== 'string') return false
  const found = PATTERN.exec(text)
  if (!found) return false
  const [year, month, date] = [Number(found[1]), Number(found[2]), Number(found[3])]
  return year >= 1900 && year < 2200 && month >= 1 && month <= 12 && date >= 1 && date <= monthLength(year, month)
}

export const yearOf = (day: Day): number => Number(day.slice(0, 4))
/** Month 1 to 12. */
export const monthOf = (day: Day): number => Number(day.slice(5, 7))
export const dayOfMonth = (day: Day): number => Number(day.slice(8, 10))

/** Days since 1970-01-01, by the civil-calendar algorithm of Howard Hinnant ("chrono-compatible low-level date algorithms", from memory). */
function countDays(day: Day): number {
  const month = monthOf(day)
  const year = yearOf(day) - (month <= 2 ? 1 : 0)
  const era = Math.floor(year / 400)
  const yearOfEra = year - era * 400
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + dayOfMonth(day) - 1
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear
  return era * 146097 + dayOfEra - 719468
}

const pad = (n: number, width: number) => String(n).padStart(width, '0')

function nameDay(serial: number): Day {
  const shifted = serial + 719468
  const era = Math.floor(shifted / 146097)
  const dayOfEra = shifted - era * 146097
  const yearOfEra = Math.floor((dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) / 365)
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100))
  const shiftedMonth = Math.floor((5 * dayOfYear + 2) / 153)
  const date = dayOfYear - Math.floor((153 * shiftedMonth + 2) / 5) + 1
  const month = shiftedMonth < 10 ? shiftedMonth + 3 : shiftedMonth - 9
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0)
  return `${pad(year, 4)}-${pad(month, 2)}-${pad(date, 2)}`
}

// A search over weeks asks for the same few hundred days thousands of times: both directions are kept.
const serials = new Map<Day, number>()
const names = new Map<number, Day>()
const MOST_KEPT = 20_000

function toSerial(day: Day): number {
  let serial = serials.get(day)
  if (serial === undefined) {
    if (serials.size > MOST_KEPT) serials.clear()
    serials.set(day, (serial = countDays(day)))
  }
  return serial
}

function fromSerial(serial: number): Day {
  let day = names.get(serial)
  if (day === undefined) {
    if (names.size > MOST_KEPT) names.clear()
    names.set(serial, (day = nameDay(serial)))
  }
  return day
}

/** The day `n` whole days after `day` (before, where `n` is negative). */
export function addDays(day: Day, n: number): Day {
  return fromSerial(toSerial(day) + n)
}

/** Whole days from `from` to `to`; negative where `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return toSerial(to) - toSerial(from)
}

/** 0 = Sunday to 6 = Saturday. */
export function weekdayOf(day: Day): number {
  return (((toSerial(day) + 4) % 7) + 7) % 7
}

export const laterOf = (a: Day, b: Day): Day => (a > b ? a : b)
export const earlierOf = (a: Day, b: Day): Day => (a < b ? a : b)
