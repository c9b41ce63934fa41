import { describe, it } from 'vitest'
import fc from 'fast-check'
import { planCourse, type CourseEvent, type CoursePlan } from '@thistle/core/course'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { treatmentOf } from '@thistle/core/treatments'
import { midway } from '@thistle/core/efficacy'
import { august } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const START = '2026-07-06'
const on = (n: number): Day => addDays(START, n)
const did = (job: CourseEvent['job'], n: number, day: Day, amount: number | null = null): CourseEvent => ({ kind: 'done', job, n, on: day, amount })
const happens = (kind: CourseEvent['kind'], day: Day): CourseEvent => ({ kind, job: null, n: null, on: day, amount: null })
const weather = (highs: Readonly<Record<number, number>>, usual = 24): Situation['weather'] =>
  Array.from({ length: 24 }, (_, i) => ({ date: on(i), high: highs[i] ?? usual, low: 14, kind: 'forecast' as const }))
function planOf(key: TreatmentKey, days: Situation['weather'], facts: Partial<CoursePlan['facts']> = {}): CoursePlan {
  return {
    treatment: treatmentOf(key)!,
    start: START,
    latestStart: null,
    facts: { colony: august().colony, rules: {}, lastOpening: null, asOf: START, ...facts },
    recountBy: on(30),
    weather: days,
  }
}
const jobs = (plan: CoursePlan, events: readonly CourseEvent[], asOf: Day) =>
  planCourse(plan, events, asOf).jobs.filter((j) => j.state === 'open' && (j.job === 'lift' || j.job === 'lay-again'))

describe('heat over a running course', () => {
  const laid = did('dose', 1, START, 15)
  it('takes the pad out before the first day over 30 and puts it back on the first that is not: both are jobs with days', () => {
    const plan = planOf('formic-liquid', weather({ 3: 33, 4: 34 }))
    expect(jobs(plan, [laid], on(1)).map((j) => [j.job, j.earliest, j.best, j.latest])).toEqual([
      ['lift', on(2), on(2), on(3)],
      ['lay-again', on(5), on(5), on(7)],
    ])
    expect(jobs(plan, [laid], on(1))[0]?.text).toBe('Take the pad out: 33 °C is forecast for Thu 9 Jul, over 30 °C; it goes back when it cools')
    // Its gear is what the treatment asks of a hand that touches it.
    expect(jobs(plan, [laid], on(1))[0]?.gear).toEqual(expect.arrayContaining(['acid-gloves', 'eye-protection', 'respirator']))
  })
  it('asks only for the way back while it lies outside, and for the next heat after that', () => {
    const plan = planOf('formic-liquid', weather({ 3: 33, 4: 34, 8: 31 }))
    const out = [laid, happens('lifted', on(2))]
    expect(jobs(plan, out, on(3)).map((j) => [j.job, j.n, j.best])).toEqual([['lay-again', 1, on(5)]])
    expect(jobs(plan, [...out, happens('laid-again', on(5))], on(5)).map((j) => [j.job, j.n, j.best])).toEqual([
      ['lift', 2, on(7)],
      ['lay-again', 2, on(9)],
    ])
  })
  it('is silent at exactly the limit, where nothing lies in, and where it comes out before in any case', () => {
    expect(jobs(planOf('formic-liquid', weather({ 3: 30 })), [laid], on(1))).toEqual([])
    expect(jobs(planOf('amitraz-strip', weather({ 3: 38 })), [did('dose', 1, START, 2)], on(1))).toEqual([])
    const rounds = [laid, did('dose', 2, on(5), 15), did('dose', 3, on(10), 15)]
    expect(jobs(planOf('formic-liquid', weather({ 20: 35 })), rounds, on(11))).toEqual([])
    expect(jobs(planOf('formic-liquid', weather({ 12: 35 })), [...rounds, did('remove', 1, on(11), 15)], on(11))).toEqual([])
  })
  it('keeps a later pad off the heat, and says why', () => {
    const course = planCourse(planOf('formic-liquid', weather({ 5: 35 })), [laid], on(1))
    const second = course.jobs.find((j) => j.job === 'dose' && j.n === 2)!
    expect(second.best).toBe(on(4))
    expect(second.text).toContain('35 °C is forecast for Sat 11 Jul, over 30')
    const long = planCourse(planOf('formic-liquid', weather({ 3: 35, 4: 35, 5: 35, 6: 35 })), [laid], on(1))
    expect(long.jobs.find((j) => j.job === 'dose' && j.n === 2)).toMatchObject({ best: on(7), latest: on(7) })
  })
  it('plans no open round on a day that is too hot while a cooler one is forecast, whatever the highs', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 15, max: 38 }), { minLength: 24, maxLength: 24 }), (highs) => {
        const plan = planOf('formic-liquid', weather(Object.fromEntries(highs.map((h, i) => [i, h]))))
        const second = planCourse(plan, [laid], on(0)).jobs.find((j) => j.job === 'dose' && j.n === 2)!
        const within = [3, 4, 5].some((d) => highs[d]! <= 30)
        if (within) expect(highs[[3, 4, 5].find((d) => on(d) === second.best)!]!).toBeLessThanOrEqual(30)
        expect(second.earliest <= second.best && second.best <= second.latest).toBe(true)
        // Nor does its window offer a day before the best one that is too hot.
        if (highs[[...highs.keys()].find((d) => on(d) === second.best)!]! <= 30)
          for (const d of highs.keys()) if (on(d) >= second.earliest && on(d) < second.best) expect(highs[d]!).toBeLessThanOrEqual(30)
      }),
    )
  })
  it('halves gel over 30, takes it out over 35, and scolds no half', () => {
    const hot = planOf('thymol-gel', weather({ 1: 34, 2: 33 }))
    const [first] = planCourse(hot, [], START).jobs.filter((j) => j.job === 'dose')
    expect(first).toMatchObject({ planned: 25 })
    expect(first!.text).toContain('25 g')
    expect(planCourse(planOf('thymol-gel', weather({})), [], START).jobs.find((j) => j.job === 'dose')).toMatchObject({ planned: 50 })
    const amounts = (grams: number) => planCourse(hot, [did('dose', 1, START, grams)], on(1)).warnings.filter((w) => w.kind === 'amount').length
    expect([20, 25, 30, 50, 60].map(amounts)).toEqual([1, 0, 0, 0, 1])
    expect(jobs(planOf('thymol-gel', weather({ 4: 36 })), [did('dose', 1, START, 50)], on(1)).map((j) => j.job)).toEqual(['lift', 'lay-again'])
  })
})

