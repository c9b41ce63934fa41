/** The register as an inspector reads it, and what worked here as a statistician does. */
import { describe, expect, it } from 'vitest'
import { lookedBack, pool, registerOf, workedHere, workedOf, type Counted } from '@thistle/core/book'
import { courseFacts, yardState, type ColonyRecord, type CourseRecord, type SettingsRecord } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { readTable, writeRegister } from '@thistle/core/tables'
import { addDays, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import { august } from '../cases/index.ts'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard } from '../cases/records.ts'
import { draws } from '../worlds/draws.ts'

const START: Day = '2026-06-20'
const TODAY: Day = '2026-09-10'
const event = (on: Day, job: string, over: object = {}) => bareEvent(on, { job, n: 1, amount: 2, id: `${job} ${on}`, ...over } as never)
const PACK = { units: 20, expires: '2027-05-01', openedOn: null, label: 'strips, our own tin', batch: 'B-17', bought: 'the county store', vet: null }
const withPack = (course: CourseRecord, pack: object = PACK): CourseRecord => ({ ...course, facts: { ...course.facts, pack: pack as never } })
const strips = (events: CourseRecord['events'], start = START) => bareCourse('amitraz-strip', start, events)
const yardOf = (courses: readonly CourseRecord[], name = 'Quay') =>
  yardState(bareYard(TODAY, { id: name, name, colonies: [bareColony({ id: `${name} a`, courses })] }), bareSettings)
const lines = (courses: readonly CourseRecord[], rules: SettingsRecord['rules'] = {}, year = 2026) => registerOf([yardOf(courses)], year, { rules })

describe('the register', () => {
  const whole = withPack(strips([event(START, 'dose', { doneBy: 'Wenna' }), event(addDays(START, 44), 'remove')]))
  it('has who, where, what, the pack, each dose, when it was in and out, and the first day for supers', () => {
    const [line] = lines([whole])
    expect(line).toMatchObject({
      yard: 'Quay',
      colony: 'Elder',
      position: 4,
      label: 'strips, our own tin',
      batch: 'B-17',
      expires: '2027-05-01',
      bought: 'the county store',
      doses: [{ on: START, amount: 2, by: 'Wenna' }],
      start: START,
      end: addDays(START, 44),
      missing: [],
    })
    expect(line!.supersFrom! >= line!.end!).toBe(true)
    // What still hangs has neither.
    expect(lines([strips([event(addDays(TODAY, -10), 'dose')], addDays(TODAY, -10))])[0]).toMatchObject({ end: null, supersFrom: null })
  })
  it('says what an entry still lacks; a vet only where a prescription is needed', () => {
    const bare = strips([event(START, 'dose', { amount: null })])
    expect(lines([bare])[0]!.missing).toEqual(['the name on the pack', 'its batch', 'its expiry', 'how much was given', 'where it was bought'])
    const rule = { authorised: 'yes' as const, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null, prescription: true }
    expect(lines([whole], { 'amitraz-strip': rule })[0]!.missing).toEqual(['the vet'])
    expect(lines([withPack(whole, { ...PACK, vet: 'ours' })], { 'amitraz-strip': rule })[0]!.missing).toEqual([])
  })
  it('keeps what was struck, with its reason, beside what stands', () => {
    const wrong = event(START, 'dose', { id: 'wrong', amount: 4 })
    const back = event(addDays(START, 1), 'dose', { id: 'back', kind: 'taken-back', supersedes: 'wrong', job: null, reason: 'two went in, not four' })
    const right = event(START, 'dose', { id: 'right', amount: 2 })
    const [line] = lines([strips([wrong, back, right])])
    expect(line!.doses).toEqual([{ on: START, amount: 2, by: null }])
    expect(line!.struck).toEqual([{ on: START, what: 'dose', was: 4, reason: 'two went in, not four' }])
  })
  it('has what was given alone, in its year, by day and place', () => {
    const plan = strips([], '2026-07-01')
    const waits = bareCourse('wait-and-recount', '2026-07-02')
    const drones = bareCourse('drone-removal', '2026-05-02', [event('2026-05-02', 'dose')])
    const winter = bareCourse('oxalic-dribble', '2025-12-20', [event('2025-12-20', 'dose')])
    expect(lines([plan, waits, drones, winter, whole]).map((l) => l.treatment)).toEqual(['amitraz-strip'])
    expect(lines([plan, winter], {}, 2025)).toHaveLength(1)
    const called = strips([event(START, 'dose'), event(addDays(START, 3), '', { kind: 'cancelled', job: null })])
    expect(lines([called])).toHaveLength(1)
    // A series that was left standing was over with its last round, and not when its plan would have been.
    const left = bareCourse('oxalic-vapour', START, [event(START, 'dose')])
    expect(lines([left])[0]).toMatchObject({ start: START, end: START })
    expect(lines([left])[0]!.supersFrom! >= START).toBe(true)
  })
  it('keeps the pack as it stood when it was chosen', () => {
    const situation = august({ stock: { 'amitraz-strip': PACK as never } })
    expect(courseFacts(situation, judge(situation), 'amitraz-strip').pack).toEqual(PACK)
    expect(courseFacts(situation, judge(situation), 'thymol-gel').pack).toBeUndefined()
  })
  it('is read back by a reader of tables, commas and all', () => {
    const read = readTable(writeRegister(lines([whole, strips([event('2026-08-30', 'dose')], '2026-08-30')])))
    if (!read.ok) throw new Error(read.sentence)
    expect(read.value.rows).toHaveLength(2)
    const row = Object.fromEntries(read.value.headings.map((h, i) => [h, read.value.rows[0]![i]]))
    expect(row).toMatchObject({ 'name on the pack': 'strips, our own tin', 'given on': START, 'each time': '2', by: 'Wenna', 'still missing': '' })
  })
})

