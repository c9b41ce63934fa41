export type * from './treatment.ts'
export { shortName, TREATMENTS, treatmentOf } from './list.ts'
export { patternOf, courseSpan, mostDaysOf } from './pattern.ts'
export { doseOf, sayAmount, type Dose } from './dose.ts'
