import type { Day } from '../time/index.ts'
import type { RowReader } from './import-rows.ts'
import { readDay, sayNoDay } from './table-text.ts'

/** A colony that rows of a table may be written to. */
export interface NamedColony {
  readonly id: string
  readonly name: string
  readonly yard: string
}

export const alike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase()

/** The colony that a row names, in the yard it names or in `yard`; a fault where there is none, or more than one. */
export function findColony<C extends NamedColony>(row: RowReader, colonies: readonly C[], yard: string | null): C | null {
  const name = row.text('colony')
  if (name === '') {
    row.faults.push('No colony is named.')
    return null
  }
  const inYard = row.text('yard') || yard
  const found = colonies.filter((c) => alike(c.name, name) && (!inYard || alike(c.yard, inYard)))
  const [one] = found
  if (!one) row.faults.push(`There is no colony "${name.slice(0, 40)}"${inYard ? ` in ${inYard.slice(0, 40)}` : ' in your yards'}.`)
  else if (found.length > 1) row.faults.push(`"${name}" stands in ${found.map((c) => c.yard).join(' and ')}: a column with the yard is wanted.`)
  return one && found.length === 1 ? one : null
}

/** The day in a cell; a fault where it is none, null where it is empty. */
export function readDayIn(row: RowReader, key: string): Day | null {
  const text = row.text(key)
  if (text === '') return null
  const day = readDay(text, row.order)
  if (!day) row.faults.push(sayNoDay(text, row.order))
  return day
}
