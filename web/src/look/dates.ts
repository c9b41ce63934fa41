/** Days as the keeper writes them. The core says them in one way; here they are turned into the keeper's. */
import { ref } from 'vue'
import { inDateStyle, sayDay as coreDay, sayDayLong as coreDayLong, sayWindow as coreWindow, type DateStyle, type Day } from '@thistle/core/time'

export const dateStyle = ref<DateStyle>('day-month')
/** The day on which the keeper reads: a day of another year carries its year. Null before it is known. */
export const readingDay = ref<Day | null>(null)
/** A core sentence's days in the keeper's way. */
export const styled = (text: string) => inDateStyle(text, dateStyle.value)

/** "Thu 20 Aug"; with the year where it differs from that of `near`, which is the day on which it is read. */
export const sayDay = (day: Day, near: Day = readingDay.value ?? day): string => styled(coreDay(day, near))
/** "Thu 20 August". */
export const sayDayLong = (day: Day): string => styled(coreDayLong(day))
/** "20-23 Aug". */
export const sayWindow = (earliest: Day, latest: Day): string => styled(coreWindow(earliest, latest))

/** The day of a moment by the device's own clock. */
export const localDay = (moment: Date): Day =>
  `${moment.getFullYear()}-${String(moment.getMonth() + 1).padStart(2, '0')}-${String(moment.getDate()).padStart(2, '0')}`
