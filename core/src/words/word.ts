import { sayDay, sayDayLong, sayWindow, type DateStyle, type Day } from '../time/index.ts'
import { isSaid } from './speaker.ts'
import { plain, toFahrenheit, toFluidOunces, toOunces, type MassUnit, type TemperatureUnit, type VolumeUnit } from '../units/index.ts'

/** How somebody reads figures and days. */
export interface Reader {
  readonly temperature: TemperatureUnit
  readonly mass: MassUnit
  readonly volume: VolumeUnit
  readonly dates: DateStyle
}
/** What holds until somebody says otherwise. */
export const USUAL_READER: Reader = { temperature: 'C', mass: 'g', volume: 'mL', dates: 'day-month' }

type Unit = '°C' | 'K' | '°' | 'g' | 'mL'

/** "10 to 29.5" of `10..29.5`, "27, 26 and 25" of `27,26,25`. */
function spread(figures: string, turn: (value: number) => string): string {
  if (figures.includes('..'))
    return figures
      .split('..')
      .map((f) => turn(Number(f)))
      .join(' to ')
  const each = figures.split(',').map((f) => turn(Number(f)))
  return each.length < 2 ? each.join('') : `${each.slice(0, -1).join(', ')} and ${each.at(-1) ?? ''}`
}

const MEASURES: Record<Unit, (figures: string, reader: Reader) => string> = {
  '°C': (figures, { temperature }) =>
    temperature === 'C' ? `${spread(figures, plain)} °C` : `${spread(figures, (c) => plain(toFahrenheit(c), 0))} °F`,
  K: (figures, { temperature }) => (temperature === 'C' ? `${figures} °C` : `${plain((Number(figures) * 9) / 5)} °F`),
  '°': (figures, { temperature }) => `${temperature === 'C' ? figures : plain(toFahrenheit(Number(figures)), 0)}°`,
  // Labels give grams and millilitres: they stay beside.
  g: (figures, { mass }) => {
    const said = `${spread(figures, (g) => plain(g, 2))} g`
    return mass === 'g' ? said : `${spread(figures, (g) => plain(toOunces(g), 3))} oz (${said})`
  },
  mL: (figures, { volume }) => {
    const said = `${spread(figures, plain)} mL`
    return volume === 'mL' ? said : `${spread(figures, (ml) => plain(toFluidOunces(ml), 2))} fl oz (${said})`
  },
}

function wordDay(first: Day, last: Day | undefined, how: string | undefined, { dates }: Reader): string {
  if (last !== undefined) return sayWindow(first, last, dates)
  return how === 'long' ? sayDayLong(first, dates) : sayDay(first, how === 'y' ? null : first, dates)
}

const NUMBER = '-?\\d+(?:\\.\\d+)?'
const DAY = '\\d{4}-\\d{2}-\\d{2}'
const FIGURE = new RegExp(`\\{(?:(${NUMBER}(?:(?:\\.\\.|,)${NUMBER})*) (°C|K|°|g|mL)|(${DAY})(?:\\.\\.(${DAY})| (y|long))?)\\}`, 'g')

/** A sentence of the core with its figures worded as its reader has them. What is in no braces, or in none of this notation, stays as it is. */
export function sayAs(reader: Reader, text: string): string {
  if (!text.includes('{')) return text
  return text.replace(FIGURE, (_, figures?: string, unit?: Unit, first?: Day, last?: Day, how?: string) =>
    figures !== undefined && unit !== undefined ? MEASURES[unit](figures, reader) : wordDay(first ?? '', last, how, reader),
  )
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && [Object.prototype, null].includes(Object.getPrototypeOf(value))

/** Everything in an answer that goes out, worded, its data too; a part in which nothing is said stays the same one. Getters are read. */
export function worded<T>(answer: T, reader: Reader = USUAL_READER): T {
  const turn = (value: unknown): unknown => {
    if (typeof value === 'string') return sayAs(reader, value)
    if (Array.isArray(value)) {
      const turned = value.map(turn)
      return turned.every((v, i) => v === value[i]) ? value : turned
    }
    // Its figures are data and stay so; what is named among them is worded.
    if (isSaid(value)) return { key: value.key, with: turn(value.with) }
    if (!isRecord(value)) return value
    const turned = Object.entries(value).map(([key, v]) => [key, v, turn(v)] as const)
    return turned.every(([, before, after]) => before === after) ? value : Object.fromEntries(turned.map(([key, , after]) => [key, after]))
  }
  return turn(answer) as T
}
