import type { Brood, Priority, Tool, TreatmentKey } from '../situation/index.ts'

/** `[from, to]` in °C; null is open. */
export type Range = readonly [number | null, number | null]

/** A limit on the daily highs of some days, counted from the start (day 0). */
export interface TemperatureLimit {
  readonly days: readonly [number, number]
  /** `each`: every day must keep it; `warmest`: only the warmest of them must. */
  readonly of: 'each' | 'warmest'
  /** Inside fits; between best and outer is care; outside outer waits. */
  readonly best: Range
  readonly outer: Range
  /** "on the first day" */
  readonly when: string
  readonly cold: string
  readonly hot: string
  readonly source: string
}

/** What the hive must be like. Null or `any` asks nothing. */
export interface HiveNeeds {
  readonly leastFramesOfBees: number | null
  readonly entrance: 'full' | 'any'
  readonly screen: 'closed' | 'any'
  readonly feeding: 'none' | 'any'
  /** Fumigants ask for a laying queen of so many days; null asks nothing. */
  readonly queenLayingDays: number | null
  readonly newlyHived: 'no' | 'any'
  /** Bees must move about: not clustered, not in the winter rest. */
  readonly mustMove: boolean
  readonly topBar: 'care' | 'any'
  readonly opensHive: boolean
  readonly source: string
}

export interface SupersRule {
  /** `never`: no list changes it; `list`: off unless the keeper's list allows; `may-stay`: on where the keeper's list allows. */
  readonly while: 'never' | 'list' | 'may-stay' | 'any'
  /** Days from the end of the course to the first supers. */
  readonly waitDays: number
  readonly source: string
}

export interface RotationRule {
  /** Another active should follow this one. */
  readonly change: boolean
  /** Days from the end of one course to the start of the next. */
  readonly gapDays: number
  readonly mostCoursesAYear: number | null
  /** May not run beside another treatment. */
  readonly alone: boolean
  readonly source: string
}

export type DoseUnit = 'strip' | 'g' | 'mL' | 'wafer'
export type DoseRule =
  | { readonly by: 'frames'; readonly framesPerUnit: number; readonly perFullBox: number; readonly unit: DoseUnit; readonly how: string }
  | { readonly by: 'colony'; readonly amount: number; readonly unit: DoseUnit; readonly how: string }
  | { readonly by: 'box'; readonly perBox: number; readonly unit: DoseUnit; readonly how: string }
  | { readonly by: 'none' }

export const JOBS = ['prepare', 'dose', 'check', 'remove', 'put-back', 'supers', 'queen-check', 'recount'] as const
export type JobKind = (typeof JOBS)[number]

/** A job of a pattern: its window in days from the actual day of the job it hangs on. */
export interface Step {
  readonly job: JobKind
  readonly n: number
  readonly after: 'start' | { readonly job: JobKind; readonly n: number }
  readonly earliest: number
  readonly best: number
  readonly latest: number
  readonly opensHive: boolean
  /** `{dose}` is filled with the amount. */
  readonly text: string
  /** Dated by the count's own recount day instead of a number of days. */
  readonly dated?: 'recount-by'
  /** The latest day is the longest the label lets it stay: past it is over-stay. */
  readonly ends?: 'course'
  /** The most days from its anchor before the round no longer does its work, and why. */
  readonly breaks?: { readonly after: number; readonly why: string }
}

export interface CoursePattern {
  readonly when: 'always' | 'nothing-capped' | 'capped'
  readonly name: string
  /** Days from the first dose to the end of the course, shortest and longest. */
  readonly days: { readonly least: number; readonly most: number }
  readonly steps: readonly Step[]
  readonly visits: number
}

export interface Efficacy {
  readonly low: number
  readonly high: number
}

/** One way of dealing with mites, as data: everything that gates, planner and sheets read. */
export interface Treatment {
  readonly key: TreatmentKey
  readonly name: string
  /** One line on what it is. */
  readonly short: string
  /** Null: nothing is given to the bees. */
  readonly active: string | null
  readonly synthetic: boolean
  readonly underCappings: boolean
  /** Stays longer than brood is capped, so that every mite meets it. */
  readonly outlastsBrood: boolean
  readonly efficacy: Readonly<Record<'broodless' | 'brood', Efficacy>> | null
  readonly efficacySource: string
  readonly temperature: readonly TemperatureLimit[]
  readonly supers: SupersRule
  readonly hive: HiveNeeds
  readonly rotation: RotationRule
  readonly kit: { readonly needed: readonly Tool[]; readonly advised: readonly Tool[]; readonly source: string }
  readonly dose: DoseRule
  readonly patterns: readonly CoursePattern[]
  /** Place among its equals by priority; lower is better. */
  readonly ranks: Readonly<Record<Priority, number>>
  readonly caution: { readonly hazard: string; readonly protection: string; readonly mishap: string } | null
  /** Labels and laws that differ, in plain words. */
  readonly differs: string
  readonly sources: readonly string[]
}

export type BroodOrUnknown = Brood | null
