import type { Judgement } from '../judge/index.ts'
import type { Situation } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { treatmentOf, type CoursePattern, type Treatment } from '../treatments/index.ts'
import { jobId, type Happened } from './events.ts'
import type { CoursePlan, PlannedJob, Window } from './jobs.ts'
import { JOBS } from '../words/index.ts'

/** Days after the first dose from which a count tells of what hangs or lies in for weeks; the best day and the last (common practice, no source). */
const OF_WEEKS = [18, 21, 25] as const
/** Days after the middle round of a series, so that its own fall is over (common practice, no source). */
const OF_SERIES = [2, 3, 5] as const
/** A course shorter than this, days, is over before a count in its middle could tell. */
const LONG = 20

const moved = (from: Day, [earliest, best, latest]: readonly [number, number, number]): Window => ({
  earliest: addDays(from, earliest),
  best: addDays(from, best),
  latest: addDays(from, latest),
})

/** The round after which a series is half given; null where it is none. */
const middleRound = ({ steps }: CoursePattern): number | null => {
  const rounds = steps.filter((s) => s.job === 'dose').length
  return rounds < 3 ? null : Math.ceil(rounds / 2)
}

/** Days from the first dose on which a count begins to tell of the course; null for one that is over before. */
export function tellsFrom(treatment: Treatment, pattern: CoursePattern): number | null {
  if (treatment.reach === 'series' && middleRound(pattern) !== null) return 8
  return pattern.days.least < LONG ? null : Math.min(OF_WEEKS[0], Math.ceil(pattern.days.least / 2) + 4)
}

/**
 * The count in the middle of a course, for a colony that was in danger or an active that may not work: strips after about three weeks, a
 * series halfway. Nothing where it is not wanted, the course is too short, or the winter rest holds it.
 */
export function midwayJob(
  { treatment, facts }: CoursePlan,
  pattern: CoursePattern,
  jobs: readonly PlannedJob[],
  what: Happened,
  asOf: Day,
): PlannedJob[] {
  const round = treatment.reach === 'series' ? middleRound(pattern) : null
  const from = jobs.find((j) => j.job === 'dose' && j.n === (round ?? 1))
  if (facts.midway !== true || !from || treatment.way !== 'given' || (round === null && pattern.days.least < LONG)) return []
  const window = moved(from.doneOn ?? from.setFor ?? from.best, round === null ? OF_WEEKS : OF_SERIES)
  const closed = facts.rest != null && window.best >= facts.rest.from && window.best <= facts.rest.to
  const removal = jobs.find((j) => j.job === 'remove')
  if (closed || (removal?.doneOn ?? removal?.best ?? window.best) < window.best) return []
  const event = what.done.get(jobId('midway', 1))
  const recount = jobs.find((j) => j.job === 'recount')
  // Once the count after it may be made, one in the middle tells nothing more.
  const late = removal?.state === 'done' || (recount !== undefined && recount.earliest <= asOf)
  return [
    {
      job: 'midway',
      n: 1,
      ...window,
      text: JOBS.midway().text,
      opensHive: true,
      hangsOn: { job: 'dose', n: from.n },
      asksAmount: false,
      planned: null,
      state: event ? 'done' : late ? 'passed' : 'open',
      doneOn: event?.on ?? null,
      amount: null,
      setFor: null,
      was: null,
      gear: [],
    },
  ]
}

/** A measured share under this makes the active doubtful here (a guess). */
const DOUBTFUL = 0.7

/** Whether a count in the middle belongs to the course by itself: the colony is in danger, or the active may not work here. */
export function midwayWanted(s: Pick<Situation, 'history' | 'yardHistory'>, { level }: Judgement, { rotation }: Treatment): boolean {
  const past = [...s.history, ...(s.yardHistory ?? [])]
  const bad = past.some((p) => p.efficacy !== null && p.efficacy < DOUBTFUL && treatmentOf(p.treatment)?.rotation.class === rotation.class)
  return level === 'urgent' || rotation.resistance !== null || bad
}
