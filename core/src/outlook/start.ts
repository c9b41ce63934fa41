import { newestCount, seeded } from '../count/index.ts'
import { efficacyHere } from '../efficacy/index.ts'
import { datedSamples, expectedLevel, judge, type Judgement } from '../judge/index.ts'
import { chanceAtLevel } from '../level/index.ts'
import { onceEach, type PastCourse, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, earlierOf, type Day } from '../time/index.ts'
import { broodState, patternOf, treatmentOf, type Treatment } from '../treatments/index.ts'
import { beesOver, type Bees } from './bees.ts'
import { addCourse, addLaying, courseFrom, noHazards, type ModelCourse } from './course.ts'
import { runMites, STATE, type Hazards } from './mites.ts'
import { FIGURES, USUAL_WAYS, type Ways } from './parameters.ts'
import { strengthOf } from './strength.ts'
import { influxOver, MITES_RUN_IN, RUN_IN, seasonLate, stretchOf, type Stretch } from './stretch.ts'
import { drawWays } from './ways.ts'

/** One way in which a colony may be, with its bees, and its mites as they would lie for each that is on its bees today. */
interface Kind {
  readonly ways: Ways
  /** Of the bees that several ways share. */
  readonly beesAt: number
  /** The wash of each day up to today, for a single mite at the beginning, and what those from outside bring to it; mites per 100 bees. */
  readonly bred: Float64Array
  readonly came: Float64Array
  readonly state: Float64Array
  readonly cameState: Float64Array
  /** The day, counted from the first, of which the colony's level is told. */
  readonly toldAt: number
}

/** A colony as it stands today: in many ways, each with the level it may have by its counts. */
export interface Start {
  readonly situation: Situation
  readonly judgement: Judgement
  readonly stretch: Stretch
  /** The index of today, and of the last day that is run to. */
  readonly today: number
  readonly last: number
  readonly season: Float64Array
  readonly kinds: readonly Kind[]
  /** Each set of bees, with what keeps its queen from laying but a plan. */
  readonly bees: readonly Bees[]
  readonly asked: readonly Parameters<typeof beesOver>[0][]
  readonly past: Hazards
  /** The kind of each run, and its mites per 100 bees as a wash would find them, on the day of which its level is told. */
  readonly kindOf: Int32Array
  readonly levels: Float64Array
  /** Nothing was counted: the season alone speaks. */
  readonly uncounted: boolean
  /** How well the counts go together at best, 0 to 1: little where they contradict each other. */
  readonly agree: number
}

/** Bees on a frame that is covered on both sides (common practice, no source). */
const BEES_A_FRAME = 2000
/** A colony is taken to be between so many times the usual one in size. */
const SIZES = [0.15, 3] as const
/** Kinds of colony that the runs are spread over. */
const KINDS = 256

/** Log-odds and back; kept off 0 and 1. */
const logOdds = (p: number): number => Math.log(Math.min(0.995, Math.max(0.005, p)) / (1 - Math.min(0.995, Math.max(0.005, p))))
export const shareAt = (logOdd: number): number => 1 / (1 + Math.exp(-logOdd))

/** What a course may take here, as a normal distribution of its log-odds: the very figures that Match weighs it by. Null where it takes nothing. */
export function takesAs(treatment: Treatment, s: Situation): { readonly mean: number; readonly sd: number } | null {
  const here = efficacyHere(treatment, s)
  if (!here) return null
  return { mean: (logOdds(here.low) + logOdds(here.high)) / 2, sd: (logOdds(here.high) - logOdds(here.low)) / (2 * 1.645) }
}

/** Days for which a queen that is not there, caged or not yet laying is taken to lay nothing yet (a guess). */
const NOT_YET = 14
/** Days from an egg to its capping, and to the bee: what was not laid so long ago is not capped, or not there, today. */
const [CAPPED, EMERGED] = [FIGURES.workerCapping, FIGURES.workerEmergence]

/** Writes what is known to have kept the queen from laying into a row of shares. */
function layingKnown(laying: Float64Array, { colony }: Situation, at: (day: Day) => number, today: number): void {
  const none = (from: number, to: number) => {
    for (let t = Math.max(0, from); t < Math.min(to, laying.length); t++) laying[t] = 0
  }
  if (colony.brood === 'none') none(today - EMERGED - 3, today)
  if (colony.brood === 'open') none(today - EMERGED - 3, today - CAPPED + 1)
  if (colony.hivedOn) none(at(colony.hivedOn) - EMERGED - 3, at(colony.hivedOn) + 1)
  if (colony.queen === 'absent' || colony.queen === 'caged') none(today, today + NOT_YET)
}

