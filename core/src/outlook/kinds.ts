import { seeded } from '../count/index.ts'
import type { Ways } from './parameters.ts'

/** So few mites that no cell holds two: each kind of colony is run with as many, and told as a multiple of that. */
export const FEW = 1e-3

/** One way in which a colony may be, with its bees, and its mites as they would lie for each that is on its bees today. */
export interface Kind {
  readonly ways: Ways
  /** Of the bees that several ways share. */
  readonly beesAt: number
  /** The wash of each day up to today, for a single mite at the beginning, and what those from outside bring to it; mites per 100 bees. */
  readonly bred: Float64Array
  readonly came: Float64Array
  readonly state: Float64Array
  readonly cameState: Float64Array
  /** The day, counted from the first, of which the colony's level is told. */
  readonly toldAt: number
}

/** The kind of colony of each run: drawn by how well each goes with all counts, at the level that the run has. */
export function kindsFor(
  kinds: readonly Kind[],
  levels: Float64Array,
  counts: readonly { readonly at: number; readonly chance: (per100: number) => number }[],
  seed: number,
): { kindOf: Int32Array; agree: number } {
  const random = seeded(seed + 13)
  const weights = new Float64Array(kinds.length)
  const kindOf = new Int32Array(levels.length)
  let agree = counts.length === 0 ? 1 : 0
  for (let run = 0; run < levels.length; run++) {
    const level = levels[run] ?? 1
    let sum = 0
    for (const [k, kind] of kinds.entries()) {
      let weight = 1
      const scale = scaleOf(kind, level)
      // The level of today is known already by all of them: what tells is how it came about.
      for (const { at, chance } of counts) weight *= chance(scale * (kind.bred[at] ?? 0) + (kind.came[at] ?? 0) / FEW)
      weights[k] = weight
      sum += weight
      if (weight > agree) agree = weight
    }
    let rest = random() * sum
    let k = 0
    while (k < kinds.length - 1 && rest >= (weights[k] ?? 0)) rest -= weights[k++] ?? 0
    kindOf[run] = sum > 0 ? k : Math.floor(random() * kinds.length)
  }
  return { kindOf, agree }
}
/** At least so much of the mites of today was bred here, and did not come from outside. */
const BRED_HERE = 0.05
/** Factor on a kind's single mite that makes its wash so high on the day of which it is told, with those that came from outside. */
export function scaleOf(kind: Kind, level: number): number {
  const came = (kind.came[kind.toldAt] ?? 0) / FEW
  return Math.max(level * BRED_HERE, level - came) / Math.max(1e-12, kind.bred[kind.toldAt] ?? 0)
}
