import normal from '@stdlib/random-base-normal'
import { shareAt } from '../efficacy/index.ts'
import type { Situation, TreatmentKey } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { patternOf, treatmentOf, type Treatment } from '../treatments/index.ts'
import { beesOver, type Bees } from './bees.ts'
import { addCourse, addLaying, courseFrom, noHazards, slowsLaying, type ModelCourse } from './course.ts'
import { runMites, STATE, type Hazards } from './mites.ts'
import { FEW, scaleOf } from './kinds.ts'
import { startOf, washOf, type Start, type StartAsked } from './start.ts'
import { mostTakenBy, strengthOf } from './strength.ts'
import { influxOver } from './stretch.ts'
import { takesAs } from './takes.ts'

/** Courses that may be done, each on its day. */
export interface OutlookPlan {
  readonly name: string
  readonly courses: readonly { readonly treatment: TreatmentKey; readonly start: Day }[]
}
/** What a course is taken to take, a share of the mites: the middle and nine in ten. */
export interface CourseTakes {
  readonly treatment: TreatmentKey
  readonly low: number
  readonly estimate: number
  readonly high: number
}

/** Runs of one plan: mites per 100 bees and all mites of each run on each date. */
export interface Runs {
  readonly wash: Float64Array
  readonly all: Float64Array
  readonly onBees: Float64Array
  readonly bees: readonly Bees[]
  readonly over: number
  readonly takes: readonly CourseTakes[]
}

interface Planned {
  readonly course: ModelCourse
  readonly brood: 'brood' | 'broodless'
  readonly takes: { readonly mean: number; readonly sd: number } | null
}
/** Cells under cappings, as a share of the adults, from which on there is brood to speak of. */
const BROOD_FROM = 0.01
/** Whether there is brood to speak of on a day of a run. */
export const broodOn = (bees: Bees | undefined, at: number): 'brood' | 'broodless' =>
  (bees?.capped[at] ?? 0) > BROOD_FROM * (bees?.adults[at] ?? 0) ? 'brood' : 'broodless'

function plannedIn(start: Start, plan: OutlookPlan): Planned[] {
  const { situation, today, bees } = start
  return plan.courses.flatMap(({ treatment: key, start: on }): Planned[] => {
    const treatment = treatmentOf(key)
    if (!treatment?.action) return []
    // What is begun on the day of the case works from its end on, when the count is made.
    const from = today + Math.max(1, daysBetween(situation.asOf, on))
    const brood = broodOn(bees[0], from)
    const then: Situation = { ...situation, startOn: on, colony: { ...situation.colony, brood: brood === 'brood' ? 'capped' : 'none' } }
    return [{ course: courseFrom(treatment, patternOf(treatment, then), from), brood, takes: takesAs(treatment, then) }]
  })
}

/** Draws of a bell curve, one for each run and active: the same colony meets the same luck in every plan. */
export function luckOf(seed: number, runs: number): (treatment: Treatment, nth: number) => Float64Array {
  const kept = new Map<string, Float64Array>()
  return (treatment, nth) => {
    const key = `${treatment.key} ${nth}`
    let row = kept.get(key)
    if (!row) {
      const own = [...key].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) % 1_000_003, 7)
      const bell = normal.factory(0, 1, { seed: 1 + ((Math.abs(Math.round(seed)) + own) % 2_000_000_000) })
      kept.set(key, (row = Float64Array.from({ length: runs }, () => bell())))
    }
    return row
  }
}

