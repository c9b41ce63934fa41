/** Whatever a case holds, it is answered: every sentence is made, none with a hole in it, and writing it out and reading it back is the same. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { parseCase, writeCase } from '@thistle/core/formats'
import {
  AUTHORISED,
  BROODS,
  ENTRANCES,
  FLOORS,
  HIVES,
  KIT,
  METHODS,
  PHASES,
  PRIORITIES,
  QUEENS,
  SCHOOLS,
  SUPERS,
  TREATMENT_KEYS,
  type Situation,
} from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { worded } from '@thistle/core/words'

const TODAY = '2026-08-12'
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { freq: 3 })
const among = <T>(list: readonly T[]) => fc.constantFrom(...list)
const day = (from: number, to: number) => fc.integer({ min: from, max: to }).map((n) => addDays(TODAY, n))
const flag = maybe(fc.boolean())
const key = among(TREATMENT_KEYS)

const count = fc.record({ date: day(-120, 0), method: among(METHODS), mites: fc.integer({ min: 0, max: 60 }) }).map((c) => ({
  ...c,
  bees: c.method === 'board' ? null : 300,
  days: c.method === 'board' ? 3 : null,
  recovery: null,
  representative: null,
}))
const past = fc
  .record({
    treatment: key,
    start: day(-500, 0),
    days: fc.integer({ min: 0, max: 60 }),
    running: fc.boolean(),
    efficacy: maybe(fc.double({ min: -1, max: 1, noNaN: true })),
  })
  .map(({ treatment, start, days, running, efficacy }) => ({ treatment, start, end: running ? null : addDays(start, days), efficacy }))
const rule = fc.record({
  authorised: maybe(among(AUTHORISED)),
  withSupers: flag,
  gramsPerBox: maybe(fc.constantFrom(1, 2.3, 4)),
  mostCourses: maybe(fc.integer({ min: 0, max: 4 })),
  mostDays: maybe(fc.integer({ min: 1, max: 90 })),
  waitDays: maybe(fc.integer({ min: 0, max: 60 })),
  prescription: flag,
  note: maybe(fc.constantFrom('ask the vet', 'only in spring.')),
  confirmedOn: maybe(day(-800, 0)),
  starter: maybe(fc.constantFrom('Somewhere')),
})
const anything = fc.record({
  case: fc.constant(1),
  asOf: fc.constant(TODAY),
  startOn: maybe(day(0, 60)),
  hemisphere: maybe(among(['north', 'south'])),
  phase: maybe(among(PHASES)),
  colony: fc.record({
    broodBoxes: fc.integer({ min: 1, max: 4 }),
    framesOfBees: maybe(fc.integer({ min: 0, max: 40 })),
    framesOfBrood: maybe(fc.integer({ min: 0, max: 20 })),
    brood: maybe(among(BROODS)),
    hive: maybe(among(HIVES)),
    queen: maybe(among(QUEENS)),
    layingSince: maybe(day(-60, 5)),
    floor: maybe(among(FLOORS)),
    floorWet: flag,
    entrance: maybe(among(ENTRANCES)),
    clustered: flag,
    feeding: flag,
    newlyHived: flag,
    hivedOn: maybe(day(-400, 5)),
  }),
  supers: maybe(fc.record({ now: maybe(among(SUPERS)), offOn: maybe(day(-10, 60)), nextOn: maybe(day(-10, 300)) })),
  counts: fc.array(count, { maxLength: 4 }),
  weather: fc.uniqueArray(fc.record({ date: day(-3, 80), high: fc.integer({ min: -10, max: 42 }) }), { maxLength: 60, selector: (d) => d.date }),
  normals: fc
    .uniqueArray(fc.record({ month: fc.integer({ min: 1, max: 12 }), high: fc.integer({ min: -5, max: 35 }) }), {
      maxLength: 12,
      selector: (n) => n.month,
    })
    .map((list) => list.map((n) => ({ ...n, low: n.high - 9 }))),
  lastOpening: maybe(day(-10, 150)),
  history: fc.array(past, { maxLength: 5 }),
  yardHistory: fc.array(past, { maxLength: 4 }),
  keeper: maybe(
    fc.record({ school: among(SCHOOLS), organicOnly: flag, noLiquidAcids: flag, priority: among(PRIORITIES), kit: maybe(fc.subarray([...KIT])) }),
  ),
  rules: fc.dictionary(key, rule, { maxKeys: 8 }),
  stock: fc.dictionary(
    key,
    fc.record({ units: maybe(fc.integer({ min: 0, max: 20 })), expires: maybe(day(-100, 300)), openedOn: maybe(day(-900, 0)) }),
    { maxKeys: 4 },
  ),
})

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
        for (const text of texts(worded(whole))) expect(text).not.toMatch(HOLE)
        for (const text of texts(worded(whole, ABROAD))) expect(text.replace(/\([^)]*\)/g, '')).not.toMatch(ANOTHERS)
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
