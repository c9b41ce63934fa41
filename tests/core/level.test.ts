import { createRequire } from 'node:module'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseCase } from '@thistle/core/formats'
import { judge } from '@thistle/core/judge'
import { chanceOfFewer, estimateLevel, type Sample } from '@thistle/core/level'
import type { Phase } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { august, wash } from '../cases/index.ts'
import { expect as expectWorded } from '../read-as.ts'
import { jar, levelsHeld } from '../worlds/calibration.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: {
    gamma: { pdf: (x: number, shape: number, scale: number) => number }
    gammaln: (x: number) => number
    ibeta: (x: number, a: number, b: number) => number
    lowRegGamma: (a: number, x: number) => number
  }
}
const aged = (sample: Sample, mean: number, sd: number): Sample => ({ ...sample, growth: { mean, sd } })

describe('one level a colony', () => {
  it('is what a second implementation finds by summing the same model on even steps of the level itself', () => {
    // Kinds of yard: means on an even grid of their logarithm, three variations; jars of variance 1, 2 and 3 times the mean.
    const [mites, bees] = [9, 300]
    const means = Array.from({ length: 200 }, (_, i) => 0.05 * Math.exp((i / 199) * Math.log(600)))
    const variations = Array.from({ length: 30 }, (_, i) => 0.3 * Math.exp((i / 29) * Math.log(7)))
    const at = Array.from({ length: 1200 }, (_, i) => (i + 0.5) * 0.025)
    const prior = new Float64Array(at.length)
    for (const mean of means)
      for (const variation of variations) {
        const weight = Math.exp(-((Math.log(mean / 3) / 0.7) ** 2) / 2 - (Math.log(variation / 0.75) / 0.35) ** 2 / 2)
        const shape = 1 / variation ** 2
        if (weight > 1e-4)
          at.forEach((x, i) => {
            const apart = jStat.gamma.pdf(x, 4, (mean * 5.5) / 4)
            prior[i] = prior[i]! + weight * (0.94 * jStat.gamma.pdf(x, shape, mean / shape) + 0.06 * apart)
          })
      }
    // The negative binomial with a variance of so many times its mean; Poisson is its limit.
    const chance = (x: number, extra: number) => {
      const size = (x * bees) / 100 / (extra - 1)
      const ways = jStat.gammaln(mites + size) - jStat.gammaln(size) - jStat.gammaln(mites + 1)
      return Math.exp(ways - size * Math.log(extra) + mites * Math.log((extra - 1) / extra))
    }
    const posterior = at.map((x, i) => prior[i]! * (chance(x, 1.001) + chance(x, 2) + chance(x, 3)))
    const total = posterior.reduce((a, b) => a + b, 0)
    const over = posterior.filter((_, i) => at[i]! >= 3).reduce((a, b) => a + b, 0) / total
    const quantile = (p: number) => {
      let sum = 0
      return at.find((_, i) => (sum += posterior[i]! / total) >= p)!
    }
    const found = estimateLevel([jar(mites, bees)], [], 'decrease')
    expect(found.chanceAtLeast(3)).toBeCloseTo(over, 1)
    expect(Math.abs(found.chanceAtLeast(3) - over)).toBeLessThan(0.02)
    for (const [p, is] of [
      [0.05, found.p05],
      [0.5, found.p50],
      [0.95, found.p95],
    ] as const)
      expect(Math.abs(Math.log(is / quantile(p)))).toBeLessThan(0.05)
  })
  it('comes true as often as it says, in yards that are not of its own making, about nine times in ten inside its range', () => {
    const { bins, inside, all, means, yards } = levelsHeld(20261128, 45)
    for (const { n, said, came } of bins) {
      expect(n).toBeGreaterThan(100)
      expect(Math.abs(said - came) / n).toBeLessThan(0.07)
    }
    expect(inside / all).toBeGreaterThan(0.85)
    expect(inside / all).toBeLessThan(0.95)
    expect(means / yards).toBeGreaterThan(0.85)
  })
  it('finds fewer than so many mites as often as the sums of the Poisson and negative binomial distributions say (jstat)', () => {
    for (const mean of [0.2, 3, 8, 40, 280])
      for (const mites of [1, 4, 9, 45, 300]) {
        // The negative binomial of `size` with a variance of 2 or 3 times the mean: sums by the incomplete beta function.
        const by = [2, 3].map((extra) => jStat.ibeta(1 / extra, mean / (extra - 1), mites))
        const poisson = 1 - jStat.lowRegGamma(mites, mean)
        expect(chanceOfFewer(mites, mean)).toBeCloseTo((poisson + by[0]! + by[1]!) / 3, 6)
      }
    expect(Math.abs(chanceOfFewer(700, 700) - 0.5)).toBeLessThan(0.02)
  })
  it('lies between the jar and the yard, rises with the mites, and is surer of more bees', () => {
    const phase: Phase = 'decrease'
    const yard = Array.from({ length: 8 }, (_, i) => [jar(i % 3)])
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), (mites) => {
        const [alone, within] = [estimateLevel([jar(mites)], [], phase), estimateLevel([jar(mites)], yard, phase)]
        const more = estimateLevel([jar(mites + 1)], yard, phase)
        expect(more.p50).toBeGreaterThan(within.p50)
        expect(more.chanceAtLeast(3)).toBeGreaterThanOrEqual(within.chanceAtLeast(3) - 1e-9)
        for (const l of [alone, within]) expect(l.p05 < l.p50 && l.p50 < l.p95).toBe(true)
        // A yard of ones and zeros makes a high jar less of a surprise to be a chance one.
        if (mites > 3) expect(within.p50).toBeLessThan(alone.p50)
      }),
      { numRuns: 41 },
    )
    const [few, many] = [estimateLevel([jar(3, 100)], [], phase), estimateLevel([jar(12, 400)], [], phase)]
    expect(Math.log(many.p95 / many.p05)).toBeLessThan(Math.log(few.p95 / few.p05))
  })
  it('grows with the days since the count, less and less surely, and without a count is what the season leads one to expect', () => {
    const fresh = estimateLevel([jar(9)], [], 'peak')
    const old = estimateLevel([aged(jar(9), 0.42, 0)], [], 'peak')
    const unsure = estimateLevel([aged(jar(9), 0.42, 0.3)], [], 'peak')
    expect(old.p50).toBeGreaterThan(fresh.p50 * 1.2)
    expect(old.p50).toBeLessThan(fresh.p50 * Math.exp(0.42))
    expect(Math.log(unsure.p95 / unsure.p05)).toBeGreaterThan(Math.log(old.p95 / old.p05))
    const [spring, late] = [estimateLevel([], [], 'increase'), estimateLevel([], [], 'decrease')]
    expect(late.p50).toBeGreaterThan(spring.p50 * 2)
  })
  it('never says a level that no colony has, whatever is counted', () => {
    for (const mites of [0, 1, 296, 300]) {
      const found = estimateLevel([{ ...jar(mites), perLevel: [{ value: 2.7, weight: 1 }] }], [], 'decrease')
      expect(found.p05).toBeGreaterThan(0)
      expect(found.p95).toBeLessThanOrEqual(105)
      expect(found.chanceAtLeast(0)).toBe(1)
    }
  })
})

