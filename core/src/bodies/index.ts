export { batchBody, BATCHED, keptBody, MOST_KEPT, MOST_ROWS, type Batched } from './batch.ts'
export { bodyOf, faultsOf } from './calls.ts'
export { checkAgainst, type Checked, type FieldFault } from './check.ts'
export {
  decisionBody,
  eventBody,
  MOST_PAST_COURSES,
  pastCoursesBody,
  packNote,
  spots,
  strokeBody,
  whyNote,
  type GivenDecision,
  type GivenEvent,
  type GivenPast,
} from './courses.ts'
export * from './people.ts'
export { countRow, RECORD_BODIES, sampleBody, SENT_RECORDS, withVersion, type RecordWord } from './records.ts'
export { day, instant, left, maybe, role, text, uuid, version } from './shapes.ts'
export { dateBody, drawnBody, holdingBody, loadBody, moveBody, ownDaysBody, practiceBody } from './yards.ts'
