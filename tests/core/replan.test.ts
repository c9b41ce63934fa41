/** Courses planned anew from what happened: one pure function of the pattern and the events. */
import fc from 'fast-check'
import { describe, it } from 'vitest'
import { costsOf, lockOf, mendsOf, planCourse, type Course, type CourseEvent, type CoursePlan } from '@thistle/core/course'
import { NO_RULE, type Situation, type TreatmentKey } from '@thistle/core/situation'
import { addDays, daysBetween, type Day } from '@thistle/core/time'
import { TREATMENTS, treatmentOf } from '@thistle/core/treatments'
import { worded } from '@thistle/core/words'
import { august, withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'

function planOf(key: TreatmentKey, start: Day, facts: Situation = august()): CoursePlan {
  const treatment = treatmentOf(key)
  if (!treatment) throw new Error(key)
  return { treatment, start, latestStart: null, facts: { ...facts, asOf: start }, recountBy: addDays(start, 14) }
}
const happened = (kind: CourseEvent['kind'], on: Day, more: Partial<CourseEvent> = {}): CourseEvent => ({
  kind,
  job: null,
  n: null,
  on,
  amount: null,
  ...more,
})
const did = (job: NonNullable<CourseEvent['job']>, on: Day, amount: number | null = null, n = 1): CourseEvent =>
  happened('done', on, { job, n, amount })
const job = (course: Course, kind: string, n = 1) => course.jobs.find((j) => j.job === kind && j.n === n)!
const warned = (course: Course, kind: string) => course.warnings.filter((w) => w.kind === kind)

const strips = planOf('amitraz-strip', '2026-08-14', withColony({ framesOfBees: 10, broodBoxes: 1 }))
const vapour = planOf('oxalic-vapour', '2026-08-14', withColony({ broodBoxes: 1, brood: 'capped' }))
const pads = planOf('formic-liquid', '2026-08-14', withColony({ broodBoxes: 1 }))

describe('a series that slips', () => {
  const late = [did('dose', '2026-08-14', 1), did('dose', '2026-08-24', 1, 2)]
  it('moves what follows with the actual day and keeps the old windows beside the new', () => {
    const course = planCourse(vapour, late, '2026-08-25')
    expect(job(course, 'dose', 3)).toMatchObject({ earliest: '2026-08-28', best: '2026-08-29', was: { best: '2026-08-24' } })
    expect(job(course, 'dose', 2)).toMatchObject({ doneOn: '2026-08-24', was: null })
    expect(job(planCourse(vapour, [did('dose', '2026-08-14', 1)], '2026-08-15'), 'dose', 3).was).toBeNull()
  })
  it('names what the gap costs in worker and drone brood, and the supers', () => {
    const costs = costsOf(vapour, planCourse(vapour, late, '2026-08-25'), { supersNextOn: '2026-09-01', lastOpening: null }, '2026-08-25')
    expect(costs.map((c) => c.kind)).toEqual(['coverage', 'supers'])
    expect(costs[0]!.text).toMatch(
      /planned pace the rounds meet all of what was under worker cappings, all under drone; as they stand 67 to 92 %.*Counted anew from Mon 24 Aug, they meet all of what is under worker cappings then, 86 % under drone\./,
    )
    expect(costs[1]!.text).toMatch(/from Fri 4 Sep instead of Sun 30 Aug: 3 days after they must/)
    expect(
      costsOf(vapour, planCourse(vapour, [did('dose', '2026-08-14', 1)], '2026-08-15'), { supersNextOn: null, lastOpening: null }, '2026-08-15'),
    ).toEqual([])
  })
  it('offers to add a round, go on, switch or take it as it is, and says what a further round would do', () => {
    const course = planCourse(vapour, late, '2026-08-25')
    const mends = mendsOf(vapour, late, course, '2026-08-25')
    expect(mends.map((m) => m.kind)).toEqual(['add-round', 'go-on', 'switch', 'accept'])
    expect(mends[0]!.text).toBe(
      'Add round 5, best on Tue 8 Sep: counted anew from Mon 24 Aug, they meet all of what is under worker cappings then, all under drone; supers may go on from Wed 9 Sep.',
    )
    const added = [...late, happened('round-added', '2026-08-25')]
    const longer = planCourse(vapour, added, '2026-08-25')
    expect(longer.jobs.filter((j) => j.job === 'dose')).toHaveLength(5)
    expect(job(longer, 'dose', 5)).toMatchObject({ hangsOn: { job: 'dose', n: 4 }, best: '2026-09-08' })
    expect(longer.supersOn).toBe('2026-09-09')
    expect(job(longer, 'recount').earliest).toBe('2026-09-15')
    const twice = [...added, happened('round-added', '2026-08-26')]
    expect(mendsOf(vapour, twice, planCourse(vapour, twice, '2026-08-26'), '2026-08-26').map((m) => m.kind)).not.toContain('add-round')
  })
  it('keeps the reason with which a slip was taken, and asks no more about it', () => {
    const taken = [...late, happened('accepted', '2026-08-25', { job: 'dose', n: 2, reason: 'rain for nine days' })]
    const course = planCourse(vapour, taken, '2026-08-25')
    expect(warned(course, 'gap')[0]).toMatchObject({ accepted: 'rain for nine days' })
    expect(mendsOf(vapour, taken, course, '2026-08-25').map((m) => m.kind)).not.toContain('accept')
  })
  it('moves what follows day by day while a round that may still wait is not given', () => {
    const third = (asOf: Day) => job(planCourse(vapour, [did('dose', '2026-08-14', 1)], asOf), 'dose', 3).best
    expect([third('2026-08-18'), third('2026-08-19'), third('2026-08-20'), third('2026-08-21')]).toEqual([
      '2026-08-24',
      '2026-08-24',
      '2026-08-25',
      '2026-08-26',
    ])
  })
  it('says nothing of mends where nothing slipped', () => {
    const course = planCourse(vapour, [did('dose', '2026-08-14', 1)], '2026-08-15')
    expect(mendsOf(vapour, [did('dose', '2026-08-14', 1)], course, '2026-08-15')).toEqual([])
  })
})

describe('strips', () => {
  const hung = did('dose', '2026-08-14', 2)
  it('that stay too long are taken out now and nothing else is offered', () => {
    const course = planCourse(strips, [hung], '2026-10-20')
    expect(warned(course, 'over-stay')).toHaveLength(1)
    expect(mendsOf(strips, [hung], course, '2026-10-20').map((m) => m.kind)).toEqual(['take-out'])
  })
  it('found on the floor count as out, and that they did not work is said', () => {
    const found = [hung, happened('found', '2026-09-03', { amount: 1 })]
    const course = planCourse(strips, found, '2026-09-04')
    expect(course.inside).toBe(1)
    expect(warned(course, 'contact')[0]!.text).toMatch(/1 of 2 was found on the floor on Thu 3 Sep, 20 days after going in/)
    const out = planCourse(strips, [...found, did('remove', '2026-09-28', 1)], '2026-09-29')
    expect(out.inside).toBe(0)
    expect(warned(out, 'amount')).toEqual([])
    expect(warned(planCourse(strips, [...found, did('remove', '2026-09-28', 2)], '2026-09-29'), 'amount')).toHaveLength(1)
  })
  it('hung in two goes are open until all hang', () => {
    const some = [happened('part', '2026-08-14', { job: 'dose', n: 1, amount: 1 })]
    const course = planCourse(strips, some, '2026-08-14')
    expect(job(course, 'dose')).toMatchObject({ state: 'open', amount: 1, planned: 2 })
    expect(course.inside).toBe(1)
    const all = planCourse(strips, [...some, did('dose', '2026-08-15', 1)], '2026-08-16')
    expect(job(all, 'dose')).toMatchObject({ state: 'done', amount: 2, doneOn: '2026-08-15' })
    expect(warned(all, 'amount')).toEqual([])
  })
  it('that fall due after the last opening say so', () => {
    const course = planCourse(strips, [did('dose', '2026-08-17', 2)], '2026-08-18')
    const costs = costsOf(strips, course, { supersNextOn: null, lastOpening: '2026-09-20' }, '2026-08-18')
    expect(costs.map((c) => c.kind)).toEqual(['supers', 'winter'])
    expect(costs[1]!.text).toMatch(/Taking it out falls on Mon 28 Sep, after your last opening on Sun 20 Sep/)
  })
})

describe('a pad taken out for the heat', () => {
  it('adds its days outside to the course, and none to what was done', () => {
    const first = did('dose', '2026-08-14', 15)
    const out = [first, happened('lifted', '2026-08-15'), happened('laid-again', '2026-08-18')]
    const course = planCourse(pads, out, '2026-08-18')
    expect(job(course, 'dose', 2)).toMatchObject({ earliest: '2026-08-20', best: '2026-08-22', was: { best: '2026-08-19' } })
    expect(job(course, 'dose', 1).doneOn).toBe('2026-08-14')
    expect(planCourse(pads, out.slice(0, 2), '2026-08-16').outsideSince).toBe('2026-08-15')
    expect(course.outsideSince).toBeNull()
    // Eight days between two pads, three of them outside, is no gap of eight.
    expect(warned(planCourse(pads, [...out, did('dose', '2026-08-22', 15, 2)], '2026-08-23'), 'gap')).toEqual([])
  })
})

describe('what befalls a colony in the middle of a course', () => {
  const hung = did('dose', '2026-08-14', 2)
  it.each([
    ['died', '2026-09-08'],
    ['merged', '2026-09-04'],
    ['sold', '2026-09-01'],
    ['cancelled', '2026-09-04'],
  ] as const)('%s: nothing is asked for but what hangs in the hive', (kind, latest) => {
    const course = planCourse(strips, [hung, happened(kind, '2026-09-01')], '2026-09-02')
    const open = course.jobs.filter((j) => j.state === 'open')
    expect(open.map((j) => j.job)).toEqual(['remove'])
    expect(open[0]).toMatchObject({ earliest: '2026-09-01', latest })
    expect(open[0]!.text).toMatch(/2 in it by your notes/)
    expect(course.endedOn).toBeNull()
    const cleared = planCourse(strips, [hung, happened(kind, '2026-09-01'), did('remove', '2026-09-03', 2)], '2026-09-04')
    expect(cleared.jobs.filter((j) => j.state === 'open')).toEqual([])
    expect(cleared.endedOn).toBe('2026-09-03')
  })
  it('with nothing in the hive, ends the course on its day', () => {
    const course = planCourse(vapour, [did('dose', '2026-08-14', 1), happened('died', '2026-08-20')], '2026-08-21')
    expect(course.jobs.filter((j) => j.state === 'open')).toEqual([])
    expect(course.endedOn).toBe('2026-08-20')
  })
  it('swarmed: what a count is worth is said, and her daughter is looked for', () => {
    const course = planCourse(strips, [hung, happened('swarmed', '2026-08-20')], '2026-08-21')
    expect(warned(course, 'fate')[0]!.text).toMatch(/swarmed on Thu 20 Aug/)
    expect(job(course, 'queen-check', 20)).toMatchObject({ earliest: '2026-09-10', latest: '2026-09-19' })
    expect(job(course, 'remove').state).toBe('open')
  })
  it('requeened: a fumigant waits until she has laid as long as it asks', () => {
    const events = [did('dose', '2026-08-14', 15), happened('requeened', '2026-08-16')]
    const course = planCourse(pads, events, '2026-08-17')
    expect(job(course, 'dose', 2).earliest).toBe('2026-09-06')
    expect(warned(course, 'fate')[0]!.text).toMatch(/No further dose before Sun 6 Sep: she must have laid 21 days/)
    expect(job(planCourse(vapour, [did('dose', '2026-08-14', 1), happened('requeened', '2026-08-16')], '2026-08-17'), 'dose', 2).earliest).toBe(
      '2026-08-18',
    )
  })
})

describe('a day that is set', () => {
  it('is what the following jobs hang on, and says where it lies outside', () => {
    const set = (on: Day) => planCourse(vapour, [did('dose', '2026-08-14', 1), happened('set', on, { job: 'dose', n: 2 })], '2026-08-15')
    expect(job(set('2026-08-20'), 'dose', 2)).toMatchObject({ setFor: '2026-08-20', best: '2026-08-19' })
    expect(job(set('2026-08-20'), 'dose', 3).best).toBe('2026-08-25')
    expect(warned(set('2026-08-20'), 'outside')).toEqual([])
    expect(warned(set('2026-08-23'), 'outside')[0]!.text).toBe('Set for Sun 23 Aug, 2 days after its window closes.')
    expect(warned(set('2026-08-16'), 'outside')[0]!.text).toMatch(/2 days before its window opens/)
  })
})

describe('what is worn and taken along', () => {
  it('is everything at a dose, what is worn where it is handled again, and nothing for a look at a board', () => {
    const gear = (plan: CoursePlan, kind: string) => job(planCourse(plan), kind).gear
    expect(gear(vapour, 'dose')).toEqual(['vaporiser', 'respirator', 'acid-gloves', 'eye-protection', 'scales'])
    expect(gear(vapour, 'check')).toEqual([])
    expect(gear(strips, 'check')).toEqual(['gloves'])
    expect(gear(pads, 'remove')).toEqual(['acid-gloves', 'eye-protection', 'respirator'])
    expect(gear(strips, 'recount')).toEqual([])
  })
})

describe('a day that was set and has gone by', () => {
  it('is set no longer: what hangs on the job counts from today, and no two rounds meet', () => {
    const begun: CourseEvent[] = [{ kind: 'done', job: 'dose', n: 1, on: '2026-08-12', amount: 1 }]
    const set = (on: Day, asOf: Day) =>
      planCourse(planOf('oxalic-vapour', '2026-08-12'), [...begun, { kind: 'set', job: 'dose', n: 2, on, amount: null }], asOf)
    const rounds = (c: Course) => c.jobs.filter((j) => j.job === 'dose').map((j) => [j.earliest, j.latest, j.setFor])
    // Round two is wanted 16 to 19 August, each round four to seven days after the one before.
    expect(rounds(set('2026-08-18', '2026-08-18'))[1]).toEqual(['2026-08-16', '2026-08-19', '2026-08-18'])
    expect(rounds(set('2026-08-18', '2026-08-18'))[2]).toEqual(['2026-08-22', '2026-08-25', null])
    expect(rounds(set('2026-08-18', '2026-08-19'))[1]).toEqual(['2026-08-16', '2026-08-19', null])
    expect(rounds(set('2026-08-18', '2026-08-19'))[2]).toEqual(['2026-08-23', '2026-08-26', null])
    // A round cannot be set before the one it hangs on: that stands where it is, and the set day does not.
    const third = planCourse(
      planOf('oxalic-vapour', '2026-08-12'),
      [...begun, { kind: 'set', job: 'dose', n: 3, on: '2026-08-15', amount: null }],
      '2026-08-13',
    )
    expect(rounds(third)[2]).toEqual(['2026-08-21', '2026-08-24', null])
    // Set for the day after the first, and not done then: round three does not move up to round two.
    expect(rounds(set('2026-08-13', '2026-08-14'))[2]).toEqual(['2026-08-21', '2026-08-24', null])
    const looks = planCourse(
      planOf('oxalic-vapour', '2026-08-12'),
      [
        ...begun,
        { kind: 'requeened', job: null, n: null, on: '2026-08-14', amount: null },
        { kind: 'set', job: 'queen-check', n: 21, on: '2026-08-22', amount: null },
      ],
      '2026-08-23',
    ).jobs
    expect(looks.find((j) => j.job === 'queen-check' && j.n === 21)).toMatchObject({ state: 'open', setFor: null })
  })
})

describe('what a course locks afterwards', () => {
  it.each(TREATMENTS.map((t) => [t.key, t] as const))('%s', (_key, t) => {
    const lock = lockOf(t, '2026-09-01', undefined)
    const { gapDays, change, mostCoursesAYear } = t.rotation
    if (gapDays === 0 && !change && mostCoursesAYear === null) return expect(lock).toBeNull()
    expect(lock!.until).toBe(gapDays > 0 ? addDays('2026-09-01', gapDays) : null)
    expect(lock!.text).toMatch(/^[A-Z].*\.$/)
    expect(lock!.text).not.toMatch(/undefined|null/)
  })
  it('is said with the figure of the keeper’s own list, and bars no more than matching does', () => {
    const [dribble, strip, formic] = (['oxalic-dribble', 'amitraz-strip', 'formic-strip-14'] as const).map((key) => treatmentOf(key)!)
    const rule = { ...NO_RULE, mostCourses: 1 }
    expect(lockOf(strip!, '2026-09-01', undefined)!.text).toMatch(/at most 2 a year\.$/)
    expect(lockOf(strip!, '2026-09-01', rule)!.text).toMatch(/at most 1 a year\.$/)
    expect(lockOf(formic!, '2026-09-01', rule)!.text).toMatch(/^No formic acid again before Thu 1 Oct, .*at most 1 a year\.$/)
    // Another form of oxalic acid is not kept from the dribble.
    expect(lockOf(dribble!, '2026-12-01', undefined)!.text).toMatch(/^No oxalic acid dribble again before Fri 30 Apr 2027/)
  })
})

const START = '2026-05-01'
const dayAfter = (most: number) => fc.integer({ min: 0, max: most }).map((n) => addDays(START, n))
const anyEvents = (key: TreatmentKey) => {
  const steps = planCourse(planOf(key, START)).jobs.filter((j) => j.job !== 'supers' && j.job !== 'recount')
  const ofJob = fc.record({
    kind: fc.constantFrom('done', 'part', 'set', 'accepted'),
    which: fc.constantFrom(...(steps.length > 0 ? steps : planCourse(planOf(key, START)).jobs)),
    on: dayAfter(120),
    amount: fc.option(fc.integer({ min: 0, max: 20 })),
  })
  const other = fc.record({
    kind: fc.constantFrom('found', 'lifted', 'laid-again', 'round-added', 'died', 'merged', 'sold', 'swarmed', 'requeened'),
    on: dayAfter(120),
  })
  return fc
    .tuple(fc.uniqueArray(ofJob, { maxLength: 8, selector: (e) => `${e.kind} ${e.which.job} ${e.which.n}` }), fc.array(other, { maxLength: 5 }))
    .map(([jobs, others]): CourseEvent[] => [
      ...jobs.map((e) =>
        happened(e.kind as CourseEvent['kind'], e.on, {
          job: e.which.job,
          n: e.which.n,
          amount: e.amount,
          reason: e.kind === 'accepted' ? 'so it was' : null,
        }),
      ),
      ...others.map((e) => happened(e.kind as CourseEvent['kind'], e.on, { amount: e.kind === 'found' ? 1 : null })),
    ])
}
const anyCourse = fc.constantFrom(...TREATMENTS.map((t) => t.key)).chain((key) => fc.tuple(fc.constant(key), anyEvents(key), dayAfter(200)))
const HOLE = /undefined|NaN|Infinity|\bnull\b|\[object|\{dose\}/

describe('planning anew, whatever happened', () => {
  it('says the same again, whatever the order of entry, and never moves an actual day', () => {
    fc.assert(
      fc.property(
        anyCourse.chain(([key, events, asOf]) =>
          fc.tuple(fc.constant(key), fc.constant(events), fc.constant(asOf), fc.shuffledSubarray(events, { minLength: events.length })),
        ),
        ([key, events, asOf, shuffled]) => {
          const plan = planOf(key, START)
          const course = worded(planCourse(plan, events, asOf))
          expect(planCourse(plan, events, asOf)).toEqual(course)
          expect(planCourse(plan, shuffled, asOf)).toEqual(course)
          for (const e of events.filter((x) => x.kind === 'done')) expect(course.jobs.find((j) => j.job === e.job && j.n === e.n)?.doneOn).toBe(e.on)
        },
      ),
      { numRuns: 300 },
    )
  })
  it('leaves no window reversed and no sentence with a hole', () => {
    fc.assert(
      fc.property(anyCourse, ([key, events, asOf]) => {
        const plan = planOf(key, START)
        const course = planCourse(plan, events, asOf)
        for (const j of course.jobs) {
          expect(j.earliest <= j.best && j.best <= j.latest, `${key} ${j.job} ${j.n}`).toBe(true)
          if (j.was) expect(j.was.earliest <= j.was.latest).toBe(true)
          expect(j.text).not.toMatch(HOLE)
        }
        const dates = { supersNextOn: addDays(START, 60), lastOpening: addDays(START, 90) }
        const said = [...course.warnings, ...costsOf(plan, course, dates, asOf), ...mendsOf(plan, events, course, asOf)].map((x) => x.text)
        for (const text of said) {
          expect(text).not.toMatch(HOLE)
          expect(text).toMatch(/[.!?]$/)
        }
      }),
      { numRuns: 300 },
    )
  })
  it('never asks for a job whose later job is done, nor leaves a dead colony anything but clearing', () => {
    fc.assert(
      fc.property(anyCourse, ([key, events, asOf]) => {
        const course = planCourse(planOf(key, START), events, asOf)
        const gone = events.some((e) => ['died', 'merged', 'sold'].includes(e.kind))
        const open = course.jobs.filter((j) => j.state === 'open')
        if (gone) expect(open.every((j) => j.job === 'remove')).toBe(true)
        const doses = course.jobs.filter((j) => j.job === 'dose')
        const last = Math.max(0, ...doses.filter((j) => j.state === 'done').map((j) => j.n))
        expect(doses.filter((j) => j.n < last && j.state === 'open')).toEqual([])
      }),
      { numRuns: 300 },
    )
  })
  it('moves every later round by as many days as the first was late', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), (late) => {
        const on = addDays('2026-08-14', late)
        const doses = planCourse(vapour, [did('dose', on, 1)], on).jobs.filter((j) => j.job === 'dose')
        expect(doses.map((j) => daysBetween(on, j.doneOn ?? j.best))).toEqual([0, 5, 10, 15])
      }),
    )
  })
})
