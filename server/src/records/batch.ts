import Joi from 'joi'
import { batchBody, BATCHED, MOST_ROWS, uuid, version, type Batched } from '@thistle/core/bodies'
import { refused, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import { KINDS } from './kinds.ts'
import { putRows, type Given, type Keeping } from './put.ts'
import { placed } from './placed.ts'

type Batch = Readonly<Record<Batched, readonly (Given & { readonly id: string })[]>>

const answer = Joi.object(
  Object.fromEntries(
    BATCHED.map((word) => [
      word,
      Joi.array()
        .items(Joi.object({ id: uuid().required(), version: version().required() }))
        .required(),
    ]),
  ),
)

/** Many rows in one stroke: all of them are kept or none, and one undo takes them all back. */
export const batchRoute = (keep: Keeping): Route => ({
  method: 'post',
  path: '/records',
  access: 'write',
  group: 'Records',
  summary: 'Creates or changes many rows in one stroke: all or none',
  body: batchBody,
  answers: { 200: told(answer, 'All of them as they stand now.'), 404: refused('One of them belongs to something that is not in your holding.') },
  handle: async ({ scope, body: given }) => {
    const batch = given as Batch
    const count = BATCHED.reduce((sum, word) => sum + batch[word].length, 0)
    if (count > MOST_ROWS) throw Problem.invalid([{ path: '', sentence: `${count} rows are too many at once: ${MOST_ROWS} are taken.` }])
    const done = await keep.db.sequelize.transaction(async (transaction) => {
      const kept: Record<string, unknown[]> = {}
      for (const word of BATCHED) {
        const rows = batch[word]
        const twice = rows.findIndex((row, i) => rows.findIndex((other) => other.id === row.id) < i)
        if (twice >= 0) throw Problem.invalid([{ path: `${word}[${twice}].id`, sentence: `Row ${twice + 1} has the id of a row before it.` }])
        const put = await putRows(keep, scope, KINDS[word], rows, transaction, (fault, i) => placed(fault, word, i))
        kept[word] = put.map(({ row }, i) => ({ id: rows[i]?.id, version: row.version }))
      }
      return kept
    })
    return { status: 200, body: done }
  },
})
