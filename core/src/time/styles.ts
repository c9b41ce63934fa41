import { MONTHS } from './say.ts'

/** Ways to write a day: "Thu 20 Aug", "Thu Aug 20", "Thu 20.8." */
export const DATE_STYLES = ['day-month', 'month-day', 'numbers'] as const
export type DateStyle = (typeof DATE_STYLES)[number]

const NAMES = `(${MONTHS.join('|')})(uary|ruary|ch|il|e|y|ust|tember|ober|ember)?`
const IN_TEXT = new RegExp(`\\b(?:(\\d{1,2})(?: ${NAMES})?-)?(\\d{1,2}) ${NAMES}( \\d{4})?\\b`, 'g')
const numberOf = (month: string) => MONTHS.indexOf(month as (typeof MONTHS)[number]) + 1

/** Days in a core sentence ("Thu 20 Aug", "30 Aug-2 Sep", "20 August", "1 May 2027") as the keeper writes days. */
export function inDateStyle(text: string, style: DateStyle): string {
  if (style === 'day-month') return text
  return text.replace(
    IN_TEXT,
    (_, first?: string, firstMonth?: string, firstEnd?: string, last?: string, month?: string, end?: string, year?: string) => {
      const [name, firstName] = [`${month}${end ?? ''}`, firstMonth ? `${firstMonth}${firstEnd ?? ''}` : null]
      if (style === 'month-day') {
        if (first === undefined) return `${name} ${last}${year ?? ''}`
        return `${firstName ?? name} ${first}-${firstName ? `${name} ` : ''}${last}${year ?? ''}`
      }
      const tail = `${last}.${numberOf(month ?? '')}.${(year ?? '').trim()}`
      return first === undefined ? tail : `${first}.${firstMonth ? `${numberOf(firstMonth)}.` : ''}-${tail}`
    },
  )
}
