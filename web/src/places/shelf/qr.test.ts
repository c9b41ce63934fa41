/** A tag's code, read back by another package than the one that draws it. */
import jsQR from 'jsqr'
import { describe, expect, it } from 'vitest'
import { pathOf, squaresOf } from './qr.ts'

/** The code as a camera sees it: so many pixels a square, with its quiet edge; with `dirt` a patch of it is dark. */
function seen(text: string, scale = 4, dirt = false): string | null {
  const { size, dark } = squaresOf(text)
  const EDGE = 4
  const side = (size + 2 * EDGE) * scale
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255)
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const stained = dirt && x >= 12 && x < 15 && y >= 12 && y < 15
      if (!dark(x, y) && !stained) continue
      for (let dy = 0; dy < scale; dy++)
        for (let dx = 0; dx < scale; dx++) {
          const at = (((y + EDGE) * scale + dy) * side + (x + EDGE) * scale + dx) * 4
          pixels[at] = pixels[at + 1] = pixels[at + 2] = 0
        }
    }
  return jsQR(pixels, side, side)?.data ?? null
}

describe('a tag’s code', () => {
  it.each([
    'http://127.0.0.1:4000/tag/7KMQ2X',
    'https://bees.example.org/tag/000000',
    'https://a-rather-long-name-of-a-host.example.org:8443/tag/ZZZZZZ',
  ])('is read back by an independent decoder: %s', (text) => {
    expect(seen(text)).toBe(text)
    // Propolis on it: a few squares are turned over.
    expect(seen(text, 4, true)).toBe(text)
  })
  it('is drawn with a quiet edge of four squares, every dark one of them', () => {
    const text = 'https://bees.example.org/tag/7KMQ2X'
    const { size, dark } = squaresOf(text)
    const { side, d } = pathOf(text)
    expect(side).toBe(size + 8)
    const drawn = [...d.matchAll(/M(\d+) (\d+)h(\d+)/g)].reduce((sum, m) => sum + Number(m[3]), 0)
    let all = 0
    for (let y = 0; y < size; y++) for (let x = 0; x < size; x++) all += dark(x, y) ? 1 : 0
    expect(drawn).toBe(all)
    for (const [, x, y] of d.matchAll(/M(\d+) (\d+)h/g)) expect(Math.min(Number(x), Number(y))).toBeGreaterThanOrEqual(4)
  })
})
