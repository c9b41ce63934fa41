/** A course of the records, reviewed: as counted, beside what stood untreated, and in the days it had. */
import { describe, expect, it } from 'vitest'
import { reviewedRounds } from '@thistle/core/book'
import { courseState, fellAround, maybeShort, timesToTell, whyShort, yardState, type ColonyRecord, type CourseRecord } from '@thistle/core/holding'
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
  it('is answered by its keeper, which stands before the record', () => {
    const answer = (cause: string, found: string, note: string | null = null) =>
      bareEvent(TODAY, { kind: 'why-noted', id: `${cause} ${found}`, why: { cause, found }, note } as never)
    const of = (...events: CourseRecord['events']) => {
      const record = given()
      const colony = treated(60, { ...record, events: [...record.events, ...events] })
      const yard = yardState(bareYard(TODAY, { colonies: [colony] }), bareSettings)
      return { yard, state: yard.row[0]!, list: whyShort(yard.row[0]!.courses[0]!, yard.row[0]!, yard, bareSettings) }
    }
    const pack = (list: ReturnType<typeof whyShort>) => list.find((q) => q.key === 'pack')!
    expect(pack(of().list)).toMatchObject({ state: 'ask', answered: null })
    expect(pack(of(answer('pack', 'sound')).list)).toMatchObject({ state: 'sound', answered: { on: TODAY, event: 'pack sound' } })
    expect(pack(of(answer('pack', 'suspect', 'it lay in the sun')).list)).toMatchObject({
      state: 'suspect',
      says: expect.stringContaining('it lay in the sun'),
    })
    // It goes with the course wherever that is judged; what withstands leads.
    expect(of(answer('pack', 'sound')).state.situation.history[0]!.why).toBeUndefined()
    expect(of(answer('pack', 'suspect')).state.situation.history[0]!.why).toBe('pack')
    expect(of(answer('pack', 'suspect'), answer('resistance', 'suspect')).state.situation.history[0]!.why).toBe('resistance')
    // Taken back it is asked again.
    const back = bareEvent(TODAY, { kind: 'taken-back', id: 'b', supersedes: 'pack suspect' } as never)
    expect(pack(of(answer('pack', 'suspect'), back).list).answered).toBeNull()
  })
})

describe('what fell on the board around a course', () => {
  const board = (on: Day, mites: number, days: number) =>
    bareCount(on, mites, { id: `b ${on}`, method: 'board', samples: [{ mites, bees: null, days }] })
  const fell = (...counts: ColonyRecord['counts']) => {
    const record = bareCourse('oxalic-vapour', START, [done(START)])
    const colony = bareColony({ id: 'a', counts, courses: [record] })
    return fellAround(courseState(record, colony, TODAY, { yard: bareYard(TODAY, { colonies: [colony] }) }), colony)
  }
  const before = board(addDays(START, -1), 12, 3)
  const during = board(addDays(START, 7), 210, 7)
  it('is what its keeper read, before it, while it worked and when what it killed is down', () => {
    expect(fell()).toBeNull()
    expect(fell(before)).toBeNull()
    expect(fell(before, during)).toMatchObject({ during: { mites: 210, days: 7 }, ratio: null, after: null })
    expect(fell(before, during)!.text).toMatch(
      /^210 mites fell on the board in 7 days while it worked\. How much was left the board tells from about/,
    )
    // 4 a day before it, half a one after it.
    const found = fell(before, during, board(addDays(START, 30), 3, 6))!
    expect(found.after).toBe(0.5)
    expect(found.ratio!.estimate).toBeCloseTo(1 - 3 / 6 / 4, 12)
    expect(found.text).not.toContain('Some treat again')
  })
  it('of a board of which some squares were counted is told as of the whole of it', () => {
    const squares = { counted: 6, of: 24, mites: [9, 8, 9, 9, 8, 9] }
    const part = (on: Day, mites: number, days: number) =>
      bareCount(on, mites, { id: `s ${on}`, method: 'board', samples: [{ mites, bees: null, days, squares }] })
    const found = fell(before, part(addDays(START, 7), 52, 7), part(addDays(START, 30), 3, 6))!
    // A quarter was counted: four times as many fell, and a day afterwards two.
    expect(found.during).toEqual({ mites: 208, days: 7 })
    expect(found.text).toMatch(/^About 208 mites fell on the board in 7 days/)
    expect(found.after).toBe(2)
    expect(found.ratio!.estimate).toBeCloseTo(1 - 2 / 4, 12)
  })
  it('is no evidence where it was read long before or after, or marked', () => {
    expect(fell(before, board(addDays(START, 90), 3, 6))).toBeNull()
    expect(fell({ ...during, representative: false })).toBeNull()
    expect(fell(board(addDays(START, -60), 12, 3), during, board(addDays(START, 30), 9, 6))!.ratio).toBeNull()
  })
  it('says where some treat again in winter', () => {
    expect(fell(during, board(addDays(START, 30), 9, 6))!.text).toContain('Some treat again in winter where 1 a day or more still falls')
  })
})

