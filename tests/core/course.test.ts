import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { answer, dueState, planCourse, type Course, type CoursePlan, type CourseEvent } from '@thistle/core/course'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays, daysBetween, type Day } from '@thistle/core/time'
import { TREATMENTS, treatmentOf } from '@thistle/core/treatments'
import { august, days, withColony } from '../cases/index.ts'

function planOf(key: TreatmentKey, start: Day, facts: Situation = august(), latestStart: Day | null = null): CoursePlan {
  const treatment = treatmentOf(key)
  if (!treatment) throw new Error(key)
  return { treatment, start, latestStart, facts: { ...facts, asOf: start }, recountBy: addDays(start, 14) }
}
const job = (course: Course, kind: string, n = 1) => course.jobs.find((j) => j.job === kind && j.n === n)!
const did = (job: NonNullable<CourseEvent['job']>, on: Day, amount: number | null = null, n = 1): CourseEvent => ({
  kind: 'done',
  job,
  n,
  on,
  amount,
})

describe('planning', () => {
  it('takes amitraz strips of 4 September out from 16 October and lets supers on from 30 October', () => {
    const course = planCourse(planOf('amitraz-strip', '2026-09-04'))
    expect(job(course, 'remove')).toMatchObject({ earliest: '2026-10-16', best: '2026-10-16', latest: '2026-10-30' })
    expect(course.supersOn).toBe('2026-10-30')
    expect(job(course, 'recount')).toMatchObject({ earliest: '2026-10-23', latest: '2026-10-30' })
  })

  it('ends formic strips after a fortnight and counts about ten days later', () => {
    const course = planCourse(planOf('formic-strip-14', '2026-08-17'))
    expect(job(course, 'put-back').best).toBe('2026-08-31')
    expect(job(course, 'recount')).toMatchObject({ earliest: '2026-09-07', best: '2026-09-10', latest: '2026-09-14' })
    expect(job(course, 'queen-check', 2).best).toBe('2026-09-16')
    expect(course.supersOn).toBe('2026-08-31')
  })

  it('spaces a vapour series by five days, four to seven', () => {
    const course = planCourse(planOf('oxalic-vapour', '2026-08-14'))
    expect([1, 2, 3, 4].map((n) => job(course, 'dose', n).best)).toEqual(['2026-08-14', '2026-08-19', '2026-08-24', '2026-08-29'])
    expect(job(course, 'dose', 2)).toMatchObject({ earliest: '2026-08-18', latest: '2026-08-21' })
  })

  it('keeps every window in order, whatever the treatment, brood, start and last opening', () => {
    const starts = fc.integer({ min: 0, max: 400 }).map((n) => addDays('2026-01-01', n))
    fc.assert(
      fc.property(
        fc.constantFrom(...TREATMENTS),
        starts,
        fc.constantFrom('none', 'open', 'capped', null),
        fc.option(fc.integer({ min: 0, max: 90 })),
        (t, start, brood, last) => {
          const facts = withColony({ brood }, { lastOpening: last === null ? null : addDays(start, last) })
          for (const j of planCourse(planOf(t.key, start, facts)).jobs) {
            expect(j.earliest <= j.best && j.best <= j.latest, `${t.key} ${j.job} ${j.earliest} ${j.best} ${j.latest}`).toBe(true)
            if (last !== null && j.opensHive && j.earliest <= addDays(start, last)) expect(j.latest <= addDays(start, last)).toBe(true)
          }
        },
      ),
    )
  })

  it('never gives an earlier supers date to a later start', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TREATMENTS.filter((t) => t.way === 'given').map((t) => t.key)),
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 0, max: 40 }),
        (key, from, later) => {
          const start = addDays('2026-01-01', from)
          const supers = (day: Day) => planCourse(planOf(key as TreatmentKey, day)).supersOn!
          expect(supers(addDays(start, later)) >= supers(start)).toBe(true)
        },
      ),
    )
  })

  it('counts out what hangs in, and not what was replaced or caged', () => {
    const asks = (key: TreatmentKey) =>
      planCourse(planOf(key, '2026-06-01'))
        .jobs.filter((j) => j.asksAmount)
        .map((j) => `${j.job}-${j.n}`)
    expect(asks('amitraz-strip')).toEqual(['dose-1', 'remove-1'])
    expect(asks('thymol-wafer')).toEqual(['dose-1', 'dose-2'])
    expect(asks('brood-break')).toEqual([])
    expect(asks('drone-removal')).toEqual([])
    const wafers = planCourse(
      planOf('thymol-wafer', '2026-06-01'),
      [
        { kind: 'done', job: 'dose', n: 1, on: '2026-06-01', amount: 2 },
        { kind: 'done', job: 'dose', n: 2, on: '2026-06-22', amount: 2 },
        { kind: 'done', job: 'remove', n: 1, on: '2026-07-13', amount: null },
      ],
      '2026-07-13',
    )
    expect(wafers.warnings).toEqual([])
    expect(wafers.endedOn).toBe('2026-07-13')
  })

  it('hangs a later round on the day the earlier one was really given, and moves the end with it', () => {
    const late = planCourse(planOf('thymol-gel', '2026-06-01'), [{ kind: 'done', job: 'dose', n: 1, on: '2026-06-03', amount: 50 }], '2026-06-03')
    expect(job(late, 'dose', 2)).toMatchObject({ earliest: '2026-06-13', best: '2026-06-17', latest: '2026-06-17' })
    expect(job(late, 'remove', 1)).toMatchObject({ earliest: '2026-07-01', latest: '2026-07-15' })
    expect(late.supersOn).toBe('2026-07-15')
  })

  it('says nothing of taking supers off where the keeper’s own list lets them stay', () => {
    const rule = { authorised: 'yes' as const, withSupers: true, gramsPerBox: null, mostCourses: null, mostDays: null }
    for (const key of ['oxalic-vapour', 'oxalic-strip', 'formic-liquid'] as const) {
      const texts = (own: boolean) =>
        planCourse(planOf(key, '2026-06-10', august({ rules: own ? { [key]: rule } : {} })))
          .jobs.map((j) => j.text)
          .join(' ')
      expect(texts(false), key).toMatch(/supers off/i)
      expect(texts(true), key).not.toMatch(/supers off/i)
      expect(texts(true), key).toMatch(/Supers may stay on by your own list; nothing is harvested/)
    }
  })

  it('sets supers by the days of waiting on the keeper’s own list', () => {
    const rule = { authorised: 'yes' as const, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null, waitDays: 0 }
    const own = planCourse(planOf('amitraz-strip', '2026-08-14', august({ rules: { 'amitraz-strip': rule } })))
    expect(own.supersOn).toBe(job(own, 'remove', 1).best)
  })

  it('lets the keeper’s own list set the longest stay', () => {
    const rule = { authorised: 'yes' as const, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: 70 }
    const course = planCourse(planOf('amitraz-strip', '2026-08-14', august({ rules: { 'amitraz-strip': rule } })))
    expect(daysBetween('2026-08-14', job(course, 'remove').latest)).toBe(70)
  })

  it('stands in date order in an answer, planned from the first day that fits', () => {
    const hot = august({ weather: days('2026-08-12', [31, 33, 32, 31, 30, 27, 26, 25, 24, 24, 24, 34, 34]) })
    const option = answer(hot).options.find((o) => o.treatment === 'formic-strip-14')!
    expect(option.verdict).toBe('wait')
    expect(option.earliest).toBe('2026-08-17')
    const dose = option.course.find((j) => j.job === 'dose')!
    expect(dose.best).toBe('2026-08-17')
    // Three days of slack by the pattern; from the 21st on the 34 °C of the 23rd would fall into the first three days.
    expect(dose.latest).toBe('2026-08-20')
    const order = option.course.map((j) => j.best)
    expect(order).toEqual(order.toSorted())
  })

  it('plans nothing for what is ruled out', () => {
    const option = answer(withColony({ framesOfBees: 3 })).options.find((o) => o.treatment === 'formic-strip-14')!
    expect(option).toMatchObject({ verdict: 'ruled-out', earliest: null, course: [] })
  })
})

