import { type Day } from '../time/index.ts'
import { alike } from './cells.ts'
import { readRows, type Mapping, type ReadRow, type RowReader, type WantedColumn } from './import-rows.ts'
import { readDay, sayNoDay, writeTable, type DayOrder, type Table } from './table-text.ts'
import { aDay } from '../words/index.ts'

/** A yard that colonies may be put into: its name, today, what stands there and where, and the first place behind them. */
export interface KnownYard {
  readonly id: string
  readonly name: string
  readonly today: Day
  readonly names: readonly string[]
  /** Places in the row that are taken. */
  readonly places: readonly number[]
  readonly next: number
}
export interface ImportedColony {
  readonly name: string
  readonly yardId: string
  readonly yard: string
  readonly position: number
  readonly since: Day
  readonly hivedOn: Day | null
}

export const COLONY_COLUMNS: readonly WantedColumn[] = [
  { key: 'colony', says: 'Colony', must: true, known: /^(colony|hive|name|tag)/i },
  { key: 'yard', says: 'Yard', must: false, known: /^(yard|apiary|site)/i },
  { key: 'position', says: 'Place in the row', must: false, known: /^(position|place|row|no\.?$|number|stand)/i },
  { key: 'since', says: 'In the book from', must: false, known: /^(since|from|in the book|start)/i },
  { key: 'hivedOn', says: 'Hived on', must: false, known: /^hived/i },
]

const MOST_NAME = 40
const LAST_PLACE = 999

function readOptionalDay(row: RowReader, key: string, says: string, today: Day): Day | null {
  const text = row.text(key)
  if (text === '') return null
  const day = readDay(text, row.order)
  if (!day) row.faults.push(`${says}: ${sayNoDay(text, row.order)}`)
  else if (day > today) row.faults.push(`${says}: ${aDay(day, today)} is still to come.`)
  return day
}

/** Reads a table of colonies; those without a place follow behind in the order of the table. `usual`: the yard where no column says it. */
export function readColonies(
  table: Table,
  mapping: Mapping,
  order: DayOrder | null,
  yards: readonly KnownYard[],
  usual: string | null,
): readonly ReadRow<ImportedColony>[] {
  const next = new Map(yards.map((y) => [y.id, y.next]))
  const taken = new Map(yards.map((y) => [y.id, [...y.names]]))
  const places = new Map(yards.map((y) => [y.id, new Set(y.places)]))
  return readRows(table, mapping, order, (row) => {
    const name = row.text('colony')
    if (name === '') row.faults.push('No colony is named.')
    else if (name.length > MOST_NAME) row.faults.push(`"${name.slice(0, 20)} ..." is longer than ${MOST_NAME} letters.`)
    const inYard = row.text('yard') || usual
    const yard = yards.find((y) => inYard && alike(y.name, inYard))
    if (!yard) row.faults.push(inYard ? `There is no yard "${inYard.slice(0, 40)}": add it first.` : 'No yard is named.')
    const given = row.number('position', 'Place in the row')
    if (given !== null && !(Number.isInteger(given) && given >= 1 && given <= LAST_PLACE))
      row.faults.push(`A place in the row is a whole number from 1 to ${LAST_PLACE}.`)
    if (!yard) return null
    const names = taken.get(yard.id) ?? []
    if (names.some((n) => alike(n, name))) row.faults.push(`"${name}" stands in ${yard.name} already, or comes twice.`)
    if (given !== null && places.get(yard.id)?.has(given)) row.faults.push(`Place ${given} in ${yard.name} is taken, or comes twice.`)
    const since = readOptionalDay(row, 'since', 'In the book from', yard.today) ?? yard.today
    const hivedOn = readOptionalDay(row, 'hivedOn', 'Hived on', yard.today)
    if (hivedOn && hivedOn < since) row.faults.push('It is in the book from a day after it was hived.')
    if (row.faults.length > 0) return null
    names.push(name)
    const position = given ?? next.get(yard.id) ?? 1
    places.get(yard.id)?.add(position)
    next.set(yard.id, Math.max(next.get(yard.id) ?? 1, position + 1))
    return { name, yardId: yard.id, yard: yard.name, position, since, hivedOn }
  })
}

export interface WrittenColony {
  readonly yard: string
  readonly position: number
  readonly name: string
  readonly since: Day
  readonly hivedOn: Day | null
}
/** Colonies as CSV with a heading, as they are read. */
export const writeColonies = (colonies: readonly WrittenColony[]): string =>
  writeTable(
    ['yard', 'position', 'colony', 'since', 'hived on'],
    colonies.map((c) => [c.yard, c.position, c.name, c.since, c.hivedOn]),
  )
