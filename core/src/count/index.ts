export { clopperPearson, poissonRate, chanceAtLeast, CENTRAL, type Estimate } from './interval.ts'
export { incompleteBeta, incompleteGamma, betaQuantile, gammaQuantile, logGamma } from './special.ts'
export { normalBelow, THREE_WAYS, Z95 } from './normal.ts'
export { newestCount, type PooledCount } from './pool.ts'
export { countFaults, FEW_BEES, FEW_CELLS, MOST_BOARD_DAYS, type CountEntry, type CountFault, type SampleEntry } from './faults.ts'
export { beesIn, beesRange, MEASURES, SUGAR_RECOVERY, USUAL_CUP, type Cup, type Measured } from './bees.ts'
export { drawGrid, shareOf, spreadOf, squareAt, squaresOf, type Grid, type Squares } from './squares.ts'
export { drawSome, seeded } from './draw.ts'
export {
  drawColonies,
  errorOf,
  fewestColonies,
  planFor,
  PLAN_SOURCE,
  PUBLISHED_COLONIES,
  USUAL_BEES,
  USUAL_VARIATION,
  type SamplingPlan,
  type Yard,
} from './plan.ts'
export { COUNT_FLAGS, FLAG_WORDS, FLUID_WORDS, FLUIDS, SHAKE_SECONDS, SUGAR_SECONDS, type CountFlag, type Fluid } from './marks.ts'
export { spokenCount } from './spoken.ts'
