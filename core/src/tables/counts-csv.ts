import { countFaults, type CountEntry } from '../count/index.ts'
import type { Method } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import { findColony, readDayIn, type NamedColony } from './cells.ts'
import { readRows, type Mapping, type ReadRow, type RowReader, type WantedColumn } from './import-rows.ts'
import { writeTable, type Cell, type DayOrder, type Table } from './table-text.ts'

/** A colony that counts may be written to. */
export interface KnownColony extends NamedColony {
  readonly since: Day
  readonly today: Day
  /** The counts that are kept already, as `countKey` says them. */
  readonly kept: ReadonlySet<string>
}
export interface ImportedCount extends CountEntry {
  readonly colonyId: string
  readonly colony: string
  readonly onDay: Day
  readonly note: string | null
}

export const COUNT_COLUMNS: readonly WantedColumn[] = [
  { key: 'colony', says: 'Colony', must: true, known: /^(colony|hive|name|tag|stand)/i },
  { key: 'yard', says: 'Yard', must: false, known: /^(yard|apiary|site|place)/i },
  { key: 'day', says: 'Day', must: true, known: /^(day|date|on|counted)(?!s)/i },
  { key: 'method', says: 'Method', must: false, known: /^(method|how|kind)/i },
  { key: 'mites', says: 'Mites', must: true, known: /^(mites?|varroa|count|infested)/i },
  { key: 'bees', says: 'Bees or cells', must: false, known: /^(bees?|sample|cells?)/i },
  { key: 'days', says: 'Days on the board', must: false, known: /^days/i },
  { key: 'recovery', says: 'Share found, %', must: false, known: /^(share|recovery|found)/i },
  { key: 'note', says: 'Note', must: false, known: /^(note|remark|comment)/i },
]

const METHOD_WORDS: readonly (readonly [Method, RegExp])[] = [
  ['wash', /^(wash|alcohol|soap|jar|screenwash)/i],
  ['sugar', /^(sugar|icing|powder|roll)/i],
  ['board', /^(board|sticky|fall|drop|tray)/i],
  ['drone', /^(drone|uncapp)/i],
]

/** What makes two counts the same: day, method and figures. */
export const countKey = (onDay: Day, method: Method, mites: number, exposure: number): string => `${onDay} ${method} ${mites}/${exposure}`

function readMethod(row: RowReader, usual: Method): Method | null {
  const text = row.text('method')
  if (text === '') return usual
  const found = METHOD_WORDS.find(([, known]) => known.test(text))
  if (!found) row.faults.push(`"${text.slice(0, 20)}" is no method: wash, sugar, board or drone.`)
  return found?.[0] ?? null
}

function readOnDay(row: RowReader): Day | null {
  if (row.text('day') === '') row.faults.push('No day is given.')
  return readDayIn(row, 'day')
}

function readShare(row: RowReader): number | null {
  const given = row.number('recovery', 'Share found')
  return given === null ? null : given > 1 ? given / 100 : given
}

/**
 * Reads a table of counts, each row with everything that is wrong in it: colonies that are not there or stand twice, days, numbers,
 * what the form itself would refuse, and counts that are kept already or come twice. `usual`: the method where no column says it.
 */
export function readCounts(
  table: Table,
  mapping: Mapping,
  order: DayOrder | null,
  colonies: readonly KnownColony[],
  usual: { readonly method: Method; readonly yard: string | null },
): readonly ReadRow<ImportedCount>[] {
  const seen = new Set<string>()
  return readRows(table, mapping, order, (row) => {
    const colony = findColony(row, colonies, usual.yard)
    const method = readMethod(row, usual.method)
    const onDay = readOnDay(row)
    const mites = row.number('mites', 'Mites')
    const [bees, days] = [row.number('bees', 'Bees'), row.number('days', 'Days')]
    const recovery = readShare(row)
    if (row.faults.length > 0 || !colony || !method || !onDay) return null
    const board = method === 'board'
    const entry: CountEntry = { method, onDay, recovery, samples: [{ mites, bees: board ? null : bees, days: board ? days : null }] }
    const refusals = countFaults(entry, colony.today, colony.since).filter((f) => f.severity === 'refuse')
    row.faults.push(...refusals.map((f) => f.text))
    const key = countKey(onDay, method, mites ?? 0, (board ? days : bees) ?? 0)
    if (refusals.length === 0 && colony.kept.has(key)) row.faults.push('This count is kept already.')
    else if (refusals.length === 0 && seen.has(colony.id + key)) row.faults.push('This count stands in the file twice.')
    seen.add(colony.id + key)
    return { ...entry, onDay, colonyId: colony.id, colony: colony.name, note: row.text('note').slice(0, 2000) || null }
  })
}

/** A count as it is written out: one row a sample. */
export interface WrittenCount {
  readonly yard: string
  readonly position: number
  readonly colony: string
  readonly onDay: Day
  readonly method: Method
  readonly mites: number
  readonly bees: number | null
  readonly days: number | null
  readonly share: number | null
  readonly recovery: number | null
  readonly flags: readonly string[]
  readonly note: string | null
}

/** The columns that are read are named as they are read. */
export const COUNT_HEADINGS = [
  'yard',
  'position',
  'colony',
  'day',
  'method',
  'mites',
  'bees',
  'days',
  'share of the board',
  'recovery',
  'not representative',
  'note',
] as const
export const countRowOf = (c: WrittenCount): Cell[] => [
  c.yard,
  c.position,
  c.colony,
  c.onDay,
  c.method,
  c.mites,
  c.bees,
  c.days,
  c.share,
  c.recovery,
  c.flags.join(' '),
  c.note,
]

/** Counts as CSV with a heading. */
export const writeCounts = (counts: readonly WrittenCount[]): string => writeTable(COUNT_HEADINGS, counts.map(countRowOf))
