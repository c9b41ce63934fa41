/** A colony's outlook is worked out here, beside the page: a thousand runs for each plan. */
import { expose } from 'comlink'
import { clopperPearson } from '@thistle/core/count'
import { answer } from '@thistle/core/course'
import { isOver, judge, lastForWinterBees } from '@thistle/core/judge'
import {
  designSeries,
  heldCounts,
  outlookOf,
  sayAhead,
  sayBackwards,
  sayCell,
  sayWhy,
  suggestPlans,
  tellBackwards,
  toldOn,
  visitsOf,
  type HeldCount,
  type Outlook,
  type OutlookPlan,
  type PlannedColony,
  type Series,
} from '@thistle/core/outlook'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { knowOwn, treatmentOf } from '@thistle/core/treatments'

/** A jar that was counted, as it stands in the picture. */
export interface Jar {
  readonly on: Day
  readonly estimate: number
  readonly low: number
  readonly high: number
}
/** What the page shows; sentences in the core's notation. */
export interface Ahead {
  readonly outlook: Outlook
  readonly plans: readonly OutlookPlan[]
  readonly says: readonly string[]
  /** For each plan why it does what it does. */
  readonly why: readonly (readonly string[])[]
  readonly visits: readonly number[]
  /** The date, counted from the first, on which plans are held against each other. */
  readonly told: number
  readonly jars: readonly Jar[]
  /** The last day of the winter bees that are raised now; null outside those weeks. */
  readonly winterBees: Day | null
  /** It stands over its limit: a treatment is needed, and no other count. */
  readonly over: boolean
  /** The day by which it is counted again, as everywhere else; null where nothing was counted. */
  readonly recountBy: Day | null
}

const RUNS = 1000
/** The same colony on the same day tells the same. */
const SEED = 1
/** Jars older than this, days, stand in no picture of what is ahead. */
const BACK = 60

/** Rounds of one treatment from a day on, tried in every number and spacing, with what is said of each. */
export interface Tried {
  readonly series: Series
  readonly says: readonly (readonly string[])[]
}

const worker = {
  /** What the last course was worth, told backwards: its sentences; none where nothing can be told. */
  back(situation: Situation): readonly string[] {
    knowOwn(situation.own)
    const told = tellBackwards(situation, SEED)
    return told ? sayBackwards(told, situation).map((s) => s.text) : []
  },
  /** The counts of some colonies against what was to be expected of them. */
  held: (situations: readonly Situation[]): readonly HeldCount[] => situations.flatMap((s) => heldCounts(s, SEED)),
  series(situation: Situation, key: TreatmentKey, start: Day): Tried | null {
    knowOwn(situation.own)
    const treatment = treatmentOf(key)
    if (!treatment) return null
    const series = designSeries(situation, treatment, start, SEED)
    return { series, says: series.cells.map((cell) => sayCell(cell, series, treatment, start, situation.asOf).map((s) => s.text)) }
  },
  ahead({ situation, planned = [] }: PlannedColony, days: number, given: readonly OutlookPlan[] | null): Ahead {
    const plans = given ?? suggestPlans(answer(situation), situation, addDays(situation.asOf, days), planned)
    const outlook = outlookOf({ situation, days, runs: RUNS, seed: SEED, plans: [{ name: '', courses: [] }, ...plans] })
    const [nothing, ...told] = outlook.plans
    const judgement = judge(situation)
    return {
      outlook: { ...outlook, plans: told },
      plans,
      says: nothing ? sayAhead(outlook, nothing, situation, judgement).map((s) => s.text) : [],
      why: plans.map((plan, i) => {
        const of = told[i]
        return of ? sayWhy(plan, of, outlook, situation).map((s) => s.text) : []
      }),
      visits: plans.map(({ courses }) => visitsOf(situation, courses)),
      told: toldOn(outlook, situation),
      jars: situation.counts.flatMap(({ date, method, mites, bees }): Jar[] => {
        if ((method !== 'wash' && method !== 'sugar') || !bees || date < addDays(situation.asOf, -BACK)) return []
        const { estimate, low, high } = clopperPearson(mites, bees)
        return [{ on: date, estimate: estimate * 100, low: low * 100, high: high * 100 }]
      }),
      over: isOver(judgement),
      recountBy: outlook.uncounted ? null : judgement.recountBy,
      winterBees: lastForWinterBees(situation, situation.asOf),
    }
  },
}
export type OutlookWorker = typeof worker
expose(worker)
