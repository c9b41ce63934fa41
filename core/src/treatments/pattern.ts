import type { Rule } from '../situation/index.ts'
import type { BroodOrUnknown, CoursePattern, Efficacy, Step, Treatment } from './treatment.ts'

/** Whether mites may sit under cappings: nothing capped counts as broodless, and what is not known as brood. */
export const broodState = (brood: BroodOrUnknown): 'broodless' | 'brood' => (brood === 'none' || brood === 'open' ? 'broodless' : 'brood')

/** The share that a course takes of mites that do not withstand it; null where nothing is taken, or nobody says. */
export const susceptibleTo = (treatment: Treatment, brood: 'broodless' | 'brood'): Efficacy | null =>
  treatment.susceptible ?? treatment.efficacy?.[brood] ?? null

/** Supers for people may stay on through the course: by the treatment, or by the keeper's own list where a list may say so. */
export const supersMayStay = (treatment: Treatment, rule: Rule | undefined): boolean =>
  treatment.supers.while === 'any' || (treatment.supers.while !== 'never' && rule?.withSupers === true)

/** What of a case a pattern is chosen by. */
export interface PatternFacts {
  readonly colony: { readonly brood: BroodOrUnknown }
  readonly rules: Readonly<Partial<Record<Treatment['key'], Rule>>>
}

/** The pattern as it is published for the colony's brood; brood that is not known is planned for as capped. */
export function publishedPattern(treatment: Treatment, brood: BroodOrUnknown): CoursePattern {
  const wanted = broodState(brood) === 'broodless' ? 'nothing-capped' : 'capped'
  const found = treatment.patterns.find((p) => p.when === 'always' || p.when === wanted) ?? treatment.patterns[0]
  if (!found) throw new Error(`${treatment.key} has no course pattern`)
  return found
}

/** Whether the rounds of a pattern, and the days between them, are the keeper's to set: a series that may be longer. */
export const hasRhythm = (pattern: CoursePattern): boolean => pattern.mayAdd !== undefined && dosesOf(pattern) > 1

/** The pattern for the colony's brood, in the keeper's own rhythm where their list sets one. */
export function patternOf(treatment: Treatment, facts: PatternFacts): CoursePattern {
  const pattern = publishedPattern(treatment, facts.colony.brood)
  const rule = facts.rules[treatment.key]
  if (!rule || (rule.rounds == null && rule.daysBetween == null) || !hasRhythm(pattern)) return pattern
  return inRhythm(pattern, rule.rounds ?? dosesOf(pattern), rule.daysBetween ?? null)
}

/** Days from the first dose to the end, shortest and longest; the keeper's own list may set the longest. */
export function courseSpan(treatment: Treatment, facts: PatternFacts): { least: number; most: number } {
  const { least, most } = patternOf(treatment, facts).days
  return { least, most: mostDaysOf(most, least, facts.rules[treatment.key]) }
}

/** The longest stay: the keeper's list over the label's usual figure, never under the shortest. */
export function mostDaysOf(usual: number, least: number, rule: Rule | undefined): number {
  return Math.max(least, rule?.mostDays ?? usual)
}

/** Days from the end of the course to the first supers: the keeper's list over the label's usual figure. */
export const waitDaysOf = (treatment: Treatment, rule: Rule | undefined): number => rule?.waitDays ?? treatment.supers.waitDays

/** Most courses in a year: the keeper's list over the label's usual figure; null where neither says one. */
export const mostCoursesOf = (treatment: Treatment, rule: Rule | undefined): number | null => rule?.mostCourses ?? treatment.rotation.mostCoursesAYear

/** Under so much of what its warmth lets it take at best a treatment was too cold, as a share (a guess). */
const COLD_SHARE = 0.05
/** The high from which on a treatment takes all it can, °C, where days of a mean high were too cold for it; null where they were not, or warmth matters little. */
export function tooColdFor({ warmth }: Treatment, meanHigh: number): number | null {
  const full = warmth?.at(-1)?.[1]
  if (!warmth || full === undefined) return null
  const takes = warmth.findLast(([high]) => high <= meanHigh)?.[1] ?? warmth[0]?.[1] ?? full
  // It is level from the first point that takes all it can.
  return full - takes > COLD_SHARE ? (warmth.find(([, share]) => share === full)?.[0] ?? null) : null
}

/** The days of the count after a course at the planned pace, counted from its first: from, best and to; its end where it asks for none. */
export function recountWindow(pattern: CoursePattern): { readonly opens: number; readonly best: number; readonly ends: number } {
  const step = pattern.steps.find((x) => x.job === 'recount')
  if (!step) return { opens: pattern.days.least, best: pattern.days.least, ends: pattern.days.least }
  const best = nominalDay(step, pattern)
  return { opens: best - (step.best - step.earliest), best, ends: best + (step.latest - step.best) }
}

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

/** The first doses alone; what hung on a dose that is gone hangs on the last that is left, and checks after it are not asked for. */
function withFewer(pattern: CoursePattern, rounds: number): CoursePattern {
  const gone = (job: string, n: number) => job === 'dose' && n > rounds
  const { least, most } = pattern.days
  const dropped = pattern.steps.filter((step) => gone(step.job, step.n))
  const kept = pattern.steps
    .filter((step) => !gone(step.job, step.n) && !(step.job === 'check' && step.after !== 'start' && gone(step.after.job, step.after.n)))
    .map((step) => (step.after !== 'start' && gone(step.after.job, step.after.n) ? { ...step, after: { job: 'dose' as const, n: rounds } } : step))
  const less = (of: 'best' | 'latest') => dropped.reduce((sum, step) => sum + step[of], 0)
  return {
    ...pattern,
    days: { least: Math.max(0, least - less('best')), most: Math.max(0, most - less('latest')) },
    visits: pattern.visits - dropped.length,
    steps: kept,
  }
}

/** Days by which a round in a rhythm of one's own may come sooner or later (a guess, as the published windows have it). */
const ROOM = { sooner: 1, later: 2 } as const

/** A series in other rounds, or with other days between them: windows, length, visits and name follow. */
function inRhythm(pattern: CoursePattern, rounds: number, every: number | null): CoursePattern {
  const published = dosesOf(pattern)
  const counted = rounds < published ? withFewer(pattern, rounds) : withRounds(pattern, rounds - published)
  const steps = counted.steps.map((step): Step => {
    if (every === null || step.job !== 'dose' || step.after === 'start') return step
    const latest = Math.max(every, Math.min(every + ROOM.later, step.breaks?.after ?? every + ROOM.later))
    return { ...step, earliest: Math.max(1, every - ROOM.sooner), best: every, latest }
  })
  const longer = (of: 'best' | 'latest') => steps.reduce((sum, step, i) => sum + step[of] - (counted.steps[i]?.[of] ?? 0), 0)
  const days = { least: counted.days.least + longer('best'), most: counted.days.most + longer('latest') }
  const last = steps.findLast((step) => step.job === 'dose')
  const name = rounds === 1 ? 'one round' : `${rounds} rounds, ${last?.best ?? every} days apart`
  return { ...counted, name, days, steps }
}
