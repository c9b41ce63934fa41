import type { Spell, Situation, Tool, WeatherDay } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import type { Said } from '../words/index.ts'
import type { CoursePattern, Dose, JobKind, Treatment } from '../treatments/index.ts'

export interface Window {
  readonly earliest: Day
  readonly best: Day
  readonly latest: Day
}

/** A job of a course with its window. Done jobs keep their actual day. */
export interface PlannedJob extends Window {
  readonly job: JobKind
  readonly n: number
  readonly text: string
  /** The same with the dose left open, `{dose}`: where several colonies share a line and each has its own. Left out: none stands in it. */
  readonly wording?: string
  readonly opensHive: boolean
  /** The job whose actual day its window is counted from; null for the start of the course. */
  readonly hangsOn: { readonly job: JobKind; readonly n: number } | null
  /** How much went in, or came out, is written down with it. */
  readonly asksAmount: boolean
  /** How much is planned to go in, or to come out; null where it is not measured. */
  readonly planned: number | null
  /** `passed`: a later job was done, so this one is no longer asked for. */
  readonly state: 'open' | 'done' | 'passed'
  readonly doneOn: Day | null
  /** What went in or came out, all parts together; of an open job what was done of it so far. */
  readonly amount: number | null
  /** The day the keeper has set for it. */
  readonly setFor: Day | null
  /** Its window as it stood when the course was chosen, where it has moved since. */
  readonly was: Window | null
  readonly gear: readonly Tool[]
  /** Left out: no. What is prepared for it is done in the same visit, and told in its words. */
  readonly prepares?: boolean
}

/** Something that went otherwise than planned, and what it costs. */
export interface Warning {
  readonly job: JobKind
  readonly n: number
  readonly kind: 'over-stay' | 'too-early' | 'gap' | 'amount' | 'contact' | 'fate' | 'outside'
  /** As data, and in words. */
  readonly says: Said
  readonly text: string
  /** The keeper's own words where it was taken as it is. */
  readonly accepted: string | null
}

/** What planning reads of the case, and the winter that comes: in it a cluster is not opened. */
export interface PlanFacts extends Pick<Situation, 'colony' | 'rules' | 'lastOpening' | 'asOf'>, Partial<Pick<Situation, 'hemisphere'>> {
  readonly rest?: Spell | null
  /** A count in the middle is wanted: the colony was in danger, or the active may not work. */
  readonly midway?: boolean
}

/** What a course was planned on. */
export interface CoursePlan {
  readonly treatment: Treatment
  readonly start: Day
  /** Last day on which the first dose may still be given; the pattern's own figure where it is null. */
  readonly latestStart: Day | null
  readonly facts: PlanFacts
  readonly recountBy: Day
  /** The days that are observed or forecast: heat over what lies in the hive is watched by them. Left out: nothing is watched. */
  readonly weather?: readonly WeatherDay[]
}

export interface Course {
  readonly jobs: readonly PlannedJob[]
  readonly warnings: readonly Warning[]
  readonly dose: Dose | null
  readonly pattern: CoursePattern
  /** First day on which supers may go on. */
  readonly supersOn: Day | null
  /** The day on which the treatment itself was over; null while it runs. */
  readonly endedOn: Day | null
  readonly longest: number
  /** What went in and has not come out again, where that is counted; null where it is not. */
  readonly inside: number | null
  /** What was laid in lies outside for the heat since this day; null where it does not. */
  readonly outsideSince: Day | null
}

/** Looks that a swarm or a new queen asks for are numbered from here and carry no number of the pattern. */
const FIRST_OF_ITS_OWN = 20

const NAMES: Record<JobKind, string> = {
  prepare: 'Prepare',
  dose: 'Dose',
  check: 'Check',
  remove: 'Take out',
  'put-back': 'Put back',
  supers: 'Supers',
  'queen-check': 'Queen check',
  recount: 'Count again',
  lift: 'Take out for the heat',
  'lay-again': 'Put back after the heat',
  midway: 'Count midway',
}
/** A job's short name: "Dose 2", "Take out". Numbered where there are several. */
export const sayJob = (job: { job: JobKind; n: number }, several: boolean, way: Treatment['way'] = 'given'): string =>
  `${job.job === 'dose' && way === 'hive-work' ? 'Work' : NAMES[job.job]}${several && job.n < FIRST_OF_ITS_OWN ? ` ${job.n}` : ''}`
