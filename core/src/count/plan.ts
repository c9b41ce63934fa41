import { drawSome } from './draw.ts'

/** A plan for a yard: which colonies to sample, and how sure the yard's mean will be. */
export interface SamplingPlan {
  readonly colonies: number
  readonly bees: number
  /** Standard error of the yard's mean over that mean. */
  readonly error: number
}

/** How much colonies of one yard differ: standard deviation over mean. Taken where the yard's own counts do not tell (common practice, no source). */
export const USUAL_VARIATION = 0.8
/** Bees of a level half cup. */
export const USUAL_BEES = 300
/**
 * Colonies to sample in a yard of whatever size: Lee, Moon, Burkness, Hutchison & Spivak, J. Econ. Entomol. 103(4), 2010:
 * about eight colonies of 300 bees (from memory). In smaller yards all of them.
 */
export const PUBLISHED_COLONIES = 8
export const PLAN_SOURCE =
  'Lee, Moon, Burkness, Hutchison & Spivak 2010 (J. Econ. Entomol. 103): about eight colonies of 300 bees, whatever the size of the yard; from memory'

export interface Yard {
  /** Colonies that stand there. */
  readonly colonies: number
  /** Mites per 100 bees that are expected, more than 0. */
  readonly level: number
  /** Standard deviation over mean between colonies. */
  readonly variation: number
}

/**
 * Relative standard error of the mean of a two-stage sample: colonies drawn without replacement, bees within them by the
 * binomial. Cochran, Sampling Techniques, 3rd ed. (1977), section 10.3, from memory.
 */
export function errorOf(yard: Yard, colonies: number, bees: number): number {
  const k = Math.min(colonies, yard.colonies)
  if (k < 1 || bees < 1) return Infinity
  const share = yard.level / 100
  const between = yard.variation ** 2 * (1 - k / yard.colonies)
  const within = (1 - Math.min(1, share)) / (share * bees)
  return Math.sqrt((between + within) / k)
}

/** The fewest colonies with which the error stays within `wanted` (0.25: a quarter of the mean); null where not even all of them do. */
export function fewestColonies(yard: Yard, bees: number, wanted: number): number | null {
  for (let k = 1; k <= yard.colonies; k++) if (errorOf(yard, k, bees) <= wanted) return k
  return null
}

/** The plan of a number of colonies; by the published one where none is given. */
export function planFor(yard: Yard, bees: number = USUAL_BEES, colonies: number = PUBLISHED_COLONIES): SamplingPlan {
  const k = Math.max(0, Math.min(colonies, yard.colonies))
  return { colonies: k, bees, error: errorOf(yard, k, bees) }
}

/** The colonies to sample, drawn by chance, in the order in which they stand. */
export const drawColonies = <T extends { readonly position: number }>(row: readonly T[], howMany: number, seed: number): T[] =>
  drawSome(row, howMany, seed).toSorted((a, b) => a.position - b.position)
