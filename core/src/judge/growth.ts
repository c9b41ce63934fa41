import { Z95 } from '../count/index.ts'

/** A count in time: `exposure` is bees, cells or board-days. */
export interface TimedCount {
  readonly day: number
  readonly mites: number
  readonly exposure: number
}
/** Growth of the level a day, as a share: 0.02 doubles in 35 days; central 90 %. */
export interface Growth {
  readonly aDay: number
  readonly low: number
  readonly high: number
  readonly counts: number
}

const STEPS = 60

/**
 * Slope of the logarithm of the level over the days, by Poisson regression with the exposure as offset, fitted by Newton's
 * method with the step halved where it would fall; interval by Wald (McCullagh & Nelder, Generalized Linear Models, 1989, from memory),
 * widened where counts vary `extra` times more than a Poisson's (quasi-likelihood, from memory).
 * Needs three counts on three days with mites in two of them; else null.
 */
export function growthOf(counts: readonly TimedCount[], extra = 1): Growth | null {
  if (new Set(counts.map((c) => c.day)).size < 3 || counts.filter((c) => c.mites > 0).length < 2) return null
  const middle = counts.reduce((sum, c) => sum + c.day, 0) / counts.length
  const rows = counts.map((c) => ({ t: c.day - middle, mites: c.mites, exposure: c.exposure }))
  const total = rows.reduce((sum, r) => sum + r.mites, 0)
  const likelihood = (level: number, slope: number) =>
    rows.reduce((sum, r) => sum + r.mites * (level + slope * r.t) - r.exposure * Math.exp(level + slope * r.t), 0)
  let level = Math.log(total / rows.reduce((sum, r) => sum + r.exposure, 0))
  let slope = 0
  let information = 0
  for (let step = 0; step < STEPS; step++) {
    const sums = { w: 0, wt: 0, wtt: 0, u: 0, ut: 0 }
    for (const r of rows) {
      const mean = r.exposure * Math.exp(level + slope * r.t)
      sums.w += mean
      sums.wt += mean * r.t
      sums.wtt += mean * r.t * r.t
      sums.u += r.mites - mean
      sums.ut += (r.mites - mean) * r.t
    }
    const determinant = sums.w * sums.wtt - sums.wt ** 2
    if (!(determinant > 0)) return null
    information = determinant / sums.w
    let byLevel = (sums.wtt * sums.u - sums.wt * sums.ut) / determinant
    let bySlope = (sums.w * sums.ut - sums.wt * sums.u) / determinant
    const at = likelihood(level, slope)
    for (let half = 0; half < 30 && !(likelihood(level + byLevel, slope + bySlope) >= at); half++) {
      byLevel /= 2
      bySlope /= 2
    }
    level += byLevel
    slope += bySlope
    if (Math.abs(bySlope) < 1e-12 && Math.abs(byLevel) < 1e-10) break
  }
  // Mites in one end alone pull the slope without end: nothing to be said then.
  if (!(Math.abs(slope) < 1)) return null
  const doubt = Z95 * Math.sqrt(extra / information)
  return { aDay: slope, low: slope - doubt, high: slope + doubt, counts: counts.length }
}

/** "doubles in about 30 days", "halves in about 12 days", or that neither is sure. */
export function sayGrowth(growth: Growth): string {
  const days = (rate: number) => Math.round(Math.LN2 / Math.abs(rate))
  const over = `over ${growth.counts} counts`
  if (growth.low > 0) return `It doubles in about ${days(growth.aDay)} days, likely ${days(growth.high)} to ${days(growth.low)}, ${over}.`
  if (growth.high < 0) return `It halves in about ${days(growth.aDay)} days, likely ${days(growth.low)} to ${days(growth.high)}, ${over}.`
  return `No steady rise or fall that could be shown, ${over}.`
}
