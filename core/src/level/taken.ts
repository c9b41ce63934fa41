import type { Phase } from '../situation/index.ts'
import { CELLS, chanceUnder, grown, LEVELS, normalised, spreadOf, STEP, type Spread } from './grid.ts'
import { evidenceOf, type Sample } from './level.ts'
import { expectedBy } from './yard.ts'

/** What a course took, held against what the level would be without it. */
export interface Taken extends Spread {
  /** Chance 0-1 that it took at least a share. */
  readonly chanceAtLeast: (share: number) => number
  /** Mites per 100 bees on the day of the count after it, as they are and as they would be untreated. */
  readonly now: Spread & { readonly chanceAtLeast: (per100: number) => number }
  readonly untreated: Spread
}

/** What is asked of it: the counts before and after, what the level would have grown by between them, and the yard it was chosen from. */
export interface TakenFrom {
  readonly before: readonly Sample[]
  readonly after: readonly Sample[]
  /** Growth of the logarithm of the level from the count before to the one after, untreated, and its standard deviation. */
  readonly growth: { readonly mean: number; readonly sd: number }
  /** Counts of the other colonies of the yard, of about the day of the count before: a colony is treated since its jar was high, by chance too. */
  readonly others: readonly (readonly Sample[])[]
  readonly phase: Phase
  /** Mites per 100 bees that came from outside by the count after, as several ways it may be with how likely each is; left out, none. */
  readonly outside?: readonly { readonly value: number; readonly weight: number }[]
}

/** Where each level stands with so many mites per 100 bees more. */
const cellsWith = (more: number): Int16Array =>
  Int16Array.from(LEVELS, (level, i) => Math.min(CELLS - 1, i + Math.round(Math.log1p(more / level) / STEP)))
const NONE_CAME: NonNullable<TakenFrom['outside']> = [{ value: 0, weight: 1 }]

/** What may be left of the level, as steps under the untreated one: from twice as much, by mites from outside, down to half a hundredth. */
const MOST_LEFT = -Math.round(Math.log(2) / STEP)
const LEAST_LEFT = Math.round(Math.log(200) / STEP)

/**
 * The share that a course took, as a distribution: the level before by Bayes' rule within its yard, grown as untreated until the count after
 * it, and how well each share left of that explains what was found then; every share from twice as much to all of it as likely beforehand.
 * As 1 - after / untreated, the correction of Henderson & Tilton 1955 (from memory) with the untreated level foretold and not counted.
 * What came from outside was not there to be taken: it stands beside what is left, and in the level as it would be untreated.
 */
export function estimateTaken({ before, after, growth, others, phase, outside }: TakenFrom): Taken {
  const start = expectedBy(
    phase,
    others.map((samples) => evidenceOf(samples).byYard),
  )
  const found = evidenceOf(before).likelihood
  for (let i = 0; i < CELLS; i++) start[i] = (start[i] ?? 0) * (found[i] ?? 0)
  const bred = normalised(grown(normalised(start), growth.mean, growth.sd))
  const ways = (outside ?? NONE_CAME).map(({ value, weight }) => ({ cells: cellsWith(value), weight }))
  const untreated = new Float64Array(CELLS)
  for (const { cells, weight } of ways)
    for (let i = 0; i < CELLS; i++) untreated[cells[i] ?? i] = (untreated[cells[i] ?? i] ?? 0) + weight * (bred[i] ?? 0)
  const { likelihood } = evidenceOf(after)
  const steps = LEAST_LEFT - MOST_LEFT + 1
  const left = new Float64Array(steps)
  const now = new Float64Array(CELLS)
  for (let k = 0; k < steps; k++) {
    const shift = k + MOST_LEFT
    // Even in the share itself: on the steps of its logarithm each weighs as much as it is.
    const prior = Math.exp(-shift * STEP)
    let sum = 0
    for (const { cells, weight } of ways)
      for (let i = 0; i < CELLS; i++) {
        const at = cells[Math.max(0, Math.min(CELLS - 1, i - shift))] ?? 0
        const w = weight * (bred[i] ?? 0) * (likelihood[at] ?? 0)
        sum += w
        now[at] = (now[at] ?? 0) + w * prior
      }
    left[k] = sum * prior
  }
  normalised(left)
  const shareAt = (k: number): number => 1 - Math.exp(-(k + MOST_LEFT) * STEP)
  const quantile = (p: number): number => {
    let under = 0
    for (let k = 0; k < steps; k++) {
      const w = left[k] ?? 0
      if (under + w >= p && w > 0) return shareAt(k - 0.5 + (p - under) / w)
      under += w
    }
    return 1
  }
  const chanceAtLeast = (share: number): number => {
    // The edge of a step lies half of it over its middle.
    const edge = share >= 1 ? steps : -Math.log(1 - share) / STEP - MOST_LEFT + 0.5
    return left.reduce((sum, w, k) => sum + w * (1 - Math.min(1, Math.max(0, edge - k))), 0)
  }
  normalised(now)
  return {
    p05: quantile(0.05),
    p50: quantile(0.5),
    p95: quantile(0.95),
    chanceAtLeast,
    now: { ...spreadOf(now), chanceAtLeast: (per100) => 1 - chanceUnder(now, per100) },
    untreated: spreadOf(untreated),
  }
}
