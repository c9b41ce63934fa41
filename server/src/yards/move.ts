import { Op, type Transaction } from 'sequelize'
import type { Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import { checkDay, findColony, findYard } from '../records/kinds.ts'
import { nextSeq, writeHistory } from '../records/log.ts'
import type { Keeping } from '../records/put.ts'

interface Placement {
  readonly id: string
  readonly colonyId: string
  readonly yardId: string
  readonly position: number
  readonly fromDay: Day
  readonly toDay: Day | null
  readonly version: number
}
export interface Move {
  readonly placementId: string
  readonly yardId: string
  readonly position: number
  readonly onDay: Day
}

const HERE = { toDay: null, deletedAt: null }

async function change(keep: Keeping, scope: Scope, placement: Placement, next: Partial<Placement>, transaction: Transaction): Promise<void> {
  const row = { ...placement, ...next, version: placement.version + 1 }
  await keep.db.model('placements').update({ ...next, version: row.version }, { where: { id: placement.id }, transaction })
  const seq = await nextSeq(keep.db, scope.holdingId, transaction)
  await writeHistory(
    keep.db,
    { ...scope, at: keep.clock() },
    seq,
    { kind: 'placement', rowId: placement.id, version: row.version, state: row },
    transaction,
  )
}

/**
 * Moves a colony to a place in a row: its old placement ends, a new one begins, and those behind move up. Within one
 * yard on the day it came, the placement itself is put right. Sending the same move again changes nothing.
 */
export async function moveColony(keep: Keeping, scope: Scope, colonyId: string, move: Move): Promise<{ placementId: string }> {
  const { db, clock } = keep
  return db.sequelize.transaction(async (transaction) => {
    await nextSeq(db, scope.holdingId, transaction)
    const ask = { db, scope, clock, transaction }
    const colony = await findColony(ask, colonyId)
    const { today } = await findYard(ask, move.yardId)
    checkDay(scope, 'onDay', move.onDay, today, colony.since)
    const read = async (where: object) =>
      await db.model('placements').findAll({
        where: { ...HERE, holdingId: scope.holdingId, ...where },
        order: [['position', 'ASC']],
        transaction,
        raw: true,
      })
    const [now] = await read({ colonyId })
    if (now?.id === move.placementId) return { placementId: now.id }
    if (now && move.onDay < now.fromDay)
      throw Problem.invalid([{ path: 'onDay', sentence: `It has stood where it is since ${now.fromDay}: a move cannot be older.` }])
    if (now) await change(keep, scope, now, { toDay: move.onDay }, transaction)
    const behind = (await read({ yardId: move.yardId, colonyId: { [Op.ne]: colonyId } })).filter((p) => p.position >= move.position)
    if (behind[0]?.position === move.position) {
      for (const placement of behind.toReversed()) await change(keep, scope, placement, { position: placement.position + 1 }, transaction)
    }
    const placed = { id: move.placementId, colonyId, yardId: move.yardId, position: move.position, fromDay: move.onDay, toDay: null, version: 1 }
    await db.model('placements').create({ ...placed, holdingId: scope.holdingId, deletedAt: null }, { transaction })
    const seq = await nextSeq(db, scope.holdingId, transaction)
    await writeHistory(db, { ...scope, at: clock() }, seq, { kind: 'placement', rowId: placed.id, version: 1, state: placed }, transaction)
    return { placementId: placed.id }
  })
}
