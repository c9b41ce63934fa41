import { betaQuantile, CENTRAL, clopperPearson, incompleteGamma, logGamma, USUAL_BEES, USUAL_VARIATION, type Estimate } from '../count/index.ts'

/** A colony's newest jar or roll, pooled. `recovery` is the share found, 1 where nothing is allowed for. */
export interface ColonyCount {
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

/** Quantile of Student's t by the beta distribution (Abramowitz & Stegun 1964, 26.7.1, from memory). */
function studentT(upper: number, freedom: number): number {
  const x = betaQuantile(2 * (1 - upper), freedom / 2, 0.5)
  return Math.sqrt((freedom * (1 - x)) / x)
}

/** Bees as if every mite had been found. */
const effective = (c: ColonyCount) => c.bees * c.recovery

function pooledOf(counts: readonly ColonyCount[]): Estimate {
  const [mites, bees] = [counts.reduce((sum, c) => sum + c.mites, 0), counts.reduce((sum, c) => sum + effective(c), 0)]
  const share = clopperPearson(Math.min(mites, bees), bees)
  return { estimate: share.estimate * 100, low: share.low * 100, high: share.high * 100, level: share.level }
}

/**
 * Ratio estimate of a two-stage sample with its variance between and within colonies and the finite number of colonies
 * (Cochran, Sampling Techniques, 3rd ed. 1977, chapters 6 and 11, from memory); Student's t with one degree of freedom less than
 * colonies. Never narrower than the pooled interval: few colonies alike by chance must not look surer than their bees.
 */
function clustered(counts: readonly ColonyCount[], unsampled: number, pooled: Estimate): Estimate {
  const k = counts.length
  if (k < 2) return pooled
  const ratio = pooled.estimate / 100
  const mean = counts.reduce((sum, c) => sum + effective(c), 0) / k
  const between = counts.reduce((sum, c) => sum + (c.mites - ratio * effective(c)) ** 2, 0) / (k - 1) / mean ** 2
  const within = (ratio * (1 - ratio)) / mean
  const taken = k / (k + unsampled)
  const half = studentT((1 + CENTRAL) / 2, k - 1) * Math.sqrt(((1 - taken) * between + taken * within) / k)
  return {
    estimate: pooled.estimate,
    low: Math.max(0, Math.min(pooled.low, (ratio - half) * 100)),
    high: Math.min(100, Math.max(pooled.high, (ratio + half) * 100)),
    level: CENTRAL,
  }
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

const MEANS = Array.from({ length: 40 }, (_, i) => 0.0002 * 1500 ** (i / 39))
const VARIATIONS = Array.from({ length: 14 }, (_, i) => 0.2 * 12 ** (i / 13))
/** How sure the usual variation is, as a standard deviation of its logarithm (our own choice). */
const VARIATION_DOUBT = 0.6

/**
 * Chance that at least one of `unsampled` colonies is at or over `limit` (a share 0-1): levels differ by a gamma distribution,
 * jars by chance (negative binomial), its mean and variation weighed by the jars that were seen, on a grid; a flat prior on the
 * logarithm of the mean, and on the variation one about the usual. Assumes that those sampled were drawn by chance.
 */
function chanceOther(counts: readonly ColonyCount[], unsampled: number, limit: number): number {
  if (unsampled === 0 || counts.length === 0) return 0
  let [sum, over] = [0, 0]
  const cells: { readonly log: number; readonly chance: number }[] = []
  for (const variation of VARIATIONS) {
    const shape = 1 / variation ** 2
    const prior = -((Math.log(variation / USUAL_VARIATION) / VARIATION_DOUBT) ** 2) / 2
    const fixed = counts.reduce((s, c) => s + logGamma(shape + c.mites) - logGamma(shape), prior)
    for (const mean of MEANS) {
      let log = fixed
      for (const c of counts) {
        const expected = (mean * effective(c)) / shape
        log += c.mites * Math.log(expected) - (shape + c.mites) * Math.log1p(expected)
      }
      cells.push({ log, chance: 1 - incompleteGamma(shape, (shape * limit) / mean) })
    }
  }
  const top = Math.max(...cells.map((c) => c.log))
  for (const { log, chance } of cells) {
    const weight = Math.exp(log - top)
    sum += weight
    over += weight * (1 - (1 - chance) ** unsampled)
  }
  return over / sum
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

/**
 * The yard from its newest counts by wash or roll. `unsampled` colonies were not counted; `limit` in mites per 100 bees.
 * Null where nothing was counted. The rule of thumb: common practice, no source.
 */
export function estimateYard(counts: readonly ColonyCount[], unsampled: number, limit: number): YardEstimate | null {
  if (counts.length === 0) return null
  const pooled = pooledOf(counts)
  const levels = counts.map((c) => (c.mites / effective(c)) * 100)
  const over = counts.filter((c) => c.mites * 100 >= limit * effective(c) * (1 - 1e-12)).length
  const mean = clustered(counts, unsampled, pooled)
  return {
    sampled: counts.length,
    unsampled,
    pooled,
    mean,
    level: mean.estimate >= limit ? 'over' : mean.high < limit && over === 0 ? 'under' : 'watch',
    variation: variationOf(counts, pooled),
    highest: Math.max(...levels),
    over,
    chanceOtherOver: chanceOther(counts, unsampled, limit / 100),
    rule: ruleOf(counts, over),
  }
}
