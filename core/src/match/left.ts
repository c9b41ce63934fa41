import { Z95 } from '../count/index.ts'
import type { EfficacyHere } from '../efficacy/index.ts'
import { growthOver } from '../level/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { patternOf, recountWindow, type Treatment } from '../treatments/index.ts'
import type { JudgedSituation } from './finding.ts'

/** Mites per 100 bees that a course likely leaves by the day on which its count is due: half of such colonies have less, nine in ten between the ends. */
export interface Left {
  readonly low: number
  readonly estimate: number
  readonly high: number
  readonly on: Day
}

const round = (x: number): number => Math.round(x * 100) / 100

/** Mean and variance of some figures, each as likely as the next. */
function momentsOf(figures: readonly number[]): { readonly mean: number; readonly variance: number } {
  const mean = figures.reduce((sum, x) => sum + x, 0) / figures.length
  return { mean, variance: figures.reduce((sum, x) => sum + (x - mean) ** 2, 0) / figures.length }
}

/**
 * What a course likely leaves of the level, by the day on which the count after it is due: the level by all that speaks for it, its growth
 * until then as if untreated, and the share that is taken of that, each with its doubt, put together on the logarithm as normal
 * distributions are. Null for boards and drone brood, and where nothing is counted or taken.
 */
export function leftOf(option: Treatment, efficacy: EfficacyHere | null, s: JudgedSituation): Left | null {
  const { unit, levels } = s.judgement
  if (efficacy === null || unit !== 'per100' || levels === null) return null
  const on = addDays(s.startOn, recountWindow(patternOf(option, s)).best)
  const level = momentsOf(levels.map(Math.log))
  const growing = growthOver(s, s.asOf, on)
  const remains = (taken: number) => Math.log(Math.max(1 - taken, 1e-4))
  const [most, least] = [remains(efficacy.low), remains(efficacy.high)]
  const mean = level.mean + growing.mean + remains(efficacy.estimate)
  const half = Z95 * Math.sqrt(level.variance + growing.sd ** 2 + ((most - least) / (2 * Z95)) ** 2)
  return {
    low: round(Math.exp(mean - half)),
    estimate: round(Math.min(100, Math.exp(mean))),
    high: round(Math.min(100, Math.exp(mean + half))),
    on,
  }
}
