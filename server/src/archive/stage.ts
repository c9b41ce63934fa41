import { QueryTypes, type Transaction } from 'sequelize'
import { v7 } from 'uuid'
import { keptLine, Lines, packLines, type Decided } from '../courses/decided.ts'
import type { Database } from '../database/index.ts'
import { columnsOf, PARTS, PEOPLE, peopleShape, type Part } from './parts.ts'
import { faultAt, type Line, type Opened } from './read.ts'

/** The work of one restoration: everything happens in one transaction, into which the file's rows are laid first. */
export interface Staging {
  readonly db: Database
  readonly transaction: Transaction
  /** The holding that is restored into. */
  readonly holding: string
  readonly opened: Opened
}

/** Where a table's rows of the file lie, with the line each stands on. */
export const stageOf = (db: Database, part: Pick<Part, 'table'>): string => `in_${db.tableName(part.table)}`

interface Typed {
  readonly column: string
  readonly type: string
}

const asked = <R extends object>({ db, transaction }: Staging, sql: string, replacements: Record<string, unknown> = {}): Promise<R[]> =>
  db.sequelize.query<R>(sql, { replacements, type: QueryTypes.SELECT, transaction })
const told = ({ db, transaction }: Staging, sql: string, replacements: Record<string, unknown> = {}) =>
  db.sequelize.query(sql, { replacements, transaction })
export { asked, told }

/** Where the file's rows say the id of the holding itself, they mean the one that is restored into. */
function ownId({ holding, opened }: Staging, table: string, row: Line['row']): Line['row'] {
  const from = opened.about.id
  const own = (id: unknown) => (id === from ? holding : id)
  if (from === holding || (table !== 'settings' && table !== 'history')) return row
  if (table === 'settings') return { ...row, id: own(row.id) }
  const { id, holdingId, ...state } = row.state as Record<string, unknown>
  return {
    ...row,
    rowId: own(row.rowId),
    state: { ...state, ...(id !== undefined && { id: own(id) }), ...(holdingId !== undefined && { holdingId: own(holdingId) }) },
  }
}

/**
 * What the courses of a file were decided on, as the database keeps it: those of one decision in one, as the file has them where it has
 * them so, or written so.
 */
class Together {
  readonly #staging: Staging
  #id = ''
  #decision: unknown
  #lines: string[] = []
  #open: Lines | null = null

