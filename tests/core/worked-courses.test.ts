/** Courses worked by hand: what is said of each slip, to the day, and that nothing is said where nothing slipped. */
import { describe, it } from 'vitest'
import { answer, costsOf, courseEnd, mendsOf, planCourse, sayJob, type Course, type CourseEvent, type CoursePlan } from '@thistle/core/course'
import type { Rule, Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays, daysBetween, type Day } from '@thistle/core/time'
import { coverageOf, sayShare, treatmentOf } from '@thistle/core/treatments'
import { withColony } from '../cases/index.ts'
import { expect } from '../read-as.ts'

const START = '2026-08-14'
const on = (n: number): Day => addDays(START, n)
const NO: Rule = { authorised: null, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }
function planOf(key: TreatmentKey, facts: Situation = withColony({ framesOfBees: 10, broodBoxes: 1 }), over: Partial<CoursePlan> = {}): CoursePlan {
  return { treatment: treatmentOf(key)!, start: START, latestStart: null, facts: { ...facts, asOf: START }, recountBy: on(14), ...over }
}
const ruled = (key: TreatmentKey, rule: Partial<Rule>) => withColony({ framesOfBees: 10, broodBoxes: 1 }, { rules: { [key]: { ...NO, ...rule } } })
const event = (kind: CourseEvent['kind'], day: Day, more: Partial<CourseEvent> = {}): CourseEvent => ({
  kind,
  job: null,
  n: null,
  on: day,
  amount: null,
  ...more,
})
const did = (job: NonNullable<CourseEvent['job']>, day: Day, amount: number | null = null, n = 1) => event('done', day, { job, n, amount })
const job = (course: Course, kind: string, n = 1) => course.jobs.find((j) => j.job === kind && j.n === n)!
const texts = (plan: CoursePlan, events: readonly CourseEvent[], asOf: Day) =>
  planCourse(plan, events, asOf).warnings.map((w) => `${w.kind}: ${w.text}`)
/** Two amitraz strips, 42 to 56 days. */
const strips = planOf('amitraz-strip')
const vapour = planOf('oxalic-vapour', withColony({ broodBoxes: 1, brood: 'capped' }))
const formic = planOf('formic-strip-14')

describe('strips that stay too long, or come out too soon', () => {
  const laid = did('dose', START, 2)
  it('are warned of by the day, while they are in and after', () => {
    expect(texts(strips, [laid], on(56))).toEqual([])
    expect(texts(strips, [laid], on(57))).toEqual([
      'over-stay: In for 57 days, and 56 is the longest: take them out now. Supers wait for the day they come out.',
    ])
    expect(texts(strips, [laid, did('remove', on(56), 2)], on(60))).toEqual([])
    expect(texts(strips, [laid, did('remove', on(59), 2)], on(60))).toEqual([
      'over-stay: They were in for 59 days, 3 longer than the longest of 56: that breeds mites that withstand it. Another active next.',
    ])
    expect(texts(strips, [laid, did('remove', on(42), 2)], on(60))).toEqual([])
    expect(texts(strips, [laid, did('remove', on(40), 2)], on(60))).toEqual([
      'too-early: Out after 40 days, 2 short of 42: mites that were under cappings may have been missed. Count again in time.',
    ])
  })
  it('may stay as long as the keeper’s own list says, never under the shortest', () => {
    const longest = (mostDays: number | null) =>
      job(planCourse(planOf('amitraz-strip', ruled('amitraz-strip', { mostDays })), [laid], on(1)), 'remove').latest
    expect([longest(null), longest(49), longest(30), longest(70)]).toEqual([on(56), on(49), on(42), on(70)])
    expect(texts(planOf('amitraz-strip', ruled('amitraz-strip', { mostDays: 49 })), [laid], on(50))[0]).toMatch(
      /^over-stay: In for 50 days, and 49 is the longest/,
    )
  })
  it('that lay outside for the heat stay so much longer', () => {
    const out = [laid, event('lifted', on(10)), event('laid-again', on(13))]
    expect(job(planCourse(strips, out, on(20)), 'remove')).toMatchObject({ earliest: on(45), latest: on(59) })
    expect(texts(strips, [...out, did('remove', on(44), 2)], on(60))).toEqual([
      'too-early: Out after 41 days, 1 short of 42: mites that were under cappings may have been missed. Count again in time.',
    ])
    expect(texts(strips, [...out, did('remove', on(45), 2)], on(60))).toEqual([])
    // What was lifted before they went in, or not yet by that day, moves nothing.
    expect(job(planCourse(strips, [laid, event('lifted', on(30)), event('laid-again', on(33))], on(20)), 'remove').latest).toBe(on(56))
  })
})

