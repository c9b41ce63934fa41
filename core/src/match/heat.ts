import { keptByWeather, type Reading, type WeatherReader } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import type { Range, TemperatureLimit, Treatment } from '../treatments/index.ts'
import type { JudgedSituation, Level } from './finding.ts'

/** This chance that the limits hold on all their days together counts as fitting; less than the other waits: the bees pay for a miss. */
export const FITS_FROM = 0.9
const WAITS_UNDER = 0.5
/** Correlation of a day's departure from what is usual, or foretold, with that of the day before (about 0.7 in temperate climates, from memory). */
export const FROM_DAY_TO_DAY = 0.7
/**
 * Days in a row are alike: each day after the worst counts as so much of an independent one. Fitted to simulated days with the
 * correlation above; the test holds it against them.
 */
const WEIGHT_OF_NEXT_DAY = 0.5
/** An average over fewer known days than this rules nothing out. */
const ENOUGH_DAYS = 7

export const inside = (x: number, [low, high]: Range): boolean => (low === null || x >= low) && (high === null || x <= high)
/** How far outside (positive) or inside (negative) a range a figure is, °C. */
export const excess = (x: number, [low, top]: Range): number => Math.max(low === null ? -Infinity : low - x, top === null ? -Infinity : x - top)

/** Degrees of freedom of how highs depart: tails heavier than a normal distribution's, as forecasts and seasons have them (a guess). */
const FREEDOM = 6
const PER_SPREAD = Math.sqrt(FREEDOM / (FREEDOM - 2))
/** Student's t of six degrees of freedom with a standard deviation of one, below `z`; Abramowitz & Stegun 26.7.4 (from memory), exact. */
function departsBelow(z: number): number {
  const t2 = (z * PER_SPREAD) ** 2
  const cos2 = FREEDOM / (FREEDOM + t2)
  const within = Math.sqrt(1 - cos2) * (1 + cos2 / 2 + (3 * cos2 * cos2) / 8)
  return z >= 0 ? (1 + within) / 2 : (1 - within) / 2
}
const chanceWithin = (expected: number, spread: number, range: Range): number => {
  if (spread <= 0) return inside(expected, range) ? 1 : 0
  const [low, high] = range
  const over = high === null ? 0 : 1 - departsBelow((high - expected) / spread)
  const under = low === null ? 0 : departsBelow((low - expected) / spread)
  return Math.max(0, 1 - over - under)
}

type Expected = Pick<Reading, 'high' | 'spread'>
/** Chance that every one of some days, each with its expected high and the spread around it, stays in the range. */
export function chanceAllInside(days: readonly Expected[], range: Range): number {
  let [all, worst] = [1, 1]
  for (const day of days) {
    const chance = chanceWithin(day.high, day.spread, range)
    all *= chance
    worst = Math.min(worst, chance)
  }
  return worst <= 0 ? 0 : worst * (all / worst) ** WEIGHT_OF_NEXT_DAY
}

