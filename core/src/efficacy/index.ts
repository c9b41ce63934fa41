export { efficacyHere, type EfficacyHere } from './efficacy.ts'
export { harmOf, type Harm } from './harm.ts'
