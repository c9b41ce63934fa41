export { lookedBack, type LookedBack, type Sentence } from './looked-back.ts'
export { packOf, registerOf, registerYears, type RegisterLine, type Struck } from './register.ts'
export { pool, workedHere, workedOf, type Counted, type Share, type Worked, type WorkedGroup } from './worked.ts'
