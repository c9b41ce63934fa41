import type { Day } from '../../time/index.ts'
import { plain } from '../../units/index.ts'
import { aDay, celsius, celsiusList, celsiusRange, kelvin } from '../notation.ts'
import { speaker } from '../speaker.ts'

type Span = readonly [number | null, number | null]
/** How the days read are known: observed, forecast, or by what is usual, from the day on after which nothing is forecast. */
type Known = { readonly by: 'observed' | 'stated' | 'forecast' | 'usual' } | { readonly by: 'forecast-then-usual'; readonly until: Day }
interface Limit {
  readonly when: string
  readonly limit: Span
}

/** "10 to 29.5 °C"; "none" where both ends are open. */
export const sayRange = (span: Span): string => celsiusRange(span) ?? 'none'
const percent = (chance: number): string => (chance > 0.99 ? 'more than 99 %' : chance < 0.01 ? 'less than 1 %' : `about ${plain(chance * 100, 0)} %`)
/** On all of its days together. */
const holdsBy = (chance: number | null): string => (chance === null ? '' : `; the chance that it holds is ${percent(chance)}`)
function known(k: Known): string {
  if (k.by === 'forecast-then-usual') return `by the forecast to ${aDay(k.until)} and then what is usual`
  return { observed: 'as observed', stated: 'as given', forecast: 'by the forecast', usual: 'by what is usual for the season' }[k.by]
}
function highs(all: readonly number[]): string {
  if (all.length === 1) return `A high of ${celsiusList(all)}`
  return all.length <= 3 ? `Highs of ${celsiusList(all)}` : `Highs up to ${celsius(Math.max(...all))}`
}

interface Average extends Limit {
  readonly reads: 'mean' | 'high'
  readonly average: number
  readonly known: Known
  readonly chance: number | null
}
const average = (v: Average): string =>
  `${v.reads === 'mean' ? 'Day and night together come to' : 'The highs come to'} ${celsius(v.average)} ${v.when}, ${known(v.known)}; the limit is ${sayRange(v.limit)}`

/** "when the highs on the first day are 10 to 29.5 °C". */
const keeps = (v: Limit & { average: boolean }): string =>
  v.average ? `when it is ${sayRange(v.limit)} ${v.when}` : `when the highs ${v.when} are ${sayRange(v.limit)}`

/** Gate 2: the highs, and day and night together, on the days that matter. */
export const TEMPERATURE = speaker('temperature', {
  noLimit: () => 'No temperature limit.',
  notKnown: (v: Limit) => `The temperature ${v.when} is not known; the limit is ${sayRange(v.limit)}.`,
  average: (v: Average) => `${average(v)}${holdsBy(v.chance)}.`,
  averagePartly: (v: Average & { days: number; of: number }) => `${average(v)}. Only ${v.days} of ${v.of} days are known.`,
  averageOut: (v: Average & { why: string }) => `${average(v)}${holdsBy(v.chance)}: ${v.why}.`,
  usualOnly: (v: Limit & { high: number; chance: number }) =>
    `Only what is usual for the season is known ${v.when} (about ${celsius(v.high)}): the chance that the limit of ${sayRange(v.limit)} holds is ${percent(v.chance)}.`,
  holds: (v: Limit & { highs: readonly number[]; known: Known; chance: number | null }) =>
    `${highs(v.highs)} ${v.when} ${known(v.known)}; the limit is ${sayRange(v.limit)}${holdsBy(v.chance)}.`,
  out: (v: { high: number; day: Day; known: Known; hot: boolean; edge: number; when: string; why: string; chance: number | null }) =>
    `${celsius(v.high)} on ${aDay(v.day)} ${known(v.known)} is ${v.hot ? 'over' : 'under'} ${celsius(v.edge)} ${v.when}${holdsBy(v.chance)}: ${v.why}.`,
  nothingDecides: () => '',
  wouldTake: (v: { kelvin: number; more: boolean }) => `It would take ${kelvin(v.kelvin)} ${v.more ? 'more' : 'less'} to change this.`,
  from: (v: Limit & { day: Day; average: boolean }) => `Fits from ${aDay(v.day)}, ${keeps(v)}.`,
  noBetterDay: () => 'No day in the next eight weeks is better, by the days known and what is usual.',
  withCareFrom: (v: Limit & { day: Day; outer: Span | null; unknown: boolean; clear: Day | null; average: boolean }) =>
    `Fits with care from ${aDay(v.day)} (${v.unknown ? 'from then on nothing is known' : v.outer === null ? 'more likely than not that it holds' : `${sayRange(v.outer)} with care`})${
      v.clear ? `, fits from ${aDay(v.clear)}, ${keeps(v)}` : ''
    }.`,
})
