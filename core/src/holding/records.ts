import type { RecordRow } from './fields.ts'
import type { Gear, OwnLimits, WorkFacts } from './insides.ts'
import type { Cup, Measured, Squares } from '../count/index.ts'
import type {
  BoardKind,
  CauseKey,
  KeeperFacts,
  Method,
  OwnSheet,
  PackNote,
  Rule,
  School,
  Stock,
  TreatmentKey,
  WeatherDay,
} from '../situation/index.ts'
import type { EventKind, PlanFacts } from '../course/index.ts'
import type { Day } from '../time/index.ts'
import type { JobKind } from '../treatments/index.ts'

/** The shapes in which the server hands out what it keeps, and the page and the demo read it: the tables of fields, with what stands beside. */
interface Kept {
  readonly id: string
  readonly version: number
}
export type LookRecord = Kept &
  Omit<RecordRow<'looks'>, 'colonyId' | 'seenOn' | 'framesPerBox'> &
  Partial<Pick<RecordRow<'looks'>, 'seenOn' | 'framesPerBox'>>

export interface SampleRecord {
  readonly mites: number
  readonly bees: number | null
  readonly days: number | null
  /** Mites of each shake of the same bees; they add up to `mites`. */
  readonly shakes?: readonly number[] | null
  /** What the bees were measured by; null where they were counted. */
  readonly measured?: Measured | null
  /** The squares of a board that were counted; null for the whole board. */
  readonly squares?: Squares | null
}

type CountFields = Omit<RecordRow<'counts'>, 'colonyId'>
/** What was not asked of a count before: left out, it is not known. */
type Later = 'fluid' | 'flags' | 'queenSeen' | 'waited' | 'photo'
export type CountRecord = Kept & Omit<CountFields, Later> & Partial<Pick<CountFields, Later>> & { readonly samples: readonly SampleRecord[] }

/** A board that lies under a colony. */
export type BoardRecord = Kept & Pick<RecordRow<'boards'>, 'laidOn'>

/** A jar of bees from several colonies: it tells the yard's mean and hides the bad one. */
export type JarRecord = Kept & Omit<RecordRow<'jars'>, 'yardId'>

/** Where a strip hangs: in which box from the floor up, after which frame from the left. */
export interface Spot {
  readonly box: number
  readonly after: number
}

/** A day on which the keeper means to be at a yard: jobs that can be done then are drawn to it. */
export type VisitRecord = Kept & Omit<RecordRow<'visits'>, 'yardId'>

/** A reason for which a course may have fallen short, and whether it was that. */
export interface WhyNote {
  readonly cause: CauseKey
  readonly found: 'sound' | 'suspect'
}

/** What stands on the shelf: a pack, or something mixed. */
export type LotRecord = Kept & RecordRow<'lots'>
/** A dose that was ticked, as the shelf sees it. */
export interface GivenDose {
  readonly id: string
  readonly treatment: TreatmentKey
  readonly on: Day
  readonly amount: number
}

/** Treatments side by side in a yard. */
export type TrialRecord = Kept & RecordRow<'trials'>

export interface EventRecord {
  readonly id: string
  readonly kind: EventKind | 'taken-back' | 'cancelled'
  readonly job: JobKind | null
  readonly n: number | null
  /** The actual day; of a `set`, the day that was chosen. */
  readonly happenedOn: Day
  readonly amount: number | null
  readonly note: string | null
  readonly supersedes: string | null
  /** Who did it, where it was not who wrote it down. */
  readonly doneBy?: string | null
  /** Why it was done against the plan. */
  readonly reason?: string | null
  readonly spots?: readonly Spot[] | null
  /** What its pack says, of a `pack-noted` alone. */
  readonly pack?: PackNote | null
  /** What was found out of a reason, of a `why-noted` alone. */
  readonly why?: WhyNote | null
}

/** What planning and judging a kept course asks of the situation and answer it was chosen on. */
export interface CourseFacts extends PlanFacts {
  /** Of a treatment of the keeper's own its sheet as it was when it was chosen: the course goes on by it. */
  readonly own?: OwnSheet
  /** The pack on the shelf when it was chosen, as the keeper had it. Left out: nothing was known of it. */
  readonly pack?: Stock
  readonly recountBy: Day
  /** The count it was chosen on. */
  readonly before: { readonly mites: number | null; readonly bees: number | null; readonly countedOn: Day | null; readonly method: Method | null }
}

