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
  readonly expected: Readonly<Record<TreatmentKey, { readonly verdict: string; readonly gate: string | null; readonly why: string }>>
}
const dir = new URL('./decisions/', import.meta.url)
const files = readdirSync(dir).toSorted()

describe('worked decisions', () => {
  it('are at least forty', () => expect(files.length).toBeGreaterThanOrEqual(40))

  it.each(files)('%s', (file) => {
    const decision = JSON.parse(readFileSync(new URL(file, dir), 'utf8')) as Decision
    const parsed = parseCase(decision.case)
    if (!parsed.ok) throw new Error(parsed.refusal.sentence)
    const { options } = answer(parsed.situation)
    const found = Object.fromEntries(
      TREATMENTS.map((t) => {
        const option = options.find((o) => o.treatment === t.key)
        const wanted = decision.expected[t.key]
        const gates = (option?.findings ?? []).filter((f) => f.level === option?.verdict).map((f) => f.gate)
        // Where the gate that was named is among those that decide, it is the one to compare.
        const gate = option?.verdict === 'fits' ? null : gates.some((g) => g === wanted.gate) ? wanted.gate : (gates[0] ?? null)
        return [t.key, { verdict: option?.verdict, gate, why: wanted.why }]
      }),
    )
    expect(found, decision.title).toEqual(decision.expected)
  })
})
