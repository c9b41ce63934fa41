import drawGamma from '@stdlib/random-base-gamma'
import drawNormal from '@stdlib/random-base-normal'
import drawPoisson from '@stdlib/random-base-poisson'
import { incompleteBeta, seeded } from '../count/index.ts'

/** A trial of two arms before it is begun. */
export interface PowerAsked {
  /** Colonies in each arm, 2 or more. */
  readonly colonies: number
  /** Mites per 100 bees when it begins, and bees in each count. */
  readonly level: number
  readonly bees: number
  /** How far levels of the colonies differ: a standard deviation of the logarithm. */
  readonly spread: number
  /** What the two take, 0-1. */
  readonly efficacies: readonly [number, number]
  /** Variance of a count over what chance alone gives; left out, 1: chance alone. */
  readonly extra?: number
}
export interface Power {
  /** Chance 0-1 that the test finds a difference where they take this. */
  readonly power: number
  /** The smallest difference from the better of the two that it finds four times in five; null where it finds none. */
  readonly smallest: number | null
  /** The two-sided level of the test. */
  readonly alpha: number
}

const ALPHA = 0.05
const WANTED = 0.8
const RUNS = 2000

/** Chance that a t of so many degrees of freedom lies as far out or farther on either side (by the incomplete beta function; Abramowitz & Stegun 26.7.1). */
const twoSided = (t: number, freedom: number): number => incompleteBeta(freedom / (freedom + t * t), freedom / 2, 0.5)

const meanOf = (xs: readonly number[]): number => xs.reduce((sum, x) => sum + x, 0) / xs.length
const varianceOf = (xs: readonly number[], mean: number): number => xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (xs.length - 1)

/** What a colony lost: the logarithm of what is left of its mites, half a mite more in each count so that none found is not none there. */
export const lossOf = (before: number, after: number, exposure: { readonly before: number; readonly after: number }): number =>
  Math.log((after + 0.5) / exposure.after) - Math.log((before + 0.5) / exposure.before)

/** The quantile of Student's t with so many degrees of freedom, by halving on its distribution (0.5 < p < 1). */
export function studentQuantile(p: number, freedom: number): number {
  let [low, high] = [0, 700]
  while (high - low > 1e-9) {
    const middle = (low + high) / 2
    if (1 - twoSided(middle, freedom) / 2 < p) low = middle
    else high = middle
  }
  return (low + high) / 2
}

export interface Difference {
  readonly estimate: number
  readonly freedom: number
  readonly error: number
  readonly p: number
}
/** Two arms by what their colonies lost: Welch's test of two means (Biometrika 34, 1947, from memory). Two colonies or more in each. */
export function differenceOf(one: readonly number[], other: readonly number[]): Difference {
  const [a, b] = [meanOf(one), meanOf(other)]
  const [va, vb] = [varianceOf(one, a) / one.length, varianceOf(other, b) / other.length]
  const error = Math.sqrt(va + vb)
  // Arms in which every colony lost the same: a difference is sure, or there is none.
  if (error === 0) return { estimate: a - b, freedom: one.length + other.length - 2, error, p: a === b ? 1 : 0 }
  const freedom = (va + vb) ** 2 / (va ** 2 / (one.length - 1) + vb ** 2 / (other.length - 1))
  return { estimate: a - b, freedom, error, p: twoSided((a - b) / error, freedom) }
}

/** Counts drawn from a seed, by the standard library's generators: Poisson, or so many times as wide (a gamma mixture of them). */
function drawsFrom(seed: number) {
  const options = { prng: seeded(seed) }
  const [normal, gamma, poisson] = [drawNormal.factory(0, 1, options), drawGamma.factory(options), drawPoisson.factory(options)]
  const found = (mean: number): number => (mean > 0 ? poisson(mean) : 0)
  return {
    normal,
    count: (mean: number, extra: number): number => found(extra <= 1 || mean <= 0 ? mean : gamma(mean / (extra - 1), 1 / (extra - 1))),
  }
}

/** How often the test finds a difference, in trials drawn from a seed. */
function found({ colonies, level, bees, spread, extra = 1 }: PowerAsked, efficacies: readonly [number, number]): number {
  const draws = drawsFrom(20261128)
  let times = 0
  for (let run = 0; run < RUNS; run++) {
    const [one, other] = efficacies.map((takes) =>
      Array.from({ length: colonies }, () => {
        const mites = (level * Math.exp(spread * draws.normal() - spread ** 2 / 2) * bees) / 100
        const before = draws.count(mites, extra)
        return lossOf(before, draws.count(mites * (1 - takes), extra), { before: bees, after: bees })
      }),
    )
    if (one && other && differenceOf(one, other).p < ALPHA) times++
  }
  return times / RUNS
}

/**
 * The power of a trial of two arms, by drawing it: levels lognormal about their mean, counts Poisson (or `extra` times as wide), what each
 * colony lost on the logarithm, Welch's test at 5 % on both sides. The same figures give the same answer. Within about two points either way.
 */
export function powerOf(asked: PowerAsked): Power {
  const better = Math.max(...asked.efficacies)
  const power = found(asked, asked.efficacies)
  const at = (difference: number) => found(asked, [better, better - difference])
  if (at(better) < WANTED) return { power, smallest: null, alpha: ALPHA }
  let [low, high] = [0, better]
  while (high - low > 0.005) {
    const middle = (low + high) / 2
    if (at(middle) >= WANTED) high = middle
    else low = middle
  }
  return { power, smallest: Math.round(high * 100) / 100, alpha: ALPHA }
}
