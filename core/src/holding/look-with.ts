import { AGEING_FACTS, factsIn, LOOK_FIELDS, type AgeingFact, type LookRow } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import type { LookRecord } from './records.ts'

/** What one may say of a colony without having looked into it. */
export type Told = Partial<Omit<LookRow, 'colonyId' | 'onDay' | 'seenOn' | 'note'>>

/**
 * A look that says what is told today and keeps the rest as it was last seen, each with the day on which it was: nothing that nobody
 * looked at becomes a fact of today.
 */
export function lookWith(before: LookRecord | null, told: Told, colonyId: string, today: Day): Omit<LookRow, never> {
  const was = before ?? { ...factsIn({ broodBoxes: 1 }), supers: null }
  const old = AGEING_FACTS.filter((fact) => !(fact in told))
  const seenOn: Partial<Record<AgeingFact, Day>> = before
    ? Object.fromEntries(old.map((fact) => [fact, before.seenOn?.[fact] ?? before.onDay]).filter(([, day]) => day !== today))
    : {}
  const kept = Object.fromEntries(Object.keys(LOOK_FIELDS).map((field) => [field, (was as Record<string, unknown>)[field] ?? null]))
  return {
    ...(kept as unknown as LookRow),
    ...told,
    signs: told.signs ?? before?.signs ?? [],
    colonyId,
    onDay: today,
    note: null,
    seenOn: Object.keys(seenOn).length > 0 ? seenOn : null,
  }
}
