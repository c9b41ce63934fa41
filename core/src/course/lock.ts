import { addDays, sayDay, type Day } from '../time/index.ts'
import type { JobKind, Treatment } from '../treatments/index.ts'
import type { Course } from './jobs.ts'

/** What a course rules out afterwards, for the sake of the bees or of what mites grow used to. */
export interface Lock {
  /** Nothing of its class before this day; null where no days are asked for. */
  readonly until: Day | null
  /** Another class should follow. */
  readonly change: boolean
  readonly text: string
}

/** The rotation that follows a course ending on `end`; null where nothing is locked. */
export function lockOf({ rotation }: Treatment, end: Day): Lock | null {
  const until = rotation.gapDays > 0 ? addDays(end, rotation.gapDays) : null
  const parts = [
    ...(until ? [`no ${rotation.class} again before ${sayDay(until, end)}, ${rotation.gapWhy}`] : []),
    ...(rotation.change ? [`the next course is not ${rotation.class}`] : []),
    ...(rotation.mostCoursesAYear !== null ? [`at most ${rotation.mostCoursesAYear} a year`] : []),
  ]
  if (parts.length === 0) return null
  return { until, change: rotation.change, text: `${parts.join('; ').replace(/^./, (c) => c.toUpperCase())}.` }
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
