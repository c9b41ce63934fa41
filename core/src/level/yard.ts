import { logGamma, normalBelow } from '../count/index.ts'
import type { Phase } from '../situation/index.ts'
import { CELLS, chanceUnder, LEVELS, normalised, STEP } from './grid.ts'

/** The usual mean of a yard by phase, mites per 100 bees, and how far yards differ from it, as a standard deviation of its logarithm (guesses). */
const USUAL: Readonly<Record<Phase, number>> = { dormant: 1.5, increase: 0.8, peak: 1.3, decrease: 3 }
const YARDS_DIFFER = 0.7
/** How far colonies of one yard differ: standard deviation over mean, and the spread of its logarithm (about 0.8: common practice, no source; both chosen with the ones above so that chances come true in the simulated yards of the tests). */
const COLONIES_DIFFER = { usual: 0.75, spread: 0.35 } as const
/** One colony in so many stands far apart from its yard, robbing or collapsing: its level is about so many times the yard's mean, and as wide (guesses). */
const APART = { share: 0.06, times: 5.5, variation: 0.5 } as const

const MEANS = Array.from({ length: 22 }, (_, i) => 0.08 * Math.exp((i * Math.log(25 / 0.08)) / 21))
const VARIATIONS = [0.35, 0.5, 0.7, 0.95, 1.3, 1.8] as const
export const YARDS = MEANS.length * VARIATIONS.length

/** Gamma density over the logarithm of the level, so that equal steps of it may be summed. */
function gammaRow(mean: number, variation: number): Float64Array {
  const shape = 1 / variation ** 2
  const fixed = shape * Math.log(shape / mean) - logGamma(shape)
  return normalised(Float64Array.from(LEVELS, (level) => Math.exp(fixed + shape * Math.log(level) - (shape * level) / mean)))
}

/** What each kind of yard says of one of its colonies before it is counted: a row of levels for each mean and variation. */
const ROWS: readonly Float64Array[] = MEANS.flatMap((mean) =>
  VARIATIONS.map((variation) => {
    const alike = gammaRow(mean, variation)
    const apart = gammaRow(mean * APART.times, APART.variation)
    return Float64Array.from(alike, (w, i) => w * (1 - APART.share) + (apart[i] ?? 0) * APART.share)
  }),
)

const EMPTY = new Float64Array(CELLS)
/** Log-weights of the kinds of yard before anything is counted, by phase. */
function priorOf(phase: Phase): Float64Array {
  return Float64Array.from({ length: YARDS }, (_, j) => {
    const [mean, variation] = [MEANS[Math.floor(j / VARIATIONS.length)] ?? 1, VARIATIONS[j % VARIATIONS.length] ?? 0.8]
    const [byMean, byVariation] = [Math.log(mean / USUAL[phase]) / YARDS_DIFFER, Math.log(variation / COLONIES_DIFFER.usual) / COLONIES_DIFFER.spread]
    return -(byMean ** 2 + byVariation ** 2) / 2
  })
}
const PRIORS: Readonly<Record<Phase, Float64Array>> = {
  dormant: priorOf('dormant'),
  increase: priorOf('increase'),
  peak: priorOf('peak'),
  decrease: priorOf('decrease'),
}

/** How well each kind of yard explains what was found in one colony: log of the chance of it, for all kinds. */
export function explained(likelihood: Float64Array): Float64Array {
  // Where it cannot have been found nothing adds up.
  let [from, to] = [0, CELLS]
  while (from < to && (likelihood[from] ?? 0) < NOTHING) from++
  while (to > from && (likelihood[to - 1] ?? 0) < NOTHING) to--
  const found = new Float64Array(YARDS)
  for (let j = 0; j < YARDS; j++) {
    const row = ROWS[j] ?? EMPTY
    let sum = 0
    for (let i = from; i < to; i++) sum += (row[i] ?? 0) * (likelihood[i] ?? 0)
    found[j] = Math.log(Math.max(sum, 1e-300))
  }
  return found
}
/** A likelihood, of one at its highest, that adds nothing to be seen. */
const NOTHING = 1e-12

