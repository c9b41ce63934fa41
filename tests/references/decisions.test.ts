/**
 * Worked decision cases: each file of `decisions/` is a case with the verdict of every option, the gate that decides and why, worked by
 * hand from the limits of labels and common practice as the fact sheet remembers them (no source beyond that; from memory).
 */
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
import type { TreatmentKey } from '@thistle/core/situation'
import { TREATMENTS } from '@thistle/core/treatments'

interface Decision {
  readonly title: string
  readonly case: unknown
  readonly expected: Readonly<Partial<Record<TreatmentKey, { readonly verdict: string; readonly gate: string | null; readonly why: string }>>>
}
/** A treatment is worked by hand in so many cases at least; it need not stand in every file. */
const LEAST_CASES = 5
const dir = new URL('./decisions/', import.meta.url)
const files = readdirSync(dir).toSorted()

describe('worked decisions', () => {
  const decisionOf = (file: string) => JSON.parse(readFileSync(new URL(file, dir), 'utf8')) as Decision
  it('are at least forty, and every treatment is in some of them, fitting in one and hindered in another', () => {
    expect(files.length).toBeGreaterThanOrEqual(40)
    for (const { key } of TREATMENTS) {
      const verdicts = files.flatMap((file) => decisionOf(file).expected[key]?.verdict ?? [])
      expect(verdicts.length, key).toBeGreaterThanOrEqual(LEAST_CASES)
      expect(new Set(verdicts).size, key).toBeGreaterThan(1)
    }
  })

  it.each(files)('%s', (file) => {
    const decision = decisionOf(file)
    const parsed = parseCase(decision.case)
    if (!parsed.ok) throw new Error(parsed.refusal.sentence)
    const { options } = answer(parsed.situation)
    const found = Object.fromEntries(
      Object.entries(decision.expected).map(([key, wanted]) => {
        const option = options.find((o) => o.treatment === key)
        const gates = (option?.findings ?? []).filter((f) => f.level === option?.verdict).map((f) => f.gate)
        // Where the gate that was named is among those that decide, it is the one to compare.
        const gate = option?.verdict === 'fits' ? null : gates.some((g) => g === wanted?.gate) ? (wanted?.gate ?? null) : (gates[0] ?? null)
        return [key, { verdict: option?.verdict, gate, why: wanted?.why }]
      }),
    )
    expect(found, decision.title).toEqual(decision.expected)
  })
})
