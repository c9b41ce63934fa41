import type { Day } from '../time/index.ts'
import type { ColonyState } from './colony-state.ts'
import type { YardState } from './yard-state.ts'

/** What is next once a colony was counted: the one thing to press. */
export type NextAfter =
  | { readonly kind: 'choose'; readonly colony: ColonyState }
  | { readonly kind: 'choose-yard'; readonly colonies: readonly ColonyState[] }
  | { readonly kind: 'count'; readonly colony: ColonyState }
  | { readonly kind: 'rest' }
export interface AfterCount {
  readonly colony: ColonyState
  readonly next: NextAfter
  /** The row as it was counted on the day of that count: by what the counts say, and who is left. */
  readonly row: {
    readonly counted: number
    readonly over: readonly ColonyState[]
    readonly watch: readonly ColonyState[]
    readonly under: number
    readonly left: readonly ColonyState[]
  }
}

const chooses = (s: ColonyState): boolean => s.steps.some((x) => x.kind === 'choose')

/**
 * The next thing after a count: the treatment of the colony, while the row goes on the next hive, and at its end what the whole row asks
 * for. Null where the colony does not stand in the yard.
 */
export function afterCount({ row }: YardState, colonyId: string, today: Day): AfterCount | null {
  const standing = row.filter((s) => s.gone === null)
  const at = standing.findIndex((s) => s.colony.id === colonyId)
  const colony = standing[at]
  if (!colony) return null
  // A row that was counted yesterday and is entered today is the row of yesterday.
  const day = colony.judgement.countedOn ?? today
  const counted = standing.filter((s) => s.judgement.countedOn === day)
  const left = standing.filter((s) => s.judgement.countedOn === null || s.judgement.countedOn < day)
  const over = counted.filter(chooses)
  const following = [...standing.slice(at + 1), ...standing.slice(0, at)].find((s) => left.includes(s)) ?? null
  const next: NextAfter =
    left.length === 0 && over.length > 1
      ? { kind: 'choose-yard', colonies: over }
      : chooses(colony)
        ? { kind: 'choose', colony }
        : following
          ? { kind: 'count', colony: following }
          : over[0]
            ? { kind: 'choose', colony: over[0] }
            : { kind: 'rest' }
  return {
    colony,
    next,
    row: {
      counted: counted.length,
      over,
      watch: counted.filter((s) => s.judgement.level === 'watch'),
      under: counted.filter((s) => s.judgement.level === 'under').length,
      left,
    },
  }
}
