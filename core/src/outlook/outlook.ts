import { limitOn, LOOK_AGAIN } from '../judge/index.ts'
import { phaseOf } from '../situation/index.ts'
import { addDays, laterOf, type Day } from '../time/index.ts'
import { luckOf, quantile, runPlan, type CourseTakes, type OutlookPlan, type Runs } from './run-plan.ts'
import { startOf, type Start, type StartAsked } from './start.ts'

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
  readonly takes: readonly CourseTakes[]
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

/** Counts that go together less well than this contradict each other (a guess). */
const CONTRADICT = 0.02

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
  const at = over.findIndex((chance) => chance >= LOOK_AGAIN.few)
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
  const limits = dates.map((day) => limitOn(situation, day))
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
