import connectPgSimple from 'connect-pg-simple'
import session, { type SessionData } from 'express-session'
import type pg from 'pg'

const BORN = Symbol('a session that was begun in this very request')
const PgStore = connectPgSimple(session)
type Ended = (fault?: unknown) => void

/** Marks a session as begun just now: the one moment in which it is written where there was none. */
export const markBorn = (begun: object): void => void ((begun as Record<symbol, boolean>)[BORN] = true)

/**
 * The store of sessions. A request that was under way while its session was ended elsewhere saves it at its end; the store of the
 * package would insert it again. Here what is not there any more stays away.
 */
export class SessionStore extends PgStore {
  readonly #pool: pg.Pool

  constructor(pool: pg.Pool, errorLog: (fault: unknown) => void) {
    super({ pool, tableName: 'sessions', disableTouch: true, pruneSessionInterval: 3600, errorLog })
    this.#pool = pool
  }

  override set(sid: string, data: SessionData, done?: Ended): void {
    const mark = data as unknown as Record<symbol, boolean | undefined>
    if (mark[BORN]) {
      mark[BORN] = undefined
      super.set(sid, data, done)
      return
    }
    const lasts = data.cookie.maxAge ?? 0
    this.#pool
      .query("UPDATE sessions SET sess = $2, expire = to_timestamp($3) WHERE sid = $1 AND sess ->> 'ended' IS NULL", [
        sid,
        JSON.stringify(data),
        (Date.now() + lasts) / 1000,
      ])
      .then(() => done?.(), done)
  }
}
