import { describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { parseCase, writeCase } from '@thistle/core/formats'
import type { Situation } from '@thistle/core/situation'
import { august, days } from '../../../../tests/cases/index.ts'
import { changedFacts, FACTS, imagined, isSeldom, lookOf, sayFact, sayWarmer, type FactValue } from './what-if.ts'

const base: Situation = {
  ...august(),
  weather: days('2026-08-05', [20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30]),
  keeper: { ...august().keeper, kit: [] },
  rules: {},
  stock: { 'amitraz-strip': { units: 0, expires: null } },
}
const degrees = (c: number) => `${c} °C`
/** A value that each fact can take and does not have. */
const other = (key: string): FactValue => {
  const fact = FACTS.find((f) => f.key === key)
  if (!fact) throw new Error(key)
  if (fact.kind === 'pick') return fact.options?.find(([k]) => k !== fact.read(base))?.[0] ?? null
  if (fact.kind === 'day') return '2026-09-20'
  return fact.kind === 'degrees' ? 3 : Number(fact.read(base) ?? 0) + 1
}

describe('what if', () => {
  it('changes the one fact that is asked about, reads it back, and leaves what is known as it is', () => {
    const known = JSON.stringify(base)
    for (const fact of FACTS) {
      const value = other(fact.key)
      const s = imagined(base, { [fact.key]: value })
      expect({ fact: fact.key, changed: JSON.stringify(s) !== known }).toEqual({ fact: fact.key, changed: true })
      if (!['warmer', 'kit', 'rules', 'stock'].includes(fact.key)) {
        expect({ fact: fact.key, read: fact.read(s) }).toEqual({ fact: fact.key, read: value })
        for (const untouched of FACTS.filter((f) => f.key !== fact.key))
          expect({ fact: untouched.key, read: untouched.read(s) }).toEqual({ fact: untouched.key, read: untouched.read(base) })
      }
      expect(JSON.stringify(base)).toBe(known)
    }
  })
  it('is judged by the jar that is imagined though a board was counted since the last one', () => {
    const board = { date: '2026-08-12', method: 'board' as const, mites: 3, bees: null, days: 3, recovery: null, representative: null }
    const since = { ...base, counts: [...base.counts, board] }
    expect(answer(since).judgement.unit).toBe('perDay')
    const mites = FACTS.find((f) => f.label === 'Mites in the jar')
    expect(answer(imagined(since, { [mites?.key ?? '']: 20 })).judgement).toMatchObject({ unit: 'per100', mites: 20, level: 'urgent' })
  })
  it('is always a case that can be judged, saved and loaded', () => {
    for (const fact of FACTS) {
      const s = imagined(base, { [fact.key]: other(fact.key) })
      expect(answer(s).options.length).toBeGreaterThan(0)
      expect(parseCase(JSON.parse(writeCase(s)))).toMatchObject({ ok: true })
    }
  })
  it('counts a fact set to what it is as not changed', () => {
    for (const fact of FACTS) expect(changedFacts(base, { [fact.key]: fact.read(base) })).toEqual([])
    expect(imagined(base, {})).toBe(base)
  })
  it('takes mites for the newest day’s jars together, never more than the bees', () => {
    const s = imagined(base, { mites: 5000 })
    const newest = s.counts.filter(
      (c) =>
        c.date ===
        s.counts
          .map((n) => n.date)
          .toSorted()
          .at(-1),
    )
    expect(newest).toHaveLength(1)
    expect(newest[0]?.mites).toBe(newest[0]?.bees)
    const none = imagined({ ...base, counts: [] }, { mites: 9 })
    expect(none.counts).toMatchObject([{ date: base.asOf, mites: 9, bees: 300 }])
    expect(imagined(base, { mites: null })).toBe(base)
  })
  it('makes only the days to come warmer', () => {
    const s = imagined(base, { warmer: -4 })
    for (const [i, d] of s.weather.entries()) expect(d.high).toBe((base.weather[i]?.high ?? 0) - (d.date < base.asOf ? 0 : 4))
    expect(imagined(base, { warmer: 0 }).weather).toEqual(base.weather)
  })
  it('keeps as a look what a look holds, and names what it does not', () => {
    const { fields, facts } = lookOf(base, { framesOfBees: 6, supers: 'for-bees', mites: 20, warmer: 2 })
    expect(facts.map((f) => f.key)).toEqual(['framesOfBees', 'supers'])
    expect(fields).toMatchObject({ framesOfBees: 6, supers: 'for-bees', brood: base.colony.brood, queen: base.colony.queen })
    expect(lookOf(base, { mites: 20 }).facts).toEqual([])
  })
  it('says a difference without the offset between the scales', () => {
    expect([sayWarmer(-4, 'C'), sayWarmer(5, 'F'), sayWarmer(0, 'F')]).toEqual(['-4 °C', '+9 °F', '0 °F'])
  })
  it('says every value, and nothing, in words', () => {
    for (const fact of FACTS) {
      const said = sayFact(fact, other(fact.key), degrees)
      expect(said).not.toBe('')
      expect(said).not.toMatch(/^[a-z]+-[a-z]+$/)
      expect(sayFact(fact, null, degrees)).toBe(fact.nothing)
    }
    expect(FACTS.filter((f) => !isSeldom(f)).length).toBeLessThan(16)
  })
})
