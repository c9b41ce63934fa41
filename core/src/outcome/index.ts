export { outcomeOf, type Outcome } from './efficacy.ts'
