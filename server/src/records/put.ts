import type { Transaction } from 'sequelize'
import type { SampleRecord } from '@thistle/core/holding'
import type { Scope } from '../access/scope.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { sameContents } from './contents.ts'
import { coveredColonies, ensureTheirs, type Asking } from '../access/rows.ts'
import { checkOpen, type Body, type Kind } from './kinds.ts'
import { nextSeq, writeHistory } from './log.ts'

export interface Keeping {
  readonly db: Database
  readonly clock: Clock
}
type State = Record<string, unknown>

const HIDDEN = new Set(['holdingId', 'createdAt', 'updatedAt'])

async function samplesOf(db: Database, countId: string, transaction: Transaction): Promise<State[]> {
  const rows = await db.model('countSamples').findAll({ where: { countId }, order: [['n', 'ASC']], transaction, raw: true })
  return rows.map(({ countId: _count, n: _n, ...sample }) => sample)
}

/** A row as it is answered and kept in the history. */
async function present(db: Database, kind: Kind, row: State, transaction: Transaction): Promise<State> {
  const shown = Object.fromEntries(Object.entries(row).filter(([field]) => !HIDDEN.has(field)))
  return kind.table === 'counts' ? { ...shown, samples: await samplesOf(db, String(row.id), transaction) } : shown
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

async function saveSamples(db: Database, kind: Kind, id: string, body: Body, transaction: Transaction): Promise<void> {
  if (kind.table !== 'counts') return
  await db.model('countSamples').destroy({ where: { countId: id }, transaction })
  await db.model('countSamples').bulkCreate(
    (body.samples as readonly SampleRecord[]).map((s, i) => ({ ...s, countId: id, n: i + 1 })),
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
  const { version, ...body } = given
  const { db, clock } = keep
  const seq = await nextSeq(db, scope.holdingId, transaction)
  const ask = { db, scope, clock, transaction }
  const found = await db.records(kind.table).findByPk(id, { transaction, raw: true })
  if (found) await ensureTheirs(ask, kind.table, found)
  const unseen = found ? await unseenParents(ask, kind, found) : new Set<string>()
  if (found) {
    const shown = without(await present(db, kind, found, transaction), unseen)
    if (!found.deletedAt && same(body, shown)) return { status: 200, row: shown }
    checkClosed(ask, kind, found)
    if (version !== found.version) throw Problem.stale(shown)
  } else if (version) throw Problem.notFound()
  await kind.check(ask, body, id, found)
  const kept = unseen.size > 0 ? { ...body, parents: [...unseen, ...(body.parents as readonly string[])] } : body
  const next = { ...kept, deletedAt: null, version: Number(found?.version ?? 0) + 1 }
  if (found) await db.records(kind.table).update(next, { where: { id }, transaction })
  else await db.records(kind.table).create({ id, holdingId: scope.holdingId, ...next }, { transaction })
  await saveSamples(db, kind, id, body, transaction)
  const row = await present(db, kind, { id, ...next }, transaction)
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: kind.name, rowId: id, version: next.version, state: row }, transaction)
  return { status: found ? 200 : 201, row: without(row, unseen) }
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
  const shown = await present(db, kind, found, transaction)
  if (found.deletedAt) return without(shown, unseen)
  checkClosed(ask, kind, found)
  if (version !== found.version) throw Problem.stale(without(shown, unseen))
  const next = { version: Number(found.version) + 1, deletedAt: clock() }
  await db.records(kind.table).update(next, { where: { id }, transaction })
  const row = { ...shown, ...next }
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: kind.name, rowId: id, version: next.version, state: row }, transaction)
  return without(row, unseen)
}
