import Joi from 'joi'
import { strokeBody, type GivenEvent } from '@thistle/core/bodies'
import { refused, told, type Route } from '../api/route.ts'
import { KINDS } from '../records/kinds.ts'
import { strokeOf } from '../records/log.ts'
import { placed } from '../records/placed.ts'
import { putWithin, removeWithin, type Given, type Keeping } from '../records/put.ts'
import { putEventWithin } from './events.ts'

const VISIT = KINDS.visits

interface Stroke {
  readonly visits: readonly (Given & { readonly id: string })[]
  readonly visitsGone: readonly { readonly id: string; readonly version: number }[]
  readonly events: readonly (GivenEvent & { readonly id: string })[]
}
export const strokeAnswer = Joi.object({ stroke: Joi.number().integer().allow(null).required() })

/** Days that are set for jobs, visits planned and given up, or one thing done in many colonies: all of it in one stroke. */
export const strokeRoute = (keep: Keeping): Route => ({
  method: 'post',
  path: '/rounds',
  access: 'write',
  group: 'Courses',
  summary: 'What was done in many colonies, days set for jobs, visits planned: all or none, and one undo takes it back',
  body: strokeBody,
  answers: {
    200: told(strokeAnswer, 'The number of the stroke, by which it is undone.'),
    404: refused('One of them belongs to something that is not in your holding.'),
  },
  handle: async ({ scope, body: given }) => {
    const { visits, visitsGone, events } = given as Stroke
    const stroke = await keep.db.sequelize.transaction(async (transaction) => {
      const each = async <T>(word: string, rows: readonly T[], put: (row: T) => Promise<unknown>) => {
        for (const [i, row] of rows.entries())
          await put(row).catch((fault: unknown) => {
            throw placed(fault, word, i)
          })
      }
      await each('visitsGone', visitsGone, (v) => removeWithin(keep, scope, VISIT, v.id, v.version, transaction))
      await each('visits', visits, ({ id, ...row }) => putWithin(keep, scope, VISIT, id, row as Given, transaction))
      await each('events', events, ({ id, ...event }) => putEventWithin(keep, scope, id, event, transaction))
      return strokeOf(transaction)
    })
    return { status: 200, body: { stroke } }
  },
})
