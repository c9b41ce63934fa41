/** The counts of a whole yard as a table to type into: one row a colony, in standing order. */
import { countFaults, type CountEntry, type CountFault } from '@thistle/core/count'
import { flagsOf, type ColonyState } from '@thistle/core/holding'
import { judge, type Judgement } from '@thistle/core/judge'
import { readNumber } from '@thistle/core/tables'
import type { Method } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'

/** What is typed, as it is typed: nothing is turned into a number before it is one. */
export interface TableRow {
  readonly id: string
  mites: string
  exposure: string
  note: string
}
/** What the whole table shares. */
export interface TableSet {
  method: Method
  onDay: Day | null
  recovery: number | null
}
export interface ReadTableRow {
  readonly typed: boolean
  readonly entry: CountEntry
  readonly faults: readonly CountFault[]
  readonly judged: Judgement | null
}

/** A row as a count, with what is wrong in it. Rows with no mites typed are left alone. */
export function readTableRow(row: TableRow, set: TableSet, state: ColonyState, today: Day): ReadTableRow {
  const typed = row.mites.trim() !== ''
  const [mites, exposure] = [readNumber(row.mites), readNumber(row.exposure)]
  const board = set.method === 'board'
  const entry: CountEntry = {
    method: set.method,
    onDay: set.onDay,
    recovery: set.method === 'sugar' ? set.recovery : null,
    samples: [{ mites, bees: board ? null : exposure, days: board ? exposure : null }],
  }
  if (!typed) return { typed, entry, faults: [], judged: null }
  const faults = countFaults(entry, today, state.colony.since)
  const sure = !faults.some((f) => f.severity === 'refuse') && mites !== null
  const fact = sure && {
    date: set.onDay ?? today,
    method: set.method,
    mites,
    bees: board ? null : exposure,
    days: board ? exposure : null,
    recovery: entry.recovery,
    representative: flagsOf(state, set.method).length > 0 ? false : null,
  }
  const earlier = state.situation.counts.filter((c) => c.date <= dayOf(set, today) && !(c.date === dayOf(set, today) && c.method !== set.method))
  return { typed, entry, faults, judged: fact ? judge({ ...state.situation, counts: [...earlier, fact] }) : null }
}
const dayOf = (set: TableSet, today: Day): Day => set.onDay ?? today
