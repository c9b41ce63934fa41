import { LOOK_FIELDS, type LookRow } from '../situation/index.ts'
import type { Field, Words } from '../fields/index.ts'
import type { Cell } from './table-text.ts'

/** Of a look everything but what only programs ask for. */
const SHOWN = (Object.keys(LOOK_FIELDS) as (keyof LookRow)[]).filter((field) => field !== 'colonyId' && field !== 'seenOn')

/** A look as it is written out. */
export interface WrittenLook {
  readonly yard: string
  readonly position: number
  readonly colony: string
  readonly look: LookRow
}
export const LOOK_HEADINGS: readonly string[] = ['yard', 'position', 'colony', ...SHOWN.map((field) => LOOK_FIELDS[field].label.toLowerCase())]

const named = (list: Words, value: unknown): string => list.find(([key]) => key === value)?.[1] ?? String(value)
/** A value of a field as a cell: words of a list by what they are called. */
function cellOf(of: Field, value: unknown): Cell {
  if (value === null || value === undefined) return null
  if (of.kind === 'word') return named(of.words, value)
  if (of.kind === 'words') return (value as readonly unknown[]).map((one) => named(of.words, one)).join(', ')
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return typeof value === 'number' ? value : String(value)
}
/** A look as cells of a table. */
export const lookRowOf = ({ yard, position, colony, look }: WrittenLook): Cell[] => [
  yard,
  position,
  colony,
  ...SHOWN.map((field) => cellOf(LOOK_FIELDS[field], look[field])),
]
/** What was seen, in a line: the fields that say something, each by its name. */
export const sayLook = (look: LookRow): string =>
  SHOWN.flatMap((field) => {
    const cell = cellOf(LOOK_FIELDS[field], look[field])
    // What is not so is left out: it is the usual.
    return cell === null || cell === '' || cell === 'no' || field === 'onDay' || field === 'note'
      ? []
      : [`${LOOK_FIELDS[field].label.toLowerCase()} ${cell}`]
  }).join('; ')
