import dayjs from 'dayjs'
import utc from 'dayjs/plugin/utc.js'

dayjs.extend(utc)

/** A calendar day as ISO `YYYY-MM-DD`. Days compare correctly as strings. */
export type Day = string

const PATTERN = /^\d{4}-\d{2}-\d{2}$/
const ISO = 'YYYY-MM-DD'
const FIRST = dayjs.utc('1970-01-01')

/** Gregorian leap-year rule. */
export const isLeapYear = (year: number): boolean => dayjs.utc(`${String(year).padStart(4, '0')}-02-01`).daysInMonth() === 29

/** True where the text is a day that exists, from 1900 to 2199. */
export function isDay(text: unknown): text is Day {
  if (typeof text !== 'string' || !PATTERN.test(text)) return false
  // A day that does not exist is read as another one.
  const read = dayjs.utc(text)
  return read.isValid() && read.format(ISO) === text && yearOf(text) >= 1900 && yearOf(text) < 2200
}

export const yearOf = (day: Day): number => Number(day.slice(0, 4))
/** Month 1 to 12. */
export const monthOf = (day: Day): number => Number(day.slice(5, 7))
export const dayOfMonth = (day: Day): number => Number(day.slice(8, 10))

/** Days since 1970-01-01. */
const countDays = (day: Day): number => dayjs.utc(day).diff(FIRST, 'day')
const nameDay = (serial: number): Day => FIRST.add(serial, 'day').format(ISO)

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
