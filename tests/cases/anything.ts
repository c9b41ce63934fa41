/** Any case at all, as JSON that the case's own schema takes: what is in it need not make sense together. */
import fc from 'fast-check'
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
} from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'

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
export const anything = fc.record({
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
  yardCounts: maybe(fc.array(count, { maxLength: 5 })),
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