/** Courses that were given within the days that are run, as the model sees them, with how strong they are at their middle. */
function pastOf(situation: Situation, first: Day, runIn: Day): { readonly course: ModelCourse; readonly strength: number }[] {
  return onceEach(situation.history).flatMap((past: PastCourse) => {
    const treatment = treatmentOf(past.treatment)
    if (!treatment?.action || past.start > situation.asOf || (past.end ?? situation.asOf) < runIn) return []
    const then = { ...situation, startOn: past.start, colony: { ...situation.colony, brood: past.brood ?? situation.colony.brood } }
    const from = RUN_IN + daysBetween(first, past.start)
    const course = courseFrom(treatment, patternOf(treatment, then), from)
    const over = past.end === null ? course.over : RUN_IN + daysBetween(first, past.end) + 1
    const takes = takesAs(treatment, then)
    const share = past.efficacy ?? (takes ? shareAt(takes.mean) : 0)
    const strength = strengthOf(treatment, broodState(then.colony.brood), Math.max(0, share))
    return [{ course: { ...course, doses: course.doses.filter((d) => d < Math.max(over, from + 1)), over }, strength }]
  })
}

/** The level under which a share `p` of colonies lies, where some levels are each as likely as the next; straight in the logarithm, on past its ends. */
function levelAt(levels: readonly number[], p: number): number {
  const n = levels.length
  const at = p * n - 0.5
  const i = Math.min(n - 2, Math.max(0, Math.floor(at)))
  const [low, high] = [Math.log(Math.max(1e-4, levels[i] ?? 1)), Math.log(Math.max(1e-4, levels[i + 1] ?? levels[i] ?? 1))]
  return Math.exp(low + (high - low) * (at - i))
}

export interface StartAsked {
  readonly situation: Situation
  /** Days ahead. */
  readonly days: number
  readonly runs: number
  readonly seed: number
  /** One run of the usual colony, whose wash is what was counted; else many. */
  readonly mean?: boolean
}

/**
 * A colony as it may stand today. Its level is the one that all counts of it and its yard lead to; how it breeds is drawn, and weighed by how
 * well the counts of the last weeks go with it: a particle filter in which the level is summed over, and not drawn. Without a count it is what
 * the season leads one to expect.
 */
export function startOf({ situation, days, runs, seed, mean = false }: StartAsked): Start {
  const { asOf } = situation
  const judgement = judge(situation)
  const uncounted = judgement.levels === null
  const counts = uncounted ? [] : datedSamples(situation)
  const first = earlierOf(counts[0]?.date ?? asOf, asOf)
  const today = RUN_IN + daysBetween(first, asOf)
  const last = today + days
  const stretch = stretchOf(situation, first, last - RUN_IN + 1)
  const at = (day: Day): number => RUN_IN + daysBetween(first, day)
  // While something is at work since the count its level is still that of the count: what has become of it is the model's to say.
  const running = judgement.given !== null && judgement.given.end === null
  const toldAt = (running && judgement.countedOn ? at(judgement.countedOn) : today) - RUN_IN
  const past = pastOf(situation, first, addDays(first, -MITES_RUN_IN))
  const laying = new Float64Array(last + 1).fill(1)
  layingKnown(laying, situation, at, today)
  for (const { course } of past) addLaying(laying, course)
  const pastHazards = noHazards(last + 1)
  for (const { course, strength } of past) addCourse(pastHazards, course, strength)

  const ways = mean ? [USUAL_WAYS] : drawWays(Math.min(KINDS, runs), seed)
  const size = sizeOf(situation, beesOver({ season: seasonLate(stretch, 0).subarray(0, last + 1), size: 1, droneShare: USUAL_WAYS.droneShare }), at)
  const asked: Parameters<typeof beesOver>[0][] = []
  const bees: Bees[] = []
  const beesAt = new Map<string, number>()
  const [onBees, all] = [new Float64Array(last + 1), new Float64Array(last + 1)]
  const from = RUN_IN - MITES_RUN_IN
  const kinds = ways.map((of): Kind => {
    const key = `${of.late} ${of.droneShare}`
    let its = beesAt.get(key)
    if (its === undefined) {
      const one = { season: seasonLate(stretch, of.late).subarray(0, last + 1), size, droneShare: of.droneShare, laying }
      asked.push(one)
      bees.push(beesOver(one))
      beesAt.set(key, (its = bees.length - 1))
    }
    const ofKind = bees[its]
    if (!ofKind) throw new Error('no bees')
    const run = (influx: Float64Array | null): { wash: Float64Array; state: Float64Array } => {
      const state = new Float64Array(STATE)
      // So few that none crowds another: the rest is a matter of how many.
      state[0] = influx ? 0 : FEW
      runMites(state, { bees: ofKind, growth: of.growth, rest: of.rest, influx, hazards: pastHazards }, from, today + 1, onBees, all)
      const wash = Float64Array.from({ length: today + 1 - RUN_IN }, (_, i) => washOf(onBees[RUN_IN - from + i] ?? 0, ofKind.adults[RUN_IN + i] ?? 1))
      return { wash, state }
    }
    const [own, other] = [run(null), run(influxOver(asked[its]?.season ?? stretch.season, of.influx * FEW))]
    return { ways: of, beesAt: its, bred: own.wash, came: other.wash, state: own.state, cameState: other.state, toldAt }
  })
  const chances = counts.map(({ date, sample }) => ({ at: at(date) - RUN_IN, chance: chanceAtLevel(sample) }))
  const spread = mean ? middleOf(judgement, situation) : levelsFor(judgement.levels ?? expectedLevel(situation).levels, runs, seed)
  const { kindOf, agree } = kindsFor(kinds, spread, chances, seed)
  return {
    situation,
    judgement,
    stretch,
    today,
    last,
    season: seasonLate(stretch, 0).subarray(0, last + 1),
    kinds,
    bees,
    asked,
    past: pastHazards,
    kindOf,
    levels: spread,
    uncounted,
    agree,
  }
}
/** So few mites that no cell holds two. */
export const FEW = 1e-3
/** Mites per 100 bees as a wash finds them. */
export const washOf = (onBees: number, adults: number): number => Math.min(100, (FIGURES.washFinds * 100 * onBees) / Math.max(1, adults))