/** How a limit stands on the days it asks for. */
export interface Weighed {
  readonly level: Level
  /** The figure that decides, °C: the worst day's high, the warmest, or the average. */
  readonly figure: number | null
  /** The day it belongs to; null for an average. */
  readonly deciding: Reading | null
  readonly missing: boolean
  /** Chance 0-1 that the best range holds, on all of its days together; null where that is not known, or no doubt is in it. */
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

const isDoubted = (readings: readonly Reading[]): boolean => readings.some((r) => r.spread > 0)

/** A day is warm enough where the warmest is: all of them would have to stay under. */
function byWarmest(limit: TemperatureLimit, readings: readonly Reading[], missing: boolean): Weighed {
  const warmest = readings.reduce<Reading | null>((top, r) => (top === null || r.high > top.high ? r : top), null)
  const base = { figure: warmest?.high ?? null, deciding: warmest, readings }
  const [low] = limit.best
  const chance = low === null ? 1 : 1 - chanceAllInside(readings, [null, low - TOUCH])
  const good = warmest !== null && chance >= FITS_FROM
  if (!good && (missing || warmest === null)) return { ...base, chance: null, level: 'care', missing: true }
  return { ...base, chance: isDoubted(readings) ? chance : null, level: good ? 'fits' : 'care', missing: false }
}
/** A high at a limit keeps it. */
const TOUCH = 1e-9

/** Spread of the mean of days whose departures follow one another: the sum of their covariances. */
function spreadOfMean(readings: readonly Reading[]): number {
  let [variance, carried] = [0, 0]
  for (const { spread } of readings) {
    variance += spread * spread + 2 * spread * carried
    carried = FROM_DAY_TO_DAY * (carried + spread)
  }
  return Math.sqrt(variance) / readings.length
}

/** The average of the days known. */
function byAverage(limit: TemperatureLimit, all: readonly Reading[], wanted: number): Weighed {
  const readings = limit.reads === 'mean' ? all.filter((r) => r.low !== null) : all
  const none = { deciding: null, chance: null, readings }
  // Without lows nothing is known of the nights; days too cold by their highs alone are too cold with the nights.
  const figures =
    readings.length > 0 ? readings.map((r) => (limit.reads === 'mean' ? (r.high + (r.low ?? r.high)) / 2 : r.high)) : all.map((r) => r.high)
  if (figures.length === 0) return { ...none, level: 'care', figure: null, missing: true }
  const figure = figures.reduce((sum, x) => sum + x, 0) / figures.length
  const known = readings.length
  const spread = spreadOfMean(known > 0 ? readings : all)
  const outer: Range = known > 0 ? limit.outer : [limit.outer[0], null]
  if (chanceWithin(figure, spread, outer) < WAITS_UNDER && figures.length >= Math.min(wanted, ENOUGH_DAYS)) {
    const chance = spread > 0 && known > 0 ? chanceWithin(figure, spread, limit.best) : null
    return { ...none, level: 'wait', figure, chance, missing: false, readings: known > 0 ? readings : all }
  }
  if (known < wanted) return { ...none, level: 'care', figure: known > 0 ? figure : null, missing: true }
  const chance = chanceWithin(figure, spread, limit.best)
  return { ...none, level: chance >= FITS_FROM ? 'fits' : 'care', figure, missing: false, chance: spread > 0 ? chance : null }
}

function byEach(limit: TemperatureLimit, readings: readonly Reading[], missing: boolean): Weighed {
  // The day that is most likely to fail; where all are sure, the one that comes nearest.
  const deciding = readings.reduce<Reading | null>((worst, r) => {
    if (worst === null) return r
    const [one, other] = [r, worst].map((x) => chanceWithin(x.high, x.spread, limit.best))
    if (one !== other) return (one ?? 1) < (other ?? 1) ? r : worst
    return excess(r.high, limit.best) > excess(worst.high, limit.best) ? r : worst
  }, null)
  const chance = chanceAllInside(readings, limit.best)
  const base = { figure: deciding?.high ?? null, deciding, missing: false, chance: isDoubted(readings) ? chance : null, readings }
  if (deciding && chanceAllInside(readings, limit.outer) < WAITS_UNDER) return { ...base, level: 'wait' }
  if (missing || deciding === null) return { ...base, level: 'care', chance: null, missing: true }
  return { ...base, level: chance >= FITS_FROM ? 'fits' : 'care' }
}

function weighed(limit: TemperatureLimit, readings: readonly Reading[]): Weighed {
  const wanted = limit.days[1] - limit.days[0] + 1
  const missing = readings.length < wanted
  if (limit.of === 'warmest') return byWarmest(limit, readings, missing)
  return limit.of === 'average' ? byAverage(limit, readings, wanted) : byEach(limit, readings, missing)
}

/** A limit weighed, and whether it rests on days that nobody has told. */
type Held = Weighed & { readonly untold: boolean }
const held = keptByWeather((_told, limit: TemperatureLimit, startOn, read): Held => {
  const made = weighed(limit, readDays(read, startOn, limit.days))
  return { ...made, untold: made.missing || made.readings.some((r) => r.source === 'normal') }
})
/** Holds one limit against the days it asks for, from `startOn`: all of them together, with how far each may be off. */
export const weighHeat = (
  limit: TemperatureLimit,
  s: Pick<JudgedSituation, 'weather' | 'normals' | 'startOn'> & Partial<Pick<JudgedSituation, 'asOf' | 'forecastDoubt'>>,
): Held => held(s, limit, s.startOn)

/** Most that is looked for, °C, and how finely. */
const FAR = 40
const FINE = 0.1
/** By how much all days would have to be warmer or colder, °C (positive: warmer), for a limit that fits to fit no more; null where nothing near would do it. */
export function roomOf(limit: TemperatureLimit, { readings }: Weighed): number | null {
  const fits = (by: number) =>
    weighed(
      limit,
      readings.map((r) => ({ ...r, high: r.high + by, low: r.low === null ? null : r.low + by })),
    ).level === 'fits'
  // From a tenth of a degree on, the first that turns it, by halving: it does not turn back.
  const turnAt = (way: 1 | -1): number | null => {
    if (fits(way * FAR)) return null
    let [from, to] = [0, FAR]
    while (to - from > FINE / 2) {
      const middle = (from + to) / 2
      if (fits(way * middle)) from = middle
      else to = middle
    }
    return way * to
  }
  const [warmer, colder] = [turnAt(1), turnAt(-1)]
  if (warmer === null || colder === null) return warmer ?? colder
  return warmer <= -colder ? warmer : colder
}

/** The limit of an option that is most likely to fail on the days it asks for, as forecasts and usual days err. */
export interface HeatRisk {
  /** The edge that would be passed, °C, and which way. */
  readonly limit: number
  readonly hot: boolean
  readonly when: string
  readonly chance: number
}

/** How likely it is that a day of one of an option's limits turns out outside its best range; null where no day is known of any. */
export function heatRisk(option: Treatment, s: Pick<JudgedSituation, 'weather' | 'normals' | 'startOn' | 'asOf' | 'forecastDoubt'>): HeatRisk | null {
  let worst: HeatRisk | null = null
  for (const limit of option.temperature) {
    if (limit.of !== 'each') continue
    const { readings } = weighHeat(limit, s)
    if (readings.length === 0) continue
    const [low, high] = limit.best
    for (const [edge, range, hot] of [
      [high, [null, high], true],
      [low, [low, null], false],
    ] as const) {
      if (edge === null) continue
      const chance = 1 - chanceAllInside(readings, range)
      if (worst === null || chance > worst.chance) worst = { limit: edge, hot, when: limit.when, chance }
    }
  }
  return worst
}
