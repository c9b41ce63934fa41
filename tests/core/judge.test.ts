import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judge, limitOf } from '@thistle/core/judge'
import { phaseOf, SCHOOLS, type School } from '@thistle/core/situation'
import { daysBetween } from '@thistle/core/time'
import { august, wash, withColony } from '../cases/index.ts'

const levelOf = (mites: number, bees = 300, over = {}) => judge(august({ counts: [wash('2026-08-11', mites, bees)], ...over })).level
const bySchool = (school: School, mites: number, bees = 300) => levelOf(mites, bees, { keeper: { ...august().keeper, school } })

describe('judging a wash', () => {
  it('says under only where the upper bound is under as well', () => {
    expect(levelOf(0)).toBe('under')
    expect(levelOf(3)).toBe('under')
    expect(levelOf(6)).toBe('watch')
    expect(levelOf(8)).toBe('watch')
    expect(levelOf(9)).toBe('treat')
    expect(levelOf(15)).toBe('urgent')
  })

  it('treats nine or more of 300 in August in every school', () => {
    for (const school of SCHOOLS) expect(['treat', 'urgent']).toContain(bySchool(school, 9))
  })

  it('holds five in the jar as the fraction it is, not as 1.67', () => {
    expect(bySchool('five-in-jar', 5, 300)).toBe('treat')
    expect(bySchool('five-in-jar', 4, 300)).toBe('watch')
    expect(bySchool('five-in-jar', 10, 600)).toBe('treat')
    // 1.67 of 100 would be reached by 501 of 30 000, five of 300 by 500.
    expect(bySchool('five-in-jar', 500, 30_000)).toBe('treat')
    expect(bySchool('five-in-jar', 499, 30_000)).toBe('watch')
  })

  it('reaches the limit exactly at it, whatever the jar', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SCHOOLS), fc.integer({ min: 1, max: 40 }), (school, times) => {
        const limit = limitOf({ school }, 'decrease')
        expect(['treat', 'urgent']).toContain(bySchool(school, limit.mites * times, limit.bees * times))
        if (limit.mites * times > 1) expect(['under', 'watch']).toContain(bySchool(school, limit.mites * times - 1, limit.bees * times))
      }),
    )
  })

  it('counts 5 in 100 as urgent while winter bees are due, and 3 when dormant', () => {
    expect(levelOf(15, 300, { phase: 'decrease' })).toBe('urgent')
    expect(judge(withColony({ brood: 'none' }, { phase: 'peak', counts: [wash('2026-08-11', 15)] })).level).toBe('treat')
    expect(judge(withColony({ brood: 'none' }, { phase: 'dormant', counts: [wash('2026-08-11', 9)] })).level).toBe('urgent')
    expect(judge(withColony({ brood: 'none' }, { phase: 'dormant', counts: [wash('2026-08-11', 8)] })).level).toBe('treat')
  })

  it('says so where a broodless colony reads high, and still judges it', () => {
    const found = judge(withColony({ brood: 'none' }, { counts: [wash('2026-08-11', 9)] }))
    expect(found.level).toBe('treat')
    expect(found.representative).toBe(false)
    expect(found.notes.join(' ')).toMatch(/two to three times higher/)
  })

  it('never lowers the level when more mites are found', () => {
    const order = ['under', 'watch', 'treat', 'urgent']
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.constantFrom(...SCHOOLS), (mites, school) => {
        expect(order.indexOf(bySchool(school, mites + 1))).toBeGreaterThanOrEqual(order.indexOf(bySchool(school, mites)))
      }),
    )
  })

  it('knows nothing without a count', () => {
    expect(judge(august({ counts: [] }))).toMatchObject({ level: 'unknown', estimate: null, low: null, high: null, threshold: null })
  })

  it('gives the figure with one decimal, its range and the limit in the sentence', () => {
    expect(judge(august()).text).toBe('3.7 in 100, likely 2.1 to 6.0. Over the limit of 3: treat before the winter bees are raised.')
  })

  it('allows for a recovery the keeper set, and shows the figure before and after', () => {
    const found = judge(august({ counts: [{ ...wash('2026-08-11', 8), method: 'sugar', recovery: 0.8 }] }))
    expect(found.estimate).toBe(2.67)
    expect(found.corrected?.estimate).toBe(3.33)
    expect(found.level).toBe('treat')
  })
})

