import { atOnce } from '../turns/index.ts'
import { USUAL_WORK, type SettingsRecord, type WorkFacts, type YardState } from '../holding/index.ts'
import { addDays, daysBetween, weekdayOf, type Day } from '../time/index.ts'
import { jobsOfYard, mostStrips, type RoundJob } from './jobs.ts'
import { movesOf, type Move } from './moves.ts'
import { ownPace } from './pace.ts'
import { daysOf, hasDay, HORIZON, never, span, type Drawing, type Enough } from './problem.ts'
import { solving, type Problem, type Proof } from './solve.ts'
import { helpFor, spreading, type Help, type SpreadYard } from './spread.ts'
import { daysOfYard, openDays, treesOf, type YardDays } from './tasks.ts'

/** One visit to one yard. */
export interface Round {
  readonly yardId: string
  readonly yard: string
  readonly day: Day
  /** In walking order. */
  readonly jobs: readonly RoundJob[]
  readonly minutes: number
  /** More than the keeper has on that day, all visits of the day together. */
  readonly tooLong: boolean
  /** The keeper has set this day for some of it, or means to be there. */
  readonly set: boolean
  readonly overdue: number
  /** Jobs that come after their window: there was no time before. */
  readonly late: number
  /** How it could be moved: one entry a day from today. */
  readonly moves: readonly Move[]
}

export interface Unplaced {
  readonly job: RoundJob
  readonly why: string
}

export interface RoundPlan {
  readonly from: Day
  readonly days: number
  readonly rounds: readonly Round[]
  readonly unplaced: readonly Unplaced[]
  /** More work than the four weeks hold: what no day was left for, how many jobs come late, and what would help; null where all is reached in its time. */
  readonly short: { readonly unreached: readonly RoundJob[]; readonly late: number; readonly help: Help } | null
  readonly proof: Proof
  /** The search was ended before it was through, by the keeper or by its time. */
  readonly cut: boolean
  /** Days with more work than time: no better plan was found. */
  readonly overfull: readonly Day[]
  /** Minutes the keeper has on each day. */
  readonly minutes: readonly number[]
  readonly people: number
  /** Visits if every job had its own. */
  readonly jobs: number
}

/** Minutes of each day ahead: by weekday, none while away. */
const minutesAhead = (work: Pick<WorkFacts, 'minutes' | 'away'>, from: Day, days = HORIZON): number[] =>
  Array.from({ length: days }, (_, i) => {
    const day = addDays(from, i)
    return work.away.some((a) => a.from <= day && day <= a.to) ? 0 : (work.minutes[weekdayOf(day)] ?? 0)
  })

const bitsOf = (days: readonly Day[], from: Day): number =>
  days.map((day) => daysBetween(from, day)).reduce((set, d) => (d >= 0 && d < HORIZON ? set | (1 << d) : set), 0)
/** Days on which the keeper means to be there, as bits. */
const visitDays = ({ yard }: YardState, from: Day): number =>
  bitsOf(
    // One that was made is no plan any more.
    (yard.visits ?? []).filter((v) => v.minutes == null).map((v) => v.day),
    from,
  )
/** Days on which the keeper goes there in any case: planned visits, and days set for jobs, whether there is time or not. */
const givenDays = (yard: YardState, jobs: readonly RoundJob[], from: Day): number =>
  visitDays(yard, from) |
  bitsOf(
    jobs.flatMap((j) => j.setFor ?? []),
    from,
  )

const sum = (jobs: readonly RoundJob[], of: (j: RoundJob) => number): number => jobs.reduce((total, j) => total + of(j), 0)
/** Minutes of a visit: the yard's own, the hives' by so many people, and the wait at the end. */
export const visitMinutes = (jobs: readonly RoundJob[], work: WorkFacts): number =>
  Math.ceil(work.yardMinutes + sum(jobs, (j) => j.minutes) / work.people + Math.max(0, ...jobs.map((j) => j.tail)))

function whyUnplaced(job: RoundJob, days: YardDays, minutes: readonly number[], from: Day): string {
  const window = span(daysBetween(from, job.earliest), daysBetween(from, job.latest))
  const free = minutes.reduce((set, m, i) => (m > 0 ? set | (1 << i) : set), 0)
  const open = openDays(job, days, from)
  if ((window & free) === 0) return 'You have no time on any day of its window: free one, or move it.'
  if (job.job === 'dose' && (window & open) === 0)
    return 'No day of its window passes the temperature limits: wait for better days, or match the colony again.'
  if (job.job === 'dose' && (window & open & free) === 0) return 'On the days you have, the temperature limits do not hold.'
  return 'It hangs on a job that cannot be placed, or its days do not meet the days you have.'
}

/** The days on which a job can be done, worked out once a job. */
function openOnce(days: YardDays, from: Day): (job: RoundJob) => number {
  const known = new Map<string, number>()
  return (job) => {
    const found = known.get(job.id) ?? openDays(job, days, from)
    known.set(job.id, found)
    return found
  }
}

/** Draws everything the yards ask for in the next four weeks together into rounds. */
export const drawRounds = (yards: readonly YardState[], settings: Pick<SettingsRecord, 'work'>): RoundPlan => atOnce(drawing(yards, settings))

