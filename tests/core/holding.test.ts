import { describe, it } from 'vitest'
import {
  colonyState,
  courseFacts,
  courseState,
  driftingWithin,
  flagsOf,
  jobsOn,
  leftUntil,
  overAndFree,
  stepsOn,
  situationOf,
  todayOfYards,
  countNext,
  yardCounts,
  yardHistory,
  yardState,
  type ColonyRecord,
  type CourseRecord,
  type EventRecord,
  type SettingsRecord,
  type YardRecord,
} from '@thistle/core/holding'
import { answer } from '@thistle/core/course'
import { parseCase, writeCase } from '@thistle/core/formats'
import { addDays, type Day } from '@thistle/core/time'
import { august, days } from '../cases/index.ts'
import { bareYard } from '../cases/records.ts'
import { expect, usual } from '../read-as.ts'

const TODAY = '2026-08-12'
const settings: SettingsRecord = {
  id: 's',
  version: 1,
  ...august().keeper,
  kit: august().keeper.kit!,
  rules: august().rules,
  stock: {},
}

function colonyOf(name: string, position: number, over: Partial<ColonyRecord> = {}): ColonyRecord {
  const { hivedOn: _hivedOn, ...facts } = august().colony
  return {
    id: name,
    name,
    version: 1,
    since: '2026-03-01',
    hivedOn: null,
    parents: [],
    placement: { id: `p-${name}`, version: 1, position, fromDay: '2026-03-01', yardId: 'y' },
    look: { ...facts, id: `l-${name}`, version: 1, onDay: '2026-08-10', supers: 'none', note: null },
    counts: [countOf('2026-08-11', 2)],
    courses: [],
    ...over,
  }
}
const countOf = (onDay: Day, mites: number, bees = 300, courseId: string | null = null) => ({
  id: `c-${onDay}-${mites}`,
  version: 1,
  courseId,
  onDay,
  method: 'wash' as const,
  recovery: null,
  representative: null,
  note: null,
  samples: [{ mites, bees, days: null }],
})
const yardOf = (colonies: ColonyRecord[], today: Day = TODAY): YardRecord =>
  bareYard(today, {
    lastOpening: '2026-11-05',
    supersNextOn: '2027-05-10',
    weather: days(
      '2026-08-01',
      Array.from({ length: 120 }, () => 24),
    ),
    colonies,
  })

function courseOf(treatment: CourseRecord['treatment'], startOn: Day, events: Partial<EventRecord>[] = []): CourseRecord {
  const situation = august({ asOf: startOn, startOn, counts: [{ ...august().counts[0]!, date: startOn, mites: 20 }] })
  return {
    id: `course-${startOn}`,
    decisionId: 'd',
    treatment,
    startOn,
    latestStart: addDays(startOn, 3),
    facts: {
      ...courseFacts(situation, answer(situation).judgement, treatment),
      before: { mites: 20, bees: 300, countedOn: startOn, method: 'wash' },
    },
    events: events.map((e, i) => ({
      id: `e${i}`,
      kind: 'done',
      job: null,
      n: 1,
      happenedOn: startOn,
      amount: null,
      note: null,
      supersedes: null,
      ...e,
    })),
  }
}
const steps = (colony: ColonyRecord, today: Day = TODAY) =>
  colonyState(yardOf([colony], today), colony, settings).steps.map((s) => `${s.due}: ${s.text}`)

describe('what a colony asks for', () => {
  it('is a choice over the limit, a count when it is time, and nothing sooner', () => {
    expect(steps(colonyOf('A', 1, { counts: [countOf('2026-08-11', 12)] }))).toEqual(['due: choose a treatment'])
    expect(steps(colonyOf('A', 1, { counts: [] }))).toEqual(['due: count first'])
    // Due for a week, and overdue from then on: a month after the count at the latest.
    expect(steps(colonyOf('A', 1, { counts: [countOf('2026-07-08', 0)] }))[0]).toMatch(/^due: count again now/)
    expect(steps(colonyOf('A', 1, { counts: [countOf('2026-07-01', 0)] }))[0]).toMatch(/^overdue: count again now/)
    expect(steps(colonyOf('A', 1))[0]).toMatch(/^coming: count by/)
  })
  it('is the queen first where there is none', () => {
    const bare = colonyOf('A', 1)
    expect(steps({ ...bare, look: { ...bare.look!, queen: 'absent' } })[0]).toBe('due: settle the queen first')
  })
  it('is the course in hand, and no second choice beside it', () => {
    const course = courseOf('amitraz-strip', '2026-06-15', [{ job: 'dose', happenedOn: '2026-06-15', amount: 4 }])
    const found = steps(colonyOf('A', 1, { counts: [countOf('2026-06-14', 20)], courses: [course] }))
    expect(found[0]).toMatch(/^overdue: /)
    expect(found.join()).toMatch(/take strips out now/)
    expect(found.join()).not.toMatch(/choose/)
  })
})

describe('what a colony says of its yard', () => {
  it('is its newest count, until something is given: a course that is only chosen takes nothing', () => {
    const said = (events: Partial<EventRecord>[]) => {
      const other = colonyOf('B', 2, { counts: [countOf('2026-08-05', 7)], courses: [courseOf('amitraz-strip', '2026-08-10', events)] })
      const one = colonyOf('A', 1)
      return colonyState(yardOf([one, other]), one, settings).situation.yardCounts!
    }
    expect(said([]).map((c) => [c.date, c.mites])).toEqual([['2026-08-05', 7]])
    expect(said([{ job: 'dose', happenedOn: '2026-08-10', amount: 2 }])).toEqual([])
  })
})