describe('a count in the middle of a course', () => {
  const middle = (key: TreatmentKey, events: readonly CourseEvent[], facts: Partial<CoursePlan['facts']> = { midway: true }) =>
    planCourse(planOf(key, [], facts), events, on(2)).jobs.find((j) => j.job === 'midway') ?? null
  it('is planned about three weeks after strips went in and halfway through a series, where it is wanted', () => {
    expect(middle('amitraz-strip', [did('dose', 1, START, 2)])).toMatchObject({ earliest: on(18), best: on(21), latest: on(25), state: 'open' })
    expect(middle('amitraz-strip', [], {})).toBeNull()
    expect(middle('formic-strip-14', [did('dose', 1, START, 2)])).toBeNull()
    const series = middle('oxalic-vapour', [did('dose', 1, START, 1)])
    expect(series?.hangsOn).toEqual({ job: 'dose', n: 2 })
  })
  it('waits out the winter', () => {
    expect(middle('amitraz-strip', [did('dose', 1, START, 2)], { midway: true, rest: { from: on(15), to: on(60) } })).toBeNull()
  })
  it('says what it says: falling, too few to tell, or not falling, and then what', () => {
    const amitraz = treatmentOf('amitraz-strip')!
    const jar = (mites: number, date: Day) => ({ mites, bees: 300, recovery: null, date })
    const season = { hemisphere: 'north' as const, normals: [], phase: null, colony: august().colony }
    const said = (before: number, now: number) =>
      midway({ before: jar(before, START), after: jar(now, on(21)), season, others: [] }, amitraz, { start: START, of: 42 })
    const of = (before: number, now: number) => said(before, now)?.verdict
    expect(of(20, 3)).toBe('falling')
    expect(of(60, 62)).toBe('not-falling')
    expect(of(12, 6)).toBe('unclear')
    expect(said(60, 62)!.text).toMatch(/it does not fall. Contact and place first/)
    expect(said(0, 5)).toBeNull()
  })
})
