import { randomBytes } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import { PARTS } from '../archive/parts.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { clearHolding } from '../holding/clear.ts'
import { clearPractice } from '../practice/clear.ts'
import { DEMO_HOLDING, DEMO_KEEPER, DEMO_TAG } from './load.ts'

interface Keeping {
  readonly db: Database
  readonly clock: Clock
}
/** A demo of one visitor: its owner, and the holding that is theirs alone. */
export interface Visit {
  readonly keeperId: string
  readonly holdingId: string
}

/** How long a visitor's demo stands, and the most that stand at once: then the oldest goes. */
const STANDS_MS = 24 * 3600 * 1000
const MOST = 200

/** Every id of the demo ends in its tag; a visitor's copy ends in a tag of its own, and is the same otherwise. */
const withTag = (id: string, tag: string): string => id.slice(0, -DEMO_TAG.length) + tag
/** True of the demo's own keeper and of every visitor's. */
export const isDemoKeeper = (keeperId: string): boolean => withTag(keeperId, DEMO_TAG) === DEMO_KEEPER

/** Copies the demo's rows table by table inside the database: every id in them, also inside JSON, gets the visitor's tag. */
async function copyRows(db: Database, tag: string, transaction: Transaction): Promise<void> {
  for (const part of PARTS) {
    const table = db.tableName(part.table)
    await db.sequelize.query(
      `INSERT INTO ${table} SELECT (jsonb_populate_record(NULL::${table}, replace(to_jsonb(t)::text, :from, :to)::jsonb)).* FROM ${table} t WHERE ${part.where}`,
      { replacements: { from: DEMO_TAG, to: tag, holding: DEMO_HOLDING }, transaction },
    )
  }
}

async function copyDemo({ db, clock }: Keeping, tag: string, transaction: Transaction): Promise<Visit> {
  const visit = { keeperId: withTag(DEMO_KEEPER, tag), holdingId: withTag(DEMO_HOLDING, tag) }
  const replacements = { ...visit, tag, from: DEMO_HOLDING, keeper: DEMO_KEEPER, now: clock() }
  const run = (sql: string) => db.sequelize.query(sql, { replacements, transaction })
  await run(`INSERT INTO keepers (id, email, name, password_hash, preferences)
    SELECT :keeperId, 'demo-' || :tag || '@round-thistle.invalid', name, 'none', preferences FROM keepers WHERE id = :keeper ON CONFLICT DO NOTHING`)
  await run(
    `INSERT INTO holdings (id, name, demo, lives_on, seq, created_at) SELECT :holdingId, name, true, lives_on, seq, :now FROM holdings WHERE id = :from`,
  )
  await run(`INSERT INTO memberships (keeper_id, holding_id, role) VALUES (:keeperId, :holdingId, 'owner')`)
  await copyRows(db, tag, transaction)
  return visit
}

async function clearVisit(db: Database, holdingId: string, transaction: Transaction): Promise<void> {
  await clearHolding(db.sequelize, holdingId, transaction)
  const keeperId = withTag(DEMO_KEEPER, holdingId.slice(-DEMO_TAG.length))
  await clearPractice(db, keeperId, 0, transaction)
  const run = (sql: string) => db.sequelize.query(sql, { replacements: { keeperId }, transaction })
  await run(`DELETE FROM sessions WHERE sess ->> 'keeperId' = :keeperId`)
  await run(`DELETE FROM removals WHERE keeper_id = :keeperId`)
  // Whoever came into somebody's holding from the demo stays named there.
  await run(`DELETE FROM keepers k WHERE id = :keeperId AND NOT EXISTS (SELECT 1 FROM memberships WHERE keeper_id = k.id)
    AND NOT EXISTS (SELECT 1 FROM history WHERE keeper_id = k.id) AND NOT EXISTS (SELECT 1 FROM events WHERE keeper_id = k.id)
    AND NOT EXISTS (SELECT 1 FROM invitations WHERE used_by = k.id OR made_by = k.id)`)
}

const VISITS = `SELECT id FROM holdings WHERE demo AND id <> :from`

/**
 * A demo of the visitor's own, as it is on its day; the one they have already where it still stands: that of their session, or where
 * that has ended the one they name (nobody else knows its id). Null where there is no demo here.
 */
export async function visitDemo(keep: Keeping, had: string | null | undefined): Promise<Visit | null> {
  const { db } = keep
  return db.sequelize.transaction(async (transaction) => {
    const asked = <R extends object>(sql: string) =>
      db.sequelize.query<R>(sql, { replacements: { from: DEMO_HOLDING, had: had ?? DEMO_HOLDING }, type: QueryTypes.SELECT, transaction })
    const [stands] = await asked<{ id: string }>(`${VISITS} AND id = :had`)
    if (stands) return { keeperId: withTag(DEMO_KEEPER, stands.id.slice(-DEMO_TAG.length)), holdingId: stands.id }
    const [template] = await asked(`SELECT id FROM holdings WHERE id = :from FOR SHARE`)
    if (!template) return null
    for (const { id } of await asked<{ id: string }>(`${VISITS} ORDER BY created_at DESC OFFSET ${MOST - 1}`)) await clearVisit(db, id, transaction)
    return copyDemo(keep, randomBytes(DEMO_TAG.length / 2).toString('hex'), transaction)
  })
}

/** A visitor's demo as it was, with its own day; its sessions go on. */
export async function freshVisit(keep: Keeping, holdingId: string): Promise<void> {
  await keep.db.sequelize.transaction(async (transaction) => {
    await clearHolding(keep.db.sequelize, holdingId, transaction)
    await copyDemo(keep, holdingId.slice(-DEMO_TAG.length), transaction)
  })
}

/** Clears the demos of visitors of yesterday, each by itself. Answers how many. */
export async function clearVisits({ db, clock }: Keeping): Promise<number> {
  const before = new Date(clock().getTime() - STANDS_MS)
  const rows = await db.sequelize.query<{ id: string }>(`${VISITS} AND created_at < :before`, {
    replacements: { from: DEMO_HOLDING, before },
    type: QueryTypes.SELECT,
  })
  for (const { id } of rows) await db.sequelize.transaction((transaction) => clearVisit(db, id, transaction))
  return rows.length
}
