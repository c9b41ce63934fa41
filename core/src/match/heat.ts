import { normalBelow } from '../count/index.ts'
import { keptByWeather, type Reading, type WeatherReader } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import type { Range, TemperatureLimit, Treatment } from '../treatments/index.ts'
import type { JudgedSituation, Level } from './finding.ts'

/** Spread of a day's high around its month's normal, °C (common practice for a temperate summer, no source). */
const SPREAD = 4
/** With normals alone, this chance that the limits hold counts as fitting. */
const SURE = 0.95
/** Correlation of a day's departure from the normal with that of the day before (about 0.7 in temperate climates, from memory). */
export const FROM_DAY_TO_DAY = 0.7
/**
 * Days in a row are alike: each day after the first counts as so much of an independent one. Fitted to simulated days with the
 * correlation above; the test holds it against them.
 */
const WEIGHT_OF_NEXT_DAY = 0.4
/** An average over fewer known days than this rules nothing out. */
const ENOUGH_DAYS = 7

export const inside = (x: number, [low, high]: Range): boolean => (low === null || x >= low) && (high === null || x <= high)
/** How far outside (positive) or inside (negative) a range a figure is, °C. */
export const excess = (x: number, [low, top]: Range): number => Math.max(low === null ? -Infinity : low - x, top === null ? -Infinity : x - top)

/** Standard error of a forecast high, °C, so many days ahead: about 1.5 tomorrow, 3 in a week, then no better than the normal (from memory). */
const forecastError = (ahead: number): number => Math.min(SPREAD, 1.25 + 0.25 * Math.max(0, ahead))

const chanceWithin = (expected: number, spread: number, [low, high]: Range): number => {
  const over = high === null ? 0 : 1 - normalBelow((high - expected) / spread)
  const under = low === null ? 0 : normalBelow((low - expected) / spread)
  return Math.max(0, 1 - over - under)
}

/** Chance that every one of some days, each with its expected high and the spread around it, stays in the range. */
export function chanceAllInside(days: readonly { readonly high: number; readonly spread: number }[], range: Range): number {
  return days.reduce((chance, day, i) => chance * chanceWithin(day.high, day.spread, range) ** (i === 0 ? 1 : WEIGHT_OF_NEXT_DAY), 1)
}

/** How a limit stands on the days it asks for. */
export interface Weighed {
  readonly level: Level
  /** The figure that decides, °C: the worst day's high, the warmest, or the average. */
  readonly figure: number | null
  /** The day it belongs to; null for an average. */
  readonly deciding: Reading | null
  readonly missing: boolean
  /** Chance that the limits hold, where it is normals that are doubted. */
  readonly chance: number | null
  readonly readings: readonly Reading[]
}

function readDays(read: WeatherReader, start: Day, [from, to]: readonly [number, number]): Reading[] {
  const readings: Reading[] = []
  for (let n = from; n <= to; n++) {
    const reading = read(addDays(start, n))
    if (reading) readings.push(reading)
  }
  return readings
}

/** Chance that a limit holds on the days that are forecast, as forecasts err; null where nothing is forecast. */
export const forecastChanceOf = (readings: readonly Reading[], range: Range, asOf: Day): number | null => {
  const told = readings.filter((r) => r.source === 'forecast')
  if (told.length === 0) return null
  return chanceAllInside(
    told.map((r) => ({ high: r.high, spread: forecastError(daysBetween(asOf, r.date)) })),
    range,
  )
}

function byWarmest(limit: TemperatureLimit, readings: readonly Reading[], missing: boolean): Weighed {
  const warmest = readings.reduce<Reading | null>((top, r) => (top === null || r.high > top.high ? r : top), null)
  const base = { figure: warmest?.high ?? null, deciding: warmest, chance: null, readings }
  const good = warmest !== null && inside(warmest.high, limit.best)
  if (!good && (missing || warmest === null)) return { ...base, level: 'care', missing: true }
  return { ...base, level: good ? 'fits' : 'care', missing: false }
}

