import type { EfficacyHere } from '../efficacy/index.ts'
import type { Judgement } from '../judge/index.ts'

/** Mites per 100 bees likely left after a course. */
export interface Left {
  readonly low: number
  readonly estimate: number
  readonly high: number
}

const round = (x: number): number => Math.round(x * 100) / 100

/**
 * What a course likely leaves of the counted level, the mites that the method misses allowed for: the ends of the count's interval
 * against the ends of what the course takes. Null for boards and drone brood, and where nothing is counted or taken.
 */
export function leftOf(efficacy: EfficacyHere | null, judgement: Judgement): Left | null {
  const { unit, estimate, low, high } = judgement
  if (efficacy === null || unit !== 'per100' || estimate === null || low === null || high === null) return null
  const level = judgement.corrected ?? { estimate, low, high }
  return {
    low: round(level.low * (1 - efficacy.high)),
    estimate: round(level.estimate * (1 - efficacy.estimate)),
    high: round(level.high * (1 - efficacy.low)),
  }
}
