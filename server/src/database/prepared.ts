import { QueryTypes, type Sequelize } from 'sequelize'

interface Connection {
  query: (query: { name: string; text: string; values: readonly unknown[] }) => Promise<{ rows: unknown[] }>
}
interface Manager {
  getConnection: (options: { type: QueryTypes }) => Promise<Connection>
  releaseConnection: (connection: Connection) => void
}

/**
 * Runs a read as a prepared statement on a connection of Sequelize's own pool: the statements of the hot reads are large,
 * and planning them anew each time costs more than running them. `$1` and on stand for the values.
 */
export async function prepared<T>(sequelize: Sequelize, name: string, text: string, values: readonly unknown[]): Promise<T[]> {
  const manager = (sequelize as unknown as { connectionManager: Manager }).connectionManager
  const connection = await manager.getConnection({ type: QueryTypes.SELECT })
  try {
    const { rows } = await connection.query({ name, text, values })
    return rows as T[]
  } finally {
    manager.releaseConnection(connection)
  }
}
