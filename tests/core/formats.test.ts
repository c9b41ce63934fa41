import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseCase, writeCase } from '@thistle/core/formats'
import { TREATMENT_KEYS } from '@thistle/core/situation'
import { august, BARE, days, wash, withColony } from '../cases/index.ts'

/** The case file's valid example, as its description has it. */
export const EXAMPLE = {
  case: 1,
  asOf: '2026-08-12',
  startOn: '2026-08-14',
  hemisphere: 'north',
  phase: 'decrease',
  colony: {
    broodBoxes: 2,
    framesOfBees: 14,
    framesOfBrood: 7,
    brood: 'capped',
    hive: 'frames',
    queen: 'laying',
    floor: 'solid',
    floorWet: false,
    entrance: 'full',
    clustered: false,
    feeding: false,
    newlyHived: false,
    hivedOn: null,
  },
  supers: { now: 'none', offOn: null, nextOn: '2027-05-10' },
  counts: [{ date: '2026-08-11', method: 'wash', mites: 11, bees: 300, days: null, recovery: null, representative: true }],
  weather: [{ date: '2026-08-12', high: 27, low: 14 }],
  lastOpening: '2026-11-05',
  history: [{ treatment: 'amitraz-strip', start: '2026-03-01', end: '2026-04-14' }],
  keeper: {
    school: 'three-percent',
    organicOnly: false,
    priority: 'knockdown',
    kit: ['vaporiser', 'respirator', 'acid-gloves', 'gloves', 'eye-protection', 'scales', 'spacer-rim'],
  },
  rules: { 'oxalic-vapour': { authorised: 'yes', withSupers: false, gramsPerBox: 1, mostCourses: null, mostDays: null } },
}

const refusal = (value: unknown) => {
  const parsed = parseCase(value)
  return parsed.ok ? null : parsed.refusal
}
/** The example with one path set. */
function changed(path: string, value: unknown): unknown {
  const copy = structuredClone(EXAMPLE) as Record<string, unknown>
  const steps = path.split(/[.[\]]+/).filter(Boolean)
  const last = steps.pop()!
  const parent = steps.reduce<Record<string, unknown>>((at, step) => (at[step] ??= {}) as Record<string, unknown>, copy)
  parent[last] = value
  return copy
}

describe('reading a case', () => {
  it('takes the example and the smallest case', () => {
    expect(refusal(EXAMPLE)).toBeNull()
    expect(refusal(BARE)).toBeNull()
  })

  it('reads the day judged as asOf where none is given, and north', () => {
    const parsed = parseCase(BARE)
    expect(parsed.ok && parsed.situation).toMatchObject({ startOn: '2026-08-12', hemisphere: 'north', phase: null, counts: [], rules: {} })
    expect(parsed.ok && parsed.situation.keeper).toEqual({ school: 'three-percent', organicOnly: false, priority: 'knockdown', kit: null })
  })

  it('takes null wherever a field may be left out, meaning the same', () => {
    const nulled = {
      ...BARE,
      startOn: null,
      hemisphere: null,
      phase: null,
      supers: null,
      counts: null,
      weather: null,
      normals: null,
      lastOpening: null,
      history: null,
      keeper: null,
      rules: null,
      stock: null,
    }
    expect(parseCase(nulled)).toEqual(parseCase(BARE))
    const colony = Object.fromEntries(Object.keys(EXAMPLE.colony).map((k) => [k, k === 'broodBoxes' ? 1 : null]))
    expect(parseCase({ ...BARE, colony })).toEqual(parseCase(BARE))
  })

  it('takes every treatment key, built or not', () => {
    for (const key of TREATMENT_KEYS) {
      expect(
        refusal({ ...BARE, rules: { [key]: { authorised: 'no' } }, history: [{ treatment: key, start: '2026-03-01', end: null }] }),
        key,
      ).toBeNull()
    }
  })

  it.each([
    ['colony.broodBoxes', 0],
    ['colony.broodBoxes', 1.5],
    ['colony.broodBoxes', '2'],
    ['colony.framesOfBees', -1],
    ['colony.brood', 'sealed'],
    ['colony.queen', 'yes'],
    ['colony.colour', 'blue'],
    ['asOf', '2026-02-30'],
    ['asOf', '12 August'],
    ['asOf', 20260812],
    ['phase', 'autumn'],
    ['supers.now', true],
    ['counts[0].mites', 301],
    ['counts[0].mites', -1],
    ['counts[0].mites', 1.5],
    ['counts[0].bees', 0],
    ['counts[0].bees', null],
    ['counts[0].method', 'guess'],
    ['counts[0].date', '2026-08-13'],
    ['counts[0].recovery', 1.2],
    ['weather[0].high', 'warm'],
    ['weather[0].low', 30],
    ['history[0].treatment', 'brimstone'],
    ['history[0].end', '2026-02-01'],
    ['keeper.school', 'nine-percent'],
    ['keeper.kit[0]', 'broom'],
    ['keeper.priority', 'cheap'],
    ['rules.oxalic-vapour.authorised', 'maybe'],
    ['rules.oxalic-vapour.gramsPerBox', 0],
    ['rules.brimstone', {}],
    ['case', 2],
    ['weird', 1],
  ])('refuses %s = %s, naming the path in one sentence', (path, value) => {
    const found = refusal(changed(path, value))
    expect(found, `${path} was taken`).not.toBeNull()
    expect(found!.sentence).toContain(path)
    expect(found!.sentence).toMatch(/^[^\n]+\.$/)
  })

  it('names what must be there', () => {
    expect(refusal({ case: 1, asOf: '2026-08-12' })?.sentence).toContain('colony')
    expect(refusal({ case: 1, colony: { broodBoxes: 1 } })?.sentence).toContain('asOf')
    expect(refusal({ case: 1, asOf: '2026-08-12', colony: {} })?.sentence).toContain('colony.broodBoxes')
  })

  it('wants days and no bees of a board, and refuses a day of weather told twice', () => {
    expect(refusal(changed('counts', [{ date: '2026-08-11', method: 'board', mites: 18, bees: null, days: 3 }]))).toBeNull()
    expect(refusal(changed('counts', [{ date: '2026-08-11', method: 'board', mites: 18, bees: null, days: 0 }]))?.sentence).toContain(
      'counts[0].days',
    )
    expect(refusal(changed('counts', [{ date: '2026-08-11', method: 'board', mites: 18, bees: 300, days: 3 }]))?.sentence).toContain('counts[0].bees')
    const twice = [EXAMPLE.weather[0], EXAMPLE.weather[0]]
    expect(refusal(changed('weather', twice))?.sentence).toContain('weather[1]')
  })

  it.each([null, 1, 'text', [], true])('refuses %s, which is no case at all', (value) => expect(refusal(value)).not.toBeNull())

  it('never throws, whatever it is handed', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        parseCase(value)
        parseCase({ ...EXAMPLE, colony: value })
        parseCase({ ...EXAMPLE, counts: [value] })
      }),
    )
  })
})

describe('writing a case', () => {
  it('is read back as the same situation', () => {
    const cases = [
      august(),
      withColony(
        { brood: null, queen: 'new', layingSince: '2026-08-01' },
        { counts: [wash('2026-08-11', 3), wash('2026-07-01', 0, 310)], normals: [{ month: 8, high: 24, low: 13 }] },
      ),
      august({ weather: days('2026-08-10', [20, 21], 'observed'), stock: { 'amitraz-strip': { units: 10, expires: '2027-01-01' } } }),
    ]
    for (const situation of cases) expect(parseCase(JSON.parse(writeCase(situation)))).toEqual({ ok: true, situation })
  })
})
