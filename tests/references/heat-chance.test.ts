/**
 * The chance that the highs of several days all keep a limit, against simulated weather with thin and heavy tails: departures from what is usual that follow each
 * other with the correlation that the core takes (first-order autoregression; Wilks, "Statistical Methods in the Atmospheric Sciences",
 * from memory). The core's shortcut must come near, and must not be far surer than the simulation.
 */
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { chanceAllInside, FITS_FROM, FROM_DAY_TO_DAY } from '@thistle/core/match'
import { doubtOf, NO_FORECASTS, weatherReader, withAnswer, type WeatherDay } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { draws } from '../worlds/draws.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: { studentt: { cdf: (x: number, freedom: number) => number } } }
const SPREAD = 4
const RUNS = 4000
type World = 'thin' | 'heavy'

/** Departures of a unit spread that follow one another, their shocks normal, or Student's t of six degrees of freedom. */
function simulated(world: World, normal: number, days: number, low: number | null, high: number | null): number {
  const r = draws(20260812)
  const shock = () => (world === 'thin' ? r.normal() : r.normal() / Math.sqrt((2 * r.gamma(3)) / 6) / Math.sqrt(1.5))
  let kept = 0
  for (let run = 0; run < RUNS; run++) {
    let departure = shock()
    let inside = true
    for (let day = 0; day < days && inside; day++) {
      if (day > 0) departure = FROM_DAY_TO_DAY * departure + Math.sqrt(1 - FROM_DAY_TO_DAY ** 2) * shock()
      const t = normal + SPREAD * departure
      inside = (low === null || t >= low) && (high === null || t <= high)
    }
    if (inside) kept += 1
  }
  return kept / RUNS
}
const told = (normal: number, days: number, low: number | null, high: number | null) =>
  chanceAllInside(
    Array.from({ length: days }, () => ({ high: normal, spread: SPREAD })),
    [low, high],
  )

describe('the chance that limits hold on all of some days together', () => {
  it.each([
    [24, 1, 10, 29.5],
    [26, 2, null, 29.5],
    [24, 3, 15, null],
    [18, 3, 15, null],
    [24, 7, 15, 30],
    [22, 14, null, 30],
    [26, 14, null, 30],
    [20, 21, null, 30],
  ])('of %d over %d days within %s to %s', (normal, days, low, high) => {
    for (const world of ['thin', 'heavy'] as const) {
      const [said, seen] = [told(normal, days, low, high), simulated(world, normal, days, low, high)]
      expect(Math.abs(said - seen), `${world}: ${said} against ${seen}`).toBeLessThan(0.09)
    }
  })
  it('comes true as often as it says, whatever the tails: each tenth within seven points, and fits nine times in ten', () => {
    const bins = Array.from({ length: 10 }, () => ({ n: 0, said: 0, came: 0 }))
    let [fits, held] = [0, 0]
    for (const world of ['thin', 'heavy'] as const)
      for (const days of [1, 3, 7, 14])
        for (let room = -2; room <= 12; room += 1) {
          const [said, seen] = [told(29.5 - room, days, null, 29.5), simulated(world, 29.5 - room, days, null, 29.5)]
          const bin = bins[Math.min(9, Math.floor(said * 10))]!
          bin.n += 1
          bin.said += said
          bin.came += seen
          if (said >= FITS_FROM) [fits, held] = [fits + 1, held + seen]
        }
    for (const { n, said, came } of bins) {
      expect(n).toBeGreaterThan(2)
      expect(Math.abs(said - came) / n).toBeLessThan(0.07)
    }
    expect(held / fits).toBeGreaterThan(0.9)
  })
  it('is of one day what Student’s t of six degrees of freedom says, scaled to the spread (jstat)', () => {
    for (const high of [20, 26, 29.5, 33]) {
      const z = ((29.5 - high) / 2) * Math.sqrt(6 / 4)
      expect(chanceAllInside([{ high, spread: 2 }], [null, 29.5])).toBeCloseTo(jStat.studentt.cdf(z, 6), 6)
    }
  })
  it('knows a day that is observed, and one that is foretold for longer as less sure', () => {
    expect(chanceAllInside([{ high: 29.5, spread: 0 }], [10, 29.5])).toBe(1)
    expect(chanceAllInside([{ high: 29.6, spread: 0 }], [10, 29.5])).toBe(0)
    const far = (spread: number) => chanceAllInside([{ high: 27, spread }], [10, 29.5])
    expect(far(1) > far(2) && far(2) > far(4)).toBe(true)
  })
})

