export { addDays, daysBetween, isDay, isLeapYear, monthOf, dayOfMonth, weekdayOf, yearOf, laterOf, earlierOf, type Day } from './day.ts'
export { sayDay, sayDayLong, sayWindow, sayDays, WEEKDAYS, MONTHS } from './say.ts'
