import { createRequire } from 'node:module'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { efficacy } from '@thistle/core/outcome'
import { treatmentOf } from '@thistle/core/treatments'

const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: { beta: { inv: (p: number, a: number, b: number) => number } } }
const formic = treatmentOf('formic-strip-14')!
const amitraz = treatmentOf('amitraz-strip')!
const jar = (mites: number, bees = 300) => ({ mites, bees })

describe('did it work', () => {
  it('takes after from before by the share of bees', () => {
    expect(efficacy(jar(20), jar(2), formic, false).efficacy?.estimate).toBeCloseTo(0.9)
    expect(efficacy(jar(20, 300), jar(2, 150), formic, false).efficacy?.estimate).toBeCloseTo(0.8)
    expect(efficacy(jar(10), jar(15), formic, false).efficacy?.estimate).toBeCloseTo(-0.5)
  })

  it('holds its estimate inside its interval, which two jars leave wide', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 60 }), fc.integer({ min: 100, max: 400 }), (before, after, bees) => {
        const found = efficacy(jar(before), jar(after, bees), formic, false).efficacy!
        expect(found.low).toBeLessThanOrEqual(found.estimate + 1e-9)
        expect(found.high).toBeGreaterThanOrEqual(found.estimate - 1e-9)
        expect(found.high).toBeLessThanOrEqual(1)
      }),
    )
    const few = efficacy(jar(6), jar(1), formic, false).efficacy!
    const many = efficacy(jar(60), jar(10), formic, false).efficacy!
    expect(few.high - few.low).toBeGreaterThan(many.high - many.low)
  })

  it('says worked, short, too few to tell, or that nobody can say', () => {
    expect(efficacy(jar(30), jar(1), formic, false).verdict).toBe('worked')
    expect(efficacy(jar(9), jar(1), formic, false).verdict).toBe('as-expected')
    expect(efficacy(jar(40), jar(30), formic, false).verdict).toBe('short')
    expect(efficacy(jar(9), jar(4), formic, false).verdict).toBe('unclear')
    expect(efficacy(jar(0), jar(0), formic, false)).toMatchObject({ verdict: 'cannot-say', efficacy: null })
  })

  it('says what else a colony needs that was in danger and is not any more: 5 in 100 while bees fly', () => {
    const said = (before: number, after: number) => efficacy(jar(before), jar(after), formic, false).rescue
    expect(said(15, 1)).toMatch(/Mites gone are not viruses gone: feed it .* requeen it .* look again in spring/)
    expect([said(14, 1), said(90, 15), said(0, 0)]).toEqual([null, null, null])
    expect(said(90, 14)).not.toBeNull()
  })

  it('is sure of no more than its interval: done only where the least that is likely is what it should take', () => {
    const figures = [fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 100 })] as const
    fc.assert(
      fc.property(...figures, (before, after) => {
        const { verdict, efficacy: found, expected, text } = efficacy(jar(before, 600), jar(after, 600), formic, false)
        expect(verdict === 'worked').toBe(found!.low >= expected!.low)
        expect(/did its work/.test(text)).toBe(verdict === 'worked')
        expect(/fell short/.test(text)).toBe(found!.high < expected!.low)
      }),
    )
  })

  it('has the exact limits of a ratio of two Poisson means, by an independent package (jstat)', () => {
    for (const [before, after, beesBefore, beesAfter] of [
      [30, 3, 300, 300],
      [20, 2, 300, 150],
      [9, 4, 250, 310],
      [12, 40, 300, 300],
    ] as const) {
      const found = efficacy(jar(before, beesBefore), jar(after, beesAfter), formic, false).efficacy!
      const bees = beesBefore / beesAfter
      const ratio = (p: number) => (p / (1 - p)) * bees
      expect(found.low).toBeCloseTo(1 - ratio(jStat.beta.inv(0.95, after + 1, before)), 6)
      expect(found.high).toBeCloseTo(1 - ratio(jStat.beta.inv(0.05, after, before + 1)), 6)
    }
  })

  it('says its figures in whole per cent: none where there are more mites, never under nothing at the top', () => {
    expect(efficacy(jar(30), jar(3), formic, false).text).toMatch(/^It took about 90 % of them \(likely 7\d % to 97 %\)\. It should take /)
    expect(efficacy(jar(10), jar(10), formic, false).text).toMatch(/^It took about 0 % of them \(likely none to \d\d %\)/)
    expect(efficacy(jar(10), jar(14), formic, false).text).toMatch(/^It took about none of them \(likely none to /)
    expect(efficacy(jar(12), jar(60), formic, false).text).toMatch(/\(likely none to 0 %\)/)
  })

  it('gives its figure alone where nobody says what an option should take', () => {
    const open = { ...formic, efficacy: null }
    const half = efficacy(jar(20), jar(10), open, false)
    expect(half).toMatchObject({ verdict: 'unclear', expected: null })
    expect(half.text).toMatch(/^It took about 50 % of them \(likely .*\)\.$/)
    expect(efficacy(jar(20), jar(20), open, false).text).toMatch(/^It took about 0 %/)
    expect(efficacy(jar(20), jar(25), open, false).text).toBe('There are more mites than before.')
  })

  it('expects 95 % of a synthetic and 90 % of an organic treatment, as authorities do', () => {
    expect(efficacy(jar(20), jar(1), amitraz, false).authority).toBe(0.95)
    expect(efficacy(jar(20), jar(1), formic, false).authority).toBe(0.9)
  })
})
