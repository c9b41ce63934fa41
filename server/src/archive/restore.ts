import { imageSize } from 'image-size'
import type { Fate, Restoration } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'
import type { Transaction } from 'sequelize'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import { inDatabase, type TableName } from '../database/index.ts'
import type { Keeping } from '../records/put.ts'
import { KINDS } from '../records/kinds.ts'
import { MOST_BYTES, MOST_OF_HOLDING } from '../photos/room.ts'
import { columnsOf, PARTS, PHOTOS, type Part } from './parts.ts'
import { faultAt, openArchive, type Opened } from './read.ts'
import { asked, stage, stagedColumns, stageOf, told, type Staging } from './stage.ts'
import { upgraded } from './upgrade.ts'

/** Rows that are compared and counted by themselves; samples go with their counts. */
const COUNTED = PARTS.filter((p) => p.way !== 'told' && p.table !== 'history')
const MOST_SHOWN = 40
const BESIDE = ['line', 'fate', 'holding_id', 'version', 'created_at', 'updated_at', 'seq', 'bytes', 'decided_id', 'situation', 'answer']

/** A row's contents as one value; a count's with what was counted in it. */
function contents(part: Part, alias: string, staged: boolean): string {
  const bare = `(to_jsonb(${alias}) - '{${BESIDE.join(',')}}'::text[])`
  if (part.table !== 'counts') return bare
  const samples = staged ? 'in_count_samples' : 'count_samples'
  return `(${bare} || jsonb_build_object('samples', (SELECT jsonb_agg(to_jsonb(x) - '{line,fate}'::text[] ORDER BY x.n) FROM ${samples} x WHERE x.count_id = ${alias}.id)))`
}
/** A row here that is the file's: of this holding alone, whatever came into others since the file was looked through. */
const matches = (part: Part) =>
  [...part.key, ...(part.where.startsWith('holding_id') ? ['holding_id'] : [])].map((k) => `t.${k} = s.${k}`).join(' AND ')

/** Where only one row may stand at a time, the one that stands here now stands on. */
const ONE_AT_A_TIME: readonly {
  readonly table: 'placements' | 'boards' | 'visits'
  readonly both: string
  readonly is: (alias: string) => string
}[] = [
  { table: 'placements', both: 't.colony_id = s.colony_id', is: (a) => `${a}.to_day IS NULL AND ${a}.deleted_at IS NULL` },
  { table: 'boards', both: 't.colony_id = s.colony_id', is: (a) => `${a}.taken_on IS NULL AND ${a}.deleted_at IS NULL` },
  { table: 'visits', both: 't.yard_id = s.yard_id AND t.day = s.day', is: (a) => `${a}.deleted_at IS NULL` },
]

/** The days that rows are entered for, in the table's words: as the keeper's own hand may not change them in closed books, a file does not. */
const DAYS: readonly (readonly [table: TableName, column: string])[] = [
  ...Object.values(KINDS).flatMap((kind) => kind.days.map((field) => [kind.table, inDatabase(field)] as const)),
  ['events', 'happened_on'],
]
async function leaveClosed(staging: Staging, closed: Day): Promise<void> {
  const { db } = staging
  for (const [name, column] of DAYS) {
    const table = db.tableName(name)
    await told(
      staging,
      `UPDATE in_${table} s SET fate = 'not-taken' WHERE fate IN ('added', 'changed')
         AND (s.${column} <= :closed OR EXISTS (SELECT 1 FROM ${table} t WHERE t.id = s.id AND t.${column} <= :closed))`,
      { closed },
    )
  }
}

