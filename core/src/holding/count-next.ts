import type { Another } from '../judge/index.ts'
import type { ColonyState } from './colony-state.ts'
import type { YardState } from './yard-state.ts'

/** A colony, and what its next jar is worth. */
export interface CountNext {
  readonly state: ColonyState
  readonly another: Another
}

/** The colonies whose next count is worth its while, the most worth first; those with a course in hand are counted when it says. */
export const countNext = ({ row }: YardState): CountNext[] =>
  row
    .flatMap((state): CountNext[] => {
      const { another } = state.judgement
      return state.inHand === null && state.gone === null && another?.worth ? [{ state, another }] : []
    })
    .toSorted((a, b) => b.another.saves - a.another.saves || a.state.colony.placement.position - b.state.colony.placement.position)
