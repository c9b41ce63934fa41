/** Counts worked by hand: what is refused at which figure, and figures against jstat. */
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import {
  chanceAtLeast,
  countFaults,
  errorOf,
  fewestColonies,
  incompleteBeta,
  incompleteGamma,
  MOST_BOARD_DAYS,
  shareOf,
  spreadOf,
  type CountEntry,
  type SampleEntry,
} from '@thistle/core/count'

const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { gamma: { cdf: (x: number, shape: number, scale: number) => number } }
}
const TODAY = '2026-08-12'
type Method = CountEntry['method']
const said = (method: Method, sample: Partial<SampleEntry>, over: Partial<CountEntry> = {}) => {
  const usual = method === 'board' ? { mites: 3, bees: null, days: 3 } : { mites: 3, bees: 300, days: null }
  return countFaults({ method, onDay: TODAY, recovery: null, samples: [{ ...usual, ...sample }], ...over }, TODAY, null).map(
    (f) => `${f.severity} ${f.path.replace('samples[0].', '')}`,
  )
}
const squares = (counted: number, of: number, mites = 3) => ({ counted, of, mites: Array.from({ length: counted }, (_, i) => (i === 0 ? mites : 0)) })

describe('a count as it is entered', () => {
  const CASES: readonly (readonly [string, Method, Partial<SampleEntry>, readonly string[]])[] = [
    ['a jar', 'wash', {}, []],
    ['a jar without bees', 'wash', { bees: null }, ['refuse bees']],
    ['one bee and no mite', 'wash', { bees: 1, mites: 0 }, ['warn bees']],
    ['no bee at all', 'wash', { bees: 0, mites: 0 }, ['refuse bees']],
    ['half a bee', 'wash', { bees: 0.5, mites: 0 }, ['refuse bees']],
    ['more mites than bees', 'wash', { bees: 2, mites: 3 }, ['refuse mites']],
    ['as many mites as bees', 'wash', { bees: 300, mites: 300 }, []],
    ['few bees', 'wash', { bees: 99 }, ['warn bees']],
    ['a hundred thousand bees', 'wash', { bees: 100_000 }, []],
    ['one more than that', 'wash', { bees: 100_001 }, ['refuse bees']],
    ['a jar with days', 'wash', { days: 3 }, ['refuse days']],
    ['no mites said', 'wash', { mites: null }, ['refuse mites']],
    ['half a mite', 'wash', { mites: 2.5 }, ['refuse mites']],
    ['fewer than none', 'wash', { mites: -1 }, ['refuse mites']],
    ['squares of a jar', 'sugar', { squares: squares(9, 9) }, ['refuse squares']],
    ['shakes that do not add up', 'sugar', { shakes: [1, 1] }, ['refuse shakes']],
    ['cells', 'drone', { bees: 100 }, []],
    ['few cells', 'drone', { bees: 20 }, ['warn bees']],
    ['no cup', 'wash', { measured: { by: 'cup', amount: 0 } }, ['refuse bees']],
    ['twenty cups', 'wash', { measured: { by: 'cup', amount: 20 } }, []],
    ['over twenty cups', 'wash', { measured: { by: 'cup', amount: 20.5 } }, ['refuse bees']],
    ['two litres', 'wash', { measured: { by: 'mL', amount: 2000 } }, []],
    ['over two litres', 'wash', { measured: { by: 'mL', amount: 2001 } }, ['refuse bees']],
    ['a board', 'board', {}, []],
    ['a board with bees', 'board', { bees: 300 }, ['refuse days']],
    ['a board without days', 'board', { days: null }, ['refuse days']],
    ['a board of no time', 'board', { days: 0 }, ['refuse days']],
    ['a week', 'board', { days: 7 }, []],
    ['over a week', 'board', { days: 7.5 }, ['warn days']],
    ['the longest', 'board', { days: MOST_BOARD_DAYS }, ['warn days']],
    ['longer than that', 'board', { days: MOST_BOARD_DAYS + 0.5 }, ['refuse days']],
    ['all squares', 'board', { squares: squares(4, 4) }, []],
    ['four of nine', 'board', { squares: squares(4, 9) }, ['warn squares']],
    ['five of nine', 'board', { squares: squares(5, 9) }, []],
    ['no square', 'board', { mites: 0, squares: squares(0, 9) }, ['refuse squares']],
    ['more squares than there are', 'board', { squares: squares(10, 9) }, ['refuse squares']],
    ['squares that do not add up', 'board', { squares: squares(9, 9, 2) }, ['refuse squares']],
  ]
  it.each(CASES)('%s', (_name, method, sample, faults) => expect(said(method, sample)).toEqual(faults))
  it('with a share found from 5 to 100 %, a day, and a sample at least', () => {
    const recovered = (recovery: number) => said('wash', {}, { recovery })
    expect([recovered(0.05), recovered(0.049), recovered(1), recovered(1.01)]).toEqual([[], ['refuse recovery'], [], ['refuse recovery']])
    for (const onDay of [null, ''])
      expect(countFaults({ method: 'wash', onDay, recovery: null, samples: [{ mites: 1, bees: 300, days: null }] }, TODAY, null)[0]?.text).toBe(
        'Enter the day of the count.',
      )
    expect(said('wash', {}, { samples: [] })).toEqual(['refuse samples'])
  })
})

