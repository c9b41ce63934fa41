import type { Another } from '../judge/index.ts'
import type { ColonyState } from './colony-state.ts'
import type { YardState } from './yard-state.ts'

/** A colony, and what its next count is worth. */
export interface CountNext {
  readonly state: ColonyState
  readonly another: Another
}

/** The one that saves more, of the same kind as its last count or of another, where either is worth its while. */
const bestOf = ({ another, otherwise }: ColonyState['judgement']): Another | undefined =>
  [another, otherwise].filter((one) => one !== null && one.worth).toSorted((a, b) => (b?.saves ?? 0) - (a?.saves ?? 0))[0] ?? undefined

/** The colonies whose next count is worth its while, the most worth first; those with a course in hand are counted when it says. */
export const countNext = ({ row }: YardState): CountNext[] =>
  row
    .flatMap((state): CountNext[] => {
      const another = state.inHand === null && state.gone === null ? bestOf(state.judgement) : undefined
      return another ? [{ state, another }] : []
    })
    .toSorted((a, b) => b.another.saves - a.another.saves || a.state.colony.placement.position - b.state.colony.placement.position)
