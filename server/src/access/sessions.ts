import { createHash } from 'node:crypto'
import type { Request } from 'express'
import { QueryTypes, type Transaction } from 'sequelize'
import type { Clock } from '../clock.ts'
import { markBorn } from './store.ts'
import type { Database } from '../database/index.ts'

/** A session is stamped as used at most so often, ms: writing at every read would cost more than it tells. */
const STAMP_EVERY = 600_000

/** A new session id at every sign-in, so that one planted beforehand is worth nothing. */
export const beginSession = (req: Request, clock: Clock, keeperId: string, holdingId: string | null): Promise<void> =>
  new Promise((resolve, reject) => {
    req.session.regenerate((fault) => {
      if (fault) return reject(fault as Error)
      const now = clock().toISOString()
      Object.assign(req.session, { keeperId, holdingId, since: now, seenAt: now, agent: (req.get('user-agent') ?? '').slice(0, 200) })
      markBorn(req.session)
      req.session.save((failed) => (failed ? reject(failed as Error) : resolve()))
    })
  })

export function stampSession(req: Request, clock: Clock): void {
  const { keeperId, seenAt } = req.session
  const now = clock()
  if (keeperId && (!seenAt || now.getTime() - Date.parse(seenAt) > STAMP_EVERY)) req.session.seenAt = now.toISOString()
}

/** The name under which a session is shown: the id itself would be a key to it. */
export const shownId = (sid: string): string => createHash('sha256').update(sid).digest('hex').slice(0, 32)

export interface ShownSession {
  readonly id: string
  readonly since: string | null
  readonly seenAt: string | null
  readonly agent: string
  readonly current: boolean
}
interface Row {
  readonly sid: string
  readonly sess: { readonly since?: string; readonly seenAt?: string; readonly agent?: string }
}

const rowsOf = (db: Database, keeperId: string, transaction: Transaction | null = null): Promise<Row[]> =>
  db.sequelize.query<Row>(`SELECT sid, sess FROM sessions WHERE sess ->> 'keeperId' = :keeperId AND expire > now()`, {
    replacements: { keeperId },
    type: QueryTypes.SELECT,
    transaction,
  })

/** The open sessions of a keeper, the newest first. */
export async function sessionsOf(db: Database, keeperId: string, currentSid: string): Promise<ShownSession[]> {
  const rows = await rowsOf(db, keeperId)
  return rows
    .map(({ sid, sess }) => ({
      id: shownId(sid),
      since: sess.since ?? null,
      seenAt: sess.seenAt ?? null,
      agent: sess.agent ?? '',
      current: sid === currentSid,
    }))
    .toSorted((a, b) => (b.seenAt ?? '').localeCompare(a.seenAt ?? ''))
}

/** Ends sessions so that the device that still has one is told, and has nothing of the holding stay on it; they go when they would have ended. */
const endThere = (db: Database, sids: readonly string[]) =>
  sids.length === 0
    ? Promise.resolve()
    : db.sequelize
        .query(`UPDATE sessions SET sess = json_build_object('cookie', sess -> 'cookie', 'ended', true) WHERE sid IN (:sids)`, {
          replacements: { sids },
        })
        .then(() => undefined)

const end = (db: Database, sids: readonly string[], transaction: Transaction | null = null) =>
  sids.length === 0
    ? Promise.resolve()
    : db.sequelize.query('DELETE FROM sessions WHERE sid IN (:sids)', { replacements: { sids }, transaction }).then(() => undefined)

/** Ends one session of a keeper by its shown name; false where there is none. */
export async function endSession(db: Database, keeperId: string, shown: string): Promise<boolean> {
  const found = (await rowsOf(db, keeperId)).filter((r) => shownId(r.sid) === shown)
  await endThere(
    db,
    found.map((r) => r.sid),
  )
  return found.length > 0
}

/** Signs a keeper out everywhere but here. */
export async function signOutElsewhere(db: Database, keeperId: string, keepSid: string): Promise<void> {
  const rows = await rowsOf(db, keeperId)
  await endThere(
    db,
    rows.map((r) => r.sid).filter((sid) => sid !== keepSid),
  )
}

/** Ends every session of a keeper but one: after a new password the old ones are worth nothing. */
export async function endOtherSessions(
  db: Database,
  keeperId: string,
  keepSid: string | null,
  transaction: Transaction | null = null,
): Promise<void> {
  const rows = await rowsOf(db, keeperId, transaction)
  await end(
    db,
    rows.filter((r) => r.sid !== keepSid).map((r) => r.sid),
    transaction,
  )
}
