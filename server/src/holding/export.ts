import { randomInt } from 'node:crypto'
import { QueryTypes, type Transaction } from 'sequelize'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { clearHolding } from './clear.ts'

type Row = Record<string, unknown>
const TABLES = [
  'settings',
  'yards',
  'colonies',
  'placements',
  'looks',
  'counts',
  'boards',
  'jars',
  'visits',
  'decisions',
  'courses',
  'events',
  'history',
] as const

/** Everything a holding has, in the fields of the API; what was taken away is in it, with the day it was. */
async function collect({ db }: Keeping, scope: Scope, transaction: Transaction): Promise<Row> {
  const { holdingId } = scope
  const read = async (sql: string) => db.sequelize.query<Row>(sql, { replacements: { holdingId }, type: QueryTypes.SELECT, transaction })
  const found: Row = {}
  for (const table of TABLES) {
    const rows = await db.model(table).findAll({ where: { holdingId }, raw: true, transaction })
    found[table] = rows.map(({ holdingId: _holding, ...row }) => row)
  }
  found.samples = await read(
    'SELECT s.count_id AS "countId", s.n, s.mites, s.bees, s.days, s.shakes, s.measured, s.squares FROM count_samples s JOIN counts c ON c.id = s.count_id WHERE c.holding_id = :holdingId ORDER BY 1, 2',
  )
  found.photos = await read(
    `SELECT id, colony_id AS "colonyId", type, width, height, saved_at AS "savedAt", encode(bytes, 'base64') AS base64 FROM photos WHERE holding_id = :holdingId ORDER BY saved_at`,
  )
  found.ownWeather = await read(
    'SELECT w.yard_id AS "yardId", w.day AS date, w.high, w.low, w.source FROM weather_days w JOIN yards y ON y.id = w.yard_id WHERE y.holding_id = :holdingId ORDER BY 1, 2',
  )
  found.keepers = await read(
    'SELECT m.keeper_id AS "keeperId", k.name, m.role, m.yards, m.until_day AS "untilDay" FROM memberships m JOIN keepers k ON k.id = m.keeper_id WHERE m.holding_id = :holdingId',
  )
  return found
}

/** Letters and figures that are not taken for one another. */
const CODE_LETTERS = '23456789ABCDEFGHJKMNPQRSTVWXYZ'
const freshCode = (): string => Array.from({ length: 12 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')

/**
 * The whole holding as one open file, and the mark that it was taken out in this state. The code stands at its very end: whoever has it
 * has the file whole, and not its beginning.
 */
export async function exportHolding(keep: Keeping, scope: Scope): Promise<Row> {
  const { db, clock } = keep
  const code = freshCode()
  return db.sequelize.transaction(async (transaction) => {
    const [row] = await db.sequelize.query<{ seq: number }>(
      'UPDATE holdings SET exported_seq = seq, export_code = :code WHERE id = :id RETURNING seq',
      {
        replacements: { id: scope.holdingId, code },
        type: QueryTypes.SELECT,
        transaction,
      },
    )
    const everything = await collect(keep, scope, transaction)
    return { holding: 1, id: scope.holdingId, name: scope.holdingName, seq: row?.seq ?? 0, exportedAt: clock().toISOString(), ...everything, code }
  })
}

/** So long an owner can take a deletion back, days. */
export const GRACE_DAYS = 30
const DAY_MS = 86_400_000

/**
 * Sets a holding on its way out: only as it was last exported, and only by somebody who has that export whole. Nobody sees it any more;
 * an owner can take it back for thirty days, then it is gone.
 */
export async function deleteHolding({ db, clock }: Keeping, scope: Scope, { name, code }: { name: string; code: string }): Promise<void> {
  if (scope.demo) throw Problem.conflict('The demo cannot be deleted; it can be put back as it was.')
  if (name.trim() !== scope.holdingName) throw Problem.invalid([{ path: 'name', sentence: `Write its name as it is: ${scope.holdingName}.` }])
  await db.sequelize.transaction(async (transaction) => {
    const [row] = await db.sequelize.query<{ seq: number; exported: number | null; code: string | null }>(
      'SELECT seq, exported_seq AS exported, export_code AS code FROM holdings WHERE id = :id FOR UPDATE',
      { replacements: { id: scope.holdingId }, type: QueryTypes.SELECT, transaction },
    )
    if (!row || row.exported !== row.seq || row.code === null)
      throw Problem.conflict('Export the holding first: something was written since the last export, or there was none.')
    if (code.trim().toUpperCase() !== row.code)
      throw Problem.invalid([{ path: 'code', sentence: 'That is not the end of the last export: choose the file that you exported last, whole.' }])
    await db.sequelize.query('UPDATE holdings SET leaving_at = :at WHERE id = :id', {
      replacements: { id: scope.holdingId, at: clock() },
      transaction,
    })
  })
}

/** Takes a deletion back, for whoever is an owner of the holding. */
export async function takeBack({ db }: Keeping, keeperId: string, holdingId: string): Promise<void> {
  const rows = await db.sequelize.query(
    `UPDATE holdings SET leaving_at = NULL WHERE id = :holdingId AND leaving_at IS NOT NULL
        AND EXISTS (SELECT 1 FROM memberships m WHERE m.holding_id = holdings.id AND m.keeper_id = :keeperId AND m.role = 'owner'
          AND (m.until_day IS NULL OR m.until_day >= current_date))
      RETURNING id`,
    { replacements: { keeperId, holdingId }, type: QueryTypes.SELECT },
  )
  if (rows.length === 0) throw Problem.notFound()
}

/** Clears the holdings whose thirty days are over, each by itself. Answers how many. */
export async function clearLeft({ db, clock }: Keeping): Promise<number> {
  const before = new Date(clock().getTime() - GRACE_DAYS * DAY_MS)
  const rows = await db.sequelize.query<{ id: string }>('SELECT id FROM holdings WHERE leaving_at < :before', {
    replacements: { before },
    type: QueryTypes.SELECT,
  })
  let cleared = 0
  for (const { id } of rows)
    await db.sequelize.transaction(async (transaction) => {
      // It may have been taken back, or cleared by another instance, since it was found.
      const [still] = await db.sequelize.query('SELECT id FROM holdings WHERE id = :id AND leaving_at < :before FOR UPDATE', {
        replacements: { id, before },
        type: QueryTypes.SELECT,
        transaction,
      })
      if (!still) return
      await clearHolding(db.sequelize, id, transaction)
      cleared += 1
    })
  return cleared
}
