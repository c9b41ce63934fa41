/** Rounds: the search against trying every set of days, and the drawing of real yards. */
import fc from 'fast-check'
import { safetyOf, TREATMENTS } from '@thistle/core/treatments'
import { describe, it } from 'vitest'
import {
  sharedText,
  todayOfYards,
  yardState,
  USUAL_WORK,
  type ColonyRecord,
  type CourseRecord,
  type EventRecord,
  type SettingsRecord,
  type Spot,
  type WorkFacts,
} from '@thistle/core/holding'
import {
  ALL_DAYS,
  drawRounds,
  moveTo,
  ROUNDS_AHEAD,
  roundSheet,
  shutMinutes,
  serve,
  setFree,
  solve,
  solving,
  type Problem,
  type RoundJob,
  type Task,
  type YardTasks,
  jobsOfYard,
} from '@thistle/core/rounds'
import type { TreatmentKey } from '@thistle/core/situation'
import { addDays, daysBetween, weekdayOf, type Day } from '@thistle/core/time'
import { days as weatherDays } from '../cases/index.ts'
import { atOnce } from '@thistle/core/turns'
import { bareColony, bareCount, bareCourse, bareEvent, bareSettings, bareYard, SOUND } from '../cases/records.ts'
import { expect } from '../read-as.ts'

const NAMES = { next: 0 }
const task = (root: boolean, depth: number): fc.Arbitrary<Task> =>
  fc
    .record({
      from: fc.integer({ min: root ? 0 : 1, max: root ? 6 : 3 }),
      best: fc.integer({ min: 0, max: 3 }),
      slack: fc.integer({ min: 0, max: 3 }),
      open: fc.option(fc.integer({ min: 0, max: 255 })),
      care: fc.integer({ min: 0, max: 255 }),
      minutes: fc.integer({ min: 1, max: 30 }),
      then: depth > 0 ? fc.array(task(false, depth - 1), { maxLength: 2 }) : fc.constant([] as Task[]),
    })
    .map(({ from, best, slack, open, care, minutes, then }) => ({
      id: String(NAMES.next++),
      earliest: from,
      best: from + best,
      latest: from + best + slack,
      notAfter: 99,
      days: open === null ? ALL_DAYS : open | (ALL_DAYS & ~255),
      care,
      weight: 1,
      minutes,
      tail: 0,
      strips: 0,
      then,
    }))
/** The first eight days are open, so that every set of them can be tried. */
const FEW = 8
const problem = (yards: readonly YardTasks[], minutes = 10_000): Problem => ({
  yards,
  minutes: Array.from({ length: ROUNDS_AHEAD }, (_, d) => (d < FEW ? minutes : 0)),
  yardMinutes: 10,
  people: 1,
  strips: Infinity,
})
const bits = (set: number) => Array.from({ length: FEW }, (_, d) => d).filter((d) => set & (1 << d)).length

/** Every set of the open days: the fewest that serve, and of those the least distance. */
function everySet(tasks: readonly Task[], given = 0): { visits: number; distance: number } | null {
  let best: { visits: number; distance: number } | null = null
  for (let set = 0; set < 1 << FEW; set++) {
    if ((set & given) !== given) continue
    const distance = tasks.reduce((sum, t) => sum + serve(t, set, 0).cost, 0)
    const visits = bits(set)
    if (distance < Infinity && (!best || visits < best.visits || (visits === best.visits && distance < best.distance))) best = { visits, distance }
  }
  return best
}

