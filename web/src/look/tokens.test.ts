import { describe, expect, it } from 'vitest'
import { applyTokens, PALETTE, THEME } from './tokens.ts'

/** Relative luminance and contrast as WCAG 2.1 defines them (success criterion 1.4.3, from memory). */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const c = Number.parseInt(hex.slice(i, i + 2), 16) / 255
    return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].toSorted((x, y) => y - x) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

describe('contrast, computed from the tokens', () => {
  it('knows the fixed points', () => {
    expect(contrast('#FFFFFF', '#000000')).toBeCloseTo(21)
    expect(contrast('#777777', '#777777')).toBe(1)
  })
  const grounds = ['paper', 'sheet', 'sunken', 'thistle-wash', 'thistle-pale'] as const
  it.each(grounds)('reads at AAA in ink and at AA in every other tone on %s', (ground) => {
    expect(contrast(PALETTE.ink, PALETTE[ground])).toBeGreaterThanOrEqual(7)
    for (const tone of ['soft', 'thistle', 'thistle-deep', 'lichen', 'brick', 'straw'] as const) {
      expect(contrast(PALETTE[tone], PALETTE[ground]), `${tone} on ${ground}`).toBeGreaterThanOrEqual(4.5)
    }
  })
  it('reads at AAA on what is pressed in the yard', () => {
    for (const press of ['thistle', 'thistle-deep'] as const) expect(contrast('#FFFFFF', PALETTE[press])).toBeGreaterThanOrEqual(7)
    expect(contrast('#FFFFFF', PALETTE.lichen)).toBeGreaterThanOrEqual(6)
  })
  it('reads on the band, and cautions on their wash', () => {
    expect(contrast(PALETTE['band-ink'], PALETTE.band)).toBeGreaterThanOrEqual(7)
    expect(contrast(PALETTE['band-soft'], PALETTE.band)).toBeGreaterThanOrEqual(7)
    expect(contrast(PALETTE.brick, PALETTE['brick-wash'])).toBeGreaterThanOrEqual(4.5)
    expect(contrast(PALETTE.straw, PALETTE['straw-wash'])).toBeGreaterThanOrEqual(4.5)
    expect(contrast(PALETTE.lichen, PALETTE['lichen-wash'])).toBeGreaterThanOrEqual(4.5)
  })
})

describe('one palette', () => {
  it('is what the style sheets and the components both read', () => {
    applyTokens(document.documentElement)
    expect(document.documentElement.style.getPropertyValue('--thistle')).toBe(PALETTE.thistle)
    expect(THEME.token.colorPrimary).toBe(PALETTE.thistle)
    expect(THEME.token.colorError).toBe(PALETTE.brick)
  })
})
