/** A colony that was treated since it was counted. */
import { createRequire } from 'node:module'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { answer } from '@thistle/core/course'
import { colonyState, overAndFree, type CourseRecord } from '@thistle/core/holding'
import { driftOf, isOver, judge } from '@thistle/core/judge'
import { match, judged } from '@thistle/core/match'
import type { PastCourse, Situation } from '@thistle/core/situation'
import { addDays, daysBetween, type Day } from '@thistle/core/time'
import { august, wash } from '../cases/index.ts'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard } from '../cases/records.ts'

const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { normal: { inv: (p: number, mean: number, sd: number) => number } }
}
const COUNTED: Day = '2026-08-11'
const course = (over: Partial<PastCourse> = {}): PastCourse => ({
  treatment: 'formic-strip-14',
  start: '2026-08-14',
  end: '2026-08-28',
  efficacy: null,
  brood: 'capped',
  ...over,
})
const on = (asOf: Day, history: readonly PastCourse[], over: Partial<Situation> = {}): Situation =>
  august({ asOf, startOn: asOf, phase: null, counts: [wash(COUNTED, 20)], history, ...over })
const at = (asOf: Day, ...history: PastCourse[]) => judge(on(asOf, history))

describe('a colony that was treated since its count', () => {
  it('is not said to want a second course, nor to be over its limit: its count is of before', () => {
    const found = at('2026-09-10', course())
    expect(found.level).toBe('watch')
    expect(isOver(found)).toBe(false)
    expect(found.text).toMatch(/Over the limit of 3, before what was given since \(to \{2026-08-28\}\): what that left nobody has counted\.$/)
    expect(found.next).toMatch(/^Before anything more is given wash about 300 bees/)
    expect(found.given).toMatchObject({ start: '2026-08-14', end: '2026-08-28' })
    expect(found.likely).toContain('what such courses take')
    // Its figures stay what they are.
    expect(found.estimate).toBeCloseTo(20 / 3, 2)
    expect(answer(on('2026-09-10', [course()])).choice.text).toBe(
      'Count again now: the last count, of {2026-08-11}, is of before what was given since (to {2026-08-28}).',
    )
    const best = match(judged(on('2026-09-10', [course()])))[0]
    expect(best?.treatment.key).toBe('wait-and-recount')
    expect(answer(on('2026-09-10', [course()])).options.filter((o) => o.verdict === 'fits' && o.treatment !== 'wait-and-recount')).toEqual([])
  })
  it('is over while the course still runs, and is asked to finish that', () => {
    const found = at('2026-08-20', course({ end: null }))
    expect(isOver(found)).toBe(true)
    expect(found.next).toMatch(/^Finish what is in hand, .* since \{2026-08-14\}; then wash/)
    // A last day that is still to come is no end.
    expect(isOver(at('2026-08-20', course()))).toBe(true)
  })
  it('has its level moved by what such a course takes here, and not before it has ended, nor by one that was only chosen', () => {
    const [before, runs, after] = [at('2026-08-13'), at('2026-08-27', course({ end: null })), at('2026-08-29', course())]
    expect(Math.abs((runs.p50 ?? 0) / (before.p50 ?? 1) - 1)).toBeLessThan(0.06)
    // Published 70 to 95 in brood in this list: about an eighth of what 18 days of growth would have made of it.
    const untreated = at('2026-08-29')
    expect((after.p50 ?? 0) / (untreated.p50 ?? 1)).toBeGreaterThan(0.07)
    expect((after.p50 ?? 0) / (untreated.p50 ?? 1)).toBeLessThan(0.3)
    // And it is known less well: on the logarithm its spread holds what courses differ by.
    const width = (j: typeof after) => Math.log((j.p95 ?? 1) / (j.p05 ?? 1)) / (2 * jStat.normal.inv(0.95, 0, 1))
    expect(width(after) ** 2 - width(untreated) ** 2).toBeGreaterThan(0.5 ** 2)
    expect(at('2026-08-29', course({ start: '2026-08-29', end: null })).p50).toBe(untreated.p50)
    // What was broodless then lost more.
    const vapour = course({ treatment: 'oxalic-vapour' })
    expect(at('2026-08-29', { ...vapour, brood: 'none' }).p50!).toBeLessThan(at('2026-08-29', vapour).p50! / 2)
    // A week of six of strips is no whole course.
    const strip = course({ treatment: 'amitraz-strip', start: '2026-08-12', end: '2026-09-23' })
    expect(at('2026-09-24', { ...strip, end: '2026-08-19' }).p50!).toBeGreaterThan(at('2026-09-24', strip).p50! * 2)
  })
  it('whose count was made on the first day of a course was counted before it', () => {
    expect(at('2026-09-10', course({ start: COUNTED })).given).not.toBeNull()
    expect(at('2026-09-10', course({ start: addDays(COUNTED, -1), end: COUNTED })).given).toBeNull()
  })
  it('counted in the middle of one has lost since what the rest of it takes', () => {
    const [middle, whole] = [at('2026-09-10', course({ start: '2026-08-04', end: '2026-08-18' })), at('2026-09-10', course())]
    const none = at('2026-09-10')
    const loss = (j: typeof whole) => Math.log((none.p50 ?? 1) / (j.p50 ?? 1))
    expect(loss(middle) / loss(whole)).toBeGreaterThan(0.35)
    expect(loss(middle) / loss(whole)).toBeLessThan(0.65)
  })
  it('is told when it likely reaches its limit again by the level it has now', () => {
    const situation = on('2026-09-01', [course()])
    const [now, drift] = [judge(situation), driftOf(judge(situation), situation)]
    // At 0.026 a day, as far as it is to go from the middle of what is said of it.
    const days = Math.log(3 / (now.p50 ?? 3)) / 0.026
    expect(drift && Math.abs(daysBetween(drift.likely, addDays('2026-09-01', Math.round(days))))).toBeLessThan(8)
  })
  it('is asked for its count in its yard, and stands among those to treat no more', () => {
    const done = (day: Day, job = 'dose') => bareEvent(day, { job, n: 1, amount: 2, id: `${job} ${day}` } as never)
    const record: CourseRecord = bareCourse('formic-strip-14', '2026-08-14', [done('2026-08-14'), done('2026-08-28', 'remove')])
    const colony = bareColony({ counts: [bareCount(COUNTED, 20)], courses: [record] })
    for (const today of ['2026-09-10', '2026-11-01'] as const) {
      const state = colonyState(bareYard(today, { colonies: [colony] }), colony, bareSettings)
      expect(isOver(state.judgement), today).toBe(false)
      expect(overAndFree([state]), today).toEqual([])
      expect(
        state.steps.map((s) => s.kind),
        today,
      ).not.toContain('choose')
      expect(
        state.steps.some((s) => s.kind === 'count' || s.job?.job === 'recount'),
        today,
      ).toBe(true)
    }
  })
  it('never stands higher for a course, and the more of them the lower', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 15, max: 60 }), (mites, days) => {
        const asOf = addDays('2026-08-14', days)
        const level = (...history: PastCourse[]) => judge(on(asOf, history, { counts: [wash(COUNTED, mites)] })).p50 ?? 0
        const [none, one, two] = [
          level(),
          level(course()),
          level(course(), course({ treatment: 'oxalic-dribble', start: '2026-08-20', end: '2026-08-20' })),
        ]
        return one <= none && two <= one
      }),
      { numRuns: 40 },
    )
  })
})
