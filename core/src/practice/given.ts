import type { CourseState } from '../holding/index.ts'
import type { GivenCourse } from './truth.ts'

/** What was given to a colony, by its record: doses as they were entered, and when what lay in came out. */
export function givenOf(courses: readonly CourseState[]): GivenCourse[] {
  return courses
    .filter((c) => c.given && c.treatment.action)
    .map(({ treatment, course, left }) => {
      const doses = course.jobs.flatMap((j) => (j.job === 'dose' && j.doneOn ? [j.doneOn] : [])).toSorted()
      const out = course.jobs.filter((j) => (j.job === 'remove' || j.job === 'put-back') && j.doneOn).map((j) => j.doneOn ?? '')
      return {
        treatment: treatment.key,
        doses,
        over: out.toSorted().at(-1) ?? left?.lastOn ?? (treatment.action?.by === 'staying' ? null : course.endedOn),
      }
    })
    .filter((c) => c.doses.length > 0)
}
