import type { Day } from '../../time/index.ts'
import { SEASON, type Said } from '../../words/index.ts'
import { namePlan } from '../suggest.ts'
import { namedPlans, seasonStatus, type Aim } from './named.ts'
import { DAYS_LET_PASS } from './field.ts'
import type { Season, SeasonPlan } from './season.ts'

/** A plan's courses in one line, in the core's notation. */
export const saySeasonPlan = (plan: SeasonPlan, asOf: Day): string =>
  plan.courses.length === 0 ? 'Nothing but counts' : namePlan(plan.courses, asOf)

const figures = (plan: SeasonPlan, asOf: Day) => ({
  keeps: plan.keeps,
  low: plan.low,
  high: plan.high,
  visits: plan.visits,
  plan: saySeasonPlan(plan, asOf),
})

/** What the search says, a plan before a figure; what is planned already comes first. */
export function saySeason(season: Season, aim: Aim, asOf: Day, nameOf: (id: string) => string = (id) => id): readonly Said[] {
  const status = seasonStatus(season, aim)
  const wanted = aim.by === 'chance' ? aim.wanted : null
  const said: Said[] = []
  if (season.uncounted.length > 0) said.push(SEASON.uncounted({ of: season.reckoned.by, some: season.uncounted.length }))
  if (status.is === 'on-course') said.push(SEASON.onCourse({ ...figures(status.planned, asOf), days: DAYS_LET_PASS }))
  if (status.is === 'as-good-as-any') said.push(SEASON.asGoodAsAny({ ...figures(status.planned, asOf), days: DAYS_LET_PASS }))
  if (status.is === 'rather') said.push(SEASON.rather({ ...figures(status.planned, asOf), days: DAYS_LET_PASS, rather: figures(status.plan, asOf) }))
  const [first] = namedPlans(season, aim)
  if (status.is === 'none' && first) {
    const of = { ...figures(first.plan, asOf), days: DAYS_LET_PASS }
    if (wanted !== null && !first.reaches) said.push(SEASON.noneReaches({ ...of, wanted }))
    else if (first.plan.courses.length === 0) said.push(SEASON.nothingNeeded(of))
    else said.push(SEASON.plan(of))
  }
  const shown = status.is === 'rather' ? status.plan : status.is === 'none' ? first?.plan : status.planned
  const apart = shown ? notFor(shown) : []
  if (apart.length > 0) said.push(SEASON.notFor({ names: apart.map(nameOf) }))
  return said
}

/** A colony that a plan keeps less than half as likely as the others is not one for it (a guess). */
const APART = 0.5
/** Colonies of a yard for which a plan does far less than for the others: they want one of their own. */
export const notFor = ({ byColony, keeps, courses }: SeasonPlan): readonly string[] =>
  courses.length === 0 ? [] : byColony.filter((c) => c.keeps < keeps * APART).map((c) => c.id)