describe('the fewest visits', () => {
  it('are as few, and as near to the best days, as trying every set of days finds', () => {
    let compared = 0
    fc.assert(
      fc.property(fc.array(task(true, 2), { minLength: 1, maxLength: 5 }), fc.integer({ min: 0, max: 255 }), fc.boolean(), (tasks, visit, goes) => {
        const given = goes ? visit & 0b10010 : 0
        const plan = solve(problem([{ id: 'y', tasks, given }]))
        if (plan.unserved.length > 0) return
        compared++
        expect(plan.proof).toBe('best')
        expect({ visits: plan.visits, distance: plan.distance }).toEqual(everySet(tasks, given))
      }),
      { numRuns: 800 },
    )
    expect(compared).toBeGreaterThan(50)
  })
  it('serve all that can be served whenever the search is ended, and claim no more than was proved by then', () => {
    let [cuts, claims] = [0, 0]
    fc.assert(
      fc.property(
        fc.array(fc.array(task(true, 1), { minLength: 1, maxLength: 5 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 20, max: 120 }),
        fc.integer({ min: 0, max: 12 }),
        (all, minutes, after) => {
          const asked = problem(
            all.map((tasks, i) => ({ id: String(i), tasks, given: 0 })),
            minutes,
          )
          let looked = 0
          const ended = atOnce(solving(asked, () => looked++ >= after))
          const whole = solve(asked)
          expect(whole.cut).toBe(false)
          expect(ended.unserved).toEqual(whole.unserved)
          const idsOf = (t: Task): string[] => [t.id, ...t.then.flatMap(idsOf)]
          const left = new Set(ended.unserved)
          for (const [i, yard] of ended.yards.entries())
            for (const t of all[i]!) if (!left.has(t.id)) expect(yard.at.has(t.id), `${idsOf(t).join()} of ${i}`).toBe(true)
          cuts += Number(ended.cut)
          if (!ended.cut) expect(ended).toEqual(whole)
          if (ended.proof !== 'good') {
            claims++
            // The whole search may drive oftener, for days that are too full; never less.
            expect(ended.visits).toBeLessThanOrEqual(whole.visits)
          }
          if (ended.proof === 'best') expect([ended.visits, ended.distance]).toEqual([whole.visits, whole.distance])
        },
      ),
      { numRuns: 400 },
    )
    expect(cuts).toBeGreaterThan(50)
    expect(claims).toBeGreaterThan(10)
  })
  it('leave out only what no set of open days could serve', () => {
    fc.assert(
      fc.property(fc.array(task(true, 1), { minLength: 1, maxLength: 4 }), (tasks) => {
        const plan = solve(problem([{ id: 'y', tasks, given: 0 }]))
        const roots = tasks.filter((t) => plan.unserved.includes(t.id))
        for (const root of roots) expect(everySet([{ ...root, then: [] }])).toBeNull()
        if (plan.unserved.length > 0) expect(everySet(tasks)).toBeNull()
      }),
      { numRuns: 400 },
    )
  })
  it('are not bettered by any choice of one way a yard, and claim no more than that, when days are short', () => {
    fc.assert(
      fc.property(
        fc.array(task(true, 0), { minLength: 2, maxLength: 3 }),
        fc.array(task(true, 0), { minLength: 2, maxLength: 3 }),
        fc.integer({ min: 20, max: 90 }),
        (one, two, minutes) => {
          const yards = [one, two].map((tasks, i) => ({ id: String(i), tasks: tasks.map((t) => ({ ...t, days: ALL_DAYS })), given: 0 }))
          const free = solve(problem(yards))
          const tight = solve(problem(yards, minutes))
          expect(tight.visits).toBeGreaterThanOrEqual(free.visits)
          if (tight.proof === 'best') expect([tight.visits, tight.distance, tight.overfull]).toEqual([free.visits, free.distance, []])
          if (tight.proof === 'fewest') expect(tight.visits).toBe(free.visits)
          // What is said to be overfull is, and nothing else.
          const used = Array.from({ length: ROUNDS_AHEAD }, () => 0)
          tight.yards.forEach((y, i) => {
            for (let d = 0; d < FEW; d++) if (y.days & (1 << d)) used[d] = used[d]! + 10
            for (const t of yards[i]!.tasks) if (y.at.has(t.id)) used[y.at.get(t.id)!] = used[y.at.get(t.id)!]! + t.minutes
          })
          expect(tight.overfull).toEqual(used.flatMap((m, d) => (m > (d < FEW ? minutes : 0) ? [d] : [])))
        },
      ),
      { numRuns: 300 },
    )
  })
  it('spread the jobs over the days that are visited anyway before they say that there is more work than time', () => {
    /** Every way to put single jobs on every set of as few days as will do: whether one of them leaves no day too full. */
    const couldFit = (tasks: readonly Task[], minutes: number): boolean => {
      const { visits } = everySet(tasks)!
      const fits = (set: number, used: readonly number[], left: readonly Task[]): boolean => {
        const [first, ...rest] = left
        if (!first) return true
        for (let d = 0; d < FEW; d++) {
          if (!(set & (1 << d)) || !(first.days & (1 << d)) || d < first.earliest || d > first.latest) continue
          const more = used[d]! + first.minutes
          if (more > minutes) continue
          if (
            fits(
              set,
              used.map((m, i) => (i === d ? more : m)),
              rest,
            )
          )
            return true
        }
        return false
      }
      const singly = tasks.flatMap((t) => t.parts ?? [t])
      for (let set = 0; set < 1 << FEW; set++)
        if (
          bits(set) === visits &&
          fits(
            set,
            Array.from({ length: FEW }, (_, d) => (set & (1 << d) ? 10 : 0)),
            singly,
          )
        )
          return true
      return false
    }
    let [short, fitting, missed] = [0, 0, 0]
    fc.assert(
      fc.property(
        fc.array(task(true, 0), { minLength: 2, maxLength: 3 }),
        fc.array(task(true, 0), { minLength: 1, maxLength: 3 }),
        fc.integer({ min: 25, max: 70 }),
        (alone, alike, minutes) => {
          const group: Task[] = alike.slice(0, 1).map((t) => {
            const parts = Array.from({ length: 3 }, (_, i) => ({ ...t, id: `${t.id} ${i}`, days: ALL_DAYS, minutes: 10 }))
            return { ...parts[0]!, minutes: 30, weight: parts.length, parts }
          })
          const tasks = [...alone.map((t, i) => ({ ...t, id: `s${i}`, days: ALL_DAYS })), ...group].filter((t) => t.latest < FEW)
          if (tasks.length === 0 || everySet(tasks) === null || everySet(tasks)!.visits < 2) return
          const plan = solve(problem([{ id: 'y', tasks, given: 0 }], minutes))
          // As few visits, and the work of each day as it is said.
          if (plan.overfull.length === 0) {
            for (const y of plan.yards) {
              const used = Array.from({ length: FEW }, (_, d): number => (y.days & (1 << d) ? 10 : 0))
              const each = y.single ? tasks.flatMap((t) => t.parts ?? [t]) : tasks
              for (const t of each) {
                const d = y.at.get(t.id)!
                used[d] = used[d]! + t.minutes
                expect(d >= t.earliest && d <= t.latest).toBe(true)
              }
              for (const m of used) expect(m).toBeLessThanOrEqual(minutes)
            }
            return
          }
          short += 1
          if (!couldFit(tasks, minutes)) return
          fitting += 1
          if (plan.visits === everySet(tasks)!.visits) missed += 1
        },
      ),
      { numRuns: 1200 },
    )
    expect(short).toBeGreaterThan(60)
    expect(missed, `${missed} of ${fitting}`).toBeLessThanOrEqual(short * 0.02)
  })
  it('put every task inside its window, on an open day, after the one it hangs on', () => {
    fc.assert(
      fc.property(fc.array(task(true, 2), { minLength: 1, maxLength: 6 }), (tasks) => {
        const plan = solve(problem([{ id: 'y', tasks, given: 0 }]))
        const at = plan.yards[0]!.at
        const check = (t: Task, from: number): void => {
          const day = at.get(t.id)
          if (day === undefined) return
          expect(day).toBeGreaterThanOrEqual(from + t.earliest)
          expect(day).toBeLessThanOrEqual(from + t.latest)
          expect(t.days & (1 << day)).not.toBe(0)
          expect(plan.yards[0]!.days & (1 << day)).not.toBe(0)
          t.then.forEach((next) => check(next, day))
        }
        tasks.forEach((t) => check(t, 0))
      }),
      { numRuns: 300 },
    )
  })
})

const TODAY: Day = '2026-08-12'
const event = (kind: EventRecord['kind'], on: Day, more: Partial<EventRecord> = {}): EventRecord => bareEvent(on, { kind, ...more })
const courseOf = (treatment: TreatmentKey, startOn: Day, events: readonly EventRecord[]): CourseRecord => {
  const course = bareCourse(treatment, startOn, events, { latestStart: addDays(startOn, 3) })
  return { ...course, facts: { ...course.facts, lastOpening: '2026-11-01', recountBy: addDays(startOn, 30) } }
}
const colonyOf = (name: string, position: number, courses: readonly CourseRecord[]): ColonyRecord =>
  bareColony({
    id: name,
    name,
    placement: { id: `p ${name}`, version: 1, position, fromDay: '2026-03-01', yardId: 'y' },
    look: { ...SOUND, id: `l ${name}`, version: 1, onDay: TODAY, supers: 'none', note: null },
    courses: courses.map((c) => ({ ...c, id: `${c.id} ${name}` })),
  })
const dosed = (on: Day, amount: number) => event('done', on, { job: 'dose', n: 1, amount })
const series = courseOf('oxalic-vapour', TODAY, [event('done', TODAY, { job: 'prepare', n: 1 }), dosed(TODAY, 1)])
const draw = (colonies: readonly ColonyRecord[], work: Partial<WorkFacts> = {}, more: object = {}, settings: SettingsRecord = bareSettings) => {
  const yard = bareYard(TODAY, {
    colonies,
    weather: weatherDays(
      TODAY,
      Array.from({ length: 40 }, () => 22),
    ),
    lastOpening: '2026-11-01',
    ...more,
  })
  const state = yardState(yard, settings)
  return { state, plan: drawRounds([state], { work: { ...USUAL_WORK, ...work } }) }
}
const doseDays = (plan: ReturnType<typeof drawRounds>) =>
  plan.rounds.filter((r) => r.jobs.some((j) => j.job === 'dose')).map((r) => daysBetween(TODAY, r.day))

describe('rounds of a yard', () => {
  const nine = Array.from({ length: 9 }, (_, i) => colonyOf(`C${i + 1}`, i + 1, [series]))
  it('take the minutes of preparing into the visit in which it is given', () => {
    const minutes = (events: readonly EventRecord[]) =>
      jobsOfYard(draw([colonyOf('A', 1, [courseOf('amitraz-strip', TODAY, events)])]).state, USUAL_WORK).find((j) => j.job === 'dose')!.minutes
    // Six minutes to prepare and five to give, the walk in them (the core's own usual minutes).
    expect(minutes([event('done', TODAY, { job: 'prepare', n: 1 })])).toBe(5)
    expect(minutes([])).toBe(11)
  })
  it('draw a whole-yard series into as many drives as it has rounds left, every colony on each, in walking order', () => {
    const { plan } = draw(nine)
    expect(plan.proof).toBe('best')
    expect(doseDays(plan)).toEqual([5, 10, 15])
    for (const r of plan.rounds.filter((x) => x.jobs.some((j) => j.job === 'dose')))
      expect(r.jobs.filter((j) => j.job === 'dose').map((j) => j.position)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9])
    // The check halfway and the count afterwards take no drive of their own where a window allows.
    expect(plan.rounds.length).toBeLessThanOrEqual(5)
  })
  it('keep to the days there are, each round from the day of the one before', () => {
    const { plan } = draw(nine, { minutes: [300, 0, 0, 300, 0, 0, 300] })
    for (const r of plan.rounds) expect([0, 3, 6]).toContain(weekdayOf(r.day))
    const days = [0, ...doseDays(plan)]
    days.slice(1).forEach((d, i) => {
      expect(d - days[i]!).toBeGreaterThanOrEqual(4)
      expect(d - days[i]!).toBeLessThanOrEqual(7)
    })
  })
  it('say of what no day serves why not', () => {
    const { plan } = draw(nine, { away: [{ from: '2026-08-13', to: '2026-09-08' }] })
    const doses = plan.unplaced.filter((u) => u.job.job === 'dose' && u.job.n === 2)
    expect(doses).toHaveLength(9)
    expect(doses[0]!.why).toMatch(/no time on any day of its window/)
  })
  it('stay off days that the temperature shuts', () => {
    const frost = weatherDays(
      TODAY,
      Array.from({ length: 40 }, (_, i) => (i === 5 ? 1 : 22)),
    )
    expect(doseDays(draw(nine, {}, { weather: frost }).plan)[0]).not.toBe(5)
  })
  it('rather a day that fits than one with care, where it lies near', () => {
    const cool = (high: number) =>
      weatherDays(
        TODAY,
        Array.from({ length: 40 }, (_, i) => (i === 5 ? high : 22)),
        null,
      )
    // Vapour fits from 4 °C, and with care from 3.
    expect(doseDays(draw(nine, {}, { weather: cool(4.5) }).plan)[0]).toBe(5)
    expect([4, 6]).toContain(doseDays(draw(nine, {}, { weather: cool(3.5) }).plan)[0])
  })
  it('come to the day the keeper means to be there, and set days stay', () => {
    const visits = [{ id: 'v', version: 1, day: '2026-08-18', note: null }]
    expect(doseDays(draw(nine, {}, { visits }).plan)[0]).toBe(6)
    const set = courseOf('oxalic-vapour', TODAY, [...series.events, event('set', '2026-08-19', { job: 'dose', n: 2 })])
    const { plan } = draw([colonyOf('A', 1, [set]), colonyOf('B', 2, [series])])
    expect(doseDays(plan)[0]).toBe(7)
    expect(plan.rounds.find((r) => r.day === '2026-08-19')).toMatchObject({ set: true })
  })
  it('want what is overdue at once', () => {
    const strips = courseOf('amitraz-strip', '2026-06-10', [dosed('2026-06-10', 2)])
    const { plan } = draw([colonyOf('A', 1, [strips])])
    const round = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'remove'))!
    expect(round.day).toBe(TODAY)
    expect(round.overdue).toBe(1)
  })
  it('say for every day whether a round could be moved there, and why not', () => {
    const { plan } = draw(nine, { minutes: [300, 0, 300, 300, 300, 300, 300] })
    const round = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose' && j.n === 2))!
    const move = (d: number) => round.moves[d]!
    expect(move(5)).toMatchObject({ level: 'care' })
    expect(move(5).why).toMatch(/no time on Mon 17 Aug/)
    expect(move(6).level).toBe('open')
    expect(move(2)).toMatchObject({ level: 'ask' })
    expect(move(2).why).toMatch(/A dose in C1 would be 2 days too early: its window opens on Sun 16 Aug/)
    expect(move(9).why).toMatch(/2 days too late: its window closes on Wed 19 Aug/)
    const third = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose' && j.n === 3))!
    expect(third.moves[3]).toMatchObject({ level: 'no' })
    expect(third.moves[3]!.why).toMatch(/cannot come before the job it hangs on/)
  })
  it('are spread over the days there are, and say what comes late; a day with time for all of it is left as it is', () => {
    const { plan } = draw(nine, { minutes: [40, 40, 40, 40, 40, 40, 40] })
    expect(plan.overfull).toEqual([])
    expect(plan.rounds.every((r) => !r.tooLong && r.minutes <= 40)).toBe(true)
    expect(plan.short!.late + plan.short!.unreached.length).toBeGreaterThan(0)
    expect(plan.short!.late).toBe(plan.rounds.reduce((n, r) => n + r.late, 0))
    expect(plan.proof).toBe('good')
    expect(draw(nine).plan.short).toBeNull()
  })
  it('take no longer with two pans in turn than with one, and less with a rod', () => {
    const minutes = (type: 'rod' | 'pan', count: number) =>
      draw(nine, { vaporisers: { type, count } }).plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose'))!.minutes
    expect(minutes('pan', 1)).toBe(30 + 9 * 14 + 10)
    expect(minutes('pan', 2)).toBe(30 + 9 * 7 + 10)
    expect(minutes('pan', 9)).toBe(30 + 9 * 4 + 10)
    expect(minutes('rod', 1)).toBe(30 + 9 * 3 + 10)
  })
})