const formic = treatmentOf('formic-strip-14')!
const logit = (p: number) => Math.log(p / (1 - p))
const share = (x: number) => 1 / (1 + Math.exp(-x))
const counted = (yard: string, estimate: number, sd: number, year = 2026): Counted => ({
  yardId: yard,
  yard,
  year,
  estimate,
  low: share(logit(estimate) - 1.6448536 * sd),
  high: share(logit(estimate) + 1.6448536 * sd),
})

describe('what worked here', () => {
  it('is put together as the published thirteen trials are: log risk ratios of a vaccine (Colditz and others 1994), by moments (from memory)', () => {
    const trials = [
      [-0.8893, 0.3256],
      [-1.5854, 0.1946],
      [-1.3481, 0.4154],
      [-1.4416, 0.02],
      [-0.2175, 0.0512],
      [-0.7861, 0.0069],
      [-1.6209, 0.223],
      [0.012, 0.004],
      [-0.4694, 0.0564],
      [-1.3713, 0.073],
      [-0.3394, 0.0124],
      [0.4459, 0.5325],
      [-0.0173, 0.0714],
    ] as const
    const found = pool(trials.map(([mean, variance]) => ({ mean, variance })))
    expect(found.mean).toBeCloseTo(-0.7141, 3)
    expect(Math.sqrt(found.variance)).toBeCloseTo(0.1787, 3)
    expect(found.between).toBeCloseTo(0.3088, 3)
    expect(pool([{ mean: 2, variance: 0.5 }])).toEqual({ mean: 2, variance: 0.5, between: 0 })
  })
  it('draws a lucky jar towards the others, and hardly moves what many colonies say', () => {
    const lucky = counted('One', 0.99, 1.2)
    const many = Array.from({ length: 12 }, (_, i) => counted('Many', 0.8 + 0.005 * (i % 3), 0.5))
    const more = Array.from({ length: 12 }, () => counted('More', 0.84, 0.5))
    const found = workedOf(formic, [lucky, ...many, ...more])
    const of = (yard: string) => found.groups.find((g) => g.yard === yard)!
    expect(found.colonies).toBe(25)
    expect(of('One').alone.estimate).toBeCloseTo(0.99, 6)
    expect(of('One').pooled.estimate).toBeLessThan(0.95)
    expect(of('One').pooled.estimate).toBeGreaterThan(of('More').pooled.estimate - 0.01)
    expect(Math.abs(of('Many').pooled.estimate - of('Many').alone.estimate)).toBeLessThan(0.02)
    // The one that was counted once is not sure of itself.
    expect(of('One').pooled.high - of('One').pooled.low).toBeGreaterThan(of('Many').pooled.high - of('Many').pooled.low)
  })
  it('holds the truth of each yard in about nine of ten, in yards and colonies drawn otherwise, and comes nearer to it than each alone', () => {
    const r = draws(77)
    let [held, n, pooledOff, aloneOff] = [0, 0, 0, 0]
    for (let run = 0; run < 400; run++) {
      const mean = logit(0.7 + 0.25 * r.next())
      const truths = Array.from({ length: 5 }, () => mean + 0.6 * r.normal())
      const all = truths.flatMap((truth, y) =>
        Array.from({ length: 1 + Math.floor(r.next() * 6) }, () => {
          const sd = 0.4 + 0.8 * r.next()
          return counted(`yard ${y}`, share(truth + sd * r.normal()), sd)
        }),
      )
      for (const g of workedOf(formic, all).groups) {
        const truth = truths[Number(g.yard.slice(5))]!
        n += 1
        held += share(truth) >= g.pooled.low && share(truth) <= g.pooled.high ? 1 : 0
        pooledOff += (logit(g.pooled.estimate) - truth) ** 2
        aloneOff += (logit(g.alone.estimate) - truth) ** 2
      }
    }
    expect(held / n).toBeGreaterThan(0.86)
    expect(held / n).toBeLessThan(0.95)
    expect(pooledOff / n).toBeLessThan(0.8 * (aloneOff / n))
  })
  it('reads the courses that were counted before and after, by treatment, yard and year', () => {
    const course = bareCourse('formic-strip-14', '2026-08-01', [event('2026-08-01', 'dose'), event('2026-08-15', 'remove')])
    const uncounted = bareCourse('thymol-gel', '2026-08-01', [event('2026-08-01', 'dose')])
    const colony = bareColony({ counts: [bareCount('2026-08-01', 12), bareCount('2026-08-28', 2, { courseId: course.id })], courses: [course] })
    const other = bareColony({ id: 'b', courses: [uncounted] })
    const [only, ...more] = workedHere([yardState(bareYard(TODAY, { colonies: [colony, other] }), bareSettings)])
    expect(more).toEqual([])
    expect(only).toMatchObject({ colonies: 1, treatment: { key: 'formic-strip-14' }, groups: [{ yard: 'Test Yard', year: 2026, colonies: 1 }] })
    // One course alone is drawn towards nothing but itself.
    expect(only!.groups[0]!.pooled.estimate).toBeCloseTo(only!.groups[0]!.alone.estimate, 6)
  })
})

