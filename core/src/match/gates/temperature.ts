import { weatherReader, type Reading } from '../../situation/index.ts'
import { addDays, sayDay } from '../../time/index.ts'
import type { TemperatureLimit, Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import { firstDay, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'

/** Spread of a day's high around its month's normal, °C (common practice for a temperate summer, no source). */
const SPREAD = 4
/** With normals alone, this chance that the limits hold counts as fitting. */
const SURE = 0.95

const inside = (x: number, [low, high]: readonly [number | null, number | null]) => (low === null || x >= low) && (high === null || x <= high)

/** Normal distribution function; Abramowitz & Stegun 26.2.17, error under 1e-7 (from memory). */
function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z))
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z >= 0 ? 1 - tail : tail
}

/** Chance that the highs of the days known by normals alone all stay in the range. */
function chanceInside(readings: readonly Reading[], [low, high]: readonly [number | null, number | null]): number {
  return readings
    .filter((r) => r.source === 'normal')
    .reduce((chance, r) => {
      const over = high === null ? 0 : 1 - normalBelow((high - r.high) / SPREAD)
      const under = low === null ? 0 : normalBelow((low - r.high) / SPREAD)
      return chance * Math.max(0, 1 - over - under)
    }, 1)
}

interface Weighed {
  readonly level: Level
  /** The high that decides: the worst one, or the nearest to a limit. */
  readonly deciding: Reading | null
  readonly missing: boolean
  /** Chance that the limits hold, where it is normals that are doubted. */
  readonly chance: number | null
  readonly readings: readonly Reading[]
}

/** How far outside (positive) or inside (negative) a range a high is. */
function excess(high: number, [low, top]: readonly [number | null, number | null]): number {
  return Math.max(low === null ? -Infinity : low - high, top === null ? -Infinity : high - top)
}

function weigh(limit: TemperatureLimit, s: JudgedSituation): Weighed {
  const read = weatherReader(s)
  const [from, to] = limit.days
  const readings: Reading[] = []
  for (let n = from; n <= to; n++) {
    const reading = read(addDays(s.startOn, n))
    if (reading) readings.push(reading)
  }
  const missing = readings.length < to - from + 1
  if (limit.of === 'warmest') {
    const warmest = readings.reduce<Reading | null>((top, r) => (top === null || r.high > top.high ? r : top), null)
    if (warmest === null || (missing && !inside(warmest.high, limit.best)))
      return { level: 'care', deciding: warmest, missing: true, chance: null, readings }
    return { level: inside(warmest.high, limit.best) ? 'fits' : 'care', deciding: warmest, missing: false, chance: null, readings }
  }
  const deciding = readings.reduce<Reading | null>(
    (worst, r) => (worst === null || excess(r.high, limit.best) > excess(worst.high, limit.best) ? r : worst),
    null,
  )
  if (deciding && !inside(deciding.high, limit.outer)) return { level: 'wait', deciding, missing: false, chance: null, readings }
  if (missing || deciding === null) return { level: 'care', deciding, missing: true, chance: null, readings }
  if (!inside(deciding.high, limit.best)) return { level: 'care', deciding, missing: false, chance: null, readings }
  const chance = chanceInside(readings, limit.best)
  return chance < SURE
    ? { level: 'care', deciding, missing: false, chance, readings }
    : { level: 'fits', deciding, missing: false, chance: null, readings }
}

function sayRange([low, high]: readonly [number | null, number | null]): string {
  if (low === null) return `up to ${plain(high ?? 0)} °C`
  return high === null ? `${plain(low)} °C and over` : `${plain(low)} to ${plain(high)} °C`
}

const sayHighs = (readings: readonly Reading[]): string => {
  const highs = readings.map((r) => plain(r.high))
  if (highs.length === 1) return `A high of ${highs[0]} °C`
  if (highs.length <= 3) return `Highs of ${highs.slice(0, -1).join(', ')} and ${highs.at(-1)} °C`
  return `Highs up to ${plain(Math.max(...readings.map((r) => r.high)))} °C`
}

const sayKnown = (readings: readonly Reading[]): string => {
  const kinds = new Set(readings.map((r) => r.source))
  if (kinds.has('normal')) return kinds.size > 1 ? 'by the forecast and then what is usual' : 'by what is usual for the month'
  return kinds.has('forecast') ? 'by the forecast' : 'as observed'
}

function sayWeighed(limit: TemperatureLimit, w: Weighed): string {
  if (w.missing) return `The temperature ${limit.when} is not known; the limit is ${sayRange(limit.best)}.`
  const { deciding } = w
  if (!deciding) return ''
  if (w.chance !== null)
    return `Only what is usual for the month is known ${limit.when} (about ${plain(deciding.high)} °C): the chance that the limit of ${sayRange(limit.best)} holds is about ${plain(w.chance * 100, 0)} %.`
  if (w.level === 'fits') return `${sayHighs(w.readings)} ${limit.when} ${sayKnown(w.readings)}; the limit is ${sayRange(limit.best)}.`
  const tooHot = limit.best[1] !== null && deciding.high > limit.best[1]
  const why = tooHot ? limit.hot : limit.cold
  const edge = tooHot ? limit.best[1] : limit.best[0]
  return `${plain(deciding.high)} °C on ${sayDay(deciding.date)} ${sayKnown([deciding])} is ${tooHot ? 'over' : 'under'} ${plain(edge ?? 0)} °C ${limit.when}: ${why}.`
}

function sayChange(option: Treatment, limit: TemperatureLimit, w: Weighed, s: JudgedSituation): string | null {
  const one: Treatment = { ...option, temperature: [limit] }
  if (w.level === 'fits') {
    const room = w.deciding ? -excess(w.deciding.high, limit.best) : Infinity
    return Number.isFinite(room)
      ? `It would take ${plain(room)} °C ${limit.best[1] !== null && (w.deciding?.high ?? 0) + room >= limit.best[1] ? 'more' : 'less'} to change this.`
      : null
  }
  const keeps = `when the highs ${limit.when} are ${sayRange(limit.best)}`
  const clear = firstDay(temperature, one, s, 'fits')
  const careful = w.level === 'wait' ? firstDay(temperature, one, s, 'care') : null
  if (!careful || careful === clear) {
    return clear ? `Fits from ${sayDay(clear)}, ${keeps}.` : 'No day in the next eight weeks is better, by the days known and what is usual.'
  }
  const unknown = weigh(limit, { ...s, startOn: careful }).missing
  const why = unknown ? 'from then on nothing is known' : `${sayRange(limit.outer)} with care`
  return `Fits with care from ${sayDay(careful)} (${why})${clear ? `, fits from ${sayDay(clear)}, ${keeps}` : ''}.`
}

/** Gate 2: the highs on the days that matter, by forecast first and by normals beyond it. */
export const temperature: Gate = (option, s) => {
  if (option.temperature.length === 0) {
    return [{ gate: 'temperature', level: 'fits', source: '', text: () => 'No temperature limit.', flip: () => null }]
  }
  return option.temperature.map((limit): LazyFinding => {
    const w = weigh(limit, s)
    return {
      gate: 'temperature',
      level: w.level,
      figure: w.deciding ? `${plain(w.deciding.high, 0)}°` : 'not known',
      limit: sayRange(w.level === 'wait' ? limit.outer : limit.best),
      source: limit.source,
      text: () => sayWeighed(limit, w),
      flip: () => sayChange(option, limit, w, s),
    }
  })
}