describe('the sheet of a round', () => {
  it('adds up what to carry, with the shelf and the people against it', () => {
    const strips = courseOf('amitraz-strip', TODAY, [])
    const many = Array.from({ length: 120 }, (_, i) => colonyOf(`C${i}`, i + 1, [strips]))
    const settings = { ...bareSettings, stock: { 'amitraz-strip': { units: 230, expires: null } } }
    const { state, plan } = draw(many, { minutes: Array.from({ length: 7 }, () => 2000) }, {}, settings)
    const round = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose'))!
    const sheet = roundSheet(round, state, settings)
    expect(sheet.packing[0]).toEqual({
      text: 'Amitraz strip: 240 strips in all (120 x 2 strips), in their closed pack',
      lacking: 'Your shelf has 230 strips: 10 strips short.',
    })
    expect(sheet.strips).toMatch(/240 strips: labels let one person handle 200 a day, so this wants 2 people or two days/)
    expect(sheet.gearText).toMatch(/gloves/)
    expect(sheet.cautions).toHaveLength(1)
    expect(sheet.colonies.map((c) => c.position)).toEqual(many.map((_, i) => i + 1))
  })
  it('weighs charges by the hive and tells the vaporiser’s cycle and the limits of the day', () => {
    const { state, plan } = draw([colonyOf('A', 1, [series]), colonyOf('B', 2, [series])])
    const round = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose'))!
    const sheet = roundSheet(round, state, bareSettings)
    expect(sheet.packing[0]!.text).toBe('Oxalic acid vapour: 2 g in all (2 x 1 g), weighed out beforehand, never spooned')
    expect(sheet.cycle).toMatchObject({ heatMinutes: 2, shutMinutes: 11 })
    expect(sheet.limits[0]).toMatchObject({ treatment: 'oxalic-vapour', level: 'fits' })
    expect(sheet.limits[0]!.text).toMatch(/22 °C/)
    expect(sheet.weather).toMatchObject({ high: 22 })
  })
})

