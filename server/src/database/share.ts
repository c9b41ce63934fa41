import pg from 'pg'

/** What one process would use where there is room: more at once only wait for each other (measured at two cores, docs/running.md). */
const [MOST_WRITES, MOST_READS] = [10, 5]
/** With fewer nobody else could work beside one long reading. */
const [LEAST_WRITES, LEAST_READS] = [2, 3]

/** Connections of one process: for work that writes, and for readings. */
export interface Share {
  readonly writes: number
  readonly reads: number
}

/** A process's share of the connections that are left for us, two parts for what writes and one for readings. */
export function shareOf(left: number, processes: number): Share {
  const own = Math.floor(left / processes)
  const reads = Math.min(MOST_READS, Math.max(LEAST_READS, Math.floor(own / 3)))
  return { reads, writes: Math.min(MOST_WRITES, Math.max(LEAST_WRITES, own - reads)) }
}

/** Asks the database how many connections it takes and who else has some: `processes` of ours share the rest. */
export async function findShare(url: string, processes: number): Promise<Share> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 8000, application_name: OURS })
  await client.connect()
  try {
    const { rows } = await client.query<{ left: number }>(
      `SELECT current_setting('max_connections')::int - current_setting('superuser_reserved_connections')::int
            - (SELECT count(*)::int FROM pg_stat_activity WHERE backend_type = 'client backend' AND application_name <> $1) AS left`,
      [OURS],
    )
    return shareOf(rows[0]?.left ?? 0, processes)
  } finally {
    await client.end()
  }
}

/** By this name our own connections are told from those of others. */
export const OURS = 'round-thistle'
