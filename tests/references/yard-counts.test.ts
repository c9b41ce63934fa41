/**
 * What the counts of a yard say, against second implementations and published statements.
 * Packages: jstat 1.9.6 (Student's t, gamma and Poisson), simulations with the seeded generator of the core.
 * Papers: Lee, Moon, Burkness, Hutchison & Spivak 2010, J. Econ. Entomol. 103(4), 1039-1050 (from memory);
 * Cochran, Sampling Techniques, 3rd ed. 1977 (formulas from memory, written a second time here).
 */
import fc from 'fast-check'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import {
  beesIn,
  clopperPearson,
  errorOf,
  fewestColonies,
  planFor,
  poissonRate,
  PUBLISHED_COLONIES,
  seeded,
  spreadOf,
  USUAL_VARIATION,
} from '@thistle/core/count'
import { estimateYard, growthOf, type ColonyCount } from '@thistle/core/judge'

interface Jstat {
  studentt: { inv: (p: number, dof: number) => number }
  gamma: { cdf: (x: number, shape: number, scale: number) => number; inv: (p: number, shape: number, scale: number) => number }
  mean: (x: number[]) => number
  variance: (x: number[], sample: boolean) => number
  normal: { inv: (p: number, mean: number, sd: number) => number }
}
const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: Jstat }

const jars = (mites: readonly number[], bees = 300): ColonyCount[] => mites.map((m) => ({ method: 'wash', mites: m, bees, recovery: 1 }))
const yardOf = (mites: readonly number[], unsampled: number) => {
  const found = estimateYard(jars(mites), unsampled, 3, 'peak')
  if (!found) throw new Error('nothing counted')
  return found
}
const counted = fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 2, maxLength: 15 })

/** Poisson of a mean, by Knuth's product of uniforms (1969). */
function poisson(mean: number, random: () => number): number {
  let [n, product] = [0, random()]
  for (const limit = Math.exp(-mean); product > limit; n++) product *= random()
  return n
}

describe('the mean of a yard', () => {
  it('is, with jars of one size, the mean of the colonies, inside its range, which is wider where colonies were left out', () => {
    fc.assert(
      fc.property(counted, fc.integer({ min: 1, max: 40 }), (mites, unsampled) => {
        const { mean } = yardOf(mites, unsampled)
        expect(mean.estimate).toBeCloseTo(jStat.mean(mites.map((m) => m / 3)), 8)
        expect(mean.low <= mean.estimate && mean.estimate <= mean.high).toBe(true)
        const all = yardOf(mites, 0).mean
        expect(mean.high - mean.low).toBeGreaterThan((all.high - all.low) * 0.95)
      }),
      { numRuns: 60 },
    )
  })
  it('is not sure of nought for eight jars without a mite', () => {
    const { mean, chanceOtherOver } = yardOf([0, 0, 0, 0, 0, 0, 0, 0], 8)
    expect(mean.low).toBe(0)
    // The rule of three: 3 / 2400 bees is the upper end for ideally mixed bees of one colony (Hanley & Lippman-Hand 1983, from memory).
    expect(mean.high).toBeGreaterThan(300 / 2400)
    expect(chanceOtherOver).toBeGreaterThan(0.05)
  })
  it('takes all bees as one jar where it says so', () => {
    fc.assert(
      fc.property(counted, (mites) => {
        const all = clopperPearson(
          mites.reduce((s, m) => s + m, 0),
          300 * mites.length,
        )
        expect(yardOf(mites, 0).pooled).toMatchObject({ estimate: all.estimate * 100, low: all.low * 100, high: all.high * 100 })
      }),
    )
  })
  it('covers the true mean of simulated yards about nine times in ten, one bad colony in eight or none, bees alike or mixed', () => {
    const random = seeded(2026)
    const gamma = (mean: number, shape: number) => jStat.gamma.inv(random() * 0.999 + 0.0005, shape, mean / shape)
    const [colonies, sampled, runs] = [16, 8, 120]
    let [held, all, pooledAlone] = [0, 0, 0]
    for (const bad of [0, 1 / 8])
      for (const extra of [1, 2, 3])
        for (const usual of [1.5, 3])
          for (let run = 0; run < runs; run++) {
            const levels = Array.from({ length: colonies }, () => (random() < bad ? 5 + 6 * random() : gamma(usual, 2)))
            const mean = levels.reduce((s, l) => s + l, 0) / colonies
            const jar = (level: number) => (extra === 1 ? poisson(level * 3, random) : poisson(gamma(level * 3, (level * 3) / (extra - 1)), random))
            const { mean: m, pooled: p } = yardOf(levels.slice(0, sampled).map(jar), colonies - sampled)
            all += 1
            if (m.low <= mean && mean <= m.high) held += 1
            if (p.low <= mean && mean <= p.high) pooledAlone += 1
          }
    expect(held / all).toBeGreaterThan(0.85)
    expect(held / all).toBeLessThan(0.97)
    expect(pooledAlone / all).toBeLessThan(0.75)
  }, 60_000)
})

