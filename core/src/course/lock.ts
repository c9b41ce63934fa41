import { addDays, sayDay, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'

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