describe('amounts', () => {
  it('that are not as planned are said, over and under', () => {
    expect(texts(strips, [did('dose', START, 3)], on(1))).toEqual([
      'amount: 3 strips given where 2 strips were planned: over the dose harms bees and leaves residues; never do it again.',
    ])
    expect(texts(strips, [did('dose', START, 1)], on(1))).toEqual([
      'amount: 1 strip given where 2 strips were planned: too little breeds mites that withstand it.',
    ])
    expect(texts(strips, [did('dose', START, 2)], on(1))).toEqual([])
    expect(texts(strips, [did('dose', START)], on(1))).toEqual([])
    expect(texts(strips, [event('part', START, { job: 'dose', n: 1, amount: 1 })], on(1))).toEqual([])
  })
  it('that went in and did not come out are looked for', () => {
    const out = (amount: number, ...more: CourseEvent[]) => texts(strips, [did('dose', START, 2), ...more, did('remove', on(45), amount)], on(46))
    expect(out(2)).toEqual([])
    expect(out(1)).toEqual(['amount: 2 went in and 1 came out: 1 still in the hive or on the floor. Look for it.'])
    expect(out(0)).toEqual(['amount: 2 went in and 0 came out: 2 still in the hive or on the floor. Look for them.'])
    expect(out(3)).toEqual(['amount: 3 came out and only 2 went in by your notes: put the figure right.'])
    const fallen = event('found', on(20), { amount: 1 })
    expect(out(1, fallen).filter((t) => t.startsWith('amount'))).toEqual([])
    expect(out(2, fallen).find((t) => t.startsWith('amount'))).toBe('amount: 2 came out and only 1 were left in by your notes: put the figure right.')
    expect(planCourse(strips, [did('dose', START, 2), fallen], on(21)).inside).toBe(1)
    expect(planCourse(strips, [did('dose', START, 2), did('remove', on(45), 2)], on(46)).inside).toBe(0)
  })
  it('that fell had no contact since nobody knows when', () => {
    const found = (amount: number) => texts(strips, [did('dose', START, 2), event('found', on(20), { amount })], on(21))[0]
    expect(found(1)).toMatch(
      /^contact: 1 of 2 was found on the floor on Thu 3 Sep, 20 days after going in: nobody knows since when it did not work\./,
    )
    expect(found(2)).toMatch(
      /^contact: 2 of 2 were found on the floor on Thu 3 Sep, 20 days after going in: nobody knows since when they did not work\./,
    )
    expect(texts(strips, [event('found', on(20), { amount: 1 })], on(21)).filter((t) => t.startsWith('contact'))).toEqual([])
  })
})