  constructor(staging: Staging) {
    this.#staging = staging
  }
  begin(): Promise<unknown> {
    return told(this.#staging, 'CREATE TEMP TABLE in_decided (id uuid PRIMARY KEY, lines bytea NOT NULL) ON COMMIT DROP')
  }
  /** A course's row as the table keeps it. */
  async take({ row, decided }: Line): Promise<Line['row']> {
    const { situation, answer, ...rest } = row
    if (decided ? decided.shared.from === 0 : !this.#open || row.decisionId !== this.#decision) {
      await this.end()
      ;[this.#id, this.#decision, this.#open] = [v7(), row.decisionId, decided ? null : new Lines()]
    }
    const line = decided ? JSON.stringify(decided).slice(1, -1) : await (this.#open ??= new Lines()).next({ situation, answer } as Decided)
    this.#lines.push(keptLine(String(row.id), line))
    return { ...rest, decidedId: this.#id }
  }
  async end(): Promise<void> {
    if (this.#lines.length === 0) return
    const { db, transaction } = this.#staging
    const bind = [this.#id, await packLines(this.#lines)]
    await db.sequelize.query('INSERT INTO in_decided (id, lines) VALUES ($1, $2)', { bind, transaction })
    this.#lines = []
  }
}

/** The columns that a row of the file fills. */
export const stagedColumns = (db: Database, part: Part): { readonly field: string; readonly column: string }[] => [
  ...columnsOf(db, part),
  ...(part.written ? [{ field: 'decidedId', column: 'decided_id' }] : []),
]

async function stagePart(staging: Staging, part: Part): Promise<number> {
  const { db, holding, opened } = staging
  const table = db.tableName(part.table)
  const stage = stageOf(db, part)
  await told(staging, `CREATE TEMP TABLE ${stage} ON COMMIT DROP AS SELECT 0 AS line, ''::text AS fate, t.* FROM ${table} t WITH NO DATA`)
  await told(staging, `ALTER TABLE ${stage} ADD PRIMARY KEY (${part.key.join(', ')})`)
  const types = await asked<Typed>(
    staging,
    `SELECT attname AS column, format_type(atttypid, atttypmod) AS type FROM pg_attribute WHERE attrelid = '${table}'::regclass AND attnum > 0 AND NOT attisdropped`,
  )
  const typeOf = new Map(types.map((t) => [t.column, t.type]))
  const columns = stagedColumns(db, part)
  const own = typeOf.has('holding_id')
  const into = `INSERT INTO ${stage} (line, ${own ? 'holding_id, ' : ''}${columns.map((c) => c.column).join(', ')})
    SELECT line, ${own ? ':holding, ' : ''}${columns.map((c) => `"${c.field}"`).join(', ')}
      FROM json_to_recordset(:rows) AS x(line int, ${columns.map((c) => `"${c.field}" ${typeOf.get(c.column)}`).join(', ')})
    ON CONFLICT DO NOTHING`
  let rows = 0
  const together = part.written ? new Together(staging) : null
  await together?.begin()
  for await (const some of opened.rows(part.file, part.shape)) {
    const given: Line['row'][] = []
    for (const it of some) given.push({ ...(together ? await together.take(it) : ownId(staging, part.table, it.row)), line: it.line })
    await told(staging, into, { holding, rows: JSON.stringify(given) })
    rows += some.length
    const [kept] = await asked<{ n: number }>(staging, `SELECT count(*)::int AS n FROM ${stage}`)
    if (kept?.n !== rows) throw faultAt(`${part.file}, line ${await firstTwice(staging, stage, some)}`, 'this row is in the file twice.')
  }
  await together?.end()
  await told(staging, `ANALYZE ${stage}`)
  return rows
}

/** The first of the lines that did not find room. */
async function firstTwice(staging: Staging, stage: string, some: readonly Line[]): Promise<number> {
  const there = new Set((await asked<{ line: number }>(staging, `SELECT line FROM ${stage}`)).map((r) => r.line))
  return some.find((s) => !there.has(s.line))?.line ?? 0
}

/** A field that leads to a row which is neither in the file nor in the holding: it would lead into somebody else's. */
async function refuseStray(staging: Staging, part: Part): Promise<void> {
  const { db, holding } = staging
  const columns = columnsOf(db, part)
  for (const [column, to] of [...Object.entries(part.leans), ...Object.entries(part.many)]) {
    const many = column in part.many
    const target = db.tableName(to)
    const [stray] = await asked<{ line: number }>(
      staging,
      `SELECT s.line FROM ${stageOf(db, part)} s ${many ? `CROSS JOIN LATERAL unnest(s.${column}) AS led(id)` : `CROSS JOIN LATERAL (SELECT s.${column} AS id) led`}
        WHERE led.id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM in_${target} t WHERE t.id = led.id)
          AND NOT EXISTS (SELECT 1 FROM ${target} t WHERE t.id = led.id AND t.holding_id = :holding)
        ORDER BY s.line LIMIT 1`,
      { holding },
    )
    const field = columns.find((c) => c.column === column)?.field ?? column
    if (stray) throw faultAt(`${part.file}, line ${stray.line}`, `${field} leads to a row that is not in this file.`)
  }
}

/** A row that stands in another holding of this server stays there. */
async function refuseForeign(staging: Staging, part: Part): Promise<void> {
  const { db, holding } = staging
  if (!part.key.includes('id')) return
  const [foreign] = await asked<{ line: number }>(
    staging,
    `SELECT s.line FROM ${stageOf(db, part)} s JOIN ${db.tableName(part.table)} t ON t.id = s.id WHERE t.holding_id <> :holding ORDER BY s.line LIMIT 1`,
    { holding },
  )
  if (foreign)
    throw faultAt(
      `${part.file}, line ${foreign.line}`,
      'this row is kept in another holding of this server, from which the file comes. Restore into that one; if it was deleted, an owner can take it back under "Your holdings" for 30 days.',
    )
}

/**
 * Who wrote what, for this server: somebody who is or was in the holding is themselves; a name that this server does not know is kept as
 * somebody who has left; an id that is a stranger's here is not theirs to be named by, and becomes another.
 */
async function stagePeople(staging: Staging): Promise<void> {
  const { holding, opened } = staging
  await told(staging, 'CREATE TEMP TABLE in_people (id uuid PRIMARY KEY, name text NOT NULL, here uuid) ON COMMIT DROP')
  for await (const some of opened.rows(PEOPLE, peopleShape))
    await told(
      staging,
      `INSERT INTO in_people (id, name) SELECT id, name FROM json_to_recordset(:rows) AS x(id uuid, name text) ON CONFLICT DO NOTHING`,
      { rows: JSON.stringify(some.map((s) => s.row)) },
    )
  await told(
    staging,
    `UPDATE in_people p SET here = CASE
       WHEN NOT EXISTS (SELECT 1 FROM keepers k WHERE k.id = p.id) THEN p.id
       WHEN EXISTS (SELECT 1 FROM memberships m WHERE m.keeper_id = p.id AND m.holding_id = :holding)
         OR EXISTS (SELECT 1 FROM removals m WHERE m.keeper_id = p.id AND m.holding_id = :holding)
         OR EXISTS (SELECT 1 FROM events e WHERE e.keeper_id = p.id AND e.holding_id = :holding)
         OR EXISTS (SELECT 1 FROM history h WHERE h.keeper_id = p.id AND h.holding_id = :holding)
         OR EXISTS (SELECT 1 FROM keepers k WHERE k.id = p.id AND k.email = 'restored-' || p.id || '@gone.invalid' AND k.name = p.name) THEN p.id
       ELSE md5(:holding || p.id)::uuid END`,
    { holding },
  )
  await told(
    staging,
    `INSERT INTO keepers (id, email, name, password_hash, preferences, left_at)
       SELECT p.here, 'restored-' || p.here || '@gone.invalid', p.name, 'none', '{}', now() FROM in_people p ON CONFLICT (id) DO NOTHING`,
  )
  for (const table of ['in_events', 'in_history']) {
    const [nameless] = await asked<{ line: number }>(
      staging,
      `SELECT line FROM ${table} s WHERE keeper_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM in_people p WHERE p.id = s.keeper_id) ORDER BY line LIMIT 1`,
    )
    if (nameless) throw faultAt(`records/${table.slice(3)}.jsonl, line ${nameless.line}`, `who wrote it is not in ${PEOPLE}.`)
    await told(staging, `UPDATE ${table} s SET keeper_id = p.here FROM in_people p WHERE p.id = s.keeper_id AND p.here <> s.keeper_id`)
  }
}

/** Lays the whole file out beside the tables, and refuses what could not be the holding's own. Answers the rows of each file. */
export async function stage(staging: Staging): Promise<Map<string, number>> {
  const rows = new Map<string, number>()
  for (const part of PARTS) rows.set(part.table, await stagePart(staging, part))
  for (const part of PARTS) await refuseForeign(staging, part)
  for (const part of PARTS) await refuseStray(staging, part)
  await stagePeople(staging)
  return rows
}
