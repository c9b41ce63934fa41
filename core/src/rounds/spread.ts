/**
 * More work than the days hold: what is most urgent stays, the rest goes on to the next day with time, worst first, and what is not
 * reached is said. A plan of fewest drives has everything that is late today, and nobody visits seventy yards in a day.
 */
import type { WorkFacts } from '../holding/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import type { JobKind } from '../treatments/index.ts'
import type { RoundJob } from './jobs.ts'
import { atOnce } from '../turns/index.ts'
import { hasDay, HORIZON, type Drawing } from './problem.ts'

/** What is late is late by so many days before it is said to come too late in the plan (as in the plan itself). */
const LATE_FROM = 2

/** How pressing each kind of job is: what hangs too long breeds resistance, a dose has its days, a count can wait (our own order). */
const PRESSING: Readonly<Partial<Record<JobKind, number>>> = {
  lift: 9,
  remove: 8,
  dose: 7,
  'lay-again': 6,
  check: 4,
  midway: 4,
  'queen-check': 3,
  recount: 3,
}
const [OVERDUE, COUNT, OTHER] = [6, 2, 1]
const pressing = (job: RoundJob, day: number, from: Day): number =>
  (job.overdue ? OVERDUE : 0) +
  (job.kind === 'job' && job.job ? (PRESSING[job.job] ?? OTHER) : COUNT) +
  // The longer it waits, the sooner it is its turn: a point a week.
  Math.max(0, day - daysBetween(from, job.latest)) / 7

export interface SpreadYard {
  readonly id: string
  readonly jobs: readonly RoundJob[]
  /** Days on which the keeper is there in any case, as bits. */
  readonly given: number
  /** The days on which a job can be done at all, as bits. */
  readonly open: (job: RoundJob) => number
}
export interface Spread {
  /** The day of each job that is reached, from today. */
  readonly dayOf: ReadonlyMap<string, number>
  /** Jobs that come after their window, and those that no day of the four weeks holds. */
  readonly late: readonly RoundJob[]
  readonly unreached: readonly RoundJob[]
}
interface Asked {
  readonly from: Day
  readonly minutes: readonly number[]
  readonly work: Pick<WorkFacts, 'yardMinutes' | 'people'>
}

const isLate = (job: RoundJob, day: number, from: Day): boolean =>
  job.setFor === null && day > (job.overdue ? LATE_FROM : daysBetween(from, job.latest))

/** A visit being filled: the drive, the hives' minutes by so many people, and the wait at its end. */
class Visit {
  readonly jobs: RoundJob[] = []
  private hives = 0
  private tail = 0
  constructor(work: Asked['work']) {
    this.work = work
  }
  private readonly work: Asked['work']
  /** Minutes with these besides. */
  minutesOf(more: readonly RoundJob[] = []): number {
    const hives = more.reduce((sum, j) => sum + j.minutes, this.hives)
    return Math.ceil(this.work.yardMinutes + hives / this.work.people + Math.max(this.tail, ...more.map((j) => j.tail)))
  }
  add(job: RoundJob): void {
    this.jobs.push(job)
    this.hives += job.minutes
    this.tail = Math.max(this.tail, job.tail)
  }
}

/**
 * Spreads jobs over the days there are. `planned` is the day of each by the plan of fewest drives; a job keeps it while its day has the
 * time, and what hangs on a job that goes to a later day goes with it. A dose goes only to a day whose weather lets it be given.
 */
export const spreadWork = (yards: readonly SpreadYard[], planned: ReadonlyMap<string, number>, asked: Asked): Spread =>
  atOnce(spreading(yards, planned, asked))

