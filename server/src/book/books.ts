import { registerOf, type RegisterLine } from '@thistle/core/book'
import { courseState, type ColonyRecord, type YardRecord } from '@thistle/core/holding'
import type { LookRow } from '@thistle/core/situation'
import {
  COUNT_HEADINGS,
  countRowOf,
  LOOK_HEADINGS,
  lookRowOf,
  REGISTER_HEADINGS,
  registerRow,
  sayLook,
  type Cell,
  type WrittenCount,
} from '@thistle/core/tables'
import { addDays, type Day } from '@thistle/core/time'
import { sayAmount } from '@thistle/core/treatments'
import { aDay, sayAs, type Reader } from '@thistle/core/words'
import { plain } from '@thistle/core/units'
import type { Scope } from '../access/scope.ts'
import type { Keeping } from '../records/put.ts'
import { settingsOf } from '../records/settings.ts'
import { present, readRows, type YardRow } from '../yards/read.ts'

export const BOOKS = ['register', 'counts', 'looks'] as const
export type BookName = (typeof BOOKS)[number]
/** Whose book is asked for: those that see a holding, or some of its yards. */
export type BookScope = Pick<Scope, 'holdingId' | 'yards' | 'livesOn' | 'demo'>
export interface BookAsked {
  readonly year: number
  /** In whose units and days it is printed. */
  readonly reader: Reader
  readonly yardId: string | null
}
/** What a yard has in a book: as cells of a table, as lines of a page, and as they are printed; each is made when it is asked for. */
export interface BookPart {
  readonly yard: string
  readonly cells: readonly (readonly Cell[])[]
  readonly lines: readonly unknown[]
  readonly printed: readonly (readonly string[])[]
}
export interface Book {
  readonly title: string
  readonly headings: readonly string[]
  /** Columns of the printed one, with their widths in points; `*` takes what is left. */
  readonly columns: readonly (readonly [title: string, width: number | '*'])[]
  readonly part: (keep: Keeping, scope: BookScope, yard: NamedYard, asked: Pick<BookAsked, 'year' | 'reader'>) => Promise<BookPart>
}
export interface NamedYard {
  readonly id: string
  readonly name: string
}

const YARDS = `
  SELECT id, name FROM yards
   WHERE holding_id = $1 AND deleted_at IS NULL AND ($2::uuid[] IS NULL OR id = ANY($2::uuid[])) AND ($3::uuid IS NULL OR id = $3::uuid)
   ORDER BY name, id`
/** The yards a book is of, by name. */
export const yardsOf = ({ db }: Keeping, scope: BookScope, yardId: string | null): Promise<NamedYard[]> =>
  db.reads.read<NamedYard>('book yards', YARDS, [scope.holdingId, scope.yards, yardId])

/** A course chosen so long before a year, days, may have been given in it. */
const CHOSEN_BEFORE = 60
const worded = (reader: Reader) => (row: readonly string[]) => row.map((cell) => sayAs(reader, cell))
const within = (year: number) => [`${year}-01-01`, `${year}-12-31`] as const

/** The register of a yard: of those that stand in its row, and of those that are gone from it. */
async function registerLines(keep: Keeping, scope: BookScope, yard: NamedYard, year: number): Promise<RegisterLine[]> {
  const since = addDays(within(year)[0], -CHOSEN_BEFORE)
  const [rows, settings] = await Promise.all([
    readRows(keep.db, scope, keep.clock, yard.id, null, { since, gone: true }),
    settingsOf(keep.db, scope.holdingId),
  ])
  return rows.flatMap((row: YardRow) => {
    const record = present(row) as YardRecord
    const row_ = (row.colonies as readonly ColonyRecord[]).map((colony) => ({
      colony,
      courses: colony.courses
        .filter((c) => c.startOn >= since)
        // What the plan asks of the yard is its weather; its other colonies are of no matter to a register.
        .map((c) => courseState(c, { ...colony, counts: [] }, row.today, { yard: { ...record, colonies: [] } })),
    }))
    return registerOf([{ yard, row: row_ }], year, settings)
  })
}
const amountOf = (l: RegisterLine, amount: number | null): string =>
  amount === null ? 'amount not noted' : l.unit === null ? String(amount) : sayAmount(amount, l.unit)
/** What is printed of a year says another year with its days; of a pack the year is the point. */
const dayIn = (year: number) => (on: Day) => aDay(on, within(year)[0])
const withYear = (on: Day): string => aDay(on, within(1970)[0])
const packSays = (l: RegisterLine): string =>
  [l.label, l.batch && `batch ${l.batch}`, l.expires && `good until ${withYear(l.expires)}`, l.bought, l.vet && `vet: ${l.vet}`]
    .filter(Boolean)
    .join('; ')
const struckSays = (l: RegisterLine): string =>
  l.struck.map((s) => `struck ${withYear(s.on)}: ${[s.what, s.was, s.reason].filter((x) => x !== null).join(', ')}`).join('\n')

/** The yard and place in which a colony stood on a day; of a day before its first, where it stood first. */
const STOOD = (on: string) => `
  JOIN LATERAL (SELECT p.yard_id, p.position FROM placements p WHERE p.colony_id = c.id AND p.deleted_at IS NULL
     ORDER BY (p.from_day <= ${on}) DESC, CASE WHEN p.from_day <= ${on} THEN p.from_day END DESC NULLS LAST, p.from_day LIMIT 1) p ON p.yard_id = $2`

