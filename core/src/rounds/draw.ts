import { USUAL_WORK, type SettingsRecord, type WorkFacts, type YardState } from '../holding/index.ts'
import { doseLevels, judged, type Level } from '../match/index.ts'
import { weatherReader } from '../situation/index.ts'
import { addDays, daysBetween, weekdayOf, type Day } from '../time/index.ts'
import { treatmentOf, type JobKind } from '../treatments/index.ts'
import { jobsOfYard, mostStrips, type RoundJob } from './jobs.ts'
import { movesOf, type Move } from './moves.ts'
import { ALL_DAYS, daysOf, hasDay, HORIZON, span, type Task } from './problem.ts'
import { solve, type Proof } from './solve.ts'

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
  readonly proof: Proof
  /** Days with more work than time: no better plan was found. */
  readonly overfull: readonly Day[]
  /** Minutes the keeper has on each day. */
  readonly minutes: readonly number[]
  readonly people: number
  /** Visits if every job had its own. */
  readonly jobs: number
}

/** What is late is wanted within so many days: work on the hives, and counts, which can wait for the next drive (common practice, no source). */
const LATE_WITHIN = { job: 2, count: 5 } as const
/** How much a day away from its best weighs: a dose more than what can lean on it. */
const WEIGHT: Readonly<Partial<Record<JobKind, number>>> = { dose: 3, remove: 2 }
/** Hives are opened at this high and over, °C (common practice, no source); a job whose whole window is colder is done all the same. */
const OPENING_HIGH = 10

/** Minutes of each day ahead: by weekday, none while away. */
export const minutesAhead = (work: WorkFacts, from: Day, days = HORIZON): number[] =>
  Array.from({ length: days }, (_, i) => {
    const day = addDays(from, i)
    return work.away.some((a) => a.from <= day && day <= a.to) ? 0 : (work.minutes[weekdayOf(day)] ?? 0)
  })

interface YardDays {
  readonly yard: YardState
  readonly cold: number
  readonly levels: (job: RoundJob) => readonly Level[] | null
}

function daysOfYard(yard: YardState, from: Day): YardDays {
  const read = weatherReader(yard.yard)
  let cold = 0
  for (let i = 0; i < HORIZON; i++) {
    const reading = read(addDays(from, i))
    if (reading && reading.high < OPENING_HIGH) cold |= 1 << i
  }
  const [first] = yard.row
  const situation = first ? judged(first.situation) : null
  const kept = new Map<string, readonly Level[]>()
  // Limits on temperature read nothing of the colony: one reading of the days serves the yard.
  const levels = (job: RoundJob): readonly Level[] | null => {
    const treatment = job.job === 'dose' && job.treatment ? treatmentOf(job.treatment) : null
    if (!treatment || !situation || job.n === null) return null
    const key = `${treatment.key} ${job.n === 1}`
    let found = kept.get(key)
    if (!found) kept.set(key, (found = doseLevels(treatment, job.n, situation, from, HORIZON)))
    return found
  }
  return { yard, cold, levels }
}

function openDays(job: RoundJob, days: YardDays, from: Day): number {
  const levels = days.levels(job)
  let open = levels ? levels.reduce((set, level, i) => (level === 'wait' || level === 'ruled-out' ? set : set | (1 << i)), 0) : ALL_DAYS
  if (job.opensHive && !levels) {
    const mild = open & ~days.cold
    const window = span(daysBetween(from, job.earliest), daysBetween(from, job.latest))
    if ((mild & window) !== 0) open = mild
  }
  return open
}

/** A tree of tasks, and which jobs each of its ids stands for. */
function treesOf(jobs: readonly RoundJob[], days: YardDays, from: Day, members: Map<string, RoundJob[]>): Task[] {
  const byId = new Map(jobs.map((j) => [j.id, j]))
  const parentOf = (job: RoundJob): RoundJob | null => (job.setFor === null && job.hangsOn ? (byId.get(job.hangsOn) ?? null) : null)
  const children = new Map<string, RoundJob[]>()
  for (const job of jobs) {
    const parent = parentOf(job)
    if (parent) children.set(parent.id, [...(children.get(parent.id) ?? []), job])
  }
  const build = (job: RoundJob, base: Day): Task => {
    const at = (day: Day) => daysBetween(base, day)
    const root = base === from
    const fixed = job.setFor === null ? null : daysBetween(from, job.setFor)
    // A count that is due says "now" every day anew.
    const late = root && (job.overdue || (job.kind === 'count' && job.latest <= from))
    const best = root ? Math.max(0, at(job.best)) : at(job.best)
    return {
      id: job.id,
      earliest: fixed ?? (late ? 0 : at(job.earliest)),
      best: fixed ?? (late ? 0 : best),
      latest: fixed ?? (late ? LATE_WITHIN[job.kind === 'job' ? 'job' : 'count'] : at(job.latest)),
      notAfter:
        job.opensHive && days.yard.yard.lastOpening && job.latest <= days.yard.yard.lastOpening ? daysBetween(from, days.yard.yard.lastOpening) : 999,
      days: fixed === null ? openDays(job, days, from) : ALL_DAYS,
      weight: job.job ? (WEIGHT[job.job] ?? 1) : 1,
      minutes: job.minutes,
      tail: job.tail,
      strips: job.strips,
      then: (children.get(job.id) ?? []).map((child) => build(child, job.anchor)),
    }
  }
  const trees = jobs.filter((job) => parentOf(job) === null).map((job) => build(job, from))
  return merged(trees, byId, members)
}

