/** The library's calendar, speaking the keeper's way of writing days and beginning the week where their country does. */
import generatePicker from 'ant-design-vue/es/date-picker/generatePicker'
import dayjsConfig from 'ant-design-vue/es/vc-picker/generate/dayjs'
import dayjs, { type Dayjs } from 'dayjs'
import { readTypedDay, sayDay, type Day } from '@thistle/core/time'
import { dateStyle } from '../look/dates.ts'

export const ISO = 'YYYY-MM-DD'
/** Sunday 0 to Saturday 6. Where the browser cannot tell, Monday (ISO 8601). */
function firstWeekday(): number {
  const locale = new Intl.Locale(navigator.language) as Intl.Locale & { getWeekInfo?: () => { firstDay: number }; weekInfo?: { firstDay: number } }
  return ((locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1) % 7
}
/** The day that a typed text with no year is near to: the keeper's today. */
let near: Day = dayjs().format(ISO)
export const setNear = (day: Day): void => void (near = day)
const first = firstWeekday()

/** What somebody typed as a day, or null. */
export const readTyped = (text: string): Day | null => readTypedDay(text, dateStyle.value, near)
/** A day in a field: with its year wherever it would else be read as another one. */
export const sayTyped = (day: Day): string => {
  const short = sayDay(day, day, dateStyle.value)
  return readTyped(short) === day ? short : sayDay(day, null, dateStyle.value)
}

export const { DatePicker } = generatePicker<Dayjs>({
  ...dayjsConfig,
  // "Today" is the yard's, not the machine's.
  getNow: () => dayjs(near),
  locale: {
    ...dayjsConfig.locale,
    getWeekFirstDay: () => first,
    getWeekFirstDate: (_locale, date) => date.subtract((date.day() - first + 7) % 7, 'day'),
    getShortWeekDays: () => ['Su', 'Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa'],
    format: (_locale, date, format) => (format === ISO ? sayTyped(date.format(ISO)) : date.format(format)),
    parse: (_locale, text) => {
      const day = readTyped(text)
      return day ? dayjs(day) : null
    },
  },
})
