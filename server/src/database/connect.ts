import { Sequelize } from 'sequelize'
import pg from 'pg'

/** Calendar days stay the text they are; a JavaScript Date would shift them by the time zone. */
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text)
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

/** One pool for the whole process, used by Sequelize. */
export function connect(url: string): Sequelize {
  return new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: 10, min: 0, acquire: 8000, idle: 10_000 },
    define: { underscored: true },
  })
}