const shape = (task: Task): string =>
  [
    task.earliest,
    task.best,
    task.latest,
    task.notAfter,
    task.days,
    ...task.then
      .map(shape)
      .toSorted()
      .map((s) => `(${s})`),
  ].join(',')

/** Trees alike become one, that counts for all of them: whole-yard courses are one tree. */
function merged(trees: readonly Task[], byId: ReadonlyMap<string, RoundJob>, members: Map<string, RoundJob[]>): Task[] {
  const groups = new Map<string, Task[]>()
  for (const tree of trees) groups.set(shape(tree), [...(groups.get(shape(tree)) ?? []), tree])
  const join = (alike: readonly Task[]): Task => {
    const [first] = alike
    if (!first) throw new Error('a group of none')
    members.set(
      first.id,
      alike.flatMap((t) => byId.get(t.id) ?? []),
    )
    const sum = (of: (t: Task) => number) => alike.reduce((total, t) => total + of(t), 0)
    const inOrder = alike.map((t) => t.then.toSorted((a, b) => shape(a).localeCompare(shape(b))))
    return {
      ...first,
      weight: sum((t) => t.weight),
      minutes: sum((t) => t.minutes),
      strips: sum((t) => t.strips),
      then: (inOrder[0] ?? []).map((_, i) => join(inOrder.flatMap((list) => list[i] ?? []))),
    }
  }
  return [...groups.values()].map(join)
}

/** Days on which the keeper means to be there, as bits. */
const givenDays = ({ yard }: YardState, from: Day): number =>
  (yard.visits ?? []).map((v) => daysBetween(from, v.day)).reduce((set, d) => (d >= 0 && d < HORIZON ? set | (1 << d) : set), 0)

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

/** Draws everything the yards ask for in the next four weeks together into rounds. */
export function drawRounds(yards: readonly YardState[], settings: Pick<SettingsRecord, 'work'>): RoundPlan {
  const work = settings.work ?? USUAL_WORK
  const from = yards.map((y) => y.yard.today).toSorted()[0] ?? '1970-01-01'
  const minutes = minutesAhead(work, from)
  const members = new Map<string, RoundJob[]>()
  const own = yards.map((yard) => ({ yard, days: daysOfYard(yard, from), jobs: jobsOfYard(yard, work) }))
  const all = own.flatMap((y) => y.jobs)
  const plan = solve({
    yards: own.map(({ yard, days, jobs }) => ({ id: yard.yard.id, tasks: treesOf(jobs, days, from, members), given: givenDays(yard, from) })),
    minutes,
    yardMinutes: work.yardMinutes,
    people: work.people,
    strips: (mostStrips(all) ?? Infinity) * work.people,
  })
  const dayOf = new Map<string, number>()
  for (const { at } of plan.yards) for (const [id, day] of at) for (const job of members.get(id) ?? []) dayOf.set(job.id, day)
  const anchors = new Map(all.map((j) => [j.id, j.anchor]))
  const drawn = own.flatMap(({ yard, days, jobs }) => {
    const perDay = new Map<number, RoundJob[]>(daysOf(givenDays(yard, from)).map((d) => [d, []]))
    for (const job of jobs) {
      const day = dayOf.get(job.id)
      if (day !== undefined) perDay.set(day, [...(perDay.get(day) ?? []), job])
    }
    return [...perDay].map(([day, list]) => ({ yard, days, day, jobs: list.toSorted((a, b) => a.position - b.position) }))
  })
  const load = minutes.map((_, d) => drawn.filter((r) => r.day === d).reduce((total, r) => total + visitMinutes(r.jobs, work), 0))
  const rounds = drawn.map(({ yard, days, day, jobs }): Round => {
    const own = visitMinutes(jobs, work)
    return {
      yardId: yard.yard.id,
      yard: yard.yard.name,
      day: addDays(from, day),
      jobs,
      minutes: own,
      tooLong: (load[day] ?? 0) > (minutes[day] ?? 0),
      set: jobs.some((j) => j.setFor !== null) || hasDay(givenDays(yard, from), day),
      overdue: jobs.filter((j) => j.overdue).length,
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
  })
  const unserved = new Set(plan.unserved)
  const unplaced = own.flatMap(({ days, jobs }) =>
    jobs
      .filter((job) => [...members].some(([id, list]) => unserved.has(id) && list.includes(job)))
      .map((job) => ({ job, why: whyUnplaced(job, days, minutes, from) })),
  )
  return {
    from,
    days: HORIZON,
    rounds: rounds.toSorted((a, b) => a.day.localeCompare(b.day) || b.overdue - a.overdue || b.jobs.length - a.jobs.length),
    unplaced,
    proof: plan.proof,
    overfull: plan.overfull.map((d) => addDays(from, d)),
    minutes,
    people: work.people,
    jobs: rounds.reduce((n, r) => n + r.jobs.length, 0),
  }
}
