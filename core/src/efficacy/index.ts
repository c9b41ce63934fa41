export { efficacyHere, hasFailed, isExplained, leastOf, logOdds, shareAt, shouldTakeHere, thoseFailed, type EfficacyHere } from './efficacy.ts'
export { harmOf, type Harm } from './harm.ts'
export { midway, type Midway } from './midway.ts'
export { takenBetween, type CountedPair, type JarCount } from './taken.ts'
