import { afterCourse } from '../../course/index.ts'
import type { Situation, TreatmentKey } from '../../situation/index.ts'
import type { Day } from '../../time/index.ts'
import { treatmentOf } from '../../treatments/index.ts'
import { withoutPlanned } from './candidates.ts'

/** The case on which one course of a plan is decided: on its day, with those before it given as planned. */
export function caseOfCourse(
  situation: Situation,
  courses: readonly { readonly treatment: TreatmentKey; readonly start: Day }[],
  at: number,
): Situation {
  const start = courses[at]?.start ?? situation.startOn
  return courses.slice(0, at).reduce(
    (s, { treatment: key, start: on }) => {
      const treatment = treatmentOf(key)
      return treatment ? afterCourse(s, treatment, on, start) : s
    },
    { ...withoutPlanned(situation), startOn: start },
  )
}
