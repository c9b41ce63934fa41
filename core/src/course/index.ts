export { planCourse, sayJob, type CoursePlan, type Course, type PlannedJob, type DoneJob, type Warning } from './plan.ts'
export { answer, type Answer, type AnsweredOption } from './answer.ts'
export { dueState, type DueState } from './due.ts'
export { caseOfSecond, type Combination, type CombinationPart } from './combine.ts'
