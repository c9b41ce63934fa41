import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { reused } from './reuse.ts'

const copy = <T>(value: T): T => structuredClone(value)

describe('what is read anew', () => {
  it('is what was read, whatever stood before', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, next) => {
        expect(reused(before, copy(next))).toEqual(next)
      }),
    )
  })
  it('is the object that stands where nothing in it is another', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (before) => {
        expect(reused(before, copy(before))).toBe(before)
      }),
    )
  })
  it('keeps the rows of a list by their id, wherever they stand, and makes the one that changed anew', () => {
    const before = [
      {
        id: 'yard',
        colonies: [
          { id: 'a', counts: [{ id: 'n1', mites: 3 }] },
          { id: 'b', counts: [] },
        ],
      },
    ]
    const next = copy(before)
    next[0]?.colonies.unshift({ id: 'c', counts: [] })
    next[0]?.colonies[1]?.counts.push({ id: 'n2', mites: 9 })
    const made = reused(before, next)
    expect(made).toEqual(next)
    const [[was], [is]] = [before, made]
    expect(is).not.toBe(was)
    expect(is?.colonies[2]).toBe(was?.colonies[1])
    expect(is?.colonies[1]).not.toBe(was?.colonies[0])
    expect(is?.colonies[1]?.counts[0]).toBe(was?.colonies[0]?.counts[0])
  })
  it('does not take a field that is gone, or that is new and holds nothing, for the same', () => {
    const before: object = { id: 'a', note: null }
    expect(reused(before, { id: 'a' })).toEqual({ id: 'a' })
    const more = reused({ id: 'a' } as object, { id: 'a', note: undefined })
    expect('note' in more).toBe(true)
    expect(reused([1, 2], { 0: 1, 1: 2 } as unknown)).toEqual({ 0: 1, 1: 2 })
  })
})
