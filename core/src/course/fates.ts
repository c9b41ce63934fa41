import { addDays, laterOf, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { isEnd, jobId, setDay, type Ending, type Happened } from './events.ts'
import type { CoursePlan, PlannedJob } from './jobs.ts'
import { warning, type Finding } from './warnings.ts'
import { JOBS, WARNINGS, type Said } from '../words/index.ts'

/** The first thing after which there was no colony to treat; null while there is one. */
export const endingFate = (what: Happened): { readonly what: Ending; readonly on: Day } | null => what.fates.find((f) => isEnd(f.what)) ?? null
const lastTurn = (what: Happened, fate: Ending): Day | null => what.fates.findLast((f) => f.what === fate)?.on ?? null

/** The first day on which a further dose may be given after the queen was changed; null where it need not wait. */
export function queenWaits(treatment: Treatment, what: Happened): Day | null {
  const on = lastTurn(what, 'requeened')
  return on === null || treatment.hive.queenLayingDays === null ? null : addDays(on, treatment.hive.queenLayingDays)
}

/** Days within which what is in the hive must be dealt with once the colony is gone (common practice, no source). */
const CLEAR_WITHIN: Readonly<Partial<Record<Ending, number>>> = { died: 7, merged: 3, sold: 0, cancelled: 3 }
const isGone = (what: Ending): what is 'died' | 'merged' | 'sold' => what === 'died' || what === 'merged' || what === 'sold'
/** What is left of a course when the colony is gone: done work stays, what hangs in the hive must come out, nothing else is asked for. */
export function afterEnd<J extends PlannedJob>(jobs: readonly J[], fate: { readonly what: Ending; readonly on: Day }, inside: number | null): J[] {
  const laid = jobs.some((j) => j.job === 'dose' && (j.state === 'done' || j.amount !== null))
  return jobs.map((job) => {
    if (job.state !== 'open') return job
    if (job.job !== 'remove' || !laid || inside === 0) return { ...job, state: 'passed' as const }
    const latest = addDays(fate.on, CLEAR_WITHIN[fate.what] ?? 7)
    const { text } = JOBS.clear({ why: isGone(fate.what) || fate.what === 'cancelled' ? fate.what : 'other', inside })
    return { ...job, earliest: fate.on, best: fate.on, latest, text, wording: text, setFor: null }
  })
}

/** Days after a swarm or a new queen on which she is looked for (common practice, no source), and the looks' own numbers. */
const LOOK_FOR_HER = { swarmed: { n: 20, days: [21, 25, 30] }, requeened: { n: 21, days: [7, 10, 14] } } as const

/** Looks for the queen that a swarm or a requeening asks for, beside the course's own. */
export function afterTurn(what: Happened, asOf: Day): PlannedJob[] {
  return (['swarmed', 'requeened'] as const).flatMap((turn): PlannedJob[] => {
    const on = lastTurn(what, turn)
    if (on === null) return []
    const { n, days } = LOOK_FOR_HER[turn]
    const [earliest, best, latest] = [addDays(on, days[0]), addDays(on, days[1]), addDays(on, days[2])]
    const event = what.done.get(jobId('queen-check', n))
    return [
      {
        job: 'queen-check',
        n,
        earliest,
        best,
        latest,
        text: (turn === 'swarmed' ? JOBS.afterSwarm() : JOBS.newQueen()).text,
        opensHive: true,
        hangsOn: null,
        asksAmount: false,
        planned: null,
        state: event ? 'done' : 'open',
        doneOn: event?.on ?? null,
        amount: null,
        setFor: event ? null : setDay(what, jobId('queen-check', n), asOf),
        was: null,
        gear: [],
      },
    ]
  })
}

/** What a swarm, a new queen or the end of a colony means for the course. */
export function fateWarnings({ treatment }: CoursePlan, what: Happened, jobs: readonly PlannedJob[]): Finding[] {
  const found: Finding[] = []
  const warn = (says: Said) => found.push(warning({ job: 'dose', n: 1 }, 'fate', says))
  const swarm = lastTurn(what, 'swarmed')
  if (swarm) warn(WARNINGS.swarmed({ day: swarm }))
  const wait = queenWaits(treatment, what)
  const queen = lastTurn(what, 'requeened')
  if (queen) {
    const open = jobs.some((j) => j.job === 'dose' && j.state === 'open')
    warn(WARNINGS.requeened({ day: queen, wait: wait && open ? laterOf(wait, queen) : null, layingDays: treatment.hive.queenLayingDays }))
  }
  const end = endingFate(what)
  if (end && end.what !== 'cancelled') warn(WARNINGS.colonyGone({ what: isGone(end.what) ? end.what : 'other', day: end.on }))
  return found
}
