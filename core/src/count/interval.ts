import { betaQuantile, gammaQuantile, incompleteBeta, incompleteGamma } from './special.ts'

/** A figure with its doubt: `low` to `high` is the central interval of coverage `level`. */
export interface Estimate {
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly level: number
}

/** The coverage shown everywhere: 5 % left in each tail. */
export const CENTRAL = 0.9

/**
 * Exact binomial interval for `mites` found on `bees`, as a share 0-1.
 * Clopper & Pearson, Biometrika 26 (1934). Each tail holds (1 - level) / 2, also at zero.
 * Whole numbers with 0 <= mites <= bees and bees > 0.
 */
export function clopperPearson(mites: number, bees: number, level = CENTRAL): Estimate {
  const tail = (1 - level) / 2
  return {
    estimate: mites / bees,
    low: mites === 0 ? 0 : betaQuantile(tail, mites, bees - mites + 1),
    high: mites === bees ? 1 : betaQuantile(1 - tail, mites + 1, bees - mites),
    level,
  }
}

/**
 * Interval for a rate: `mites` in an exposure of `days` (board-days, whole or not), per day; exact Poisson by Garwood,
 * Biometrika 28 (1936). `spread`, variance over mean among the squares that were counted, widens it as that many times fewer
 * mites would (quasi-likelihood: Wedderburn, Biometrika 61, 1974, from memory). days > 0, spread >= 1.
 */
export function poissonRate(mites: number, days: number, level = CENTRAL, spread = 1): Estimate {
  const tail = (1 - level) / 2
  const [seen, exposure] = [mites / spread, days / spread]
  return {
    estimate: mites / days,
    low: mites === 0 ? 0 : gammaQuantile(tail, seen) / exposure,
    high: gammaQuantile(1 - tail, seen + 1) / exposure,
    level,
  }
}

/**
 * The chance that the true level is at or over `limit`, having seen the count and nothing else:
 * the posterior of Jeffreys' prior (Brown, Cai & DasGupta, Statistical Science 16, 2001, from memory).
 * With `bees` a share 0-1 is meant, with `days` a rate a day.
 */
export function chanceAtLeast(limit: number, count: { mites: number; bees: number } | { mites: number; days: number; spread?: number }): number {
  if ('bees' in count) return 1 - incompleteBeta(limit, count.mites + 0.5, count.bees - count.mites + 0.5)
  const spread = count.spread ?? 1
  return 1 - incompleteGamma(count.mites / spread + 0.5, (limit * count.days) / spread)
}
