import { SequelizeStorage, Umzug } from 'umzug'
import type { Sequelize } from 'sequelize'
import { MIGRATIONS } from './migrations/index.ts'

/** Any number, the same for all instances: only one of them migrates at a time. */
const LOCK = 7_411_023

/** Brings the schema up to date, each step in a transaction of its own. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map((step) => ({
      name: step.name,
      up: () => sequelize.transaction((transaction) => sequelize.query(step.up, { transaction, raw: true })),
    })),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  })
  return sequelize.transaction(async (transaction) => {
    await sequelize.query('SELECT pg_advisory_xact_lock(:lock)', { replacements: { lock: LOCK }, transaction })
    return (await umzug.up()).map((m) => m.name)
  })
}
