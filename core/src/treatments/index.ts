export type * from './treatment.ts'
export { shortName, TREATMENTS, treatmentOf } from './list.ts'
export {
  broodState,
  supersMayStay,
  patternOf,
  recountWindow,
  tooColdFor,
  publishedPattern,
  hasRhythm,
  courseSpan,
  mostCoursesOf,
  mostDaysOf,
  waitDaysOf,
  nominalDay,
  susceptibleTo,
  dosesOf,
  withRounds,
} from './pattern.ts'
export { atPlannedPace, coverageOf, pricedRhythm, sayCoverage, sayShare, type Coverage, type Priced } from './coverage.ts'
export { doseOf, isByStrength, portioned, sayAmount, unitOfMany, type Dose } from './dose.ts'
export { saySource, sayConfidence, type Source, type Confidence } from './source.ts'
export { COMBINATIONS, type CombinationRule } from './combinations.ts'
export { sheetOf, sayTools, type SheetFact, type SheetKey, type SheetPart } from './sheet.ts'
export { STARTER_LISTS, type StarterList } from './starter-lists.ts'
export { safetyOf, SAFETY_CARDS, type SafetyCard } from './safety.ts'
export { USUAL_FRAMES, usualLayout, type PutAt } from './layout.ts'
export { basesOf, isOwn, knowOwn, safetyFor, sheetFrom, treatmentFrom, treatmentsWith } from './own.ts'
