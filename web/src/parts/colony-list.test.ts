import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MOST_COLONIES, readColonies } from './colony-list.ts'

const names = (text: string) => readColonies(text).map((c) => c.name)

describe('colonies typed or pasted as a list', () => {
  it('are one a line, or apart by commas on one line, in their order', () => {
    expect(names('Alder\nBramble\n\n  Clover  \r\n')).toEqual(['Alder', 'Bramble', 'Clover'])
    expect(names('Alder, Bramble; Clover\tDogrose')).toEqual(['Alder', 'Bramble', 'Clover', 'Dogrose'])
    expect(names('Alder, the old one\nBramble')).toEqual(['Alder, the old one', 'Bramble'])
    expect(names(' \n\t\n')).toEqual([])
  })
  it('lose what lists begin their lines with, and keep names that are numbers', () => {
    expect(names('1. Alder\n2) Bramble\n- Clover\n• Dogrose')).toEqual(['Alder', 'Bramble', 'Clover', 'Dogrose'])
    expect(names('1\n2\n12')).toEqual(['1', '2', '12'])
    expect(names('12.5 Alder\nH-7')).toEqual(['12.5 Alder', 'H-7'])
  })
  it('of a pasted table the first cell counts', () => {
    expect(names('Alder\t14\tlaying\nBramble\t9\tnew')).toEqual(['Alder', 'Bramble'])
  })
  it('say what cannot be kept, by the name it is about', () => {
    const faults = readColonies(`Alder\nalder\nBramble\n${'x'.repeat(41)}`, ['BRAMBLE']).map((c) => c.fault)
    expect(faults[0]).toBeNull()
    expect(faults[1]).toContain('is there already')
    expect(faults[2]).toContain('is there already')
    expect(faults[3]).toBe('is longer than 40 letters')
    const many = readColonies(Array.from({ length: MOST_COLONIES + 1 }, (_, i) => `Hive ${i}`).join('\n'))
    expect(many.filter((c) => c.fault !== null)).toEqual([
      { name: `Hive ${MOST_COLONIES}`, fault: `is one too many: ${MOST_COLONIES} at once is the most` },
    ])
  })
  it('whatever is pasted, no two that can be kept share a name, and none is empty', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (text) => {
        const kept = readColonies(text).filter((c) => c.fault === null)
        expect(new Set(kept.map((c) => c.name.toLowerCase())).size).toBe(kept.length)
        expect(kept.every((c) => c.name.trim() !== '' && c.name.length <= 40)).toBe(true)
      }),
    )
  })
})