describe('figures of a board', () => {
  it('lie in clumps as Fisher’s index says: 0, 0, 6 have mean 2, variance 12', () => {
    expect(spreadOf({ counted: 3, of: 9, mites: [0, 0, 6] })).toBeCloseTo(6, 12)
    // Two squares say nothing of clumps, even where they differ; evenly strewn is never under 1.
    expect(spreadOf({ counted: 2, of: 9, mites: [0, 6] })).toBe(1)
    expect(spreadOf({ counted: 3, of: 9, mites: [2, 2, 2] })).toBe(1)
    expect(spreadOf({ counted: 3, of: 9, mites: [0, 0, 0] })).toBe(1)
    expect([spreadOf(null), shareOf(null), shareOf({ counted: 3, of: 12, mites: [0, 0, 0] })]).toEqual([1, 1, 0.25])
  })
  it('have the chance over a limit that jstat’s gamma says, clumps allowed for', () => {
    for (const [mites, days, limit, spread] of [
      [18, 3, 5, 1],
      [18, 3, 8, 1],
      [4, 2, 3, 2.5],
      [0, 1, 0.5, 1],
      [40, 3.5, 12, 6],
    ] as const)
      expect(chanceAtLeast(limit, { mites, days, spread })).toBeCloseTo(1 - jStat.gamma.cdf((limit * days) / spread, mites / spread + 0.5, 1), 8)
    expect(chanceAtLeast(5, { mites: 18, days: 3 })).toBe(chanceAtLeast(5, { mites: 18, days: 3, spread: 1 }))
  })
})

describe('the error of a plan', () => {
  it('is Cochran’s, by hand: 8 of 24 colonies, 300 bees, 3 in 100, variation 0.8', () => {
    // Between: 0.64 * (1 - 8/24) = 0.426667. Within: 0.97 / (0.03 * 300) = 0.107778. Together over 8: 0.066806.
    expect(errorOf({ colonies: 24, level: 3, variation: 0.8 }, 8, 300)).toBeCloseTo(Math.sqrt(0.534444 / 8), 5)
    expect(errorOf({ colonies: 3, level: 3, variation: 0.8 }, 8, 300)).toBeCloseTo(Math.sqrt(0.107778 / 3), 5)
    // Every bee infested: only the colonies differ.
    expect(errorOf({ colonies: 4, level: 100, variation: 0.5 }, 2, 10)).toBeCloseTo(Math.sqrt((0.25 * 0.5) / 2), 10)
    for (const [k, bees] of [
      [0, 300],
      [3, 0],
    ] as const)
      expect(errorOf({ colonies: 5, level: 3, variation: 0.8 }, k, bees)).toBe(Infinity)
    expect(fewestColonies({ colonies: 24, level: 3, variation: 0.8 }, 300, 0.2585)).toBe(8)
  })
})

describe('the special functions at their ends', () => {
  it('are 0 below and 1 above', () => {
    expect([incompleteBeta(-0.1, 2, 3), incompleteBeta(0, 2, 3), incompleteBeta(1, 2, 3), incompleteBeta(1.1, 2, 3)]).toEqual([0, 0, 1, 1])
    expect([incompleteGamma(2, -1), incompleteGamma(2, 0)]).toEqual([0, 0])
    // P(1, x) is 1 - exp(-x); I_x(1, b) is 1 - (1 - x)^b.
    expect(incompleteGamma(1, 0.7)).toBeCloseTo(1 - Math.exp(-0.7), 12)
    expect(incompleteBeta(0.2, 1, 5)).toBeCloseTo(1 - 0.8 ** 5, 12)
  })
})