/** Says of each row of the file what becomes of it. */
async function decideFates(staging: Staging, { same, closed }: { readonly same: boolean; readonly closed: Day | null }): Promise<void> {
  const { db } = staging
  for (const part of COUNTED) {
    const [table, stage] = [db.tableName(part.table), stageOf(db, part)]
    // A choice, a dose and a photograph are never changed; neither are the settings by another holding's file.
    const differs = part.way === 'fixed' || (part.table === 'settings' && !same) ? 'not-taken' : 'changed'
    await told(
      staging,
      `UPDATE ${stage} s SET fate = coalesce((SELECT CASE WHEN ${contents(part, 't', false)} = ${contents(part, 's', true)} THEN 'same' ELSE '${differs}' END
         FROM ${table} t WHERE ${matches(part)}), 'added')`,
    )
  }
  for (const { table, both, is } of ONE_AT_A_TIME)
    await told(
      staging,
      `UPDATE in_${table} s SET fate = 'not-taken' FROM ${table} t
        WHERE s.fate IN ('added', 'changed') AND ${is('s')} AND ${is('t')} AND ${both} AND t.id <> s.id
          AND NOT EXISTS (SELECT 1 FROM in_${table} o WHERE o.id = t.id AND o.fate = 'changed' AND NOT (${is('o')}))`,
    )
  if (closed !== null) await leaveClosed(staging, closed)
  await told(staging, `UPDATE in_count_samples s SET fate = c.fate FROM in_counts c WHERE c.id = s.count_id`)
}

async function fatesOf(staging: Staging, rows: ReadonlyMap<string, number>): Promise<Fate[]> {
  const { db, holding } = staging
  const found: Fate[] = []
  for (const part of COUNTED) {
    const [table, stage] = [db.tableName(part.table), stageOf(db, part)]
    const counts = await asked<{ fate: string; n: number }>(staging, `SELECT fate, count(*)::int AS n FROM ${stage} GROUP BY fate`)
    const of = (fate: string) => counts.find((c) => c.fate === fate)?.n ?? 0
    const [stay] = await asked<{ n: number }>(
      staging,
      `SELECT count(*)::int AS n FROM ${table} t WHERE ${part.where.replace('holding_id', part.where.startsWith('holding') ? 't.holding_id' : 'holding_id')}
         AND NOT EXISTS (SELECT 1 FROM ${stage} s WHERE ${matches(part)})`,
      { holding },
    )
    found.push({
      kind: part.table,
      inFile: rows.get(part.table) ?? 0,
      added: of('added'),
      changed: of('changed'),
      same: of('same'),
      notTaken: of('not-taken'),
      stay: stay?.n ?? 0,
    })
  }
  return found
}

/** By what a keeper knows a row. */
const NAMES: Readonly<Record<string, string>> = {
  settings: `''`,
  yards: 's.name',
  colonies: 's.name',
  placements: '(SELECT name FROM colonies c WHERE c.id = s.colony_id)',
  looks: `concat_ws(', ', (SELECT name FROM colonies c WHERE c.id = s.colony_id), s.on_day)`,
  counts: `concat_ws(', ', (SELECT name FROM colonies c WHERE c.id = s.colony_id), s.on_day)`,
  boards: `concat_ws(', ', (SELECT name FROM colonies c WHERE c.id = s.colony_id), s.laid_on)`,
  jars: `concat_ws(', ', (SELECT name FROM yards y WHERE y.id = s.yard_id), s.on_day)`,
  visits: `concat_ws(', ', (SELECT name FROM yards y WHERE y.id = s.yard_id), s.day)`,
  trials: `concat_ws(', ', (SELECT name FROM yards y WHERE y.id = s.yard_id), s.name)`,
  lots: `concat_ws(', ', s.treatment, s.label)`,
  weatherDays: `concat_ws(', ', (SELECT name FROM yards y WHERE y.id = s.yard_id), s.day)`,
}

async function changesOf(staging: Staging): Promise<Restoration['changes']> {
  const { db } = staging
  const found: Restoration['changes'][number][] = []
  for (const part of COUNTED) {
    if (found.length >= MOST_SHOWN || !NAMES[part.table]) continue
    const rows = await asked<{ name: string; fields: string[] }>(
      staging,
      `SELECT coalesce(${NAMES[part.table]}, '') AS name,
         ARRAY(SELECT key FROM jsonb_each(${contents(part, 's', true)}) AS now(key, value) WHERE value IS DISTINCT FROM ${contents(part, 't', false)} -> key) AS fields
         FROM ${stageOf(db, part)} s JOIN ${db.tableName(part.table)} t ON ${matches(part)} WHERE s.fate = 'changed' ORDER BY s.line LIMIT ${MOST_SHOWN - found.length}`,
    )
    const fieldOf = new Map(columnsOf(db, part).map((c) => [c.column, c.field]))
    found.push(...rows.map((r) => ({ kind: part.table, name: r.name, fields: r.fields.map((f) => fieldOf.get(f) ?? f) })))
  }
  return found
}

