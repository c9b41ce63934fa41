import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitted, held, levelFor, MOST_SCALE, placeOf, spotAt, zoomed, type View } from './view.ts'

const sizes = fc.record({ width: fc.integer({ min: 10, max: 6000 }), height: fc.integer({ min: 10, max: 6000 }) })
const frames = fc.record({ width: fc.integer({ min: 200, max: 1400 }), height: fc.integer({ min: 200, max: 900 }) })
const views = fc.record({
  scale: fc.double({ min: 0.01, max: 10, noNaN: true }),
  x: fc.double({ min: -9000, max: 9000, noNaN: true }),
  y: fc.double({ min: -9000, max: 9000, noNaN: true }),
})
/** Nothing but the picture is seen along a side on which it is larger than the frame; else it lies in the middle. */
const lies = (view: View, picture: { width: number; height: number }, frame: { width: number; height: number }) => {
  for (const [at, size, room] of [
    [view.x, picture.width * view.scale, frame.width],
    [view.y, picture.height * view.scale, frame.height],
  ] as const) {
    if (size <= room + 1e-6) expect(at).toBeCloseTo((room - size) / 2, 3)
    else {
      expect(at).toBeLessThanOrEqual(1e-6)
      expect(at + size).toBeGreaterThanOrEqual(room - 1e-6)
    }
  }
}

describe('where a window looks', () => {
  it('shows the whole picture to begin with, in the middle', () => {
    fc.assert(
      fc.property(sizes, frames, (picture, frame) => {
        const view = fitted(picture, frame)
        expect(picture.width * view.scale).toBeLessThanOrEqual(frame.width + 1e-6)
        expect(picture.height * view.scale).toBeLessThanOrEqual(frame.height + 1e-6)
        lies(view, picture, frame)
      }),
    )
  })
  it('is never pushed off the picture, however it is moved', () => {
    fc.assert(
      fc.property(sizes, frames, views, (picture, frame, view) => {
        const kept = held(view, picture, frame)
        expect(kept.scale).toBeGreaterThanOrEqual(Math.min(MOST_SCALE, fitted(picture, frame).scale) - 1e-9)
        expect(kept.scale).toBeLessThanOrEqual(MOST_SCALE)
        lies(kept, picture, frame)
      }),
    )
  })
  it('keeps what lies under the finger under it, where the picture reaches', () => {
    const [picture, frame] = [
      { width: 4000, height: 3000 },
      { width: 800, height: 600 },
    ]
    const near = zoomed(fitted(picture, frame), 4, 400, 300, picture, frame)
    const spot = spotAt(near, picture, 250, 200)
    const nearer = zoomed(near, 1.5, 250, 200, picture, frame)
    expect(placeOf(nearer, picture, spot as { x: number; y: number })).toMatchObject({ x: expect.closeTo(250, 6), y: expect.closeTo(200, 6) })
  })
  it('turns a point into a share of the picture and back; outside it there is none', () => {
    fc.assert(
      fc.property(sizes, frames, fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (picture, frame, x, y) => {
        const view = fitted(picture, frame)
        const at = placeOf(view, picture, { x: 0.001 + x * 0.998, y: 0.001 + y * 0.998 })
        const back = spotAt(view, picture, at.x, at.y)
        expect(back?.x).toBeCloseTo(0.001 + x * 0.998, 6)
        expect(back?.y).toBeCloseTo(0.001 + y * 0.998, 6)
      }),
    )
    expect(spotAt({ scale: 1, x: 0, y: 0 }, { width: 10, height: 10 }, 11, 5)).toBeNull()
  })
  it('draws from the smallest picture that is still as fine as the screen', () => {
    expect([1, 0.6, 0.5, 0.3, 0.25, 0.1].map((scale) => levelFor(scale, 1, 3))).toEqual([0, 0, 1, 1, 2, 2])
    expect(levelFor(0.3, 2, 3)).toBe(0)
  })
})