describe('preparing and giving in one visit', () => {
  const open = (chosen: Day, startOn: Day, events: Partial<EventRecord>[] = [], today: Day = startOn) => {
    const course = courseOf('amitraz-strip', startOn, events)
    const colony = colonyOf('A', 1, { courses: [{ ...course, facts: { ...course.facts, asOf: chosen } }] })
    return colonyState(yardOf([colony], today), colony, settings).steps.filter((s) => s.job)
  }
  it('are one thing to do where the course begins on the day it was chosen or the next, and two where there is time', () => {
    const [first] = open('2026-08-12', '2026-08-12')
    expect(first?.name).toBe('lay the strips')
    expect(first?.job).toMatchObject({ job: 'dose', n: 1, prepares: true })
    expect(first?.job?.text).toMatch(/^Take the supers off; .*\. Then: hang 4 strips in the brood nest/)
    const jobs = (chosen: Day, startOn: Day, ...rest: [Partial<EventRecord>[]?, Day?]) => open(chosen, startOn, ...rest).map((s) => s.job!.job)
    expect(jobs('2026-08-12', '2026-08-13').slice(0, 2)).toEqual(['dose', 'check'])
    expect(jobs('2026-08-12', '2026-08-14').slice(0, 2)).toEqual(['prepare', 'dose'])
    // No day that goes by changes it.
    expect(jobs('2026-08-12', '2026-08-12', [], '2026-08-16')[0]).toBe('dose')
    expect(jobs('2026-08-12', '2026-08-14', [], '2026-08-16').slice(0, 2)).toEqual(['prepare', 'dose'])
  })
  it('are entered by one tick, and what was prepared on its own is not told again', () => {
    const given = open('2026-08-12', '2026-08-12', [{ job: 'dose', happenedOn: '2026-08-12', amount: 2 }])
    expect(given.some((s) => s.job!.job === 'prepare' || s.job!.job === 'dose')).toBe(false)
    const [first] = open('2026-08-12', '2026-08-12', [{ job: 'prepare', happenedOn: '2026-08-12' }])
    expect(first?.job?.text).toMatch(/^Hang 4 strips/)
    expect(first?.job?.prepares).toBeUndefined()
  })
})

describe('a course that was left standing', () => {
  const vapour = (events: Partial<EventRecord>[]) => courseOf('oxalic-vapour', '2026-08-14', events)
  const round = (n: number, happenedOn: Day) => ({ job: 'dose' as const, n, happenedOn, amount: 1 })
  it('hides no danger and holds nothing back: it asks to be ended, and the colony to be treated', () => {
    const day = '2026-10-20'
    const colony = colonyOf('A', 1, { counts: [countOf('2026-10-18', 30)], courses: [vapour([round(1, '2026-08-14'), round(2, '2026-08-19')])] })
    const state = colonyState(yardOf([colony], day), colony, settings)
    expect(state.inHand).toBeNull()
    expect(state.courses[0]).toMatchObject({ running: false, planned: false, left: { lastOn: '2026-08-19', job: { n: 3 } } })
    expect(state.steps.map((s) => s.kind)).toEqual(expect.arrayContaining(['left', 'choose']))
    expect(state.steps.find((s) => s.kind === 'left')!.text).toBe(
      'end the oxalic acid vapour course: nothing was given since Wed 19 Aug, round 3 would begin another',
    )
    // For turn and for what may run beside it, it ended with its last round.
    expect(state.situation.history).toMatchObject([{ treatment: 'oxalic-vapour', start: '2026-08-14', end: '2026-08-19' }])
    const sentence = yardState(yardOf([colony], day), settings).sentence.map((p) => p.text)
    expect(sentence.join('')).toMatch(/A is in danger/)
  })
  it('is one from three weeks after its window on, and never while something hangs in the hive', () => {
    const leftOn = (day: Day, record: CourseRecord) => courseState(record, colonyOf('A', 1), day).left !== null
    const begun = vapour([round(1, '2026-08-14')])
    const { latest } = courseState(begun, colonyOf('A', 1), '2026-08-15').course.jobs.find((j) => j.job === 'dose' && j.n === 2)!
    expect([21, 22].map((n) => leftOn(addDays(latest, n), begun))).toEqual([false, true])
    expect(leftOn('2028-08-14', courseOf('amitraz-strip', '2026-08-14', [{ job: 'dose', happenedOn: '2026-08-14', amount: 2 }]))).toBe(false)
    // What was planned and never begun is no treatment that was had.
    const never = colonyOf('A', 1, { counts: [countOf('2026-10-18', 30)], courses: [vapour([])] })
    const state = colonyState(yardOf([never], '2026-10-20'), never, settings)
    expect(state.situation.history).toEqual([])
    expect(state.steps.find((s) => s.kind === 'left')!.text).toMatch(/^take the oxalic acid vapour course off the plan: it was to begin by/)
  })
})

