import { dayOfMonth, monthOf, weekdayOf, yearOf, type Day } from './day.ts'

export const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
export const LONG_MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']

const said = new Map<Day, string>()
const MOST_KEPT = 5000

function sayWithoutYear(day: Day): string {
  let words = said.get(day)
  if (words === undefined) {
    if (said.size > MOST_KEPT) said.clear()
    said.set(day, (words = `${WEEKDAYS[weekdayOf(day)]} ${dayOfMonth(day)} ${MONTHS[monthOf(day) - 1]}`))
  }
  return words
}

/** "Thu 20 Aug"; with the year where it differs from that of `near`. */
export function sayDay(day: Day, near: Day = day): string {
  return yearOf(day) === yearOf(near) ? sayWithoutYear(day) : `${sayWithoutYear(day)} ${yearOf(day)}`
}

/** "Thu 20 August". */
export function sayDayLong(day: Day): string {
  return `${WEEKDAYS[weekdayOf(day)]} ${dayOfMonth(day)} ${LONG_MONTHS[monthOf(day) - 1]}`
}

/** "20-23 Aug", "30 Aug-2 Sep", or one day alone. */
export function sayWindow(earliest: Day, latest: Day): string {
  const end = `${dayOfMonth(latest)} ${MONTHS[monthOf(latest) - 1]}`
  if (earliest === latest) return end
  const sameMonth = earliest.slice(0, 7) === latest.slice(0, 7)
  return sameMonth ? `${dayOfMonth(earliest)}-${end}` : `${dayOfMonth(earliest)} ${MONTHS[monthOf(earliest) - 1]}-${end}`
}

/** "1 day", "12 days". */
export const sayDays = (n: number): string => `${n} ${Math.abs(n) === 1 ? 'day' : 'days'}`