describe('what a colony asks for', () => {
  const stepsOf = (courses: readonly CourseRecord[], more: object = {}) => draw([colonyOf('A', 1, courses)], {}, more).state.row[0]!
  it('says of a dose that is due why the temperature forbids it, and which day is next', () => {
    const acid = courseOf('formic-strip-14', TODAY, [])
    const highs = [33, 33, 33, ...Array.from({ length: 30 }, () => 24)]
    const due = stepsOf([acid], { weather: weatherDays(TODAY, highs) }).steps.find((s) => s.job?.job === 'dose')!
    expect(due.hindrance).toMatch(/^Not today\. .*33 °C.*\. The next day that passes is Sat 15 Aug\.$/)
    const never = stepsOf([acid], {
      weather: weatherDays(
        TODAY,
        Array.from({ length: 40 }, () => 35),
      ),
    }).steps.find((s) => s.job?.job === 'dose')!
    expect(never.hindrance).toMatch(/ No day within reach passes: wait, or match the colony again\.$/)
    expect(stepsOf([acid]).steps.find((s) => s.job?.job === 'dose')!.hindrance).toBeNull()
  })
  it('knows that it was moved in the middle of a course', () => {
    const moved = (fromDay: Day) => {
      const colony = colonyOf('A', 1, [courseOf('amitraz-strip', '2026-08-01', [dosed('2026-08-01', 2)])])
      return draw([{ ...colony, placement: { ...colony.placement, fromDay } }]).state.row[0]!.movedOn
    }
    expect(moved('2026-08-05')).toBe('2026-08-05')
    expect(moved('2026-07-05')).toBeNull()
  })
  it('drifts towards its limit at the usual pace, unless it is over, treated, or nothing was found', () => {
    const counted = (mites: number, courses: readonly CourseRecord[] = [], representative: boolean | null = null) => {
      return draw([{ ...colonyOf('A', 1, courses), counts: [bareCount(TODAY, mites, { representative })] }]).state.row[0]!.drift
    }
    // 6 of 300 is 2 in 100; at 0.026 a day it reaches 3 after ln(1.5)/0.026 = 15.6 days; the season leads one to expect a little more.
    expect(counted(6)!.likely >= '2026-08-25' && counted(6)!.likely <= '2026-08-29').toBe(true)
    expect(counted(6)!.earliest <= counted(6)!.likely).toBe(true)
    expect(counted(6)!.text).toMatch(/^likely about 2\.\d in 100 now; one in five such colonies has reached the limit of 3 by now, half of them by /)
    expect(counted(6, [], false)).toBeNull()
    expect(counted(0)).toBeNull()
    expect(counted(12)).toBeNull()
    expect(counted(6, [courseOf('amitraz-strip', TODAY, [dosed(TODAY, 2)])])).toBeNull()
  })
})

describe('a line of Today', () => {
  it('names the dose where it is one, and says that each has its own where they differ', () => {
    const due = { ...series, events: [event('done', '2026-08-12', { job: 'prepare', n: 1 })] }
    const big = { ...due, facts: { ...due.facts, colony: { ...due.facts.colony, broodBoxes: 2 } } }
    const text = (...courses: CourseRecord[]) => {
      const { state } = draw(courses.map((c, i) => colonyOf(`C${i}`, i + 1, [c])))
      return sharedText(todayOfYards([state]).due.find((l) => l.step.job?.job === 'dose')!)
    }
    expect(text(due, due)).toMatch(/^Round 1: vaporise 1 g, weighed/)
    expect(text(due, big)).toMatch(/^Round 1: vaporise to each its own dose, weighed/)
  })
})