describe('a kept course', () => {
  const dosed = { job: 'dose' as const, happenedOn: '2026-08-14', amount: 2 }
  it('reads events in which a later one supersedes an earlier, or takes it back', () => {
    const corrected = courseOf('formic-strip-14', '2026-08-14', [dosed, { ...dosed, happenedOn: '2026-08-15', supersedes: 'e0' }])
    expect(courseState(corrected, colonyOf('A', 1), '2026-08-20').startedOn).toBe('2026-08-15')
    const back = courseOf('formic-strip-14', '2026-08-14', [dosed, { kind: 'taken-back', supersedes: 'e0' }])
    expect(courseState(back, colonyOf('A', 1), '2026-08-15').planned).toBe(true)
    const off = courseOf('formic-strip-14', '2026-08-14', [{ kind: 'cancelled' }])
    expect(courseState(off, colonyOf('A', 1), '2026-08-15')).toMatchObject({ cancelled: true, planned: false, running: false })
  })
  it('takes the count in its window as the answer, and says whether it worked', () => {
    const course = courseOf('formic-strip-14', '2026-08-14', [dosed])
    const early = colonyOf('A', 1, { counts: [countOf('2026-08-14', 20), countOf('2026-08-30', 9)], courses: [course] })
    expect(courseState(course, early, '2026-09-10').recount).toBeNull()
    const colony = colonyOf('A', 1, { counts: [countOf('2026-08-14', 20), countOf('2026-09-07', 2)], courses: [course] })
    const state = courseState(course, colony, '2026-09-10')
    expect(state.recount?.onDay).toBe('2026-09-07')
    // 20 and 2 of 300 in 24 days in which they would have grown by half and more: more than nine tenths, less what the first jar was high by.
    expect(state.outcome?.efficacy?.estimate).toBeGreaterThan(0.84)
    expect(state.outcome?.efficacy?.estimate).toBeLessThan(0.95)
    expect(state.outcome?.verdict).toBe('unclear')
    expect(state.outcome?.text).toMatch(/about what it should, as far as two jars can tell; about \d\d of 100 such courses did/)
    // Among neighbours without a mite the first jar was rather high by chance.
    const none = Array.from({ length: 6 }, (_, i) => colonyOf(`N${i}`, i + 2, { counts: [countOf('2026-08-12', 0)] }))
    const among = courseState(course, colony, '2026-09-10', { yard: yardOf([colony, ...none], '2026-09-10') })
    expect(among.outcome!.efficacy!.estimate).toBeLessThan(state.outcome!.efficacy!.estimate)
    // What was given there meanwhile says nothing of the yard before.
    const treated = none.map((c) => ({
      ...c,
      courses: [courseOf('formic-strip-14', '2026-08-13', [{ job: 'dose', happenedOn: '2026-08-13', amount: 2 }])],
    }))
    expect(courseState(course, colony, '2026-09-10', { yard: yardOf([colony, ...treated], '2026-09-10') }).outcome!.efficacy).toEqual(
      state.outcome!.efficacy,
    )
  })
  it('takes a count that was made for it even before its window', () => {
    const course = courseOf('formic-strip-14', '2026-08-14', [dosed])
    const colony = colonyOf('A', 1, { counts: [countOf('2026-09-02', 3, 300, course.id)], courses: [course] })
    const state = courseState(course, colony, '2026-09-10')
    expect(state.recount).not.toBeNull()
    expect(state.course.warnings.map((w) => w.kind)).toContain('too-early')
  })
  it('goes into the history that later matching reads, with what it took', () => {
    const course = courseOf('formic-strip-14', '2026-08-14', [dosed, { job: 'put-back', happenedOn: '2026-08-28' }])
    const colony = colonyOf('A', 1, { counts: [countOf('2026-08-14', 20), countOf('2026-09-07', 8)], courses: [course] })
    const [past] = situationOf(yardOf([colony], '2026-09-10'), colony, settings).history
    expect(past).toMatchObject({ treatment: 'formic-strip-14', start: '2026-08-14', end: '2026-08-28' })
    expect(past!.efficacyLow! < past!.efficacy! && past!.efficacy! < past!.efficacyHigh!).toBe(true)
    expect(past!.efficacy).toBeGreaterThan(0.55)
    expect(past!.efficacy).toBeLessThan(0.8)
  })
})

describe('a yard', () => {
  it('says what it needs in one sentence, the most pressing first', () => {
    const strips = courseOf('amitraz-strip', '2026-06-15', [{ job: 'dose', happenedOn: '2026-06-15', amount: 4 }])
    const colonies = [
      colonyOf('Alder', 1),
      colonyOf('Bramble', 2, { counts: [countOf('2026-06-14', 20)], courses: [strips] }),
      colonyOf('Elder', 3, { counts: [countOf('2026-08-11', 12)] }),
      colonyOf('Hazel', 4, { counts: [countOf('2026-08-11', 20)] }),
    ]
    const sentence = yardState(yardOf(colonies), settings)
      .sentence.map((p) => p.text)
      .join('')
    expect(sentence).toBe(
      'Test Yard: strips in Bramble must come out now, Hazel is in danger, Elder is over the limit, and formic acid strip serves both today.',
    )
  })
  it('says that nothing is due, and what comes next', () => {
    expect(yardState(yardOf([colonyOf('Alder', 1)]), settings).sentence[0]?.text).toMatch(/^Test Yard: nothing is due; the next thing is on /)
  })
  it('gives the limit in force by the school and the day, counted or not', () => {
    const limit = (school: SettingsRecord['school'], today: Day) => yardState(yardOf([], today), { ...settings, school }).limit
    expect(limit('three-percent', '2026-08-12')).toBe(3)
    expect(limit('three-percent', '2026-12-12')).toBe(2)
    expect(limit('one-two-three', '2026-04-12')).toBe(1)
    expect(limit('five-in-jar', '2026-08-12')).toBeCloseTo(5 / 3)
  })
  it('tells an empty yard what to do first', () => {
    expect(yardState(yardOf([]), settings).sentence[0]?.text).toMatch(/Add the colonies/)
  })
  it('draws alike jobs of a yard onto one line of Today', () => {
    const course = (name: string) => ({
      ...courseOf('amitraz-strip', '2026-06-15', [{ job: 'dose', happenedOn: '2026-06-15', amount: 4 }]),
      id: name,
    })
    const colonies = ['A', 'B'].map((n, i) => colonyOf(n, i + 1, { counts: [countOf('2026-06-14', 20)], courses: [course(n)] }))
    const list = todayOfYards([yardState(yardOf(colonies), settings)])
    const out = list.overdue.find((l) => l.step.job?.job === 'remove')
    expect(out?.lines.map((l) => l.state.colony.name)).toEqual(['A', 'B'])
  })
  it('says what could be done on another day: every job whose window holds it, and no other', () => {
    const formic = courseOf('formic-strip-14', '2026-08-10', [{ job: 'dose', happenedOn: '2026-08-10', amount: 2 }])
    const yards = [yardState(yardOf([colonyOf('A', 1, { counts: [countOf('2026-08-10', 20)], courses: [formic] })]), settings)]
    const jobs = (day: Day) => jobsOn(yards, day).map((l) => l.step.job?.job)
    expect(jobs('2026-08-23')).toEqual([])
    expect(jobs('2026-08-24')).toEqual(['put-back'])
    expect(jobs('2026-09-03')).toEqual(['recount', 'queen-check'])
    const choosing = yardState(yardOf([colonyOf('A', 1, { counts: [countOf('2026-08-11', 12)] })]), settings)
    expect(stepsOn(choosing.row[0]!, '2026-08-31').map((s) => s.kind)).toEqual(['choose'])
    expect(stepsOn(yards[0]!.row[0]!, '2026-08-31').map((s) => s.job?.job)).toEqual(['put-back', 'recount', 'queen-check'])
  })
  it('makes a case of any of its colonies that reads back the same', () => {
    const colony = colonyOf('Alder', 1, {
      courses: [courseOf('amitraz-strip', '2026-06-15', [{ job: 'dose', happenedOn: '2026-06-15', amount: 4 }])],
    })
    const situation = situationOf(yardOf([colony]), colony, settings)
    expect(parseCase(JSON.parse(writeCase(situation)))).toEqual({ ok: true, situation })
  })
})

