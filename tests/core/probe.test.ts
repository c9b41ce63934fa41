/** The vaporiser's probe: held against bowls that are worked out, noisy, and told with gaps. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { probePhase, type ProbeReading } from '@thistle/core/course'
import { bowlAt } from '../../server/src/standins/probe.ts'
import { draws } from '../worlds/draws.ts'

const LOADED = 60_000
/** Readings of a bowl of which a charge of so many grams goes in after a minute. */
function told(grams: number, seconds: number, { noise = 1, lost = 0, seed = 1 } = {}): ProbeReading[] {
  const { next } = draws(seed)
  return Array.from({ length: 60 + seconds }, (_, s) => s * 1000)
    .map((at) => ({ at, celsius: bowlAt((at - LOADED) / 1000, at < LOADED ? 0 : grams) + (next() - 0.5) * 2 * noise }))
    .filter(() => next() >= lost)
}
/** The second after loading at which it is first said to be gone; null where it never is. */
function goneAfter(readings: readonly ProbeReading[]): number | null {
  const at = readings.findIndex((r, i) => r.at > LOADED && probePhase(readings.slice(0, i + 1), LOADED) === 'gone')
  return at < 0 ? null : (readings[at]!.at - LOADED) / 1000
}

describe('the probe', () => {
  it('says that the bowl is cold, ready, working and gone', () => {
    expect(probePhase([], null)).toBe('cold')
    expect(probePhase([{ at: 0, celsius: 120 }], null)).toBe('cold')
    expect(probePhase([{ at: 0, celsius: 228 }], null)).toBe('ready')
    const readings = told(1, 120, { noise: 0 })
    const until = (s: number) => readings.filter((r) => r.at <= LOADED + s * 1000)
    expect(probePhase(until(2), LOADED)).toBe('working')
    expect(probePhase(until(40), LOADED)).toBe('working')
    expect(probePhase(until(120), LOADED)).toBe('gone')
  })
  it('ends a gram in about a minute and a half and two grams later, in noise and with a fifth of the readings lost', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), (seed) => {
        const [one, two] = [1, 2].map((grams) => goneAfter(told(grams, 240, { noise: 2, lost: 0.2, seed })))
        // The charge works 57 and 79 seconds; the bowl is within 8 K of where it was some 20 seconds later.
        expect(one).toBeGreaterThan(57)
        expect(one).toBeLessThan(100)
        expect(two).toBeGreaterThan(79)
        expect(two!).toBeGreaterThan(one!)
      }),
      { numRuns: 40 },
    )
  })
  it('is never gone where nothing fell, however long it is listened to, nor in a bowl that was cold', () => {
    expect(goneAfter(told(0, 300))).toBeNull()
    const cold = told(1, 200).map((r) => ({ ...r, celsius: r.celsius - 100 }))
    expect(probePhase(cold, LOADED)).toBe('cold')
  })
  it('is not fooled by one reading that jumps back', () => {
    const readings = told(2, 40, { noise: 0 })
    readings.push({ at: LOADED + 41_000, celsius: 231 })
    expect(probePhase(readings, LOADED)).toBe('working')
  })
})
