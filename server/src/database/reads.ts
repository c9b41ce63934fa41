import pg from 'pg'
import { OURS } from './share.ts'

/**
 * Reads that run at every request, as named statements of the driver's own pool: the server plans each once a connection, where
 * planning the large ones anew costs more than running them (measured: an API read of a yard 2.4 times a bare route instead of
 * 1.7). Sequelize has no way to name a statement. `$1` and on stand for the values.
 */
type Read = <T>(name: string, text: string, values: readonly unknown[]) => Promise<T[]>
export interface Reads {
  readonly pool: pg.Pool
  readonly read: Read
  /** Several readings of one moment, on one connection. */
  readonly atOnce: <T>(work: (read: Read) => Promise<T>) => Promise<T>
  readonly close: () => Promise<void>
}

export function openReads(url: string, most: number): Reads {
  const pool = new pg.Pool({ connectionString: url, application_name: OURS, max: most, idleTimeoutMillis: 10_000, connectionTimeoutMillis: 8000 })
  // A connection that is lost while idle is replaced by the next read.
  pool.on('error', () => undefined)
  const readOn =
    (on: pg.Pool | pg.PoolClient): Read =>
    async <T>(name: string, text: string, values: readonly unknown[]) =>
      (await on.query({ name, text, values: [...values] })).rows as T[]
  return {
    pool,
    read: readOn(pool),
    atOnce: async (work) => {
      const client = await pool.connect()
      try {
        await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY')
        const done = await work(readOn(client))
        await client.query('COMMIT')
        client.release()
        return done
      } catch (fault) {
        // One that failed within a transaction is not handed on.
        client.release(true)
        throw fault
      }
    },
    close: () => pool.end(),
  }
}
