import { QueryTypes, type Sequelize } from 'sequelize'
import { Umzug, type UmzugStorage } from 'umzug'
import { MIGRATIONS } from './migrations/index.ts'

/** Any number, the same for all instances: only one of them migrates at a time. */
const LOCK = 7_411_023

/** Which steps have run. A step writes its own mark, in its own transaction: there is no moment between the two in which a kill could fall. */
const marks = (sequelize: Sequelize): UmzugStorage => ({
  executed: async () => {
    await sequelize.query('CREATE TABLE IF NOT EXISTS migrations (name varchar(255) PRIMARY KEY)')
    return (await sequelize.query<{ name: string }>('SELECT name FROM migrations ORDER BY name', { type: QueryTypes.SELECT })).map((r) => r.name)
  },
  logMigration: () => Promise.resolve(),
  unlogMigration: ({ name }) => Promise.reject(new Error(`${name} is never taken back: go back to a backup instead`)),
})

/** Brings the schema up to date, each step with its mark in a transaction of its own. What another instance did meanwhile is left out. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const done: string[] = []
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: () =>
        sequelize.transaction(async (transaction) => {
          // A step may take as long as it takes, and so may waiting for another instance that runs it.
          await sequelize.query('SET LOCAL statement_timeout = 0; SET LOCAL lock_timeout = 0', { transaction })
          await sequelize.query('SELECT pg_advisory_xact_lock(:lock)', { replacements: { lock: LOCK }, transaction })
          const marked = await sequelize.query('INSERT INTO migrations (name) VALUES (:name) ON CONFLICT DO NOTHING RETURNING name', {
            replacements: { name },
            type: QueryTypes.SELECT,
            transaction,
          })
          if (marked.length === 0) return
          await sequelize.query(up, { transaction, raw: true })
          done.push(name)
        }),
    })),
    storage: marks(sequelize),
    logger: undefined,
  })
  await umzug.up()
  return done
}
