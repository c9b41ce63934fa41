import { QueryTypes, type Transaction } from 'sequelize'
import type { Database } from '../database/index.ts'
import { clearHolding } from '../holding/clear.ts'

/** Takes the seasons of a keeper away but for the newest so many. */
export async function clearPractice(db: Pick<Database, 'sequelize'>, keeperId: string, but: number, transaction: Transaction): Promise<void> {
  const rows = await db.sequelize.query<{ id: string }>(
    `SELECT h.id FROM holdings h JOIN memberships m ON m.holding_id = h.id
      WHERE m.keeper_id = :keeperId AND m.role = 'owner' AND h.practice IS NOT NULL ORDER BY h.created_at DESC, h.id DESC OFFSET :but`,
    { replacements: { keeperId, but }, type: QueryTypes.SELECT, transaction },
  )
  for (const { id } of rows) await clearHolding(db.sequelize, id, transaction)
}