const COUNTS = `
  SELECT c.name AS colony, p.position, n.on_day AS "onDay", n.method, x.mites, x.bees, x.days, x.squares, n.recovery, coalesce(n.flags, '{}') AS flags, n.note
    FROM counts n JOIN colonies c ON c.id = n.colony_id AND c.deleted_at IS NULL ${STOOD('n.on_day')}
    JOIN count_samples x ON x.count_id = n.id
   WHERE c.holding_id = $1 AND n.deleted_at IS NULL AND n.on_day BETWEEN $3::date AND $4::date
   ORDER BY n.on_day, p.position, n.created_at, x.n`
type CountRow = Omit<WrittenCount, 'yard' | 'share'> & { readonly squares: { readonly counted: number; readonly of: number } | null }

const LOOKS = `
  SELECT c.name AS colony, p.position, row_to_json(l) AS look
    FROM looks l JOIN colonies c ON c.id = l.colony_id AND c.deleted_at IS NULL ${STOOD('l.on_day')}
   WHERE c.holding_id = $1 AND l.deleted_at IS NULL AND l.on_day BETWEEN $3::date AND $4::date
   ORDER BY l.on_day, p.position, l.created_at`

/** Names of columns as fields. */
const camel = (row: Readonly<Record<string, unknown>>): LookRow =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]) => [key.replace(/_(\w)/g, (_, c: string) => c.toUpperCase()), value]),
  ) as unknown as LookRow

export const BOOK: Readonly<Record<BookName, Book>> = {
  register: {
    title: 'The register of treatments',
    headings: REGISTER_HEADINGS,
    columns: [
      ['In and out', 74],
      ['Colony', 78],
      ['Treatment', 80],
      ['Given', 120],
      ['Pack', '*'],
      ['Afterwards', 68],
      ['Still missing', 84],
    ],
    part: async (keep, scope, yard, { year, reader }) => {
      const lines = await registerLines(keep, scope, yard, year)
      const day = dayIn(year)
      return {
        yard: yard.name,
        get cells() {
          return lines.map(registerRow)
        },
        lines,
        get printed() {
          return lines
            .map((l) => [
              `${day(l.start)}\n${l.end ? day(l.end) : 'not over'}`,
              `${l.colony}\nplace ${l.position}`,
              l.name,
              [...l.doses.map((d) => `${day(d.on)}: ${amountOf(l, d.amount)}${d.by ? `, by ${d.by}` : ''}`), struckSays(l)]
                .filter(Boolean)
                .join('\n'),
              packSays(l),
              l.supersFrom ? `supers from ${day(l.supersFrom)}` : '',
              l.missing.join(', '),
            ])
            .map(worded(reader))
        },
      }
    },
  },
  counts: {
    title: 'The book of counts',
    headings: COUNT_HEADINGS,
    columns: [
      ['Day', 74],
      ['Colony', 110],
      ['Method', 60],
      ['Found', 150],
      ['In 100, or a day', 80],
      ['Note', '*'],
    ],
    part: async ({ db }, scope, yard, { year, reader }) => {
      const rows = await db.reads.read<CountRow>('book counts', COUNTS, [scope.holdingId, yard.id, ...within(year)])
      const counts = rows.map(({ squares, ...row }): WrittenCount => ({ ...row, yard: yard.name, share: squares && squares.counted / squares.of }))
      const rate = (c: WrittenCount) => (c.bees ? plain((c.mites / c.bees) * 100, 1) : c.days ? plain(c.mites / (c.share ?? 1) / c.days, 1) : '')
      return {
        yard: yard.name,
        get cells() {
          return counts.map(countRowOf)
        },
        get lines() {
          return counts.map((c) => ({ ...c, rate: rate(c) }))
        },
        get printed() {
          return counts
            .map((c) => [
              aDay(c.onDay),
              `${c.colony}, place ${c.position}`,
              c.method,
              `${c.mites} mites ${c.bees === null ? `in ${c.days} days` : `on ${c.bees} ${c.method === 'drone' ? 'cells' : 'bees'}`}`,
              rate(c),
              [c.flags.length > 0 ? `not typical: ${c.flags.join(', ')}` : null, c.note].filter(Boolean).join('; '),
            ])
            .map(worded(reader))
        },
      }
    },
  },
  looks: {
    title: 'The book of looks',
    headings: LOOK_HEADINGS,
    columns: [
      ['Day', 74],
      ['Colony', 110],
      ['Seen', '*'],
      ['Note', 190],
    ],
    part: async ({ db }, scope, yard, { year, reader }) => {
      const rows = await db.reads.read<{ colony: string; position: number; look: Record<string, unknown> }>('book looks', LOOKS, [
        scope.holdingId,
        yard.id,
        ...within(year),
      ])
      const looks = rows.map(({ colony, position, look }) => ({ yard: yard.name, colony, position, look: camel(look) }))
      return {
        yard: yard.name,
        get cells() {
          return looks.map(lookRowOf)
        },
        get lines() {
          return looks.map(({ colony, position, look }) => ({
            yard: yard.name,
            colony,
            position,
            onDay: look.onDay,
            seen: sayLook(look),
            note: look.note,
          }))
        },
        get printed() {
          return looks
            .map(({ colony, position, look }) => [aDay(look.onDay), `${colony}, place ${position}`, sayLook(look), look.note ?? ''])
            .map(worded(reader))
        },
      }
    },
  },
}

/** A book of a year, a yard at a time: no more than one stands in memory. */
export async function* partsOf(keep: Keeping, scope: BookScope, name: BookName, { yardId, ...asked }: BookAsked): AsyncGenerator<BookPart> {
  for (const yard of await yardsOf(keep, scope, yardId)) yield await BOOK[name].part(keep, scope, yard, asked)
}
