/** What a move of a round is made of: days set for its jobs, and visits planned or given up. */
import { followsVisit } from '../course/index.ts'
import type { YardState } from '../holding/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import type { Round, RoundPlan } from './draw.ts'
import type { RoundJob } from './jobs.ts'

/** Rows to keep in one stroke, in the order in which they lean on one another; ids come from `newId`. */
export interface Stroke {
  readonly visits: readonly { readonly id: string; readonly yardId: string; readonly day: Day; readonly note: null }[]
  readonly visitsGone: readonly { readonly id: string; readonly version: number }[]
  readonly events: readonly object[]
}

const eventsOf = (yard: YardState, job: RoundJob) =>
  yard.row.find((s) => s.colony.id === job.colonyId)?.courses.find((c) => c.record.id === job.courseId)?.events ?? []
/** The entry that sets the day of a job now; null where there is none. */
const settingOf = (yard: YardState, job: RoundJob): string | null =>
  eventsOf(yard, job).findLast((e) => e.kind === 'set' && e.job === job.job && e.n === job.n)?.id ?? null
const visitOn = (yard: YardState, day: Day) => yard.yard.visits?.find((v) => v.day === day) ?? null

interface Placed {
  readonly job: RoundJob
  readonly day: Day
}
/** Where the plan has every job of a yard. */
const placesOf = (plan: RoundPlan, yardId: string): ReadonlyMap<string, Placed> =>
  new Map(plan.rounds.filter((r) => r.yardId === yardId).flatMap((r) => r.jobs.map((job) => [job.id, { job, day: r.day }] as const)))

/** Jobs before this one that the plan has moved off the day they stand on by themselves: the first of them first. */
function ahead(job: RoundJob, places: ReadonlyMap<string, Placed>): Placed[] {
  const parent = job.hangsOn === null ? undefined : places.get(job.hangsOn)
  if (!parent) return []
  return [...ahead(parent.job, places), ...(parent.day === parent.job.anchor ? [] : [parent])]
}

/** Whether a day lies outside the job's window, when the job it hangs on is done where the plan has it. */
function isOutside(job: RoundJob, day: Day, places: ReadonlyMap<string, Placed>): boolean {
  const parent = job.hangsOn === null ? undefined : places.get(job.hangsOn)
  const shift = parent ? daysBetween(parent.job.anchor, parent.day) : 0
  return day < addDays(job.earliest, shift) || (day > addDays(job.latest, shift) && !job.overdue)
}

/**
 * Sets a round of the plan for a day. Jobs of a course carry the day themselves, and with it the planned days of those they hang on; counts
 * and boards follow the visit. `reason` goes with the jobs whose window the day lies outside of.
 */
export function moveTo(
  plan: RoundPlan,
  yard: YardState,
  round: Pick<Round, 'jobs' | 'day'>,
  day: Day,
  reason: string | null,
  newId: () => string,
): Stroke {
  const places = placesOf(plan, yard.yard.id)
  const own = round.jobs.filter((j) => j.courseId !== null && !followsVisit(j.job))
  const moved = new Set(own.map((j) => j.id))
  const before = new Map(own.flatMap((job) => ahead(job, places)).map((p) => [p.job.id, p]))
  const set = (job: RoundJob, on: Day, why: string | null) => ({
    id: newId(),
    courseId: job.courseId,
    kind: 'set',
    job: job.job,
    n: job.n,
    happenedOn: on,
    reason: why,
    supersedes: settingOf(yard, job),
    device: 'page',
  })
  const [from, to] = [visitOn(yard, round.day), visitOn(yard, day)]
  const followers = own.length < round.jobs.length || from !== null || round.jobs.length === 0
  return {
    visits: followers && !to ? [{ id: newId(), yardId: yard.yard.id, day, note: null }] : [],
    visitsGone: from && from.day !== day ? [{ id: from.id, version: from.version }] : [],
    events: [
      ...[...before.values()].filter((p) => !moved.has(p.job.id)).map((p) => set(p.job, p.day, null)),
      ...own.map((job) => set(job, day, isOutside(job, day, places) ? reason : null)),
    ],
  }
}

/** Gives the days of a round back to the plan. */
export function setFree(yard: YardState, round: Pick<Round, 'jobs' | 'day'>, newId: () => string): Stroke {
  const from = visitOn(yard, round.day)
  return {
    visits: [],
    visitsGone: from ? [{ id: from.id, version: from.version }] : [],
    events: round.jobs.flatMap((job) => {
      const supersedes = settingOf(yard, job)
      return supersedes ? [{ id: newId(), courseId: job.courseId, kind: 'taken-back', happenedOn: yard.yard.today, supersedes, device: 'page' }] : []
    }),
  }
}
