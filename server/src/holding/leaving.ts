import { QueryTypes } from 'sequelize'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { clearHolding } from './clear.ts'

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