describe('a round of a yard, reviewed', () => {
  const colony = (id: string, before: number, after: number | null, start = START, over: Partial<ColonyRecord> = {}) => {
    const record = { ...bareCourse('formic-strip-14', start, [done(start), done(addDays(start, 14), 'remove')]), id: `course ${id}` }
    const facts = { ...record.facts, before: { ...record.facts.before, mites: before, bees: 300, countedOn: start } }
    const counts = [bareCount(start, before), ...(after === null ? [] : [bareCount(addDays(start, 28), after, { courseId: record.id })])]
    return bareColony({ id, name: id, counts, courses: [{ ...record, facts }], ...over })
  }
  const rounds = (colonies: readonly ColonyRecord[], today = TODAY) =>
    reviewedRounds([yardState(bareYard(today, { colonies }), bareSettings)], '2026-01-01')
  it('is what was begun together; what was begun later is another', () => {
    const all = rounds([colony('a', 30, 1), colony('b', 40, 2), colony('c', 20, 2, addDays(START, -40))])
    expect(all.map((r) => r.courses.map((c) => c.colony))).toEqual([['a', 'b'], ['c']])
  })
  it('tells over its colonies what each by itself does not', () => {
    const alone = rounds([colony('a', 30, 2)])[0]!
    const many = rounds(Array.from({ length: 8 }, (_, n) => colony(`c${n}`, 30, 2)))[0]!
    expect(many.counted).toBe(8)
    expect(many.mean!.low).toBeGreaterThan(alone.mean!.low)
    expect(many.verdict).toBe('worked')
    expect(many.spread).toBeNull()
    expect(rounds(Array.from({ length: 8 }, (_, n) => colony(`c${n}`, 30, 24)))[0]!.verdict).toBe('fell-short')
  })
  it('did its work just where nineteen of twenty say so: where the lower end of its mean is what it should take', () => {
    const seen = new Set<boolean>()
    for (const many of [2, 4, 8])
      for (const after of [0, 1, 2, 3, 4, 5, 6, 8]) {
        const all = Array.from({ length: many }, (_, i) => colony(`c${i}`, 40, after))
        const yard = yardState(bareYard(TODAY, { colonies: all }), bareSettings)
        const [round] = reviewedRounds([yard], '2026-01-01')
        const least = yard.row.map((s) => s.courses[0]!.outcome!.expected!.low).reduce((sum, low) => sum + low, 0) / many
        seen.add(round!.verdict === 'worked')
        expect(round!.verdict === 'worked', `${many} with ${after}: ${round!.mean!.low} of ${least}`).toBe(round!.mean!.low >= least)
      }
    expect(seen.size).toBe(2)
  })
  it('says how far its colonies differ', () => {
    const mixed = rounds(Array.from({ length: 8 }, (_, n) => colony(`c${n}`, 60, n < 4 ? 2 : 50)))[0]!
    expect(mixed.spread!.high - mixed.spread!.low).toBeGreaterThan(0.5)
    expect(mixed.text).toContain('From colony to colony it was')
  })
  it('says what is too soon, what was never counted, and what cannot be said', () => {
    expect(rounds([colony('a', 30, null)], addDays(START, 5))[0]).toMatchObject({ verdict: 'too-soon', mean: null })
    expect(rounds([colony('a', 30, null)], addDays(START, 120))[0]).toMatchObject({ verdict: 'not-counted' })
    expect(rounds([colony('a', 0, 3)])[0]).toMatchObject({ verdict: 'cannot-say' })
    const none = colony('a', 30, 3)
    const nobody = {
      ...none,
      courses: none.courses.map((c) => ({ ...c, facts: { ...c.facts, before: { mites: null, bees: null, countedOn: null, method: null } } })),
    }
    expect(rounds([nobody])[0]!.verdict).toBe('cannot-say')
  })
  it('blames mites from outside where untreated colonies rose faster than mites breed', () => {
    const untreated = bareColony({ id: 'u', name: 'u', counts: [bareCount(START, 4), bareCount(addDays(START, 28), 60)] })
    const [round] = rounds([colony('a', 20, 18), untreated])
    expect(round!.courses[0]!.text).toMatch(/^Untreated colonies rose/)
    expect(round!.verdict).toBe('from-outside')
    // So is a round half of which it came to.
    const [half] = rounds([colony('a', 20, 18), colony('b', 20, 3), untreated])
    expect(half!.courses.map((c) => c.verdict)).toEqual(['from-outside', expect.not.stringMatching('from-outside')])
    expect(half!.verdict).toBe('from-outside')
  })
})

describe('a course that two jars are too few to tell', () => {
  it('says with how many more bees the same shares would tell, and those do', () => {
    const record = given()
    const at = (times: number) => {
      const facts = { ...record.facts, before: { ...record.facts.before, mites: 12 * times, bees: 300 * times, countedOn: START } }
      const course = { ...record, facts }
      const jar = (on: Day, mites: number, over = {}) =>
        bareCount(on, mites * times, { samples: [{ mites: mites * times, bees: 300 * times, days: null }], ...over })
      const colony = bareColony({ id: 'a', counts: [jar(START, 12), jar(AFTER, 1, { courseId: record.id })], courses: [course] })
      const yard = bareYard(TODAY, { colonies: [colony] })
      return { colony, yard, state: courseState(course, colony, TODAY, { yard }) }
    }
    const { colony, yard, state } = at(1)
    expect(state.outcome!.verdict).toBe('unclear')
    const times = timesToTell(state, colony, yard)!
    expect([2, 3, 4, 6, 8]).toContain(times)
    expect(at(times).state.outcome!.verdict).toBe('worked')
    const [round] = reviewedRounds([yardState(yard, bareSettings)], '2026-01-01')
    expect(round!.courses[0]!.text).toContain(`With ${times} times as many bees before and after`)
    // What is told already wants no more.
    const told = at(8)
    expect(timesToTell(told.state, told.colony, told.yard)).toBeNull()
  })
})
