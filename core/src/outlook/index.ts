export { FIGURES, PARAMETERS, type Parameter, type Standing, type Ways } from './parameters.ts'
export { beesOver, type Bees } from './bees.ts'
export { emergingIn, runMites, STATE, type Hazards } from './mites.ts'
export { addCourse, addLaying, courseFrom, noHazards, type ModelCourse } from './course.ts'
export { influxOver, MITES_RUN_IN, RUN_IN, seasonLate, stretchOf } from './stretch.ts'
export { drawWays } from './ways.ts'
export { broodOn } from './run-plan.ts'
export { takesAs } from './takes.ts'
export { washOf } from './start.ts'
export { mostTakenBy, strengthOf } from './strength.ts'
export { MOST_PLANS, namePlan, suggestPlans } from './suggest.ts'
export { sayAhead, sayWhy, toldOn } from './say.ts'
export { outlookOf, type Fan, type Outlook, type OutlookAsked, type PlanOutlook } from './outlook.ts'
export type { OutlookPlan } from './run-plan.ts'
export { DAYS_TRIED, designSeries, isDesigned, ROUNDS_TRIED, sayCell, type Series, type SeriesCell } from './series.ts'
export { ENOUGH_HELD, heldCounts, heldOf, type Held, type HeldCount } from './held.ts'
export { lookBackOn, sayBackwards, tellBackwards, type Backwards } from './backwards.ts'
export {
  candidateOn,
  candidatesOf,
  plannedOf,
  SEASON_DAYS,
  visitsOf,
  type Candidate,
  type PlannedColony,
  type PlannedCourse,
} from './planner/candidates.ts'
export { DAYS_LET_PASS, seasonField } from './planner/field.ts'
export { fitsInTurn, searchSeason } from './planner/search.ts'
export { MOST_RECKONED, planSeason, type Season, type SeasonCourse, type SeasonPlan, type SeasonStep } from './planner/season.ts'
export { namedPlans, seasonStatus, type Aim, type NamedPlan, type PlanName } from './planner/named.ts'
export { notFor, saySeason, saySeasonPlan } from './planner/say.ts'
export { caseOfCourse } from './planner/case-of.ts'
