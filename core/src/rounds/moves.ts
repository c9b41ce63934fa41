import type { Level } from '../match/index.ts'
import { addDays, daysBetween, sayDays, type Day } from '../time/index.ts'
import type { RoundJob } from './jobs.ts'
import { aDay } from '../words/index.ts'

/**
 * Whether a round may be set for a day: `open`; `care`, with something to know; `ask`, outside a window, where the keeper's own written
 * reason is wanted; `no`, where it is not theirs to decide.
 */
export interface Move {
  readonly day: Day
  readonly level: 'open' | 'care' | 'ask' | 'no'
  readonly why: string | null
}

interface Moving {
  readonly jobs: readonly RoundJob[]
  readonly from: Day
  readonly day: number
  /** Where every job of the plan stands, days from `from`. */
  readonly dayOf: ReadonlyMap<string, number>
  /** The day each job's dependents count from as the courses stand. */
  readonly anchors: ReadonlyMap<string, Day>
  readonly levels: (job: RoundJob) => readonly Level[] | null
  readonly minutes: readonly number[]
  /** Minutes left on each day without this round. */
  readonly spare: readonly number[]
  readonly own: number
}

const RANK = { open: 0, care: 1, ask: 2, no: 3 } as const
type Found = Omit<Move, 'day'>
const DONE: Readonly<Record<string, string>> = {
  prepare: 'Preparing',
  dose: 'A dose',
  check: 'A check',
  remove: 'Taking out',
  'put-back': 'Putting back',
  'queen-check': 'A queen check',
  recount: 'Counting',
}
const nameOf = (job: RoundJob) => `${job.job ? (DONE[job.job] ?? 'Work') : job.kind === 'queen' ? 'The queen' : 'Counting'} in ${job.colony}`

/** The window of a job when the one it hangs on is done where the plan has it. */
function windowOf(job: RoundJob, { from, dayOf, anchors }: Moving): { earliest: number; latest: number; before: number | null } {
  const parent = job.hangsOn === null ? undefined : dayOf.get(job.hangsOn)
  const anchor = job.hangsOn === null ? undefined : anchors.get(job.hangsOn)
  const shift = parent === undefined || anchor === undefined ? 0 : parent - daysBetween(from, anchor)
  return { earliest: daysBetween(from, job.earliest) + shift, latest: daysBetween(from, job.latest) + shift, before: parent ?? null }
}

function judge(job: RoundJob, day: number, moving: Moving): Found {
  const { earliest, latest, before } = windowOf(job, moving)
  const level = moving.levels(job)?.[day]
  if (before !== null && day < before)
    return { level: 'no', why: `${nameOf(job)} cannot come before the job it hangs on, ${aDay(addDays(moving.from, before))}.` }
  if (level === 'wait' || level === 'ruled-out') return { level: 'no', why: `${nameOf(job)}: the temperature is outside the label's limits then.` }
  // A count or a board is nobody's label: a day off its window is only said.
  const off = job.courseId === null ? 'care' : 'ask'
  if (day < earliest)
    return {
      level: off,
      why: `${nameOf(job)} would be ${sayDays(earliest - day)} too early: its window opens on ${aDay(addDays(moving.from, earliest))}.`,
    }
  if (day > latest && !job.overdue)
    return {
      level: off,
      why: `${nameOf(job)} would be ${sayDays(day - latest)} too late: its window closes on ${aDay(addDays(moving.from, latest))}.`,
    }
  if (day > latest && day > moving.day) return { level: off, why: `${nameOf(job)} is overdue already.` }
  if (level === 'care') return { level: 'care', why: `${nameOf(job)}: the temperature asks for care then.` }
  return { level: 'open', why: null }
}

/** How a round could be moved, for each day of the plan; the worst of its jobs speaks. */
export function movesOf(moving: Moving): Move[] {
  const { jobs, from, minutes, spare, own } = moving
  return minutes.map((m, d): Move => {
    const day = addDays(from, d)
    const found: Found[] = jobs.map((job) => judge(job, d, moving))
    if (m === 0) found.push({ level: 'care', why: `You have no time on ${aDay(day)}, by your own days.` })
    else if (own > (spare[d] ?? 0))
      found.push({ level: 'care', why: `It takes ${own} minutes, and ${Math.max(0, Math.round(spare[d] ?? 0))} are left on that day.` })
    const worst = found.reduce<Found>((w, f) => (RANK[f.level] > RANK[w.level] ? f : w), { level: 'open', why: null })
    return { day, ...worst }
  })
}
