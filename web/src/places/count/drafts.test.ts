import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { countFaults, MEASURES } from '@thistle/core/count'
import { colonyState, flagsOf, type ColonyRecord } from '@thistle/core/holding'
import { factsIn, METHODS } from '@thistle/core/situation'
import { bareColony, bareSettings, bareYard } from '../../../../tests/cases/records.ts'
import { bodyOf, entryOf, factsOf, isTyped, useDrafts } from './drafts.ts'
import { GUIDES } from './guides.ts'
import { countRow, knownColonies, knownYards } from './importing.ts'
import { readTableRow } from './yard-table.ts'

const TODAY = '2026-08-12'
const settings = bareSettings
const facts = factsIn({ broodBoxes: 1, framesOfBees: 8, framesOfBrood: 0, brood: 'none', hive: 'frames', queen: 'absent', newlyHived: true })
const look = { ...facts, id: 'l', version: 1, onDay: '2026-08-01', supers: 'none', note: null } as const
const yard = bareYard(TODAY, { name: 'Lane End' })
const stateOf = (over: Partial<ColonyRecord> = {}) => colonyState(yard, bareColony(over), settings)

beforeEach(() => setActivePinia(createPinia()))

describe('a draft', () => {
  it('begins for a colony as the last one was counted, and as a board where one lies', () => {
    const drafts = useDrafts()
    const first = drafts.of(stateOf(), TODAY, settings)
    expect(first).toMatchObject({ method: 'wash', onDay: TODAY, jars: [{ shakes: [null], by: 'number', amount: 300 }], recovery: 0.9, flags: [] })
    first.method = 'sugar'
    drafts.remember(first)
    expect(drafts.of(stateOf({ id: 'next' }), TODAY, { ...settings, sugarRecovery: 0.8 })).toMatchObject({ method: 'sugar', recovery: 0.8 })
    expect(drafts.of(stateOf({ id: 'with a board', board: { id: 'b', version: 1, laidOn: '2026-08-09' } }), TODAY, settings).method).toBe('board')
  })
  it('stays whatever is looked at in between, until it is dropped', () => {
    const drafts = useDrafts()
    const draft = drafts.of(stateOf(), TODAY, settings)
    if (draft.jars[0]) draft.jars[0].shakes[0] = 7
    expect(isTyped(draft)).toBe(true)
    drafts.of(stateOf({ id: 'other' }), TODAY, settings)
    expect(drafts.of(stateOf(), TODAY, settings).jars[0]?.shakes).toEqual([7])
    drafts.drop('c')
    expect(isTyped(drafts.of(stateOf(), TODAY, settings))).toBe(false)
  })
  it('is of the new day where nobody has done anything in it, and of its own where somebody has', () => {
    const drafts = useDrafts()
    const [left, flagged] = [drafts.of(stateOf(), TODAY, settings), drafts.of(stateOf({ id: 'flagged' }), TODAY, settings)]
    flagged.queenSeen = true
    expect(drafts.of(stateOf(), TODAY, settings)).toBe(left)
    expect(drafts.of(stateOf(), '2026-08-13', settings)).toMatchObject({ onDay: '2026-08-13' })
    expect(drafts.of(stateOf({ id: 'flagged' }), '2026-08-13', settings)).toMatchObject({ onDay: TODAY, queenSeen: true })
    const board = { id: 'b', version: 1, laidOn: '2026-08-09' }
    expect(drafts.of(stateOf({ board }), '2026-08-13', settings).method).toBe('board')
  })
  it('is flagged by what the last look says, the drone brood not for want of brood', () => {
    expect(flagsOf(stateOf({ look }), 'wash')).toEqual(['queenless', 'newly-hived', 'broodless'])
    expect(flagsOf(stateOf({ look }), 'drone')).toEqual(['queenless', 'newly-hived'])
    expect(flagsOf(stateOf(), 'wash')).toEqual([])
  })
  it('is sent as it was counted: shakes, measure, squares; and each method with its own', () => {
    const drafts = useDrafts()
    const draft = drafts.of(stateOf(), TODAY, settings)
    draft.jars = [
      { shakes: [7, 2], by: 'cup', amount: 1 },
      { shakes: [4], by: 'number', amount: 280 },
    ]
    expect(bodyOf(draft, null, 'c', null)).toMatchObject({
      samples: [
        { mites: 9, bees: 300, shakes: [7, 2], measured: { by: 'cup', amount: 1 }, days: null },
        { mites: 4, bees: 280, shakes: null, measured: null },
      ],
      recovery: null,
      waited: null,
      fluid: 'alcohol',
    })
    draft.method = 'board'
    draft.days = 3
    draft.jars = [{ shakes: [3], by: 'number', amount: 300 }]
    draft.photo = {
      photoId: 'x',
      width: 10,
      height: 10,
      grid: { columns: 2, rows: 1, seed: 1, chosen: [0] },
      marks: [
        { x: 0.1, y: 0.1 },
        { x: 0.2, y: 0.5 },
        { x: 0.3, y: 0.9 },
        { x: 0.9, y: 0.5 },
      ],
    }
    expect(bodyOf(draft, null, 'c', null)).toMatchObject({
      samples: [{ mites: 3, bees: null, days: 3, squares: { counted: 1, of: 2, mites: [3] } }],
      fluid: null,
      queenSeen: null,
    })
    expect(factsOf(draft, null, TODAY)).toMatchObject([{ method: 'board', mites: 3, days: 3, share: 0.5, spread: 1 }])
    expect(countFaults(entryOf(draft, null), TODAY, null).filter((f) => f.severity === 'refuse')).toEqual([])
  })
  it('takes a kept count up again as it was counted, and sends it with its version', () => {
    const drafts = useDrafts()
    const kept = {
      id: 'n',
      version: 3,
      courseId: null,
      onDay: '2026-08-09',
      method: 'wash' as const,
      recovery: null,
      representative: false,
      note: 'windy',
      samples: [{ mites: 9, bees: 300, days: null, shakes: [7, 2], measured: { by: 'cup' as const, amount: 1 } }],
    }
    drafts.takeUp('c', kept)
    const draft = drafts.of(stateOf({ counts: [kept] }), TODAY, settings)
    expect(draft).toMatchObject({ id: 'n', version: 3, onDay: '2026-08-09', note: 'windy', flags: ['other'] })
    expect(bodyOf(draft, null, 'c', null)).toMatchObject({ samples: kept.samples, representative: false })
  })
  it('knows each measure of bees', () => expect(MEASURES).toEqual(['cup', 'mL']))
})