describe('how a round could be moved', () => {
  const nine = Array.from({ length: 3 }, (_, i) => colonyOf(`C${i + 1}`, i + 1, [series]))
  const roundOf = (plan: ReturnType<typeof drawRounds>, n: number) => plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose' && j.n === n))!
  const moveOf = (weather: readonly number[], n: number, d: number, work: Partial<WorkFacts> = {}) =>
    roundOf(draw(nine, work, { weather: weatherDays(TODAY, weather) }).plan, n).moves[d]!
  const mild = (over: Record<number, number> = {}) => Array.from({ length: 40 }, (_, i) => over[i] ?? 22)
  it('not to a day the label shuts; with care to one it asks care for; freely within the window', () => {
    expect(moveOf(mild({ 6: 1 }), 2, 6)).toEqual({
      day: '2026-08-18',
      level: 'no',
      why: "A dose in C1: the temperature is outside the label's limits then.",
    })
    expect(moveOf(mild({ 6: 3.5 }), 2, 6)).toMatchObject({ level: 'care', why: 'A dose in C1: the temperature asks for care then.' })
    expect(moveOf(mild(), 2, 6)).toEqual({ day: '2026-08-18', level: 'open', why: null })
    // Round two is wanted four to seven days after round one.
    expect([3, 4, 7, 8].map((d) => moveOf(mild(), 2, d).level)).toEqual(['ask', 'open', 'open', 'ask'])
  })
  it('counts the window of a round from where the plan has the one before', () => {
    const visits = [{ id: 'v', version: 1, day: '2026-08-18', note: null }]
    const { plan } = draw(nine, {}, { visits })
    expect(doseDays(plan).slice(0, 2)).toEqual([6, 11])
    const { moves } = roundOf(plan, 3)
    // The check halfway is in that round too, and its window closes first.
    expect([5, 9, 10, 11, 12].map((d) => moves[d]!.level)).toEqual(['no', 'ask', 'open', 'open', 'ask'])
    expect(moves[12]!.why).toBe('A check in C1 would be 1 day too late: its window closes on Sun 23 Aug.')
    expect(moves[9]!.why).toBe('A dose in C1 would be 1 day too early: its window opens on Sat 22 Aug.')
    expect(moves[5]!.why).toBe('A check in C1 cannot come before the job it hangs on, Tue 18 Aug.')
  })
  it('says the minutes where they do not suffice, and that there are none', () => {
    // A drive of 30 and three hives of 3 minutes, shut for 10: 49.
    expect(roundOf(draw(nine).plan, 2).minutes).toBe(49)
    expect(moveOf(mild(), 2, 6, { minutes: [60, 60, 40, 60, 60, 60, 60] })).toMatchObject({
      level: 'care',
      why: 'It takes 49 minutes, and 40 are left on that day.',
    })
    expect(moveOf(mild(), 2, 6, { minutes: [60, 60, 49, 60, 60, 60, 60] }).level).toBe('open')
  })
  it('a count off its window is only said; what is overdue is late on every later day', () => {
    const strips = courseOf('amitraz-strip', '2026-06-10', [dosed('2026-06-10', 2)])
    const { plan } = draw([colonyOf('A', 1, [strips])])
    const out = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'remove'))!
    expect([out.moves[0]!.level, out.moves[1]!.level]).toEqual(['open', 'ask'])
    expect(out.moves[1]!.why).toBe('Taking out in A is overdue already.')
    const { plan: again } = draw([{ ...colonyOf('A', 1, []), counts: [bareCount(TODAY, 3)] }])
    const count = again.rounds.find((r) => r.jobs.some((j) => j.kind === 'count'))!
    const { earliest } = count.jobs[0]!
    const early = count.moves.findLast((m) => m.day < earliest)!
    expect(early).toMatchObject({ level: 'care', why: expect.stringMatching(/^Counting in A would be 1 day too early/) as string })
  })
})

