import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { CountFact } from '../situation/index.ts'
import {
  beesIn,
  beesRange,
  chanceAtLeast,
  clopperPearson,
  countFaults,
  drawColonies,
  drawGrid,
  errorOf,
  fewestColonies,
  newestCount,
  planFor,
  poissonRate,
  spreadOf,
  squareAt,
  squaresOf,
  type CountEntry,
  type Squares,
} from './index.ts'

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
  const said = (entry: Partial<CountEntry>) =>
    countFaults({ method: 'wash', onDay: '2026-08-12', recovery: null, samples: [], ...entry }, '2026-08-12', '2026-03-01').map(
      (f) => `${f.path} ${f.severity}`,
    )
  const jar = (mites: number | null, bees: number | null) => [{ mites, bees, days: null }]
  const board = (mites: number | null, days: number | null, squares: Squares | null = null) => [{ mites, bees: null, days, squares }]

  it('lets a good count by, and none at all', () => {
    expect(said({ samples: jar(11, 300) })).toEqual([])
    expect(said({ samples: jar(0, 300) })).toEqual([])
    expect(said({ method: 'sugar', recovery: 0.9, samples: jar(3, 300) })).toEqual([])
    expect(said({ method: 'board', samples: board(18, 3) })).toEqual([])
    expect(said({ method: 'drone', samples: jar(4, 100) })).toEqual([])
  })
  it.each([
    [400, 300, 'samples[0].mites refuse'],
    [-1, 300, 'samples[0].mites refuse'],
    [1.5, 300, 'samples[0].mites refuse'],
    [null, 300, 'samples[0].mites refuse'],
    [3, 0, 'samples[0].bees refuse'],
    [3, null, 'samples[0].bees refuse'],
    [3, 80, 'samples[0].bees warn'],
  ])('%s mites on %s bees: %s, by wash, by roll and in drone cells', (mites, bees, fault) => {
    for (const method of ['wash', 'sugar', 'drone'] as const) expect(said({ method, samples: jar(mites, bees) })).toEqual([fault])
  })
  it.each([
    [18, 0, null, 'samples[0].days refuse'],
    [18, -1, null, 'samples[0].days refuse'],
    [18, 31, null, 'samples[0].days refuse'],
    [18, null, null, 'samples[0].days refuse'],
    [18, 9, null, 'samples[0].days warn'],
    [null, 3, null, 'samples[0].mites refuse'],
    [0, 3, { counted: 0, of: 24, mites: [] }, 'samples[0].squares refuse'],
    [3, 3, { counted: 25, of: 24, mites: [] }, 'samples[0].squares refuse'],
    [3, 3, { counted: 6, of: 24, mites: [1, 0, 0, 0, 0, 1] }, 'samples[0].squares refuse'],
    [2, 3, { counted: 2, of: 24, mites: [1, 1] }, 'samples[0].squares warn'],
  ])('a board of %s mites in %s days, squares %j: %s', (mites, days, squares, fault) =>
    expect(said({ method: 'board', samples: board(mites, days, squares) })).toEqual([fault]),
  )
  it('names the sample that is wrong, and takes shakes only that add up', () => {
    expect(said({ samples: [...jar(3, 300), ...jar(301, 300)] })).toEqual(['samples[1].mites refuse'])
    expect(said({ samples: [{ mites: 9, bees: 300, days: null, shakes: [7, 2] }] })).toEqual([])
    expect(said({ samples: [{ mites: 9, bees: 300, days: null, shakes: [7, 3] }] })).toEqual(['samples[0].shakes refuse'])
    expect(said({ samples: [] })).toEqual(['samples refuse'])
  })
  it('refuses days to come, days before the colony, no day, and a share that is none', () => {
    const one = jar(3, 300)
    expect(said({ samples: one, onDay: '2026-08-13' })).toEqual(['onDay refuse'])
    expect(said({ samples: one, onDay: '2026-02-28' })).toEqual(['onDay refuse'])
    expect(said({ samples: one, onDay: null })).toEqual(['onDay refuse'])
    expect(said({ method: 'sugar', samples: one, recovery: 0 })).toEqual(['recovery refuse'])
    expect(said({ method: 'sugar', samples: one, recovery: 1.2 })).toEqual(['recovery refuse'])
  })
})

describe('bees by measure', () => {
  it('reads a level half cup as about 300, and mL in proportion', () => {
    expect(beesIn({ by: 'cup', amount: 1 }, null)).toBe(300)
    expect(beesIn({ by: 'mL', amount: 118 }, null)).toBe(300)
    expect(beesIn({ by: 'mL', amount: 59 }, null)).toBe(150)
    expect(beesRange(300, { by: 'cup', amount: 1 }, null)).toEqual({ from: 250, to: 350 })
  })
  it("goes by the keeper's own cup once it was counted, and is then surer", () => {
    const own = { mL: 100, bees: 270 }
    expect(beesIn({ by: 'cup', amount: 1 }, own)).toBe(270)
    expect(beesIn({ by: 'mL', amount: 50 }, own)).toBe(135)
    const [mine, usual] = [beesRange(300, { by: 'cup', amount: 1 }, own), beesRange(300, { by: 'cup', amount: 1 }, null)]
    expect(mine.to - mine.from).toBeLessThan(usual.to - usual.from)
    expect(beesRange(300, null, own)).toEqual({ from: 300, to: 300 })
  })
})

