/** Whatever a case holds, it is answered: every sentence is made, none with a hole in it, and writing it out and reading it back is the same. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { parseCase, writeCase } from '@thistle/core/formats'
import { TREATMENT_KEYS, type Situation } from '@thistle/core/situation'
import { sayAs, USUAL_READER } from '@thistle/core/words'
import { anything } from '../cases/anything.ts'

const HOLE = /undefined|NaN|Infinity|\bnull\b|\[object|[{}]/
/** Whoever reads °F, ounces, fluid ounces and the month first is told no °C, no grams or millilitres alone, and no day before its month. */
const ABROAD = { temperature: 'F', mass: 'oz', volume: 'fl oz', dates: 'month-day' } as const
const ANOTHERS = /[{}]|°C|\d (?:g|mL)\b|\d (?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)\b/
function texts(value: unknown): string[] {
  if (typeof value === 'string') return [value]
  if (Array.isArray(value)) return value.flatMap(texts)
  return value !== null && typeof value === 'object' ? Object.values(value).flatMap(texts) : []
}

describe('any case at all', () => {
  it('is answered with every sentence whole, and read back the same', () => {
    fc.assert(
      fc.property(anything, (value) => {
        const parsed = parseCase(value)
        if (!parsed.ok) throw new Error(parsed.refusal.sentence)
        const again = parseCase(JSON.parse(writeCase(parsed.situation)))
        expect(again).toEqual(parsed)
        const whole = JSON.parse(JSON.stringify(answer(parsed.situation))) as ReturnType<typeof answer>
        expect(whole.options).toHaveLength(TREATMENT_KEYS.length)
        for (const text of new Set(texts(whole))) {
          expect(sayAs(USUAL_READER, text)).not.toMatch(HOLE)
          expect(sayAs(ABROAD, text).replace(/\([^)]*\)/g, '')).not.toMatch(ANOTHERS)
        }
        for (const f of whole.options.flatMap((o) => o.findings)) {
          expect(f.text, f.gate).toMatch(/[.!?]$/)
          expect(f.says.key, f.gate).toMatch(/^[a-z-]+\.\w+$/)
        }
        for (const o of whole.options)
          for (const j of o.course) expect(j.earliest <= j.best && j.best <= j.latest, `${o.treatment} ${j.job}`).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  it('never says the same of a colony twice in one gate', () => {
    fc.assert(
      fc.property(anything, (value) => {
        const parsed = parseCase(value)
        if (!parsed.ok) return
        const situation: Situation = parsed.situation
        for (const o of answer(situation).options) {
          const said = o.findings.map((f) => `${f.gate} ${f.text}`)
          expect(new Set(said).size, o.treatment).toBe(said.length)
        }
      }),
      { numRuns: 40 },
    )
  })
})
