/** What a course took, by its counts: the ratio, its corrections and the power of a trial, held against independent reckonings and simulated counts. */
import { createRequire } from 'node:module'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { abbott, hendersonTilton, powerOf, ratioTaken } from '@thistle/core/review'
import { draws } from '../worlds/draws.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { gammaln: (x: number) => number; studentt: { cdf: (x: number, freedom: number) => number } }
}
const on = (mites: number, exposure = 300, date = '2026-08-01') => ({ date, mites, exposure })
const pair = (before: number, after: number, bees = 300) => ({ before: on(before), after: on(after, bees, '2026-08-28') })

/** Chance of k or fewer of n, added up from its terms. */
function binomialAtMost(k: number, n: number, p: number): number {
  let sum = 0
  for (let i = 0; i <= k; i++)
    sum += Math.exp(jStat.gammaln(n + 1) - jStat.gammaln(i + 1) - jStat.gammaln(n - i + 1) + i * Math.log(p) + (n - i) * Math.log1p(-p))
  return sum
}
/** Where a falling function comes down to a value, by halving. */
function crossing(f: (x: number) => number, value: number): number {
  let [low, high] = [1e-15, 1 - 1e-15]
  for (let i = 0; i < 200; i++) {
    const middle = (low + high) / 2
    if (f(middle) > value) low = middle
    else high = middle
  }
  return (low + high) / 2
}

describe('the share taken as counted', () => {
  it('has the limits that halving the tails of the binomial finds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 80 }), fc.integer({ min: 0, max: 80 }), fc.integer({ min: 100, max: 500 }), (before, after, bees) => {
        const found = ratioTaken(pair(before, after, bees))!
        const n = before + after
        const upper = crossing((p) => binomialAtMost(after, n, p), 0.05)
        const lower = after === 0 ? 0 : crossing((p) => 1 - (1 - binomialAtMost(after - 1, n, p)), 0.95)
        const taken = (p: number) => 1 - (p / (1 - p)) * (300 / bees)
        expect(found.low).toBeCloseTo(taken(upper), 6)
        expect(found.high).toBeCloseTo(taken(lower), 6)
        expect(found.estimate).toBeCloseTo(1 - after / bees / (before / 300), 12)
      }),
      { numRuns: 60 },
    )
  })
  it('is the published example of two rates: 11 in 800 against 21 in 3011 is 1.9715 times, 0.8584 to 4.2773 at 95 % (from memory)', () => {
    const found = ratioTaken({ before: on(21, 3011), after: on(11, 800) }, 0.95)!
    expect(1 - found.estimate).toBeCloseTo(1.971488, 5)
    expect(1 - found.high).toBeCloseTo(0.8584264, 5)
    expect(1 - found.low).toBeCloseTo(4.2772659, 5)
  })
  it('is nobody’s to say where none were found before, all of it at most where none are after, and under nothing where there are more', () => {
    expect(ratioTaken(pair(0, 3))).toBeNull()
    expect(ratioTaken(pair(9, 0))).toMatchObject({ estimate: 1, high: 1 })
    expect(ratioTaken(pair(5, 12))!.estimate).toBeCloseTo(-1.4, 12)
  })
  it('holds nine of ten and more of what is true', () => {
    const r = draws(4)
    for (const [mean, takes] of [
      [12, 0.8],
      [40, 0.9],
      [8, 0],
    ] as const) {
      let [held, n] = [0, 0]
      for (let run = 0; run < 3000; run++) {
        const found = ratioTaken(pair(r.mites(mean, 1), r.mites(mean * (1 - takes), 1)))
        if (!found) continue
        n += 1
        held += takes >= found.low && takes <= found.high ? 1 : 0
      }
      expect(held / n, `${mean}, ${takes}`).toBeGreaterThan(0.895)
    }
  })
})

