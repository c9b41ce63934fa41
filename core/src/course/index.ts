export { planCourse } from './plan.ts'
export { sayJob, type CoursePlan, type Course, type PlanFacts, type PlannedJob, type Warning, type Window } from './jobs.ts'
export {
  entryOf,
  EVENT_KINDS,
  FATES,
  followsVisit,
  isCounted,
  isEnd,
  isFate,
  jobId,
  type CourseEvent,
  type EventKind,
  type Ending,
  type Fate,
} from './events.ts'
export {
  COUNT_MINUTES,
  gearOf,
  heatMinutes,
  minutesOf,
  SHUT_MINUTES,
  tailMinutes,
  vapourMinutes,
  USUAL_VAPORISERS,
  type Vaporisers,
} from './labour.ts'
export { midwayWanted, tellsFrom } from './midway.ts'
export { fallAtCheck, sayFall, costsOf, mendsOf, type Cost, type CourseDates, type Mend } from './slips.ts'
export { courseEnd, lockOf, type Lock } from './lock.ts'
export { answer, type Answer } from './answer.ts'
export type { AnsweredOption } from './answered.ts'
export type { Choice } from './choice.ts'
export type { WinterRound } from './winter.ts'
export { dueState, type DueState } from './due.ts'
export { afterCourse, caseOfSecond, type Combination, type CombinationPart } from './combine.ts'
export { probePhase, type ProbePhase, type ProbeReading } from './probe.ts'
