export { abbott, hendersonTilton, ratioTaken, type BeforeAfter, type Sampled } from './ratio.ts'
export { NEXT_FOR, PACKS, PLACEMENTS, type Cause, type Conditions } from './causes.ts'
export { cameFrom, growthBy, reviewOf, type Review, type ReviewAsked, type ReviewVerdict } from './review.ts'
export { differenceOf, lossOf, powerOf, studentQuantile, type Difference, type Power, type PowerAsked } from './power.ts'
