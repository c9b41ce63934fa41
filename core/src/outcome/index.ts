export { efficacy, type Outcome, type JarCount } from './efficacy.ts'
