import type { CourseState } from '../holding/index.ts'
import type { GivenCourse } from './truth.ts'

/** What was given to a colony, by its record: doses as they were entered, and when what lay in came out. What nobody took out lies in. */
export function givenOf(courses: readonly CourseState[]): GivenCourse[] {
  return courses
    .filter((c) => c.given && c.treatment.action)
    .map(({ treatment, course }) => {
      const on = (isThis: (job: string) => boolean) => course.jobs.flatMap((j) => (isThis(j.job) && j.doneOn ? [j.doneOn] : [])).toSorted()
      return {
        treatment: treatment.key,
        doses: on((job) => job === 'dose'),
        over: on((job) => job === 'remove' || job === 'put-back').at(-1) ?? null,
      }
    })
    .filter((c) => c.doses.length > 0)
}
