export {
  BOARD_LIMITS,
  boardLimits,
  middleOfBoards,
  DRONE_LIMIT,
  URGENT,
  isOwnLimit,
  limitOf,
  limitOn,
  sayBoards,
  SCHOOL_LIMITS,
  saySchool,
  type Limit,
} from './schools.ts'
export { LOOK_AGAIN, STALE_AFTER } from './recount.ts'
export { datedSamples } from './evidence.ts'
export {
  expectedLevel,
  isOver,
  judge,
  lastForWinterBees,
  overLimit,
  sayLimitSource,
  type Judgement,
  type JudgementLevel,
  type JudgementUnit,
} from './judge.ts'
export type { Trend } from './trend.ts'
export { growthOf, sayGrowth, type Growth, type TimedCount } from './growth.ts'
export { learnedFrom, sayLearned, type CountedColony } from './learned.ts'
export { USUAL_MISSED, type Another } from './another.ts'
export { estimateYard, type ColonyCount, type YardEstimate } from './yard-estimate.ts'
export { driftOf, type Drift } from './drift.ts'
export { INFLUX, influxOf, outsideBetween, type Influx } from './influx.ts'