describe('rounds', () => {
  const one = did('dose', START, 1)
  it('too close, too far, or before the day they were chosen for, are each said', () => {
    expect(texts(vapour, [one, did('dose', on(3), 1, 2)], on(4))).toEqual([
      'too-early: Only 3 days after the round before: the rounds will not span the time that brood is capped. Add one at the end.',
    ])
    expect(texts(vapour, [one, did('dose', on(4), 1, 2)], on(5))).toEqual([])
    expect(texts(vapour, [one, did('dose', on(7), 1, 2)], on(8))).toEqual([])
    expect(texts(vapour, [one, did('dose', on(8), 1, 2)], on(8))[0]).toMatch(/^gap: 8 days since the round before; after 7, /)
    expect(texts(vapour, [one], on(7))).toEqual([])
    expect(texts(vapour, [one], on(8))[0]).toMatch(/^gap: 8 days since the round before/)
    expect(texts(vapour, [did('dose', on(-2), 1)], on(0))).toEqual([
      'too-early: Given 2 days before Fri 14 Aug, the day it was chosen for: the gates were asked for that day and not for this one.',
    ])
    expect(texts(vapour, [did('prepare', on(-2))], on(0))).toEqual([])
  })
  it('set for a day outside their window say by how much', () => {
    const set = (n: number, ...more: CourseEvent[]) =>
      texts(vapour, [one, ...more, event('set', on(n), { job: 'dose', n: 2 })], on(2)).filter((t) => t.startsWith('outside'))
    expect(set(3)).toEqual(['outside: Set for Mon 17 Aug, 1 day before its window opens.'])
    expect([set(4), set(7)]).toEqual([[], []])
    expect(set(9)).toEqual(['outside: Set for Sun 23 Aug, 2 days after its window closes.'])
    expect(set(9, did('dose', on(2), 1, 2))).toEqual([])
  })
  it('hang on the actual day of the one before, and a day that is set holds', () => {
    const course = planCourse(vapour, [one, did('dose', on(6), 1, 2)], on(7))
    expect(job(course, 'dose', 3)).toMatchObject({
      earliest: on(10),
      best: on(11),
      latest: on(13),
      was: { best: on(10) },
      hangsOn: { job: 'dose', n: 2 },
    })
    expect(job(planCourse(vapour, [one, event('set', on(7), { job: 'dose', n: 2 })], on(2)), 'dose', 3).best).toBe(on(12))
    expect(job(planCourse(vapour, [one], on(2)), 'dose', 2)).toMatchObject({ planned: 1, asksAmount: true, state: 'open', was: null })
    expect(job(planCourse(vapour, [one, did('dose', on(10), 1, 3)], on(11)), 'dose', 2).state).toBe('passed')
  })
  it('begin by the latest start, and never before the day they are asked on', () => {
    const late = planOf('oxalic-vapour', withColony({ broodBoxes: 1, brood: 'capped' }), { latestStart: on(2) })
    expect(job(planCourse(late), 'dose', 1)).toMatchObject({ best: START, latest: on(2) })
    expect(job(planCourse(late), 'dose', 1).earliest).toBe(START)
  })
})

describe('opening and counting too soon', () => {
  it('is said of the entrance and of the count', () => {
    const laid = did('dose', START)
    const back = job(planCourse(formic, [laid], on(1)), 'put-back')
    expect(back.earliest).toBe(on(14))
    expect(texts(formic, [laid, did('put-back', on(12))], on(13))).toEqual([
      'too-early: The course runs 14 days; this was after 12: the entrance must stay open until it is over.',
    ])
    expect(texts(formic, [laid, did('put-back', on(14))], on(14))).toEqual([])
    const recount = job(planCourse(formic, [laid, did('put-back', on(14))], on(15)), 'recount')
    expect(texts(formic, [laid, did('put-back', on(14)), did('recount', addDays(recount.earliest, -3))], recount.best)).toEqual([
      `too-early: Counted 3 days before its window opens on ${'Fri 4 Sep'}: mites may still be coming out of the brood.`,
    ])
    expect(recount.earliest).toBe('2026-09-04')
    expect(texts(formic, [laid, did('put-back', on(14)), did('recount', recount.earliest)], recount.best)).toEqual([])
  })
})

