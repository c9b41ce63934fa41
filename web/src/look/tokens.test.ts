import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { applyTokens, PALETTES, themeOf, tokenSheet, type Palette } from './tokens.ts'

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
  describe.each(Object.entries(PALETTES))('in the %s', (_, palette: Palette) => {
    const grounds = ['paper', 'sheet', 'sunken', 'weekend', 'thistle-wash', 'thistle-pale'] as const
    it.each(grounds)('reads at AAA in ink and at AA in every other tone on %s', (ground) => {
      expect(contrast(palette.ink, palette[ground])).toBeGreaterThanOrEqual(7)
      for (const tone of ['soft', 'thistle', 'thistle-deep', 'lichen', 'brick', 'straw'] as const) {
        expect(contrast(palette[tone], palette[ground]), `${tone} on ${ground}`).toBeGreaterThanOrEqual(4.5)
      }
    })
    it('reads at AAA on what is pressed in the yard', () => {
      for (const press of ['thistle', 'thistle-deep'] as const) expect(contrast(palette['on-fill'], palette[press])).toBeGreaterThanOrEqual(7)
      for (const press of ['lichen', 'lichen-deep', 'brick'] as const) expect(contrast(palette['on-fill'], palette[press])).toBeGreaterThanOrEqual(6)
      for (const key of ['key', 'key-down'] as const) expect(contrast(palette.ink, palette[key])).toBeGreaterThanOrEqual(7)
    })
    it('reads on the band, and cautions on their wash', () => {
      for (const tone of ['band-ink', 'band-soft', 'band-gold', 'band-mark'] as const)
        expect(contrast(palette[tone], palette.band), tone).toBeGreaterThanOrEqual(7)
      expect(contrast(palette['band-ink'], palette['band-deep'])).toBeGreaterThanOrEqual(7)
      for (const tone of ['brick', 'straw', 'lichen'] as const) {
        expect(contrast(palette[tone], palette[`${tone}-wash`]), tone).toBeGreaterThanOrEqual(4.5)
        expect(contrast(palette[`${tone}-ink`], palette[`${tone}-wash`]), tone).toBeGreaterThanOrEqual(7)
      }
    })
    it('shows marks and bars against what they lie on', () => {
      // WCAG 1.4.11: graphics that carry meaning, 3 to 1; the paler bars are told apart by place and words too.
      for (const mark of ['bar-forecast', 'thistle', 'brick', 'lichen'] as const)
        expect(contrast(palette[mark], palette.sheet), mark).toBeGreaterThanOrEqual(3)
    })
  })
})

describe('one palette', () => {
  it('is what the style sheets and the components both read', () => {
    applyTokens(document)
    const sheet = document.getElementById('tokens')?.textContent
    expect(sheet).toBe(tokenSheet())
    expect(sheet).toContain(`--thistle: ${PALETTES.light.thistle};`)
    expect(sheet).toContain(`--thistle: ${PALETTES.dark.thistle};`)
    expect(themeOf('light').token.colorPrimary).toBe(PALETTES.light.thistle)
    expect(themeOf('dark').token.colorBgContainer).toBe(PALETTES.dark.sheet)
  })
  it('is the only place of colours', () => {
    const root = join(import.meta.dirname, '..')
    const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((f) => /\.(vue|css)$/.test(f))
    const found = files.flatMap((f) =>
      [...readFileSync(join(root, f), 'utf8').matchAll(/(?<![\w&-])(#[0-9a-f]{3,8}\b|rgba?\()/gi)].map(([colour]) => `${f}: ${colour}`),
    )
    expect(found).toEqual([])
  })
})