function sizeOf({ colony, asOf }: Situation, usual: Bees, at: (day: Day) => number): number {
  if (colony.framesOfBees === null) return 1
  const there = usual.adults[Math.max(0, at(colony.lookedOn ?? asOf))] ?? 0
  return there > 0 ? Math.min(SIZES[1], Math.max(SIZES[0], (colony.framesOfBees * BEES_A_FRAME) / there)) : 1
}

/** One level: what the newest count found, or what the season leads one to expect in the middle. */
function middleOf(j: Judgement, situation: Situation): Float64Array {
  const count = newestCount(situation.counts, situation.asOf)
  const jar = count && j.unit === 'per100' ? (100 * count.mites) / (count.bees * (count.recovery ?? 1)) : j.p50
  const level = jar ?? levelAt(expectedLevel(situation).levels, 0.5)
  return Float64Array.of(Math.max(level, 0.01))
}
/** A level for each run, spread evenly over what is as likely, rising. */
function levelsFor(levels: readonly number[], runs: number, seed: number): Float64Array {
  const random = seeded(seed + 7)
  return Float64Array.from({ length: runs }, (_, i) => levelAt(levels, (i + random()) / runs))
}

/** The kind of colony of each run: drawn by how well each goes with all counts, at the level that the run has. */
function kindsFor(
  kinds: readonly Kind[],
  levels: Float64Array,
  counts: readonly { readonly at: number; readonly chance: (per100: number) => number }[],
  seed: number,
): { kindOf: Int32Array; agree: number } {
  const random = seeded(seed + 13)
  const weights = new Float64Array(kinds.length)
  const kindOf = new Int32Array(levels.length)
  let agree = counts.length === 0 ? 1 : 0
  for (let run = 0; run < levels.length; run++) {
    const level = levels[run] ?? 1
    let sum = 0
    for (const [k, kind] of kinds.entries()) {
      let weight = 1
      const scale = scaleOf(kind, level)
      // The level of today is known already by all of them: what tells is how it came about.
      for (const { at, chance } of counts) weight *= chance(scale * (kind.bred[at] ?? 0) + (kind.came[at] ?? 0) / FEW)
      weights[k] = weight
      sum += weight
      if (weight > agree) agree = weight
    }
    let rest = random() * sum
    let k = 0
    while (k < kinds.length - 1 && rest >= (weights[k] ?? 0)) rest -= weights[k++] ?? 0
    kindOf[run] = sum > 0 ? k : Math.floor(random() * kinds.length)
  }
  return { kindOf, agree }
}
/** At least so much of the mites of today was bred here, and did not come from outside. */
const BRED_HERE = 0.05
/** Factor on a kind's single mite that makes its wash so high on the day of which it is told, with those that came from outside. */
export function scaleOf(kind: Kind, level: number): number {
  const came = (kind.came[kind.toldAt] ?? 0) / FEW
  return Math.max(level * BRED_HERE, level - came) / Math.max(1e-12, kind.bred[kind.toldAt] ?? 0)
}
