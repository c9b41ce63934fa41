export { limitOf, SCHOOL_LIMITS, saySchool, type Limit } from './schools.ts'
export { judge, sayLimitSource, type Judgement, type JudgementLevel, type JudgementUnit } from './judge.ts'
export type { Trend } from './trend.ts'
