import { BaseError, type DatabaseError, type Transaction } from 'sequelize'
import { withVersion } from '@thistle/core/bodies'
import type { SampleRecord } from '@thistle/core/holding'
import type { Scope } from '../access/scope.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { fromDatabase, rowAtFault } from '../problems/from-database.ts'
import { Problem } from '../problems/problem.ts'
import { checkBody } from './body.ts'
import { sameContents } from './contents.ts'
import { coveredColonies, ensureTheirs, type Asking } from '../access/rows.ts'
import { checkOpen, findColonies, type Body, type Checking, type Kind } from './kinds.ts'
import { nextSeq, nextSeqs, writeHistories, writeHistory } from './log.ts'

export interface Keeping {
  readonly db: Database
  readonly clock: Clock
}
type State = Record<string, unknown>

const HIDDEN = new Set(['holdingId', 'createdAt', 'updatedAt'])

/** The samples of counts, by count, in their order. */
async function samplesOf(db: Database, countIds: readonly string[], transaction: Transaction): Promise<Map<string, State[]>> {
  const rows =
    countIds.length === 0
      ? []
      : await db.model('countSamples').findAll({ where: { countId: [...countIds] }, order: [['n', 'ASC']], transaction, raw: true })
  const found = new Map<string, State[]>(countIds.map((id) => [id, []]))
  for (const { countId, n: _n, ...sample } of rows) found.get(countId)?.push(sample)
  return found
}

/** Rows as they are answered and kept in the history, in their order. */
async function present(db: Database, kind: Kind, rows: readonly State[], transaction: Transaction): Promise<State[]> {
  const shown = rows.map((row) => Object.fromEntries(Object.entries(row).filter(([field]) => !HIDDEN.has(field))))
  if (kind.table !== 'counts') return shown
  const samples = await samplesOf(
    db,
    rows.map((row) => String(row.id)),
    transaction,
  )
  return shown.map((row) => ({ ...row, samples: samples.get(String(row.id)) }))
}

/** A colony's parents may stand in yards that the asker does not see: their names are not told, and they stay. */
const unseenParents = async (ask: Asking, kind: Kind, row: State): Promise<ReadonlySet<string>> => {
  if (kind.table !== 'colonies' || ask.scope.yards === null) return new Set()
  const parents = row.parents as readonly string[]
  const covered = await coveredColonies(ask, parents)
  return new Set(parents.filter((p) => !covered.has(p)))
}
const without = (row: State, unseen: ReadonlySet<string>): State =>
  unseen.size > 0 ? { ...row, parents: (row.parents as readonly string[]).filter((p) => !unseen.has(p)) } : row

/** What is entered for a day in closed books stays as it is. */
function checkClosed({ scope }: Asking, kind: Kind, row: State): void {
  for (const field of kind.days) {
    const on = row[field]
    if (typeof on === 'string') checkOpen(scope, field, on)
  }
}

const same = (body: Body, shown: State): boolean => Object.keys(body).every((k) => sameContents(body[k], shown[k]))

async function saveSamples(db: Database, kind: Kind, written: readonly Written[], transaction: Transaction): Promise<void> {
  if (kind.table !== 'counts') return
  const changed = written.filter((w) => w.found).map((w) => w.id)
  if (changed.length > 0) await db.model('countSamples').destroy({ where: { countId: changed }, transaction })
  await db.model('countSamples').bulkCreate(
    written.flatMap(({ id, next }) => (next.samples as readonly SampleRecord[]).map((s, i) => ({ ...s, countId: id, n: i + 1 }))),
    { transaction },
  )
}

/** What a keeper hands in for a row, checked. */
export type Given = State & { readonly version: number | null }
export interface Put {
  readonly status: 200 | 201
  readonly row: State
}

/**
 * Creates or changes a row. The body's `version` is the one the keeper saw (null or 0 for a new row). Sending the same again
 * answers the same; a version that is no longer the newest gets 409 with the current row. A row that was taken away is put
 * back by writing to its newest version.
 */
export const putRecord = (keep: Keeping, scope: Scope, kind: Kind, id: string, given: Given): Promise<Put> =>
  keep.db.sequelize.transaction((transaction) => putWithin(keep, scope, kind, id, given, transaction))

/** The same inside a transaction that does more. */
export async function putWithin(keep: Keeping, scope: Scope, kind: Kind, id: string, given: Given, transaction: Transaction): Promise<Put> {
  const [put] = await putRows(keep, scope, kind, [{ id, ...given }], transaction)
  if (!put) throw new Error('a row that was neither kept nor refused')
  return put
}

/** A row that is written: as it stood and as it will be. */
interface Written {
  readonly id: string
  readonly found: State | null
  readonly next: State & { readonly version: number }
  readonly unseen: ReadonlySet<string>
}

/** Checks one row: what there is to write of it, or the row as it stands where it says the same already. */
async function weigh(ask: Checking, kind: Kind, id: string, given: Given, found: State | null, stands: State | null): Promise<Written | State> {
  const { version, ...body } = given
  if (found) await ensureTheirs(ask, kind.table, found)
  const unseen = found ? await unseenParents(ask, kind, found) : new Set<string>()
  if (found && stands) {
    const shown = without(stands, unseen)
    if (!found.deletedAt && same(body, shown)) return shown
    checkClosed(ask, kind, found)
    if (version !== found.version) throw Problem.stale(shown)
  } else if (version) throw Problem.notFound()
  await kind.check(ask, body, id, found)
  const kept = unseen.size > 0 ? { ...body, parents: [...unseen, ...(body.parents as readonly string[])] } : body
  return { id, found, unseen, next: { ...kept, deletedAt: null, version: Number(found?.version ?? 0) + 1 } }
}
const isWritten = (it: Written | State): it is Written => 'next' in it

