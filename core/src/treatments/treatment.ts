import type { Brood, BuiltInKey, Phase, Tool, TreatmentKey } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import type { Source } from './source.ts'

/** `[from, to]` in °C; null is open. */
export type Range = readonly [number | null, number | null]

/** A limit on the temperature of some days, counted from the start (day 0). */
export interface TemperatureLimit {
  readonly days: readonly [number, number]
  /** The day's high, or its mean: half way between high and low. */
  readonly reads: 'high' | 'mean'
  /** `each`: every day must keep it; `warmest`: only the warmest of them must; `average`: the average over them. */
  readonly of: 'each' | 'warmest' | 'average'
  /** Inside fits; between best and outer is care; outside outer waits. */
  readonly best: Range
  readonly outer: Range
  /** "on the first day" */
  readonly when: string
  readonly cold: string
  readonly hot: string
  readonly source: Source
}

/** What the hive must be like. Null or `any` asks nothing. */
export interface HiveNeeds {
  readonly leastFramesOfBees: number | null
  readonly entrance: 'full' | 'any'
  readonly screen: 'closed' | 'any'
  /** Drips and wet wood harm: the floor must be dry. */
  readonly floor: 'dry' | 'any'
  readonly feeding: 'none' | 'any'
  /** Fumigants ask for a queen that has laid so many days; null asks nothing. */
  readonly queenLayingDays: number | null
  readonly newlyHived: 'no' | 'any'
  /** Bees must move about: not clustered, not in the winter rest. */
  readonly mustMove: boolean
  /** Why a top-bar hive needs care, or rules it out; null where it does not matter. */
  readonly topBar: { readonly level: 'care' | 'ruled-out'; readonly why: string } | null
  /** More brood boxes than labels are written for need care; null where they do not matter. */
  readonly mostBoxes: number | null
  readonly opensHive: boolean
  /** Something to know that hinders nothing. */
  readonly note: string | null
  readonly source: Source
}

export interface SupersRule {
  /** `never`: no list changes it; `list`: off unless the keeper's list allows; `may-stay`: on where the keeper's list allows. */
  readonly while: 'never' | 'list' | 'may-stay' | 'any'
  /** Days from the end of the course to the first supers. */
  readonly waitDays: number
  readonly source: Source
}

/** A phase of the year in which it is not, or hardly, done. */
export interface SeasonRule {
  readonly level: 'care' | 'ruled-out'
  readonly why: string
  readonly source: Source
}

export interface RotationRule {
  /** What mites grow used to: forms of one class count as one. */
  readonly class: string
  /** Another class should follow this one. */
  readonly change: boolean
  /** Days from the end of one course to the start of the next, and why. */
  readonly gapDays: number
  readonly gapWhy: string
  readonly mostCoursesAYear: number | null
  /** May not run beside another treatment. */
  readonly alone: boolean
  /** Mites that withstand it are so common that every use is doubtful; null where they are not. */
  readonly resistance: string | null
  readonly source: Source
}

export type DoseUnit = 'strip' | 'pad' | 'wafer' | 'g' | 'mL'
/** Less for a small colony: up to so many frames of bees or of brood. */
export interface SmallDose {
  readonly of: 'bees' | 'brood'
  readonly atMost: number
  readonly amount: number
}
export type DoseRule =
  | { readonly by: 'frames'; readonly framesPerUnit: number; readonly perFullBox: number; readonly unit: DoseUnit; readonly how: string }
  | { readonly by: 'colony'; readonly amount: number; readonly small: SmallDose | null; readonly unit: DoseUnit; readonly how: string }
  | {
      readonly by: 'box'
      readonly perBox: number
      readonly small: SmallDose | null
      /** A single box with more frames of bees than `over` is a large one. */
      readonly large: { readonly over: number; readonly amount: number } | null
      /** Most for a colony, however many boxes. */
      readonly most: number | null
      /** A top-bar hive has no boxes. */
      readonly topBar: { readonly amount: number; readonly how: string } | null
      readonly unit: DoseUnit
      readonly how: string
    }
  | { readonly by: 'seam'; readonly perSeam: number; readonly most: number; readonly unit: DoseUnit; readonly how: string }
  | { readonly by: 'none' }

/** `lift` and `lay-again`: out for heat and back; `midway`: a count in the middle. They come with the days and the counts and stand in no pattern. */
export type JobKind = 'prepare' | 'dose' | 'check' | 'remove' | 'put-back' | 'supers' | 'queen-check' | 'recount' | 'lift' | 'lay-again' | 'midway'

/** A job of a pattern: its window in days from the actual day of the job it hangs on. */
export interface Step {
  readonly job: JobKind
  readonly n: number
  readonly after: 'start' | { readonly job: JobKind; readonly n: number }
  readonly earliest: number
  readonly best: number
  readonly latest: number
  readonly opensHive: boolean
  /** `{dose}` is filled with the amount, `{n}` with the number of the job. */
  readonly text: string
  /** What it says instead where the keeper's own list lets supers stay on. */
  readonly withSupersOn?: string
  /** Dated by the count's own recount day instead of a number of days. */
  readonly dated?: 'recount-by'
  /** The latest day is the longest the label lets it stay: past it is over-stay. */
  readonly ends?: 'course'
  /** What comes out is what went in, and is counted. */
  readonly counted?: true
  /** What falls on the board is counted with it, mites a day: it decides about a further round. */
  readonly fall?: true
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
  /** Most further doses at the end, by label or common practice; none where it is left out. */
  readonly mayAdd?: number
}

export interface Efficacy {
  readonly low: number
  readonly high: number
}

