import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import type pg from 'pg'
import type { Config } from '../config.ts'
import { Problem } from '../problems/problem.ts'

/** How often something may be tried. The counters stand in PostgreSQL, so that all instances count together. */
export interface Limits {
  /** Tries from one address: signing in, making an account, or a demo. */
  readonly attempt: (what: 'sign-in' | 'sign-up' | 'demo', address: string) => Promise<void>
  /**
   * Tries of a password, wherever it is asked: at the door on an address, wherever they come from (a stolen list is slow to try), and
   * inside on the keeper who is signed in. The two are counted apart, so that nobody outside locks an owner out of what they hold.
   */
  readonly onPassword: (whose: string) => Promise<void>
  /** A right password clears what was counted. */
  readonly clearPassword: (whose: string) => Promise<void>
  readonly write: (who: string, many?: number) => Promise<void>
}

const QUARTER = 15 * 60

export function makeLimits(pool: pg.Pool, config: Pick<Config, 'signInsPerQuarter' | 'writesPerMinute'>): Limits {
  const limiter = (name: string, points: number, duration: number) =>
    new RateLimiterPostgres({
      storeClient: pool,
      storeType: 'pool',
      tableName: 'attempts',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix: name,
      points,
      duration,
    })
  const perAddress = {
    'sign-in': limiter('in', config.signInsPerQuarter * 5, QUARTER),
    'sign-up': limiter('up', config.signInsPerQuarter * 2, 4 * QUARTER),
    // A hall full of people behind one address; not so many that one could sweep away everybody's.
    demo: limiter('demo', config.signInsPerQuarter * 4, QUARTER),
  }
  const perAccount = limiter('account', config.signInsPerQuarter, QUARTER)
  const writes = limiter('write', config.writesPerMinute, 60)
  async function take(from: RateLimiterPostgres, key: string, what: string, many = 1): Promise<void> {
    try {
      await from.consume(key.slice(0, 200), many)
    } catch (fault) {
      if (!(fault instanceof RateLimiterRes)) throw fault
      throw Problem.tooMany(what, Math.max(1, Math.ceil(fault.msBeforeNext / 1000)))
    }
  }
  return {
    attempt: (what, address) => take(perAddress[what], address, 'That was tried very often from here.'),
    onPassword: (whose) => take(perAccount, whose, 'The password of this account was tried very often.'),
    clearPassword: async (whose) => {
      await perAccount.delete(whose.slice(0, 200))
    },
    write: (who, many) => take(writes, who, 'That is more than is taken in a minute.', many),
  }
}