describe('what is lost, and the ways on', () => {
  const costs = (plan: CoursePlan, events: readonly CourseEvent[], asOf: Day, dates: Partial<Parameters<typeof costsOf>[2]> = {}) =>
    costsOf(plan, planCourse(plan, events, asOf), { supersNextOn: null, lastOpening: null, ...dates }, asOf).map((c) => `${c.kind}: ${c.text}`)
  const late = [did('dose', START, 2), did('remove', on(59), 2)]
  it('supers that come later than they would have, and later than they must', () => {
    expect(costs(strips, [did('dose', START, 2), did('remove', on(42), 2)], on(43))).toEqual([])
    expect(costs(strips, late, on(60))).toEqual(['supers: Supers may go on from Mon 26 Oct instead of Fri 9 Oct.'])
    expect(costs(strips, late, on(60), { supersNextOn: '2026-10-20' })).toEqual([
      'supers: Supers may go on from Mon 26 Oct instead of Fri 9 Oct: 6 days after they must.',
    ])
    expect(costs(strips, late, on(60), { supersNextOn: '2026-10-09' })[0]).toMatch(/: 17 days after they must\.$/)
    // They had to go on before the course could ever have been over: that was known when it was chosen.
    expect(costs(strips, late, on(60), { supersNextOn: '2026-10-01' })[0]).toMatch(/instead of Fri 9 Oct\.$/)
    expect(costs(strips, late, on(60), { supersNextOn: '2026-10-26' })[0]).toMatch(/instead of Fri 9 Oct\.$/)
    expect(costs(strips, late, '2026-10-26')).toEqual([])
  })
  it('work that falls after the last opening', () => {
    const open = [did('dose', START, 2)]
    expect(costs(strips, open, on(1), { lastOpening: on(42) })).toEqual([])
    expect(costs(strips, open, on(1), { lastOpening: on(41) })).toEqual([
      'winter: Taking it out falls on Fri 25 Sep, after your last opening on Thu 24 Sep: bring it forward where the label allows, or open on a mild day.',
    ])
    expect(costs(vapour, [did('dose', START, 1)], on(1), { lastOpening: on(4) })).toEqual([])
  })
  it('are offered only where something slipped', () => {
    const mends = (plan: CoursePlan, events: readonly CourseEvent[], asOf: Day) =>
      mendsOf(plan, events, planCourse(plan, events, asOf), asOf).map((m) => m.kind)
    expect(mends(strips, [did('dose', START, 2)], on(10))).toEqual([])
    expect(mends(strips, [did('dose', START, 2)], on(57))).toEqual(['take-out'])
    expect(mends(strips, [did('dose', START, 3)], on(2))).not.toContain('take-out')
    expect(mends(vapour, [did('dose', START, 1)], on(6))).toEqual([])
    expect(mends(vapour, [did('dose', START, 1), did('dose', on(10), 1, 2)], on(11))).toContain('add-round')
    const counted = [did('dose', START, 1), did('dose', on(10), 1, 2), did('recount', on(40))]
    expect(mends(vapour, counted, on(41))).not.toContain('add-round')
  })
})

describe('a colony that is gone, or has another queen', () => {
  const laid = did('dose', START, 2)
  const after = (kind: CourseEvent['kind'], events: readonly CourseEvent[] = [laid]) => planCourse(strips, [...events, event(kind, on(20))], on(21))
  it('leaves only what must come out, and by when', () => {
    expect(job(after('died'), 'remove')).toMatchObject({
      state: 'open',
      best: on(20),
      latest: on(27),
      text: 'The colony died: take out what hangs in the hive before it is shut, robbed or filled again (2 in it by your notes)',
    })
    expect(job(after('merged'), 'remove')).toMatchObject({ latest: on(23) })
    expect(job(after('sold'), 'remove')).toMatchObject({ latest: on(20) })
    expect(job(after('cancelled'), 'remove')).toMatchObject({
      latest: on(23),
      text: 'Called off: take out what is in the hive (2 in it by your notes)',
    })
    for (const j of after('died').jobs) if (j.job !== 'remove' && j.job !== 'dose') expect(j.state, j.job).toBe('passed')
    // Nothing went in, or all of it came out: nothing is asked for.
    expect(job(after('died', []), 'remove').state).toBe('passed')
    expect(job(after('died', [laid, event('found', on(10), { amount: 2 })]), 'remove').state).toBe('passed')
    expect(job(after('died', [event('part', START, { job: 'dose', n: 1, amount: 1 })]), 'remove')).toMatchObject({
      state: 'open',
      text: expect.stringMatching(/\(1 in it by your notes\)$/) as string,
    })
    expect(texts(strips, [laid, event('died', on(20))], on(70)).filter((t) => t.startsWith('over-stay'))).toEqual([])
  })
  it('is looked at for her, and a fumigant waits till she has laid', () => {
    const swarmed = after('swarmed')
    expect(job(swarmed, 'queen-check', 20)).toMatchObject({
      earliest: on(41),
      best: on(45),
      latest: on(50),
      text: 'After the swarm: does the young queen lay?',
    })
    expect(job(after('requeened'), 'queen-check', 21)).toMatchObject({ earliest: on(27), best: on(30), latest: on(34) })
    expect(job(planCourse(strips, [laid, event('swarmed', on(20)), did('queen-check', on(44), null, 20)], on(45)), 'queen-check', 20)).toMatchObject({
      state: 'done',
      doneOn: on(44),
    })
    const pads = planOf('formic-liquid', withColony({ broodBoxes: 1 }))
    const waits = planCourse(pads, [did('dose', START), event('requeened', on(2))], on(3))
    expect(job(waits, 'dose', 2).earliest >= on(23)).toBe(true)
    expect(waits.warnings.find((w) => w.kind === 'fate')?.text).toMatch(/ No further dose before Sun 6 Sep: she must have laid 21 days\.$/)
    expect(after('requeened').warnings.find((w) => w.kind === 'fate')?.text).toBe(
      `Requeened on Thu 3 Sep: the brood breaks, so a count reads otherwise for some weeks.`,
    )
  })
})

