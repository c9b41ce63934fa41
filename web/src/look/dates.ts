/** Days as the keeper writes them, on every screen. */
import { ref } from 'vue'
import { sayDay as coreDay, sayDayLong as coreDayLong, sayWindow as coreWindow, type DateStyle, type Day } from '@thistle/core/time'

export const dateStyle = ref<DateStyle>('day-month')
/** The day on which the keeper reads: a day of another year carries its year. Null before it is known. */
export const readingDay = ref<Day | null>(null)

/** "Thu 20 Aug"; with the year where it differs from that of `near`, which is the day on which it is read. */
export const sayDay = (day: Day, near: Day = readingDay.value ?? day): string => coreDay(day, near, dateStyle.value)
/** "Thu 20 August". */
export const sayDayLong = (day: Day): string => coreDayLong(day, dateStyle.value)
/** "20-23 Aug". */
export const sayWindow = (earliest: Day, latest: Day): string => coreWindow(earliest, latest, dateStyle.value)

/** The day of a moment by the device's own clock. */
export const localDay = (moment: Date): Day =>
  `${moment.getFullYear()}-${String(moment.getMonth() + 1).padStart(2, '0')}-${String(moment.getDate()).padStart(2, '0')}`
/** The day of a moment by the clock of a place. */
export const dayIn = (moment: Date, timeZone: string): Day =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(moment)