describe('a board counted in squares', () => {
  const grids = fc.record({
    columns: fc.integer({ min: 1, max: 12 }),
    rows: fc.integer({ min: 1, max: 12 }),
    howMany: fc.integer({ min: 0, max: 200 }),
    seed: fc.nat(),
  })
  it('draws each square once, as many as asked, the same for the same seed', () => {
    fc.assert(
      fc.property(grids, ({ columns, rows, howMany, seed }) => {
        const grid = drawGrid(columns, rows, howMany, seed)
        expect(grid.chosen.length).toBe(Math.max(1, Math.min(columns * rows, howMany)))
        expect(new Set(grid.chosen).size).toBe(grid.chosen.length)
        expect(grid.chosen.every((s) => s >= 0 && s < columns * rows)).toBe(true)
        expect(drawGrid(columns, rows, howMany, seed)).toEqual(grid)
      }),
    )
  })
  it('counts the marks in the drawn squares, and those alone', () => {
    const grid = drawGrid(2, 2, 2, 5)
    const middle = (s: number) => ({ x: 0.25 + (s % 2) * 0.5, y: 0.25 + Math.floor(s / 2) * 0.5 })
    const marks = [0, 1, 2, 3].flatMap((s) => Array.from({ length: s + 1 }, () => middle(s)))
    expect(squaresOf(grid, marks)?.mites).toEqual(grid.chosen.map((s) => s + 1))
    expect(squaresOf(null, marks)).toBeNull()
    expect(squareAt(grid, 1, 1)).toBe(3)
  })
  it('is never surer for counting fewer squares, nor for mites in clumps', () => {
    const even = spreadOf({ counted: 6, of: 24, mites: [3, 3, 3, 3, 3, 3] })
    const clumped = spreadOf({ counted: 6, of: 24, mites: [18, 0, 0, 0, 0, 0] })
    expect(even).toBe(1)
    expect(clumped).toBeGreaterThan(10)
    const width = (i: { low: number; high: number }) => i.high - i.low
    expect(width(poissonRate(18, 3 * 0.25, undefined, clumped))).toBeGreaterThan(width(poissonRate(18, 3 * 0.25)))
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (mites, part, spread) => {
          const all = poissonRate(mites * part, 3)
          const some = poissonRate(mites, 3 / part, undefined, spread)
          expect(some.estimate).toBeCloseTo(all.estimate, 9)
          expect(width(some)).toBeGreaterThanOrEqual(width(all) - 1e-9)
          expect(some.low).toBeLessThanOrEqual(some.estimate + 1e-9)
          expect(some.high).toBeGreaterThanOrEqual(some.estimate - 1e-9)
        },
      ),
    )
  })
})

describe('the sampling plan', () => {
  const yards = fc.record({
    colonies: fc.integer({ min: 1, max: 80 }),
    level: fc.double({ min: 0.1, max: 10, noNaN: true }),
    variation: fc.double({ min: 0.1, max: 2, noNaN: true }),
  })
  it('is surer with more colonies and with more bees', () => {
    fc.assert(
      fc.property(yards, fc.integer({ min: 1, max: 79 }), fc.integer({ min: 50, max: 600 }), (yard, k, bees) => {
        expect(errorOf(yard, k + 1, bees)).toBeLessThanOrEqual(errorOf(yard, k, bees))
        expect(errorOf(yard, k, bees + 100)).toBeLessThan(errorOf(yard, k, bees))
      }),
    )
  })
  it('names the fewest colonies that do, or none where not even all of them do', () => {
    fc.assert(
      fc.property(yards, fc.double({ min: 0.05, max: 1, noNaN: true }), (yard, wanted) => {
        const k = fewestColonies(yard, 300, wanted)
        if (k === null) expect(errorOf(yard, yard.colonies, 300)).toBeGreaterThan(wanted)
        else {
          expect(errorOf(yard, k, 300)).toBeLessThanOrEqual(wanted)
          if (k > 1) expect(errorOf(yard, k - 1, 300)).toBeGreaterThan(wanted)
        }
      }),
    )
  })
  it('draws colonies by a seed, in walking order', () => {
    const row = Array.from({ length: 20 }, (_, i) => ({ position: i + 1 }))
    const drawn = drawColonies(row, 8, 7)
    expect(drawn).toHaveLength(8)
    expect(drawn.map((c) => c.position)).toEqual(drawn.map((c) => c.position).toSorted((a, b) => a - b))
    expect(drawColonies(row, 8, 7)).toEqual(drawn)
    // Over many seeds no colony is favoured: each comes up in about 8 of 20 draws.
    const times = new Map<number, number>()
    for (let seed = 0; seed < 2000; seed++) for (const c of drawColonies(row, 8, seed)) times.set(c.position, (times.get(c.position) ?? 0) + 1)
    for (const n of times.values()) expect(Math.abs(n - 800)).toBeLessThan(110)
  })
  it('samples all of a yard of fewer than eight', () => {
    expect(planFor({ colonies: 5, level: 2, variation: 0.8 }).colonies).toBe(5)
    expect(planFor({ colonies: 40, level: 2, variation: 0.8 })).toMatchObject({ colonies: 8, bees: 300 })
  })
})