describe('what a move is made of', () => {
  let next = 0
  const newId = () => `new ${next++}`
  const visit = (day: Day) => ({ id: `visit ${day}`, version: 3, day, note: null })
  const ofJob = (kind: string, n: number) => (r: { jobs: readonly { job: string | null; n: number | null }[] }) =>
    r.jobs.some((j) => j.job === kind && j.n === n)
  it('is a day set for each job of a course; the reason goes with those outside their window alone', () => {
    const { plan, state } = draw([colonyOf('A', 1, [series]), colonyOf('B', 2, [series])])
    const round = plan.rounds.find(ofJob('dose', 2))!
    const within = moveTo(plan, state, round, '2026-08-18', 'because', newId)
    expect(within).toMatchObject({ visits: [], visitsGone: [] })
    const doses = within.events.filter((e) => (e as { job: string }).job === 'dose')
    expect(doses).toMatchObject([
      {
        courseId: state.row[0]!.courses[0]!.record.id,
        kind: 'set',
        job: 'dose',
        n: 2,
        happenedOn: '2026-08-18',
        reason: null,
        supersedes: null,
        device: 'page',
      },
      { courseId: state.row[1]!.courses[0]!.record.id, n: 2 },
    ])
    const late = moveTo(plan, state, round, '2026-08-21', 'rain', newId).events.filter((e) => (e as { job: string }).job === 'dose')
    expect(late.map((e) => (e as { reason: string }).reason)).toEqual(['rain', 'rain'])
    for (const [day, reason] of [
      ['2026-08-15', 'x'],
      ['2026-08-16', null],
      ['2026-08-19', null],
      ['2026-08-20', 'x'],
    ] as const)
      expect(moveTo(plan, state, round, day, 'x', newId).events.find((e) => (e as { job: string }).job === 'dose')).toMatchObject({ reason })
  })
  it('takes the place of the day set before, and is given back by taking that away', () => {
    const set = courseOf('oxalic-vapour', TODAY, [
      ...series.events,
      event('set', '2026-08-18', { id: 'first', job: 'dose', n: 2 }),
      event('set', '2026-08-19', { id: 'second', job: 'dose', n: 2, supersedes: 'first' }),
    ])
    const { plan, state } = draw([colonyOf('A', 1, [set]), colonyOf('B', 2, [series])])
    const round = plan.rounds.find(ofJob('dose', 2))!
    const moved = moveTo(plan, state, round, '2026-08-17', null, newId).events.filter((e) => (e as { job: string }).job === 'dose')
    expect(moved.map((e) => (e as { supersedes: string | null }).supersedes)).toEqual(['second', null])
    expect(setFree(state, round, newId)).toMatchObject({
      visits: [],
      visitsGone: [],
      events: [{ courseId: state.row[0]!.courses[0]!.record.id, kind: 'taken-back', happenedOn: TODAY, supersedes: 'second', device: 'page' }],
    })
  })
  it('sets the rounds before it too where the plan has them off their own day', () => {
    const { plan, state } = draw([colonyOf('A', 1, [series])], {}, { visits: [visit('2026-08-18')] })
    const third = plan.rounds.find(ofJob('dose', 3))!
    const { events } = moveTo(plan, state, third, '2026-08-24', null, newId)
    expect(
      events.filter((e) => (e as { job: string }).job === 'dose').map((e) => [(e as { n: number }).n, (e as { happenedOn: Day }).happenedOn]),
    ).toEqual([
      [2, '2026-08-18'],
      [3, '2026-08-24'],
    ])
    // On its own day the round before is left to move with the others.
    const calm = draw([colonyOf('A', 1, [series])])
    const same = moveTo(calm.plan, calm.state, calm.plan.rounds.find(ofJob('dose', 3))!, '2026-08-23', null, newId).events
    expect(same.some((e) => (e as { job: string; n: number }).job === 'dose' && (e as { n: number }).n === 2)).toBe(false)
  })
  it('takes the visit along, keeps one that is there, and makes one for what has no course', () => {
    const { plan, state } = draw([colonyOf('A', 1, [series])], {}, { visits: [visit('2026-08-17'), visit('2026-08-20')] })
    const round = plan.rounds.find((r) => r.day === '2026-08-17')!
    expect(moveTo(plan, state, round, '2026-08-18', null, newId)).toMatchObject({
      visits: [{ yardId: state.yard.id, day: '2026-08-18', note: null }],
      visitsGone: [{ id: 'visit 2026-08-17', version: 3 }],
    })
    expect(moveTo(plan, state, round, '2026-08-20', null, newId)).toMatchObject({ visits: [], visitsGone: [{ id: 'visit 2026-08-17' }] })
    expect(moveTo(plan, state, round, '2026-08-17', null, newId)).toMatchObject({ visits: [], visitsGone: [] })
    expect(setFree(state, round, newId)).toMatchObject({ visitsGone: [{ id: 'visit 2026-08-17', version: 3 }] })
    const bare = draw([colonyOf('A', 1, [])])
    const counting = bare.plan.rounds.find((r) => r.jobs.some((j) => j.kind === 'count'))!
    expect(moveTo(bare.plan, bare.state, counting, '2026-08-14', 'x', newId)).toMatchObject({ visits: [{ day: '2026-08-14' }], events: [] })
  })
})

describe('what goes along on a round', () => {
  const sheetOf = (
    courses: readonly (readonly CourseRecord[])[],
    kind: (j: RoundJob) => boolean,
    work: Partial<WorkFacts> = {},
    settings = bareSettings,
  ) => {
    const { state, plan } = draw(
      courses.map((c, i) => colonyOf(`C${i}`, i + 1, c)),
      work,
      {},
      settings,
    )
    const round = plan.rounds.find((r) => r.jobs.some(kind))!
    return { round, sheet: roundSheet(round, state, { ...settings, work: { ...USUAL_WORK, ...work } }) }
  }
  const texts = ({ sheet }: ReturnType<typeof sheetOf>) => sheet.packing.map((p) => p.text)
  it('is a jar for counts, a bag for strips, and what opens a hive', () => {
    expect(texts(sheetOf([[], []], (j) => j.kind === 'count'))).toEqual([
      'For 2 counts: jar, cup, washing fluid, white bowl, something to write with',
      'Smoker, hive tool, veil',
    ])
    const strips = courseOf('amitraz-strip', '2026-06-20', [dosed('2026-06-20', 2)])
    const out = sheetOf([[strips]], (j) => j.job === 'remove')
    expect(texts(out)).toEqual(['A closed bag for the strips that come out: 2, from 1 colony', 'Smoker, hive tool, veil'])
    expect(texts(sheetOf([[strips], [strips]], (j) => j.job === 'remove'))).toContain('A closed bag for the strips that come out: 4, from 2 colonies')
    // What is worn at strips, and no tool that lays them in.
    expect(out.sheet.gear).toEqual(['gloves'])
    expect(out.sheet.cautions.map((c) => c.name)).toEqual(['Amitraz strip'])
    expect(out.sheet).toMatchObject({ limits: [], cycle: null, strips: null })
  })
  it('is each dose measured out, the smallest first, and nothing lacking where the shelf has it', () => {
    const big = { ...series, facts: { ...series.facts, colony: { ...series.facts.colony, broodBoxes: 2 } } }
    const shelf = (units: number) => ({ ...bareSettings, stock: { 'oxalic-vapour': { units, expires: null } } })
    const packed = (units: number) => sheetOf([[big], [series], [series]], (j) => j.job === 'dose', {}, shelf(units)).sheet.packing[0]!
    expect(packed(4)).toEqual({ text: 'Oxalic acid vapour: 4 g in all (2 x 1 g, 1 x 2 g), weighed out beforehand, never spooned', lacking: null })
    // Vapour goes in through a closed hive, and brings nothing out: the charges, and what is taken along to give them.
    expect(texts(sheetOf([[series]], (j) => j.job === 'dose' && j.n === 2))).toEqual([
      expect.stringMatching(/^Oxalic acid vapour: 1 g/),
      expect.stringMatching(/^The charges in closed tubes, a wire for the nozzle/),
    ])
    expect(packed(3.5).lacking).toBe('Your shelf has 3.5 g: 0.5 g short.')
  })
  it('is the cycle of the vaporisers there are', () => {
    const text = (type: 'rod' | 'pan', count: number) =>
      sheetOf([[series]], (j) => j.job === 'dose', { vaporisers: { type, count } }).sheet.cycle!.text
    expect(text('rod', 1)).toBe(
      'One rod: 2 minutes of heat a hive, then it goes to the next hive; every hive stays shut 11 minutes, with a high of 22 °C (15 in the cold, 10 in the heat). Early or late, when the bees are home. About 3 minutes a hive.',
    )
    expect(text('pan', 1)).toMatch(/^One pan: 3 minutes of heat a hive, and it stays in while the hive is shut; .* About 14 minutes a hive\.$/)
    expect(text('pan', 2)).toMatch(/^2 pans in turn: 3 minutes of heat a hive, each stays in while its hive is shut; .* About 7 minutes a hive\.$/)
  })
  it('keeps a hive shut over its vapour for fifteen minutes in the cold and ten in the heat', () => {
    expect([null, -2, 10, 25, 34].map(shutMinutes)).toEqual([15, 15, 15, 10, 10])
    for (let high = -5; high < 40; high++) expect(shutMinutes(high + 1)).toBeLessThanOrEqual(shutMinutes(high))
  })
  it('has the safety card of what is handled', () => {
    const cards = (course: typeof series) =>
      sheetOf([[course]], (j) => j.job === 'dose' || j.job === 'prepare').sheet.cards.map((c) => [c.key, c.beforeRound])
    expect(cards(series)).toEqual([['oxalic-acid', true]])
    // Every treatment that is given has one.
    for (const t of TREATMENTS) if (t.way === 'given') expect(safetyOf(t.active)?.firstAid.length, t.key).toBeGreaterThan(0)
  })
  it('is for each colony its own work, its boxes, its note and where its strips hang', () => {
    const spots: Spot[] = [{ box: 1, after: 3 }]
    const none = event('part', '2026-06-21', { job: 'check', n: 1, spots: [] })
    const hung = courseOf('amitraz-strip', '2026-06-20', [event('done', '2026-06-20', { job: 'dose', n: 1, amount: 2, spots }), none])
    const { state, plan } = draw([
      { ...colonyOf('A', 4, [hung]), look: { ...colonyOf('A', 4, []).look!, note: 'bees at the lid' } },
      colonyOf('B', 5, []),
    ])
    const round = plan.rounds.find((r) => r.jobs.some((j) => j.job === 'remove'))!
    const a = roundSheet(round, state, bareSettings).colonies.find((c) => c.name === 'A')!
    expect(a).toMatchObject({ position: 4, boxes: 1, note: 'bees at the lid', spots })
    expect(a.jobs.every((j) => j.colony === 'A')).toBe(true)
    expect(roundSheet({ ...round, jobs: [] }, state, bareSettings).colonies).toEqual([])
  })
})

