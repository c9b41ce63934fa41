import { QueryTypes, type Transaction } from 'sequelize'
import type { Role, Scope } from '../access/scope.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import type { PeopleParts } from './parts.ts'
import { invitationToken, readInvitationToken } from './tokens.ts'

/** What somebody may do in a holding. */
export interface Place {
  readonly role: Role
  readonly yards: readonly string[] | null
  readonly untilDay: string | null
}
export interface NewInvitation extends Place {
  readonly forWhom: string
  readonly email: string | null
}
interface Row extends Place {
  readonly id: string
  readonly holdingId: string
  readonly forWhom: string
  readonly madeAt: Date
  readonly endsAt: Date
  readonly usedBy: string | null
  readonly withdrawnAt: Date | null
  /** Whoever made it is still an owner: an invitation is worth what its maker may. */
  readonly makerMay: boolean
}
interface Named extends Row {
  readonly holdingName: string
  readonly madeBy: string
  readonly usedByName: string | null
}

/** How long a link may lie. */
const LASTS = 14 * 86_400_000

const READ = `
  SELECT i.id, i.holding_id AS "holdingId", i.for_whom AS "forWhom", i.role, i.yards, i.until_day AS "untilDay", i.made_at AS "madeAt",
         i.ends_at AS "endsAt", i.used_by AS "usedBy", i.withdrawn_at AS "withdrawnAt",
         EXISTS (SELECT 1 FROM memberships m WHERE m.keeper_id = i.made_by AND m.holding_id = i.holding_id AND m.role = 'owner' AND h.leaving_at IS NULL
           AND (m.until_day IS NULL OR m.until_day >= current_date)) AS "makerMay", h.name AS "holdingName", k.name AS "madeBy", u.name AS "usedByName"
    FROM invitations i JOIN holdings h ON h.id = i.holding_id JOIN keepers k ON k.id = i.made_by LEFT JOIN keepers u ON u.id = i.used_by`

const stateOf = (row: Row, now: Date) => (row.usedBy ? 'used' : row.withdrawnAt || !row.makerMay ? 'withdrawn' : row.endsAt < now ? 'over' : 'open')

const linkOf = (parts: PeopleParts, id: string) => `${parts.publicUrl()}/invitation/${invitationToken(id, parts.secret)}`

function present(parts: PeopleParts, row: Named) {
  const { id, forWhom, role, yards, untilDay, madeBy, madeAt, endsAt } = row
  const state = stateOf(row, parts.clock())
  const link = state === 'open' ? linkOf(parts, id) : null
  return { id, forWhom, role, yards, untilDay, madeBy, madeAt, endsAt, state, usedBy: row.usedByName, link }
}

/** Every invitation of the holding, the newest first. */
export async function invitationsOf(parts: PeopleParts, scope: Scope): Promise<unknown[]> {
  const rows = await parts.db.sequelize.query<Named>(`${READ} WHERE i.holding_id = :holdingId ORDER BY i.made_at DESC LIMIT 100`, {
    replacements: { holdingId: scope.holdingId },
    type: QueryTypes.SELECT,
  })
  return rows.map((row) => present(parts, row))
}

/** Yards must be the holding's own. */
export async function checkYards(
  { db }: Pick<Keeping, 'db'>,
  scope: Scope,
  yards: readonly string[] | null,
  transaction: Transaction,
): Promise<void> {
  if (!yards) return
  const found = await db.model('yards').count({ where: { holdingId: scope.holdingId, id: [...yards], deletedAt: null }, transaction })
  if (found !== yards.length) throw Problem.invalid([{ path: 'yards', sentence: 'One of these yards is not in your holding.' }])
}

