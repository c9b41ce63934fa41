import type { Transaction } from 'sequelize'
import type { Database, RowOf } from '../database/index.ts'

/** The settings of a holding: it has them from its first day. */
export async function settingsOf(db: Database, holdingId: string, transaction?: Transaction): Promise<RowOf<'settings'>> {
  const settings = await db.model('settings').findOne({ where: { holdingId }, transaction, raw: true })
  if (!settings) throw new Error('a holding without settings')
  return settings
}
