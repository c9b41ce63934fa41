import { Sequelize } from 'sequelize'
import pg from 'pg'
import { OURS } from './share.ts'

/** Calendar days stay the text they are; a JavaScript Date would shift them by the time zone. */
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text)
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

/** How long a statement may run, and wait for a row that other work holds, ms: one keeper's work never stops the others for longer. */
const LONGEST = { statement_timeout: 20_000, lock_timeout: 8000, idle_in_transaction_session_timeout: 20_000 } as const

/** One pool for the whole process, used by Sequelize; `most`: its connections. */
export function connect(url: string, most: number): Sequelize {
  return new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    dialectOptions: { ...LONGEST, application_name: OURS },
    pool: { max: most, min: 0, acquire: 8000, idle: 10_000 },
    define: { underscored: true },
  })
}
