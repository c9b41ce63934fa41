import { CENTRAL, clopperPearson, type Estimate } from '../count/index.ts'

export interface JarCount {
  readonly mites: number
  readonly bees: number
}

/**
 * Share gone between two jars by one method, with its 90 % interval from the exact conditional test of two Poisson means (Przyborowski &
 * Wilenski, Biometrika 31, 1940, from memory): given all mites found, those of the second jar are binomial, whose Clopper-Pearson limits
 * give limits on the ratio of the rates. There must be mites in the first.
 */
export function takenBetween(before: JarCount, after: JarCount): Estimate {
  const share = clopperPearson(after.mites, before.mites + after.mites)
  // Of mites that were there before, the second jar's share is under all of them.
  const ratio = (p: number) => (p / (1 - p)) * (before.bees / after.bees)
  return {
    estimate: 1 - after.mites / after.bees / (before.mites / before.bees),
    low: 1 - ratio(share.high),
    high: 1 - ratio(share.low),
    level: CENTRAL,
  }
}