describe('a job’s name', () => {
  it('is numbered where there are several, and is work where nothing is given', () => {
    expect([
      sayJob({ job: 'dose', n: 2 }, true),
      sayJob({ job: 'dose', n: 1 }, false),
      sayJob({ job: 'dose', n: 1 }, false, 'hive-work'),
      sayJob({ job: 'remove', n: 1 }, false, 'hive-work'),
      sayJob({ job: 'queen-check', n: 20 }, true),
    ]).toEqual(['Dose 2', 'Dose', 'Work', 'Take out', 'Queen check'])
  })
})

describe('an option as it is answered', () => {
  it('says when supers may go on, and what is likely left', () => {
    const { options, judgement } = answer(withColony({ framesOfBees: 10, broodBoxes: 1 }))
    const strip = options.find((o) => o.treatment === 'amitraz-strip')!
    expect(strip.supersOn).toBe(strip.course.find((j) => j.job === 'supers')!.best)
    // The level, grown until the count after it as if untreated, less what it takes; both ends further out than the middle ones of either.
    const { left, efficacy } = strip
    const days = daysBetween('2026-08-12', left!.on)
    const recount = strip.course.find((j) => j.job === 'recount')!
    expect(left!.on >= recount.earliest && left!.on <= recount.latest).toBe(true)
    const grown = judgement.p50! * Math.exp(0.026 * Math.min(days, 50))
    expect(left!.estimate).toBeGreaterThan(judgement.p50! * (1 - efficacy!.estimate))
    expect(left!.estimate).toBeLessThan(grown * (1 - efficacy!.low))
    expect(left!.low < left!.estimate && left!.estimate < left!.high).toBe(true)
    const out = options.find((o) => o.verdict === 'ruled-out')!
    expect([out.supersOn, out.left, out.course]).toEqual([null, null, []])
  })
})

