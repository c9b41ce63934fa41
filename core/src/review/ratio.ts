import { betaQuantile, CENTRAL, clopperPearson, type Estimate } from '../count/index.ts'
import type { Day } from '../time/index.ts'

/** What a count found, on so many bees, cells or board-days. */
export interface Sampled {
  readonly date: Day
  readonly mites: number
  readonly exposure: number
}
/** A count before and one after, by one method. */
export interface BeforeAfter {
  readonly before: Sampled
  readonly after: Sampled
}

/**
 * The share taken as counted: 1 minus the ratio of the two rates, with nothing allowed for. Given all mites of both counts the later ones are
 * binomial, so that the exact limits of that share (Clopper & Pearson 1934) are those of the ratio (Przyborowski & Wilenski, Biometrika 31,
 * 1940, from memory). Under 0 where there were more after than before; null where none were found before.
 */
export function ratioTaken({ before, after }: BeforeAfter, level = CENTRAL): Estimate | null {
  if (before.mites === 0) return null
  const scale = before.exposure / after.exposure
  const share = clopperPearson(after.mites, after.mites + before.mites, level)
  const taken = (p: number) => 1 - (p / (1 - p)) * scale
  return { estimate: 1 - (after.mites / before.mites) * scale, low: taken(share.high), high: taken(share.low), level }
}

const log = Math.log
/** Logarithm of the ratio of two rates with its limits, by the posterior of the later share under Jeffreys' prior (Brown, Cai & DasGupta 2001, from memory). */
function logRatio({ before, after }: BeforeAfter): { readonly middle: number; readonly low: number; readonly high: number } {
  const tail = (1 - CENTRAL) / 2
  const scale = log(before.exposure / after.exposure)
  const [a, b] = [after.mites, before.mites]
  const odds = (p: number) => log(p / (1 - p)) + scale
  return {
    middle: log((a + 0.5) / (b + 0.5)) + scale,
    low: a === 0 ? -Infinity : odds(betaQuantile(tail, a + 0.5, b + 0.5)),
    high: b === 0 ? Infinity : odds(betaQuantile(1 - tail, a + 0.5, b + 0.5)),
  }
}

/**
 * The share taken, corrected by colonies that were left untreated and counted on the same days: 1 - (Ta / Tb) (Cb / Ca), Henderson & Tilton,
 * J. Econ. Entomol. 48, 1955 (from memory). Its limits put together those of the two ratios (the method of variance estimates recovery, Zou &
 * Donner, Statistics in Medicine 27, 2008, from memory). Null where none were found before in either, or none after in the untreated.
 */
export function hendersonTilton(treated: BeforeAfter, untreated: BeforeAfter): Estimate | null {
  if (treated.before.mites === 0 || untreated.before.mites === 0 || untreated.after.mites === 0) return null
  const rate = (s: Sampled) => s.mites / s.exposure
  const estimate = 1 - (rate(treated.after) / rate(treated.before)) * (rate(untreated.before) / rate(untreated.after))
  const [t, c] = [logRatio(treated), logRatio(untreated)]
  const middle = t.middle - c.middle
  return {
    estimate,
    low: 1 - Math.exp(middle + Math.hypot(t.high - t.middle, c.middle - c.low)),
    high: 1 - Math.exp(middle - Math.hypot(t.middle - t.low, c.high - c.middle)),
    level: CENTRAL,
  }
}

/**
 * The share taken where colonies were counted after alone: 1 - Ta / Ca, Abbott, J. Econ. Entomol. 18, 1925 (from memory). It trusts the two to
 * have been alike before. Null where none were found in the untreated.
 */
export const abbott = (treated: Sampled, untreated: Sampled): Estimate | null => ratioTaken({ before: untreated, after: treated })