/** The average of the days known; the spread of an average of days that are alike shrinks slowly. */
function byAverage(limit: TemperatureLimit, all: readonly Reading[], wanted: number): Weighed {
  const readings = limit.reads === 'mean' ? all.filter((r) => r.low !== null) : all
  const none = { deciding: null, chance: null, readings }
  // Without lows nothing is known of the nights; days too cold by their highs alone are too cold with the nights.
  const figures =
    readings.length > 0 ? readings.map((r) => (limit.reads === 'mean' ? (r.high + (r.low ?? r.high)) / 2 : r.high)) : all.map((r) => r.high)
  if (figures.length === 0) return { ...none, level: 'care', figure: null, missing: true }
  const figure = figures.reduce((sum, x) => sum + x, 0) / figures.length
  const known = readings.length
  const tooCold = limit.outer[0] !== null && figure < limit.outer[0]
  const outside = known > 0 ? !inside(figure, limit.outer) : tooCold
  if (outside && figures.length >= Math.min(wanted, ENOUGH_DAYS))
    return { ...none, level: 'wait', figure, missing: false, readings: known > 0 ? readings : all }
  if (known < wanted) return { ...none, level: 'care', figure: known > 0 ? figure : null, missing: true }
  if (!inside(figure, limit.best)) return { ...none, level: 'care', figure, missing: false }
  const usual = readings.filter((r) => r.source === 'normal').length
  if (usual === 0) return { ...none, level: 'fits', figure, missing: false }
  const alike = (1 + FROM_DAY_TO_DAY) / (1 - FROM_DAY_TO_DAY)
  const spread = (SPREAD * Math.sqrt(Math.min(usual, alike) * usual)) / known
  const chance = chanceWithin(figure, spread, limit.best)
  return chance < SURE ? { ...none, level: 'care', figure, missing: false, chance } : { ...none, level: 'fits', figure, missing: false }
}

function byEach(limit: TemperatureLimit, readings: readonly Reading[], missing: boolean): Weighed {
  const deciding = readings.reduce<Reading | null>(
    (worst, r) => (worst === null || excess(r.high, limit.best) > excess(worst.high, limit.best) ? r : worst),
    null,
  )
  const base = { figure: deciding?.high ?? null, deciding, missing: false, chance: null, readings }
  if (deciding && !inside(deciding.high, limit.outer)) return { ...base, level: 'wait' }
  if (missing || deciding === null) return { ...base, level: 'care', missing: true }
  if (!inside(deciding.high, limit.best)) return { ...base, level: 'care' }
  const usual = readings.filter((r) => r.source === 'normal')
  const chance = chanceAllInside(
    usual.map((r) => ({ high: r.high, spread: SPREAD })),
    limit.best,
  )
  if (chance < SURE) return { ...base, level: 'care', chance }
  return { ...base, level: 'fits' }
}

/** A limit weighed, and whether it rests on days that nobody has told. */
type Held = Weighed & { readonly untold: boolean }
const held = keptByWeather((_told, limit: TemperatureLimit, startOn, read): Held => {
  const wanted = limit.days[1] - limit.days[0] + 1
  const readings = readDays(read, startOn, limit.days)
  const missing = readings.length < wanted
  const made =
    limit.of === 'warmest'
      ? byWarmest(limit, readings, missing)
      : limit.of === 'average'
        ? byAverage(limit, readings, wanted)
        : byEach(limit, readings, missing)
  return { ...made, untold: made.missing || made.readings.some((r) => r.source === 'normal') }
})
/** Holds one limit against the days it asks for, from `startOn`. */
export const weighHeat = (limit: TemperatureLimit, s: Pick<JudgedSituation, 'weather' | 'normals' | 'startOn'>): Held => held(s, limit, s.startOn)

/** The limit of an option that is most likely to fail on the days it asks for, as forecasts and usual days err. */
export interface HeatRisk {
  /** The edge that would be passed, °C, and which way. */
  readonly limit: number
  readonly hot: boolean
  readonly when: string
  readonly chance: number
}

/** How likely it is that a day of one of an option's limits turns out outside its best range; null where no day is known of any. */
export function heatRisk(option: Treatment, s: Pick<JudgedSituation, 'weather' | 'normals' | 'startOn' | 'asOf'>): HeatRisk | null {
  let worst: HeatRisk | null = null
  for (const limit of option.temperature) {
    if (limit.of !== 'each') continue
    const { readings } = weighHeat(limit, s)
    if (readings.length === 0) continue
    const days = readings.map((r) => ({
      high: r.high,
      spread: r.source === 'observed' ? 0.01 : r.source === 'normal' ? SPREAD : forecastError(daysBetween(s.asOf, r.date)),
    }))
    const [low, high] = limit.best
    for (const [edge, range, hot] of [
      [high, [null, high], true],
      [low, [low, null], false],
    ] as const) {
      if (edge === null) continue
      const chance = 1 - chanceAllInside(days, range)
      if (worst === null || chance > worst.chance) worst = { limit: edge, hot, when: limit.when, chance }
    }
  }
  return worst
}
