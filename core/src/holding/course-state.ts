import { isEnd, isFate, planCourse, type Course, type CourseEvent, type CoursePlan, type PlannedJob } from '../course/index.ts'
import { efficacy, type Outcome } from '../outcome/index.ts'
import { laterOf, type Day } from '../time/index.ts'
import { broodState, treatmentOf, type Treatment } from '../treatments/index.ts'
import type { ColonyRecord, CountRecord, CourseRecord, EventRecord } from './records.ts'

/** A kept course as it stands today. */
export interface CourseState {
  readonly record: CourseRecord
  readonly treatment: Treatment
  /** What it was planned on, and what happened since, as planning takes them. */
  readonly plan: CoursePlan
  readonly happened: readonly CourseEvent[]
  readonly course: Course
  /** Events that stand: neither superseded nor taken back. */
  readonly events: readonly EventRecord[]
  readonly cancelled: boolean
  /** Something was given, whatever came of it. */
  readonly given: boolean
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
function recountFor(record: CourseRecord, colony: Pick<ColonyRecord, 'counts'>, course: Course): CountRecord | null {
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

/** The standing events of a course as planning takes them. */
const asHappened = (events: readonly EventRecord[]): CourseEvent[] =>
  events
    .filter((e) => e.kind !== 'taken-back')
    .map(({ kind, job, n, happenedOn, amount, reason }) => ({
      kind: kind as CourseEvent['kind'],
      job,
      n,
      on: happenedOn,
      amount,
      reason: reason ?? null,
    }))

/** Plans a kept course anew from its pattern and what happened, as of `today`. */
export function courseState(record: CourseRecord, colony: Pick<ColonyRecord, 'counts'>, today: Day): CourseState {
  const treatment = treatmentOf(record.treatment)
  if (!treatment) throw new Error(`no treatment ${record.treatment}`)
  const events = standing(record.events)
  const what = asHappened(events)
  const plan = { treatment, start: record.startOn, latestStart: record.latestStart, facts: record.facts, recountBy: record.facts.recountBy }
  const first = planCourse(plan, what, today)
  const cancelled = events.some((e) => e.kind === 'cancelled')
  const ended = cancelled || what.some((e) => isFate(e.kind) && isEnd(e.kind))
  const recount = ended ? null : recountFor(record, colony, first)
  const whole: CourseEvent[] = recount ? [...what, { kind: 'done', job: 'recount', n: 1, on: recount.onDay, amount: null }] : what
  const course = recount ? planCourse(plan, whole, today) : first
  const begun = what
    .filter((e) => (e.kind === 'done' || e.kind === 'part') && e.job === 'dose' && e.n === 1)
    .map((e) => e.on)
    .toSorted()[0]
  const noDoses = treatment.way === 'waiting'
  return {
    record,
    treatment,
    plan,
    happened: whole,
    course,
    events,
    cancelled,
    given: begun !== undefined,
    startedOn: begun ?? record.startOn,
    planned: begun === undefined && !noDoses && !cancelled && !ended,
    running: begun !== undefined && course.endedOn === null && !cancelled,
    recount,
    outcome: outcomeOf(record, treatment, recount),
  }
}

/** Jobs still to do, in order of their best day; the supers date is not one. Of a course called off, taking out what is in. */
export const openJobs = (state: CourseState): PlannedJob[] => state.course.jobs.filter((j) => j.state === 'open' && j.job !== 'supers')
