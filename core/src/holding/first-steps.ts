import type { SettingsRecord } from './records.ts'
import type { YardState } from './yard-state.ts'

/** The first steps of a new keeper, in their order: each may be left for later. */
export const FIRST_STEPS = ['yard', 'colonies', 'row', 'kit', 'list', 'count'] as const
export type FirstStepKey = (typeof FIRST_STEPS)[number]
export interface FirstSteps {
  readonly done: ReadonlySet<FirstStepKey>
  /** The first that is not done; null where all are. */
  readonly next: FirstStepKey | null
}

/**
 * How far a keeper has come, read from what is there: a yard, colonies in it, one of them looked into, a tool or a pack, a line of the list
 * said yes or no to (a starter list is a beginning), a count or a board that lies.
 */
export function firstSteps(
  yards: readonly Pick<YardState, 'yard'>[],
  { kit, rules }: Pick<SettingsRecord, 'kit' | 'rules'>,
  packs: number,
): FirstSteps {
  const rows = yards.flatMap((y) => y.yard.colonies)
  const is: Readonly<Record<FirstStepKey, boolean>> = {
    yard: yards.length > 0,
    colonies: rows.length > 0,
    row: rows.some((c) => c.look !== null),
    kit: kit.length > 0 || packs > 0,
    list: Object.values(rules).some((r) => r?.authorised === 'yes' || r?.authorised === 'no'),
    count: rows.some((c) => c.counts.length > 0 || c.board !== null),
  }
  const done = new Set(FIRST_STEPS.filter((key) => is[key]))
  return { done, next: FIRST_STEPS.find((key) => !done.has(key)) ?? null }
}
