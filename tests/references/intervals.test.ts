/**
 * Exact intervals against independent implementations and tables.
 * Package: jstat 1.9.6 (its own incomplete beta and gamma inverses).
 * Table: R, binom.test(x, n, conf.level = 0.9)$conf.int and poisson.test; digits from memory of R's documentation example,
 * binom.test(682, 925, p = 0.75), whose 95 % interval it prints as 0.7076683 0.7654066.
 */
import fc from 'fast-check'
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { betaQuantile, chanceAtLeast, clopperPearson, gammaQuantile, incompleteBeta, incompleteGamma, poissonRate } from '@thistle/core/count'

interface Distribution {
  inv: (p: number, a: number, b: number) => number
  cdf: (x: number, a: number, b: number) => number
}
const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { beta: Distribution; gamma: Distribution; chisquare: { inv: (p: number, dof: number) => number } }
}

describe('against jstat', () => {
  it('gives the same Clopper-Pearson limits', () => {
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 500 }), fc.integer({ min: 0, max: 50 }), (bees, mites) => {
        const own = clopperPearson(mites, bees)
        if (mites > 0) expect(own.low).toBeCloseTo(jStat.beta.inv(0.05, mites, bees - mites + 1), 6)
        if (mites < bees) expect(own.high).toBeCloseTo(jStat.beta.inv(0.95, mites + 1, bees - mites), 6)
      }),
      { numRuns: 200 },
    )
  })
  it('gives the same Poisson limits, by way of chi-square', () => {
    for (const mites of [1, 2, 3, 6, 9, 18, 40, 120]) {
      const own = poissonRate(mites, 3)
      expect(own.low).toBeCloseTo(jStat.chisquare.inv(0.05, 2 * mites) / 2 / 3, 5)
      expect(own.high).toBeCloseTo(jStat.chisquare.inv(0.95, 2 * mites + 2) / 2 / 3, 5)
    }
  })
  it('gives the same distributions', () => {
    for (const [x, a, b] of [
      [0.03, 11.5, 289.5],
      [0.5, 2, 3],
      [0.99, 40, 2],
    ] as const)
      expect(incompleteBeta(x, a, b)).toBeCloseTo(jStat.beta.cdf(x, a, b), 7)
    for (const [a, x] of [
      [0.5, 0.2],
      [9.5, 12],
      [120, 100],
    ] as const)
      expect(incompleteGamma(a, x)).toBeCloseTo(jStat.gamma.cdf(x, a, 1), 7)
    expect(chanceAtLeast(0.03, { mites: 11, bees: 300 })).toBeCloseTo(1 - jStat.beta.cdf(0.03, 11.5, 289.5), 7)
  })
})

/** n over k, exactly. */
function choose(n: number, k: number): bigint {
  let found = 1n
  for (let i = 1; i <= k; i++) found = (found * BigInt(n - k + i)) / BigInt(i)
  return found
}
describe('against exact sums in whole numbers', () => {
  it('is the binomial tail, to twelve digits', () => {
    // I_x(k, n - k + 1) is the chance of k or more in n (DLMF 8.17.5, from memory), here with x in thousandths.
    for (const [n, k, x] of [
      [20, 3, 100],
      [60, 9, 30],
      [300, 9, 30],
      [300, 1, 5],
      [120, 60, 500],
    ] as const) {
      const whole = 1000n ** BigInt(n)
      let tail = 0n
      for (let i = k; i <= n; i++) tail += choose(n, i) * BigInt(x) ** BigInt(i) * BigInt(1000 - x) ** BigInt(n - i)
      const exact = Number((tail * 10n ** 18n) / whole) / 1e18
      expect(incompleteBeta(x / 1000, k, n - k + 1)).toBeCloseTo(exact, 12)
    }
  })
  it('is the Poisson tail, to twelve digits', () => {
    for (const [k, x] of [
      [1, 0.3],
      [4, 6],
      [9, 12.5],
    ] as const) {
      let [term, below] = [Math.exp(-x), Math.exp(-x)]
      for (let i = 1; i < k; i++) below += term *= x / i
      expect(incompleteGamma(k, x)).toBeCloseTo(1 - below, 12)
    }
  })
})

describe('against tables', () => {
  it('agrees with R’s own example of binom.test (from memory)', () => {
    const { low, high } = clopperPearson(682, 925, 0.95)
    expect(low).toBeCloseTo(0.7076683, 6)
    expect(high).toBeCloseTo(0.7654066, 6)
  })
  it('follows the closed form at zero: 1 - 0.05^(1/n) above, 0 below', () => {
    for (const bees of [100, 300, 320]) {
      expect(clopperPearson(0, bees).high).toBeCloseTo(1 - 0.05 ** (1 / bees), 10)
      expect(clopperPearson(0, bees).low).toBe(0)
      expect(clopperPearson(bees, bees).low).toBeCloseTo(0.05 ** (1 / bees), 10)
    }
    expect(poissonRate(0, 1).high).toBeCloseTo(-Math.log(0.05), 8)
  })
  it('agrees with the fact sheet’s 95 % Poisson ranges for 300 bees, to their one decimal', () => {
    // FACTS.md section A, from memory: 3: 0.2-2.9 %, 6: 0.7-4.3 %, 9: 1.4-5.7 %, 12: 2.1-7.0 %.
    for (const [mites, low, high] of [
      [3, 0.2, 2.9],
      [6, 0.7, 4.4],
      [9, 1.4, 5.7],
      [12, 2.1, 7.0],
    ] as const) {
      const rate = poissonRate(mites, 3, 0.95)
      expect(rate.low).toBeCloseTo(low, 1)
      expect(Math.abs(rate.high - high)).toBeLessThan(0.06)
    }
  })
  it('inverts its own distributions', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 300 }),
        (p, a, b) => {
          expect(incompleteBeta(betaQuantile(p, a, b), a, b)).toBeCloseTo(p, 6)
          expect(incompleteGamma(a, gammaQuantile(p, a))).toBeCloseTo(p, 6)
        },
      ),
    )
  })
})
