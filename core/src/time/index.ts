export { addDays, daysBetween, isDay, isLeapYear, monthOf, dayOfMonth, weekdayOf, yearOf, laterOf, earlierOf, type Day } from './day.ts'
export { sayDay, sayDayLong, sayWindow, sayDays, WEEKDAYS, MONTHS } from './say.ts'
export { DATE_STYLES, inDateStyle, type DateStyle } from './styles.ts'
export { monthNamed, readTypedDay } from './read.ts'
