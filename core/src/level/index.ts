export { estimateLevel, estimateYardLevel, type Level, type Sample, type YardLevel } from './level.ts'
export { estimateTaken, type Spread, type Taken, type TakenFrom } from './taken.ts'
export { chanceOfFewer } from './likelihood.ts'
export { learnExtra, type ExtraWeights } from './extra.ts'
