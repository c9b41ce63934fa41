import { drawSome, seeded } from '../count/index.ts'

/** A colony that may be in a trial, with its first count. */
export interface Candidate {
  readonly id: string
  /** Mites per 100 bees when it was last counted; null where it was not. */
  readonly level: number | null
}
/** Where a colony stands in a trial. */
export interface Assigned {
  readonly colonyId: string
  /** The place of its arm in the list of arms, from 0. */
  readonly arm: number
  /** The block of alike first counts it was drawn in, from 1. */
  readonly block: number
}

/**
 * Colonies put into arms at random within blocks of alike first counts (a randomised block design; Fisher 1935): in the order of their level as
 * many as there are arms make a block, and each arm gets one of each. Of a last block that is not full arms are drawn at random. The same seed
 * gives the same. Colonies without a count come last, and are a block of their own kind.
 */
export function assignArms(colonies: readonly Candidate[], arms: number, seed: number): Assigned[] {
  const byLevel = colonies.toSorted((a, b) => (b.level ?? -1) - (a.level ?? -1) || a.id.localeCompare(b.id))
  const random = seeded(seed)
  const every = Array.from({ length: arms }, (_, arm) => arm)
  return byLevel.flatMap((_, i) => {
    if (i % arms !== 0) return []
    const block = byLevel.slice(i, i + arms)
    const drawn = drawSome(every, arms, Math.floor(random() * 4_294_967_296))
    return block.map(({ id }, n): Assigned => ({ colonyId: id, arm: drawn[n] ?? 0, block: i / arms + 1 }))
  })
}

/** What an arm is like before it begins. */
export interface ArmBalance {
  readonly arm: number
  readonly colonies: number
  readonly level: number | null
  readonly frames: number | null
  readonly brood: number | null
}
const meanOf = (xs: readonly (number | null)[]): number | null => {
  const known = xs.filter((x) => x !== null)
  return known.length === 0 ? null : known.reduce((sum, x) => sum + x, 0) / known.length
}
/** Means of each arm, side by side, of what is known. */
export function balanceOf(
  assigned: readonly Assigned[],
  arms: number,
  of: (colonyId: string) => { readonly level: number | null; readonly frames: number | null; readonly brood: number | null },
): ArmBalance[] {
  return Array.from({ length: arms }, (_, arm) => {
    const facts = assigned.filter((a) => a.arm === arm).map((a) => of(a.colonyId))
    return {
      arm,
      colonies: facts.length,
      level: meanOf(facts.map((f) => f.level)),
      frames: meanOf(facts.map((f) => f.frames)),
      brood: meanOf(facts.map((f) => f.brood)),
    }
  })
}
/** How far levels of colonies differ: a standard deviation of the logarithm, half a mite in 300 for none; null for fewer than three. */
export function spreadOfLevels(levels: readonly number[]): number | null {
  if (levels.length < 3) return null
  const logs = levels.map((l) => Math.log(Math.max(l, 0.5 / 3)))
  const mean = logs.reduce((sum, x) => sum + x, 0) / logs.length
  return Math.sqrt(logs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (logs.length - 1))
}