describe('the chance that one not sampled is over the limit', () => {
  const chance = (mites: readonly number[], unsampled: number) => yardOf(mites, unsampled).chanceOtherOver
  it('is nought where all were sampled, and grows with those left and with the mites found', () => {
    expect(chance([1, 2, 0, 3], 0)).toBe(0)
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 15 }), { minLength: 3, maxLength: 10 }), fc.integer({ min: 1, max: 30 }), (mites, left) => {
        expect(chance(mites, left + 1)).toBeGreaterThanOrEqual(chance(mites, left))
        expect(
          chance(
            mites.map((m) => m + 4),
            left,
          ),
        ).toBeGreaterThanOrEqual(chance(mites, left) - 0.02)
        expect(chance(mites, left) >= 0 && chance(mites, left) <= 1).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  it('comes true as often as it says, in simulated yards', () => {
    const random = seeded(7)
    const [colonies, sampled, runs] = [16, 8, 400]
    const bins = new Map<number, { said: number; came: number; n: number }>()
    for (let run = 0; run < runs; run++) {
      const mean = 0.004 * 8 ** random()
      const shape = 1 / (0.5 + random() * 0.7) ** 2
      const levels = Array.from({ length: colonies }, () => jStat.gamma.inv(random() * 0.999 + 0.0005, shape, mean / shape))
      const said = chance(
        levels.slice(0, sampled).map((l) => poisson(l * 300, random)),
        colonies - sampled,
      )
      const came = levels.slice(sampled).some((l) => l >= 0.03)
      const bin = bins.get(Math.floor(said * 3.999)) ?? { said: 0, came: 0, n: 0 }
      bins.set(Math.floor(said * 3.999), { said: bin.said + said, came: bin.came + Number(came), n: bin.n + 1 })
    }
    for (const { said, came, n } of bins.values()) if (n >= 40) expect(Math.abs(said / n - came / n)).toBeLessThan(0.2)
    expect(bins.size).toBeGreaterThan(2)
  }, 60_000)
})

describe('the rule of thumb (common practice, no source)', () => {
  it('leaves a yard of zeros and ones, wants six colonies, and is not blinded by the one that is over', () => {
    expect(yardOf([0, 1, 0, 1, 2, 0], 6).rule.leave).toBe(true)
    expect(yardOf([0, 1, 0], 6).rule.leave).toBeNull()
    expect(yardOf([3, 4, 2, 5, 1, 6], 6).rule.leave).toBe(false)
    const one = yardOf([0, 1, 0, 1, 0, 14], 6)
    expect(one.rule.leave).toBe(false)
    expect(one.over).toBe(1)
  })
})