/** The same in steps, the working out of the yards among them; once it is `enough` it ends with the best it has. */
export function* drawing(yards: readonly YardState[], settings: Pick<SettingsRecord, 'work'>, enough: Enough = never): Drawing<RoundPlan> {
  for (const [done, yard] of yards.entries())
    for (const step of yard.work) {
      step()
      yield { stage: 'asked', done, of: yards.length }
    }
  const work = settings.work ?? USUAL_WORK
  const from = yards.map((y) => y.yard.today).toSorted()[0] ?? '1970-01-01'
  const minutes = minutesAhead(work, from)
  const members = new Map<string, RoundJob[]>()
  const pace = ownPace(yards, work)
  const own: { readonly yard: YardState; readonly days: YardDays; readonly jobs: RoundJob[] }[] = []
  for (const yard of yards) {
    own.push({ yard, days: daysOfYard(yard, from), jobs: jobsOfYard(yard, work, pace) })
    yield { stage: 'asked', done: own.length, of: yards.length }
  }
  const all = own.flatMap((y) => y.jobs)
  const problem: Problem = {
    yards: own.map(({ yard, days, jobs }) => ({ id: yard.yard.id, tasks: treesOf(jobs, days, from, members), given: givenDays(yard, jobs, from) })),
    minutes,
    yardMinutes: work.yardMinutes,
    people: work.people,
    strips: (mostStrips(all) ?? Infinity) * work.people,
  }
  const plan = yield* solving(problem, enough)
  const planned = new Map<string, number>()
  const single = new Map(all.map((j) => [j.id, j]))
  for (const { at, single: each } of plan.yards)
    for (const [id, day] of at)
      for (const job of each ? [single.get(id)].filter((j) => j !== undefined) : (members.get(id) ?? [])) planned.set(job.id, day)
  // Where a day holds more than its time, what is most urgent stays on it and the rest goes on.
  const asked = { from, minutes, work }
  const yardsToSpread: SpreadYard[] = own.map(({ yard, days, jobs }) => ({
    id: yard.yard.id,
    jobs,
    given: givenDays(yard, jobs, from),
    open: openOnce(days, from),
  }))
  const spread = plan.overfull.length > 0 ? yield* spreading(yardsToSpread, planned, asked) : null
  const dayOf: ReadonlyMap<string, number> = spread?.dayOf ?? planned
  const anchors = new Map(all.map((j) => [j.id, j.anchor]))
  const drawn = own.flatMap(({ yard, days, jobs }) => {
    const perDay = new Map<number, RoundJob[]>(daysOf(visitDays(yard, from)).map((d) => [d, []]))
    for (const job of jobs) {
      const day = dayOf.get(job.id)
      if (day !== undefined) perDay.set(day, [...(perDay.get(day) ?? []), job])
    }
    return [...perDay].map(([day, list]) => ({ yard, days, day, jobs: list.toSorted((a, b) => a.position - b.position) }))
  })
  const late = new Set(spread?.late.map((j) => j.id))
  const load = minutes.map((_, d) => drawn.filter((r) => r.day === d).reduce((total, r) => total + visitMinutes(r.jobs, work), 0))
  const roundOf = ({ yard, days, day, jobs }: (typeof drawn)[number]): Round => {
    const own = visitMinutes(jobs, work)
    return {
      yardId: yard.yard.id,
      yard: yard.yard.name,
      day: addDays(from, day),
      jobs,
      minutes: own,
      tooLong: (load[day] ?? 0) > (minutes[day] ?? 0),
      set: jobs.some((j) => j.setFor !== null) || hasDay(visitDays(yard, from), day),
      overdue: jobs.filter((j) => j.overdue).length,
      late: jobs.filter((j) => late.has(j.id)).length,
      moves: movesOf({
        jobs,
        from,
        day,
        dayOf,
        anchors,
        levels: days.levels,
        minutes,
        spare: minutes.map((m, d) => m - (load[d] ?? 0) + (d === day ? own : 0)),
        own,
      }),
    }
  }
  const rounds: Round[] = []
  for (const round of drawn) {
    rounds.push(roundOf(round))
    yield { stage: 'moving', done: rounds.length, of: drawn.length }
  }
  const unserved = new Set(plan.unserved.flatMap((id) => members.get(id) ?? []))
  const unplaced = own.flatMap(({ days, jobs }) =>
    jobs.filter((job) => unserved.has(job)).map((job) => ({ job, why: whyUnplaced(job, days, minutes, from) })),
  )
  return {
    from,
    days: HORIZON,
    rounds: rounds.toSorted((a, b) => a.day.localeCompare(b.day) || b.overdue - a.overdue || b.jobs.length - a.jobs.length),
    unplaced,
    short:
      spread && spread.late.length + spread.unreached.length > 0
        ? {
            unreached: spread.unreached,
            late: spread.late.length,
            help: yield* helpFor(yardsToSpread, planned, asked, work.minutes, (weekdays) => minutesAhead({ ...work, minutes: weekdays }, from)),
          }
        : null,
    proof: spread ? 'good' : plan.proof,
    cut: plan.cut,
    overfull: load.flatMap((m, d) => (m > (minutes[d] ?? 0) ? [addDays(from, d)] : [])),
    minutes,
    people: work.people,
    jobs: rounds.reduce((n, r) => n + r.jobs.length, 0),
  }
}