/** Writes, and says of a refusal of the database which row it is about. */
async function placingDatabase(
  rows: readonly object[],
  placing: (fault: unknown, index: number) => unknown,
  write: () => Promise<void>,
): Promise<void> {
  try {
    await write()
  } catch (fault) {
    const at = rowAtFault(fault, rows)
    const problem = fault instanceof BaseError ? fromDatabase(fault as DatabaseError) : null
    throw problem && at >= 0 ? placing(problem, at) : fault
  }
}

/**
 * Many rows of a kind, all or none: what they lean on is asked once for all of them, and they are written together with their history.
 * `placing` says of a refusal which of them it is about.
 */
export async function putRows(
  keep: Keeping,
  scope: Scope,
  kind: Kind,
  rows: readonly (Given & { readonly id: string })[],
  transaction: Transaction,
  placing: (fault: unknown, index: number) => unknown = (fault) => fault,
): Promise<Put[]> {
  if (rows.length === 0) return []
  const { db, clock } = keep
  const table = db.records(kind.table)
  const first = await nextSeqs(db, scope.holdingId, rows.length, transaction)
  const bare = { db, scope, clock, transaction }
  const leaning = [...new Set(rows.flatMap((row) => (typeof row.colonyId === 'string' ? [row.colonyId] : [])))]
  const ask = { ...bare, colonies: await findColonies(bare, leaning), yards: new Map() }
  const there = await table.findAll({ where: { id: rows.map((row) => row.id) }, transaction, raw: true })
  const shown = await present(db, kind, there, transaction)
  const before = new Map(there.map((row, i) => [String(row.id), { found: row as State, stands: shown[i] ?? null }]))
  const weighed: (Written | State)[] = []
  for (const [i, { id, ...given }] of rows.entries()) {
    const { found, stands } = before.get(id) ?? { found: null, stands: null }
    try {
      weighed.push(await weigh(ask, kind, id, given as Given, found, stands))
    } catch (fault) {
      throw placing(fault, i)
    }
  }
  const written = weighed.filter(isWritten)
  await placingDatabase(rows, placing, async () => {
    for (const { id, next } of written.filter((w) => w.found)) await table.update(next, { where: { id }, transaction })
    await table.bulkCreate(
      written.filter((w) => !w.found).map(({ id, next }) => ({ id, holdingId: scope.holdingId, ...next })),
      { transaction },
    )
  })
  await saveSamples(db, kind, written, transaction)
  const states = await present(
    db,
    kind,
    written.map(({ id, next }) => ({ id, ...next })),
    transaction,
  )
  const entries = written.map(({ id, next }, i) => ({ seq: first + i, kind: kind.name, rowId: id, version: next.version, state: states[i] }))
  await writeHistories(db, { ...scope, at: clock() }, entries, transaction)
  const after = new Map(written.map((w, i) => [w, states[i] ?? {}]))
  return weighed.map((it): Put => {
    if (!isWritten(it)) return { status: 200, row: it }
    return { status: it.found ? 200 : 201, row: without(after.get(it) ?? {}, it.unseen) }
  })
}

/** What is to be sent to make a row what an earlier state says: the fields that the kind still has, for older releases kept some that have moved. */
export function bodyOf(kind: Kind, state: State, version: number): Given {
  const known = new Set(Object.keys(withVersion(kind.body).describe().keys as object))
  const fields = Object.fromEntries(Object.entries(state).filter(([field]) => known.has(field)))
  return checkBody<Given>(withVersion(kind.body), { ...fields, version })
}

/** Changes some fields of a row and leaves the others as they stand. */
export async function amendWithin(keep: Keeping, scope: Scope, kind: Kind, id: string, over: State, transaction: Transaction): Promise<Put> {
  const found = await keep.db.records(kind.table).findByPk(id, { transaction, raw: true })
  if (!found) throw Problem.notFound()
  const [shown = {}] = await present(keep.db, kind, [found], transaction)
  return putWithin(keep, scope, kind, id, bodyOf(kind, { ...shown, ...over }, Number(found.version)), transaction)
}

/** Marks a row as deleted; its history stays. */
export const removeRecord = (keep: Keeping, scope: Scope, kind: Kind, id: string, version: number | null): Promise<State> =>
  keep.db.sequelize.transaction((transaction) => removeWithin(keep, scope, kind, id, version, transaction))

export async function removeWithin(
  keep: Keeping,
  scope: Scope,
  kind: Kind,
  id: string,
  version: number | null,
  transaction: Transaction,
): Promise<State> {
  const { db, clock } = keep
  const seq = await nextSeq(db, scope.holdingId, transaction)
  const found = await db.records(kind.table).findByPk(id, { transaction, raw: true })
  if (!found) throw Problem.notFound()
  const ask = { db, scope, transaction }
  await ensureTheirs(ask, kind.table, found)
  const unseen = await unseenParents(ask, kind, found)
  const [shown = {}] = await present(db, kind, [found], transaction)
  if (found.deletedAt) return without(shown, unseen)
  checkClosed(ask, kind, found)
  if (version !== found.version) throw Problem.stale(without(shown, unseen))
  const next = { version: Number(found.version) + 1, deletedAt: clock() }
  await db.records(kind.table).update(next, { where: { id }, transaction })
  const row = { ...shown, ...next }
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: kind.name, rowId: id, version: next.version, state: row }, transaction)
  return without(row, unseen)
}