describe('corrected by untreated colonies', () => {
  it('is the sum as Henderson and Tilton have it, by hand: 300 to 30 beside 500 to 1000 took 95 %', () => {
    const found = hendersonTilton({ before: on(300), after: on(30) }, { before: on(500), after: on(1000) })!
    expect(found.estimate).toBeCloseTo(0.95, 12)
    // Without a change in the untreated it is the ratio alone.
    expect(hendersonTilton(pair(20, 4), pair(15, 15))!.estimate).toBeCloseTo(0.8, 12)
    // Jars of other sizes are rates.
    expect(hendersonTilton({ before: on(20, 200), after: on(6, 300) }, { before: on(10, 100), after: on(30, 300) })!.estimate).toBeCloseTo(0.8, 12)
  })
  it('and as Abbott has it where they were counted after alone: 60 living in the check and 15 in the treated is 75 %', () => {
    expect(abbott(on(15), on(60))!.estimate).toBeCloseTo(0.75, 12)
  })
  it('is not said where a count of nothing stands under the line', () => {
    expect(hendersonTilton(pair(0, 4), pair(5, 5))).toBeNull()
    expect(hendersonTilton(pair(5, 4), pair(0, 5))).toBeNull()
    expect(hendersonTilton(pair(5, 4), pair(5, 0))).toBeNull()
    expect(hendersonTilton(pair(5, 0), pair(5, 5))).toMatchObject({ estimate: 1, high: 1 })
  })
  it('holds about nine of ten', () => {
    const r = draws(9)
    for (const [treated, untreated, takes, grows] of [
      [20, 20, 0.8, 1.8],
      [60, 15, 0.9, 2.5],
      [10, 40, 0.5, 1],
    ] as const) {
      let [held, n] = [0, 0]
      for (let run = 0; run < 4000; run++) {
        const found = hendersonTilton(
          { before: on(r.mites(treated, 1)), after: on(r.mites(treated * grows * (1 - takes), 1)) },
          { before: on(r.mites(untreated, 1)), after: on(r.mites(untreated * grows, 1)) },
        )
        if (!found) continue
        n += 1
        held += takes >= found.low && takes <= found.high ? 1 : 0
      }
      expect(held / n, `${treated}, ${untreated}`).toBeGreaterThan(0.87)
      expect(held / n, `${treated}, ${untreated}`).toBeLessThan(0.94)
    }
  })
})

describe('the power of a trial', () => {
  it('is how often a second implementation finds the difference, in trials drawn otherwise', () => {
    const r = draws(31)
    for (const asked of [
      { colonies: 6, level: 5, bees: 300, spread: 0.6, efficacies: [0.9, 0.6] },
      { colonies: 10, level: 3, bees: 300, spread: 0.8, efficacies: [0.95, 0.8], extra: 2 },
      { colonies: 4, level: 12, bees: 300, spread: 0.4, efficacies: [0.9, 0.5] },
    ] as const) {
      let found = 0
      const runs = 3000
      for (let run = 0; run < runs; run++) {
        const arms = asked.efficacies.map((takes) =>
          Array.from({ length: asked.colonies }, () => {
            const mean = asked.level * 3 * Math.exp(asked.spread * r.normal() - asked.spread ** 2 / 2)
            const extra = (asked as { extra?: number }).extra ?? 1
            return Math.log((r.mites(mean * (1 - takes), extra) + 0.5) / (r.mites(mean, extra) + 0.5))
          }),
        )
        const [a, b] = arms.map((arm) => {
          const mean = arm.reduce((s, x) => s + x, 0) / arm.length
          return { mean, error: arm.reduce((s, x) => s + (x - mean) ** 2, 0) / (arm.length - 1) / arm.length }
        }) as [{ mean: number; error: number }, { mean: number; error: number }]
        const freedom = (a.error + b.error) ** 2 / ((a.error ** 2 + b.error ** 2) / (asked.colonies - 1))
        const t = Math.abs(a.mean - b.mean) / Math.sqrt(a.error + b.error)
        found += 2 * (1 - jStat.studentt.cdf(t, freedom)) < 0.05 ? 1 : 0
      }
      expect(Math.abs(powerOf(asked).power - found / runs), JSON.stringify(asked)).toBeLessThan(0.04)
    }
  })
  it('is the level of the test where there is no difference, and grows with the colonies; what it finds is found four times in five', () => {
    const asked = { colonies: 8, level: 6, bees: 300, spread: 0.5, efficacies: [0.9, 0.9] as const }
    expect(powerOf(asked).power).toBeLessThan(0.07)
    const of = (colonies: number) => powerOf({ ...asked, colonies, efficacies: [0.9, 0.7] })
    expect(of(12).power).toBeGreaterThan(of(6).power)
    expect(of(12).smallest!).toBeLessThan(of(6).smallest!)
    const { smallest } = of(8)
    expect(powerOf({ ...asked, efficacies: [0.9, 0.9 - smallest!] }).power).toBeGreaterThan(0.77)
    expect(powerOf({ ...asked, efficacies: [0.9, 0.9 - smallest! + 0.05] }).power).toBeLessThan(0.8)
    // Of next to no mites nothing can be told.
    expect(powerOf({ ...asked, colonies: 2, level: 0.2 }).smallest).toBeNull()
  })
})
