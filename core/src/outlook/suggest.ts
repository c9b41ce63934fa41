import type { Answer } from '../course/index.ts'
import type { Situation } from '../situation/index.ts'
import { earlierOf, type Day } from '../time/index.ts'
import { treatmentOf } from '../treatments/index.ts'
import { aDay } from '../words/index.ts'
import type { OutlookPlan } from './run-plan.ts'
import { plannedOf, type PlannedCourse } from './planner/candidates.ts'

/** Plans that are held against each other at the most. */
export const MOST_PLANS = 4
/** Courses that are offered of themselves, before the winter's round. */
const FIRST_OPTIONS = 2

type Course = OutlookPlan['courses'][number]
/** A plan by what is given in it, in the core's notation: "Amitraz strip {2026-08-14}, then oxalic acid vapour {2026-12-20}". */
export const namePlan = (courses: readonly Course[], asOf: Day): string =>
  courses.length === 0
    ? 'Nothing'
    : courses
        .map(({ treatment, start }) => {
          const of = treatmentOf(treatment)
          return `${of?.name ?? treatment} ${aDay(start, asOf)}`
        })
        .join(', then ')

/**
 * Plans worth holding against each other without being asked: nothing; the first courses of the answer on their own first days; the first of
 * them, or nothing else, with the winter's oxalic round; and two in turn where the answer has them. What is `planned` comes first. None begins after `last`.
 */
export function suggestPlans(
  { options, combinations, winter, judgement }: Answer,
  situation: Situation,
  last: Day,
  planned: readonly PlannedCourse[] = plannedOf(situation),
): OutlookPlan[] {
  const first = options
    .filter(
      (o) =>
        o.allowed.rules !== 'no' &&
        o.fit !== 'ruled-out' &&
        o.fitFrom !== null &&
        o.fitFrom <= last &&
        o.efficacy !== null &&
        treatmentOf(o.treatment)?.action,
    )
    .slice(0, FIRST_OPTIONS)
    .map((o): Course => ({ treatment: o.treatment, start: o.fitFrom ?? situation.asOf }))
  const round: Course | null =
    winter && winter.best <= last && winter.best > situation.asOf ? { treatment: winter.treatment, start: earlierOf(winter.best, last) } : null
  const [one] = first
  const both = round && one && one.start < round.start && one.treatment !== round.treatment ? [[one, round]] : []
  // Two in turn are told as the two that they are.
  const turn = combinations
    .find(({ parts }) => parts.every((p) => p.start <= last))
    ?.parts.map(({ treatment, start }): Course => ({ treatment, start }))
  const kept = planned
    .filter((p) => p.start <= last && treatmentOf(p.treatment)?.action)
    .map(({ treatment, start }): Course => ({ treatment, start }))
  const under = judgement.level === 'under'
  const all: readonly (readonly Course[])[] = [
    [],
    // What is planned already is what others are held against.
    ...(kept.length > 0 ? [kept] : []),
    // Of what is under its limit the winter's round is the first to be thought of.
    ...(under ? (round ? [[round]] : []) : []),
    ...first.slice(0, 1).map((course) => [course]),
    ...both,
    ...(turn ? [turn] : []),
    ...first.slice(1).map((course) => [course]),
    ...(!under && round ? [[round]] : []),
  ]
  const plans = all.map((courses) => ({ name: namePlan(courses, situation.asOf), courses }))
  return plans.filter(({ name }, i) => plans.findIndex((p) => p.name === name) === i).slice(0, MOST_PLANS)
}
