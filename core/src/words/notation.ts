import { plain } from '../units/index.ts'
import type { Day } from '../time/index.ts'

/**
 * Figures inside a sentence of the core, in its own notation: in braces, with the unit in which they are kept, so that one place words
 * them for whoever reads. `{29.5 °C}`, `{10..29.5 °C}`, `{20,21,25 °C}`, `{2.5 K}` (a difference), `{34 °}` (a cell), `{2 g}`, `{5 mL}`,
 * `{2026-08-20}`, `{2026-08-20 y}` (with its year), `{2026-08-20..2026-08-23}` (a window).
 */
const braced = (inside: string): string => `{${inside}}`

/** What a sentence leaves open, `{n}` or `{dose}`, filled in; a slot that is not given stays open. */
export const fill = (text: string, slots: Readonly<Record<string, string>>): string =>
  Object.entries(slots).reduce((filled, [name, what]) => filled.replaceAll(braced(name), what), text)

/** "about 88", of a hundred: a chance 0-1 that is never said to be none or all. */
export const of100 = (chance: number): string =>
  chance < 0.01 ? 'fewer than 1' : chance > 0.99 ? 'more than 99' : `about ${Math.round(chance * 100)}`

/** A temperature in °C. */
export const celsius = (value: number, digits = 1): string => braced(`${plain(value, digits)} °C`)
/** Several temperatures, said in a row: "27, 26 and 25 °C". */
export const celsiusList = (values: readonly number[]): string => braced(`${values.map((v) => plain(v)).join(',')} °C`)
/** A difference between temperatures, in kelvin: scaled for a reader of °F, without the offset. */
export const kelvin = (value: number): string => braced(`${plain(value)} K`)
/** A temperature as short as a cell has it: "34°". */
export const degree = (value: number): string => braced(`${plain(value, 0)} °`)
/** "10 to 29.5 °C", "up to 30 °C", "3 °C and over"; null where both ends are open. */
export function celsiusRange([low, high]: readonly [number | null, number | null]): string | null {
  if (low === null) return high === null ? null : `up to ${celsius(high)}`
  return high === null ? `${celsius(low)} and over` : braced(`${plain(low)}..${plain(high)} °C`)
}
export const grams = (value: number): string => braced(`${plain(value, 2)} g`)
export const millilitres = (value: number): string => braced(`${plain(value)} mL`)

/** "Thu 20 Aug"; with the year where it differs from that of `near`. */
export const aDay = (day: Day, near: Day = day): string => braced(day.slice(0, 4) === near.slice(0, 4) ? day : `${day} y`)
/** "20-23 Aug", "30 Aug-2 Sep", or one day alone: "20 Aug". */
export const fromTo = (earliest: Day, latest: Day): string => braced(`${earliest}..${latest}`)
/** "Thu 20 August". */
export const aLongDay = (day: Day): string => braced(`${day} long`)
