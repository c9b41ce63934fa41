/** A year of a yard, its last starts and the letter of a day, worked by hand. */
import { describe, it } from 'vitest'
import { yardJars, yardState, type ColonyRecord, type CountRecord, type EventRecord, type YardRecord } from '@thistle/core/holding'
import { beeYear, dayLetter, deadlinesOf, seasonOf } from '@thistle/core/rounds'
import { NO_RULE, type TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'
import { expect } from '../read-as.ts'

const TODAY = '2026-08-12'
const count = bareCount
const board = (onDay: Day, mites: number, days: number) => count(onDay, mites, { method: 'board', samples: [{ mites, bees: null, days }] })
const course = (treatment: TreatmentKey, startOn: Day, events: Partial<EventRecord>[] = []) =>
  bareCourse(
    treatment,
    startOn,
    events.map((e) => bareEvent(e.happenedOn ?? startOn, { job: 'dose', n: 1, ...e })),
  )
const yardOf = (colony: Partial<ColonyRecord>, over: Partial<YardRecord> = {}, settings = bareSettings) =>
  yardState(bareYard(TODAY, { colonies: [bareColony(colony)], ...over }), settings)
const rowOf = (colony: Partial<ColonyRecord>, over: Partial<YardRecord> = {}, settings = bareSettings) =>
  seasonOf([yardOf(colony, over, settings)], TODAY).yards[0]!.rows[0]!

describe('a year of bees', () => {
  it('is the calendar’s in the north, and July to June in the south', () => {
    expect(beeYear('2026-01-01', 'north')).toEqual({ from: '2026-01-01', to: '2026-12-31' })
    expect(beeYear('2026-07-01', 'south', -1)).toEqual({ from: '2025-07-01', to: '2026-06-30' })
    expect(beeYear('2026-06-30', 'south', 1)).toEqual({ from: '2026-07-01', to: '2027-06-30' })
  })
  it('holds what lies in it, and nothing of the years beside', () => {
    const colony = {
      counts: [count('2025-12-31', 3), count('2026-01-01', 3), count('2026-08-01', 3)],
      courses: [course('oxalic-dribble', '2025-12-20', [{}]), course('oxalic-vapour', '2026-08-10', [{}])],
    }
    expect(rowOf(colony).counts.map((c) => c.day)).toEqual(['2026-01-01', '2026-08-01'])
    expect(rowOf(colony).bars.map((b) => b.from)).toEqual(['2026-08-10'])
    const before = seasonOf([yardOf(colony)], TODAY, -1)
    expect([before.from, before.to]).toEqual(['2025-01-01', '2025-12-31'])
    expect(before.yards[0]!.rows[0]!.bars.map((b) => [b.from, b.state])).toEqual([['2025-12-20', 'over']])
    expect(seasonOf([], TODAY)).toMatchObject({ from: '2026-01-01', to: '2026-12-31', yards: [] })
  })
})

describe('a point of the year', () => {
  const over = (c: CountRecord, more: Partial<YardRecord> = {}, settings = bareSettings) => rowOf({ counts: [c] }, more, settings).counts[0]?.over
  it('is at or over the limit of its own day, not of today', () => {
    // Two in winter, three in August: six in 300 is over in January and not now.
    expect([over(count('2026-01-20', 6)), over(count('2026-01-20', 5)), over(count('2026-08-12', 6))]).toEqual([true, false, false])
    expect([over(count('2026-08-12', 9)), over(count('2026-08-12', 8))]).toEqual([true, false])
    const tight = { ...bareSettings, school: 'tight' as const }
    expect([over(count('2026-04-10', 3), {}, tight), over(count('2026-08-10', 3), {}, tight)]).toEqual([true, false])
  })
  it('is of its season in the south too', () => {
    const south = { hemisphere: 'south' as const }
    // July is the winter rest there, and the flow here.
    expect([over(count('2026-07-20', 6), south), over(count('2026-07-20', 6))]).toEqual([true, false])
  })
  it('takes the keeper’s word on the season for today alone', () => {
    const said = { phase: 'dormant' as const }
    expect([over(count(TODAY, 6), said), over(count('2026-08-11', 6), said)]).toEqual([true, false])
  })
  it('allows for what a roll misses', () => {
    const roll = (mites: number) => count('2026-08-10', mites, { method: 'sugar', recovery: 0.7 })
    // 3 % of 300 at 0.7 found: 6.3 mites.
    expect([over(roll(7)), over(roll(6))]).toEqual([true, false])
  })
  it('of a board goes by the higher of the published limits of its month: nine a day in April, 33 in August', () => {
    expect([over(board('2026-04-10', 27, 3)), over(board('2026-04-10', 26, 3))]).toEqual([true, false])
    expect([over(board('2026-08-10', 99, 3)), over(board('2026-08-10', 98, 3))]).toEqual([true, false])
    expect(rowOf({ counts: [board('2026-04-10', 27, 3)] }).counts[0]).toMatchObject({ unit: 'perDay', level: 9, text: '9.0 a day on the board' })
  })
  it('of a board counted in part is what the whole would hold, in the figure as in the judgement', () => {
    // 25 mites on a quarter of the squares in three days: over 33 a day, the higher limit of August.
    const quarter = (mites: number) =>
      board('2026-08-10', mites, 3).samples.map((s) => ({
        ...s,
        squares: { counted: 10, of: 40, mites: [mites, ...Array.from({ length: 9 }, () => 0)] },
      }))
    const point = (mites: number) => rowOf({ counts: [count('2026-08-10', 0, { method: 'board', samples: quarter(mites) })] }).counts[0]
    expect([point(27), point(24)]).toMatchObject([{ level: 36, over: true, text: '36.0 a day on the board' }, { over: false }])
  })
  it('says its figure; drone cells are of no such scale and are left out', () => {
    expect(rowOf({ counts: [count('2026-08-10', 1)] }).counts[0]).toMatchObject({ unit: 'per100', text: '0.3 in 100, 1 mite on 300 bees' })
    expect(rowOf({ counts: [count('2026-05-10', 9, { method: 'drone' })] }).counts).toEqual([])
    expect(rowOf({ counts: [count('2026-05-10', 9, { method: 'board', samples: [{ mites: 9, bees: null, days: null }] })] }).counts).toEqual([])
    const two = count('2026-08-10', 0, {
      samples: [
        { mites: 2, bees: 200, days: null },
        { mites: 4, bees: 400, days: null },
      ],
    })
    expect(rowOf({ counts: [two] }).counts[0]?.level).toBeCloseTo(1, 9)
  })
})

describe('a course over the year', () => {
  const bar = (record: ReturnType<typeof course>, over: Partial<YardRecord> = {}) => rowOf({ courses: [record] }, over).bars[0]
  it('runs from the first dose; planned, running until today at the least, or over on the day it was', () => {
    expect(bar(course('amitraz-strip', '2026-08-20'))).toMatchObject({ from: '2026-08-20', state: 'planned' })
    const given = course('amitraz-strip', '2026-05-01', [{ happenedOn: '2026-05-03' }])
    // Strips that should be out and are not still lie in the hive.
    expect(bar(given)).toMatchObject({ from: '2026-05-03', to: TODAY, state: 'running' })
    const out = course('amitraz-strip', '2026-05-01', [{ happenedOn: '2026-05-03' }, { job: 'remove', happenedOn: '2026-06-20' }])
    expect(bar(out)).toMatchObject({ to: '2026-06-20', state: 'over' })
    expect(bar(out)!.doses).toEqual([{ day: '2026-05-03', done: true }])
  })
  it('that was called off before anything was given is none', () => {
    expect(bar(course('amitraz-strip', '2026-08-20', [{ kind: 'cancelled', job: null, n: null, happenedOn: '2026-08-12' }]))).toBeUndefined()
  })
  it('of four rounds has a mark for each, done or to come', () => {
    const vapour = course('oxalic-vapour', '2026-08-08', [{ happenedOn: '2026-08-08' }])
    expect(bar(vapour)!.doses.map((d) => d.done)).toEqual([true, false, false, false])
  })
})

describe('supers over the year', () => {
  const look = { ...SOUND, id: 'l', version: 1, onDay: '2026-06-01', supers: 'for-people' as const, note: null }
  const supers = (over: Partial<YardRecord>, colony: Partial<ColonyRecord> = { look }) => seasonOf([yardOf(colony, over)], TODAY).yards[0]!.supers
  it('are on from the look that saw them to the day they come off, or today; and again from the next day', () => {
    expect(supers({})).toEqual([{ from: '2026-06-01', to: TODAY }])
    expect(supers({ supersOffOn: '2026-09-01' })).toEqual([{ from: '2026-06-01', to: '2026-09-01' }])
    expect(supers({ supersNextOn: '2026-10-01' })).toEqual([
      { from: '2026-06-01', to: TODAY },
      { from: '2026-10-01', to: '2026-12-31' },
    ])
    expect(supers({ supersNextOn: '2027-05-01' }, { look: { ...look, supers: 'none' } })).toEqual([])
    expect(supers({}, { look: { ...look, supers: 'for-bees' } })).toEqual([])
    expect(supers({ supersOffOn: '2027-01-15' })).toEqual([{ from: '2026-06-01', to: '2026-12-31' }])
  })
})

describe('the steps of the season', () => {
  it('follow one another without a hole from the first day to the last', () => {
    const [yard] = seasonOf([yardOf({})], TODAY).yards
    expect(yard!.phases.map((p) => [p.phase, p.from, p.to])).toEqual([
      ['dormant', '2026-01-01', '2026-02-28'],
      ['increase', '2026-03-01', '2026-05-31'],
      ['peak', '2026-06-01', '2026-07-31'],
      ['decrease', '2026-08-01', '2026-10-31'],
      ['dormant', '2026-11-01', '2026-12-31'],
    ])
  })
})

describe('a jar of the whole yard', () => {
  const jar = (onDay: Day, mites: number, recovery: number | null = null) =>
    ({ id: onDay, version: 1, onDay, method: recovery === null ? 'wash' : 'sugar', mites, bees: 300, recovery, colonies: [], note: null }) as const
  it('stands against the limit of its own day, with what was missed allowed for, the newest first', () => {
    const found = yardJars(yardOf({}, { jars: [jar('2026-01-20', 6), jar('2026-08-10', 6), jar('2026-08-11', 7, 0.7)] }))
    expect(found.map((j) => [j.jar.onDay, j.limit, j.over])).toEqual([
      ['2026-08-11', 3, true],
      ['2026-08-10', 3, false],
      ['2026-01-20', 2, true],
    ])
    expect(found[0]!.estimate).toBeCloseTo(10 / 3, 2)
    expect(found[1]!).toMatchObject({ estimate: 2, low: expect.closeTo(0.88, 1) as number, high: expect.closeTo(3.9, 1) as number })
  })
})

describe('last starts', () => {
  const rules = { 'amitraz-strip': { ...NO_RULE, authorised: 'yes' as const } }
  const settings = { ...bareSettings, rules }
  const deadlines = (over: Partial<YardRecord>, colony: Partial<ColonyRecord> = {}) => deadlinesOf(yardOf(colony, over, settings), settings)
  it('are counted back from the last opening, the nearest first, and the list is said with each', () => {
    const { options } = deadlines({ lastOpening: '2026-11-05' })
    const days = options.map((o) => o.last)
    expect(days).toEqual(days.toSorted())
    expect(options.length).toBeGreaterThan(5)
    const amitraz = options.find((o) => o.treatment.key === 'amitraz-strip')!
    // Strips come out after 42 days at the earliest.
    expect(amitraz).toMatchObject({ byOpening: '2026-09-24', bySupers: null, last: '2026-09-24', listed: true, state: 'ahead' })
    expect(options.filter((o) => o.treatment.key !== 'amitraz-strip').every((o) => !o.listed)).toBe(true)
    expect(deadlines({}).options).toEqual([])
  })
  it('are near within six weeks, and passed when behind', () => {
    const state = (lastOpening: Day) => deadlines({ lastOpening }).options.find((o) => o.treatment.key === 'amitraz-strip')!.state
    expect(['2026-11-04', '2026-11-05', '2026-09-23', '2026-09-22'].map(state)).toEqual(['near', 'ahead', 'near', 'passed'])
  })
  it('name the course in hand that will not be over in time', () => {
    const given = [course('amitraz-strip', '2026-08-10', [{}])]
    const { clashes } = deadlines({ lastOpening: '2026-09-01', supersNextOn: '2026-09-20' }, { courses: given })
    expect(clashes.map((c) => [c.colony, c.text.replace(/\d+ days?/, 'N days')])).toEqual([
      ['Elder', expect.stringMatching(/^Amitraz strip.*: supers may go on from .*, N days after they must \(Sun 20 Sep\)\.$/)],
      ['Elder', expect.stringMatching(/^Amitraz strip.*: it comes out from Mon 21 Sep, N days after your last opening \(Tue 1 Sep\)\.$/)],
    ])
    expect(deadlines({ lastOpening: '2026-09-21', supersNextOn: '2026-08-11' }, { courses: given }).clashes).toEqual([])
    const out = [course('amitraz-strip', '2026-05-01', [{ happenedOn: '2026-05-01' }, { job: 'remove', happenedOn: '2026-06-20' }])]
    expect(deadlines({ lastOpening: '2026-06-01' }, { courses: out }).clashes).toEqual([])
  })
})

describe('the letter of a day', () => {
  const letter = (colony: Partial<ColonyRecord>, over: Partial<YardRecord> = {}) =>
    dayLetter('Our Bees', [yardOf(colony, over)], bareSettings, TODAY, 'https://bees.invalid/today')
  it('says what is overdue and due with its colony, its window and its link, and what decides', () => {
    const { subject, text } = letter({ courses: [course('amitraz-strip', '2026-05-01', [{ happenedOn: '2026-05-03' }])] })!
    expect(subject).toMatch(/^Our Bees, Wed 12 Aug: 1 overdue/)
    const lines = text.split('\n')
    expect(lines[0]).toBe('Wed 12 August, Our Bees')
    expect(lines.slice(lines.indexOf('Overdue'), lines.indexOf('Overdue') + 2)).toEqual([
      'Overdue',
      expect.stringMatching(/^- Test Yard: Amitraz strip.*: .* \(Elder\), since .* \w{3}$/),
    ])
    expect(text).toContain('The label in your hand and local law decide')
    expect(text).toContain('Today in Round Thistle: https://bees.invalid/today')
  })
  const lines = (colony: Partial<ColonyRecord>, over: Partial<YardRecord> = {}) => letter(colony, over)?.text.split('\n') ?? []
  const sound = { ...SOUND, id: 'l', version: 1, onDay: TODAY, supers: 'none' as const, note: null }
  it('names a count by its words and a course by its treatment, and the rounds of seven days with their hours', () => {
    const first = lines({ look: sound })
    expect(first).toContain('- Test Yard: count first (Elder)')
    // A drive of 30 minutes, and 8 for a count.
    expect(first).toContain('- Wed 12 Aug, Test Yard: 1 job in 1 colony, about 0 h 38')
    const two = [bareColony({ id: 'a', look: sound }), bareColony({ id: 'b', name: 'Hazel', look: sound })]
    const both = dayLetter('Our Bees', [yardState(bareYard(TODAY, { colonies: two }), bareSettings)], bareSettings, TODAY, 'x')!
    expect(both.subject).toBe('Our Bees, Wed 12 Aug: 1 due')
    expect(both.text).toContain('- Wed 12 Aug, Test Yard: 2 jobs in 2 colonies, about 0 h 46')
    expect(both.text).toContain('- Test Yard: count first (Elder, Hazel)')
  })
  it('tells of the rounds of seven days and of none after them', () => {
    // A count wanted by 1 September may be done from 25 August on; the board within a week.
    const counted = { look: sound, counts: [count(TODAY, 2)] }
    expect(letter(counted)).toBeNull()
    const visits = (day: Day) =>
      lines(counted, { visits: [{ id: 'v', version: 1, day, note: null, minutes: null }] }).filter((l) => l.includes('jobs in'))
    expect([visits('2026-08-19').length, visits('2026-08-20').length]).toEqual([1, 0])
  })
  it('is written where as much is overdue as is due, with a word for each, and is silent of yards that are empty', () => {
    const late = course('amitraz-strip', '2026-05-01', [{ happenedOn: '2026-05-03' }])
    const both = { courses: [late], look: sound, board: { id: 'b', version: 1, laidOn: '2026-08-08' } }
    const empty = yardState({ ...bareYard(TODAY), name: 'Nowhere' }, bareSettings)
    const found = dayLetter('Our Bees', [yardOf(both), empty], bareSettings, TODAY, 'x')!
    expect(found.subject).toBe('Our Bees, Wed 12 Aug: 1 overdue, 1 due')
    expect(found.text).not.toContain('Nowhere')
  })
  it('is not written where nothing asks', () => {
    expect(dayLetter('Our Bees', [], bareSettings, TODAY, 'x')).toBeNull()
    expect(dayLetter('Our Bees', [yardState(bareYard(TODAY), bareSettings)], bareSettings, TODAY, 'x')).toBeNull()
  })
})
