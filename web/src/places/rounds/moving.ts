/** What a move of a round is made of: days set for its jobs, and visits planned or given up. */
import type { YardState } from '@thistle/core/holding'
import type { Move, Round, RoundJob } from '@thistle/core/rounds'
import type { Day } from '@thistle/core/time'

export interface Stroke {
  readonly visits: readonly object[]
  readonly visitsGone: readonly object[]
  readonly events: readonly object[]
}

const stateOf = (yard: YardState, job: RoundJob) => yard.row.find((s) => s.colony.id === job.colonyId)
/** The entry that sets the day of a job now; null where there is none. */
const settingOf = (yard: YardState, job: RoundJob): string | null =>
  stateOf(yard, job)
    ?.courses.find((c) => c.record.id === job.courseId)
    ?.events.findLast((e) => e.kind === 'set' && e.job === job.job && e.n === job.n)?.id ?? null
const visitOn = (yard: YardState, day: Day) => yard.yard.visits?.find((v) => v.day === day) ?? null
const outside = (job: RoundJob, day: Day): boolean => day < job.earliest || day > job.latest

/** Sets a round for a day. Jobs of a course carry the day themselves; counts and boards follow the visit. */
export function moveTo(yard: YardState, round: Pick<Round, 'jobs' | 'day'>, day: Day, reason: string | null, newId: () => string): Stroke {
  const set = round.jobs.filter((j) => j.courseId !== null)
  const [from, to] = [visitOn(yard, round.day), visitOn(yard, day)]
  const followers = set.length < round.jobs.length || from !== null || round.jobs.length === 0
  return {
    visits: followers && !to ? [{ id: newId(), yardId: yard.yard.id, day, note: null }] : [],
    visitsGone: from && from.day !== day ? [{ id: from.id, version: from.version }] : [],
    events: set.map((job) => ({
      id: newId(),
      courseId: job.courseId,
      kind: 'set',
      job: job.job,
      n: job.n,
      happenedOn: day,
      reason: outside(job, day) ? reason : null,
      supersedes: settingOf(yard, job),
      device: 'page',
    })),
  }
}

/** Gives the days of a round back to the tool. */
export function setFree(yard: YardState, round: Pick<Round, 'jobs' | 'day'>, newId: () => string): Stroke {
  const from = visitOn(yard, round.day)
  return {
    visits: [],
    visitsGone: from ? [{ id: from.id, version: from.version }] : [],
    events: round.jobs.flatMap((job) => {
      const supersedes = settingOf(yard, job)
      return supersedes ? [{ id: newId(), courseId: job.courseId, kind: 'taken-back', happenedOn: yard.yard.today, supersedes, device: 'page' }] : []
    }),
  }
}

/** How a day stands for a round, in words for the eye and the ear. */
const SAID = { open: 'open', care: 'possible, with care', ask: 'outside a window', no: 'not possible' } as const
export const sayMove = (move: Move): string => `${SAID[move.level]}${move.why ? `: ${move.why}` : ''}`
