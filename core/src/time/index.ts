export { addDays, daysBetween, isDay, isLeapYear, monthOf, dayOfMonth, weekdayOf, yearOf, laterOf, earlierOf, type Day } from './day.ts'
export { DATE_STYLES, sayDay, sayDayLong, sayWindow, sayDays, WEEKDAYS, MONTHS, type DateStyle } from './say.ts'
export { monthNamed, readTypedDay } from './read.ts'