describe('a year looked back on', () => {
  const back = (colonies: readonly ColonyRecord[], year = 2026, today = TODAY) =>
    lookedBack([yardState(bareYard(today, { name: 'Quay', colonies }), bareSettings)], year, { rules: {} })
  const said = (list: readonly { text: string }[]) => list.map((s) => s.text)
  const formicOf = (id: string, after: number | null, over: Partial<ColonyRecord> = {}) => {
    const course = bareCourse('fluvalinate-strip', '2026-06-01', [event('2026-06-01', 'dose'), event('2026-07-15', 'remove')])
    const recount = after === null ? [] : [bareCount('2026-07-28', after, { courseId: course.id })]
    return bareColony({ id, name: id, counts: [bareCount('2026-06-01', 12), ...recount], courses: [course], ...over })
  }
  it('says nothing of a year in which nothing was entered', () => {
    const nothing = back([bareColony()], 2024)
    expect([said(nothing.counted), said(nothing.done)]).toEqual([['Nothing was counted.'], ['Nothing was given.']])
    expect([nothing.worked, nothing.slipped, nothing.lost, nothing.otherwise]).toEqual([[], [], [], []])
    expect(back([]).otherwise).toEqual([])
  })
  it('counts what was counted against the limit of its day, what was given, and what came of it', () => {
    const found = back([
      formicOf('Ash', 40),
      formicOf('Birch', null),
      bareColony({ id: 'c', name: 'Cedar', counts: [bareCount('2026-05-02', 1), bareCount('2025-08-01', 30)] }),
    ])
    // Twelve of 300 twice and forty of 300 are over; one of 300 is not; last year's is not of this one.
    expect(said(found.counted)).toEqual(['4 counts in 3 of 3 colonies.', '3 of them, in 2 colonies, at or over the limit of their day.'])
    expect(said(found.done)).toEqual(['2 courses: tau-fluvalinate strip in 2.'])
    expect(said(found.worked)[0]).toBe('1 of 2 courses was counted before and after: 0 did their work, 1 fell short, of 0 two counts cannot tell.')
    expect(found.worked[1]).toMatchObject({ colonyId: 'Ash' })
    expect(said(found.otherwise).some((t) => t.startsWith('Go through why'))).toBe(true)
  })
  it('tells one slip a course and none that was taken as it is, and what was lost with its last count', () => {
    const late = bareCourse('amitraz-strip', '2026-04-01', [event('2026-04-01', 'dose'), event('2026-07-20', 'remove')])
    const dead = event('2026-08-20', '', { kind: 'died', job: null, n: null, amount: null })
    const gone = bareCourse('formic-strip-14', '2026-08-10', [event('2026-08-10', 'dose'), dead])
    const found = back([
      bareColony({ id: 'a', name: 'Alder', courses: [late] }),
      bareColony({ id: 'b', name: 'Beech', counts: [bareCount('2026-08-09', 30)], courses: [gone] }),
    ])
    expect(said(found.slipped)).toEqual([expect.stringMatching(/^Alder \(Quay\): They were in for 110 days/)])
    expect(said(found.lost)).toEqual(['Beech (Quay): died on {2026-08-20}; its last count, of {2026-08-09}, was 10.0 in 100.'])
    // Sold is not lost.
    const sold = { ...gone, events: [gone.events[0]!, { ...dead, kind: 'sold' as const }] }
    expect(back([bareColony({ courses: [sold] })]).lost).toEqual([])
    const taken = { ...late, events: [...late.events, event('2026-07-21', 'remove', { kind: 'accepted', reason: 'the flow was on' })] }
    expect(back([bareColony({ courses: [taken] })]).slipped).toEqual([])
  })
  it('asks for what is a habit, each with its figure', () => {
    const bare = ['a', 'b', 'c'].map((id) => formicOf(id, null))
    const idle = ['d', 'e'].map((id) => bareColony({ id, name: id }))
    const found = said(back([...bare, ...idle]).otherwise)
    expect(found).toEqual([
      'Count the others too: 2 colonies were not counted once.',
      'Count before a course and after it by one method: of 3 of 3 nobody can say what they took.',
      'Write down what the pack says when you open it: 3 entries of the register still lack something.',
    ])
  })
})
