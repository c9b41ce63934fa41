/** The bands of the outlook against colonies that are not of the model's own making, and how much worse they hold where something is not known to it. */
import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { heldCounts, heldOf } from '@thistle/core/outlook'
import type { Day } from '@thistle/core/time'
import { august } from '../cases/index.ts'
import { bandsHeld } from '../worlds/outlook-held.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: { beta: { inv: (p: number, a: number, b: number) => number } } }

describe('of colonies that were counted three times', () => {
  it('the band of eighty in a hundred holds 75 to 85, thirty days on', () => {
    const held = bandsHeld({ colonies: 300, seed: 7 })
    expect(held.in80).toBeGreaterThan(0.75)
    expect(held.in80).toBeLessThan(0.85)
    expect(Math.abs(held.in90 - 0.9)).toBeLessThan(0.05)
    expect(Math.abs(held.in50 - 0.5)).toBeLessThan(0.07)
  })
  it('about two of three where twenty mites a day come from outside, the others over it', () => {
    const held = bandsHeld({ colonies: 60, seed: 7, influx: 20 })
    expect(held.in80).toBeGreaterThan(0.55)
    expect(held.in80).toBeLessThan(0.78)
    expect(held.over).toBeGreaterThan(4 * held.under)
  })
  it('about half after a swarm, the others under it', () => {
    const held = bandsHeld({ colonies: 60, seed: 7, swarm: true })
    expect(held.in80).toBeLessThan(0.55)
    expect(held.under).toBeGreaterThan(4 * held.over)
  })
  it('after strips as they work it holds about as many; next to none where mites feel a third of them', () => {
    expect(bandsHeld({ colonies: 40, seed: 7, strips: 1 }).in80).toBeGreaterThan(0.6)
    const weak = bandsHeld({ colonies: 40, seed: 7, strips: 0.33 })
    expect(weak.in80).toBeLessThan(0.5)
    expect(weak.over).toBeGreaterThan(0.5)
  })
})

describe('a keeper’s own counts', () => {
  const jar = (date: Day, mites: number) => ({ date, method: 'wash' as const, mites, bees: 300, days: null, recovery: null, representative: null })
  const of = (...counts: readonly (readonly [Day, number])[]) =>
    august({ asOf: '2026-08-12', phase: null, counts: counts.map(([date, mites]) => jar(date, mites)), weather: [] })
  it('are held against what was told at the one before, where nothing was given in between', () => {
    const [one, ...more] = heldCounts(of(['2026-06-15', 3], ['2026-07-15', 6]))
    expect(more).toEqual([])
    expect(one).toMatchObject({ from: '2026-06-15', on: '2026-07-15', inside: true })
    expect(heldCounts(of(['2026-06-15', 3], ['2026-07-15', 60]))[0]).toMatchObject({ inside: false })
    expect(heldCounts(of(['2026-06-15', 3], ['2026-07-15', 60]))[0]!.below).toBeGreaterThan(0.99)
    expect(heldCounts(of(['2026-06-15', 20], ['2026-07-15', 0]))[0]!.below).toBeLessThan(0.02)
    const given = {
      ...of(['2026-06-15', 3], ['2026-07-15', 6]),
      history: [{ treatment: 'oxalic-vapour' as const, start: '2026-07-01', end: '2026-07-02', efficacy: null }],
    }
    expect(heldCounts(given)).toEqual([])
    expect(heldCounts(of(['2026-06-15', 3], ['2026-06-18', 6]))).toEqual([])
    expect(heldCounts(of(['2026-04-15', 3], ['2026-07-15', 6]))).toEqual([])
  })
  it('are the same whatever was counted later', () => {
    expect(heldCounts(of(['2026-06-15', 3], ['2026-07-15', 6], ['2026-08-10', 30]))[0]).toEqual(
      heldCounts(of(['2026-06-15', 3], ['2026-07-15', 6]))[0],
    )
  })
  it('say nothing together until there are enough', () => {
    const [one] = heldCounts(of(['2026-06-15', 3], ['2026-07-15', 6]))
    expect(heldOf(Array.from({ length: 11 }, () => one!))).toBeNull()
    const held = heldOf([...Array.from({ length: 10 }, () => one!), ...Array.from({ length: 3 }, () => ({ ...one!, inside: false }))])!
    expect(held).toMatchObject({ counts: 13, inside: 10 })
    // Clopper and Pearson by an independent package: 10 of 13, central 90 %.
    expect(held.low).toBeCloseTo(jStat.beta.inv(0.05, 10, 4), 6)
    expect(held.high).toBeCloseTo(jStat.beta.inv(0.95, 11, 3), 6)
  })
})
