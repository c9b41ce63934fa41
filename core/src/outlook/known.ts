import { shareAt } from '../efficacy/index.ts'
import { onceEach, type PastCourse, type Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { broodState, patternOf, treatmentOf } from '../treatments/index.ts'
import { courseFrom, type ModelCourse } from './course.ts'
import { FIGURES } from './parameters.ts'
import { strengthOf } from './strength.ts'
import { RUN_IN } from './stretch.ts'
import { takesAs } from './takes.ts'

/** Days for which a queen that is not there, caged or not yet laying is taken to lay nothing yet (a guess). */
const NOT_YET = 14
/** Days from an egg to its capping, and to the bee: what was not laid so long ago is not capped, or not there, today. */
const [CAPPED, EMERGED] = [FIGURES.workerCapping, FIGURES.workerEmergence]

/** Writes what is known to have kept the queen from laying into a row of shares. */
export function layingKnown(laying: Float64Array, { colony }: Situation, at: (day: Day) => number, today: number): void {
  const none = (from: number, to: number) => {
    for (let t = Math.max(0, from); t < Math.min(to, laying.length); t++) laying[t] = 0
  }
  if (colony.brood === 'none') none(today - EMERGED - 3, today)
  if (colony.brood === 'open') none(today - EMERGED - 3, today - CAPPED + 1)
  if (colony.hivedOn) none(at(colony.hivedOn) - EMERGED - 3, at(colony.hivedOn) + 1)
  if (colony.queen === 'absent' || colony.queen === 'caged') none(today, today + NOT_YET)
}

/** Courses that were given within the days that are run, as the model sees them, with how strong they are at their middle. */
export function pastOf(situation: Situation, first: Day, runIn: Day): { readonly course: ModelCourse; readonly strength: number }[] {
  return onceEach(situation.history).flatMap((past: PastCourse) => {
    const treatment = treatmentOf(past.treatment)
    if (!treatment?.action || past.start > situation.asOf || (past.end ?? situation.asOf) < runIn) return []
    const then = { ...situation, startOn: past.start, colony: { ...situation.colony, brood: past.brood ?? situation.colony.brood } }
    const from = RUN_IN + daysBetween(first, past.start)
    const course = courseFrom(treatment, patternOf(treatment, then), from)
    const over = past.end === null ? course.over : RUN_IN + daysBetween(first, past.end) + 1
    const takes = takesAs(treatment, then)
    const share = past.efficacy ?? (takes ? shareAt(takes.mean) : 0)
    const strength = strengthOf(treatment, broodState(then.colony.brood), Math.max(0, share))
    return [{ course: { ...course, doses: course.doses.filter((d) => d < Math.max(over, from + 1)), over }, strength }]
  })
}
