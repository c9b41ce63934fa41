import type { Transaction } from 'sequelize'
import type { OwnSheet } from '@thistle/core/situation'
import { knowOwn } from '@thistle/core/treatments'
import type { Database, RowOf } from '../database/index.ts'

/** The settings of a holding: it has them from its first day. */
export async function settingsOf(db: Database, holdingId: string, transaction?: Transaction): Promise<RowOf<'settings'>> {
  const settings = await db.model('settings').findOne({ where: { holdingId }, transaction, raw: true })
  if (!settings) throw new Error('a holding without settings')
  // Treatments of its own are found by their keys from here on.
  knowOwn(settings.own as readonly OwnSheet[])
  return settings
}
