import { UniqueConstraintError, type Transaction } from 'sequelize'
import { v7 } from 'uuid'
import { SENT_RECORDS } from '@thistle/core/bodies'
import type { KeptPractice } from '@thistle/core/practice'
import type { Limits } from '../access/limits.ts'
import { hashPassword, checkPassword } from '../access/passwords.ts'
import type { Scope } from '../access/scope.ts'
import type { RowOf } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { checkBody } from '../records/body.ts'
import { KINDS } from '../records/kinds.ts'
import { putWithin, type Given, type Keeping } from '../records/put.ts'
import { isDemoKeeper } from '../demo/visit.ts'
import { clearPractice } from '../practice/clear.ts'
import { acceptWithin } from './invitations.ts'
import type { PeopleParts } from './parts.ts'

export interface NewAccount {
  readonly name: string
  readonly email: string
  readonly password: string
  readonly holding: string | null
  readonly invitation: string | null
}
type KeeperRow = RowOf<'keepers'>

export async function keeperOf({ db }: Pick<Keeping, 'db'>, keeperId: string): Promise<KeeperRow> {
  const keeper = await db.model('keepers').findByPk(keeperId, { raw: true })
  if (!keeper) throw Problem.notSignedIn()
  return keeper
}

/** Asks for the password once more before what cannot be undone; guessing it from inside is as slow as at the door. */
export async function confirmPassword(limits: Limits, keeper: KeeperRow, password: string): Promise<void> {
  const who = `in ${keeper.id}`
  await limits.onPassword(who)
  if (!(await checkPassword(password, keeper.passwordHash))) throw Problem.invalid([{ path: 'password', sentence: 'That is not your password.' }])
  await limits.clearPassword(who)
}
/** The demo's keepers are there for a day, without an account of their own. */
export function refuseDemo(keeperId: string): void {
  if (isDemoKeeper(keeperId)) throw new Problem(403, 'demo', 'The demo’s account stays as it is. Make one of your own to try this.')
}

/** A holding of one's own, with the usual settings and oneself as owner. */
export async function beginHolding(
  keep: Keeping,
  keeperId: string,
  name: string,
  transaction: Transaction,
  practice: KeptPractice | null = null,
): Promise<Scope> {
  const { db } = keep
  const holdingId = v7()
  const livesOn = practice?.from ?? null
  await db.model('holdings').create({ id: holdingId, name, demo: false, livesOn, practice, seq: 0 }, { transaction })
  await db.model('memberships').create({ keeperId, holdingId, role: 'owner', yards: null, untilDay: null }, { transaction })
  const scope = {
    keeperId,
    keeperName: '',
    holdingId,
    holdingName: name,
    role: 'owner' as const,
    yards: null,
    demo: false,
    livesOn,
    practice,
    closedThrough: null,
  }
  const usual = checkBody<Given>(SENT_RECORDS.settings, { school: 'three-percent', priority: 'knockdown', organicOnly: false, kit: [] })
  await putWithin(keep, scope, KINDS.settings, holdingId, usual, transaction)
  return scope
}

/** An account with a holding of its own, or with a place in the one it was invited to. */
export async function makeAccount(parts: PeopleParts, given: NewAccount): Promise<{ keeperId: string; holdingId: string | null }> {
  const passwordHash = await hashPassword(given.password)
  const keeperId = v7()
  try {
    return await parts.db.sequelize.transaction(async (transaction) => {
      await parts.db.model('keepers').create({ id: keeperId, email: given.email, name: given.name, passwordHash, preferences: {} }, { transaction })
      const invited = given.invitation ? await acceptWithin(parts, keeperId, given.invitation, transaction) : null
      const holdingId = given.holding ? await (await beginHolding(parts, keeperId, given.holding, transaction)).holdingId : null
      return { keeperId, holdingId: invited ?? holdingId }
    })
  } catch (fault) {
    if (fault instanceof UniqueConstraintError)
      throw new Problem(409, 'address-taken', 'There is an account with this address already. Sign in with it, or have a new password sent.')
    throw fault
  }
}

/** Holdings of which somebody is the only owner: they cannot leave before they have handed over or deleted them. */
async function soleHoldings({ db }: Pick<Keeping, 'db'>, keeperId: string, transaction: Transaction): Promise<string[]> {
  const [rows] = await db.sequelize.query(
    `SELECT h.name FROM memberships m JOIN holdings h ON h.id = m.holding_id
      WHERE m.keeper_id = :keeperId AND m.role = 'owner' AND h.leaving_at IS NULL
        AND NOT EXISTS (SELECT 1 FROM memberships o WHERE o.holding_id = m.holding_id AND o.keeper_id <> m.keeper_id AND o.role = 'owner'
          AND o.until_day IS NULL)`,
    { replacements: { keeperId }, transaction },
  )
  return (rows as { name: string }[]).map((r) => r.name)
}

/**
 * Ends an account. What its keeper wrote in the holdings of others stays, by "somebody who has left": records must not
 * lose their past. Address, name and password are gone.
 */
export async function endAccount({ db, clock }: Keeping, { id: keeperId, exportedAt }: KeeperRow): Promise<void> {
  await db.sequelize.transaction(async (transaction) => {
    // Of two owners who leave at once the second waits here, and then sees that they are the last.
    await db.sequelize.query(
      'SELECT 1 FROM holdings WHERE id IN (SELECT holding_id FROM memberships WHERE keeper_id = :keeperId) ORDER BY id FOR UPDATE',
      { replacements: { keeperId }, transaction },
    )
    // A season to practise on is nobody's book: it goes with its keeper.
    await clearPractice(db, keeperId, 0, transaction)
    const sole = await soleHoldings({ db }, keeperId, transaction)
    if (sole.length > 0)
      throw Problem.conflict(`You are the only owner of ${sole.join(' and ')}. Delete it after its export, or make somebody else owner first.`)
    if (!exportedAt) throw Problem.conflict('Export your account first.')
    await db.model('memberships').destroy({ where: { keeperId }, transaction })
    await db.model('calendars').destroy({ where: { keeperId }, transaction })
    await db.model('letters').destroy({ where: { keeperId }, transaction })
    await db.model('passwordResets').destroy({ where: { keeperId }, transaction })
    await db
      .model('keepers')
      .update(
        { email: `left-${keeperId}@gone.invalid`, name: 'Somebody who has left', passwordHash: 'none', preferences: {}, leftAt: clock() },
        { where: { id: keeperId }, transaction },
      )
    await db.sequelize.query(`DELETE FROM sessions WHERE sess ->> 'keeperId' = :keeperId`, { replacements: { keeperId }, transaction })
  })
}
