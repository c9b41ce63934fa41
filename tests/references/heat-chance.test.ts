/**
 * The chance that the highs of several days all keep a limit, against simulated weather: departures from the normal that follow each
 * other with the correlation that the core takes (first-order autoregression; Wilks, "Statistical Methods in the Atmospheric Sciences",
 * from memory). The core's shortcut must come near, and must not be far surer than the simulation.
 */
import { describe, expect, it } from 'vitest'
import { chanceAllInside, FROM_DAY_TO_DAY } from '@thistle/core/match'

/** Uniform numbers from a seed (mulberry32, public domain). */
function uniform(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
const SPREAD = 4
const RUNS = 6000

function simulated(normal: number, days: number, low: number | null, high: number | null): number {
  const next = uniform(20260812)
  const gauss = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  let kept = 0
  for (let run = 0; run < RUNS; run++) {
    let departure = gauss()
    let inside = true
    for (let day = 0; day < days && inside; day++) {
      if (day > 0) departure = FROM_DAY_TO_DAY * departure + Math.sqrt(1 - FROM_DAY_TO_DAY ** 2) * gauss()
      const t = normal + SPREAD * departure
      inside = (low === null || t >= low) && (high === null || t <= high)
    }
    if (inside) kept += 1
  }
  return kept / RUNS
}

describe('the chance that limits hold where only normals are known', () => {
  it.each([
    [24, 1, 10, 29.5],
    [26, 2, null, 29.5],
    [24, 3, 15, null],
    [18, 3, 15, null],
    [24, 7, 15, 30],
    [22, 14, null, 30],
    [26, 14, null, 30],
    [20, 21, null, 30],
  ])('normal %d over %d days within %s to %s', (normal, days, low, high) => {
    const told = chanceAllInside(
      Array.from({ length: days }, () => ({ high: normal, spread: SPREAD })),
      [low, high],
    )
    const seen = simulated(normal, days, low, high)
    expect(Math.abs(told - seen), `${told} against ${seen}`).toBeLessThan(0.09)
  })
})
