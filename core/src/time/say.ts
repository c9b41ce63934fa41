import { dayOfMonth, monthOf, weekdayOf, yearOf, type Day } from './day.ts'

export const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
export const LONG_MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']

/** Ways to write a day: "Thu 20 Aug", "Thu Aug 20", "Thu 20.8." */
export const DATE_STYLES = ['day-month', 'month-day', 'numbers'] as const
export type DateStyle = (typeof DATE_STYLES)[number]

const WITHOUT_YEAR: Record<DateStyle, (day: Day, months: readonly string[]) => string> = {
  'day-month': (day, months) => `${dayOfMonth(day)} ${months[monthOf(day) - 1]}`,
  'month-day': (day, months) => `${months[monthOf(day) - 1]} ${dayOfMonth(day)}`,
  numbers: (day) => `${dayOfMonth(day)}.${monthOf(day)}.`,
}
const weekday = (day: Day) => WEEKDAYS[weekdayOf(day)]

/** "Thu 20 Aug"; with the year where it differs from that of `near`, always where `near` is null. */
export function sayDay(day: Day, near: Day | null = day, style: DateStyle = 'day-month'): string {
  const words = `${weekday(day)} ${WITHOUT_YEAR[style](day, MONTHS)}`
  if (near !== null && yearOf(day) === yearOf(near)) return words
  return style === 'numbers' ? `${words}${yearOf(day)}` : `${words} ${yearOf(day)}`
}

/** "Thu 20 August". */
export const sayDayLong = (day: Day, style: DateStyle = 'day-month'): string => `${weekday(day)} ${WITHOUT_YEAR[style](day, LONG_MONTHS)}`

/** "20-23 Aug", "30 Aug-2 Sep", or one day alone. */
export function sayWindow(earliest: Day, latest: Day, style: DateStyle = 'day-month'): string {
  const [first, last] = [WITHOUT_YEAR[style](earliest, MONTHS), WITHOUT_YEAR[style](latest, MONTHS)]
  if (earliest === latest) return last
  if (earliest.slice(0, 7) !== latest.slice(0, 7)) return `${first}-${last}`
  // Of one month, which is said once.
  if (style === 'month-day') return `${first}-${dayOfMonth(latest)}`
  return `${dayOfMonth(earliest)}${style === 'numbers' ? '.' : ''}-${last}`
}

/** "1 day", "12 days". */
export const sayDays = (n: number): string => `${n} ${Math.abs(n) === 1 ? 'day' : 'days'}`
