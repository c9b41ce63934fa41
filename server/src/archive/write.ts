import { createHash, randomInt } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { ZipArchive } from 'archiver'
import { QueryTypes, Transaction } from 'sequelize'
import type { Scope } from '../access/scope.ts'
import { Lines, linesIn, type Decided } from '../courses/decided.ts'
import type { Parts } from '../courses/shared.ts'
import type { Database } from '../database/index.ts'
import type { Keeping } from '../records/put.ts'
import { OUT } from './heavy.ts'
import { ABOUT, CHECK, columnsOf, FORMAT, MARK, PARTS, PEOPLE, PHOTOS, type About, type Check, type Part } from './parts.ts'

/** Rows that are asked of the database at a time: as many as are in memory at once. */
const AT_ONCE = 400

/** Letters and figures that are not taken for one another. */
const CODE_LETTERS = '23456789ABCDEFGHJKMNPQRSTVWXYZ'
const freshCode = (): string => Array.from({ length: 12 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')

/** Rows of a question, some at a time, through a cursor of the transaction. */
async function* rowsOf<R extends object>(
  db: Database,
  sql: string,
  replacements: Record<string, unknown>,
  transaction: Transaction,
  atOnce = AT_ONCE,
): AsyncGenerator<R[]> {
  await db.sequelize.query(`DECLARE reading NO SCROLL CURSOR FOR ${sql}`, { replacements, transaction })
  for (;;) {
    const rows = await db.sequelize.query<R>(`FETCH ${atOnce} FROM reading`, { type: QueryTypes.SELECT, transaction })
    if (rows.length > 0) yield rows
    if (rows.length < atOnce) break
  }
  await db.sequelize.query('CLOSE reading', { transaction })
}

/** The database writes the lines itself: instants keep all their digits, and nothing is read and written again on the way. */
const linesSql = (db: Database, part: Part): string => {
  const columns = columnsOf(db, part).map(({ field, column }) => `t.${column} AS "${field}"`)
  return `SELECT (SELECT row_to_json(r) FROM (SELECT ${columns.join(', ')}) r)::text AS line FROM ${db.tableName(part.table)} t WHERE ${part.where} ORDER BY ${part.order}`
}

/** Courses that are kept in one (courses/decided.ts): each one's row by its id, and what they were decided on, packed or in the open. */
interface Together {
  readonly rows: Readonly<Record<string, string>>
  readonly lines: Buffer | null
  readonly open: readonly (Decided & { readonly id: string })[] | null
}
const togetherSql = (db: Database, part: Part): string => {
  const columns = columnsOf(db, part).map(({ field, column }) => `t.${column} AS "${field}"`)
  return `SELECT json_object_agg(t.id, (SELECT row_to_json(r) FROM (SELECT ${columns.join(', ')}) r)::text) AS rows, d.lines,
      json_agg(json_build_object('id', t.id, 'situation', t.situation, 'answer', t.answer) ORDER BY t.id) FILTER (WHERE d.id IS NULL) AS open
    FROM courses t LEFT JOIN decided d ON d.id = t.decided_id WHERE t.${part.where}
    GROUP BY t.decision_id, d.id ORDER BY t.decision_id, min(t.id::text)`
}
/** They are many times as long as other rows: so many decisions at a time. */
const DECISIONS_AT_ONCE = 4
const writtenIn = (row: string, decided: string): { line: string } => ({ line: `${row.slice(0, -1)},${decided}}` })

/** The courses of one decision: a line says what those before it did not. */
async function togetherLines({ rows, lines, open }: Together): Promise<{ line: string }[]> {
  const all: { line: string }[] = []
  if (!lines) {
    const made = new Lines()
    for (const course of open ?? []) all.push(writtenIn(rows[course.id] ?? '{}', await made.next(course)))
    return all
  }
  // The parts of a line whose course is kept elsewhere by now are told by the next.
  let parts: unknown[] = []
  let from: number | null = null
  for (const { courseId, shared, situation, answer } of await linesIn(lines)) {
    parts.push(...shared.parts)
    from ??= shared.from
    const row = rows[courseId]
    if (row === undefined) continue
    const told: Parts = { from, parts }
    all.push(writtenIn(row, JSON.stringify({ shared: told, situation, answer }).slice(1, -1)))
    ;[parts, from] = [[], null]
  }
  return all
}
async function* coursesOf(db: Database, part: Part, holding: string, transaction: Transaction): AsyncGenerator<{ line: string }[]> {
  for await (const some of rowsOf<Together>(db, togetherSql(db, part), { holding }, transaction, DECISIONS_AT_ONCE))
    for (const together of some) yield await togetherLines(together)
}
const linesOf = (db: Database, part: Part, holding: string, transaction: Transaction): AsyncGenerator<{ line: string }[]> =>
  part.written ? coursesOf(db, part, holding, transaction) : rowsOf<{ line: string }>(db, linesSql(db, part), { holding }, transaction)

/** Whoever wrote something in the holding, or is in it. */
const PEOPLE_SQL = `
  SELECT row_to_json(r)::text AS line FROM (SELECT id, name FROM keepers WHERE id IN (
    SELECT keeper_id FROM events WHERE holding_id = :holding UNION SELECT keeper_id FROM history WHERE holding_id = :holding
    UNION SELECT keeper_id FROM memberships WHERE holding_id = :holding) ORDER BY id) r`

/** A photograph in pieces, bytes: whole ones would stand in memory several times over, and hold up everybody else while they are read. */
const PIECE = 256 * 1024
const PHOTO_SQL = `
  SELECT substring(bytes FROM 1 + n * ${PIECE} FOR ${PIECE}) AS piece FROM photos, generate_series(0, (octet_length(bytes) - 1) / ${PIECE}) AS n
   WHERE id = :id ORDER BY n`

async function* photoOf(db: Database, id: string, transaction: Transaction): AsyncGenerator<Buffer> {
  for await (const some of rowsOf<{ piece: Buffer }>(db, PHOTO_SQL, { id }, transaction, 2)) for (const { piece } of some) yield piece
}

/** Packs one file after another, and remembers each one's sum. */
class Packer {
  readonly files: Record<string, Check['files'][string]> = {}
  readonly #zip: ZipArchive
  readonly #fault: Promise<never>

  constructor(zip: ZipArchive) {
    this.#zip = zip
    this.#fault = new Promise((_, reject) => zip.once('error', reject))
    this.#fault.catch(() => {})
  }

  async add(
    name: string,
    source: AsyncIterable<Buffer | string>,
    { store = false, rows }: { store?: boolean; rows?: () => number } = {},
  ): Promise<void> {
    const hash = createHash('sha256')
    let bytes = 0
    async function* summed() {
      for await (const piece of source) {
        const buffer = Buffer.from(piece)
        hash.update(buffer)
        bytes += buffer.length
        yield buffer
      }
    }
    const stream = Readable.from(summed())
    const packed = new Promise<void>((resolve, reject) => {
      this.#zip.once('entry', () => resolve())
      stream.once('error', reject)
    })
    this.#zip.append(stream, { name, store })
    await Promise.race([packed, this.#fault])
    this.files[name] = { sha256: hash.digest('hex'), bytes, ...(rows && { rows: rows() }) }
  }

  /** One row of JSON a line. */
  async addLines(name: string, found: AsyncIterable<{ line: string }[]>): Promise<void> {
    let rows = 0
    async function* lines() {
      for await (const some of found) {
        rows += some.length
        yield some.map((r) => `${r.line}\n`).join('')
      }
    }
    await this.add(name, lines(), { rows: () => rows })
  }
}

async function* once(text: string): AsyncGenerator<string> {
  yield await Promise.resolve(text)
}

export interface Packed {
  readonly path: string
  readonly seq: number
  readonly exportedAt: string
  /** Takes the file off the disk again. */
  readonly drop: () => Promise<void>
}

/**
 * The whole holding, also what was taken away, with its history and its photographs, as a ZIP file on the server's disk: made in one
 * view of the database, and whole before its first byte is sent, so that no slow line holds a connection and no cut file looks like a
 * download. At the end of the file stands a code: whoever has it has the file whole. The holding notes that it was taken out so.
 */
export async function packHolding({ db, clock }: Keeping, scope: Scope): Promise<Packed> {
  const dir = await mkdtemp(join(tmpdir(), OUT))
  const drop = () => rm(dir, { recursive: true, force: true })
  const path = join(dir, 'holding.zip')
  const code = freshCode()
  const holding = scope.holdingId
  try {
    const about = await db.sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async (transaction) => {
      const zip = new ZipArchive({ zlib: { level: 6 }, comment: `Round Thistle, a holding, whole. Code: ${code}` })
      const packer = new Packer(zip)
      const written = pipeline(zip, createWriteStream(path))
      const work = async (): Promise<About> => {
        const [row] = await db.sequelize.query<{ seq: number; name: string }>('SELECT seq, name FROM holdings WHERE id = :holding', {
          replacements: { holding },
          type: QueryTypes.SELECT,
          transaction,
        })
        if (!row) throw new Error('a holding without a row')
        const it: About = { format: MARK, version: FORMAT, id: holding, name: row.name, seq: row.seq, exportedAt: clock().toISOString() }
        await packer.add(ABOUT, once(`${JSON.stringify(it, null, 2)}\n`))
        await packer.addLines(PEOPLE, rowsOf(db, PEOPLE_SQL, { holding }, transaction))
        for (const part of PARTS) await packer.addLines(part.file, linesOf(db, part, holding, transaction))
        const photos = await db.model('photos').findAll({ attributes: ['id'], where: { holdingId: holding }, order: ['id'], transaction, raw: true })
        for (const { id } of photos) await packer.add(`${PHOTOS}${id}.jpg`, photoOf(db, id, transaction), { store: true })
        const check: Check = { code, files: packer.files }
        await packer.add(CHECK, once(`${JSON.stringify(check, null, 2)}\n`))
        await zip.finalize()
        await written
        return it
      }
      return work().catch((fault: unknown) => {
        zip.abort()
        written.catch(() => {})
        throw fault
      })
    })
    await db.sequelize.query('UPDATE holdings SET exported_seq = :seq, export_code = :code WHERE id = :holding', {
      replacements: { seq: about.seq, code, holding },
    })
    return { path, seq: about.seq, exportedAt: about.exportedAt, drop }
  } catch (fault) {
    await drop()
    throw fault
  }
}