export interface CourseRecord {
  readonly id: string
  readonly decisionId: string
  readonly treatment: TreatmentKey
  readonly startOn: Day
  readonly latestStart: Day
  readonly facts: CourseFacts
  readonly events: readonly EventRecord[]
}

export interface PlacementRecord {
  readonly id: string
  readonly version: number
  readonly position: number
  readonly fromDay: Day
  readonly yardId: string
}

export interface ColonyRecord {
  readonly id: string
  readonly name: string
  readonly version: number
  readonly since: Day
  readonly hivedOn: Day | null
  readonly parents: readonly string[]
  readonly placement: PlacementRecord
  readonly look: LookRecord | null
  readonly counts: readonly CountRecord[]
  /** The board that lies under it now. */
  readonly board?: BoardRecord | null
  readonly courses: readonly CourseRecord[]
}

/** Whether the weather service has told what is known of the days, and which days are the keeper's own. */
export interface WeatherFrom {
  readonly state: 'told' | 'down' | 'slow' | 'nonsense' | 'no-place'
  readonly service: string | null
  /** The service is a simulated one, and the holding none for trying things out. */
  readonly invented?: boolean
  readonly askedAt: string | null
  /** Forecasts that were held against what came, and how far they were off, as a factor on the usual error. Left out: none were. */
  readonly record?: { readonly n: number; readonly doubt: number }
  readonly ownDays: readonly { readonly date: Day; readonly source: 'hand' | 'station' }[]
}

export interface YardRecord extends Kept, RecordRow<'yards'> {
  readonly weather: readonly WeatherDay[]
  /** Where the weather comes from. Left out where there is no service to speak of. */
  readonly weatherFrom?: WeatherFrom
  readonly today: Day
  /** Jars of the whole yard, oldest first. */
  readonly jars?: readonly JarRecord[]
  /** Visits the keeper has planned, oldest first. */
  readonly visits?: readonly VisitRecord[]
  /** Trials of the yard, oldest first. */
  readonly trials?: readonly TrialRecord[]
  readonly colonies: readonly ColonyRecord[]
}

export interface SettingsRecord extends KeeperFacts {
  readonly id: string
  readonly version: number
  readonly kit: KeeperFacts['kit'] & readonly unknown[]
  readonly rules: Readonly<Partial<Record<TreatmentKey, Rule>>>
  readonly stock: Readonly<Partial<Record<TreatmentKey, Stock>>>
  /** The keeper's own limits, by school. */
  readonly ownLimits?: Readonly<Partial<Record<School, OwnLimits>>>
  readonly boards?: BoardKind | null
  /** The keeper's own cup, counted once; null: the usual. */
  readonly cup?: Cup | null
  /** Share of the mites that the keeper's sugar roll finds; null: the usual. */
  readonly sugarRecovery?: number | null
  readonly missed?: number | null
  readonly work?: WorkFacts | null
  readonly gear?: Gear
  /** Treatments of the keeper's own. */
  readonly own?: readonly OwnSheet[]
  /** Nothing is entered any more for this day or before it: the books of those years are closed. */
  readonly closedThrough?: Day | null
}

/** What becomes of the rows of one kind when an export is put back. */
export interface Fate {
  readonly kind: string
  readonly inFile: number
  readonly added: number
  readonly changed: number
  readonly same: number
  /** In the file and not taken: here they have moved on. */
  readonly notTaken: number
  /** Here and not in the file: they stay. */
  readonly stay: number
}
export interface Restoration {
  readonly from: string
  readonly exportedAt: string
  /** True where the holding has no yards and no colonies: it becomes what the file says, name and history included. */
  readonly whole: boolean
  readonly fates: readonly Fate[]
  /** The first rows that would change, by what a keeper knows them by, with the fields that differ. */
  readonly changes: readonly { readonly kind: string; readonly name: string; readonly fields: readonly string[] }[]
  /** The state of the holding that this was worked out on. */
  readonly seq: number
}