describe('what a yard needs', () => {
  const row = (...counts: number[]) =>
    yardState(yardOf(counts.map((mites, i) => colonyOf(`C${i}`, i + 1, { counts: mites < 0 ? [] : [countOf('2026-08-11', mites)] }))), settings).row
  it('is a plan for those over the limit with nothing in hand', () => {
    expect(overAndFree(row(1, 12, 30, -1)).map((s) => s.colony.name)).toEqual(['C1', 'C2'])
  })
  it('is nothing where all that are free are under it: it can be left until the first count', () => {
    const calm = row(1, 2, 0)
    expect(leftUntil(calm)).toBe(calm.map((s) => s.judgement.recountBy).toSorted()[0])
    expect(leftUntil(row(1, 12))).toBeNull()
    expect(leftUntil(row(1, -1))).toBeNull()
    expect(leftUntil([])).toBeNull()
  })
})

describe('a board that lies', () => {
  const stepsAfter = (laidOn: Day) =>
    colonyState(yardOf([]), colonyOf('Elder', 1, { board: { id: 'b', version: 1, laidOn } }), settings).steps.filter((s) => s.kind === 'board')
  it('is to be read after three days, and is overdue after a week', () => {
    expect(stepsAfter(TODAY)[0]).toMatchObject({ due: 'coming', best: addDays(TODAY, 3), text: 'read the board Sat 15 Aug' })
    expect(stepsAfter(addDays(TODAY, -3))[0]).toMatchObject({ due: 'due', text: 'read the board now' })
    expect(stepsAfter(addDays(TODAY, -8))[0]).toMatchObject({ due: 'overdue', tone: 'alarm' })
    expect(colonyState(yardOf([]), colonyOf('Elder', 1), settings).steps.filter((s) => s.kind === 'board')).toEqual([])
  })
})

describe('the counts of a yard', () => {
  const flagged = { ...countOf('2026-08-11', 20), representative: false }
  const board = { ...countOf('2026-08-11', 9), method: 'board' as const, samples: [{ mites: 9, bees: null, days: 3 }] }
  const state = yardState(
    yardOf([
      colonyOf('A', 1, { counts: [countOf('2026-06-20', 1), countOf('2026-08-11', 3)] }),
      colonyOf('B', 2, { counts: [countOf('2026-06-22', 3), countOf('2026-08-09', 6)] }),
      colonyOf('Old', 3, { counts: [countOf('2026-06-21', 2)] }),
      colonyOf('Flagged', 4, { counts: [flagged] }),
      colonyOf('Board', 5, { counts: [board] }),
    ]),
    settings,
  )
  const names = (row: readonly { colony: { name: string } }[]) => row.map((s) => s.colony.name)
  it('are the fresh jars and rolls that speak for it; the others are named apart', () => {
    const { estimate, counted, uncounted, leftOut } = yardCounts(state)
    expect([names(counted), names(uncounted), names(leftOut)]).toEqual([['A', 'B'], ['Old', 'Board'], ['Flagged']])
    expect(estimate).toMatchObject({ sampled: 2, unsampled: 2, over: 0, highest: 2 })
    expect(estimate?.mean.estimate).toBeCloseTo(1.5, 9)
  })
  it('leave out what tells of the level before a course, and count it from its next jar on', () => {
    const dosed = courseOf('formic-strip-14', '2026-08-11', [{ job: 'dose', happenedOn: '2026-08-11', amount: 2 }])
    const treated = (counts: ColonyRecord['counts']) =>
      yardCounts(
        yardState(
          yardOf([colonyOf('A', 1, { counts: [countOf('2026-08-11', 3)] }), colonyOf('T', 2, { counts, courses: [dosed] })], '2026-08-20'),
          settings,
        ),
      )
    const before = treated([countOf('2026-08-10', 30)])
    expect([names(before.counted), names(before.leftOut)]).toEqual([['A'], ['T']])
    expect(before.estimate?.highest).toBeCloseTo(1, 9)
    expect(names(treated([countOf('2026-08-10', 30), countOf('2026-08-19', 2)]).counted)).toEqual(['A', 'T'])
  })
  it('say whose next jar tells most: near the limit before far from it, and none that is not worth its while or is in a course', () => {
    const dosed = courseOf('formic-strip-14', '2026-08-11', [{ job: 'dose', happenedOn: '2026-08-11', amount: 2 }])
    const yard = yardState(
      yardOf(
        [
          colonyOf('None', 1, { counts: [countOf('2026-08-11', 0)] }),
          colonyOf('Near', 2, { counts: [countOf('2026-08-11', 8)] }),
          colonyOf('Nearer', 3, { counts: [countOf('2026-08-11', 7)] }),
          colonyOf('Far', 4, { counts: [countOf('2026-08-11', 40)] }),
          colonyOf('Treated', 5, { counts: [countOf('2026-08-10', 8)], courses: [dosed] }),
        ],
        '2026-08-12',
      ),
      settings,
    )
    const next = countNext(yard)
    expect(next[0]!.state.colony.name).toBe('Near')
    expect(next.every((n) => n.another.worth)).toBe(true)
    for (const name of ['None', 'Far', 'Treated']) expect(next.map((n) => n.state.colony.name)).not.toContain(name)
    expect(next.map((n) => n.another.saves)).toEqual(next.map((n) => n.another.saves).toSorted((a, b) => b - a))
  })
  it('go together in rounds of a week, each against the limit of its day', () => {
    const rounds = yardHistory(state)
    expect(rounds.map((r) => [r.day, r.colonies, r.estimate.mean.estimate, r.limit])).toEqual([
      ['2026-06-22', 3, expect.closeTo(2 / 3, 9), 3],
      ['2026-08-11', 2, expect.closeTo(1.5, 9), 3],
    ])
    expect(yardHistory(yardState(yardOf([]), settings))).toEqual([])
  })
})

