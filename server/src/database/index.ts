import type { Sequelize } from 'sequelize'
import { connect } from './connect.ts'
import { openReads, type Reads } from './reads.ts'
import { defineModels, modelOf, type Models, type RowModel } from './models.ts'

/** The connection with its tables. */
export interface Database {
  readonly sequelize: Sequelize
  readonly model: (name: string) => RowModel
  readonly models: Models
  readonly reads: Reads
  readonly close: () => Promise<void>
}

export function openDatabase(url: string): Database {
  const sequelize = connect(url)
  const models = defineModels(sequelize)
  const reads = openReads(url)
  const close = async () => void (await Promise.all([sequelize.close(), reads.close()]))
  return { sequelize, models, model: (name) => modelOf(models, name), reads, close }
}

export { migrate } from './migrate.ts'