describe('the level in a judgement', () => {
  const of = (over: object) => judge(august({ counts: [wash('2026-08-11', 9)], ...over }))
  it('takes the yard, the age and a second method in, and leaves the jar as it is beside it', () => {
    const alone = of({})
    expect(alone.jarAlone).toMatchObject({ estimate: 3, low: alone.low, high: alone.high })
    expect(alone.p05! < alone.p50! && alone.p50! < alone.p95!).toBe(true)
    const clean = of({ yardCounts: Array.from({ length: 8 }, () => wash('2026-08-11', 1)) })
    expect(clean.chanceOver!).toBeLessThan(alone.chanceOver!)
    expect(clean.jarAlone).toEqual(alone.jarAlone)
    const bad = of({ yardCounts: Array.from({ length: 8 }, () => wash('2026-08-11', 20)) })
    expect(bad.chanceOver!).toBeGreaterThan(alone.chanceOver!)
    const second = of({ counts: [wash('2026-08-11', 9), { ...wash('2026-08-10', 12), method: 'sugar' }] })
    expect(second.p95! / second.p05!).toBeLessThan(alone.p95! / alone.p05!)
    const old = judge(august({ counts: [wash('2026-07-25', 9)] }))
    expect(old.chanceOver!).toBeGreaterThan(alone.chanceOver!)
  })
  it('counts from before a course speak of the level before it, and are forgotten once it is counted again', () => {
    const course = { treatment: 'formic-strip-14' as const, start: '2026-07-20', end: '2026-08-03', efficacy: null }
    const both = { history: [course], counts: [wash('2026-07-19', 30), wash('2026-08-11', 2)] }
    expect(of(both).p50).toBeCloseTo(of({ history: [course], counts: [wash('2026-08-11', 2)] }).p50!, 6)
    expect(of({ ...both, history: [] }).p50!).toBeGreaterThan(of(both).p50!)
  })
  it('is not moved by a course that begins today, or is only chosen for it', () => {
    const chosen = { treatment: 'amitraz-strip' as const, start: '2026-08-12', end: null, efficacy: null }
    const counts = [wash('2026-08-01', 13)]
    expect(of({ counts, history: [chosen] }).p50).toBe(of({ counts, history: [] }).p50)
  })
  it('goes by a count that is marked only where it is all there is, and never by a marked one of the yard', () => {
    const marked = { ...wash('2026-08-11', 30), representative: false }
    const [only, season] = [of({ counts: [marked] }), of({ counts: [wash('2026-08-11', 0, 1)] })]
    expect(only.p50!).toBeGreaterThan(season.p50! * 2)
    const older = { ...wash('2026-08-05', 30), representative: false }
    expect(of({ counts: [wash('2026-08-11', 9), older] }).p50).toBe(of({}).p50)
    expect(of({ yardCounts: [marked] }).p50).toBe(of({}).p50)
  })
  it('says nothing where nothing was counted, and the yard’s counts come in by the case file with their path', () => {
    expect(of({ counts: [] })).toMatchObject({ p05: null, p50: null, p95: null, jarAlone: null, chanceOver: null })
    const yardCounts = [{ date: '2026-08-10', method: 'wash', mites: 2, bees: 300 }]
    const parsed = parseCase({ case: 1, asOf: '2026-08-12', colony: { broodBoxes: 1 }, yardCounts })
    expect(parsed.ok && parsed.situation.yardCounts).toMatchObject(yardCounts)
    const late = parseCase({
      case: 1,
      asOf: '2026-08-12',
      colony: { broodBoxes: 1 },
      yardCounts: [{ ...yardCounts[0], date: addDays('2026-08-12', 1) }],
    })
    expectWorded(late.ok ? '' : late.refusal.sentence).toMatch(/^yardCounts\[0\]\.date is after asOf/)
  })
})
