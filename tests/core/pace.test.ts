/** The minutes of a visit learn from the keeper's own times. */
import { describe, expect, it } from 'vitest'
import { USUAL_WORK, yardState } from '@thistle/core/holding'
import { doneOn, ownPace } from '@thistle/core/rounds'
import { minutesOf } from '@thistle/core/course'
import { treatmentOf } from '@thistle/core/treatments'
import { addDays, type Day } from '@thistle/core/time'
import { bareColony, bareCount, bareSettings, bareYard } from '../cases/records.ts'

const TODAY = '2026-08-12'
/** A yard in which eight colonies are washed on each of some days: 64 minutes at the hives by what is usual, and 30 for the drive. */
function counted(visits: readonly { readonly day: Day; readonly minutes: number | null }[]) {
  const colonies = Array.from({ length: 8 }, (_, i) =>
    bareColony({
      id: `c${i}`,
      name: `C${i}`,
      counts: visits.map(({ day }) => bareCount(day, 2, { id: `${i} ${day}` })),
      placement: { id: `p${i}`, version: 1, position: i + 1, fromDay: '2026-03-01', yardId: 'y' },
    }),
  )
  return yardState(
    bareYard(TODAY, { colonies, visits: visits.map(({ day, minutes }) => ({ id: day, version: 1, day, note: null, minutes })) }),
    bareSettings,
  )
}
const pace = (...took: (number | null)[]) =>
  ownPace([counted(took.map((minutes, i) => ({ day: addDays(TODAY, -10 * (i + 1)), minutes })))], USUAL_WORK).get('count') ?? 1

describe('a keeper’s own pace', () => {
  it('is what is usual where no time is noted, and what was done on a day is reckoned by its kind', () => {
    expect(pace(null, null)).toBe(1)
    const day = addDays(TODAY, -10)
    expect([...doneOn(counted([{ day, minutes: null }]), day, USUAL_WORK).ways]).toEqual([['count', 64]])
  })
  it('by hand: twice as slow at the hives, one visit moves it by its square root, and three by the fourth root of eight', () => {
    // 158 min: 30 for the drive, 128 at the hives for 64 reckoned.
    expect(pace(158)).toBeCloseTo(Math.sqrt(2), 6)
    expect(pace(158, 158, 158)).toBeCloseTo(2 ** (3 / 4), 6)
    expect(pace(62, 62, 62)).toBeCloseTo(0.5 ** (3 / 4), 6)
  })
  it('comes near to what the keeper takes after a few rounds, and no breakdown moves it beyond reason', () => {
    expect(pace(...Array.from({ length: 9 }, () => 158))).toBeGreaterThan(1.85)
    expect(pace(1200)).toBeLessThanOrEqual(Math.sqrt(3) + 1e-9)
    expect(pace(31)).toBeGreaterThanOrEqual(Math.sqrt(0.4) - 1e-9)
  })
  it('a visit that is planned for later says nothing, nor one of three years ago', () => {
    const at = (day: Day) => ownPace([counted([{ day, minutes: 158 }])], USUAL_WORK).size
    expect([at(addDays(TODAY, 3)), at('2023-08-01'), at(TODAY)]).toEqual([0, 0, 1])
  })
  it('two pairs of hands take half the time for the same pace', () => {
    const yard = counted([{ day: addDays(TODAY, -5), minutes: 94 }])
    expect(ownPace([yard], { ...USUAL_WORK, people: 2 }).get('count')).toBeCloseTo(Math.sqrt(2), 6)
  })
})

describe('minutes of a dribble', () => {
  it('are those of common practice: two dozen colonies in half an hour, mixed once at home', () => {
    const dribble = treatmentOf('oxalic-dribble')!
    expect(24 * minutesOf(dribble, { job: 'dose' })).toBe(30)
    expect(minutesOf(dribble, { job: 'prepare' })).toBe(0)
    expect(24 * minutesOf(dribble, { job: 'dose', prepares: true })).toBe(30)
  })
})
