import { planCourse, type Course, type DoneJob, type PlannedJob } from '../course/index.ts'
import { efficacy, type Outcome } from '../outcome/index.ts'
import { laterOf, type Day } from '../time/index.ts'
import { broodState, treatmentOf, type Treatment } from '../treatments/index.ts'
import type { ColonyRecord, CountRecord, CourseRecord, EventRecord } from './records.ts'

/** A kept course as it stands today. */
export interface CourseState {
  readonly record: CourseRecord
  readonly treatment: Treatment
  readonly course: Course
  /** Events that stand: neither superseded nor taken back. */
  readonly events: readonly EventRecord[]
  readonly cancelled: boolean
  /** The actual first dose, else the planned start. */
  readonly startedOn: Day
  /** Nothing has been given yet. */
  readonly planned: boolean
  /** Given and not over. */
  readonly running: boolean
  readonly recount: CountRecord | null
  readonly outcome: Outcome | null
}

const standing = (events: readonly EventRecord[]): EventRecord[] => {
  const gone = new Set(events.map((e) => e.supersedes))
  return events.filter((e) => !gone.has(e.id) && e.kind !== 'taken-back')
}

/**
 * The count that answers the course: one made for it, or one from the day its window opened; by the method of the count before,
 * where there is such a one, since only that says how much was taken.
 */
function recountFor(record: CourseRecord, colony: ColonyRecord, course: Course): CountRecord | null {
  const job = course.jobs.find((j) => j.job === 'recount')
  if (!job) return null
  const lastDose = course.jobs.filter((j) => j.job === 'dose' && j.doneOn).reduce((last, j) => laterOf(last, j.doneOn ?? last), record.startOn)
  const after = colony.counts.filter((c) => c.onDay > lastDose && (c.courseId === record.id || c.onDay >= job.earliest))
  return after.find((c) => c.method === record.facts.before.method) ?? after[0] ?? null
}

function outcomeOf(record: CourseRecord, treatment: Treatment, recount: CountRecord | null): Outcome | null {
  const { mites, bees, method } = record.facts.before
  if (!recount || treatment.way !== 'given' || mites === null || bees === null || method !== recount.method) return null
  const after = recount.samples.reduce((sum, s) => ({ mites: sum.mites + s.mites, bees: sum.bees + (s.bees ?? 0) }), { mites: 0, bees: 0 })
  if (after.bees === 0) return null
  const { brood } = record.facts.colony
  return efficacy({ mites, bees }, after, treatment, broodState(brood) === 'broodless')
}

/** Plans a kept course anew from its pattern and what happened, as of `today`. */
export function courseState(record: CourseRecord, colony: ColonyRecord, today: Day): CourseState {
  const treatment = treatmentOf(record.treatment)
  if (!treatment) throw new Error(`no treatment ${record.treatment}`)
  const events = standing(record.events)
  const done: DoneJob[] = events.flatMap((e) =>
    e.kind === 'done' && e.job && e.n ? [{ job: e.job, n: e.n, on: e.happenedOn, amount: e.amount }] : [],
  )
  const plan = { treatment, start: record.startOn, latestStart: record.latestStart, facts: record.facts, recountBy: record.facts.recountBy }
  const first = planCourse(plan, done, today)
  const recount = recountFor(record, colony, first)
  const course = recount ? planCourse(plan, [...done, { job: 'recount', n: 1, on: recount.onDay, amount: null }], today) : first
  const firstDose = done.find((d) => d.job === 'dose' && d.n === 1)
  const cancelled = events.some((e) => e.kind === 'cancelled')
  const noDoses = treatment.way === 'waiting'
  return {
    record,
    treatment,
    course,
    events,
    cancelled,
    startedOn: firstDose?.on ?? record.startOn,
    planned: !firstDose && !noDoses && !cancelled,
    running: Boolean(firstDose) && course.endedOn === null && !cancelled,
    recount,
    outcome: outcomeOf(record, treatment, recount),
  }
}

/** Jobs still to do, in order of their best day; the supers date is not one. */
export const openJobs = (state: CourseState): PlannedJob[] =>
  state.cancelled ? [] : state.course.jobs.filter((j) => j.state === 'open' && j.job !== 'supers')