describe('a recount', () => {
  it('is by the method of the count before where there is such a one: another method says nothing of what was taken', () => {
    const course = courseOf('oxalic-vapour', '2026-07-01', [{ job: 'dose', n: 1, happenedOn: '2026-07-01' }])
    const after = addDays(TODAY, -1)
    const board = {
      ...countOf(addDays(after, -1), 9, 300, course.id),
      id: 'board',
      method: 'board' as const,
      samples: [{ mites: 9, bees: null, days: 3 }],
    }
    const jar = countOf(after, 2, 300, course.id)
    const recount = (counts: ColonyRecord['counts']) =>
      courseState(course, colonyOf('Elder', 1, { courses: [course], counts }), TODAY).recount?.method
    expect(recount([board, jar])).toBe('wash')
    expect(recount([board])).toBe('board')
  })
})

const bareLook = (name: string) => colonyOf(name, 1).look!
const lost = (kind: 'died' | 'merged' | 'sold', on: Day, more: Partial<EventRecord>[] = []) =>
  courseOf('amitraz-strip', '2026-07-20', [{ job: 'dose', happenedOn: '2026-07-20', amount: 4 }, ...more, { kind, happenedOn: on }])

describe('the words of a step', () => {
  const vapour = (events: Partial<EventRecord>[] = []) =>
    steps(colonyOf('A', 1, { counts: [countOf('2026-08-11', 20)], courses: [courseOf('oxalic-vapour', '2026-08-12', events)] }))
  it('name the round where there are several, the window, the one day, and the day that was set', () => {
    expect(vapour()).toContain('due: round 1: vaporise 12-15 Aug')
    const begun = [{ job: 'dose' as const, happenedOn: '2026-08-12', amount: 2 }]
    expect(vapour(begun)).toContain('coming: round 2: vaporise 16-19 Aug')
    expect(vapour([...begun, { kind: 'set', job: 'dose', n: 2, happenedOn: '2026-08-18' }])).toContain(
      'coming: round 2: vaporise, set for Tue 18 Aug',
    )
    const strips = courseOf('amitraz-strip', '2026-08-12')
    expect(steps(colonyOf('A', 1, { counts: [countOf('2026-08-11', 20)], courses: [strips] })).find((s) => usual(s).endsWith(' 12-15 Aug'))).toMatch(
      /^due: (?!round)/,
    )
  })
  it('are of the colony that is gone: only what hangs in it, then that it be taken out of the row', () => {
    const of = (course: CourseRecord) => steps(colonyOf('A', 1, { counts: [countOf('2026-07-19', 20)], courses: [course] }))
    const [first, ...others] = of(lost('died', '2026-08-05'))
    expect([first, others]).toEqual([expect.stringMatching(/take strips out/), []])
    const clear = [{ kind: 'done' as const, job: 'remove' as const, happenedOn: '2026-08-06', amount: 4 }]
    expect(of(lost('died', '2026-08-05', clear))).toEqual(['due: take it out of the row (it died)'])
    expect(of(lost('merged', '2026-08-05', clear))).toEqual(['due: take it out of the row (it was united)'])
    expect(of(lost('sold', '2026-08-05', clear))).toEqual(['due: take it out of the row (it was sold)'])
  })
  it('are by the most pressing first, then by the day', () => {
    const strips = courseOf('amitraz-strip', '2026-06-15', [{ job: 'dose', happenedOn: '2026-06-15', amount: 4 }])
    const colony = colonyOf('A', 1, { counts: [countOf('2026-06-14', 20)], courses: [strips], board: { id: 'b', version: 1, laidOn: '2026-08-08' } })
    const dues = colonyState(yardOf([colony]), colony, settings).steps.map((s) => s.due)
    expect(dues).toEqual(dues.toSorted((a, b) => ['overdue', 'due', 'coming'].indexOf(a) - ['overdue', 'due', 'coming'].indexOf(b)))
    expect(new Set(dues)).toEqual(new Set(['overdue', 'due', 'coming']))
  })
  it('of a count are calm under the limit, and to be acted on at watch and when the day has come', () => {
    const count = (onDay: Day, mites: number, bees = 300) => {
      const colony = colonyOf('A', 1, { counts: [countOf(onDay, mites, bees)] })
      const [step] = colonyState(yardOf([colony]), colony, settings).steps
      return [step!.text, step!.tone, step!.due]
    }
    expect(count('2026-08-11', 0)).toEqual(['count by Thu 10 Sep', 'settled', 'coming'])
    expect(count('2026-08-11', 7)).toEqual(['count again by Tue 18 Aug', 'act', 'due'])
    expect(count('2026-07-13', 0)).toEqual(['count again now', 'act', 'due'])
  })
})

describe('the course in hand', () => {
  const stateOf = (courses: CourseRecord[], counts = [countOf('2026-06-14', 20)]) => {
    const colony = colonyOf('A', 1, { counts, courses })
    return colonyState(yardOf([colony]), colony, settings)
  }
  it('is one planned, running or waiting for its count; none once it was counted, or was called off', () => {
    const given = { job: 'dose' as const, happenedOn: '2026-06-20', amount: 4 }
    const out = { job: 'remove' as const, happenedOn: '2026-08-05', amount: 4 }
    expect(stateOf([courseOf('amitraz-strip', '2026-08-05')]).inHand).not.toBeNull()
    expect(stateOf([courseOf('amitraz-strip', '2026-06-20', [given])]).inHand?.running).toBe(true)
    expect(stateOf([courseOf('amitraz-strip', '2026-06-20', [given, out])]).inHand).toMatchObject({ running: false, recount: null })
    const counted = stateOf([courseOf('amitraz-strip', '2026-06-20', [given, out])], [countOf('2026-06-14', 20), countOf('2026-08-12', 1)])
    expect([counted.inHand, counted.lastOutcome?.record.id]).toEqual([null, 'course-2026-06-20'])
    expect(stateOf([courseOf('amitraz-strip', '2026-06-20', [{ kind: 'cancelled' }])]).inHand).toBeNull()
  })
  it('is no more where the colony died; nothing drifts then', () => {
    const state = stateOf([lost('died', '2026-08-05')])
    expect([state.gone, state.inHand?.planned ?? false, state.drift]).toEqual(['died', false, null])
    expect(stateOf([courseOf('amitraz-strip', '2026-06-20')]).gone).toBeNull()
  })
})

