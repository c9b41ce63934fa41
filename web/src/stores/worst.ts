/** The yards that were the worst when Today was read last: with many of them they are read first again, and the others follow. */
import type { YardRecord } from '@thistle/core/holding'
import { WORST_KEPT } from './kept-as.ts'

/** Sentences for as many yards as are read; with more, the worst have theirs, and the rest is counted and folded. */
export const [FEW_YARDS, WORST_YARDS] = [8, 5]

export function keepWorst(holdingId: string, ids: readonly string[]): void {
  try {
    localStorage.setItem(WORST_KEPT, JSON.stringify({ holdingId, ids }))
  } catch {
    // Where nothing can be kept, the first of the list come first.
  }
}
export const forgetWorst = (): void => localStorage.removeItem(WORST_KEPT)
function keptWorst(holdingId: string): readonly unknown[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(WORST_KEPT) ?? 'null')
    if (kept === null || typeof kept !== 'object' || !('ids' in kept) || !('holdingId' in kept)) return []
    return kept.holdingId === holdingId && Array.isArray(kept.ids) ? kept.ids : []
  } catch {
    return []
  }
}

/** The yards that Today is read from first; none where all of them are few. */
export function worstFirst(rows: readonly YardRecord[], holdingId: string): readonly YardRecord[] {
  const peopled = rows.filter((y) => y.colonies.length > 0)
  if (peopled.length <= FEW_YARDS) return []
  const ids = keptWorst(holdingId)
  const known = ids.flatMap((id) => peopled.find((y) => y.id === id) ?? [])
  return [...known, ...peopled.filter((y) => !known.includes(y))].slice(0, WORST_YARDS)
}
