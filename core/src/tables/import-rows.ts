import { readNumber, type DayOrder, type Table } from './table-text.ts'

/** A column that is wanted: how it is found among the headings, and whether it must be there. */
export interface WantedColumn {
  readonly key: string
  readonly says: string
  readonly must: boolean
  readonly known: RegExp
}
/** Which column of the table each wanted one is, by its place from 0; left out: not there. */
export type Mapping = Readonly<Record<string, number | null>>

/** A row that was read, with what is wrong in it; `value` where nothing is. */
export interface ReadRow<T> {
  readonly line: number
  readonly cells: readonly string[]
  readonly faults: readonly string[]
  readonly value: T | null
}

/** The mapping that the headings suggest: each column once, the first that fits. */
export function guessMapping(table: Table, wanted: readonly WantedColumn[]): Mapping {
  const used = new Set<number>()
  return Object.fromEntries(
    wanted.map(({ key, known }) => {
      const found = table.headings.findIndex((h, i) => !used.has(i) && known.test(h.trim()))
      if (found >= 0) used.add(found)
      return [key, found >= 0 ? found : null]
    }),
  )
}

/** What is missing before rows can be read at all. */
export function mappingFault(mapping: Mapping, wanted: readonly WantedColumn[]): string | null {
  const missing = wanted.filter((w) => w.must && mapping[w.key] == null).map((w) => w.says.toLowerCase())
  if (missing.length > 0) return `Say which column holds: ${missing.join(', ')}.`
  const places = Object.values(mapping).filter((place) => place !== null)
  return new Set(places).size < places.length ? 'One column is named twice: each can be one thing only.' : null
}

/** A reader of the cells of one row, which gathers what is wrong as it goes. */
export class RowReader {
  readonly faults: string[] = []
  private readonly cells: readonly string[]
  private readonly mapping: Mapping
  readonly order: DayOrder | null
  constructor(cells: readonly string[], mapping: Mapping, order: DayOrder | null) {
    this.cells = cells
    this.mapping = mapping
    this.order = order
  }
  text(key: string): string {
    const place = this.mapping[key]
    return place == null ? '' : (this.cells[place] ?? '').trim()
  }
  /** A number, or null where the cell is empty; a fault where it is something else. */
  number(key: string, says: string): number | null {
    const text = this.text(key)
    if (text === '') return null
    const value = readNumber(text)
    if (value === null) this.faults.push(`${says}: "${text.slice(0, 20)}" is not a number.`)
    return value
  }
}

/** Reads every row of a table by one function; nothing is left out. */
export const readRows = <T>(table: Table, mapping: Mapping, order: DayOrder | null, read: (row: RowReader) => T | null): readonly ReadRow<T>[] =>
  table.rows.map((cells, i) => {
    const row = new RowReader(cells, mapping, order)
    const value = read(row)
    return { line: table.firstLine + i, cells, faults: row.faults, value: row.faults.length > 0 ? null : value }
  })
