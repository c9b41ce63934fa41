/**
 * Special functions behind the exact intervals. Formulas: Abramowitz & Stegun, Handbook of Mathematical
 * Functions (1964), sections 6.1, 6.5 and 26.5; continued fractions evaluated by Lentz's method (1976). From memory;
 * held against an independent package in tests/references.
 */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905, -0.13857109526572012,
  9.9843695780195716e-6, 1.5056327351493116e-7,
] as const
const TINY = 1e-300
const PRECISION = 1e-15
const MOST_STEPS = 10_000

/** Natural logarithm of the gamma function, x > 0 (Lanczos 1964, g = 7, nine terms). */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x)
  const z = x - 1
  let sum: number = LANCZOS[0]
  for (let i = 1; i < LANCZOS.length; i++) sum += (LANCZOS[i] ?? 0) / (z + i)
  const t = z + 7.5
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum)
}

function betaFraction(x: number, a: number, b: number): number {
  let c = 1
  let d = 1 - ((a + b) * x) / (a + 1)
  d = 1 / (Math.abs(d) < TINY ? TINY : d)
  let h = d
  for (let m = 1; m < MOST_STEPS; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 / (Math.abs(1 + even * d) < TINY ? TINY : 1 + even * d)
    c = Math.abs(1 + even / c) < TINY ? TINY : 1 + even / c
    h *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / (Math.abs(1 + odd * d) < TINY ? TINY : 1 + odd * d)
    c = Math.abs(1 + odd / c) < TINY ? TINY : 1 + odd / c
    h *= d * c
    if (Math.abs(d * c - 1) < PRECISION) break
  }
  return h
}

/** Regularised incomplete beta function I_x(a, b): the Beta(a, b) distribution at x. 0 <= x <= 1, a and b > 0. */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x))
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b
}

/** Regularised lower incomplete gamma function P(a, x): the Gamma(a, 1) distribution at x. a > 0, x >= 0. */
export function incompleteGamma(a: number, x: number): number {
  if (x <= 0) return 0
  const front = Math.exp(a * Math.log(x) - x - logGamma(a))
  if (x < a + 1) {
    let term = 1 / a
    let sum = term
    for (let n = 1; n < MOST_STEPS && term > sum * PRECISION; n++) sum += term *= x / (a + n)
    return front * sum
  }
  let b = x + 1 - a
  let c = 1 / TINY
  let d = 1 / b
  let h = d
  for (let i = 1; i < MOST_STEPS; i++) {
    const an = -i * (i - a)
    b += 2
    d = 1 / (Math.abs(an * d + b) < TINY ? TINY : an * d + b)
    c = Math.abs(b + an / c) < TINY ? TINY : b + an / c
    h *= d * c
    if (Math.abs(d * c - 1) < PRECISION) break
  }
  return 1 - front * h
}

/** The point in [low, high] at which a rising function reaches `goal`; halving to the last bit that matters. */
function solve(rising: (x: number) => number, goal: number, low: number, high: number): number {
  for (let i = 0; i < 80 && high - low > 1e-15 * Math.max(1e-3, high); i++) {
    const middle = (low + high) / 2
    if (rising(middle) < goal) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Quantile of the Beta(a, b) distribution. */
export const betaQuantile = (p: number, a: number, b: number): number => solve((x) => incompleteBeta(x, a, b), p, 0, 1)

/** Quantile of the Gamma(a, 1) distribution. */
export const gammaQuantile = (p: number, a: number): number => solve((x) => incompleteGamma(a, x), p, 0, a + 20 * Math.sqrt(a) + 30)
