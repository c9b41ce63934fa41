import type { Model, ModelStatic } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApi, type Api } from './harness.ts'

let api: Api
beforeAll(async () => {
  api = await startApi({ demo: false })
})
afterAll(() => api.close())

/** PostgreSQL's own words for what our models call their columns. */
const KIND: Readonly<Record<string, readonly string[]>> = {
  UUID: ['uuid'],
  TEXT: ['text', 'character varying'],
  INTEGER: ['integer', 'bigint', 'smallint'],
  REAL: ['real', 'double precision', 'numeric'],
  'DOUBLE PRECISION': ['double precision'],
  BOOLEAN: ['boolean'],
  DATE: ['date'],
  'TIMESTAMP WITH TIME ZONE': ['timestamp with time zone'],
  JSONB: ['jsonb'],
  BYTEA: ['bytea'],
}

describe('the models', () => {
  it('say of every column what the database says: its name, its type, and whether it may be empty', async () => {
    const [rows] = await api.db.sequelize.query(
      `SELECT table_name AS "table", column_name AS "column", data_type AS "type", is_nullable = 'YES' AS "mayBeNull"
         FROM information_schema.columns WHERE table_schema = 'public'`,
    )
    const known = new Map((rows as { table: string; column: string; type: string; mayBeNull: boolean }[]).map((c) => [`${c.table}.${c.column}`, c]))
    const models = (Object.values(api.db.sequelize.models) as ModelStatic<Model>[]).filter((m) => m.getTableName() !== 'migrations')
    expect(models.length).toBeGreaterThan(20)
    const wrong = models.flatMap((model) =>
      Object.values(model.getAttributes()).flatMap((attribute) => {
        const at = `${model.getTableName() as string}.${attribute.field}`
        const column = known.get(at)
        if (!column) return [`${at} is not there`]
        const type = String(attribute.type)
        const right = type.endsWith('[]') ? column.type === 'ARRAY' : (KIND[type] ?? []).includes(column.type)
        return [
          ...(right ? [] : [`${at}: ${type}, and ${column.type} there`]),
          ...((attribute.allowNull !== false) === column.mayBeNull ? [] : [`${at} may be empty in one and not in the other`]),
        ]
      }),
    )
    expect(wrong).toEqual([])
  })
})
