import type { Day } from '../time/index.ts'

/** The step of the colony's year. */
export const PHASES = ['dormant', 'increase', 'peak', 'decrease'] as const
export type Phase = (typeof PHASES)[number]

/** `open` is eggs and larvae only; `capped` is any sealed brood. */
export const BROODS = ['none', 'open', 'capped'] as const
export type Brood = (typeof BROODS)[number]
export const HIVES = ['frames', 'top-bar'] as const
export const QUEENS = ['laying', 'new', 'caged', 'absent', 'unknown'] as const
export type Queen = (typeof QUEENS)[number]
export const FLOORS = ['solid', 'screen-open', 'screen-closed'] as const
export const ENTRANCES = ['full', 'reduced'] as const
export const SUPERS = ['none', 'for-people', 'for-bees'] as const
export type SupersNow = (typeof SUPERS)[number]
export const METHODS = ['wash', 'sugar', 'board', 'drone'] as const
export type Method = (typeof METHODS)[number]
export const SCHOOLS = ['tight', 'two-percent', 'three-percent', 'one-two-three', 'five-in-jar'] as const
export type School = (typeof SCHOOLS)[number]
export const BOARD_KINDS = ['timely', 'collapse'] as const
/** What a board limit marks: the time to treat, or the edge of collapse. */
export type BoardKind = (typeof BOARD_KINDS)[number]
export const PRIORITIES = ['knockdown', 'fewest-visits', 'gentle', 'keep-supers', 'clean-wax'] as const
export type Priority = (typeof PRIORITIES)[number]
export const KIT = ['vaporiser', 'respirator', 'acid-gloves', 'gloves', 'eye-protection', 'scales', 'spacer-rim'] as const
export type Tool = (typeof KIT)[number]
export const AUTHORISED = ['yes', 'no', 'unknown'] as const

/** Every treatment that may be named in a case. */
export const TREATMENT_KEYS = [
  'amitraz-strip',
  'formic-strip-7',
  'formic-strip-14',
  'formic-strip-10x2',
  'formic-liquid',
  'thymol-gel',
  'thymol-wafer',
  'thymol-blend-wafer',
  'oxalic-vapour',
  'oxalic-dribble',
  'oxalic-strip',
  'hop-strip',
  'fluvalinate-strip',
  'flumethrin-strip',
  'brood-break',
  'drone-removal',
  'wait-and-recount',
] as const
export type TreatmentKey = (typeof TREATMENT_KEYS)[number]

/** What is known of the colony. `null` is not known. Frames are totals over all brood boxes. */
export interface ColonyFacts {
  readonly broodBoxes: number
  readonly framesOfBees: number | null
  readonly framesOfBrood: number | null
  readonly brood: Brood | null
  readonly hive: (typeof HIVES)[number] | null
  readonly queen: Queen | null
  /** First day on which the queen was known to lay, where it is known. */
  readonly layingSince: Day | null
  readonly floor: (typeof FLOORS)[number] | null
  readonly floorWet: boolean | null
  readonly entrance: (typeof ENTRANCES)[number] | null
  readonly clustered: boolean | null
  readonly feeding: boolean | null
  readonly newlyHived: boolean | null
  readonly hivedOn: Day | null
}

export interface SupersFacts {
  readonly now: SupersNow | null
  /** The planned day the supers come off. */
  readonly offOn: Day | null
  /** The day the next supers must go on. */
  readonly nextOn: Day | null
}

/** One sample: `bees` are bees washed or cells opened; boards have `days` and no bees. */
export interface CountFact {
  readonly date: Day
  readonly method: Method
  readonly mites: number
  readonly bees: number | null
  readonly days: number | null
  /** Share of the mites that the method finds, 0-1; null where no correction is wanted. */
  readonly recovery: number | null
  readonly representative: boolean | null
  /** Of a board counted in squares: the share of it that was counted, 0-1. Left out or null: the whole board. */
  readonly share?: number | null
  /** Of a board counted in squares: variance over mean among them, 1 or more. Left out or null: 1. */
  readonly spread?: number | null
}

/** A day's high and low in °C. */
export interface WeatherDay {
  readonly date: Day
  readonly high: number
  readonly low: number | null
  readonly kind: 'observed' | 'forecast' | null
}

/** A month's usual daily high and low in °C. */
export interface MonthNormal {
  readonly month: number
  readonly high: number
  readonly low: number
}

export interface PastCourse {
  readonly treatment: TreatmentKey
  readonly start: Day
  /** null: still running. */
  readonly end: Day | null
  /** Measured efficacy 0-1, where it was counted before and after. */
  readonly efficacy: number | null
}

/** A line of the keeper's own list of what is allowed where they are. */
export interface Rule {
  readonly authorised: (typeof AUTHORISED)[number] | null
  readonly withSupers: boolean | null
  readonly gramsPerBox: number | null
  readonly mostCourses: number | null
  readonly mostDays: number | null
  /** Days from the end of the course to the first supers, where their label says other than the usual. */
  readonly waitDays?: number | null
  /** A vet's prescription is needed. */
  readonly prescription?: boolean | null
  readonly note?: string | null
  /** The day on which the keeper last held this line against label and law. */
  readonly confirmedOn?: Day | null
  /** Filled from a starter list and not confirmed since. */
  readonly starter?: string | null
}

/** A line that says nothing. */
export const NO_RULE: Rule = { authorised: null, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }

/** Units of a treatment on the shelf. */
export interface Stock {
  readonly units: number | null
  readonly expires: Day | null
  /** The day on which the pack was opened. Left out or null: not opened, or not known. */
  readonly openedOn?: Day | null
}

export interface KeeperFacts {
  readonly school: School
  /** The keeper's own limits in place of the school's, mites per 100 bees by phase. Left out or null: the school's. */
  readonly limits?: Readonly<Partial<Record<Phase, number | null>>> | null
  /** Which board limits are judged by. Left out or null: `timely`. */
  readonly boards?: BoardKind | null
  readonly organicOnly: boolean
  /** Acids that are poured or trickled are not wanted. Left out: they are not refused. */
  readonly noLiquidAcids?: boolean
  readonly priority: Priority
  /** The whole kit; null where it was not said, and then it is not judged. */
  readonly kit: readonly Tool[] | null
}

/** Everything a judgement is made on: the case file, version 1, with `null` for what is not known. */
export interface Situation {
  readonly case: 1
  readonly asOf: Day
  readonly startOn: Day
  readonly hemisphere: 'north' | 'south'
  /** null: told by the calendar of `startOn`'s month. */
  readonly phase: Phase | null
  readonly colony: ColonyFacts
  readonly supers: SupersFacts
  readonly counts: readonly CountFact[]
  readonly weather: readonly WeatherDay[]
  readonly normals: readonly MonthNormal[]
  readonly lastOpening: Day | null
  readonly history: readonly PastCourse[]
  /** Courses of the other colonies of the yard. Left out: not known. */
  readonly yardHistory?: readonly PastCourse[]
  readonly keeper: KeeperFacts
  readonly rules: Readonly<Partial<Record<TreatmentKey, Rule>>>
  readonly stock: Readonly<Partial<Record<TreatmentKey, Stock>>>
}
