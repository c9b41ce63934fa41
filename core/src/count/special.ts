/**
 * Special functions behind the exact intervals: the standard library's ports of the double-precision routines, behind one face.
 * Held against a second package, exact values and each other's inverses in tests/references.
 */
import betainc from '@stdlib/math-base-special-betainc'
import betaincinv from '@stdlib/math-base-special-betaincinv'
import gammainc from '@stdlib/math-base-special-gammainc'
import gammaincinv from '@stdlib/math-base-special-gammaincinv'
import gammaln from '@stdlib/math-base-special-gammaln'
import { keeping } from '../units/index.ts'

/** Natural logarithm of the gamma function, x > 0. */
export const logGamma = (x: number): number => gammaln(x)

/** Regularised incomplete beta function I_x(a, b): the Beta(a, b) distribution at x. a and b > 0; outside 0 to 1 it is 0 or 1. */
export const incompleteBeta = (x: number, a: number, b: number): number => (x <= 0 ? 0 : x >= 1 ? 1 : betainc(x, a, b))

/** Regularised lower incomplete gamma function P(a, x): the Gamma(a, 1) distribution at x. a > 0; 0 where x is not over 0. */
export const incompleteGamma = (a: number, x: number): number => (x <= 0 ? 0 : gammainc(x, a))

/** A holding's jars hold few figures, and each is asked for again and again. */
const kept = keeping<number>(20_000)
/** Quantile of the Beta(a, b) distribution, 0 <= p <= 1; kept, since it is found by steps. */
export const betaQuantile = (p: number, a: number, b: number): number => kept(`${p},${a},${b}`, () => betaincinv(p, a, b))

/** Quantile of the Gamma(a, 1) distribution, 0 <= p < 1. */
export const gammaQuantile = (p: number, a: number): number => gammaincinv(p, a)