/** Runs a plan from where a colony may stand. */
export function runPlan(start: Start, plan: OutlookPlan, mean: boolean, luck: ReturnType<typeof luckOf>): Runs {
  const { kinds, kindOf, levels, today, last, past, asked } = start
  const planned = plannedIn(start, plan)
  const runs = levels.length
  const days = last - today + 1
  const bees = planned.some(({ course }) => slowsLaying(course))
    ? asked.map((one) => {
        const laying = (one.laying ?? new Float64Array(last + 1).fill(1)).slice()
        for (const { course } of planned) addLaying(laying, course)
        return beesOver({ ...one, laying })
      })
    : start.bees
  const influxes = kinds.map(({ beesAt, ways }) => (ways.influx > 0 ? influxOver(asked[beesAt]?.season ?? start.season, ways.influx) : null))
  const single = planned.map(({ course }) => {
    const hazards = noHazards(last + 1)
    addCourse(hazards, course, 1)
    return hazards
  })
  const mixed: Hazards = noHazards(last + 1)
  const [wash, all, onBees] = [new Float64Array(runs * days), new Float64Array(runs * days), new Float64Array(runs * days)]
  const state = new Float64Array(STATE)
  const drawn = planned.map(() => new Float64Array(runs))
  for (let run = 0; run < runs; run++) {
    const kind = kinds[kindOf[run] ?? 0]
    const its = kind && bees[kind.beesAt]
    if (!kind || !its) continue
    const scale = scaleOf(kind, levels[run] ?? 0)
    for (let i = 0; i < STATE; i++) state[i] = scale * (kind.state[i] ?? 0) + (kind.cameState[i] ?? 0) / FEW
    mixed.onBees.set(past.onBees)
    mixed.capped.set(past.capped)
    mixed.drone.set(past.drone)
    for (const [c, { course, brood, takes }] of planned.entries()) {
      const share = takes ? shareAt(takes.mean + (mean ? 0 : takes.sd * (luck(course.treatment, c)[run] ?? 0))) : 1
      const row = drawn[c]
      if (row) row[run] = Math.min(share, mostTakenBy(course.treatment, brood) || share)
      mixIn(mixed, single[c], strengthOf(course.treatment, brood, share), course)
    }
    const at = run * days
    const [ownOn, ownAll] = [onBees.subarray(at, at + days), all.subarray(at, at + days)]
    // The first figure is of today, as it was counted.
    let [there, alive] = [0, state[0] ?? 0]
    for (let i = 0; i < STATE; i++) there += state[i] ?? 0
    for (let i = 1; i <= Math.round(kind.ways.rest); i++) alive += state[i] ?? 0
    ownOn[0] = alive
    ownAll[0] = there
    runMites(
      state,
      { bees: its, growth: kind.ways.growth, rest: kind.ways.rest, influx: influxes[kindOf[run] ?? 0] ?? null, hazards: mixed },
      today + 1,
      last + 1,
      ownOn.subarray(1),
      ownAll.subarray(1),
    )
    for (let t = 0; t < days; t++) wash[at + t] = washOf(ownOn[t] ?? 0, its.adults[today + t] ?? 1)
  }
  const takes = planned.map(({ course }, c) => {
    const row = (drawn[c] ?? new Float64Array(0)).toSorted()
    return { treatment: course.treatment.key, low: quantile(row, 0.05), estimate: quantile(row, 0.5), high: quantile(row, 0.95) }
  })
  return { wash, all, onBees, bees, over: Math.max(today, ...planned.map(({ course }) => course.over)) - today, takes }
}

function mixIn(mixed: Hazards, one: Hazards | undefined, strength: number, { doses, over }: ModelCourse): void {
  if (!one) return
  const [from, to] = [Math.max(0, doses[0] ?? 0), Math.min(mixed.onBees.length, Math.max(over, (doses.at(-1) ?? 0) + 5))]
  for (let t = from; t < to; t++) {
    mixed.onBees[t] = (mixed.onBees[t] ?? 0) + strength * (one.onBees[t] ?? 0)
    mixed.capped[t] = (mixed.capped[t] ?? 0) + strength * (one.capped[t] ?? 0)
    mixed.drone[t] = (mixed.drone[t] ?? 0) + strength * (one.drone[t] ?? 0)
  }
}

/** The figure under which a share `p` of a rising row lies. */
export function quantile(row: Float64Array, p: number): number {
  const at = p * (row.length - 1)
  const i = Math.floor(at)
  const low = row[i] ?? 0
  return low + ((row[i + 1] ?? low) - low) * (at - i)
}

/** Mites per 100 bees of each run on the last day ahead, where nothing more is done. */
export function washesAhead(asked: StartAsked): Float64Array {
  const start = startOf(asked)
  const days = start.last - start.today + 1
  const { wash } = runPlan(start, { name: '', courses: [] }, asked.mean ?? false, luckOf(asked.seed, start.levels.length))
  return Float64Array.from(start.levels, (_, run) => wash[run * days + days - 1] ?? 0)
}