const alone = new Map<Phase, Float64Array>()
/** What a colony's level may be before its own counts: the kinds of yard weighed by what was found in its other colonies. */
export function expectedBy(phase: Phase, others: readonly Float64Array[]): Float64Array {
  if (others.length > 0) return mixed(phase, others)
  let row = alone.get(phase)
  if (!row) alone.set(phase, (row = mixed(phase, others)))
  return row.slice()
}
/** The kinds of yard with their weights, the heaviest of one: those that others outweigh by `least` and more add nothing that can be seen. */
function kindsBy(phase: Phase, explains: readonly Float64Array[], least: number): { readonly j: number; readonly weight: number }[] {
  const logs = PRIORS[phase].slice()
  for (const one of explains) for (let j = 0; j < YARDS; j++) logs[j] = (logs[j] ?? 0) + (one[j] ?? 0)
  let top = -Infinity
  for (let j = 0; j < YARDS; j++) top = Math.max(top, logs[j] ?? top)
  const kinds: { j: number; weight: number }[] = []
  for (let j = 0; j < YARDS; j++) {
    const weight = Math.exp((logs[j] ?? 0) - top)
    if (weight >= least) kinds.push({ j, weight })
  }
  return kinds
}
function mixed(phase: Phase, others: readonly Float64Array[]): Float64Array {
  const row = new Float64Array(CELLS)
  for (const { j, weight } of kindsBy(phase, others, 1e-4)) {
    const kind = ROWS[j]
    if (kind) for (let i = 0; i < CELLS; i++) row[i] = (row[i] ?? 0) + weight * (kind[i] ?? 0)
  }
  return normalised(row)
}

/** Mean and variance of the level, with each row of weights. */
function momentsOf(row: Float64Array): readonly [mean: number, variance: number] {
  let [sum, mean, square] = [0, 0, 0]
  for (let i = 0; i < CELLS; i++) {
    const [w, level] = [row[i] ?? 0, LEVELS[i] ?? 0]
    sum += w
    mean += w * level
    square += w * level * level
  }
  return sum > 0 ? [mean / sum, square / sum - (mean / sum) ** 2] : [0, 0]
}
const MOMENTS = ROWS.map(momentsOf)

/** The mean level of a yard as weights over the levels, and how likely one that was not counted is at or over a figure. */
export interface YardMean {
  readonly mean: Float64Array
  readonly chanceOtherAtLeast: (per100: number) => number
}

/**
 * The mean of all colonies of a yard: of each kind of yard its counted colonies as their counts have them, the others as the kind leads one
 * to expect; a lognormal distribution with the mean and variance of that sum (Fenton 1960, from memory), the kinds weighed by the counts.
 */
export function meanOfYard(
  phase: Phase,
  counted: readonly { readonly likelihood: Float64Array; readonly byYard: Float64Array }[],
  others: number,
): YardMean {
  const kinds = kindsBy(
    phase,
    counted.map((c) => c.byYard),
    1e-3,
  )
  const all = kinds.reduce((sum, k) => sum + k.weight, 0)
  const row = new Float64Array(CELLS)
  const posterior = new Float64Array(CELLS)
  for (const { j, weight } of kinds) {
    const [usual, spread] = MOMENTS[j] ?? [0, 0]
    let [mean, variance] = [usual * others, spread * others]
    for (const { likelihood } of counted) {
      for (let i = 0; i < CELLS; i++) posterior[i] = (ROWS[j]?.[i] ?? 0) * (likelihood[i] ?? 0)
      const [m, v] = momentsOf(posterior)
      mean += m
      variance += v
    }
    const n = counted.length + others
    mean /= n
    variance /= n * n
    const sd = Math.sqrt(Math.log1p(variance / mean ** 2))
    const middle = Math.log(mean) - sd ** 2 / 2
    let under = 0
    for (let i = 0; i < CELLS; i++) {
      const edge = Math.log(LEVELS[i] ?? 1) + STEP / 2
      const upTo = i === CELLS - 1 ? 1 : normalBelow((edge - middle) / sd)
      row[i] = (row[i] ?? 0) + weight * (upTo - under)
      under = upTo
    }
  }
  return {
    mean: normalised(row),
    chanceOtherAtLeast: (per100) =>
      others === 0 ? 0 : kinds.reduce((sum, { j, weight }) => sum + (weight / all) * (1 - chanceUnder(ROWS[j] ?? EMPTY, per100) ** others), 0),
  }
}
