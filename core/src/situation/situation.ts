import { valuesOf } from '../fields/index.ts'
import type { Day } from '../time/index.ts'
import {
  BROOD_WORDS,
  ENTRANCE_WORDS,
  FLOOR_WORDS,
  HIVE_WORDS,
  QUEEN_WORDS,
  SUPERS_WORDS,
  type AgeingFact,
  type KnownField,
  type LookRow,
} from './look-fields.ts'
import { AUTHORISED_WORDS, KIT_WORDS, METHOD_WORDS, PHASE_WORDS, PRIORITY_WORDS } from './words.ts'
import type { TreatmentKey } from './keys.ts'
import type { OwnSheet } from './own-sheet.ts'
import type { Rule, Stock } from './rule-fields.ts'

/** The step of the colony's year. */
export const PHASES = valuesOf(PHASE_WORDS)
export type Phase = (typeof PHASES)[number]

export const BROODS = valuesOf(BROOD_WORDS)
export type Brood = (typeof BROODS)[number]
export const HIVES = valuesOf(HIVE_WORDS)
export const QUEENS = valuesOf(QUEEN_WORDS)
export type Queen = (typeof QUEENS)[number]
export const FLOORS = valuesOf(FLOOR_WORDS)
export const ENTRANCES = valuesOf(ENTRANCE_WORDS)
export const SUPERS = valuesOf(SUPERS_WORDS)
export type SupersNow = (typeof SUPERS)[number]
export const METHODS = valuesOf(METHOD_WORDS)
export type Method = (typeof METHODS)[number]
export const SCHOOLS = ['tight', 'two-percent', 'three-percent', 'one-two-three', 'five-in-jar'] as const
export type School = (typeof SCHOOLS)[number]
export const BOARD_KINDS = ['timely', 'collapse'] as const
/** What a board limit marks: the time to treat, or the edge of collapse. */
export type BoardKind = (typeof BOARD_KINDS)[number]
export const PRIORITIES = valuesOf(PRIORITY_WORDS)
export type Priority = (typeof PRIORITIES)[number]
export const KIT = valuesOf(KIT_WORDS)
export type Tool = (typeof KIT)[number]
export const AUTHORISED = valuesOf(AUTHORISED_WORDS)

/** What is known of the colony: the known fields of its newest look. `null` is not known. Frames are totals over all brood boxes. */
export interface ColonyFacts extends Pick<LookRow, KnownField> {
  readonly hivedOn: Day | null
  /** The day of the look that the facts are from. Left out or null: they are of the day of the case. */
  readonly lookedOn?: Day | null
  /** Facts that are known of another day than that look. */
  readonly seenOn?: Readonly<Partial<Record<AgeingFact, Day>>> | null
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

/** A month's usual daily high and low in °C. `guess`: fetched by latitude, and typed over by nobody; left out where the keeper stands for it. */
export interface MonthNormal {
  readonly month: number
  readonly high: number
  readonly low: number
  readonly guess?: boolean
}

/** What may have kept a course from doing its work, in the order in which it is asked for (common practice, no source). */
export const CAUSES = ['counts', 'strength', 'contact', 'temperature', 'dose', 'days', 'pack', 'together', 'outside', 'before', 'resistance'] as const
export type CauseKey = (typeof CAUSES)[number]

export interface PastCourse {
  readonly treatment: TreatmentKey
  readonly start: Day
  /** null: still running. */
  readonly end: Day | null
  /** Measured efficacy 0-1, where it was counted before and after. */
  readonly efficacy: number | null
  /** Its central 90 %, by the counts; left out or null: not told. */
  readonly efficacyLow?: number | null
  readonly efficacyHigh?: number | null
  /** Brood when it began. Left out or null: not known. */
  readonly brood?: Brood | null
  /** Why it took less than it should, where its keeper found that out. Left out or null: nobody has, or nothing is amiss. */
  readonly why?: CauseKey | null
}

export interface KeeperFacts {
  readonly school: School
  /** The keeper's own limits in place of the school's, mites per 100 bees by phase. Left out or null: the school's. */
  readonly limits?: Readonly<Partial<Record<Phase, number | null>>> | null
  /** Which board limits are judged by. Left out or null: `timely`. */
  readonly boards?: BoardKind | null
  /** A treatment that is missed is as bad as so many needless ones; left out, the usual guess. */
  readonly missed?: number | null
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
  /**
   * What the counts of the yard teach of counting there: how likely jars vary one, two and three times as much as by chance, and what its boards
   * catch of a level, as the mean and standard deviation of the logarithm of a factor. Left out, the usual guesses are taken.
   */
  readonly learned?: {
    readonly extra: readonly [number, number, number] | null
    readonly board: { readonly mean: number; readonly sd: number } | null
  }
  /** How far the service's forecasts were off here, as a factor on the usual error; left out, the usual is taken. */
  readonly forecastDoubt?: number
  readonly normals: readonly MonthNormal[]
  /** The days are made up by a simulated service: what rests on them is presumed. Left out: they are real. */
  readonly inventedWeather?: boolean
  readonly lastOpening: Day | null
  readonly history: readonly PastCourse[]
  /** The newest counts of the other colonies of the yard, one each, as they stand today. Left out: not known. */
  readonly yardCounts?: readonly CountFact[]
  /** Courses of the other colonies of the yard. Left out: not known. */
  readonly yardHistory?: readonly PastCourse[]
  readonly keeper: KeeperFacts
  readonly rules: Readonly<Partial<Record<TreatmentKey, Rule>>>
  readonly stock: Readonly<Partial<Record<TreatmentKey, Stock>>>
  /** Treatments of the keeper's own, by their sheets. Left out: there are none. */
  readonly own?: readonly OwnSheet[]
}