/** Numbers of the file's history and events among the holding's own: as they are in an empty one, after all that is there in another. */
async function number(staging: Staging, whole: boolean, seq: number): Promise<number> {
  const added = COUNTED.filter((p) => p.key.includes('id')).map((p) => `SELECT id FROM ${stageOf(staging.db, p)} WHERE fate = 'added'`)
  await told(
    staging,
    `UPDATE in_history SET fate = CASE WHEN ${whole ? 'true' : `row_id IN (${added.join(' UNION ALL ')})`} THEN 'added' ELSE 'same' END`,
  )
  await told(
    staging,
    `CREATE TEMP TABLE numbered ON COMMIT DROP AS SELECT seq AS old, ${whole ? 'seq' : ':seq + row_number() OVER (ORDER BY seq)'} AS seq FROM (
       SELECT seq FROM in_history WHERE fate = 'added' UNION SELECT seq FROM in_events WHERE fate = 'added') x`,
    { seq },
  )
  // Each row of the history looks its number up.
  await told(staging, 'ALTER TABLE numbered ADD PRIMARY KEY (old)')
  const [last] = await asked<{ seq: number | null }>(staging, 'SELECT max(seq) AS seq FROM numbered')
  return Math.max(seq, last?.seq ?? 0)
}

const list = (staging: Staging, part: Part) => stagedColumns(staging.db, part).map((c) => c.column)

async function insertAdded(staging: Staging, part: Part): Promise<void> {
  const { db, holding } = staging
  if (part.written)
    await told(
      staging,
      `INSERT INTO decided (id, holding_id, lines) SELECT id, :holding, lines FROM in_decided d
        WHERE EXISTS (SELECT 1 FROM in_courses s WHERE s.decided_id = d.id AND s.fate = 'added')`,
      { holding },
    )
  const columns = list(staging, part)
  const own = part.where.startsWith('holding_id') ? ['holding_id'] : []
  const value = (c: string) =>
    c === 'seq'
      ? '(SELECT seq FROM numbered n WHERE n.old = s.seq)'
      : c === 'batch' && part.table === 'history'
        ? 'coalesce((SELECT seq FROM numbered n WHERE n.old = s.batch), (SELECT seq FROM numbered n WHERE n.old = s.seq))'
        : `s.${c}`
  await told(
    staging,
    `INSERT INTO ${db.tableName(part.table)} (${[...own, ...columns].join(', ')})
       SELECT ${[...own.map((c) => `s.${c}`), ...columns.map(value)].join(', ')} FROM ${stageOf(db, part)} s WHERE s.fate = 'added' ORDER BY s.line`,
  )
}

async function writeChanged(staging: Staging, part: Part, whole: boolean): Promise<void> {
  const { db } = staging
  const fixed = new Set(['id', 'version', 'created_at', 'updated_at', ...part.key])
  const columns = list(staging, part).filter((c) => !fixed.has(c))
  const stamps = whole
    ? ['version = s.version', 'created_at = s.created_at', 'updated_at = s.updated_at']
    : ['version = greatest(t.version, s.version) + 1', 'updated_at = now()']
  const sets = [...columns.map((c) => `${c} = s.${c}`), ...(part.way === 'kept' ? stamps : [])]
  // Those that make room first: where one row may stand at a time, the next would not find it yet.
  const stands = ONE_AT_A_TIME.find((o) => o.table === part.table)?.is('s')
  for (const which of stands ? [`NOT (${stands})`, stands] : ['true'])
    await told(
      staging,
      `UPDATE ${db.tableName(part.table)} t SET ${sets.join(', ')} FROM ${stageOf(db, part)} s WHERE s.fate = 'changed' AND ${matches(part)} AND ${which}`,
    )
  if (part.table !== 'counts') return
  await told(staging, `DELETE FROM count_samples x USING in_counts s WHERE s.fate = 'changed' AND x.count_id = s.id`)
  await told(staging, `UPDATE in_count_samples SET fate = 'added' WHERE fate = 'changed'`)
}

