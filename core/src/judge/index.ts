export { limitOf, SCHOOL_LIMITS, saySchool, URGENT, type Limit } from './schools.ts'
export { judge, sayLimitSource, type Judgement, type JudgementLevel, type JudgementUnit } from './judge.ts'
export { recountBy, growthADay } from './recount.ts'
export type { Trend } from './trend.ts'
