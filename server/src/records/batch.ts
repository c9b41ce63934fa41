import Joi from 'joi'
import { refused, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import { KINDS, type Kind } from './kinds.ts'
import { putWithin, withVersion, type Given, type Keeping } from './put.ts'
import { placed } from './placed.ts'
import { uuid, version } from './shapes.ts'

/** The most rows of one batch. */
export const MOST_ROWS = 1000
/** In the order in which they lean on one another. */
const TAKEN = ['colonies', 'placements', 'counts', 'boards'] as const
type Word = (typeof TAKEN)[number]
type Batch = Readonly<Record<Word, readonly (Given & { readonly id: string })[]>>

const kindOf = (word: Word): Kind => {
  const kind = KINDS[word]
  if (!kind) throw new Error(`no kind ${word}`)
  return kind
}
const rows = (word: Word) =>
  Joi.array()
    .items(withVersion(kindOf(word)).keys({ id: uuid().required() }))
    .max(MOST_ROWS)
    .default([])
const body = Joi.object(Object.fromEntries(TAKEN.map((word) => [word, rows(word)])))
const answer = Joi.object(
  Object.fromEntries(
    TAKEN.map((word) => [
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
  body,
  answers: { 200: told(answer, 'All of them as they stand now.'), 404: refused('One of them belongs to something that is not in your holding.') },
  handle: async ({ scope, body: given }) => {
    const batch = given as Batch
    const count = TAKEN.reduce((sum, word) => sum + batch[word].length, 0)
    if (count > MOST_ROWS) throw Problem.invalid([{ path: '', sentence: `${count} rows are too many at once: ${MOST_ROWS} are taken.` }])
    const done = await keep.db.sequelize.transaction(async (transaction) => {
      const kept: Record<string, unknown[]> = {}
      for (const word of TAKEN) {
        kept[word] = []
        for (const [i, { id, ...row }] of batch[word].entries()) {
          const put = await putWithin(keep, scope, kindOf(word), id, row as Given, transaction).catch((fault: unknown) => {
            throw placed(fault, word, i)
          })
          kept[word].push({ id, version: put.row.version })
        }
      }
      return kept
    })
    return { status: 200, body: done }
  },
})