/** What a changed row has become, in the history, like any change. */
async function tellChanged(staging: Staging, part: Part, scope: Scope, at: Date, seq: number): Promise<number> {
  const { db, holding } = staging
  const kind = Object.values(KINDS).find((k) => k.table === part.table)?.name
  if (!kind) return seq
  const fields = columnsOf(db, part)
    .filter((c) => c.field !== 'createdAt' && c.field !== 'updatedAt')
    .map(({ field, column }) => `t.${column} AS "${field}"`)
  const samples = `, (SELECT json_agg(x) FROM (SELECT mites, bees, days, shakes, measured, squares FROM count_samples WHERE count_id = t.id ORDER BY n) x) AS samples`
  const written = await asked<{ seq: number }>(
    staging,
    `INSERT INTO history (holding_id, seq, batch, kind, row_id, version, state, keeper_id, saved_at)
       SELECT :holding, n.seq, n.seq, :kind, t.id, t.version, (SELECT to_jsonb(r) FROM (SELECT ${fields.join(', ')}${part.table === 'counts' ? samples : ''}) r), :keeper, :at
         FROM (SELECT id, :seq + row_number() OVER (ORDER BY line) AS seq FROM ${stageOf(db, part)} WHERE fate = 'changed') n
         JOIN ${db.tableName(part.table)} t ON t.id = n.id RETURNING seq`,
    { holding, kind, keeper: scope.keeperId, at, seq },
  )
  return seq + written.length
}

/** The photographs' own bytes: each is a picture of the size that its row says, and all have room. */
async function writePhotos(staging: Staging, apply: boolean): Promise<void> {
  const { db, transaction, opened, holding } = staging
  const rows = await asked<{ id: string; width: number; height: number; fate: string; line: number }>(
    staging,
    'SELECT id, width, height, fate, line FROM in_photos ORDER BY line',
  )
  const known = new Set(rows.map((r) => r.id))
  const loose = opened.photos.find((id) => !known.has(id))
  if (loose !== undefined) throw faultAt(`${PHOTOS}${loose}.jpg`, 'no row says what this photograph is of.')
  const [room] = await asked<{ sum: number }>(
    staging,
    'SELECT coalesce(sum(octet_length(bytes)), 0)::float8 AS sum FROM photos WHERE holding_id = :holding',
    { holding },
  )
  let held = room?.sum ?? 0
  for (const row of rows) {
    const bytes = await opened.photo(row.id)
    const place = `${PHOTOS}${row.id}.jpg`
    if (bytes.length > MOST_BYTES) throw faultAt(place, 'it is over 20 MB, the most that is taken.')
    const size = sizeIn(bytes)
    if (size?.type !== 'jpg' || size.width !== row.width || size.height !== row.height)
      throw faultAt(place, 'it is not the picture that its row describes.')
    if (row.fate !== 'added') continue
    held += bytes.length
    if (held > MOST_OF_HOLDING)
      throw faultAt(place, 'with it the photographs of the holding would be more than can be kept. Take old ones away first.')
    if (apply)
      await db.sequelize.query(
        'INSERT INTO photos (id, holding_id, colony_id, type, width, height, bytes, saved_at) SELECT id, holding_id, colony_id, type, width, height, $2, saved_at FROM in_photos WHERE id = $1',
        { bind: [row.id, bytes], transaction },
      )
  }
}
function sizeIn(bytes: Buffer): ReturnType<typeof imageSize> | null {
  try {
    return imageSize(bytes)
  } catch {
    return null
  }
}

/** In an empty holding the file's settings and history take the place of those it began with. */
async function makeRoom(staging: Staging): Promise<void> {
  const { holding, opened } = staging
  await told(staging, `DELETE FROM history WHERE holding_id = :holding`, { holding })
  await told(staging, `UPDATE in_settings SET fate = 'changed'`)
  await told(staging, 'UPDATE holdings SET name = :name WHERE id = :holding', { holding, name: opened.about.name })
}

async function isEmpty(staging: Staging): Promise<boolean> {
  const tables = [
    'yards',
    'colonies',
    'placements',
    'looks',
    'counts',
    'boards',
    'jars',
    'visits',
    'trials',
    'lots',
    'decisions',
    'courses',
    'events',
    'photos',
  ]
  const [row] = await asked<{ any: boolean }>(
    staging,
    `SELECT ${tables.map((t) => `EXISTS (SELECT 1 FROM ${t} WHERE holding_id = :holding)`).join(' OR ')} AS any`,
    { holding: staging.holding },
  )
  return row?.any === false
}

