export { efficacy, type Outcome } from './efficacy.ts'
