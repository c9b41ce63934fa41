import { newestCount, seeded } from '../count/index.ts'
import { datedSamples, expectedLevel, judge, type Judgement } from '../judge/index.ts'
import { chanceAtLevel } from '../level/index.ts'
import type { Situation } from '../situation/index.ts'
import { addDays, daysBetween, earlierOf, type Day } from '../time/index.ts'
import { beesOver, type Bees } from './bees.ts'
import { addCourse, addLaying, noHazards } from './course.ts'
import { FEW, kindsFor, type Kind } from './kinds.ts'
import { layingKnown, pastOf } from './known.ts'
import { runMites, STATE, type Hazards } from './mites.ts'
import { FIGURES, USUAL_WAYS } from './parameters.ts'
import { influxOver, MITES_RUN_IN, RUN_IN, seasonLate, stretchOf, type Stretch } from './stretch.ts'
import { drawWays } from './ways.ts'

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
    const theirs = bees[its]
    if (!theirs) throw new Error('no bees')
    const run = (influx: Float64Array | null): { wash: Float64Array; state: Float64Array } => {
      const state = new Float64Array(STATE)
      // So few that none crowds another: the rest is a matter of how many.
      state[0] = influx ? 0 : FEW
      runMites(state, { bees: theirs, growth: of.growth, rest: of.rest, influx, hazards: pastHazards }, from, today + 1, onBees, all)
      const wash = Float64Array.from({ length: today + 1 - RUN_IN }, (_, i) => washOf(onBees[RUN_IN - from + i] ?? 0, theirs.adults[RUN_IN + i] ?? 1))
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