/** A rule of the database that a row breaks, with the place of the row. */
async function placeOf(staging: Staging, part: Part, fault: unknown): Promise<Problem | null> {
  const { message = '', detail = '' } = (fault as { original?: { message?: string; detail?: string } }).original ?? {}
  const ids = detail.match(/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? []
  if (!/violates/.test(message)) return null
  const columns = ['id', 'colony_id', 'count_id', 'yard_id', 'decision_id'].filter((c) => [...list(staging, part)].includes(c))
  const [row] =
    ids.length === 0 || columns.length === 0
      ? []
      : await asked<{ line: number }>(
          staging,
          `SELECT line FROM ${stageOf(staging.db, part)} WHERE fate IN ('added', 'changed') AND (${columns.map((c) => `${c} IN (:ids)`).join(' OR ')}) ORDER BY line LIMIT 1`,
          { ids },
        )
  return faultAt(
    row ? `${part.file}, line ${row.line}` : part.file,
    'this row breaks a rule that all records keep: a day before another, a number out of its range, or two where there can be one.',
  )
}

/** Writes the rows of one part; a fault of the database is said with its place. */
async function writePart(staging: Staging, part: Part, whole: boolean): Promise<void> {
  await told(staging, 'SAVEPOINT part')
  try {
    if (part.way === 'kept' || part.way === 'day') await writeChanged(staging, part, whole)
    if (part.table !== 'photos') await insertAdded(staging, part)
  } catch (fault) {
    await told(staging, 'ROLLBACK TO SAVEPOINT part')
    throw (await placeOf(staging, part, fault)) ?? fault
  }
}

async function restoreWithin(
  keep: Keeping,
  scope: Scope,
  opened: Opened,
  apply: { readonly seq: number } | null,
  transaction: Transaction,
): Promise<Restoration> {
  const staging: Staging = { db: keep.db, transaction, holding: scope.holdingId, opened }
  const { holding } = staging
  await told(staging, 'SET LOCAL statement_timeout = 0')
  const rows = await stage(staging)
  const [now] = await asked<{ seq: number }>(staging, 'SELECT seq FROM holdings WHERE id = :holding FOR UPDATE', { holding })
  const seq = now?.seq ?? 0
  if (apply && apply.seq !== seq) throw Problem.conflict('Something was written in the holding since this was looked through. Look it through again.')
  const whole = await isEmpty(staging)
  await decideFates(staging, { same: opened.about.id === holding || whole, closed: whole ? null : scope.closedThrough })
  const fates = await fatesOf(staging, rows)
  const changes = whole ? [] : await changesOf(staging)
  if (whole) await makeRoom(staging)
  let last = await number(staging, whole, whole ? Math.max(seq, opened.about.seq) : seq)
  for (const part of PARTS) {
    await writePart(staging, part, whole)
    // What leans on a photograph's row comes after its bytes.
    if (part.table === 'photos') await writePhotos(staging, apply !== null)
  }
  if (!whole) for (const part of PARTS.filter((p) => p.way === 'kept')) last = await tellChanged(staging, part, scope, keep.clock(), last)
  await told(staging, 'UPDATE holdings SET seq = :last WHERE id = :holding', { holding, last })
  return { from: opened.about.name, exportedAt: opened.about.exportedAt, whole, fates, changes, seq }
}

/**
 * Puts an export back into the holding in view, all of it or nothing: rows that are missing are added, rows that differ become as the
 * file says, and what the file does not have stays. Without `apply` the same work is done and taken back again, so that what is
 * foretold is what happens. @throws Problem with the place in the file.
 */
export async function restoreHolding(keep: Keeping, scope: Scope, path: string, apply: { readonly seq: number } | null): Promise<Restoration> {
  if (scope.demo) throw Problem.conflict('The demo is put back as it was, not restored from a file. Make an account of your own for that.')
  const opened = await upgraded(path, openArchive)
  const transaction = await keep.db.sequelize.transaction()
  try {
    const done = await restoreWithin(keep, scope, opened, apply, transaction)
    if (apply) await transaction.commit()
    else await transaction.rollback()
    return done
  } catch (fault) {
    await transaction.rollback().catch(() => {})
    throw fault
  } finally {
    opened.close()
  }
}
