import { describe, it } from 'vitest'
import { lookWith, questionsOfDay, situationOf, yardState, type ColonyRecord, type LookRecord, type SettingsRecord } from '@thistle/core/holding'
import { presume } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'
import { expect } from '../read-as.ts'

const DAY: Day = '2026-08-15'
const settings: SettingsRecord = bareSettings
const lookOf = (onDay: Day, over: Partial<LookRecord>): LookRecord => ({
  ...SOUND,
  id: `look ${onDay}`,
  version: 1,
  onDay,
  supers: null,
  note: null,
  ...over,
})
const colony = (name: string, look: Partial<LookRecord>): ColonyRecord => bareColony({ id: name, name, look: lookOf('2026-08-01', look) })
const asked = (colonies: readonly ColonyRecord[], today: Day, dates: object = {}) =>
  questionsOfDay([yardState({ ...bareYard(today), supersOffOn: DAY, ...dates, colonies: [...colonies] }, settings)])

describe('what was planned', () => {
  const on = colony('Alder', { supers: 'for-people' })
  const off = colony('Bramble', { supers: 'none' })
  it('is asked on its day and after it, of those it is still open for, and not before', () => {
    expect(asked([on, off], addDays(DAY, -1))).toEqual([])
    const [today] = asked([on, off], DAY)
    expect(today).toMatchObject({ text: 'Supers were to come off today: are they off?', moves: 'supersOffOn' })
    expect(today!.colonies.map((s) => s.colony.name)).toEqual(['Alder'])
    expect(asked([on], addDays(DAY, 7))[0]!.text).toBe('Supers were to come off on Sat 15 Aug: are they off?')
    // Last year's plan is no plan.
    expect(asked([on], addDays(DAY, 200))).toEqual([])
    // Seen on after that day: it is answered.
    expect(asked([bareColony({ look: lookOf('2026-08-20', { supers: 'for-people' }) })], '2026-08-21')).toEqual([])
  })
  it('becomes a fact by the answer, and nothing else does', () => {
    const [question] = asked([on], '2026-08-20')
    const told = lookWith(on.look, question!.answers[0]!.told, on.id, '2026-08-20')
    expect(told).toMatchObject({ onDay: '2026-08-20', supers: 'none', framesOfBees: on.look!.framesOfBees })
    // What nobody looked at keeps the day on which it was seen.
    expect(told.seenOn).toMatchObject({ brood: '2026-08-01', queen: '2026-08-01', framesOfBees: '2026-08-01' })
    expect(told.seenOn).not.toHaveProperty('supers')
    const after: ColonyRecord = { ...on, look: { ...told, id: 'l', version: 1 } }
    expect(asked([after], '2026-08-20')).toEqual([])
    const yard = { ...bareYard('2026-09-01'), colonies: [after] }
    const s = situationOf(yard, after, settings)
    // Brood of a month ago is presumed again, supers of twelve days ago are known.
    const presumed = presume(s).presumptions.map((p) => p.fact)
    expect(presumed).toContain('brood')
    expect(presumed).not.toContain('supers')
    // Told again, the days go on from where they were.
    expect(lookWith(after.look, { queen: 'laying' }, on.id, '2026-09-01').seenOn).toMatchObject({ brood: '2026-08-01', supers: '2026-08-20' })
  })
})

describe('a new queen', () => {
  const fresh = colony('Cedar', { queen: 'new', supers: 'none' })
  it('is asked after from two weeks on, once for all of them', () => {
    expect(asked([fresh], '2026-08-14')).toEqual([])
    const [question] = asked([fresh, colony('Damson', { queen: 'new', supers: 'none' })], '2026-08-15')
    expect(question).toMatchObject({ text: '2 new queens, seen two weeks ago or more: laying by now?' })
    expect(question!.answers.map((a) => a.told)).toEqual([{ queen: 'laying', layingSince: null }, { queen: 'new' }, { queen: 'absent' }])
    // "Not yet" is an answer of today: it is asked again in two weeks.
    const not = { ...fresh, look: { ...lookWith(fresh.look, { queen: 'new' }, fresh.id, '2026-08-15'), id: 'l', version: 1 } }
    expect([asked([not], '2026-08-28').length, asked([not], '2026-08-29').length]).toEqual([0, 1])
  })
})

describe('a colony divided', () => {
  const wash = (onDay: Day, mites: number) => bareCount(onDay, mites)
  const dose = bareEvent('2026-04-10', { job: 'dose', n: 1, amount: 2 })
  const mother = bareColony({
    id: 'm',
    name: 'Juniper',
    counts: [wash('2026-05-01', 9), wash('2026-06-01', 20)],
    courses: [bareCourse('amitraz-strip', '2026-04-10', [dose])],
  })
  const half = bareColony({ id: 'd', name: 'Ivy', since: '2026-05-10', parents: ['m'] })
  const caseOf = (colony: ColonyRecord) => situationOf({ ...bareYard('2026-05-20'), colonies: [mother, colony] }, colony, settings)
  it('carries its counts, courses and locks of before into the half, and nothing of after', () => {
    const s = caseOf(half)
    expect(s.counts.map((c) => c.date)).toEqual(['2026-05-01'])
    expect(s.history).toMatchObject([{ treatment: 'amitraz-strip', start: '2026-04-10', end: '2026-05-10' }])
    // Its own count is the newest, and the mother's keep theirs.
    expect(caseOf({ ...half, counts: [wash('2026-05-18', 2)] }).counts.at(-1)).toMatchObject({ date: '2026-05-18', mites: 2 })
    expect(situationOf({ ...bareYard('2026-06-20'), colonies: [mother, half] }, mother, settings).counts).toHaveLength(2)
  })
  it('that swarmed takes no count with it, and its courses all the same', () => {
    const swarm = { ...half, hivedOn: '2026-05-10' }
    expect(caseOf(swarm).counts).toEqual([])
    expect(caseOf(swarm).history).toHaveLength(1)
  })
})
