import { createRequire } from 'node:module'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { midway, type CountedPair } from '@thistle/core/efficacy'
import { outcomeOf } from '@thistle/core/outcome'
import { addDays, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import { coursesHeld } from '../worlds/calibration.ts'
import { HAZARDS, levelsOver } from '../worlds/colony-days.ts'
import { draws } from '../worlds/draws.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { gammaln: (x: number) => number; gamma: { pdf: (x: number, shape: number, scale: number) => number } }
}
const formic = treatmentOf('formic-strip-14')!
const amitraz = treatmentOf('amitraz-strip')!
const START: Day = '2026-08-10'
const jar = (mites: number, date: Day, bees = 300) => ({ mites, bees, recovery: null, date })
const season = { hemisphere: 'north' as const, normals: [], phase: null, colony: { brood: 'capped' as const } } as unknown as CountedPair['season']
const pair = (before: number, after: number, over: Partial<CountedPair> = {}, days = 28): CountedPair => ({
  before: jar(before, START),
  after: jar(after, addDays(START, days)),
  season,
  others: [],
  ...over,
})
const took = (before: number, after: number, over: Partial<CountedPair> = {}, treatment = formic) =>
  outcomeOf(pair(before, after, over), treatment, 3)

describe('did it work', () => {
  it('is told against the level as it would be untreated: a second implementation on even shares agrees', () => {
    const [before, after, days] = [20, 3, 28]
    // Kinds of yard, a jar of variance 1, 2 or 3, 0.026 a day give or take 0.01, every share as likely beforehand.
    const chance = (m: number, mean: number) =>
      [1.001, 2, 3].reduce((sum, extra) => {
        const size = mean / (extra - 1)
        return (
          sum +
          Math.exp(jStat.gammaln(m + size) - jStat.gammaln(size) - jStat.gammaln(m + 1) - size * Math.log(extra) + m * Math.log((extra - 1) / extra))
        )
      }, 0)
    const levels = Array.from({ length: 260 }, (_, i) => (i + 0.5) * 0.1)
    const usual = levels.map(() => 0)
    for (let i = 0; i < 40; i++)
      for (let j = 0; j < 9; j++) {
        const mean = 0.1 * 250 ** (i / 39)
        const v = 0.3 * 6 ** (j / 8)
        const weight = Math.exp(-((Math.log(mean / 3) / 0.7) ** 2 + (Math.log(v / 0.75) / 0.35) ** 2) / 2)
        levels.forEach((x, n) => {
          usual[n]! += weight * (0.94 * jStat.gamma.pdf(x, 1 / v ** 2, mean * v ** 2) + 0.06 * jStat.gamma.pdf(x, 4, (mean * 5.5) / 4))
        })
      }
    const shares = Array.from({ length: 150 }, (_, i) => -1 + (i + 0.5) / 75)
    const weights = shares.map(() => 0)
    levels.forEach((x, n) => {
      const start = usual[n]! * chance(before, x * 3)
      for (let z = -2.75; z <= 2.75; z += 0.5) {
        const grown = x * Math.exp((0.026 + 0.01 * z) * days)
        const w = start * Math.exp((-z * z) / 2)
        if (w > 1e-9) shares.forEach((share, k) => (weights[k]! += w * chance(after, grown * (1 - share) * 3)))
      }
    })
    const all = weights.reduce((a, b) => a + b, 0)
    const quantile = (p: number) => {
      let sum = 0
      return shares.find((_, k) => (sum += weights[k]! / all) >= p)!
    }
    const { efficacy, chance: said } = took(before, after)
    expect(Math.abs(efficacy!.estimate - quantile(0.5))).toBeLessThan(0.03)
    expect(Math.abs(efficacy!.low - quantile(0.05))).toBeLessThan(0.05)
    expect(Math.abs(efficacy!.high - quantile(0.95))).toBeLessThan(0.02)
    const over = weights.filter((_, k) => shares[k]! >= 0.8).reduce((a, b) => a + b, 0) / all
    expect(Math.abs(said! - over)).toBeLessThan(0.05)
  })

  it('takes more the fewer are found after, keeps its figures in order, and is surer of more bees', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 60 }), (before, after) => {
        const [found, more] = [took(before, after), took(before, after + 1)]
        const { low, estimate, high } = found.efficacy!
        expect(low < estimate && estimate < high && high <= 1).toBe(true)
        expect(more.efficacy!.estimate).toBeLessThan(estimate)
        expect(found.now!.estimate).toBeLessThan(more.now!.estimate)
        // What a colony that was higher has left was taken from more.
        expect(took(before + 1, after).untreated!.estimate).toBeGreaterThan(found.untreated!.estimate)
      }),
      { numRuns: 60 },
    )
    const width = (e: { low: number; high: number }) => e.high - e.low
    const large = took(40, 6, { before: jar(40, START, 600), after: jar(6, addDays(START, 28), 600) })
    expect(width(large.efficacy!)).toBeLessThan(width(took(20, 3).efficacy!))
    // The same share found of both moves nothing but the level.
    const half = { before: { ...jar(20, START), recovery: 0.5 }, after: { ...jar(3, addDays(START, 28)), recovery: 0.5 } }
    expect(took(20, 3, half).now!.estimate).toBeGreaterThan(took(20, 3).now!.estimate * 1.5)
    expect(Math.abs(took(20, 3, half).efficacy!.estimate - took(20, 3).efficacy!.estimate)).toBeLessThan(0.04)
  })

  it('allows for what would have grown, and for a colony chosen because its jar was high', () => {
    const fast = took(12, 12)
    expect(fast.untreated!.estimate).toBeGreaterThan(fast.now!.estimate)
    expect(fast.efficacy!.estimate).toBeGreaterThan(0.1)
    const winter = took(12, 12, {
      season: { ...season, colony: { ...season.colony, brood: 'none' } } as CountedPair['season'],
      before: jar(12, '2026-12-01'),
      after: jar(12, '2026-12-29'),
    })
    // No brood, no growth: what the jar was high by, by chance, is all there is between the two.
    expect(winter.efficacy!.estimate).toBeLessThan(fast.efficacy!.estimate - 0.1)
    expect(winter.efficacy!.low).toBeLessThan(0)
    const amongNone = took(20, 3, { others: Array.from({ length: 8 }, () => jar(0, START)) })
    expect(amongNone.untreated!.estimate).toBeLessThan(took(20, 3).untreated!.estimate)
    expect(amongNone.efficacy!.estimate).toBeLessThan(took(20, 3).efficacy!.estimate)
  })

  it('says worked or short where nearly all of it says so, else how many such courses did, and never both', () => {
    const figures = [
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: 0, max: 100 }),
      fc.constantFrom(formic, amitraz, treatmentOf('fluvalinate-strip')!),
    ] as const
    fc.assert(
      fc.property(...figures, (before, after, treatment) => {
        const { verdict, chance, text } = took(before, after, {}, treatment)
        expect(verdict).toBe(chance! >= 0.95 ? 'worked' : chance! <= 0.03 ? 'short' : 'unclear')
        expect(/did its work/.test(text)).toBe(verdict === 'worked')
        expect(/fell short/.test(text)).toBe(verdict === 'short')
        expect(/Another jar now would tell more/.test(text)).toBe(verdict === 'unclear')
      }),
      { numRuns: 60 },
    )
    expect(took(80, 0).verdict).toBe('worked')
    expect(took(40, 40).verdict).toBe('short')
    expect(took(0, 5)).toMatchObject({ verdict: 'cannot-say', efficacy: null, chance: null, still: null })
    // What takes next to nothing of mites that withstand it has not done its work: 20 and then 17 of 300.
    expect(took(20, 17, {}, treatmentOf('fluvalinate-strip')!).verdict).toBe('short')
  })

  it('says apart whether the level is over the limit all the same', () => {
    expect(took(80, 0).still).toBeNull()
    expect(took(60, 14).still).toMatch(/^It likely still stood at the limit of 3 or over it then: about \d\d of 100 such colonies did\.$/)
    expect(took(60, 6).still).toMatch(/^It may still have stood at the limit of 3 or over it then: about \d\d of 100 such colonies did\.$/)
    expect(outcomeOf(pair(60, 14), formic, null).still).toBeNull()
  })

  it('says what else a colony needs that was in danger and is not any more: 5 in 100 while bees fly', () => {
    expect(took(15, 1).rescue).toMatch(/Mites gone are not viruses gone: feed it .* requeen it .* look again in spring/)
    expect([took(14, 1).rescue, took(90, 15).rescue, took(0, 0).rescue]).toEqual([null, null, null])
    expect(took(90, 14).rescue).not.toBeNull()
  })

  it('says its figures: the level now, what it would be, the share in whole per cent, none where there are more', () => {
    expect(took(30, 3).text).toMatch(
      /^The level was about \d\.\d in 100 on \{2026-09-07\}; untreated it would have been about \d+ \(likely [\d.]+ to \d+\)\. It took about 9\d % \(likely \d\d % to 9\d %\)\. It should take 80 % to 95 %, and authorities expect 90 %: /,
    )
    expect(took(6, 60).text).toMatch(/It took about none \(likely none to /)
    const open = outcomeOf(pair(20, 10), { ...formic, efficacy: null }, 3)
    expect(open).toMatchObject({ verdict: 'unclear', expected: null, chance: null })
    expect(open.text).toMatch(/\)\. It took about \d\d % \(likely .*\)\.$/)
    expect(took(20, 1, {}, amitraz).authority).toBe(0.95)
    expect(took(20, 1).authority).toBe(0.9)
  })
})

