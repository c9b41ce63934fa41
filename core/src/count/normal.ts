/** Normal distribution function; Abramowitz & Stegun 26.2.17, error under 1e-7 (from memory). */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z))
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  return z >= 0 ? 1 - tail : tail
}

/** 95 % quantile of the normal distribution: what ends a central 90 %. */
export const Z95 = 1.6448536269514722

/** A normal distribution as three ways it may be, in its standard deviations, with their weights (points of Gauss and Hermite; Abramowitz & Stegun 25.10). */
export const THREE_WAYS = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const
