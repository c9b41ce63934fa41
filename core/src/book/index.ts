export { lookedBack, type LookedBack, type Sentence } from './looked-back.ts'
export { packOf, registerOf, registerYears, type RegisterLine, type RegisterYard, type Struck } from './register.ts'
export { REVIEWED, reviewedRounds, verdictOf, type Reviewed, type ReviewedCourse, type ReviewedRound } from './reviewed.ts'
export { pool, workedHere, workedOf, type Counted, type Share, type Worked, type WorkedGroup } from './worked.ts'
