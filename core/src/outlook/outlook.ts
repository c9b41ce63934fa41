import normal from '@stdlib/random-base-normal'
import { limitOf } from '../judge/index.ts'
import { phaseAt, phaseOf, type Situation, type TreatmentKey } from '../situation/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../time/index.ts'
import { patternOf, treatmentOf, type Treatment } from '../treatments/index.ts'
import { beesOver, type Bees } from './bees.ts'
import { addCourse, addLaying, courseFrom, noHazards, slowsLaying, type ModelCourse } from './course.ts'
import { runMites, STATE, type Hazards } from './mites.ts'
import { FEW, scaleOf, shareAt, startOf, takesAs, washOf, type Start, type StartAsked } from './start.ts'
import { mostTakenBy, strengthOf } from './strength.ts'
import { influxOver } from './stretch.ts'

/** Courses that may be done, each on its day. */
export interface OutlookPlan {
  readonly name: string
  readonly courses: readonly { readonly treatment: TreatmentKey; readonly start: Day }[]
}
export interface OutlookAsked extends StartAsked {
  readonly plans: readonly OutlookPlan[]
}

/** Figures by date under which so many of 100 such colonies lie. */
export interface Fan {
  readonly p05: readonly number[]
  readonly p10: readonly number[]
  readonly p25: readonly number[]
  readonly p50: readonly number[]
  readonly p75: readonly number[]
  readonly p90: readonly number[]
  readonly p95: readonly number[]
}
export interface PlanOutlook {
  readonly name: string
  /** Mites per 100 bees, as a wash would find them. */
  readonly wash: Fan
  /** Chance 0 to 1 of standing at or over the limit on each date. */
  readonly over: readonly number[]
  readonly totalMites: Pick<Fan, 'p05' | 'p50' | 'p95'>
  /** Bees on the last date, as a share of those without the plan. */
  readonly bees: number
  /** Chance 0 to 1 of staying under the limit on every date from the end of the last course on; of all dates where nothing is done. */
  readonly staysUnder: number
  /** What the plan takes of the mites, for each course: the share by the last date of it, the middle and nine in ten. */
  readonly takes: readonly { readonly treatment: TreatmentKey; readonly low: number; readonly estimate: number; readonly high: number }[]
}
export interface Outlook {
  readonly dates: readonly Day[]
  /** Share of the mites that is on bees, where nothing more is done. */
  readonly phoreticShare: readonly number[]
  /** The limit of each date, mites per 100 bees. */
  readonly limits: readonly number[]
  /** The first day on which one in five such colonies stands at or over its limit, in the days in which a count is due; null where nothing was counted. */
  readonly recountBy: Day | null
  readonly plans: readonly PlanOutlook[]
  /** Nothing was counted: what is told is what the season leads one to expect. */
  readonly uncounted: boolean
  /** The counts do not go together: between them is more than breeding and chance. */
  readonly contradict: boolean
}

/** One in so many such colonies over its limit is reason to look again. */
const FEW_OVER = 0.2
/** Days after a count within which it is looked at again: in season, and in the winter rest (common practice, no source). */
const LOOK_AGAIN = { soonest: 7, latest: 30, dormant: 60 } as const
/** Counts that go together less well than this contradict each other (a guess). */
const CONTRADICT = 0.02

/** Runs of one plan: mites per 100 bees and all mites of each run on each date. */
interface Runs {
  readonly wash: Float64Array
  readonly all: Float64Array
  readonly onBees: Float64Array
  readonly bees: readonly Bees[]
  readonly over: number
  readonly takes: PlanOutlook['takes']
}

interface Planned {
  readonly course: ModelCourse
  readonly brood: 'brood' | 'broodless'
  readonly takes: { readonly mean: number; readonly sd: number } | null
}
/** Cells under cappings, as a share of the adults, from which on there is brood to speak of. */
const BROOD_FROM = 0.01

function plannedIn(start: Start, plan: OutlookPlan): Planned[] {
  const { situation, today, bees } = start
  return plan.courses.flatMap(({ treatment: key, start: on }): Planned[] => {
    const treatment = treatmentOf(key)
    if (!treatment?.action) return []
    // What is begun on the day of the case works from its end on, when the count is made.
    const from = today + Math.max(1, daysBetween(situation.asOf, on))
    const [one] = bees
    const brood = (one?.capped[from] ?? 0) > BROOD_FROM * (one?.adults[from] ?? 0) ? 'brood' : 'broodless'
    const then: Situation = { ...situation, startOn: on, colony: { ...situation.colony, brood: brood === 'brood' ? 'capped' : 'none' } }
    return [{ course: courseFrom(treatment, patternOf(treatment, then), from), brood, takes: takesAs(treatment, then) }]
  })
}