describe('a yard in words', () => {
  const said = (colonies: ColonyRecord[], today: Day = TODAY) =>
    yardState(yardOf(colonies, today), settings)
      .sentence.map((p) => p.text)
      .join('')
  const over = (name: string, position = 1) => colonyOf(name, position, { counts: [countOf('2026-08-11', 12)] })
  it('names up to three, counts more, and says one and many', () => {
    expect(said([over('A'), over('B', 2)])).toBe('Test Yard: A and B are over the limit, and amitraz strip serves both today.')
    expect(said([over('A'), over('B', 2), over('C', 3)])).toMatch(/^Test Yard: three colonies are over the limit, and /)
    const danger = (n: number) => Array.from({ length: n }, (_, i) => colonyOf(`D${i}`, i + 1, { counts: [countOf('2026-08-11', 30)] }))
    expect(said(danger(3))).toMatch(/^Test Yard: D0, D1 and D2 are in danger, and /)
    expect(said(danger(13))).toMatch(/^Test Yard: 13 colonies are in danger, and /)
    expect(said([colonyOf('A', 1, { counts: [] })])).toBe('Test Yard: one colony wants counting.')
    expect(said([colonyOf('A', 1, { counts: [] }), colonyOf('B', 2, { counts: [] })])).toBe('Test Yard: two colonies want counting.')
  })
  it('tells of work that is due, of what is late, and of who is gone', () => {
    const vapour = courseOf('oxalic-vapour', '2026-08-12')
    expect(said([colonyOf('A', 1, { counts: [countOf('2026-08-11', 20)], courses: [vapour] })])).toBe('Test Yard: there is work in A.')
    const late = courseOf('oxalic-vapour', '2026-08-01', [{ job: 'dose', happenedOn: '2026-08-01', amount: 2 }])
    expect(said([colonyOf('A', 1, { counts: [countOf('2026-07-30', 20)], courses: [late] })])).toMatch(/^Test Yard: A is overdue/)
    const clear = [{ kind: 'done' as const, job: 'remove' as const, happenedOn: '2026-08-06', amount: 4 }]
    expect(said([colonyOf('A', 1, { counts: [countOf('2026-07-19', 20)], courses: [lost('died', '2026-08-05', clear)] })])).toBe(
      'Test Yard: A can be taken out of the row.',
    )
  })
  it('says under it how many stand there, when they were counted, and how warm it gets', () => {
    const below = (colonies: ColonyRecord[]) => yardState(yardOf(colonies), settings).below
    expect(below([colonyOf('A', 1)])).toBe('One colony in standing order. Last counted 11 Aug. Today up to 24 °C.')
    expect(below([colonyOf('A', 1), colonyOf('B', 2, { counts: [countOf('2026-08-03', 1)] })])).toBe(
      'Two colonies in standing order. Last counted 3-11 Aug. Today up to 24 °C.',
    )
    expect(below([colonyOf('A', 1, { counts: [] })])).toBe('One colony in standing order. Nothing is counted yet. Today up to 24 °C.')
    expect(below([])).toBe('No colonies in standing order. Today up to 24 °C.')
  })
  it('warns of the last starts of what the list allows, six weeks ahead and no more', () => {
    const ahead = (lastOpening: Day | null, rules = settings.rules) =>
      yardState({ ...yardOf([colonyOf('A', 1)]), lastOpening, supersNextOn: null }, { ...settings, rules }).ahead
    const strips = { 'amitraz-strip': settings.rules['amitraz-strip']! }
    // Strips hang for six weeks at the least: 42 days before the last opening.
    expect(ahead('2026-10-01', strips)).toBe('Last sensible starts ahead: amitraz strip Thu 20 Aug (before the last opening).')
    expect(ahead('2026-11-04', strips)).toMatch(/amitraz strip Wed 23 Sep/)
    expect(ahead('2026-11-05', strips)).toBeNull()
    expect([ahead('2026-09-22', strips), ahead(null, strips), ahead('2026-10-01', {})]).toEqual([null, null, null])
    // What may stay in needs the hive open on its first day alone.
    expect(ahead('2026-09-23', { ...strips, 'formic-strip-14': settings.rules['formic-strip-14']! })).toBe(
      'Last sensible starts ahead: amitraz strip Wed 12 Aug (before the last opening), formic acid strip Wed 23 Sep (before the last opening).',
    )
  })
})

describe('lines of Today', () => {
  const counted = (name: string, position: number, onDay: Day, mites = 0) => colonyOf(name, position, { counts: [countOf(onDay, mites)] })
  it('join counts that come on other days, of which the first day speaks, and keep yards apart', () => {
    const yard = yardState(yardOf([counted('A', 1, '2026-08-01'), counted('B', 2, '2026-07-28')]), settings)
    const other = { ...yard, yard: { ...yard.yard, id: 'z', name: 'Other' } }
    const { coming, due, overdue } = todayOfYards([yard, other])
    expect([overdue, due]).toEqual([[], []])
    expect(coming.map((l) => [l.yard.yard.name, l.lines.map((x) => x.state.colony.name), l.step.best])).toEqual([
      ['Test Yard', ['A', 'B'], '2026-08-27'],
      ['Other', ['A', 'B'], '2026-08-27'],
    ])
  })
  it('look three weeks ahead, and put what is over its limit before what is due otherwise', () => {
    // A count that is to be repeated by 10 Sep shows itself a week before.
    const shown = (today: Day) => todayOfYards([yardState(yardOf([counted('A', 1, '2026-08-11')], today), settings)]).coming.length
    expect([shown('2026-08-12'), shown('2026-08-13')]).toEqual([0, 1])
    const { due } = todayOfYards([yardState(yardOf([colonyOf('A', 1, { counts: [] }), counted('B', 2, '2026-08-11', 12)]), settings)])
    expect(due.map((l) => l.step.kind)).toEqual(['choose', 'count'])
  })
  it('tell who drifts to the limit within days', () => {
    const yards = [
      yardState(yardOf([counted('A', 1, '2026-08-11', 6), counted('B', 2, '2026-08-11', 8), counted('C', 3, '2026-08-11', 1)]), settings),
    ]
    // 2 and 2.67 in 100 at 0.026 a day: 15.6 and 4.5 days to 3; the neighbour with next to none makes both a little less likely to be so high.
    expect(driftingWithin(yards, 21).map((d) => d.state.colony.name)).toEqual(['B', 'A'])
    expect(driftingWithin(yards, 9).map((d) => d.state.colony.name)).toEqual(['B'])
  })
})

