import type { Rule } from '../situation/index.ts'
import type { BroodOrUnknown, CoursePattern, Step, Treatment } from './treatment.ts'

/** Whether mites may sit under cappings: nothing capped counts as broodless, and what is not known as brood. */
export const broodState = (brood: BroodOrUnknown): 'broodless' | 'brood' => (brood === 'none' || brood === 'open' ? 'broodless' : 'brood')

/** Supers for people may stay on through the course: by the treatment, or by the keeper's own list where a list may say so. */
export const supersMayStay = (treatment: Treatment, rule: Rule | undefined): boolean =>
  treatment.supers.while === 'any' || (treatment.supers.while !== 'never' && rule?.withSupers === true)

/** The pattern for the colony's brood; brood that is not known is planned for as capped. */
export function patternOf(treatment: Treatment, brood: BroodOrUnknown): CoursePattern {
  const wanted = broodState(brood) === 'broodless' ? 'nothing-capped' : 'capped'
  const found = treatment.patterns.find((p) => p.when === 'always' || p.when === wanted) ?? treatment.patterns[0]
  if (!found) throw new Error(`${treatment.key} has no course pattern`)
  return found
}

/** Days from the first dose to the end, shortest and longest; the keeper's own list may set the longest. */
export function courseSpan(treatment: Treatment, brood: BroodOrUnknown, rule: Rule | undefined): { least: number; most: number } {
  const { least, most } = patternOf(treatment, brood).days
  return { least, most: mostDaysOf(most, least, rule) }
}

/** The longest stay: the keeper's list over the label's usual figure, never under the shortest. */
export function mostDaysOf(usual: number, least: number, rule: Rule | undefined): number {
  return Math.max(least, rule?.mostDays ?? usual)
}

/** Days from the end of the course to the first supers: the keeper's list over the label's usual figure. */
export const waitDaysOf = (treatment: Treatment, rule: Rule | undefined): number => rule?.waitDays ?? treatment.supers.waitDays

/** Most courses in a year: the keeper's list over the label's usual figure; null where neither says one. */
export const mostCoursesOf = (treatment: Treatment, rule: Rule | undefined): number | null => rule?.mostCourses ?? treatment.rotation.mostCoursesAYear

/** The day of a step at the planned pace, counted from the start of its pattern. */
export function nominalDay(step: Step, pattern: CoursePattern): number {
  const { after } = step
  if (after === 'start') return step.best
  const before = pattern.steps.find((x) => x.job === after.job && x.n === after.n)
  return (before ? nominalDay(before, pattern) : 0) + step.best
}

/** Doses a course takes. */
export const dosesOf = (pattern: CoursePattern): number => pattern.steps.filter((step) => step.job === 'dose').length

/** The same pattern with further doses at the end, at the pace of its last; what hung on the last dose hangs on the new last. */
export function withRounds(pattern: CoursePattern, added: number): CoursePattern {
  const last = pattern.steps.findLast((step) => step.job === 'dose')
  if (added < 1 || !last || last.after === 'start') return pattern
  const more: Step[] = Array.from({ length: added }, (_, i) => ({
    ...last,
    n: last.n + i + 1,
    after: { job: 'dose' as const, n: last.n + i },
    text: last.text.replace(new RegExp(`\\b${last.n}:`), `${last.n + i + 1}:`),
  }))
  const moved = pattern.steps.map((step) =>
    step.after !== 'start' && step.after.job === 'dose' && step.after.n === last.n
      ? { ...step, after: { job: 'dose' as const, n: last.n + added } }
      : step,
  )
  const at = moved.findIndex((step) => step.job === 'dose' && step.n === last.n) + 1
  const { least, most } = pattern.days
  const days = { least: least + added * last.best, most: most + added * last.latest }
  return { ...pattern, days, visits: pattern.visits + added, steps: [...moved.slice(0, at), ...more, ...moved.slice(at)] }
}
