/** The bands of the outlook against colonies that are not of the model's own making, and how much worse they hold where something is not known to it. */
import { describe, expect, it } from 'vitest'
import { bandsHeld } from '../worlds/outlook-held.ts'

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
  it('fewer than half after a swarm, the others under it', () => {
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