describe('what a look says against a sample', () => {
  const flags = (facts: Partial<ColonyRecord['look'] & object>, method: 'wash' | 'drone' = 'wash', today: Day = TODAY) => {
    const colony = colonyOf('A', 1, { look: { ...bareLook('A'), ...facts } })
    return flagsOf(colonyState(yardOf([colony], today), colony, settings), method)
  }
  it('is no queen, newly hived, and no brood but in winter and for drone cells', () => {
    expect(flags({})).toEqual([])
    expect(flags({ queen: 'absent', newlyHived: true, brood: 'none' })).toEqual(['queenless', 'newly-hived', 'broodless'])
    expect(flags({ brood: 'none' }, 'drone')).toEqual([])
    expect(flags({ brood: 'none' }, 'wash', '2026-12-12')).toEqual([])
  })
})

describe('what is told of a course in hand', () => {
  const stateOf = (courses: CourseRecord[], counts: ColonyRecord['counts'] = [countOf('2026-08-11', 20)], today: Day = TODAY) => {
    const colony = colonyOf('A', 1, { counts, courses })
    return colonyState(yardOf([colony], today), colony, settings)
  }
  const vapour = courseOf('oxalic-vapour', '2026-08-12', [{ job: 'dose', happenedOn: '2026-08-12', amount: 2 }])
  it('is calm before its window, to be done within it, and an alarm after it', () => {
    const tone = (today: Day) =>
      colonyState(yardOf([], today), colonyOf('A', 1, { courses: [vapour] }), settings).steps.find((s) => s.job?.n === 2)?.tone
    expect(['2026-08-15', '2026-08-16', '2026-08-20'].map(tone)).toEqual(['settled', 'act', 'alarm'])
    const board = (today: Day) =>
      colonyState(yardOf([], today), colonyOf('A', 1, { board: { id: 'b', version: 1, laidOn: TODAY } }), settings).steps.find(
        (s) => s.kind === 'board',
      )?.tone
    expect([TODAY, addDays(TODAY, 3), addDays(TODAY, 8)].map(board)).toEqual(['settled', 'act', 'alarm'])
  })
  it('is the heat against a dose, and against nothing else', () => {
    const hot = {
      ...yardOf([]),
      weather: days(
        '2026-08-01',
        Array.from({ length: 120 }, () => 36),
      ),
    }
    const hindered = (course: CourseRecord) =>
      colonyState(hot, colonyOf('A', 1, { courses: [course] }), settings).steps.filter((s) => s.hindrance !== null)
    expect(hindered(courseOf('formic-strip-14', TODAY)).map((s) => s.job?.job)).toEqual(['dose'])
    const out = courseOf('formic-strip-14', '2026-07-29', [{ job: 'dose', happenedOn: '2026-07-29', amount: 2 }])
    expect(hindered(out)).toEqual([])
  })
  it('ends with the count after it; a queen that is to be looked for still is', () => {
    const given = { job: 'dose' as const, happenedOn: '2026-06-20', amount: 4 }
    const out = { job: 'remove' as const, happenedOn: '2026-08-05', amount: 4 }
    const counted = (more: Partial<EventRecord>[]) =>
      stateOf([courseOf('amitraz-strip', '2026-06-20', [given, out, ...more])], [countOf('2026-06-14', 20), countOf('2026-08-12', 1)], '2026-08-20')
    expect(counted([]).steps.map((s) => s.kind)).toEqual(['count'])
    const state = counted([{ kind: 'requeened', job: null, n: null, happenedOn: '2026-08-10' }])
    expect(state.steps.map((s) => s.job?.job ?? s.kind)).toEqual(['queen-check', 'count'])
    expect(state.inHand).toBeNull()
  })
  it('is no outcome where the methods differ, nothing was counted before, or none can be told', () => {
    const given = { job: 'dose' as const, happenedOn: '2026-06-20', amount: 4 }
    const out = { job: 'remove' as const, happenedOn: '2026-08-05', amount: 4 }
    const outcome = (before: object, after: ColonyRecord['counts'][number] = countOf('2026-08-12', 1)) => {
      const course = courseOf('amitraz-strip', '2026-06-20', [given, out])
      return stateOf([{ ...course, facts: { ...course.facts, before: { ...course.facts.before, ...before } } }], [after]).courses[0]!.outcome
    }
    expect(outcome({})).not.toBeNull()
    expect(outcome({ method: 'sugar' })).toBeNull()
    expect(outcome({ mites: null })).toBeNull()
    expect(outcome({ bees: null })).toBeNull()
    const empty = { ...countOf('2026-08-12', 1), samples: [{ mites: 1, bees: null, days: 3 }] }
    expect(outcome({}, empty)).toBeNull()
  })
  it('is not answered by a count before its last dose', () => {
    const late = courseOf('oxalic-vapour', '2026-07-20', [
      { job: 'dose', n: 1, happenedOn: '2026-07-20', amount: 2 },
      { job: 'dose', n: 2, happenedOn: '2026-07-25', amount: 2 },
      { job: 'dose', n: 3, happenedOn: '2026-07-30', amount: 2 },
      { job: 'dose', n: 4, happenedOn: '2026-08-05', amount: 2 },
    ])
    const answered = (onDay: Day) => stateOf([late], [countOf('2026-07-19', 20), countOf(onDay, 1, 300, late.id)]).courses[0]!.recount?.onDay ?? null
    expect([answered('2026-08-05'), answered('2026-08-06')]).toEqual([null, '2026-08-06'])
  })
})