describe('the guide', () => {
  it.each(METHODS)('of %s says what is needed, the steps, what goes wrong, and what hurts', (m) => {
    const guide = GUIDES[m]
    expect(guide.need.length).toBeGreaterThan(2)
    expect(guide.steps.length).toBeGreaterThan(4)
    expect(guide.wrong.length).toBeGreaterThan(2)
    expect(guide.care.length).toBeGreaterThan(30)
    for (const text of [...guide.steps, guide.care]) expect(text).toMatch(/[.?]$/)
  })
})

describe('a row of the table', () => {
  const set = { method: 'wash' as const, onDay: TODAY, recovery: null }
  const read = (mites: string, exposure: string, method: 'wash' | 'board' | 'sugar' = 'wash') =>
    readTableRow({ id: 'r', mites, exposure, note: '' }, { ...set, method, recovery: 0.5 }, stateOf(), TODAY)
  it('is left alone while no mites are typed', () => expect(read('  ', '300')).toMatchObject({ typed: false, faults: [], judged: null }))
  it('is judged as it is typed, by its method', () => {
    expect(read('9', '300').judged).toMatchObject({ level: 'treat', estimate: 3 })
    expect(read('18', '3', 'board').judged).toMatchObject({ estimate: 6, unit: 'perDay' })
    expect(read('5', '300', 'sugar').judged).toMatchObject({ estimate: 1.67, corrected: { estimate: 3.33 } })
    expect(read('18', '2,5', 'board').judged?.estimate).toBe(7.2)
  })
  it.each(['many', '-1', '1.5', '400'])('refuses "%s" mites and says why', (mites) => {
    const found = read(mites, '300')
    expect(found.judged).toBeNull()
    expect(found.faults[0]?.path).toBe('samples[0].mites')
  })
})

describe('what a file is read against', () => {
  const count = {
    id: 'n',
    version: 1,
    courseId: null,
    onDay: '2026-08-01',
    method: 'wash' as const,
    recovery: null,
    representative: null,
    note: null,
    samples: [{ mites: 3, bees: 300, days: null }],
  }
  const row = [stateOf({ counts: [count] })]
  const yards = [{ yard, row, limit: 3, sentence: [], work: [], below: '', ahead: null }]
  it('is every colony with the counts it has, and every yard with its next place', () => {
    expect(knownColonies(yards)[0]).toMatchObject({ name: 'Elder', yard: 'Lane End', kept: new Set(['2026-08-01 wash 3/300']) })
    expect(knownYards(yards)[0]).toMatchObject({ names: ['Elder'], next: 5 })
  })
  it('flags a count by the last look only where it was made since', () => {
    const imported = {
      colonyId: 'c',
      colony: 'Elder',
      method: 'wash' as const,
      recovery: null,
      note: null,
      samples: [{ mites: 3, bees: 300, days: null }],
    }
    const made = (onDay: string) => countRow({ ...imported, onDay }, stateOf({ look }), 'i')
    expect(made('2026-08-05')).toMatchObject({ flags: ['queenless', 'broodless'], representative: false })
    expect(made('2026-07-05')).toMatchObject({ flags: [], representative: null })
  })
})
