import Joi from 'joi'
import { SENT_RECORDS, type RecordWord } from '@thistle/core/bodies'
import { told, type Route } from '../api/route.ts'
import { KINDS, type Kind } from './kinds.ts'
import { putRecord, removeRecord, type Given, type Keeping } from './put.ts'
import { rowOf } from './shapes.ts'

const GROUP = 'Records'
/** Kinds whose rows can be taken away: a yard or the settings stay. */
const TAKEN_AWAY = new Set(['colony', 'placement', 'look', 'count', 'board', 'jar', 'visit', 'trial', 'lot'])

const putOf = (keep: Keeping, word: RecordWord, kind: Kind): Route => ({
  method: 'put',
  path: `/${word}/{id}`,
  access: 'write',
  group: GROUP,
  summary: `Creates or changes a ${kind.name}; the same again answers the same`,
  body: SENT_RECORDS[word],
  answers: { 200: told(rowOf(kind), 'As it stands now.'), 201: told(rowOf(kind), 'Created.') },
  handle: async ({ scope, params, body }) => {
    const { status, row } = await putRecord(keep, scope, kind, String(params.id), body as Given)
    return { status, body: row }
  },
})

const removeOf = (keep: Keeping, word: RecordWord, kind: Kind): Route => ({
  method: 'delete',
  path: `/${word}/{id}`,
  access: 'write',
  group: GROUP,
  summary: `Marks a ${kind.name} as taken away; its history stays`,
  query: Joi.object({ version: Joi.number().integer().min(1).required() }),
  answers: { 200: told(rowOf(kind), 'Taken away.') },
  handle: async ({ scope, params, query }) => ({
    status: 200,
    body: await removeRecord(keep, scope, kind, String(params.id), Number(query.version)),
  }),
})

/** Idempotent PUT and marking DELETE for every kind. */
export const recordRoutes = (keep: Keeping): Route[] =>
  (Object.entries(KINDS) as [RecordWord, Kind][]).flatMap(([word, kind]) => [
    putOf(keep, word, kind),
    ...(TAKEN_AWAY.has(kind.name) ? [removeOf(keep, word, kind)] : []),
  ])
