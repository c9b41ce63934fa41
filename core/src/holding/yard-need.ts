import { isOver } from '../judge/index.ts'
import type { Day } from '../time/index.ts'
import type { ColonyState } from './colony-state.ts'

/** Colonies at or over their limit with no course in hand: what a plan for the yard is usually made for. */
export const overAndFree = (row: readonly ColonyState[]): ColonyState[] =>
  row.filter((s) => s.inHand === null && s.gone === null && isOver(s.judgement))

/**
 * Where no colony without a course in hand is over its limit, and all of those are counted: the day by which the first of them is to be
 * counted again. Null where something is to be done, or nothing is free.
 */
export function leftUntil(row: readonly ColonyState[]): Day | null {
  const free = row.filter((s) => s.inHand === null && s.gone === null)
  if (free.some((s) => isOver(s.judgement) || s.judgement.level === 'unknown')) return null
  return free.map((s) => s.judgement.recountBy).toSorted()[0] ?? null
}