describe('judging boards and drone brood', () => {
  const board = (mites: number, days: number, asOf: string) =>
    judge(august({ asOf, startOn: asOf, counts: [{ date: asOf, method: 'board', mites, bees: null, days, recovery: null, representative: null }] }))

  it('judges a board by mites a day against its own limits, never as per cent', () => {
    expect(board(18, 3, '2026-08-11')).toMatchObject({ unit: 'perDay', estimate: 6, threshold: 12, level: 'under' })
    expect(board(39, 3, '2026-08-11').level).toBe('treat')
    expect(board(120, 3, '2026-08-11').level).toBe('urgent')
  })

  it('judges drone cells by cells', () => {
    const found = judge(
      august({ counts: [{ date: '2026-08-11', method: 'drone', mites: 9, bees: 100, days: null, recovery: null, representative: null }] }),
    )
    expect(found).toMatchObject({ unit: 'per100cells', estimate: 9, level: 'treat' })
  })
})

describe('the trend', () => {
  const trend = (...counts: [string, number, number?][]) =>
    judge(august({ counts: counts.map(([day, mites, bees]) => wash(day, mites, bees)) })).trend
  it('is said against the count before, and only where two counts can show it', () => {
    expect(trend(['2026-07-10', 2], ['2026-08-11', 15])).toMatchObject({
      direction: 'rising',
      on: '2026-07-10',
      text: 'It was 0.7 on Fri 10 Jul: rising (7.5 times, likely 2.1 to 46).',
    })
    expect(trend(['2026-07-10', 15], ['2026-08-11', 2])?.direction).toBe('falling')
    expect(trend(['2026-07-10', 4], ['2026-08-11', 7])?.direction).toBe('unclear')
    expect(trend(['2026-07-10', 0], ['2026-08-11', 0])?.direction).toBe('unclear')
  })
  it('allows for jars of different sizes', () => {
    expect(trend(['2026-07-10', 20, 600], ['2026-08-11', 10, 300])?.direction).toBe('unclear')
    expect(trend(['2026-07-10', 20, 100], ['2026-08-11', 20, 400])?.direction).toBe('falling')
  })
  it('is not said of one count, nor across two methods', () => {
    expect(trend(['2026-08-11', 7])).toBeNull()
    const mixed = [{ ...wash('2026-07-10', 2), method: 'sugar' as const }, wash('2026-08-11', 15)]
    expect(judge(august({ counts: mixed })).trend).toBeNull()
  })
})

describe('when to count again', () => {
  it('lies between a week and thirty days from the count in season', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), (mites) => {
        const found = judge(august({ counts: [wash('2026-08-12', mites)] }))
        const wait = daysBetween('2026-08-12', found.recountBy)
        expect(wait).toBeGreaterThanOrEqual(7)
        expect(wait).toBeLessThanOrEqual(30)
      }),
    )
  })

  it('comes sooner the more there are, and never before today', () => {
    const by = (mites: number) => judge(august({ counts: [wash('2026-08-12', mites)] })).recountBy
    expect(by(0) >= by(2)).toBe(true)
    expect(by(2) >= by(5)).toBe(true)
    expect(judge(august({ counts: [wash('2026-06-01', 0)] })).recountBy).toBe('2026-08-12')
  })
})

describe('the phase of the year', () => {
  const on = (asOf: string, hemisphere: 'north' | 'south' = 'north') => phaseOf({ phase: null, asOf, hemisphere })
  it('follows the months, six on in the south, and the keeper above all', () => {
    expect(on('2026-01-15')).toBe('dormant')
    expect(on('2026-04-15')).toBe('increase')
    expect(on('2026-06-15')).toBe('peak')
    expect(on('2026-08-15')).toBe('decrease')
    expect(on('2026-02-15', 'south')).toBe('decrease')
    expect(on('2026-07-15', 'south')).toBe('dormant')
    expect(phaseOf({ phase: 'peak', asOf: '2026-01-15', hemisphere: 'north' })).toBe('peak')
  })
})
