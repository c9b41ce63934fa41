import { nominalDay, type CoursePattern, type Treatment } from '../treatments/index.ts'
import type { Hazards } from './mites.ts'

/** A course as the model sees it: what is given on which days, and until when it lies in. Days are indices of a run. */
export interface ModelCourse {
  readonly treatment: Treatment
  readonly doses: readonly number[]
  /** The day on which it is over: what stays in comes out then. */
  readonly over: number
}

/** A course at its planned pace from an index on. */
export function courseFrom(treatment: Treatment, pattern: CoursePattern, from: number): ModelCourse {
  const doses = pattern.steps.filter((s) => s.job === 'dose').map((s) => from + nominalDay(s, pattern))
  const out = pattern.steps.find((s) => s.job === 'remove')
  const last = doses.at(-1) ?? from
  return {
    treatment,
    doses: doses.length > 0 ? doses : [from],
    over: Math.max(last + 1, from + (out ? nominalDay(out, pattern) : pattern.days.least)),
  }
}

export const noHazards = (days: number): Hazards => ({
  onBees: new Float64Array(days),
  capped: new Float64Array(days),
  drone: new Float64Array(days),
})
const add = (row: Float64Array, t: number, hazard: number): void => {
  if (t >= 0 && t < row.length) row[t] = (row[t] ?? 0) + hazard
}
/** Under so little of its strength it is as good as gone. */
const GONE = 0.01

/** Adds what a course does to some hazards, `strength` times what its action says. A new dose takes the place of what is left of the one before. */
export function addCourse(hazards: Hazards, { treatment: { action }, doses, over }: ModelCourse, strength: number): void {
  if (!action) return
  for (const [i, dose] of doses.entries()) {
    const until = Math.min(over, doses[i + 1] ?? over)
    switch (action.by) {
      case 'staying':
        for (let t = dose; t < until; t++) {
          const left = 0.5 ** ((t - dose) / action.halfLife)
          if (left < GONE) break
          add(hazards.onBees, t, action.onBees * left * strength)
          add(hazards.capped, t, action.capped * left * strength)
        }
        break
      case 'at-once':
        action.over.forEach((part, n) => add(hazards.onBees, dose + n, -Math.log(1 - action.onBees) * part * strength))
        break
      case 'cutting':
        add(hazards.drone, dose, -Math.log(1 - action.takes) * strength)
        break
      case 'caging':
        break
    }
  }
}

/** Whether a course keeps the queen from laying, wholly or in part. */
export const slowsLaying = ({ treatment: { action } }: ModelCourse): boolean =>
  action?.by === 'caging' || (action?.by === 'staying' && action.laying < 1)
/** Writes what courses leave of the eggs into a row of shares, one for each day. */
export function addLaying(laying: Float64Array, { treatment: { action }, doses, over }: ModelCourse): void {
  const share = action?.by === 'caging' ? 0 : action?.by === 'staying' ? action.laying : 1
  if (share < 1) for (let t = Math.max(0, doses[0] ?? 0); t < Math.min(over, laying.length); t++) laying[t] = (laying[t] ?? 1) * share
}
