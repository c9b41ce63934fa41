/** A whole yard is weighed here, beside the page: thirty colonies through every option, and over eight weeks. */
import { expose } from 'comlink'
import {
  betterDay,
  decidingFit,
  judged,
  match,
  planAs,
  planYard,
  startWindows,
  type BetterDay,
  type Level,
  type YardLine,
  type YardPlan,
} from '@thistle/core/match'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { treatmentsWith } from '@thistle/core/treatments'

export interface YardCase {
  readonly id: string
  readonly situation: Situation
}
export interface YardCell {
  readonly treatment: TreatmentKey
  /** Its fit; struck through where the keeper's own list refuses it. */
  readonly fit: Level
  readonly fitFrom: Day | null
  /** The sentence that decides. */
  readonly why: string
}
/** How many of the colonies an option serves on each day, and how many of those with care. */
export interface YardWeeks {
  readonly treatment: TreatmentKey
  readonly serves: readonly number[]
}

/** A plan, and the day on which a better one could be had. */
export interface PlanInHand extends YardPlan {
  readonly better: BetterDay | null
}

let lines: readonly YardLine[] = []
const inTheRow = (ids: readonly string[]) => lines.filter((l) => ids.includes(l.id))

const worker = {
  /** Every option for every colony on the day of its case. */
  weigh(cases: readonly YardCase[]): YardCell[][] {
    const weighed = cases.map(({ id, situation }) => {
      const s = judged(situation)
      return { id, situation: s, options: match(s) }
    })
    lines = weighed
    return weighed.map((line) =>
      line.options.map((option) => {
        const fit = option.allowed.rules === 'no' ? ('ruled-out' as const) : option.fit
        return {
          treatment: option.treatment.key,
          fit,
          fitFrom: fit === 'ruled-out' ? null : option.fitFrom,
          why: fit === 'fits' ? '' : (decidingFit(option)?.text ?? ''),
        }
      }),
    )
  },
  /** The plan for some of the colonies weighed last; with one option asked for, that one for all it can be given to. */
  plan(ids: readonly string[], people: number, only: TreatmentKey | null): PlanInHand {
    const chosen = inTheRow(ids)
    if (only === null) {
      const plan = planYard(chosen, people)
      return { ...plan, better: betterDay(chosen, plan) }
    }
    const fits = chosen.filter((l) =>
      l.options.some((o) => o.treatment.key === only && o.allowed.rules !== 'no' && (o.fit === 'fits' || o.fit === 'care')),
    )
    return { ...planAs(new Map(fits.map((l) => [l.id, only])), chosen, people), better: null }
  },
  /** Over some weeks from a day: how many of the colonies each option serves on each day. */
  weeks(ids: readonly string[], from: Day, days: number): YardWeeks[] {
    const row = inTheRow(ids)
    const all = row.map((l) => startWindows(l.situation, from, days))
    return treatmentsWith(row[0]?.situation.own).map((t, i) => ({
      treatment: t.key,
      serves: Array.from({ length: days }, (_, n) => all.filter((w) => w[i]?.days[n] === 'fits' || w[i]?.days[n] === 'care').length),
    }))
  },
}
export type YardWorker = typeof worker
expose(worker)
