import { describe, expect, it } from 'vitest'
import { afterCount, FIRST_STEPS, firstSteps, yardState, type ColonyRecord, type YardRecord } from '@thistle/core/holding'
import { isShut } from '@thistle/core/situation'
import { addDays } from '@thistle/core/time'
import { august, days } from '../cases/index.ts'
import { bareColony, bareCount, bareSettings, bareYard, SOUND } from '../cases/records.ts'

const TODAY = '2026-08-12'
const yard = (colonies: readonly ColonyRecord[], over: Partial<YardRecord> = {}) => yardState(bareYard(TODAY, { colonies, ...over }), bareSettings)
const colony = (name: string, position: number, mites: number | null, onDay = TODAY): ColonyRecord =>
  bareColony({
    id: name,
    name,
    placement: { id: `p ${name}`, version: 1, position, fromDay: '2026-03-01', yardId: 'y' },
    counts: mites === null ? [] : [bareCount(onDay, mites, { id: `c ${name}` })],
  })

describe('the first steps', () => {
  const nothing = { kit: [], rules: {} }
  it('begin with a yard, and the next is the first that is not done', () => {
    expect(firstSteps([], nothing, 0)).toEqual({ done: new Set(), next: 'yard' })
    expect(firstSteps([yard([])], nothing, 0).next).toBe('colonies')
    expect(firstSteps([yard([colony('Alder', 1, null)])], nothing, 0).next).toBe('row')
  })
  it('what is done out of its turn counts, and what was left comes back', () => {
    const counted = [yard([colony('Alder', 1, 3)])]
    const at = firstSteps(counted, { kit: ['gloves'], rules: {} }, 0)
    expect([...at.done]).toEqual(['yard', 'colonies', 'kit', 'count'])
    expect(at.next).toBe('row')
    expect(firstSteps(counted, nothing, 1).done.has('kit')).toBe(true)
  })
  it('a line of a starter list is a beginning, and one that is not known is none', () => {
    const rule = (authorised: 'yes' | 'no' | 'unknown') =>
      firstSteps([], { kit: [], rules: { 'hop-strip': { authorised } as never } }, 0).done.has('list')
    expect([rule('yes'), rule('no'), rule('unknown')]).toEqual([true, true, false])
  })
  it('are done once all are, whichever colony it was', () => {
    const looked = {
      ...colony('Alder', 1, 1),
      look: { ...SOUND, id: 'l', version: 1, onDay: TODAY, supers: 'none', note: null } as ColonyRecord['look'],
    }
    const all = firstSteps(
      [yard([looked, colony('Bramble', 2, null)])],
      { kit: ['gloves'], rules: { 'hop-strip': { authorised: 'no' } as never } },
      0,
    )
    expect(all.next).toBeNull()
    expect(all.done.size).toBe(FIRST_STEPS.length)
  })
})

describe('what is next after a count', () => {
  const next = (row: readonly ColonyRecord[], of: string) => {
    const after = afterCount(yard(row), of, TODAY)
    if (!after) return null
    const { next: n } = after
    return [n.kind, ...('colony' in n ? [n.colony.colony.name] : 'colonies' in n ? n.colonies.map((s) => s.colony.name) : [])]
  }
  it('is the treatment of the colony where it is over its limit: eleven of 300 in August', () => {
    expect(next([colony('Alder', 1, 11), colony('Bramble', 2, null)], 'Alder')).toEqual(['choose', 'Alder'])
  })
  it('is else the next hive of the row that is not counted today, and round the row', () => {
    const row = [colony('Alder', 1, null), colony('Bramble', 2, 1), colony('Clover', 3, 1, addDays(TODAY, -20))]
    expect(next(row, 'Bramble')).toEqual(['count', 'Clover'])
    expect(next([row[0]!, row[1]!, colony('Clover', 3, 1)], 'Clover')).toEqual(['count', 'Alder'])
  })
  it('is at the end of the row the treatment of all that are over, together', () => {
    const row = [colony('Alder', 1, 11), colony('Bramble', 2, 1), colony('Clover', 3, 13)]
    expect(next(row, 'Clover')).toEqual(['choose-yard', 'Alder', 'Clover'])
    expect(next(row, 'Bramble')).toEqual(['choose-yard', 'Alder', 'Clover'])
    // While a hive is left to count the row is not at its end.
    expect(next([...row, colony('Dogrose', 4, null)], 'Clover')).toEqual(['choose', 'Clover'])
    const one = [colony('Alder', 1, 11), colony('Bramble', 2, 1)]
    expect(next(one, 'Bramble')).toEqual(['choose', 'Alder'])
  })
  it('goes by the day of the count: a row of yesterday is entered hive by hive, and ends', () => {
    const before = addDays(TODAY, -1)
    const row = [colony('Alder', 1, 0, before), colony('Bramble', 2, 0, before), colony('Clover', 3, null)]
    expect(next(row, 'Bramble')).toEqual(['count', 'Clover'])
    expect(next([row[0]!, row[1]!, colony('Clover', 3, 0, before)], 'Clover')).toEqual(['rest'])
    // What was counted since is not asked for again.
    expect(next([row[0]!, colony('Bramble', 2, 0)], 'Alder')).toEqual(['rest'])
  })
  it('is a rest where all are counted and none is over; and the row is summed up', () => {
    const row = [colony('Alder', 1, 0), colony('Bramble', 2, 0)]
    expect(next(row, 'Alder')).toEqual(['rest'])
    expect(afterCount(yard(row), 'Alder', TODAY)?.row).toMatchObject({ counted: 2, over: [], watch: [], under: 2, left: [] })
    expect(afterCount(yard(row), 'Nobody', TODAY)).toBeNull()
  })
})

describe('a hive that is not opened for a jar', () => {
  const on = (asOf: string, highs: number, over = {}) =>
    isShut({
      ...august(),
      asOf,
      startOn: asOf,
      phase: null,
      weather: days(
        asOf,
        Array.from({ length: 7 }, () => highs),
      ),
      colony: { ...august().colony, clustered: null },
      ...over,
    })
  it('is one in the winter rest, whatever the weather', () => {
    expect(on('2026-08-12', 27, { phase: 'dormant' })).toBe(true)
  })
  it('is one in a week of highs under ten, in November as in April; ten itself is warm enough', () => {
    expect(on('2026-11-29', 6, { phase: 'decrease' })).toBe(true)
    expect(on('2026-04-10', 9.9, { phase: 'increase' })).toBe(true)
    expect(on('2026-04-10', 10, { phase: 'increase' })).toBe(false)
    expect(on('2026-08-12', 27)).toBe(false)
  })
  it('is one that was seen clustered lately, and none that was in March', () => {
    const seen = (on: string) => ({ colony: { ...august().colony, clustered: true, seenOn: { clustered: on } } })
    expect(on('2026-10-29', 14, { phase: 'decrease', ...seen('2026-10-25') })).toBe(true)
    expect(on('2026-06-29', 24, { phase: 'peak', ...seen('2026-03-02') })).toBe(false)
  })
})
