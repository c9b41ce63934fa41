import { logGamma, normalBelow } from '../count/index.ts'
import { CELLS, LEVELS } from './grid.ts'

/**
 * Variance of a jar over what chance alone would give: bees of one frame are alike, mites sit in clumps. Three ways it may be, equally
 * likely until two jars of one colony teach better (about 2, common practice, no source).
 */
export const EXTRA = [1, 2, 3] as const
/** As likely each, until jars taken together teach better. */
const EVEN = [1 / 3, 1 / 3, 1 / 3] as const

/** What a count found and on how much: bees or cells with the share of the mites that the method finds, or days of board. */
export interface Found {
  readonly mites: number
  /** Mites expected for each mite per 100 bees of level: bees x share found / 100, or what a board catches. */
  readonly perLevel: number
}

/** Log-probability of a count whose variance is `extra` times its mean: Poisson at 1, else the negative binomial with that ratio. */
export function logChance(mites: number, mean: number, extra: number): number {
  if (mean <= 0) return mites === 0 ? 0 : -Infinity
  if (extra <= 1) return mites * Math.log(mean) - mean - logGamma(mites + 1)
  const size = mean / (extra - 1)
  return logGamma(mites + size) - logGamma(size) - logGamma(mites + 1) - size * Math.log(extra) + mites * Math.log((extra - 1) / extra)
}

/** Up to so many mites their chance is a short product; from there on its logarithm is as quick. */
const FEW = 40
/** The same as a chance. */
function chanceOf(mites: number, mean: number, extra: number): number {
  if (mites > FEW || mean <= 0) return Math.exp(logChance(mites, mean, extra))
  const size = extra <= 1 ? 0 : mean / (extra - 1)
  let chance = extra <= 1 ? Math.exp(-mean) : Math.exp(-size * Math.log(extra))
  for (let k = 0; k < mites; k++) chance *= extra <= 1 ? mean / (k + 1) : (((k + size) / (k + 1)) * (extra - 1)) / extra
  return chance
}

/** From so many mites on average on the sums below run out of small numbers, and the normal distribution is as good. */
const MANY = 300
/** Chance 0-1 that a sample finds fewer than so many mites (1 or more) where it finds `mean` on average, the extra variance left open. */
export function chanceOfFewer(mites: number, mean: number): number {
  if (mean <= 0) return 1
  let under = 0
  for (const extra of EXTRA) {
    if (mean > MANY) {
      under += normalBelow((mites - 0.5 - mean) / Math.sqrt(extra * mean))
      continue
    }
    // Each chance from the one before it: of none e^-mean, or extra^-size, and so on.
    const size = mean / (extra - 1)
    let chance = extra <= 1 ? Math.exp(-mean) : extra ** -size
    for (let k = 0; k < mites; k++) {
      under += chance
      chance *= extra <= 1 ? mean / (k + 1) : (((k + size) / (k + 1)) * (extra - 1)) / extra
    }
  }
  return Math.min(1, under / EXTRA.length)
}

/** The chance of what was found at each level, the extra variance and the share found left open; scaled to one at its highest. */
export function likelihoodOf(
  mites: number,
  perLevel: readonly { readonly value: number; readonly weight: number }[],
  varies: readonly number[] = EVEN,
): Float64Array {
  const row = new Float64Array(CELLS)
  for (let i = 0; i < CELLS; i++) {
    let sum = 0
    for (const { value, weight } of perLevel)
      for (let k = 0; k < EXTRA.length; k++) sum += weight * (varies[k] ?? 0) * chanceOf(mites, (LEVELS[i] ?? 0) * value, EXTRA[k] ?? 1)
    row[i] = sum
  }
  const top = row.reduce((a, b) => Math.max(a, b), 0)
  if (top > 0) for (let i = 0; i < CELLS; i++) row[i] = (row[i] ?? 0) / top
  return row
}