describe('what happened', () => {
  const amitraz = planOf('amitraz-strip', '2026-08-14')

  it('moves everything downstream with the actual day', () => {
    const course = planCourse(amitraz, [did('dose', '2026-08-17', 4)], '2026-08-18')
    expect(job(course, 'dose').doneOn).toBe('2026-08-17')
    expect(job(course, 'remove').earliest).toBe('2026-09-28')
    expect(course.supersOn).toBe('2026-10-12')
  })

  it('moves the supers date with the real removal', () => {
    const course = planCourse(amitraz, [did('dose', '2026-08-14', 4), did('remove', '2026-10-05', 4)], '2026-10-06')
    expect(course.supersOn).toBe('2026-10-19')
    expect(course.endedOn).toBe('2026-10-05')
    expect(course.warnings).toEqual([])
  })

  it('says over-stay while strips are in, and pushes the supers date on day by day', () => {
    const at = (day: Day) => planCourse(amitraz, [did('dose', '2026-08-14', 4)], day)
    expect(at('2026-10-09').warnings).toEqual([])
    const late = at('2026-10-11')
    expect(late.warnings.map((w) => w.kind)).toEqual(['over-stay'])
    expect(late.warnings[0]?.text).toMatch(/^In for 58 days, and 56 is the longest/)
    expect(late.supersOn).toBe('2026-10-25')
    expect(at('2026-10-20').supersOn).toBe('2026-11-03')
  })

  it('says too early, over-long and what is missing', () => {
    const after = (...done: CourseEvent[]) => planCourse(amitraz, [did('dose', '2026-08-14', 4), ...done], '2026-12-01').warnings
    expect(after(did('remove', '2026-09-10', 4))[0]?.text).toMatch(/^Out after 27 days, 15 short of 42/)
    expect(after(did('remove', '2026-10-20', 4))[0]?.text).toMatch(/^They were in for 67 days, 11 longer/)
    expect(after(did('remove', '2026-09-30', 3)).map((w) => w.text)).toEqual([
      '4 went in and 3 came out: 1 still in the hive or on the floor. Look for it.',
    ])
  })

  it('says when more or less than the dose was given', () => {
    const given = (amount: number) =>
      planCourse(amitraz, [did('dose', '2026-08-14', amount)], '2026-08-15')
        .warnings.map((w) => w.text)
        .join()
    expect(given(4)).toBe('')
    expect(given(6)).toMatch(/over the dose/)
    expect(given(2)).toMatch(/too little/)
  })

  it('says that a gap of ten days breaks a vapour series, done or still waiting', () => {
    const vapour = planOf('oxalic-vapour', '2026-08-14')
    const waiting = planCourse(vapour, [did('dose', '2026-08-14', 2)], '2026-08-24').warnings
    expect(waiting.map((w) => w.kind)).toEqual(['gap'])
    const done = planCourse(vapour, [did('dose', '2026-08-14', 2), did('dose', '2026-08-24', 2, 2)], '2026-08-25').warnings
    expect(done.map((w) => w.kind)).toEqual(['gap'])
    expect(planCourse(vapour, [did('dose', '2026-08-14', 2), did('dose', '2026-08-21', 2, 2)], '2026-08-22').warnings).toEqual([])
    const hasty = planCourse(vapour, [did('dose', '2026-08-14', 2), did('dose', '2026-08-16', 2, 2)], '2026-08-17').warnings
    expect(hasty.map((w) => w.kind)).toEqual(['too-early'])
  })

  it('does not ask for a check once the strips are out', () => {
    const course = planCourse(amitraz, [did('dose', '2026-08-14', 4), did('remove', '2026-10-01', 4)], '2026-10-02')
    expect(job(course, 'check').state).toBe('passed')
    expect(job(course, 'prepare').state).toBe('passed')
    expect(job(course, 'recount').state).toBe('open')
    const inTime = planCourse(amitraz, [did('dose', '2026-08-14', 4)], '2026-09-24')
    expect(job(inTime, 'check', 2).state).toBe('open')
    const atTheEnd = planCourse(amitraz, [did('dose', '2026-08-14', 4)], '2026-09-25')
    expect(job(atTheEnd, 'check', 2).state).toBe('passed')
    expect(job(atTheEnd, 'remove').state).toBe('open')
  })

  it('ends a formic course by itself when nobody enters its end', () => {
    const formic = planOf('formic-strip-14', '2026-08-17')
    expect(planCourse(formic, [did('dose', '2026-08-17', 2)], '2026-08-30').endedOn).toBeNull()
    expect(planCourse(formic, [did('dose', '2026-08-17', 2)], '2026-09-08').endedOn).toBe('2026-08-31')
  })

  it('minds neither the order of entry nor being asked twice, and never moves an actual day', () => {
    const events = [did('dose', '2026-08-15', 2), did('dose', '2026-08-21', 2, 2), did('check', '2026-08-25'), did('dose', '2026-08-27', 2, 3)]
    const vapour = planOf('oxalic-vapour', '2026-08-14')
    const first = planCourse(vapour, events, '2026-08-28')
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: events.length }), (shuffled) => {
        expect(planCourse(vapour, shuffled, '2026-08-28')).toEqual(first)
      }),
    )
    for (const e of events) expect(job(first, e.job!, e.n!).doneOn).toBe(e.on)
  })
})

describe('due, overdue, coming', () => {
  const open = { state: 'open' as const, job: 'remove' as const, earliest: '2026-09-25', latest: '2026-10-09' }
  it('is told by the window and today', () => {
    expect(dueState(open, '2026-09-24')).toBe('coming')
    expect(dueState(open, '2026-09-25')).toBe('due')
    expect(dueState(open, '2026-10-09')).toBe('due')
    expect(dueState(open, '2026-10-10')).toBe('overdue')
    expect(dueState({ ...open, state: 'done' }, '2026-10-10')).toBe('settled')
    expect(dueState({ ...open, job: 'supers' }, '2026-10-10')).toBe('settled')
  })
})