/** The same in steps, a yard of a day each. */
export function* spreading(yards: readonly SpreadYard[], planned: ReadonlyMap<string, number>, { from, minutes, work }: Asked): Drawing<Spread> {
  const children = new Map<string, RoundJob[]>()
  for (const { jobs } of yards) for (const job of jobs) if (job.hangsOn) children.set(job.hangsOn, [...(children.get(job.hangsOn) ?? []), job])
  const byId = new Map(yards.flatMap((y) => y.jobs).map((j) => [j.id, j]))
  const dayOf = new Map(planned)
  const reached = new Map<string, number>()
  const beyond = new Set<string>()
  /** What a job hangs on, where that is still to be done: it comes first, or in the same visit. */
  const before = (job: RoundJob): RoundJob | null => {
    const parent = job.setFor === null && job.hangsOn !== null && planned.has(job.hangsOn) && !reached.has(job.hangsOn) ? byId.get(job.hangsOn) : null
    return parent ?? null
  }
  /** Moves what hangs on a job by as many days; past the four weeks it is of no plan yet. */
  const shift = (job: RoundJob, by: number): void => {
    for (const child of children.get(job.id) ?? []) {
      const day = planned.get(child.id)
      if (day === undefined || reached.has(child.id) || child.setFor !== null) continue
      if (day + by < HORIZON) dayOf.set(child.id, day + by)
      else {
        dayOf.delete(child.id)
        beyond.add(child.id)
      }
      shift(child, by)
    }
  }
  const waiting: RoundJob[][] = yards.map(() => [])
  for (let day = 0; day < HORIZON; day++) {
    const budget = minutes[day] ?? 0
    const found: { readonly i: number; readonly fixed: boolean; readonly able: readonly RoundJob[]; readonly worst: number }[] = []
    for (const [i, yard] of yards.entries()) {
      yield { stage: 'moving', done: day, of: HORIZON }
      const here = yard.jobs.filter((j) => dayOf.get(j.id) === day && !reached.has(j.id))
      const fixed = hasDay(yard.given, day) || here.some((j) => j.setFor !== null)
      const carried = waiting[i] ?? []
      const could = [...here, ...carried.filter((j) => hasDay(yard.open(j), day))]
      const ids = new Set(could.map((j) => j.id))
      const able = could
        .filter((j) => {
          const first = before(j)
          // What was to be done in one visit with it still is.
          return first === null || (ids.has(first.id) && planned.get(first.id) === planned.get(j.id))
        })
        .toSorted((a, b) => pressing(b, day, from) - pressing(a, day, from))
      if (able[0]) found.push({ i, fixed, able, worst: pressing(able[0], day, from) })
    }
    const asks = found.toSorted((a, b) => Number(b.fixed) - Number(a.fixed) || b.worst - a.worst || b.able.length - a.able.length)
    let used = 0
    for (const { i, fixed, able } of asks) {
      const visit = new Visit(work)
      const whole = new Visit(work)
      for (const job of able) whole.add(job)
      // A visit is made whole, or not today; but a yard that no day would hold is begun, its most urgent hives first.
      const fits = fixed || used + whole.minutesOf() <= budget
      const begins = !fits && used === 0 && budget > 0
      for (const job of able) {
        if (visit.jobs.includes(job)) continue
        // What it hangs on is done first, in the same visit.
        const first = before(job)
        const both = first && !visit.jobs.includes(first) ? [first, job] : [job]
        if (fits || (begins && visit.minutesOf(both) <= budget)) both.forEach((j) => visit.add(j))
      }
      if (visit.jobs.length > 0) used += visit.minutesOf()
      const taken = new Set(visit.jobs)
      for (const job of visit.jobs) {
        const by = day - (planned.get(job.id) ?? day)
        reached.set(job.id, day)
        if (by > 0) shift(job, by)
      }
      waiting[i] = [...new Set([...(waiting[i] ?? []), ...able])].filter((job) => !taken.has(job))
    }
  }
  const all = yards.flatMap((y) => y.jobs)
  return {
    dayOf: reached,
    late: all.filter((j) => reached.has(j.id) && isLate(j, reached.get(j.id) ?? 0, from)),
    unreached: all.filter((j) => planned.has(j.id) && !reached.has(j.id) && !beyond.has(j.id)),
  }
}

/** Jobs that would still come late, and that would not be reached at all. */
export interface Left {
  readonly late: number
  readonly unreached: number
}
/** What would help where not all is reached in its time. */
export interface Help {
  readonly helper: Left
  /** The weekday with the least time, given as much as the longest has; null where all have the same. */
  readonly day: (Left & { readonly weekday: number }) | null
  /** Rounds after the first, of courses that take several: what an option with fewer visits would spare, in minutes at the hives. */
  readonly repeats: { readonly jobs: number; readonly minutes: number }
}
/** `weekdays` are the keeper's minutes by weekday, Sunday first; `ahead` makes the minutes of the days ahead from them. */
export function* helpFor(
  yards: readonly SpreadYard[],
  planned: ReadonlyMap<string, number>,
  asked: Asked,
  weekdays: readonly number[],
  ahead: (weekdays: readonly number[]) => readonly number[],
): Drawing<Help> {
  function* left(with_: Asked): Drawing<Left> {
    const { late, unreached } = yield* spreading(yards, planned, with_)
    return { late: late.length, unreached: unreached.length }
  }
  const [most, least] = [Math.max(...weekdays), Math.min(...weekdays)]
  const weekday = most > least ? weekdays.indexOf(least) : -1
  const repeats = yards.flatMap((y) => y.jobs).filter((j) => j.job === 'dose' && (j.n ?? 1) > 1)
  return {
    helper: yield* left({ ...asked, work: { ...asked.work, people: asked.work.people + 1 } }),
    day: weekday < 0 ? null : { weekday, ...(yield* left({ ...asked, minutes: ahead(weekdays.map((m, i) => (i === weekday ? most : m))) })) },
    repeats: { jobs: repeats.length, minutes: Math.round(repeats.reduce((sum, j) => sum + j.minutes, 0)) },
  }
}