describe('what is usual, by the course of the year', () => {
  const normals = [12, 14, 18, 22, 26, 30, 32, 31, 27, 21, 15, 12].map((high, i) => ({ month: i + 1, high, low: high - 10 }))
  const read = weatherReader({ weather: [], normals })
  it('is the month’s own in its middle, and steps nowhere', () => {
    expect(read('2026-08-15')!.high).toBeCloseTo(31, 6)
    for (let n = 0; n < 365; n++) {
      const [one, next] = [read(addDays('2026-01-01', n))!, read(addDays('2026-01-01', n + 1))!]
      // No two months differ by more than 6 °C: a fifth of a degree a day.
      expect(Math.abs(next.high - one.high)).toBeLessThan(0.45)
    }
    // End of August: half way to September, where the months alone step from 31 to 27.
    expect(read('2026-08-31')!.high).toBeCloseTo(29, 0)
  })
  it('is the month’s own where its neighbour is not given, and nothing where it is missing', () => {
    const one = weatherReader({ weather: [], normals: normals.slice(7, 8) })
    expect([one('2026-08-01')!.high, one('2026-08-31')!.high, one('2026-09-01')]).toEqual([31, 31, null])
  })
})

describe('the service’s own record', () => {
  /** A year of answers of a service whose forecasts err so many times the usual error (1.25 °C, a quarter more a day ahead: the core's default). */
  function yearOf(times: number) {
    const r = draws(11)
    let record = NO_FORECASTS
    const doubts: number[] = []
    for (let n = 0; n < 365; n++) {
      const today = addDays('2026-01-01', n)
      const day = (ahead: number): WeatherDay => ({
        date: addDays(today, ahead),
        high: 20 + (ahead < 0 ? 0 : times * (1.25 + 0.25 * ahead) * r.normal()),
        low: null,
        kind: ahead < 0 ? 'observed' : 'forecast',
      })
      record = withAnswer(record, [-2, -1, 0, 1, 2, 3, 7, 8].map(day), today)
      doubts.push(doubtOf(record))
    }
    return { record, doubts }
  }
  it('begins with the usual, and comes to what the service is, better or worse', () => {
    expect(doubtOf(NO_FORECASTS)).toBe(1)
    for (const times of [0.5, 1, 1.8]) {
      const { doubts, record } = yearOf(times)
      expect(Math.abs(doubts[20]! - 1)).toBeLessThan(Math.abs(doubts[200]! - 1) + 0.15)
      // The usual weighs a fifth of all that counts at most.
      expect(doubts.at(-1)!).toBeCloseTo(Math.sqrt((120 + 540 * times ** 2) / 660), 0)
      expect(Math.abs(doubts.at(-1)! - Math.sqrt((120 + 540 * times ** 2) / 660))).toBeLessThan(0.15)
      expect(record.n).toBeLessThanOrEqual(543)
      expect(record.told.length).toBeLessThan(16)
    }
  })
  it('holds each forecast against its day once, and forgets what nobody observed', () => {
    const tomorrow: WeatherDay = { date: '2026-05-02', high: 24, low: null, kind: 'forecast' }
    const first = withAnswer(NO_FORECASTS, [tomorrow], '2026-05-01')
    expect(withAnswer(first, [{ ...tomorrow, high: 30 }], '2026-05-01')).toEqual(first)
    const came = withAnswer(first, [{ date: '2026-05-02', high: 27, low: null, kind: 'observed' }], '2026-05-03')
    expect([came.n, came.squares, came.told]).toEqual([1, (3 / 1.5) ** 2, []])
    expect(withAnswer(first, [], '2026-05-20').told).toEqual([])
  })
})
