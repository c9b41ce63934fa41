import { describe, expect, it } from 'vitest'
import { judge, learnedFrom, sayLearned, type CountedColony } from '@thistle/core/judge'
import { learnExtra } from '@thistle/core/level'
import { colonyState, situationOf, yardState } from '@thistle/core/holding'
import type { CountFact } from '@thistle/core/situation'
import { august, wash } from '../cases/index.ts'
import { bareColony, bareCount, bareSettings, bareYard } from '../cases/records.ts'
import { draws } from '../worlds/draws.ts'

const fact = (date: string, mites: number, over: Partial<CountFact> = {}): CountFact => ({ ...wash(date, mites), representative: null, ...over })
const board = (date: string, mites: number): CountFact => fact(date, mites, { method: 'board', bees: null, days: 3 })
/** So many colonies of two jars each, of a variance so many times the mean. */
function pairs(extra: number, colonies: number, seed = 5): { mites: number; perLevel: number }[][] {
  const r = draws(seed)
  return Array.from({ length: colonies }, () => {
    const level = r.gamma(2) * 2
    return [0, 1].map(() => ({ mites: r.mites(level * 3, extra), perLevel: 3 }))
  })
}

describe('what jars taken together teach', () => {
  it('is nothing where there are none, and how much they vary where there are many', () => {
    expect(learnExtra([])).toEqual([1 / 3, 1 / 3, 1 / 3])
    const [one, , three] = learnExtra(pairs(1, 60))
    expect(one).toBeGreaterThan(0.9)
    expect(three).toBeLessThan(0.02)
    const clumped = learnExtra(pairs(3, 60))
    expect(clumped[2]).toBeGreaterThan(0.7)
    expect(clumped[0]).toBeLessThan(0.01)
    // A few say a little.
    const few = learnExtra(pairs(3, 3, 9))
    expect(few[2]).toBeLessThan(0.9)
  })
  it('makes the level surer where they are alike, and less sure where they are not', () => {
    const width = (extra: readonly [number, number, number]) => {
      const found = judge(august({ counts: [wash('2026-08-11', 9)], learned: { extra, board: null } }))
      return Math.log(found.p95! / found.p05!)
    }
    expect(width([1, 0, 0])).toBeLessThan(width([0, 1, 0]))
    expect(width([0, 1, 0])).toBeLessThan(width([0, 0, 1]))
  })
})

describe('what boards beside jars teach', () => {
  /** Colonies with a jar and a board of one time; the boards catch so many times what the published limits stand for. */
  function yard(times: number, colonies: number): CountedColony[] {
    const r = draws(21)
    return Array.from({ length: colonies }, () => {
      const level = 0.5 + r.gamma(2)
      // In August the limits of 12 and 33 a day stand for 3 in 100: the way between them, by their logarithm, three days long.
      const aDay = (Math.sqrt(12 * 33) / 3) * times * Math.exp(0.5 * r.normal())
      return { counts: [fact('2026-08-08', r.mites(level * 3, 2)), board('2026-08-08', r.mites(level * aDay * 3, 2))], begun: [] }
    })
  }
  it('is the factor by which they catch more or less there, the surer the more there are', () => {
    expect(learnedFrom([], august())).toBeNull()
    expect(learnedFrom([{ counts: [fact('2026-08-08', 3)], begun: [] }], august())).toBeNull()
    for (const times of [0.4, 1, 2.5]) {
      const many = learnedFrom(yard(times, 40), august())!.board!
      expect(Math.abs(many.mean - Math.log(times))).toBeLessThan(0.3)
      const one = learnedFrom(yard(times, 1), august())!.board!
      expect(one.sd).toBeGreaterThan(many.sd)
      expect(many.sd).toBeGreaterThan(0.5)
    }
  })
  it('moves and narrows what a board says of a colony, and is silent of boards that something was given beside', () => {
    const level = (learned: { mean: number; sd: number } | null) =>
      judge(august({ counts: [{ ...board('2026-08-11', 40), recovery: null }], ...(learned ? { learned: { extra: null, board: learned } } : {}) }))
    const [usual, low, sure] = [level(null), level({ mean: Math.log(2.5), sd: 0.6 }), level({ mean: 0, sd: 0.5 })]
    // Boards that catch more here speak of fewer mites.
    expect(low.p50!).toBeLessThan(usual.p50! * 0.8)
    expect(sure.p95! / sure.p05!).toBeLessThan(usual.p95! / usual.p05!)
    const treated = yard(1, 3).map((c) => ({
      ...c,
      counts: c.counts.map((x) => (x.method === 'board' ? { ...x, date: '2026-08-14' } : x)),
      begun: ['2026-08-10'],
    }))
    expect(learnedFrom(treated, august())).toBeNull()
  })
  it('is said in figures, and not where nothing was learned', () => {
    expect(sayLearned({ extra: null, board: null })).toEqual([])
    const [jars, boards] = sayLearned({ extra: [0.1, 0.2, 0.7], board: { mean: Math.log(2), sd: 0.6 } })
    expect(jars).toBe('Jars taken together of one colony here most likely vary about three times as much as by chance (70 %).')
    // e^(1.645 x 0.6) = 2.68 either way of 2.
    expect(boards).toBe('Boards here catch about 2 times what the published limits stand for (likely 0.7 to 5.4 in a single colony).')
  })
  it('is carried by the case of every colony of the yard', () => {
    const colony = (id: string, mites: readonly number[]) =>
      bareColony({ id, name: id, counts: [{ ...bareCount('2026-08-10', 0), samples: mites.map((m) => ({ mites: m, bees: 300, days: null })) }] })
    const a = colony('a', [2, 14])
    const record = { ...bareYard('2026-08-12'), colonies: [a, colony('b', [5])] }
    for (const c of record.colonies) expect(situationOf(record, c, bareSettings).learned!.extra![2]).toBeGreaterThan(1 / 3)
    expect(yardState(record, bareSettings).row).toHaveLength(2)
    const alone = { ...record, colonies: [colony('b', [5])] }
    expect(colonyState(alone, alone.colonies[0]!, bareSettings).situation.learned).toBeUndefined()
  })
})
