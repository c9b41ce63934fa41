/** Mites that come from outside, in what a course is held against. */
import { describe, expect, it } from 'vitest'
import { takenBetween } from '@thistle/core/efficacy'
import { courseState, type ColonyRecord } from '@thistle/core/holding'
import { influxOf, outsideBetween } from '@thistle/core/judge'
import { outcomeOf } from '@thistle/core/outcome'
import { addDays, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import { wash } from '../cases/index.ts'
import { bareColony, bareCount, bareCourse, bareEvent, bareYard } from '../cases/records.ts'
import { HAZARDS, levelsOver } from '../worlds/colony-days.ts'
import { draws } from '../worlds/draws.ts'

const START: Day = '2026-08-10'
const END = addDays(START, 28)
const history = [{ treatment: 'oxalic-vapour' as const, start: '2026-07-10', end: '2026-07-25', efficacy: null }]
const counted = (...mites: number[]) => ({ history, counts: mites.map((m, i) => wash(addDays('2026-08-01', i * 30), m)) })
const season = { hemisphere: 'north' as const, normals: [], phase: null, colony: { brood: 'capped' } } as unknown as Parameters<
  typeof takenBetween
>[0]['season']
const jar = (mites: number, date: Day) => ({ mites, bees: 300, recovery: null, date })

describe('mites from outside', () => {
  it('are told a day by what came over what the first would have bred to', () => {
    // 1.5 of 300 bred for 30 days at 0.03 a day are 1.2 in 100; 8 in 100 were found: 6.8 more in 30 days.
    expect(influxOf({ ...counted(1, 24), asOf: '2026-09-10' })?.came).toBeCloseTo((8 - 0.5 * Math.exp(0.9)) / 30, 6)
  })
  it('are taken to come where a neighbour that was treated and counted twice shows them, by how many of those do', () => {
    const [shown, not, unseen] = [counted(1, 24), counted(1, 2), { history: [], counts: [wash('2026-08-30', 30)] }]
    expect(outsideBetween([not, unseen], START, END)).toBeNull()
    expect(outsideBetween([], START, END)).toBeNull()
    const all = outsideBetween([shown, not, unseen], START, addDays(START, 40))!
    expect(all.reduce((sum, w) => sum + w.weight, 0)).toBeCloseTo(1, 12)
    // One of two: even odds. What came in a day, for the days it may have come here.
    expect(all[0]).toEqual({ value: 0, weight: 0.5 })
    expect(all[2]?.value).toBeCloseTo(((8 - 0.5 * Math.exp(0.9)) / 30) * 40, 6)
    // What was seen before these days says nothing of them.
    expect(outsideBetween([shown], '2026-09-20', '2026-10-20')).toBeNull()
  })
  it('raise what would be there untreated by as much, and so what was taken of it', () => {
    const pair = { before: jar(20, START), after: jar(6, END), season, others: [] }
    const [none, some] = [takenBetween(pair), takenBetween({ ...pair, outside: [{ value: 6, weight: 1 }] })]
    expect(some.untreated.p50 - none.untreated.p50).toBeGreaterThan(5.4)
    expect(some.untreated.p50 - none.untreated.p50).toBeLessThan(6.6)
    expect(some.p50).toBeGreaterThan(none.p50)
    expect(outcomeOf({ ...pair, outside: [{ value: 6, weight: 1 }] }, treatmentOf('formic-strip-14')!, 3).text).toContain('from outside')
  })
  it('that pour in blame no course that works, where the yard shows them', () => {
    const r = draws(20261128)
    const [start, days] = [225, 14]
    const treatment = treatmentOf('formic-strip-14')!
    const held = { n: 0, with: 0, without: 0, inWith: 0, inWithout: 0 }
    const on = (day: number): Day => addDays('2026-01-01', day - 1)
    for (let run = 0; run < 200; run++) {
      const world = {
        from: start - 40,
        per100: 1 + 2 * r.next(),
        growth: 0.9 + 0.2 * r.next(),
        influx: 30 + 50 * r.next(),
        size: 0.8 + 0.4 * r.next(),
      }
      const mites = (begins: number | null, day: number) =>
        levelsOver(world, day - world.from, begins === null ? undefined : (d) => HAZARDS['formic-strip-14']!(d - begins))[day - world.from]?.per100 ??
        0
      const after = start + days + 14
      const found = (begins: number | null, day: number) => wash(on(day), r.mites(Math.min(40, mites(begins, day)) * 3, 2))
      // Two neighbours were treated three weeks before, and counted then and when this one was.
      const neighbours = [0, 1].map(() => ({
        history: [{ treatment: 'formic-strip-14' as const, start: on(start - 21), end: on(start - 7), efficacy: null }],
        counts: [found(start - 21, start), found(start - 21, after)],
      }))
      const before = found(null, start)
      const pair = { before: jar(before.mites, before.date), after: jar(found(start, after).mites, on(after)), season, others: [] }
      if (before.mites === 0) continue
      const outside = outsideBetween(neighbours, pair.before.date, pair.after.date)
      if (!outside) continue
      const bred = (begins: number | null) =>
        levelsOver({ ...world, influx: 0 }, after - world.from, begins === null ? undefined : (d) => HAZARDS['formic-strip-14']!(d - begins))[
          after - world.from
        ]!.per100
      const share = 1 - bred(start) / bred(null)
      const told = [outcomeOf({ ...pair, outside }, treatment, 3), outcomeOf(pair, treatment, 3)] as const
      held.n += 1
      held.with += told[0].verdict === 'short' ? 1 : 0
      held.without += told[1].verdict === 'short' ? 1 : 0
      const inside = (o: (typeof told)[number]) => (o.efficacy && share >= o.efficacy.low && share <= o.efficacy.high ? 1 : 0)
      held.inWith += inside(told[0])
      held.inWithout += inside(told[1])
    }
    expect(held.n).toBeGreaterThan(60)
    expect(held.with / held.n).toBeLessThan(0.05)
    expect(held.without / held.n).toBeGreaterThan(0.1)
    // The share that was taken of what bred there, inside its range.
    expect(held.inWith / held.n).toBeGreaterThan(0.85)
    expect(held.inWithout / held.n).toBeLessThan(0.7)
  })
  it('reach the outcome of a course from the records of its yard', () => {
    const done = (day: Day) => bareEvent(day, { job: 'dose', n: 1, amount: 2, id: `dose ${day}` } as never)
    const neighbour = bareColony({
      id: 'n',
      counts: [bareCount('2026-08-01', 1), bareCount('2026-08-31', 24)],
      courses: [bareCourse('oxalic-dribble', '2026-07-20', [done('2026-07-20')])],
    })
    const record = bareCourse('formic-strip-14', '2026-08-12', [
      done('2026-08-12'),
      bareEvent('2026-08-26', { job: 'remove', n: 1, amount: 2, id: 'r' } as never),
    ])
    const colony = bareColony({ counts: [bareCount('2026-08-12', 12), bareCount('2026-09-07', 6, { courseId: record.id })], courses: [record] })
    const told = (colonies: ColonyRecord[]) => courseState(record, colony, '2026-09-10', { yard: bareYard('2026-09-10', { colonies }) }).outcome
    expect(told([colony])?.text).not.toContain('outside')
    expect(told([colony, neighbour])?.text).toContain('with mites from outside as its yard shows them')
    expect(told([colony, neighbour])!.untreated!.estimate).toBeGreaterThan(told([colony])!.untreated!.estimate + 1)
  })
})
