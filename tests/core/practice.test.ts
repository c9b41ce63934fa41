/** Seasons to practise on: what is drawn is of the truth, the truth is the model's, and its score is what its rules say. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  drawMites,
  lookInto,
  playedColony,
  PRACTICE_FROM,
  PRACTICE_UNTIL,
  scoreOf,
  truthOf,
  worldOf,
  type GivenCourse,
  type Practice,
} from '@thistle/core/practice'
import { temperateNormals } from '@thistle/core/situation'
import { addDays, daysBetween } from '@thistle/core/time'
import { august } from '../cases/index.ts'

const mean = (row: readonly number[]): number => row.reduce((a, b) => a + b, 0) / row.length
const season = (seed: number, colonies = 3): Practice => ({ seed, colonies, from: PRACTICE_FROM, until: PRACTICE_UNTIL })
const yard = august({ asOf: PRACTICE_FROM, startOn: PRACTICE_FROM, phase: null, counts: [], weather: [], normals: temperateNormals('north') })
const nothing = (seed: number, i = 0) => truthOf(season(seed), i, [], PRACTICE_UNTIL, yard)
const day = (on: string) => daysBetween(PRACTICE_FROM, on)

describe('a practice season', () => {
  it('is the same for its seed, and differs with it and from colony to colony', () => {
    expect(nothing(5)).toEqual(nothing(5))
    expect(nothing(5).wash[150]).not.toBe(nothing(6).wash[150])
    expect(nothing(5, 0).wash[150]).not.toBe(nothing(5, 1).wash[150])
  })
  it('of any seed is of figures that can be, and goes over its limit in most colonies that are left alone', () => {
    let over = 0
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999_999 }), (seed) => {
        const truth = nothing(seed)
        for (const row of [truth.wash, truth.all, truth.capped, truth.fall, truth.bees, truth.cells])
          for (const x of row) expect(Number.isFinite(x) && x >= 0).toBe(true)
        for (const [i, all] of truth.all.entries()) expect(truth.capped[i]!).toBeLessThanOrEqual(all + 1e-9)
        if (playedColony(season(seed), truth, yard).daysOver > 0) over += 1
      }),
      { numRuns: 40 },
    )
    expect(over).toBeGreaterThan(24)
  })
  it('tells on a day what it told when that day was the last: nothing to come is in it', () => {
    const given: GivenCourse[] = [{ treatment: 'oxalic-vapour', doses: ['2031-08-10', '2031-08-15'], over: null }]
    const [whole, early] = [truthOf(season(4), 0, given, PRACTICE_UNTIL, yard), truthOf(season(4), 0, given, '2031-08-20', yard)]
    for (const n of [0, 60, day('2031-08-19')]) expect(early.wash[n]).toBeCloseTo(whole.wash[n]!, 9)
  })
  it('feels what is given from its day on, and less where its mites withstand it', () => {
    const strips: GivenCourse[] = [{ treatment: 'amitraz-strip', doses: ['2031-08-05'], over: '2031-09-20' }]
    const left = (seed: number) => {
      const with_ = truthOf(season(seed), 0, strips, PRACTICE_UNTIL, yard)
      const without = nothing(seed)
      expect(with_.wash[day('2031-08-04')]).toBe(without.wash[day('2031-08-04')])
      return with_.all[day('2031-09-22')]! / without.all[day('2031-09-22')]!
    }
    const seeds = Array.from({ length: 60 }, (_, i) => i + 1)
    const withstands = seeds.filter((seed) => worldOf(season(seed)).withstands?.class === 'amitraz')
    const feels = seeds.filter((seed) => worldOf(season(seed)).withstands === null)
    expect(withstands.length).toBeGreaterThan(2)
    expect(mean(feels.map(left))).toBeLessThan(0.25)
    expect(mean(withstands.map(left))).toBeGreaterThan(2 * mean(feels.map(left)))
  })
  it('draws jars about what a wash would find: their mean is the truth’s, and they differ by more than chance', () => {
    const truth = nothing(12)
    const on = '2031-08-15'
    const jars = Array.from({ length: 800 }, (_, i) => drawMites(season(12), 0, truth, on, { method: 'wash', bees: 300, jar: i + 1 }))
    const expected = 3 * truth.wash[day(on) - 1]!
    const [m, n] = [mean(jars), jars.length]
    const spread = mean(jars.map((x) => (x - m) ** 2))
    // A negative binomial of size 8 has the variance m + m²/8.
    const variance = expected + expected ** 2 / 8
    expect(Math.abs(m - expected)).toBeLessThan(4 * Math.sqrt(variance / n))
    expect(spread / variance).toBeGreaterThan(0.75)
    expect(spread / variance).toBeLessThan(1.35)
    const sugar = mean(Array.from({ length: 800 }, (_, i) => drawMites(season(12), 0, truth, on, { method: 'sugar', bees: 300, jar: i + 1 })))
    expect(sugar).toBeLessThan(m)
  })
  it('lets fall on a board what the leaflets’ x20 to x60 of the mites make of a day in summer', () => {
    const ratios = [2, 3, 4, 5].map((seed) => {
      const truth = nothing(seed)
      return truth.all[day('2031-07-10')]! / truth.fall[day('2031-07-10')]!
    })
    // All mites to a day's fall: about 30 in summer (from memory, of a leaflet).
    for (const r of ratios) expect(r > 18 && r < 50).toBe(true)
  })
  it('shows in a hive bees and brood of the season, and none of its mites but what they do', () => {
    const truth = nothing(3)
    const june = lookInto(season(3), truth, '2031-06-15')
    expect(june.framesOfBees!).toBeGreaterThan(8)
    expect(june.brood).toBe('capped')
    const late = lookInto(season(3), truth, '2031-11-30')
    expect(late.framesOfBees!).toBeLessThan(june.framesOfBees!)
    const caged = truthOf(season(3), 0, [{ treatment: 'brood-break', doses: ['2031-07-01'], over: '2031-07-25' }], '2031-07-30', yard)
    expect(lookInto(season(3), caged, '2031-07-10').queen).toBe('caged')
    expect(lookInto(season(3), caged, '2031-07-25').brood).toBe('none')
  })
  it('scores by its rules', () => {
    const flat = (wash: number) => ({ ...nothing(1), wash: new Float64Array(day(PRACTICE_UNTIL) + 1).fill(wash) })
    const [clean, full] = [playedColony(season(1), flat(0.1), yard), playedColony(season(1), flat(12), yard)]
    expect(clean).toMatchObject({ daysOver: 0, lost: false, points: 100 })
    expect(full).toMatchObject({ lost: true, points: 0 })
    expect(full.daysOver).toBe(day(PRACTICE_UNTIL) + 1)
    expect(scoreOf([clean, full], 10)).toBe(45)
    expect(scoreOf([full], 100)).toBe(0)
    const spike = flat(0.1)
    spike.wash.fill(4.5, day('2031-08-10'), day(addDays('2031-08-10', 20)))
    expect(playedColony(season(1), spike, yard)).toMatchObject({ daysOver: 20, lost: false, points: 80 })
  })
})
