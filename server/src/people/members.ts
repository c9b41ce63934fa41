import { QueryTypes, type Transaction } from 'sequelize'
import type { Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { isDemoKeeper } from '../demo/visit.ts'
import { checkYards, withdrawAllOf, type Place } from './invitations.ts'

const READ = `
  SELECT m.keeper_id AS "keeperId", k.name, k.email, m.role, m.yards, m.until_day AS "untilDay", m.since
    FROM memberships m JOIN keepers k ON k.id = m.keeper_id WHERE m.holding_id = :holdingId ORDER BY m.since, k.name`

/** Who is in it; their addresses are for its owners alone. */
export async function membersOf({ db }: Keeping, scope: Scope): Promise<unknown[]> {
  const rows = await db.sequelize.query<Record<string, unknown>>(READ, { replacements: { holdingId: scope.holdingId }, type: QueryTypes.SELECT })
  return scope.role === 'owner' ? rows : rows.map((row) => ({ ...row, email: null }))
}

/** A holding keeps an owner without an end, come what may. */
async function ensureOwner({ db }: Keeping, scope: Scope, transaction: Transaction): Promise<void> {
  const left = await db.model('memberships').count({ where: { holdingId: scope.holdingId, role: 'owner', untilDay: null }, transaction })
  if (left === 0) throw Problem.conflict('A holding keeps at least one owner without an end date. Make somebody else owner first.')
}

async function change(keep: Keeping, scope: Scope, keeperId: string, work: (transaction: Transaction) => Promise<number>): Promise<void> {
  if (isDemoKeeper(keeperId)) throw Problem.conflict('The demo’s own keeper stays as they are.')
  await keep.db.sequelize.transaction(async (transaction) => {
    await keep.db.sequelize.query('SELECT 1 FROM holdings WHERE id = :id FOR UPDATE', { replacements: { id: scope.holdingId }, transaction })
    if ((await work(transaction)) === 0) throw Problem.notFound()
    await ensureOwner(keep, scope, transaction)
  })
}

export const changeMember = (keep: Keeping, scope: Scope, keeperId: string, place: Place): Promise<void> =>
  change(keep, scope, keeperId, async (transaction) => {
    await checkYards(keep, scope, place.yards, transaction)
    const [changed] = await keep.db.model('memberships').update({ ...place }, { where: { keeperId, holdingId: scope.holdingId }, transaction })
    if (place.role !== 'owner') await withdrawAllOf(keep, scope.holdingId, keeperId, transaction)
    return changed
  })

export const removeMember = (keep: Keeping, scope: Scope, keeperId: string): Promise<void> =>
  change(keep, scope, keeperId, async (transaction) => {
    const { holdingId } = scope
    const gone = await keep.db.model('memberships').destroy({ where: { keeperId, holdingId }, transaction })
    if (gone === 0) return 0
    await withdrawAllOf(keep, holdingId, keeperId, transaction)
    // A link that still lies in their letters does not let them in again.
    await keep.db.model('removals').upsert({ keeperId, holdingId, removedAt: keep.clock() }, { transaction })
    return gone
  })
