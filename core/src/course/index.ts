export { planCourse, sayJob, type CoursePlan, type Course, type PlannedJob, type DoneJob, type Warning } from './plan.ts'
export { answer, type Answer, type AnsweredOption } from './answer.ts'
export { dueState, type DueState } from './due.ts'
export type { Combination, CombinationPart } from './combine.ts'