/** Over `over`, a daily high in °C, what lies in comes out and goes back within some days of cooler ones; over `halveOver` a dose is half. */
export interface HeatRule {
  readonly over: number
  readonly halveOver: number | null
  readonly backWithin: number
  /** What comes out: "the pad". */
  readonly what: string
  readonly source: Source
}

/** What a treatment harms, how much (1 some, 3 much; common practice, no source), and how. */
export interface Harm {
  readonly to: 'queen' | 'brood' | 'person' | 'wax' | 'honey'
  readonly weight: 1 | 2 | 3
  readonly why: string
}

/** What it does where mites sit under cappings. `brake`: it takes some with the brood; `opens`: it leaves no brood to hide in. */
export type BroodReach = 'under-cappings' | 'outlasts' | 'series' | 'once' | 'brake' | 'opens' | 'none'

/**
 * How a dose works from its day on, as hazards on the mites: what the model of a colony needs beside the share that a course takes. The shape of
 * it was tuned by hand and is a guess; how strong it is follows from that share.
 */
export type Action =
  /** It stays in: hazards a day on mites on bees and under cappings on the first day, halved after so many, and the share of eggs laid meanwhile. */
  | { readonly by: 'staying'; readonly onBees: number; readonly capped: number; readonly halfLife: number; readonly laying: number }
  /** It is over in days: the share of the mites on bees that it takes, and how the hazard of it is spread over its days. */
  | { readonly by: 'at-once'; readonly onBees: number; readonly over: readonly number[] }
  /** The queen lays nothing until it is over. */
  | { readonly by: 'caging' }
  /** Drone comb is cut out: the share of the mites in drone cells that goes with it. */
  | { readonly by: 'cutting'; readonly takes: number }

/** One way of dealing with mites, as data: everything that gates, planner and sheets read. */
export interface Treatment {
  readonly key: TreatmentKey
  /** Of a sheet of the keeper's own: what it was made from, and when its label was read. */
  readonly own?: { readonly base: BuiltInKey; readonly readOn: Day; readonly retired: boolean }
  readonly name: string
  /** The active and form alone, where the name says more. */
  readonly shortName?: string
  /** One line on what it is. */
  readonly short: string
  /** What the hand does at a dose: "lay the strips". */
  readonly verb: string
  /** `given` to the bees, `hive-work` on frames and queens, or `waiting`. */
  readonly way: 'given' | 'hive-work' | 'waiting'
  /** The active ingredient; null where nothing is given. */
  readonly active: string | null
  readonly synthetic: boolean
  /** An acid that is poured or trickled. */
  readonly liquidAcid: boolean
  readonly reach: BroodReach
  /** Share of the mites that a course takes. */
  readonly efficacy: Readonly<Record<'broodless' | 'brood', Efficacy>> | null
  /** Share that mites lose which do not withstand it, where `efficacy` has others in it: what tells whether it works. */
  readonly susceptible?: Efficacy
  readonly efficacySource: string
  readonly temperature: readonly TemperatureLimit[]
  readonly seasons: Readonly<Partial<Record<Phase, SeasonRule>>>
  readonly supers: SupersRule
  readonly hive: HiveNeeds
  readonly rotation: RotationRule
  readonly kit: {
    readonly needed: readonly Tool[]
    readonly advised: readonly { readonly tool: Tool; readonly without: string }[]
    readonly source: Source
  }
  readonly dose: DoseRule
  /** Where dose and course come from. */
  readonly from: { readonly dose: Source; readonly course: Source }
  readonly patterns: readonly CoursePattern[]
  /** What it costs besides mites. */
  readonly harms: readonly Harm[]
  /** Share taken at a mean of the highs over the course, °C, rising; left out: warmth does not matter to it. */
  readonly warmth?: readonly (readonly [high: number, share: number])[]
  /** What orders equals; lower is better. `strain` is on bees and queen, `residue` what stays in the wax. */
  readonly ranks: {
    readonly knockdown: Readonly<Record<'broodless' | 'brood', number>>
    readonly strain: number
    readonly residue: 0 | 1 | 2
  }
  /** What people may handle: strips a person a day; null where no label that is known limits it. */
  readonly mostAPersonADay: number | null
  /** How many units stand in a pack, where packs do not hold a course. */
  readonly pack: { readonly holds: number; readonly says: string } | null
  /** How it works; left out: nothing is done to the mites. */
  readonly action?: Action
  /** Days for which one dose kills, where doses make a series (common practice, no source). Left out: it stays in. */
  readonly killDays?: number
  /** What is done with it in heat; left out: it is not taken out and put back. */
  readonly heat?: HeatRule
  /** Where it is put: hung between the frames of the brood nest (also where it is left out), laid on the top bars, or at the side walls. */
  readonly put?: 'between' | 'on-top' | 'wall'
  /** What is mixed, weighed or portioned for it, by the bench's word; left out: nothing is. */
  readonly bench?: 'oxalic-dribble' | 'formic-dilution' | 'oxalic-charges' | 'gel-portions'
  /** What is taken along for a job of it, besides the dose and the gear. */
  /** Minutes a hive by job, where they are known better than what is usual for every treatment; the mixing at home is none of a hive's. */
  readonly minutes?: Readonly<Partial<Record<JobKind, number>>>
  readonly carry?: readonly { readonly job: JobKind; readonly what: string }[]
  readonly setUp: readonly string[]
  readonly caution: { readonly hazard: string; readonly protection: string; readonly mishap: string } | null
  /** Days an opened pack stays good when it is closed again (common practice, no source); null: there is none. */
  readonly openedKeepsDays: number | null
  readonly storage: string
  readonly disposal: string
  /** Labels and laws that differ, in plain words. */
  readonly differs: string
  readonly sources: readonly Source[]
}

export type BroodOrUnknown = Brood | null
