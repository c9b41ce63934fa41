import type { Day } from '../time/index.ts'
import type { PlannedJob } from './jobs.ts'

export type DueState = 'overdue' | 'due' | 'coming' | 'settled'

/** Where an open job stands on a day: past its window, inside it, or before it. `supers` is a date to know, not a job. */
export function dueState(job: Pick<PlannedJob, 'state' | 'earliest' | 'latest' | 'job'>, today: Day): DueState {
  if (job.state !== 'open' || (job.job === 'supers' && job.latest <= today)) return 'settled'
  if (job.job === 'supers') return 'coming'
  if (job.latest < today) return 'overdue'
  return job.earliest <= today ? 'due' : 'coming'
}
