export { clopperPearson, poissonRate, chanceAtLeast, CENTRAL, type Estimate } from './interval.ts'
export { incompleteBeta, incompleteGamma, betaQuantile, gammaQuantile } from './special.ts'
export { newestCount, countFaults, FEW_BEES, type PooledCount } from './pool.ts'
