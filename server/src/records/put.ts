import type { Transaction } from 'sequelize'
import type { SampleRecord } from '@thistle/core/holding'
import type { Scope } from '../access/scope.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import type { Body, Kind } from './kinds.ts'
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

/** Keys in one order all the way down, so that equal contents are equal texts. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.entries(value)
      .toSorted(([a], [b]) => a.localeCompare(b))
      .map(([k, v]) => [k, ordered(v)]),
  )
}
const same = (body: Body, shown: State): boolean =>
  Object.keys(body).every((k) => JSON.stringify(ordered(body[k] ?? null)) === JSON.stringify(ordered(shown[k] ?? null)))

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
  const found = await db.records(kind.table).findByPk(id, { transaction, raw: true })
  if (found && found.holdingId !== scope.holdingId) throw Problem.notFound()
  await kind.check({ db, scope, clock, transaction }, body, id)
  if (found) {
    const shown = await present(db, kind, found, transaction)
    if (!found.deletedAt && same(body, shown)) return { status: 200, row: shown }
    if (version !== found.version) throw Problem.stale(shown)
  } else if (version) throw Problem.notFound()
  const next = { ...body, deletedAt: null, version: Number(found?.version ?? 0) + 1 }
  if (found) await db.records(kind.table).update(next, { where: { id }, transaction })
  else await db.records(kind.table).create({ id, holdingId: scope.holdingId, ...next }, { transaction })
  await saveSamples(db, kind, id, body, transaction)
  const row = await present(db, kind, { id, ...next }, transaction)
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: kind.name, rowId: id, version: next.version, state: row }, transaction)
  return { status: found ? 200 : 201, row }
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
  if (!found || found.holdingId !== scope.holdingId) throw Problem.notFound()
  const shown = await present(db, kind, found, transaction)
  if (found.deletedAt) return shown
  await kind.check({ db, scope, clock, transaction }, shown, id)
  if (version !== found.version) throw Problem.stale(shown)
  const next = { version: Number(found.version) + 1, deletedAt: clock() }
  await db.records(kind.table).update(next, { where: { id }, transaction })
  const row = { ...shown, ...next }
  await writeHistory(db, { ...scope, at: clock() }, seq, { kind: kind.name, rowId: id, version: next.version, state: row }, transaction)
  return row
}