/** Makes an invitation, and sends its link where an address is given. The same again answers the same link. */
export async function invite(parts: PeopleParts, scope: Scope, id: string, given: NewInvitation): Promise<{ status: 200 | 201; body: unknown }> {
  const { db, clock } = parts
  if (scope.demo && given.email)
    throw Problem.invalid([{ path: 'email', sentence: 'The demo sends no letters: leave the address out, and hand the link over yourself.' }])
  const made = await db.sequelize.transaction(async (transaction) => {
    const found = await db.model('invitations').findByPk(id, { raw: true, transaction })
    if (found && found.holdingId !== scope.holdingId) throw Problem.notFound()
    if (found) return false
    await checkYards(parts, scope, given.yards, transaction)
    const { forWhom, role, yards, untilDay } = given
    const now = clock()
    const row = {
      id,
      holdingId: scope.holdingId,
      forWhom,
      role,
      yards,
      untilDay,
      madeBy: scope.keeperId,
      madeAt: now,
      endsAt: new Date(now.getTime() + LASTS),
    }
    await db.model('invitations').create(row, { transaction })
    return true
  })
  if (made && given.email) {
    await parts.mail({
      to: given.email,
      subject: `${scope.keeperName} invites you to ${scope.holdingName}`,
      text: `Hello ${given.forWhom},\n\n${scope.keeperName} would like you to join ${scope.holdingName} in Round Thistle as ${given.role}. Within fourteen days, come in here:\n\n${linkOf(parts, id)}\n\nThe link works once.\n`,
    })
  }
  const [row] = await db.sequelize.query<Named>(`${READ} WHERE i.id = :id`, { replacements: { id }, type: QueryTypes.SELECT })
  if (!row) throw Problem.notFound()
  return { status: made ? 201 : 200, body: present(parts, row) }
}

/** Open invitations that somebody made die with their right to make them. */
export async function withdrawAllOf(
  { db, clock }: Pick<Keeping, 'db' | 'clock'>,
  holdingId: string,
  madeBy: string,
  transaction: Transaction,
): Promise<void> {
  await db.model('invitations').update({ withdrawnAt: clock() }, { where: { holdingId, madeBy, usedBy: null, withdrawnAt: null }, transaction })
}

export async function withdraw({ db, clock }: Keeping, scope: Scope, id: string): Promise<void> {
  const [changed] = await db
    .model('invitations')
    .update({ withdrawnAt: clock() }, { where: { id, holdingId: scope.holdingId, usedBy: null, withdrawnAt: null } })
  if (changed === 0) throw Problem.notFound()
}

const OVER = {
  used: 'This invitation has been used. Ask for another one.',
  withdrawn: 'This invitation was withdrawn. Ask whoever sent it.',
  over: 'This invitation is older than fourteen days. Ask for another one.',
}

async function openOne(parts: PeopleParts, token: string, transaction: Transaction | null): Promise<Named> {
  const id = readInvitationToken(token, parts.secret)
  const [row] = id
    ? await parts.db.sequelize.query<Named>(`${READ} WHERE i.id = :id${transaction ? ' FOR UPDATE OF i' : ''}`, {
        replacements: { id },
        type: QueryTypes.SELECT,
        ...(transaction ? { transaction } : {}),
      })
    : []
  if (!row) throw new Problem(404, 'not-found', 'There is no such invitation. Check that the whole link was copied.')
  const state = stateOf(row, parts.clock())
  if (state !== 'open') throw new Problem(410, `invitation-${state}`, OVER[state])
  return row
}

/** What an invitation offers, for whoever holds its link. */
export async function readInvitation(parts: PeopleParts, token: string): Promise<unknown> {
  const { forWhom, holdingName, madeBy, role, untilDay } = await openOne(parts, token, null)
  return { forWhom, holding: holdingName, by: madeBy, role, untilDay }
}

/** Takes the place that was offered; answers the holding. An invitation serves once. */
export async function acceptWithin(parts: PeopleParts, keeperId: string, token: string, transaction: Transaction): Promise<string> {
  const { db, clock } = parts
  const row = await openOne(parts, token, transaction)
  const { holdingId, role, yards, untilDay } = row
  const there = await db.model('memberships').findOne({ where: { keeperId, holdingId }, raw: true, transaction })
  if (there) throw Problem.conflict(`You are in ${row.holdingName} already; the link can be used by somebody else.`)
  const removal = await db.model('removals').findOne({ where: { keeperId, holdingId }, raw: true, transaction })
  if (removal && row.madeAt <= removal.removedAt)
    throw new Problem(410, 'invitation-withdrawn', `You were taken out of ${row.holdingName} after this link was made. Ask an owner for a new one.`)
  await db.model('invitations').update({ usedBy: keeperId, usedAt: clock() }, { where: { id: row.id }, transaction })
  await db.model('memberships').create({ keeperId, holdingId, role, yards, untilDay }, { transaction })
  return holdingId
}
export const accept = (parts: PeopleParts, keeperId: string, token: string): Promise<string> =>
  parts.db.sequelize.transaction((transaction) => acceptWithin(parts, keeperId, token, transaction))
