import { describe, it } from 'vitest'
import { failedOf, whyShort, yardState, type ColonyRecord, type CourseRecord, type SettingsRecord } from '@thistle/core/holding'
import { addDays, type Day } from '@thistle/core/time'
import { sayAs, USUAL_READER } from '@thistle/core/words'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard } from '../cases/records.ts'
import { expect } from '../read-as.ts'

const START: Day = '2026-07-01'
const TODAY: Day = '2026-09-10'
const dose = (amount: number, on: Day = START) => bareEvent(on, { job: 'dose', n: 1, amount })
const out = (amount: number, on: Day = addDays(START, 44)) => bareEvent(on, { job: 'remove', n: 1, amount })
const strips = (events: CourseRecord['events']) => bareCourse('amitraz-strip', START, events)
/** Twelve in 300 before, and as many after: it fell short. */
function asked(
  course: CourseRecord,
  over: Partial<ColonyRecord> = {},
  settings: SettingsRecord = bareSettings,
  others: readonly ColonyRecord[] = [],
  highs: readonly number[] = [],
) {
  const colony = bareColony({ id: 'a', name: 'Alder', courses: [course], counts: [bareCount(addDays(START, 54), 30)], ...over })
  const weather = highs.map((high, n) => ({ date: addDays(START, n), high, low: high - 8, kind: 'observed' as const }))
  const yard = yardState({ ...bareYard(TODAY), weather, colonies: [colony, ...others] }, settings)
  const state = yard.row[0]!
  const failed = failedOf(state, state.courses[0]!.treatment.rotation.class)
  const list = failed ? whyShort(failed, state, yard, settings) : []
  return { failed, of: Object.fromEntries(list.map((q) => [q.key, q])), keys: list.map((q) => q.key) }
}

describe('a course that fell short', () => {
  const sound = strips([dose(2), out(2)])
  it('is asked about in the order of the trade, resistance last and never as an answer', () => {
    const { failed, keys, of } = asked(sound)
    expect(failed?.record.id).toBe(sound.id)
    expect(keys).toEqual(['counts', 'strength', 'contact', 'temperature', 'dose', 'days', 'pack', 'together', 'outside', 'before', 'resistance'])
    expect(of.resistance).toMatchObject({ state: 'ask' })
    expect(of.resistance!.says).toMatch(/^Only when all of the above is sound/)
    expect([of.counts!.state, of.dose!.state, of.days!.state, of.together!.state]).toEqual(['sound', 'sound', 'sound', 'sound'])
  })
  it('has what the record knows filled in: a strip on the floor, a dose too small, strips out too early, a pack past its day', () => {
    expect(asked(strips([dose(2), bareEvent(addDays(START, 20), { kind: 'found', amount: 1 }), out(1)])).of.contact).toMatchObject({
      state: 'suspect',
    })
    expect(asked(strips([dose(1), out(1)])).of.dose).toMatchObject({ state: 'suspect' })
    expect(asked(strips([dose(2), out(2, addDays(START, 30))])).of.days!.says).toMatch(/^Out after 30 days, 12 short of 42/)
    const old = { ...bareSettings, stock: { 'amitraz-strip': { units: 4, expires: '2026-05-01', openedOn: null } } } as SettingsRecord
    expect(asked(sound, {}, old).of.pack!.says).toBe('The pack on the shelf expired on Fri 1 May.')
  })
  it('holds the days it had against what the treatment wants, both in the degrees of whoever reads', () => {
    const acid = bareCourse('formic-strip-14', START, [dose(2)])
    const highs = Array.from({ length: 20 }, () => 12)
    // So cold that less is expected of it: only what falls short of that is said to have.
    expect(asked(acid, {}, bareSettings, [], highs).failed).toBeNull()
    const { says, state } = asked(acid, { counts: [bareCount(addDays(START, 54), 90)] }, bareSettings, [], highs).of.temperature!
    expect(state).toBe('suspect')
    expect(says).toBe('Highs of about 12 °C, and it works best at 20 °C and over.')
    // 12 x 9/5 + 32 and 20 x 9/5 + 32, rounded; level from 20 on by its points.
    expect(sayAs({ ...USUAL_READER, temperature: 'F' }, says)).toBe('Highs of about 54 °F, and it works best at 68 °F and over.')
  })
  it('looks at the neighbours, and at what was given before', () => {
    const other = (start: Day | null) =>
      bareColony({ id: 'b', name: 'Beech', courses: start ? [bareCourse('amitraz-strip', start, [dose(2, start)])] : [] })
    expect(asked(sound, {}, bareSettings, [other(addDays(START, 14))]).of.together!.state).toBe('sound')
    expect(asked(sound, {}, bareSettings, [other(addDays(START, 15))]).of.together!.state).toBe('suspect')
    expect(asked(sound, {}, bareSettings, [other(null)]).of.together!.says).toMatch(/^1 of the 1 others/)
    const again = asked(sound, { courses: [bareCourse('amitraz-strip', '2026-03-01', [dose(2, '2026-03-01'), out(2, '2026-04-15')]), sound] })
    expect(again.of.before!.says).toMatch(/^The same active was given before \(Sun 1 Mar/)
  })
  it('is none where it worked', () => {
    expect(asked(sound, { counts: [bareCount(addDays(START, 54), 0)] }).failed).toBeNull()
  })
})
