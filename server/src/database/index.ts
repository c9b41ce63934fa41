import type { Sequelize } from 'sequelize'
import { connect } from './connect.ts'
import { openReads, type Reads } from './reads.ts'
import { defineModels, type Models } from './models.ts'

/** The connection with its tables. */
export interface Database extends Models {
  readonly sequelize: Sequelize
  readonly reads: Reads
  readonly close: () => Promise<void>
}

/** `writes`: connections for work that writes; tests take one, so that work which asks for a second while it holds the first is found. */
export function openDatabase(url: string, writes = 10, most = 5): Database {
  const sequelize = connect(url, writes)
  const reads = openReads(url, most)
  const close = async () => void (await Promise.all([sequelize.close(), reads.close()]))
  return { sequelize, ...defineModels(sequelize), reads, close }
}

export { findShare, shareOf } from './share.ts'
export { migrate } from './migrate.ts'
export { inDatabase } from './models.ts'
export type { ColumnName, RecordTable, RowOf, TableName } from './models.ts'