describe('the published sampling plan', () => {
  it('is eight colonies whatever the size of the yard (Lee et al. 2010, from memory)', () => {
    for (const colonies of [8, 12, 24, 60]) expect(planFor({ colonies, level: 2, variation: USUAL_VARIATION }).colonies).toBe(PUBLISHED_COLONIES)
  })
  it('reaches about the precision that the paper works with, a quarter to a third of the mean, in large yards too', () => {
    // The paper's plans aim at a fixed ratio of standard error to mean (0.25 to 0.3, from memory).
    const error = errorOf({ colonies: 1000, level: 3, variation: USUAL_VARIATION }, 8, 300)
    expect(error).toBeGreaterThan(0.2)
    expect(error).toBeLessThan(0.35)
    expect(fewestColonies({ colonies: 60, level: 3, variation: USUAL_VARIATION }, 300, 0.3)).toBeLessThanOrEqual(PUBLISHED_COLONIES)
  })
  it('says the spread that simulated samples show', () => {
    const random = seeded(99)
    const yard = { colonies: 20, level: 3, variation: 0.7 }
    const shape = 1 / yard.variation ** 2
    const means = Array.from({ length: 1500 }, () => {
      const levels = Array.from({ length: yard.colonies }, () => jStat.gamma.inv(random() * 0.999 + 0.0005, shape, 0.03 / shape))
      const truth = levels.reduce((s, l) => s + l, 0) / levels.length
      const mean = levels.slice(0, 8).reduce((s, l) => s + poisson(l * 300, random) / 300, 0) / 8
      return (mean - truth) / 0.03
    })
    expect(Math.sqrt(jStat.variance(means, true))).toBeCloseTo(errorOf(yard, 8, 300), 1)
  }, 60_000)
})

describe('the growth of several counts', () => {
  it('is the slope of greatest likelihood, searched for on a grid', () => {
    for (const mites of [
      [5, 10, 20],
      [3, 2, 9, 7],
      [0, 4, 12],
    ]) {
      const counts = mites.map((m, i) => ({ day: i * 30, mites: m, exposure: 300 }))
      const own = growthOf(counts)
      const profile = (slope: number) => {
        const weights = counts.map((c) => c.exposure * Math.exp(slope * c.day))
        const level = mites.reduce((s, m) => s + m, 0) / weights.reduce((s, w) => s + w, 0)
        return counts.reduce((s, c, i) => s + c.mites * Math.log((weights[i] ?? 0) * level) - (weights[i] ?? 0) * level, 0)
      }
      let best = -0.1
      for (let slope = -0.1; slope <= 0.1; slope += 0.00002) if (profile(slope) > profile(best)) best = slope
      expect(own?.aDay).toBeCloseTo(best, 4)
      // Wald: the curvature of the profile at its top.
      const h = 0.0005
      const curve = -(profile(best + h) - 2 * profile(best) + profile(best - h)) / h ** 2
      const half = jStat.normal.inv(0.95, 0, 1) / Math.sqrt(curve)
      expect((own?.high ?? 0) - (own?.aDay ?? 0)).toBeCloseTo(half, 3)
    }
  })
})

describe('worked examples', () => {
  it('reads 18 mites on a board in 3 days as 6 a day, and a quarter of the squares as four times the mites', () => {
    expect(poissonRate(18, 3).estimate).toBe(6)
    expect(poissonRate(18, 3 * 0.25).estimate).toBe(24)
  })
  it('reads 118 mL, a level half US cup, as about 300 bees, and 100 mL as about 250 (FACTS.md section A)', () => {
    expect(beesIn({ by: 'mL', amount: 118 }, null)).toBe(300)
    expect(Math.abs(beesIn({ by: 'mL', amount: 100 }, null) - 250)).toBeLessThan(10)
  })
  it('tells the spread of squares by variance over mean (Fisher 1925): 0, 2, 4 has 2', () => {
    expect(spreadOf({ counted: 3, of: 9, mites: [0, 2, 4] })).toBeCloseTo(2, 12)
  })
  it('allows for a roll that finds 90 %: 9 of 300 is 3.3 in 100', () => {
    expect(estimateYard([{ method: 'sugar', mites: 9, bees: 300, recovery: 0.9 }], 0, 3, 'peak')?.pooled.estimate ?? 0).toBeCloseTo(10 / 3, 8)
  })
})
