/** A course of the records, reviewed: as counted, beside what stood untreated, and in the days it had. */
import { describe, expect, it } from 'vitest'
import { courseState, maybeShort, whyShort, yardState, type ColonyRecord, type CourseRecord } from '@thistle/core/holding'
import { hendersonTilton } from '@thistle/core/review'
import type { TreatmentKey } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard } from '../cases/records.ts'

const START: Day = '2026-08-10'
const AFTER = addDays(START, 28)
const TODAY = addDays(START, 40)
const done = (on: Day, job = 'dose') => bareEvent(on, { job, n: 1, amount: 2, id: `${job} ${on}` } as never)
const given = (treatment: TreatmentKey = 'formic-strip-14'): CourseRecord =>
  bareCourse(treatment, START, [done(START), done(addDays(START, 14), 'remove')])
const treated = (after: number, record = given()) =>
  bareColony({ id: 'a', counts: [bareCount(START, 12), bareCount(AFTER, after, { courseId: record.id })], courses: [record] })
const neighbour = (id: string, before: number, after: number, over: Partial<ColonyRecord> = {}) =>
  bareColony({ id, name: id, counts: [bareCount(addDays(START, -2), before), bareCount(addDays(AFTER, 3), after)], ...over })
const review = (after: number, others: readonly ColonyRecord[] = [], highs: readonly number[] = []) => {
  const colony = treated(after)
  const weather = highs.map((high, n) => ({ date: addDays(START, n), high, low: 8, kind: 'observed' as const }))
  return courseState(colony.courses[0]!, colony, TODAY, { yard: bareYard(TODAY, { weather, colonies: [colony, ...others] }) })
}

describe('a course as it was counted', () => {
  it('has the ratio of its two counts, and nothing to correct it by where all were treated', () => {
    const { asCounted } = review(3)
    expect(asCounted!.ratio!.estimate).toBeCloseTo(0.75, 12)
    expect(asCounted).toMatchObject({ corrected: null, untreated: 0 })
    const other = given('oxalic-vapour')
    expect(review(3, [neighbour('B', 10, 5, { courses: [other] })]).asCounted).toMatchObject({ corrected: null, untreated: 0 })
  })
  it('is corrected by those left untreated, together, and its untreated path is theirs as well', () => {
    const others = [neighbour('B', 10, 30), neighbour('C', 5, 20)]
    const { asCounted, outcome } = review(3, others)
    const on = (mites: number, bees: number) => ({ date: START, mites, exposure: bees })
    const by = hendersonTilton({ before: on(12, 300), after: on(3, 300) }, { before: on(15, 600), after: on(50, 600) })!
    expect(asCounted!.untreated).toBe(2)
    expect(asCounted!.corrected!.estimate).toBeCloseTo(by.estimate, 12)
    expect(outcome!.untreated!.estimate).toBeGreaterThan(review(3).outcome!.untreated!.estimate)
    // Those that fell show that it would have fallen by itself.
    const falling = [neighbour('B', 30, 10), neighbour('C', 24, 9)]
    expect(review(3, falling).outcome!.efficacy!.estimate).toBeLessThan(review(3).outcome!.efficacy!.estimate)
  })
  it('is not corrected by counts of other days, other methods, marked ones, or of what was treated shortly before', () => {
    const late = bareColony({ id: 'B', counts: [bareCount(addDays(START, -30), 9), bareCount(AFTER, 9)] })
    const board = bareColony({ id: 'C', counts: [bareCount(START, 9, { method: 'board' }), bareCount(AFTER, 9, { method: 'board' })] })
    const marked = bareColony({ id: 'D', counts: [bareCount(START, 9, { representative: false }), bareCount(AFTER, 9)] })
    const before = neighbour('E', 9, 9, { courses: [bareCourse('oxalic-dribble', addDays(START, -20), [done(addDays(START, -20))])] })
    expect(review(3, [late, board, marked, before]).asCounted!.untreated).toBe(0)
  })
  it('takes no plan of a neighbour for a fact, and what still hangs there for what it is', () => {
    const hung = (on: Day, events: CourseRecord['events']) => bareCourse('amitraz-strip', on, events)
    // A day is set for strips: they are not in.
    const set = bareEvent(START, { kind: 'set', job: 'dose', n: 1, id: 'set' } as never)
    expect(review(3, [neighbour('B', 9, 9, { courses: [hung(START, [set])] })]).asCounted!.untreated).toBe(1)
    // Hung seven weeks before and not taken out: they may still work.
    const before = addDays(START, -49)
    expect(review(3, [neighbour('B', 9, 9, { courses: [hung(before, [done(before)])] })]).asCounted!.untreated).toBe(0)
    const out = addDays(START, -60)
    const long = hung(addDays(out, -42), [done(addDays(out, -42)), done(out, 'remove')])
    expect(review(3, [neighbour('B', 9, 9, { courses: [long] })]).asCounted!.untreated).toBe(1)
  })
  it('says fewer and more by their words', () => {
    expect(review(3).asCounted!.text).toMatch(/^As counted, nothing allowed for: 75 % fewer \(likely \d+ % fewer to \d+ % fewer\)\.$/)
    expect(review(18).asCounted!.text).toMatch(/: 50 % more \(likely \d+ % more to \d+ % fewer\)\.$/)
    expect(review(3, [neighbour('B', 10, 30), neighbour('C', 5, 20)]).asCounted!.text).toContain('; corrected by 2 untreated colonies of its yard ')
  })
  it('is held against the days it had, with the reason', () => {
    const [warm, cold] = [24, 12].map(
      (high) =>
        review(
          3,
          [],
          Array.from({ length: 30 }, () => high),
        ).outcome!,
    )
    expect(cold!.expected!.low).toBeLessThan(warm!.expected!.low - 0.15)
    expect(cold!.text).toContain('weaker at highs of about')
    expect(warm!.text).not.toContain('weaker')
    expect(cold!.chance!).toBeGreaterThan(warm!.chance!)
  })
  it('of drones cut out is reviewed like what was given', () => {
    const record = bareCourse('drone-removal', START, [done(START)])
    const colony = treated(8, record)
    expect(courseState(record, colony, TODAY, { yard: bareYard(TODAY, { colonies: [colony] }) }).asCounted?.ratio?.estimate).toBeCloseTo(1 / 3, 12)
  })
})

describe('why it may have fallen short', () => {
  it('is worth going through where it fell short, or likely did', () => {
    expect(maybeShort(review(1))).toBe(false)
    expect(maybeShort(review(9))).toBe(true)
    expect(maybeShort(review(60))).toBe(true)
    expect(maybeShort({ outcome: null })).toBe(false)
  })
  it('says of each cause what to do about it', () => {
    const colony = treated(60)
    const yard = yardState(bareYard(TODAY, { colonies: [colony] }), bareSettings)
    const list = whyShort(yard.row[0]!.courses[0]!, yard.row[0]!, yard, bareSettings)
    expect(list.every((q) => q.next.length > 20)).toBe(true)
    expect(list.at(-1)!.key).toBe('resistance')
  })
})