describe('courses in colonies that are not of its own making', () => {
  it('working ones are called short in fewer than one of twenty, and their ranges hold about nine of ten', () => {
    let [n, short, inside, now] = [0, 0, 0, 0]
    const uncounted: Record<string, number> = {}
    for (const [key, days] of [
      ['amitraz-strip', 42],
      ['formic-strip-14', 14],
      ['thymol-gel', 28],
      ['oxalic-vapour', 15],
    ] as const) {
      const of = coursesHeld(20261128, { given: key, acts: key, days }, 30, [210, 235])
      expect(of.n, key).toBeGreaterThan(50)
      expect(of.short / of.n, key).toBeLessThan(0.05)
      n += of.n
      short += of.short
      inside += of.inside
      now += of.now
      // Of colonies that nobody counted since: seldom over what is said.
      expect(of.uncountedOver / of.n, key).toBeLessThan(0.1)
      uncounted[key] = of.uncounted / of.n
    }
    // A series of vapour takes more in this world than its published range in brood has it: there it is said too high.
    for (const key of ['amitraz-strip', 'formic-strip-14', 'thymol-gel']) expect(uncounted[key], key).toBeGreaterThan(0.8)
    expect(short / n).toBeLessThan(0.03)
    expect(inside / n).toBeGreaterThan(0.85)
    expect(now / n).toBeGreaterThan(0.8)
  })
  it('useless ones are never called working, and most are found out', () => {
    for (const key of ['fluvalinate-strip', 'oxalic-vapour', 'formic-strip-14'] as const) {
      const of = coursesHeld(7, { given: key, acts: 'nothing', days: 28 }, 40, [210, 235])
      expect(of.worked / of.n, key).toBeLessThan(0.05)
      // A round of vapour in brood may take as little as two fifths: two jars seldom show less.
      if (key !== 'oxalic-vapour') expect(of.short / of.n, key).toBeGreaterThan(0.5)
    }
  })
})

