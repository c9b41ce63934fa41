import { addDays, type Day } from '../time/index.ts'
import type { Rule } from '../situation/index.ts'
import { mostCoursesOf, shortName, type JobKind, type Treatment } from '../treatments/index.ts'
import type { Course } from './jobs.ts'
import { LOCKS, type Said } from '../words/index.ts'

/** What a course rules out afterwards, for the sake of the bees or of what mites grow used to. */
export interface Lock {
  /** Not again before this day, and where it is not given beside others nothing of its class; null where no days are asked for. */
  readonly until: Day | null
  /** Another class should follow. */
  readonly change: boolean
  /** As data, and in words. */
  readonly says: Said
  readonly text: string
}

/** The rotation that follows a course ending on `end`, with the figure of the keeper's list; null where nothing is locked. */
export function lockOf(treatment: Treatment, end: Day, rule: Rule | undefined): Lock | null {
  const { rotation } = treatment
  const most = mostCoursesOf(treatment, rule)
  const barred = rotation.alone ? rotation.class : shortName(treatment).toLowerCase()
  const until = rotation.gapDays > 0 ? addDays(end, rotation.gapDays) : null
  if (until === null && !rotation.change && most === null) return null
  const says = LOCKS.after({ barred, until, end, why: rotation.gapWhy, notClass: rotation.change ? rotation.class : null, most })
  return { until, change: rotation.change, says, text: says.text }
}

const CLOSING: ReadonlySet<JobKind> = new Set(['dose', 'remove', 'put-back'])
/** The day on which a course was over, or is by its plan; null where it has nothing to give or take out. */
export const courseEnd = ({ endedOn, jobs }: Pick<Course, 'endedOn' | 'jobs'>): Day | null =>
  endedOn ??
  jobs
    .filter((j) => CLOSING.has(j.job) && j.state !== 'passed')
    .map((j) => j.doneOn ?? j.setFor ?? j.best)
    .toSorted()
    .at(-1) ??
  null
