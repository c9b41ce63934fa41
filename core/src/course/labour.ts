import type { Tool } from '../situation/index.ts'
import type { JobKind, Step, Treatment } from '../treatments/index.ts'
import type { PlannedJob } from './jobs.ts'

/** How a keeper vaporises: one tool or several used in turn. */
export interface Vaporisers {
  readonly type: 'rod' | 'pan'
  readonly count: number
}
export const USUAL_VAPORISERS: Vaporisers = { type: 'rod', count: 1 }

/** Minutes a hive by kind of job, the walk to the next one in it (common practice, no source). */
const MINUTES: Readonly<Record<JobKind, number>> = {
  prepare: 6,
  dose: 5,
  check: 8,
  remove: 6,
  'put-back': 3,
  supers: 0,
  'queen-check': 10,
  recount: 8,
  lift: 4,
  'lay-again': 4,
  midway: 8,
}
/** Minutes of a count or of a board that is read, outside a course (common practice, no source). */
export const COUNT_MINUTES = { count: 8, board: 4 } as const

/** Minutes of one hive's vapour: heat, closed, and the carrying to the next (common practice, no source). */
const VAPOUR = { rod: { heat: 2, closed: 0 }, pan: { heat: 3, closed: 10 }, carry: 1 } as const
/** A hive stays shut so long after its vapour. */
export const SHUT_MINUTES = 10

/**
 * Minutes a hive takes of the round when vapour is given: a rod is out after its heat; a pan stays in while the hive is closed, and several
 * pans are used in turn. The heat goes through one power source at a time.
 */
export function vapourMinutes({ type, count }: Vaporisers): number {
  const { heat, closed } = VAPOUR[type]
  const whole = heat + closed + VAPOUR.carry
  return Math.max(heat + VAPOUR.carry, whole / Math.max(1, count))
}

/** Minutes the vaporiser heats in one hive. */
export const heatMinutes = ({ type }: Vaporisers): number => VAPOUR[type].heat

const isVapour = (treatment: Treatment, job: JobKind): boolean => job === 'dose' && treatment.kit.needed.includes('vaporiser')

const usual = ({ minutes }: Treatment, job: JobKind): number => minutes?.[job] ?? MINUTES[job]
/** Minutes of one job in one hive. */
export const minutesOf = (
  treatment: Treatment,
  { job, prepares }: Pick<PlannedJob, 'job' | 'prepares'>,
  vaporisers: Vaporisers = USUAL_VAPORISERS,
): number => (isVapour(treatment, job) ? vapourMinutes(vaporisers) : usual(treatment, job)) + (prepares ? usual(treatment, 'prepare') : 0)
/** Minutes at the end of a visit until the last hive may be opened again. */
export const tailMinutes = (treatment: Treatment, job: JobKind): number => (isVapour(treatment, job) ? SHUT_MINUTES : 0)

/** Jobs at which what was laid in is handled: they want the treatment's own protection. */
const HANDLED: ReadonlySet<JobKind> = new Set(['dose', 'remove', 'check', 'lift', 'lay-again'])
const WORN: ReadonlySet<Tool> = new Set(['gloves', 'acid-gloves', 'eye-protection', 'respirator'])

/** What a job asks for: everything at a dose, what is worn where the treatment is handled again, nothing where it is not. */
export function gearOf(treatment: Treatment, { job, opensHive }: Pick<Step, 'job' | 'opensHive'>): readonly Tool[] {
  // A look from outside, at a board, touches nothing of it.
  if (!HANDLED.has(job) || (job === 'check' && !opensHive)) return []
  return job === 'dose' ? treatment.kit.needed : treatment.kit.needed.filter((tool) => WORN.has(tool))
}