describe('a course, further', () => {
  const laid = did('dose', START, 2)
  it('moves by no day that something lay out before it went in', () => {
    expect(job(planCourse(strips, [laid, event('lifted', on(-3)), event('laid-again', on(-1))], on(20)), 'remove').latest).toBe(on(56))
  })
  it('of a colony that died asks for nothing where nothing went in, counted or not', () => {
    const gel = planOf('thymol-gel')
    expect(job(planCourse(gel, [event('died', on(3))], on(4)), 'remove').state).toBe('passed')
    expect(job(planCourse(gel, [did('dose', START), event('died', on(3))], on(4)), 'remove').state).toBe('open')
  })
  it('holds back doses for a new queen, and nothing else; nor says it where no dose is left', () => {
    const back = (events: readonly CourseEvent[]) => job(planCourse(formic, events, on(6)), 'put-back').best
    expect(back([did('dose', START), event('requeened', on(5))])).toBe(back([did('dose', START)]))
    expect(texts(formic, [did('dose', START), event('requeened', on(5))], on(6)).find((t) => t.startsWith('fate'))).not.toMatch(/No further dose/)
  })
  it('ends by its plan with the last round as it is set or planned', () => {
    const three = [did('dose', START, 1), did('dose', on(5), 1, 2), did('dose', on(10), 1, 3)]
    expect(courseEnd(planCourse(vapour, three, on(11)))).toBe(on(15))
    expect(courseEnd(planCourse(vapour, [...three, event('set', on(17), { job: 'dose', n: 4 })], on(11)))).toBe(on(17))
    // What was never begun has not ended, however late it is.
    expect(planCourse(formic, [], on(60)).endedOn).toBeNull()
    expect(planCourse(formic, [did('dose', START)], on(60)).endedOn).toBe(on(14))
  })
  it('lets the keeper’s longest stay shorten the stay of what is taken out, counted from the first dose', () => {
    const back = (mostDays: number | null) =>
      job(planCourse(planOf('formic-strip-14', ruled('formic-strip-14', { mostDays })), [did('dose', START)], on(1)), 'put-back').latest
    expect(back(15)).toBe(back(null))
    const wafers = planOf('thymol-wafer', ruled('thymol-wafer', { mostDays: 44 }))
    const two = [did('dose', START, 1), did('dose', on(21), 1, 2)]
    expect(job(planCourse(wafers, two, on(22)), 'remove').latest).toBe(on(44))
    expect(texts(wafers, two, on(44)).filter((t) => t.startsWith('over-stay'))).toEqual([])
    expect(texts(wafers, two, on(45)).find((t) => t.startsWith('over-stay'))).toMatch(/^over-stay: In for 24 days, and 23 is the longest/)
  })
  it('adds the parts of a job to its end, asks no amount of what is only taken out, and warns of no removal half done', () => {
    const parts = planCourse(strips, [event('part', START, { job: 'dose', n: 1, amount: 1 }), did('dose', on(1), null)], on(2))
    expect(job(parts, 'dose').amount).toBe(1)
    expect(job(parts, 'remove').planned).toBeNull()
    const half = texts(strips, [laid, event('part', on(45), { job: 'remove', n: 1, amount: 1 })], on(46))
    expect(half.filter((t) => t.startsWith('amount'))).toEqual([])
  })
  it('shows no old window beside what is passed, and stands in order of the day and the work', () => {
    const passed = job(planCourse(vapour, [did('dose', on(2), 1), did('dose', on(12), 1, 3)], on(13)), 'dose', 2)
    expect(passed).toMatchObject({ state: 'passed', was: null })
    const order = planCourse(strips)
      .jobs.filter((j) => j.best === START)
      .map((j) => j.job)
    expect(order).toEqual(['prepare', 'dose'])
    const days = planCourse(vapour, [did('dose', START, 1)], on(1)).jobs.map((j) => j.doneOn ?? j.best)
    expect(days).toEqual(days.toSorted())
  })
  it('says what rounds too far apart meet, against the planned pace, and from where they are counted anew', () => {
    const costs = (events: readonly CourseEvent[], asOf: Day) =>
      costsOf(vapour, planCourse(vapour, events, asOf), { supersNextOn: null, lastOpening: null }, asOf).find((c) => c.kind === 'coverage')?.text
    const kill = treatmentOf('oxalic-vapour')!.killDays!
    const meet = (...days: number[]) => {
      const { worker, drone } = coverageOf(days.map(on), kill)
      return `${sayShare(worker)} of what was under worker cappings, ${sayShare(drone)} under drone`
    }
    const weekly = [did('dose', START, 1), did('dose', on(7), 1, 2)]
    expect(costs(weekly, on(8))).toBe(`At the planned pace the rounds meet ${meet(0, 5, 10, 15)}; as they stand ${meet(0, 7, 12, 17)}.`)
    expect(costs([did('dose', START, 1), did('dose', on(12), 1, 2)], on(13))).toMatch(/\. Counted anew from Wed 26 Aug, they meet /)
    expect(costs([did('dose', START, 1)], on(1))).toBeUndefined()
    const short = mendsOf(vapour, weekly, planCourse(vapour, weekly, on(8)), on(8))
    expect(short.map((m) => m.job)).toEqual(short.map(() => ({ job: 'dose', n: 3 })))
    expect(short.map((m) => m.kind)).toContain('go-on')
  })
})