describe('the daily colony that they are held against', () => {
  /** Days of the year; figures of the published models as they are remembered (Martin 1998; Calatayud & Verdu 1993; Wilkinson & Smith 2002). */
  const of = (on?: Parameters<typeof levelsOver>[2]) => levelsOver({ from: 105, per100: 0.5, growth: 1, influx: 0, size: 1 }, 230, on)
  const between = (from: number, to: number, key: 'all' | 'per100') => Math.log(of()[to - 105]![key] / of()[from - 105]![key]) / (to - from)
  it('grows as they do: about 0.021 a day in spring and summer, the wash slower in spring and faster in late summer', () => {
    expect(between(110, 182, 'all')).toBeGreaterThan(0.019)
    expect(between(110, 182, 'all')).toBeLessThan(0.024)
    expect(between(110, 182, 'per100')).toBeLessThan(0.011)
    expect(between(182, 244, 'per100')).toBeGreaterThan(0.022)
    expect(between(182, 244, 'per100')).toBeLessThan(0.029)
  })
  it('has a third of its mites on bees in summer and all of them in winter', () => {
    const share = (day: number) => {
      const { per100, adults, all } = of()[day - 105]!
      return (per100 * adults) / 100 / all
    }
    expect(share(166)).toBeCloseTo(0.32, 1)
    expect(share(227)).toBeCloseTo(0.44, 1)
    expect(share(335)).toBeGreaterThan(0.97)
  })
})

describe('a count in the middle of a course, in colonies that are not of its own making', () => {
  it('seldom blames a course that works, and finds out most that do nothing', () => {
    const at = 21
    const told = (acts: 'amitraz-strip' | 'nothing') => {
      const r = draws(5)
      const found = { n: 0, falls: 0, not: 0 }
      while (found.n < 120) {
        const level = 3 + 12 * r.next()
        const extra = 1 + Math.floor(r.next() * 3)
        const before = r.mites(level * 3, extra)
        const start = 200 + Math.floor(40 * r.next())
        const world = { from: start - 30, growth: 0.8 + 0.4 * r.next(), influx: [0, 0, 1, 3][Math.floor(r.next() * 4)]!, size: 1 }
        if (before < 9) continue
        found.n += 1
        const per100 = level / levelsOver({ ...world, per100: 1, influx: 0 }, 30)[30]!.per100
        const now = levelsOver({ ...world, per100 }, 30 + at, (d) => HAZARDS[acts]!(d - start))[30 + at]!.per100
        const on = (n: number): Day => addDays('2026-01-01', start - 1 + n)
        const said = midway({ before: jar(before, on(0)), after: jar(r.mites(now * 3, extra), on(at)), season, others: [] }, amitraz, {
          start: on(0),
          of: 42,
        })!
        found.falls += said.verdict === 'falling' ? 1 : 0
        found.not += said.verdict === 'not-falling' ? 1 : 0
      }
      return found
    }
    const [works, idle] = [told('amitraz-strip'), told('nothing')]
    expect(works.not / works.n).toBeLessThan(0.05)
    expect(works.falls / works.n).toBeGreaterThan(0.7)
    expect(idle.falls / idle.n).toBeLessThan(0.05)
    expect(idle.not / idle.n).toBeGreaterThan(0.7)
  })
})
