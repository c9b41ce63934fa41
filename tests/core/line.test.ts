/** A colony's line: what stands in it, and against what. */
import { describe, expect, it } from 'vitest'
import { colonyLine } from '@thistle/core/book'
import { courseState, type ColonyRecord, type CourseRecord, type LookRecord } from '@thistle/core/holding'
import { SCHOOL_LIMITS } from '@thistle/core/judge'
import { phaseAt } from '@thistle/core/situation'
import { lineRows, readTable, writeLine } from '@thistle/core/tables'
import { addDays, type Day } from '@thistle/core/time'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'

const TODAY: Day = '2026-09-20'
const look = (onDay: Day, over: object = {}): LookRecord =>
  ({ id: `look ${onDay}`, version: 1, onDay, note: null, supers: null, ...SOUND, ...over }) as LookRecord
const dose = (on: Day, n = 1) => bareEvent(on, { job: 'dose', n, amount: 2, id: `dose ${on}` } as never)
const line = (over: Partial<ColonyRecord> = {}, looks: readonly LookRecord[] = []) => {
  const colony = bareColony(over)
  const yard = bareYard(TODAY, {
    colonies: [colony],
    weather: [
      { date: '2026-09-01', high: 21, low: 9, kind: 'observed' },
      { date: '2026-09-25', high: 18, low: 8, kind: 'forecast' },
    ],
  })
  return {
    yard,
    colony,
    line: colonyLine(
      { colony, looks, yard, settings: bareSettings },
      colony.courses.map((c) => courseState(c, colony, TODAY, { yard })),
    ),
  }
}

describe('a colony’s line', () => {
  it('has each count with its own interval, against the limit of its own day', () => {
    const { yard, line: l } = line({
      counts: [
        bareCount('2026-04-10', 4),
        bareCount('2026-08-20', 12),
        bareCount('2026-09-01', 30, { id: 'b', method: 'board', samples: [{ mites: 30, bees: null, days: 3 }] }),
      ],
    })
    expect(l.counts.map((c) => [c.on, c.unit, c.estimate])).toEqual([
      ['2026-04-10', 'per100', 1.33],
      ['2026-08-20', 'per100', 4],
      ['2026-09-01', 'perDay', 10],
    ])
    for (const c of l.counts) {
      expect(c.low).toBeLessThan(c.estimate)
      expect(c.high).toBeGreaterThan(c.estimate)
    }
    const limit = (day: Day) => {
      const { mites, bees } = SCHOOL_LIMITS['three-percent'][phaseAt({ hemisphere: yard.hemisphere, normals: [], phase: null }, day)]
      return (mites / bees) * 100
    }
    expect(l.counts[0]!.limit).toBeCloseTo(limit('2026-04-10'), 9)
    expect(l.counts.map((c) => c.over)).toEqual([4 / 3 >= limit('2026-04-10'), 4 >= limit('2026-08-20'), l.counts[2]!.limit! <= 10])
    // The limits go on from day to day, each from where the one before ends.
    expect(l.limits[0]!.from).toBe(l.from)
    for (const { from, mites } of l.limits) expect(mites).toBeCloseTo(limit(from), 9)
  })
  it('has courses as they were given, with their doses, and none longer than it was', () => {
    const series = bareCourse('oxalic-vapour', '2026-06-01', [dose('2026-06-01'), dose('2026-06-08', 2)])
    const strips = bareCourse('amitraz-strip', '2026-09-01', [dose('2026-09-01')])
    const off: CourseRecord = bareCourse('thymol-gel', '2026-05-01', [
      bareEvent('2026-05-01', { kind: 'cancelled', job: null, n: null, id: 'off' } as never),
    ])
    const { line: l } = line({ courses: [series, strips, off] })
    const found = l.courses.map((c) => [c.treatment.key, c.from, c.state, c.doses])
    expect(found).toEqual([
      ['oxalic-vapour', '2026-06-01', 'left', ['2026-06-01', '2026-06-08']],
      ['amitraz-strip', '2026-09-01', 'running', ['2026-09-01']],
    ])
    expect(l.courses[0]!.to).toBe('2026-06-08')
    expect(l.courses[1]!.to > TODAY).toBe(true)
    expect(l.to).toBe(l.courses[1]!.to)
  })
  it('has looks, queens, fates once, supers from look to look, and the highs that are known', () => {
    const fate = (id: string) => bareEvent('2026-06-20', { kind: 'swarmed', job: null, n: null, id } as never)
    const courses = [
      bareCourse('amitraz-strip', '2026-06-01', [dose('2026-06-01'), fate('f1')]),
      bareCourse('drone-removal', '2026-06-02', [dose('2026-06-02'), fate('f2')]),
    ].map((c, i) => ({ ...c, id: `c${i}` }))
    const looks = [
      look('2026-05-01', { supers: 'for-people', framesOfBees: 9, framesOfBrood: 5, signs: ['crippled-wings'] }),
      look('2026-07-01', { supers: 'none', queen: 'new', layingSince: '2026-06-28', brood: 'none', framesOfBrood: 4 }),
    ]
    const { line: l } = line({ courses, hivedOn: '2026-04-20' }, looks)
    expect(l.happened.map((h) => [h.on, h.what])).toEqual([
      ['2026-04-20', 'hived'],
      ['2026-06-20', 'swarmed'],
      ['2026-06-28', 'new-queen'],
    ])
    expect(l.supers).toEqual([{ from: '2026-05-01', to: '2026-07-01' }])
    expect(l.looks.map((k) => [k.frames, k.brood, k.signs])).toEqual([
      [9, 5, ['crippled-wings']],
      [10, 0, []],
    ])
    expect(l.days).toEqual([
      { date: '2026-09-01', high: 21, known: true },
      { date: '2026-09-25', high: 18, known: false },
    ])
  })
  it('of a colony of which nothing is known is the last weeks, and nothing in them', () => {
    const { line: l } = line()
    expect(l).toMatchObject({ from: addDays(TODAY, -30), to: TODAY, counts: [], courses: [], looks: [], happened: [], supers: [] })
  })
  it('is a table by day, read back as it was written', () => {
    const { line: l } = line(
      {
        counts: [bareCount('2026-08-20', 12, { note: 'rain, "again"' })],
        courses: [bareCourse('amitraz-strip', '2026-06-01', [dose('2026-06-01')])],
      },
      [look('2026-07-01')],
    )
    const days = lineRows(l).map((r) => String(r[0]))
    expect(days).toEqual(days.toSorted())
    const read = readTable(writeLine(l))
    if (!read.ok) throw new Error(read.sentence)
    expect(read.value.rows).toHaveLength(3)
    expect(read.value.rows[2]).toEqual([
      '2026-08-20',
      '',
      'count',
      'wash',
      '4',
      expect.any(String),
      expect.any(String),
      '3',
      'mites in 100 bees',
      'rain, "again"',
    ])
  })
})
