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

/** The whole holding as one open file, and the mark that it was taken out in this state. */
export async function exportHolding(keep: Keeping, scope: Scope): Promise<Row> {
  const { db, clock } = keep
  return db.sequelize.transaction(async (transaction) => {
    const [row] = await db.sequelize.query<{ seq: number }>('UPDATE holdings SET exported_seq = seq WHERE id = :id RETURNING seq', {
      replacements: { id: scope.holdingId },
      type: QueryTypes.SELECT,
      transaction,
    })
    const everything = await collect(keep, scope, transaction)
    return { holding: 1, id: scope.holdingId, name: scope.holdingName, seq: row?.seq ?? 0, exportedAt: clock().toISOString(), ...everything }
  })
}

/** Deletes a holding for good: only as it was last exported, so that nothing is lost that somebody wrote since. */
export async function deleteHolding({ db }: Keeping, scope: Scope, name: string): Promise<void> {
  if (scope.demo) throw Problem.conflict('The demo cannot be deleted; it can be put back as it was.')
  if (name.trim() !== scope.holdingName) throw Problem.invalid([{ path: 'name', sentence: `Write its name as it is: ${scope.holdingName}.` }])
  await db.sequelize.transaction(async (transaction) => {
    const [row] = await db.sequelize.query<{ seq: number; exported: number | null }>(
      'SELECT seq, exported_seq AS exported FROM holdings WHERE id = :id FOR UPDATE',
      { replacements: { id: scope.holdingId }, type: QueryTypes.SELECT, transaction },
    )
    if (row?.exported !== row?.seq)
      throw Problem.conflict('Export the holding first: something was written since the last export, or there was none.')
    await clearHolding(db.sequelize, scope.holdingId, transaction)
  })
}
