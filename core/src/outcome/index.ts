export { efficacy, type Outcome, type JarCount } from './efficacy.ts'
export { midway, type Midway } from './midway.ts'