/** Draws of a bell curve, one for each run and active: the same colony meets the same luck in every plan. */
function luckOf(seed: number, runs: number): (treatment: Treatment, nth: number) => Float64Array {
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

function runPlan(start: Start, plan: OutlookPlan, mean: boolean, luck: ReturnType<typeof luckOf>): Runs {
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
function quantile(row: Float64Array, p: number): number {
  const at = p * (row.length - 1)
  const i = Math.floor(at)
  const low = row[i] ?? 0
  return low + ((row[i + 1] ?? low) - low) * (at - i)
}

const PARTS = { p05: 0.05, p10: 0.1, p25: 0.25, p50: 0.5, p75: 0.75, p90: 0.9, p95: 0.95 } as const
/** So many digits are kept: more say nothing. */
const rounded = (x: number): number => Number(x.toPrecision(4))

/** The fan of some runs, date by date, and of each date the share of those that stand at or over its limit. */
function fanOf(figures: Float64Array, runs: number, days: number): Fan {
  const fan: { [K in keyof Fan]: number[] } = { p05: [], p10: [], p25: [], p50: [], p75: [], p90: [], p95: [] }
  const row = new Float64Array(runs)
  for (let t = 0; t < days; t++) {
    for (let run = 0; run < runs; run++) row[run] = figures[run * days + t] ?? 0
    row.sort()
    for (const [part, p] of Object.entries(PARTS)) fan[part as keyof Fan].push(rounded(quantile(row, p)))
  }
  return fan
}

function told(start: Start, { name }: OutlookPlan, found: Runs, nothing: Runs, limits: readonly number[]): PlanOutlook {
  const runs = start.levels.length
  const days = limits.length
  const over = limits.map((limit, t) => {
    let n = 0
    for (let run = 0; run < runs; run++) if ((found.wash[run * days + t] ?? 0) >= limit) n += 1
    return n / runs
  })
  let under = 0
  for (let run = 0; run < runs; run++) {
    let stays = true
    for (let t = Math.min(found.over, days - 1); t < days && stays; t++) stays = (found.wash[run * days + t] ?? 0) < (limits[t] ?? Infinity)
    if (stays) under += 1
  }
  const [{ p05, p50, p95 }, adults, without] = [
    fanOf(found.all, runs, days),
    found.bees[0]?.adults[start.last] ?? 0,
    nothing.bees[0]?.adults[start.last] ?? 0,
  ]
  return {
    name,
    wash: fanOf(found.wash, runs, days),
    over,
    totalMites: { p05, p50, p95 },
    bees: without > 0 ? rounded(adults / without) : 1,
    staysUnder: under / runs,
    takes: found.takes,
  }
}

/** The day by which to look again: the first on which one in five stands over the limit, never sooner than a week after the count nor later than is usual. */
function recountOf(start: Start, over: readonly number[]): Day | null {
  const { situation, judgement, uncounted } = start
  if (uncounted || judgement.countedOn === null) return null
  const latest = phaseOf(situation) === 'dormant' ? LOOK_AGAIN.dormant : LOOK_AGAIN.latest
  const [soonest, last] = [addDays(judgement.countedOn, LOOK_AGAIN.soonest), addDays(judgement.countedOn, latest)]
  const at = over.findIndex((chance) => chance >= FEW_OVER)
  const reached = at < 0 ? last : addDays(situation.asOf, at)
  return laterOf(situation.asOf, laterOf(soonest, reached < last ? reached : last))
}

/**
 * What becomes of a colony over the days ahead if nothing is done, and by each plan: many runs of the model from where its counts say that it
 * may stand, in the ways in which colonies may differ. A model's word: direction and rough timing, and no colony's exact mites.
 */
export function outlookOf(asked: OutlookAsked): Outlook {
  const start = startOf(asked)
  const { situation } = start
  const days = start.last - start.today + 1
  const dates = Array.from({ length: days }, (_, t) => addDays(situation.asOf, t))
  const limits = dates.map((day) => {
    const { mites, bees } = limitOf(situation.keeper, phaseAt(situation, day))
    return (100 * mites) / bees
  })
  const runs = start.levels.length
  const mean = asked.mean ?? false
  const luck = luckOf(asked.seed, runs)
  const nothing = runPlan(start, { name: '', courses: [] }, mean, luck)
  const none = told(start, { name: '', courses: [] }, nothing, nothing, limits)
  const share = new Float64Array(runs)
  const phoreticShare = dates.map((_, t) => {
    for (let run = 0; run < runs; run++) {
      const all = nothing.all[run * days + t] ?? 0
      share[run] = all > 0 ? (nothing.onBees[run * days + t] ?? 0) / all : 1
    }
    return rounded(quantile(share.toSorted(), 0.5))
  })
  return {
    dates,
    phoreticShare,
    limits,
    recountBy: recountOf(start, none.over),
    plans: asked.plans.map((plan) =>
      plan.courses.length === 0 ? { ...none, name: plan.name } : told(start, plan, runPlan(start, plan, mean, luck), nothing, limits),
    ),
    uncounted: start.uncounted,
    contradict: start.agree < CONTRADICT,
  }
}
