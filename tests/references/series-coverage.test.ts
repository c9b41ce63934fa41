/**
 * Series of rounds against the development of bees: worker 21 days with 12 capped, drone 24 with 14 (Winston 1987, The Biology of the Honey Bee,
 * from memory), and against a simulation of single mites.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coverageOf } from '@thistle/core/treatments'
import { CAPPED_DAYS } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'

const START: Day = '2026-08-14'
const rounds = (...days: number[]): Day[] => days.map((d) => addDays(START, d))
const KILLS = 3

/** Mites one by one: each comes out on its day and rides; it is met where a round works on a day of its ride. */
function simulated(days: readonly number[], kills: number, capped: number, riding: number): number {
  let met = 0
  for (let emerges = 1; emerges <= capped; emerges++) {
    let hit = false
    for (let day = emerges; day < emerges + riding; day++) for (const r of days) for (let k = 0; k < kills; k++) if (r + k === day) hit = true
    if (hit) met++
  }
  return met / capped
}

describe('a series of rounds', () => {
  it('counts the capped time of workers and drones as published', () => {
    expect(CAPPED_DAYS).toEqual({ worker: 12, drone: 14 })
    expect([21 - CAPPED_DAYS.worker, 24 - CAPPED_DAYS.drone]).toEqual([9, 10])
  })
  it('of four at five days covers all worker and drone brood', () => {
    expect(coverageOf(rounds(0, 5, 10, 15), KILLS)).toEqual({ worker: { low: 1, high: 1 }, drone: { low: 1, high: 1 } })
  })
  it('of three at five days ends before the last drones are out', () => {
    const { worker, drone } = coverageOf(rounds(0, 5, 10), KILLS)
    expect(worker).toEqual({ low: 1, high: 1 })
    expect(drone.high).toBeLessThan(1)
  })
  it('at seven days misses mites that ride for four days only', () => {
    const { worker } = coverageOf(rounds(0, 7, 14, 21), KILLS)
    expect(worker.low).toBeLessThan(1)
    expect(worker.high).toBe(1)
  })
  it('of one round meets only what comes out while it works', () => {
    const { worker } = coverageOf(rounds(0), KILLS)
    expect(worker.high).toBeCloseTo(2 / 12, 6)
  })
  it('meets as many mites as are met when they are followed one by one', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 1, maxLength: 6 }), fc.integer({ min: 1, max: 6 }), (days, kills) => {
        const first = Math.min(...days)
        const moved = days.map((d) => d - first)
        const found = coverageOf(rounds(...moved), kills)
        for (const [name, capped] of Object.entries(CAPPED_DAYS) as ['worker' | 'drone', number][]) {
          expect(found[name].low).toBeCloseTo(simulated(moved, kills, capped, 4), 9)
          expect(found[name].high).toBeCloseTo(simulated(moved, kills, capped, 7), 9)
        }
      }),
    )
  })
  it('is never less for one round more', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 5 }), fc.integer({ min: 0, max: 30 }), (days, more) => {
        const [few, many] = [coverageOf(rounds(0, ...days), KILLS), coverageOf(rounds(0, ...days, more), KILLS)]
        for (const name of ['worker', 'drone'] as const) {
          expect(many[name].low).toBeGreaterThanOrEqual(few[name].low)
          expect(many[name].high).toBeGreaterThanOrEqual(few[name].high)
          expect(few[name].low).toBeLessThanOrEqual(few[name].high)
        }
      }),
    )
  })
})
