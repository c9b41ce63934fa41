import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { CountFact } from '../situation/index.ts'
import { chanceAtLeast, clopperPearson, countFaults, newestCount, poissonRate } from './index.ts'

const jar = fc.integer({ min: 1, max: 900 }).chain((bees) => fc.record({ bees: fc.constant(bees), mites: fc.integer({ min: 0, max: bees }) }))

const wash = (over: Partial<CountFact> = {}): CountFact => ({
  date: '2026-08-11',
  method: 'wash',
  mites: 9,
  bees: 300,
  days: null,
  recovery: null,
  representative: null,
  ...over,
})

describe('intervals', () => {
  it.each([
    [4, 320, 1.25],
    [9, 300, 3],
    [7, 280, 2.5],
  ])('%d of %d is %d in 100', (mites, bees, per100) => {
    expect(clopperPearson(mites, bees).estimate * 100).toBeCloseTo(per100, 10)
  })

  it('gives 18 on a board in 3 days as 6 a day', () => {
    expect(poissonRate(18, 3).estimate).toBe(6)
  })

  it('always holds its own estimate, inside 0 to 1', () => {
    fc.assert(
      fc.property(jar, ({ mites, bees }) => {
        const i = clopperPearson(mites, bees)
        expect(i.low).toBeLessThanOrEqual(i.estimate)
        expect(i.high).toBeGreaterThanOrEqual(i.estimate)
        expect(i.low).toBeGreaterThanOrEqual(0)
        expect(i.high).toBeLessThanOrEqual(1)
      }),
    )
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 30 }), (mites, days) => {
        const i = poissonRate(mites, days)
        expect(i.low).toBeLessThanOrEqual(i.estimate + 1e-12)
        expect(i.high).toBeGreaterThan(i.estimate)
      }),
    )
  })

  it('narrows with more bees at the same share', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 50, max: 300 }), fc.integer({ min: 2, max: 4 }), (mites, bees, times) => {
        const one = clopperPearson(Math.min(mites, bees), bees)
        const more = clopperPearson(Math.min(mites, bees) * times, bees * times)
        expect(more.high - more.low).toBeLessThan(one.high - one.low + 1e-12)
      }),
    )
  })

  it('has 5 % in each tail: the limits are where the tails are 5 %', () => {
    fc.assert(
      fc.property(jar, ({ mites, bees }) => {
        const { low, high } = clopperPearson(mites, bees)
        // Tails of the binomial summed term by term in logarithms, independent of the beta function.
        const tail = (p: number, from: number, to: number) => {
          let sum = 0
          let logTerm = bees * Math.log1p(-p)
          for (let k = 0; k <= bees; k++) {
            if (k > 0) logTerm += Math.log((bees - k + 1) / k) + Math.log(p) - Math.log1p(-p)
            if (k >= from && k <= to) sum += Math.exp(logTerm)
          }
          return sum
        }
        if (mites > 0) expect(tail(low, mites, bees)).toBeCloseTo(0.05, 6)
        if (mites < bees) expect(tail(high, 0, mites)).toBeCloseTo(0.05, 6)
      }),
      { numRuns: 60 },
    )
  })

  it('gives a chance over the limit that rises with the mites and falls with the limit', () => {
    expect(chanceAtLeast(0.03, { mites: 0, bees: 300 })).toBeLessThan(0.001)
    expect(chanceAtLeast(0.03, { mites: 30, bees: 300 })).toBeGreaterThan(0.999)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), (mites) => {
        const at = (m: number, limit: number) => chanceAtLeast(limit, { mites: m, bees: 300 })
        expect(at(mites + 1, 0.03)).toBeGreaterThanOrEqual(at(mites, 0.03))
        expect(at(mites, 0.02)).toBeGreaterThanOrEqual(at(mites, 0.03))
      }),
    )
    expect(chanceAtLeast(9, { mites: 60, days: 3 })).toBeGreaterThan(0.99)
  })
})

describe('the count that is judged', () => {
  it('is the newest day, all samples of its most trusted method added up', () => {
    const pooled = newestCount(
      [wash({ date: '2026-07-01', mites: 2 }), wash({ mites: 7 }), wash({ mites: 4, bees: 280 }), wash({ method: 'sugar', mites: 1 })],
      '2026-08-12',
    )
    expect(pooled).toMatchObject({ date: '2026-08-11', method: 'wash', mites: 11, bees: 580, samples: 2, age: 1 })
  })

  it('leaves out what is not known yet', () => {
    expect(newestCount([wash({ date: '2026-08-20' })], '2026-08-12')).toBeNull()
    expect(newestCount([], '2026-08-12')).toBeNull()
  })

  it('is not representative where one sample is not', () => {
    expect(newestCount([wash(), wash({ representative: false })], '2026-08-12')?.representative).toBe(false)
  })
})

describe('faults on entry', () => {
  const at = (mites: number | null, bees: number | null, date = '2026-08-12') =>
    countFaults({ method: 'wash', onDay: date, recovery: null, samples: [{ mites, bees, days: null }] }, '2026-08-12', '2026-03-01').map(
      (f) => `${f.path} ${f.severity}`,
    )

  it('lets a good count by', () => expect(at(11, 300)).toEqual([]))
  it('takes none at all', () => expect(at(0, 300)).toEqual([]))
  it.each([
    [400, 300, 'samples[0].mites refuse'],
    [-1, 300, 'samples[0].mites refuse'],
    [1.5, 300, 'samples[0].mites refuse'],
    [null, 300, 'samples[0].mites refuse'],
    [3, 0, 'samples[0].bees refuse'],
    [3, null, 'samples[0].bees refuse'],
    [3, 80, 'samples[0].bees warn'],
  ])('%s mites on %s bees: %s', (mites, bees, fault) => expect(at(mites, bees)).toEqual([fault]))
  it('refuses days to come and days before the colony', () => {
    expect(at(3, 300, '2026-08-13')).toEqual(['onDay refuse'])
    expect(at(3, 300, '2026-02-28')).toEqual(['onDay refuse'])
  })
})
