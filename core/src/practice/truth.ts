import { shareAt } from '../efficacy/index.ts'
import {
  addCourse,
  addLaying,
  beesOver,
  broodOn,
  emergingIn,
  FIGURES,
  influxOver,
  MITES_RUN_IN,
  noHazards,
  RUN_IN,
  runMites,
  seasonLate,
  STATE,
  stretchOf,
  strengthOf,
  takesAs,
  washOf,
  type ModelCourse,
} from '../outlook/index.ts'
import type { Situation, TreatmentKey } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { treatmentOf } from '../treatments/index.ts'
import { worldOf, type Practice } from './world.ts'

/** A course as it was given: the days of its doses, and the day on which what stayed in came out; null while it lies in. */
export interface GivenCourse {
  readonly treatment: TreatmentKey
  readonly doses: readonly Day[]
  readonly over: Day | null
}
/** What went on in a colony day by day, from the first day of the season on. */
export interface Truth {
  /** Mites per 100 bees as a wash would find them in the mean, mites in all, and mites under cappings. */
  readonly wash: Float64Array
  readonly all: Float64Array
  readonly capped: Float64Array
  /** Mites that fall on a board in a day. */
  readonly fall: Float64Array
  readonly bees: Float64Array
  /** Cells under cappings. */
  readonly cells: Float64Array
  /** Share of the usual eggs that is laid on each day. */
  readonly laying: Float64Array
}

/** Share of what dies that falls through to a board (from memory). */
const FALLS = 0.85
/** Daughters that come out of a cell immature and fall, for each mother; and mothers that do not live through it. */
const IMMATURE = { worker: 0.45, drone: 0.9, mother: 1 - FIGURES.motherLives } as const

/**
 * What went on in one colony of a practice season up to a day, by what was given to it: the model of the outlook with ways that nobody is told. One
 * run, the same for the same seed and the same gifts; `yard` is the case of its yard, for its place and its weather.
 */
export function truthOf(practice: Practice, colony: number, given: readonly GivenCourse[], until: Day, yard: Situation): Truth {
  const world = worldOf(practice)
  const hidden = world.colonies[colony]
  if (!hidden) throw new Error(`no colony ${colony} in this season`)
  const days = daysBetween(practice.from, until) + 1
  const stretch = stretchOf(yard, practice.from, days)
  const season = seasonLate(stretch, hidden.ways.late).subarray(0, RUN_IN + days)
  const at = (day: Day): number => RUN_IN + daysBetween(practice.from, day)
  const laying = new Float64Array(season.length).fill(1)
  const asked = { season, size: hidden.size, droneShare: hidden.ways.droneShare, laying }
  const usual = beesOver(asked)
  const courses = given.flatMap((of): { course: ModelCourse; strength: number }[] => {
    const treatment = treatmentOf(of.treatment)
    const [first] = of.doses
    if (!treatment?.action || first === undefined) return []
    const from = at(first)
    const brood = broodOn(usual, from)
    const then: Situation = { ...yard, startOn: first, colony: { ...yard.colony, brood: brood === 'brood' ? 'capped' : 'none' } }
    const takes = takesAs(treatment, then)
    const feel = world.withstands?.class === treatment.rotation.class ? world.withstands.feel : 1
    const strength = feel * strengthOf(treatment, brood, takes ? shareAt(takes.mean + takes.sd * hidden.luck) : 1)
    const doses = of.doses.map(at)
    return [{ course: { treatment, doses, over: of.over === null ? season.length : Math.max(at(of.over), (doses.at(-1) ?? from) + 1) }, strength }]
  })
  const hazards = noHazards(season.length)
  for (const { course, strength } of courses) {
    addCourse(hazards, course, strength)
    addLaying(laying, course)
  }
  const bees = beesOver(asked)
  const influx = influxOver(season, hidden.ways.influx)
  const state = new Float64Array(STATE)
  const [onBees, all] = [new Float64Array(MITES_RUN_IN), new Float64Array(MITES_RUN_IN)]
  state[0] = 1e-3
  const ways = { growth: hidden.ways.growth, rest: hidden.ways.rest }
  const from = RUN_IN - MITES_RUN_IN
  runMites(state, { bees: usual, ...ways, influx: null, hazards: null }, from, RUN_IN, onBees, all)
  const scale = hidden.began / Math.max(1e-12, washOf(onBees[MITES_RUN_IN - 1] ?? 0, usual.adults[RUN_IN - 1] ?? 1))
  for (let i = 0; i < STATE; i++) state[i] = (state[i] ?? 0) * scale
  const row = () => new Float64Array(days)
  const told = { wash: row(), all: row(), capped: row(), fall: row(), bees: row(), cells: row(), laying: row() }
  const [one, both] = [new Float64Array(1), new Float64Array(1)]
  for (let n = 0; n < days; n++) {
    const t = RUN_IN + n
    const out = emergingIn(state)
    runMites(state, { bees, ...ways, influx, hazards }, t, t + 1, one, both)
    const [there, total] = [one[0] ?? 0, both[0] ?? 0]
    const dies = (bees.capped[t] ?? 0) > 0 ? FIGURES.deathWithBrood : FIGURES.deathBroodless
    // What lives on bees at the end of the day is what was spared on it.
    const killed = there * (Math.exp(hazards.onBees[t] ?? 0) - 1) + (total - there) * (Math.exp(hazards.capped[t] ?? 0) - 1)
    const immature = out.worker * (IMMATURE.mother + IMMATURE.worker) + out.drone * (IMMATURE.mother + IMMATURE.drone)
    told.wash[n] = washOf(there, bees.adults[t] ?? 1)
    told.all[n] = total
    told.capped[n] = total - there
    told.fall[n] = FALLS * (there * dies + immature + killed)
    told.bees[n] = bees.adults[t] ?? 0
    told.cells[n] = bees.capped[t] ?? 0
    told.laying[n] = laying[t] ?? 1
  }
  return told
}
