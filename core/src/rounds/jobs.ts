import { COUNT_MINUTES, minutesOf, tailMinutes } from '../course/index.ts'
import { USUAL_PACE, wayOf, type Pace } from './pace.ts'
import type { ColonyState, NextStep, WorkFacts, YardState } from '../holding/index.ts'
import type { Tool, TreatmentKey } from '../situation/index.ts'
import { laterOf, type Day } from '../time/index.ts'
import { sayAmount, treatmentOf, type DoseUnit, type JobKind } from '../treatments/index.ts'

/** One thing to do at one colony on a visit: plain data, for the page and its worker alike. */
export interface RoundJob {
  /** The same for as long as the job is open. */
  readonly id: string
  readonly yardId: string
  readonly colonyId: string
  readonly colony: string
  readonly position: number
  readonly kind: 'job' | 'count' | 'board' | 'queen'
  readonly courseId: string | null
  readonly treatment: TreatmentKey | null
  readonly job: JobKind | null
  readonly n: number | null
  readonly text: string
  /** What goes in; null where nothing is measured. */
  readonly amount: { readonly amount: number; readonly unit: DoseUnit; readonly text: string } | null
  readonly earliest: Day
  readonly best: Day
  readonly latest: Day
  /** The day its dependents count from, as things stand. */
  readonly anchor: Day
  readonly hangsOn: string | null
  readonly opensHive: boolean
  readonly gear: readonly Tool[]
  readonly minutes: number
  /** Minutes at the end of the visit until the last hive may be opened. */
  readonly tail: number
  /** Strips that count against what a person may handle on a day; 0 where nothing limits them. */
  readonly strips: number
  readonly overdue: boolean
  readonly setFor: Day | null
}

const idOf = (colonyId: string, courseId: string, job: string, n: number): string => `${colonyId} ${courseId} ${job} ${n}`
const WORDS: Readonly<Record<string, string>> = { count: 'Count', board: 'Read the board', queen: 'Settle the queen' }

function fromStep(yard: YardState, { colony }: ColonyState, step: NextStep, work: WorkFacts, pace: Pace): RoundJob | null {
  if (step.kind === 'choose' || step.kind === 'gone' || step.kind === 'left') return null
  const base = {
    yardId: yard.yard.id,
    colonyId: colony.id,
    colony: colony.name,
    position: colony.placement.position,
    earliest: step.earliest,
    best: step.best,
    latest: step.latest,
    overdue: step.due === 'overdue',
  }
  const { job, course } = step
  if (!job || !course) {
    const kind = step.kind === 'job' ? 'count' : step.kind
    return {
      ...base,
      id: `${colony.id} ${kind}`,
      kind,
      courseId: null,
      treatment: null,
      job: null,
      n: null,
      text: WORDS[kind] ?? 'Count',
      amount: null,
      anchor: step.best,
      hangsOn: null,
      opensHive: kind !== 'board',
      gear: [],
      minutes:
        (kind === 'board' ? COUNT_MINUTES.board : COUNT_MINUTES.count) * (pace.get(wayOf(null, null, kind === 'board' ? 'board' : 'count')) ?? 1),
      tail: 0,
      strips: 0,
      setFor: null,
    }
  }
  const { dose } = course.course
  const inside = job.job === 'remove' ? course.course.inside : null
  const planned = job.job === 'dose' ? Math.max(0, (job.planned ?? 0) - (job.amount ?? 0)) : inside
  const amount = dose && planned !== null && job.asksAmount ? { amount: planned, unit: dose.unit, text: sayAmount(planned, dose.unit) } : null
  const handled = course.treatment.mostAPersonADay !== null && (job.job === 'dose' || job.job === 'remove')
  const { setFor } = job
  return {
    ...base,
    id: idOf(colony.id, course.record.id, job.job, job.n),
    kind: 'job',
    courseId: course.record.id,
    treatment: course.treatment.key,
    job: job.job,
    n: job.n,
    text: job.text,
    amount,
    anchor: setFor ?? (job.job === 'dose' || job.job === 'remove' ? laterOf(step.best, yard.yard.today) : step.best),
    hangsOn: job.hangsOn ? idOf(colony.id, course.record.id, job.hangsOn.job, job.hangsOn.n) : null,
    opensHive: job.opensHive,
    gear: job.gear,
    minutes: minutesOf(course.treatment, job, work.vaporisers) * (pace.get(wayOf(course.treatment.key, job.job, 'job')) ?? 1),
    tail: tailMinutes(course.treatment, job.job),
    strips: handled ? (amount?.amount ?? 0) : 0,
    setFor,
  }
}

/** Everything the colonies of a yard ask for that takes a visit, in walking order. */
export const jobsOfYard = (yard: YardState, work: WorkFacts, pace: Pace = USUAL_PACE): RoundJob[] =>
  yard.row.flatMap((state) => state.steps.flatMap((step) => fromStep(yard, state, step, work, pace) ?? []))

/** Most strips a person handles on a day of what is in these jobs; null where no label that is known limits it. */
export function mostStrips(jobs: readonly RoundJob[]): number | null {
  const limits = jobs.flatMap((j) => (j.strips > 0 && j.treatment ? (treatmentOf(j.treatment)?.mostAPersonADay ?? []) : []))
  return limits.length > 0 ? Math.min(...limits) : null
}

/** Strips of which labels limit what a person handles on a day, put in and taken out on that day in all the yards but one. */
export function handledElsewhere(yards: readonly YardState[], day: Day, yardId: string): number {
  let sum = 0
  for (const { yard, row } of yards)
    if (yard.id !== yardId)
      for (const { courses } of row)
        for (const { course, treatment } of courses)
          if (treatment.mostAPersonADay !== null)
            for (const job of course.jobs) if ((job.job === 'dose' || job.job === 'remove') && job.doneOn === day) sum += job.amount ?? 0
  return sum
}
