import type { Sequelize } from 'sequelize'
import { connect } from './connect.ts'
import { defineModels, modelOf, type Models, type RowModel } from './models.ts'

/** The connection with its tables. */
export interface Database {
  readonly sequelize: Sequelize
  readonly model: (name: string) => RowModel
  readonly models: Models
}

export function openDatabase(url: string): Database {
  const sequelize = connect(url)
  const models = defineModels(sequelize)
  return { sequelize, models, model: (name) => modelOf(models, name) }
}

export { migrate } from './migrate.ts'