describe('the history that matching reads', () => {
  const pastOf = (course: CourseRecord) => situationOf(yardOf([]), colonyOf('A', 1, { courses: [course] }), settings).history
  it('has what was given, also where it was called off after; not what never was, nor waiting', () => {
    expect(pastOf(courseOf('amitraz-strip', '2026-06-20', [{ kind: 'cancelled', happenedOn: '2026-06-21' }]))).toEqual([])
    expect(
      pastOf(
        courseOf('amitraz-strip', '2026-06-20', [
          { job: 'dose', happenedOn: '2026-06-20', amount: 4 },
          { kind: 'cancelled', happenedOn: '2026-06-25' },
        ]),
      ),
    ).toHaveLength(1)
    expect(pastOf(courseOf('wait-and-recount', '2026-06-20'))).toEqual([])
    expect(
      pastOf(
        courseOf('amitraz-strip', '2026-08-01', [
          { kind: 'taken-back', supersedes: 'e1' },
          { job: 'dose', happenedOn: '2026-08-01', amount: 4 },
        ]),
      ),
      // Its day has gone by and nothing hangs in it: it begins today at the earliest.
    ).toMatchObject([{ start: '2026-08-12', end: null }])
  })
  it('of the yard has one course a treatment and day, and each that was counted after; never its own', () => {
    const given = (id: string) => ({ ...courseOf('amitraz-strip', '2026-06-20', [{ job: 'dose', happenedOn: '2026-06-20', amount: 4 }]), id })
    const over = { ...courseOf('oxalic-dribble', '2026-01-10', [{ job: 'dose', happenedOn: '2026-01-10', amount: 30 }]), id: 'dribble' }
    const counted = (name: string) =>
      colonyOf(name, 3, {
        courses: [
          {
            ...courseOf('amitraz-strip', '2026-06-20', [
              { job: 'dose', happenedOn: '2026-06-20', amount: 4 },
              { job: 'remove', happenedOn: '2026-08-02', amount: 4 },
            ]),
            id: name,
          },
        ],
        counts: [countOf('2026-06-19', 20), countOf('2026-08-11', 1)],
      })
    const colonies = [
      colonyOf('Own', 1, { courses: [over] }),
      colonyOf('A', 2, { courses: [given('a')] }),
      colonyOf('B', 3, { courses: [given('b')] }),
      counted('C'),
      counted('D'),
    ]
    const yard = situationOf(yardOf(colonies), colonies[0]!, settings).yardHistory!
    expect(yard.map((p) => [p.treatment, p.efficacy !== null])).toEqual([
      ['amitraz-strip', false],
      ['amitraz-strip', true],
      ['amitraz-strip', true],
    ])
  })
})

describe('lines of Today, further', () => {
  it('keep jobs of other windows apart, and stand by their day', () => {
    const vapour = (on: Day, id: string) => ({ ...courseOf('oxalic-vapour', on, [{ job: 'dose' as const, happenedOn: on, amount: 2 }]), id })
    const yard = yardState(
      yardOf([colonyOf('B', 1, { courses: [vapour('2026-08-12', 'b')] }), colonyOf('A', 2, { courses: [vapour('2026-08-11', 'a')] })]),
      settings,
    )
    const second = todayOfYards([yard]).coming.filter((l) => l.step.job?.job === 'dose' && l.step.job.n === 2)
    expect(second.map((l) => [l.step.best, l.lines.map((x) => x.state.colony.name)])).toEqual([
      ['2026-08-16', ['A']],
      ['2026-08-17', ['B']],
    ])
    const strips = courseOf('amitraz-strip', '2026-06-15', [{ job: 'dose', happenedOn: '2026-06-15', amount: 4 }])
    const { coming } = todayOfYards([yardState(yardOf([colonyOf('A', 1, { counts: [countOf('2026-06-14', 20)], courses: [strips] })]), settings)])
    expect(coming.some((l) => l.step.job?.job === 'remove')).toBe(false)
  })
  it('of a yard whose limit the keeper says for another season take that word for today alone', () => {
    const yard = { ...yardOf([colonyOf('A', 1, { counts: [countOf('2026-08-11', 6), countOf(TODAY, 6)] })]), phase: 'dormant' as const }
    const [before] = yardHistory(yardState({ ...yard, colonies: [colonyOf('A', 1, { counts: [countOf('2026-08-11', 6)] })] }, settings))
    const [now] = yardHistory(yardState({ ...yard, colonies: [colonyOf('A', 1, { counts: [countOf(TODAY, 6)] })] }, settings))
    expect([before!.limit, now!.limit]).toEqual([3, 2])
  })
  it('say what is due besides, until three things stand in the sentence', () => {
    const say = (colonies: ColonyRecord[]) =>
      yardState(yardOf(colonies), settings)
        .sentence.map((p) => p.text)
        .join('')
    const due = colonyOf('Work', 9, { courses: [courseOf('oxalic-vapour', TODAY)] })
    const over = colonyOf('Over', 1, { counts: [countOf('2026-08-11', 12)] })
    const danger = colonyOf('Danger', 2, { counts: [countOf('2026-08-11', 30)] })
    expect(say([over, due])).toBe('Test Yard: Over is over the limit, amitraz strip fits today, and there is work in Work.')
    expect(say([over, danger, due])).toBe('Test Yard: Danger is in danger, Over is over the limit, and amitraz strip serves both today.')
    // A count that waits too long is no work left undone.
    const board = colonyOf('Board', 3, { board: { id: 'b', version: 1, laidOn: '2026-08-01' } })
    expect(say([board])).not.toMatch(/overdue/)
  })
  it('warn of the last starts before the supers too, and say how warm today is', () => {
    const yard = { ...yardOf([colonyOf('A', 1)]), lastOpening: null, supersNextOn: '2026-10-20' }
    const rules = { 'amitraz-strip': settings.rules['amitraz-strip']! }
    expect(yardState(yard, { ...settings, rules }).ahead).toMatch(/^Last sensible starts ahead: amitraz strip .* \(before the next supers\)\.$/)
    const weather = [...days('2026-08-11', [31]), ...days('2026-08-12', [17]), ...days('2026-08-13', [25])]
    expect(yardState({ ...yard, weather }, settings).below).toMatch(/Today up to 17 °C\.$/)
  })
})
