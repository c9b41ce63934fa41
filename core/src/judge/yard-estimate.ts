import { CENTRAL, clopperPearson, USUAL_BEES, type Estimate } from '../count/index.ts'
import { estimateYardLevel, type Sample } from '../level/index.ts'
import type { Phase } from '../situation/index.ts'
import { methodSpread } from './evidence.ts'

/** A colony's newest jar or roll, pooled. `recovery` is the share found, 1 where nothing is allowed for. */
export interface ColonyCount {
  readonly method: 'wash' | 'sugar'
  readonly mites: number
  readonly bees: number
  readonly recovery: number
}

/** What the colonies that were sampled say of the yard; levels in mites per 100 bees. */
export interface YardEstimate {
  readonly sampled: number
  readonly unsampled: number
  /** As if all bees had been of one colony: the interval is too narrow wherever colonies differ. */
  readonly pooled: Estimate
  /** The mean of the yard with the spread between colonies in it. */
  readonly mean: Estimate
  /** Standard deviation between colonies over the mean, the chance of the jars taken out; null where it cannot be told. */
  readonly variation: number | null
  readonly highest: number
  readonly over: number
  /** Of the mean against the limit; `under` with its doubt, and with no colony over that was counted. */
  readonly level: 'over' | 'watch' | 'under'
  /** Chance 0-1 that at least one colony that was not sampled is at or over the limit; 0 where all were. */
  readonly chanceOtherOver: number
  readonly rule: { readonly leave: boolean | null; readonly text: string }
}

/** Yard rule: so many colonies at least, and so large a share of jars with none or one (common practice, no source). */
const RULE = { fewest: 6, mostly: 2 / 3 } as const

/** Bees as if every mite had been found. */
const effective = (c: ColonyCount) => c.bees * c.recovery

function pooledOf(counts: readonly ColonyCount[]): Estimate {
  const [mites, bees] = [counts.reduce((sum, c) => sum + c.mites, 0), counts.reduce((sum, c) => sum + effective(c), 0)]
  const share = clopperPearson(Math.min(mites, bees), bees)
  return { estimate: share.estimate * 100, low: share.low * 100, high: share.high * 100, level: share.level }
}

/** Spread between colonies beyond that of the jars themselves, by moments; null with fewer than three colonies or no mites. */
function variationOf(counts: readonly ColonyCount[], pooled: Estimate): number | null {
  const k = counts.length
  const mean = pooled.estimate / 100
  if (k < 3 || mean === 0) return null
  const variance = counts.reduce((sum, c) => sum + (c.mites / effective(c) - mean) ** 2, 0) / (k - 1)
  const within = counts.reduce((sum, c) => sum + (mean * (1 - mean)) / effective(c), 0) / k
  return Math.sqrt(Math.max(0, variance - within)) / mean
}

function ruleOf(counts: readonly ColonyCount[], over: number): YardEstimate['rule'] {
  const few = counts.filter((c) => Math.round((c.mites * USUAL_BEES) / c.bees) <= 1).length
  const said = `${few} of ${counts.length} jars with none or one`
  if (counts.length < RULE.fewest) return { leave: null, text: `The rule of thumb wants six to ten colonies sampled; there are ${counts.length}.` }
  if (few / counts.length >= RULE.mostly)
    return {
      leave: over === 0,
      text:
        over === 0
          ? `Mostly zeros and ones (${said}): leave the yard, or finish with what is already in.`
          : `Mostly zeros and ones (${said}), yet ${over} over the limit: see to ${over === 1 ? 'that one' : 'those'}, and count the others again soon.`,
    }
  return { leave: false, text: `Not mostly zeros and ones (${said}): judge the yard as a whole.` }
}

const sampleOf = (c: ColonyCount): Sample => ({
  mites: c.mites,
  perLevel: methodSpread(c.method, effective(c) / 100),
  growth: { mean: 0, sd: 0 },
})

/**
 * The yard from its newest counts by wash or roll. `unsampled` colonies were not counted; `limit` in mites per 100 bees; `phase` tells what is
 * usual. The mean is what was found; its range, and the chance of the others, come of the level of yards as colonies' own levels do, single bad
 * colonies and bees that are alike allowed for. Null where nothing was counted. The rule of thumb: common practice, no source.
 */
export function estimateYard(counts: readonly ColonyCount[], unsampled: number, limit: number, phase: Phase): YardEstimate | null {
  if (counts.length === 0) return null
  const pooled = pooledOf(counts)
  const levels = counts.map((c) => Math.min(100, (c.mites / effective(c)) * 100))
  const over = counts.filter((c) => c.mites * 100 >= limit * effective(c) * (1 - 1e-12)).length
  const level = estimateYardLevel(
    counts.map((c) => [sampleOf(c)]),
    unsampled,
    phase,
  )
  const mean = { estimate: pooled.estimate, low: Math.min(level.p05, pooled.estimate), high: Math.max(level.p95, pooled.estimate), level: CENTRAL }
  return {
    sampled: counts.length,
    unsampled,
    pooled,
    mean,
    level: mean.estimate >= limit ? 'over' : mean.high < limit && over === 0 ? 'under' : 'watch',
    variation: variationOf(counts, pooled),
    highest: Math.max(...levels),
    over,
    chanceOtherOver: level.chanceOtherAtLeast(limit),
    rule: ruleOf(counts, over),
  }
}