describe('what a plan keeps to', () => {
  const three = Array.from({ length: 3 }, (_, i) => colonyOf(`C${i + 1}`, i + 1, [series]))
  const mild = (over: Record<number, number> = {}) =>
    weatherDays(
      TODAY,
      Array.from({ length: 40 }, (_, i) => over[i] ?? 22),
    )
  const dayOf = (plan: ReturnType<typeof drawRounds>, kind: (j: RoundJob) => boolean) =>
    plan.rounds.filter((r) => r.jobs.some(kind)).map((r) => daysBetween(TODAY, r.day))
  const hung = (on: Day, more: readonly EventRecord[] = []) => courseOf('amitraz-strip', on, [dosed(on, 2), ...more])
  it('is the days one is there: a day away shuts itself and no other', () => {
    const around = doseDays(draw(three, { away: [{ from: '2026-08-17', to: '2026-08-17' }] }).plan)
    expect([around.length, around[0]]).toEqual([3, expect.toSatisfy((d: number) => d === 4 || d === 6)])
    expect(doseDays(draw(three, { away: [{ from: '2026-08-01', to: '2026-08-11' }] }).plan)).toEqual([5, 10, 15])
  })
  it('is a day that was set, whether there is time on it or not', () => {
    const set = courseOf('oxalic-vapour', TODAY, [...series.events, event('set', '2026-08-19', { job: 'dose', n: 2 })])
    const { plan } = draw([colonyOf('A', 1, [set])], { minutes: [300, 300, 300, 0, 300, 300, 300] })
    expect(plan.unplaced).toEqual([])
    expect(plan.rounds.find((r) => r.day === '2026-08-19')).toMatchObject({ set: true, tooLong: true })
    // A day that has gone by is no longer set.
    const gone = courseOf('oxalic-vapour', TODAY, [...series.events, event('set', '2026-08-11', { job: 'dose', n: 2 })])
    expect(doseDays(draw([colonyOf('A', 1, [gone])]).plan)).toEqual([5, 10, 15])
    const third = courseOf('oxalic-vapour', TODAY, [...series.events, event('set', '2026-08-24', { job: 'dose', n: 3 })])
    const [second, later] = doseDays(draw([colonyOf('A', 1, [third])]).plan)
    expect([later, second! <= 8]).toEqual([12, true])
  })
  it('never draws two doses of one colony onto one day, whatever day was set and went by', () => {
    for (const n of [2, 3])
      for (let later = 1; later <= 9; later++)
        for (let set = -3; set <= 9; set++) {
          const begun = addDays(TODAY, -later)
          const events = [event('done', begun, { job: 'prepare', n: 1 }), dosed(begun, 1), event('set', addDays(begun, set), { job: 'dose', n })]
          const { plan } = draw([colonyOf('A', 1, [courseOf('oxalic-vapour', begun, events)])])
          const most = Math.max(0, ...plan.rounds.map((r) => r.jobs.filter((x) => x.job === 'dose' && x.setFor === null).length))
          expect({ n, later, set, most }).toEqual({ n, later, set, most: 1 })
        }
  })
  it('is told where it cannot be kept: no time, no weather, or neither meeting the other', () => {
    const why = (work: Partial<WorkFacts>, weather = mild()) =>
      draw(three.slice(0, 1), work, { weather }).plan.unplaced.find((u) => u.job.job === 'dose' && u.job.n === 2)?.why
    const shut = { 4: 1, 5: 1, 6: 1, 7: 1 }
    expect(why({})).toBeUndefined()
    expect(why({}, mild(shut))).toBe('No day of its window passes the temperature limits: wait for better days, or match the colony again.')
    // Monday to Wednesday are open by weather, Sunday by time.
    expect(why({ minutes: [300, 0, 0, 0, 0, 0, 0] }, mild({ 4: 1 }))).toBe('On the days you have, the temperature limits do not hold.')
    expect(why({ away: [{ from: '2026-08-16', to: '2026-08-19' }] })).toBe('You have no time on any day of its window: free one, or move it.')
  })
  it('is the work of so many hands', () => {
    const nine = Array.from({ length: 9 }, (_, i) => colonyOf(`C${i + 1}`, i + 1, [series]))
    expect(draw(nine, { people: 2 }).plan.rounds.find((r) => r.jobs.some((j) => j.job === 'dose'))!.minutes).toBe(Math.ceil(30 + (9 * 3) / 2 + 10))
    // Two drives to yards of 57 minutes each do not fit a day of 100; with a helper, 44 each, they do.
    const yards = (people: number) => {
      const states = ['y', 'z'].map((id) => {
        const { state } = draw(Array.from({ length: 9 }, (_, i) => colonyOf(`${id}${i}`, i + 1, [series])))
        return { ...state, yard: { ...state.yard, id } }
      })
      return drawRounds(states, { work: { ...USUAL_WORK, people, minutes: [110, 110, 110, 110, 110, 110, 110] } })
    }
    const first = (plan: ReturnType<typeof yards>) => new Set(dayOf(plan, (j) => j.job === 'dose' && j.n === 2))
    expect([first(yards(1)).size, first(yards(2)).size]).toEqual([2, 1])
  })
  it('is the strips one person may handle on a day', () => {
    const many = (id: string) => {
      const state = draw(
        Array.from({ length: 60 }, (_, i) =>
          colonyOf(`${id}${i}`, i + 1, [courseOf('amitraz-strip', TODAY, [event('done', TODAY, { job: 'prepare', n: 1 })])]),
        ),
      ).state
      return { ...state, yard: { ...state.yard, id } }
    }
    const plan = (people: number) =>
      drawRounds([many('y'), many('z')], { work: { ...USUAL_WORK, people, minutes: Array.from({ length: 7 }, () => 2000) } })
    const days = (people: number) => new Set(dayOf(plan(people), (j) => j.job === 'dose'))
    // 240 strips, 200 for each person.
    expect([days(1).size, days(2).size]).toEqual([2, 1])
    const formic = draw([colonyOf('A', 1, [courseOf('formic-strip-14', TODAY, [])])]).plan.rounds.flatMap((r) => r.jobs)
    expect(formic.find((j) => j.job === 'dose')).toMatchObject({ strips: 0, amount: { amount: 2 } })
    const out = draw([colonyOf('A', 1, [hung('2026-06-20')])]).plan.rounds.flatMap((r) => r.jobs)
    expect(out.find((j) => j.job === 'remove')!.strips).toBe(2)
  })
  it('is a mild day for what opens the hive, and any day where none is mild', () => {
    // Strips of 22 June come out from 3 August, at the best on the 10th day after.
    const taken = (weather: ReturnType<typeof mild>) =>
      dayOf(draw([colonyOf('A', 1, [hung('2026-07-08')])], {}, { weather }).plan, (j) => j.job === 'remove')
    const [best] = taken(mild())
    expect(taken(mild({ [best!]: 9 }))).not.toEqual([best])
    expect(taken(mild({ [best!]: 10 }))).toEqual([best])
    expect(
      taken(
        weatherDays(
          TODAY,
          Array.from({ length: 40 }, () => 5),
        ),
      ),
    ).toEqual([best])
  })
  it('reads a dose’s limits for doses alone', () => {
    const formic = courseOf('formic-strip-14', TODAY, [event('done', TODAY, { job: 'dose', n: 1, amount: 2 })])
    const back = (weather: ReturnType<typeof mild>) => dayOf(draw([colonyOf('A', 1, [formic])], {}, { weather }).plan, (j) => j.job === 'put-back')
    const [best] = back(mild())
    expect(back(mild({ [best!]: 34 }))).toEqual([best])
  })
  it('wants late work within two days and a late count within five; a count to come waits for its days', () => {
    const only = (d: number): Partial<WorkFacts> => ({ away: [{ from: TODAY, to: addDays(TODAY, d - 1) }] })
    const out = (d: number) => dayOf(draw([colonyOf('A', 1, [hung('2026-06-10')])], only(d)).plan, (j) => j.job === 'remove')
    expect([out(2), out(3)]).toEqual([[2], []])
    const counts = (d: number) => dayOf(draw([colonyOf('A', 1, [])], only(d)).plan, (j) => j.kind === 'count')
    expect([counts(2), counts(5), counts(6)]).toEqual([[2], [5], []])
    const [day] = dayOf(draw([{ ...colonyOf('A', 1, []), counts: [bareCount(TODAY, 3)] }]).plan, (j) => j.kind === 'count')
    expect(day).toBeGreaterThanOrEqual(13)
  })
  it('hangs what is late on today, and a check on its own day', () => {
    const late = courseOf('oxalic-vapour', '2026-08-01', [event('done', '2026-08-01', { job: 'prepare', n: 1 }), dosed('2026-08-01', 1)])
    const jobs = draw([colonyOf('A', 1, [late])]).plan.rounds.flatMap((r) => r.jobs)
    expect(jobs.find((j) => j.job === 'dose' && j.n === 2)).toMatchObject({ best: '2026-08-06', anchor: TODAY, overdue: true })
    // A check whose day has gone by stays on it: nothing hangs on it that would move along.
    const strips = courseOf('amitraz-strip', '2026-07-28', [dosed('2026-07-28', 2)])
    const look = draw([colonyOf('A', 1, [strips])])
      .plan.rounds.flatMap((r) => r.jobs)
      .find((j) => j.job === 'check')!
    expect([look.best, look.anchor]).toEqual(['2026-08-14', '2026-08-14'])
  })
  it('has a board for what it is: four minutes, no hive opened, a lamp along', () => {
    const { plan, state } = draw([{ ...colonyOf('A', 1, [series]), board: { id: 'b', version: 1, laidOn: TODAY } }])
    const round = plan.rounds.find((r) => r.jobs.some((j) => j.kind === 'board'))!
    expect(round.jobs.find((j) => j.kind === 'board')).toMatchObject({ text: 'Read the board', minutes: 4, opensHive: false, courseId: null })
    expect(roundSheet(round, state, bareSettings).packing.map((p) => p.text)).toContain('A loupe and a lamp for the boards')
  })
})
