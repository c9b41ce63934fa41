/** More work than the days hold: what is spread keeps to the time there is, loses nothing, and has the most urgent first. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ROUNDS_AHEAD, spreadWork, type RoundJob, type SpreadYard } from '@thistle/core/rounds'
import { addDays } from '@thistle/core/time'

const FROM = '2026-08-12'
const ALL = 2 ** ROUNDS_AHEAD - 1
const job = (id: string, over: Partial<RoundJob> = {}): RoundJob => ({
  id,
  yardId: 'y',
  colonyId: id,
  colony: id,
  position: 1,
  kind: 'count',
  courseId: null,
  treatment: null,
  job: null,
  n: null,
  text: 'Count',
  amount: null,
  earliest: FROM,
  best: FROM,
  latest: addDays(FROM, 3),
  anchor: FROM,
  hangsOn: null,
  opensHive: true,
  gear: [],
  minutes: 10,
  tail: 0,
  strips: 0,
  overdue: false,
  setFor: null,
  ...over,
})
const yard = (id: string, jobs: readonly RoundJob[], over: Partial<SpreadYard> = {}): SpreadYard => ({ id, jobs, given: 0, open: () => ALL, ...over })
const asked = (minutes: number, people = 1) => ({
  from: FROM,
  minutes: Array.from({ length: ROUNDS_AHEAD }, () => minutes),
  work: { yardMinutes: 30, people },
})
const today = (yards: readonly SpreadYard[]) => new Map(yards.flatMap((y) => y.jobs.map((j) => [j.id, 0] as const)))

describe('work spread over the days there are', () => {
  it('by hand: two yards of an hour and a half, two hours a day: one a day, the overdue strips first', () => {
    const counts = yard(
      'a',
      Array.from({ length: 6 }, (_, i) => job(`a${i}`)),
    )
    const strips = yard('b', [
      ...Array.from({ length: 5 }, (_, i) => job(`b${i}`)),
      job('late', { kind: 'job', job: 'remove', overdue: true, latest: addDays(FROM, -9) }),
    ])
    const { dayOf, late, unreached } = spreadWork([counts, strips], today([counts, strips]), asked(120))
    expect([...dayOf].filter(([id]) => id.startsWith('b') || id === 'late').every(([, day]) => day === 0)).toBe(true)
    expect([...dayOf].filter(([id]) => id.startsWith('a')).every(([, day]) => day === 1)).toBe(true)
    expect([late, unreached]).toEqual([[], []])
  })
  it('a yard that no day would hold is begun, its most urgent hives first', () => {
    const many = yard('a', [...Array.from({ length: 9 }, (_, i) => job(`c${i}`)), job('strips', { kind: 'job', job: 'remove', overdue: true })])
    const { dayOf } = spreadWork([many], today([many]), asked(60))
    expect(dayOf.get('strips')).toBe(0)
    expect([...dayOf.values()].filter((d) => d === 0)).toHaveLength(3)
    expect(Math.max(...dayOf.values())).toBe(3)
  })
  it('what hangs on a job that goes to a later day goes with it', () => {
    const first = job('one', { kind: 'job', job: 'dose', n: 1 })
    const second = job('two', { kind: 'job', job: 'dose', n: 2, hangsOn: 'one', latest: addDays(FROM, 6) })
    const crowd = yard(
      'a',
      Array.from({ length: 9 }, (_, i) => job(`c${i}`, { overdue: true })),
    )
    const course = yard('b', [first, second])
    const planned = new Map([...today([crowd]), ['one', 0], ['two', 5]])
    const { dayOf } = spreadWork([crowd, course], planned, asked(120))
    expect(dayOf.get('one')).toBe(1)
    expect(dayOf.get('two')).toBe(6)
  })
  it('no round of a course comes before the one it hangs on, however full the days are', () => {
    const course = (c: string) => [
      job(`${c}1`, { kind: 'job', job: 'dose', n: 1, minutes: 30 }),
      job(`${c}2`, { kind: 'job', job: 'dose', n: 2, minutes: 30, hangsOn: `${c}1` }),
      job(`${c}3`, { kind: 'job', job: 'dose', n: 3, minutes: 30, hangsOn: `${c}2` }),
    ]
    const list = Array.from({ length: 12 }, (_, y) =>
      yard(
        `y${y}`,
        ['a', 'b', 'c'].flatMap((c) => course(`${y}${c}`)),
      ),
    )
    const planned = new Map(list.flatMap((y) => y.jobs.map((j) => [j.id, ((j.n ?? 1) - 1) * 5] as const)))
    const { dayOf, unreached } = spreadWork(list, planned, asked(130))
    const jobs = list.flatMap((y) => y.jobs)
    for (const j of jobs) if (j.hangsOn && dayOf.has(j.id)) expect(dayOf.get(j.id)! - dayOf.get(j.hangsOn)!, j.id).toBeGreaterThanOrEqual(5)
    for (const j of jobs) if (j.hangsOn && unreached.some((u) => u.id === j.hangsOn)) expect(dayOf.has(j.id)).toBe(false)
  })
  it('a dose goes only to a day that lets it be given; a day that the keeper has set stands', () => {
    const dose = job('dose', { kind: 'job', job: 'dose', n: 1, minutes: 60 })
    const set = job('set', { kind: 'job', job: 'check', setFor: FROM })
    const crowd = yard(
      'a',
      Array.from({ length: 9 }, (_, i) => job(`c${i}`, { overdue: true, minutes: 10 })),
    )
    const hot = yard('b', [dose], { open: () => ALL & ~0b111110 })
    const own = yard('c', [set])
    const { dayOf } = spreadWork([crowd, hot, own], today([crowd, hot, own]), asked(125))
    expect(dayOf.get('set')).toBe(0)
    // Though it alone is more than the day has: the keeper goes there in any case.
    const long = yard('d', [job('long', { kind: 'job', job: 'check', setFor: FROM, minutes: 300 })])
    expect(spreadWork([long], today([long]), asked(60)).dayOf.get('long')).toBe(0)
    const there = yard('e', [job('there', { minutes: 300 })], { given: 1 })
    expect(spreadWork([there], today([there]), asked(60)).dayOf.get('there')).toBe(0)
    expect(dayOf.get('dose')).toBe(6)
  })

  const yards = fc
    .array(
      fc.array(
        fc.record({
          minutes: fc.integer({ min: 1, max: 40 }),
          overdue: fc.boolean(),
          day: fc.integer({ min: 0, max: 20 }),
          within: fc.integer({ min: 0, max: 9 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      { minLength: 1, maxLength: 8 },
    )
    .map((list) => {
      const planned = new Map<string, number>()
      const made = list.map((jobs, y) =>
        yard(
          `y${y}`,
          jobs.map(({ day, within, ...over }, i) => {
            planned.set(`${y}.${i}`, day)
            return job(`${y}.${i}`, { ...over, latest: addDays(FROM, day + within) })
          }),
        ),
      )
      return { yards: made, planned }
    })
  it('nothing is lost, and no day has more than its time (property)', () => {
    fc.assert(
      fc.property(yards, fc.integer({ min: 75, max: 400 }), ({ yards: list, planned }, minutes) => {
        const { dayOf, late, unreached } = spreadWork(list, planned, asked(minutes))
        const jobs = list.flatMap((y) => y.jobs)
        for (const j of jobs) {
          expect(dayOf.has(j.id)).toBe(!unreached.includes(j))
          // Never before the day on which it was to be.
          if (dayOf.has(j.id)) expect(dayOf.get(j.id)).toBeGreaterThanOrEqual(planned.get(j.id)!)
        }
        for (const j of late) expect(dayOf.get(j.id)!).toBeGreaterThan(j.overdue ? 2 : planned.get(j.id)!)
        for (let day = 0; day < ROUNDS_AHEAD; day++) {
          const visits = list.map((y) => y.jobs.filter((j) => dayOf.get(j.id) === day)).filter((v) => v.length > 0)
          expect(visits.reduce((sum, v) => sum + 30 + v.reduce((m, j) => m + j.minutes, 0), 0)).toBeLessThanOrEqual(minutes)
        }
      }),
      { numRuns: 200 },
    )
  })
  it('with time for all of it each job keeps its day (property)', () => {
    fc.assert(
      fc.property(yards, ({ yards: list, planned }) => {
        expect(spreadWork(list, planned, asked(100_000)).dayOf).toEqual(planned)
      }),
      { numRuns: 60 },
    )
  })
})
