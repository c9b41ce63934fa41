/** Does the fan hold what comes? Colonies of a world that is not of the core's making are counted, looked ahead, and looked at again. */
import { outlookOf, type OutlookPlan } from '@thistle/core/outlook'
import type { Situation } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { august } from '../cases/index.ts'
import { HAZARDS, levelsOver } from './colony-days.ts'
import { draws } from './draws.ts'

/** An alcohol wash finds so much of the mites on bees. */
const FINDS = 0.92
/** Day of the year on which each begins. */
const FROM = 130
const dateOf = (day: number): Day => addDays('2026-01-01', day - 1)

export interface HeldAsked {
  readonly colonies: number
  readonly seed: number
  /** Days of the year of the counts; the last is today. */
  readonly counted?: readonly number[]
  /** Mites a day from outside, more than is allowed for. */
  readonly influx?: number
  /** Half of its bees, and of its mites on bees, leave it five days after the last count. */
  readonly swarm?: boolean
  /** Strips are put in after the last count, of which mites feel so much of the strength, 0 to 1. */
  readonly strips?: number
}
export interface Held {
  /** Shares of the colonies inside the bands of 50, 80 and 90 in 100, thirty days on, and over and under the one of 80. */
  readonly in50: number
  readonly in80: number
  readonly in90: number
  readonly over: number
  readonly under: number
}

/** How many colonies lie thirty days on in the bands that were told. */
export function bandsHeld({ colonies, seed, counted = [165, 185, 205], influx, swarm = false, strips }: HeldAsked): Held {
  const r = draws(seed)
  const today = counted.at(-1) ?? FROM
  const found = { in50: 0, in80: 0, in90: 0, over: 0, under: 0 }
  for (let i = 0; i < colonies; i++) {
    const per100 = 0.9 * Math.exp(0.7 * r.normal())
    const growth = Math.max(0.4, 1 + 0.2 * r.normal())
    const usual = r.next() < 0.6 ? 0.5 * Math.exp(1.2 * r.normal()) : 0
    const hazard = HAZARDS['amitraz-strip']
    const on = (day: number) => {
      if (strips === undefined || !hazard || day <= today) return null
      const { bees, capped } = hazard(day - today - 1)
      return { bees: bees * strips, capped: capped * strips }
    }
    const truth = levelsOver({ from: FROM, per100, growth, influx: influx ?? usual, size: 1 }, 140, on).map(
      (d, n) => d.per100 * FINDS * (swarm && n + FROM > today + 5 ? 0.5 : 1),
    )
    const at = (day: number) => truth[day - FROM] ?? 0
    const counts = counted.map((day) => ({
      date: dateOf(day),
      method: 'wash' as const,
      mites: r.mites((at(day) / 100) * 300, 1 + Math.floor(r.next() * 3)),
      bees: 300,
      days: null,
      recovery: null,
      representative: null,
    }))
    const situation: Situation = august({ asOf: dateOf(today), startOn: dateOf(today), phase: null, counts, weather: [] })
    const plan: OutlookPlan = { name: 'n', courses: strips === undefined ? [] : [{ treatment: 'amitraz-strip', start: dateOf(today + 1) }] }
    const fan = outlookOf({ situation, days: 30, runs: 200, seed: i + 1, plans: [plan] }).plans[0]?.wash
    const level = at(today + 30)
    const inside = (low: readonly number[] = [], high: readonly number[] = []) => level >= (low[30] ?? 0) && level <= (high[30] ?? 0)
    found.in50 += Number(inside(fan?.p25, fan?.p75))
    found.in80 += Number(inside(fan?.p10, fan?.p90))
    found.in90 += Number(inside(fan?.p05, fan?.p95))
    found.over += Number(level > (fan?.p90[30] ?? 0))
    found.under += Number(level < (fan?.p10[30] ?? 0))
  }
  return Object.fromEntries(Object.entries(found).map(([key, n]) => [key, n / colonies])) as unknown as Held
}
