import Joi from 'joi'
import { instant, maybe, uuid } from '@thistle/core/bodies'
import { nothing, refused, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import { isUndoable, undoChange } from './undo.ts'
import { readEntries, type Entry } from './read.ts'

const GROUP = 'History'
const SEQ = { seq: Joi.string().pattern(/^\d{1,12}$/) }
const entry = Joi.object({
  seq: Joi.number().integer().min(1).required(),
  batch: Joi.number().integer().min(1).required(),
  kind: Joi.string().required(),
  id: uuid().required(),
  version: Joi.number().integer().required(),
  state: Joi.object().unknown(true).required(),
  before: maybe(Joi.object().unknown(true)).required(),
  savedAt: instant().required(),
  by: maybe(Joi.string()).required(),
  colonyId: maybe(uuid()).required(),
  colony: maybe(Joi.string()).required(),
  yardId: maybe(uuid()).required(),
  yard: maybe(Joi.string()).required(),
  undoable: Joi.boolean().required(),
})
const entries = Joi.array().items(entry)
const shown = (found: readonly Entry[]) => found.map((e) => ({ ...e, undoable: isUndoable(e) }))

export const changeRoutes = (keep: Keeping): Route[] => [
  {
    method: 'get',
    path: '/changes',
    access: 'read',
    group: GROUP,
    summary: 'Everything since a sequence number of the holding, oldest first',
    query: Joi.object({ since: Joi.number().integer().min(0).default(0) }),
    answers: {
      200: told(Joi.object({ changes: entries.required(), upTo: Joi.number().integer().required() }), 'At most 500; ask again from `upTo`.'),
    },
    handle: async ({ scope, query }) => {
      const found = await readEntries(keep.db, scope, 'AND h.seq > :since ORDER BY h.seq LIMIT 500', { since: query.since })
      return { status: 200, body: { changes: shown(found), upTo: found.at(-1)?.seq ?? query.since } }
    },
  },
  {
    method: 'get',
    path: '/changes/last',
    access: 'read',
    group: GROUP,
    summary: 'The last changes, newest first: of the holding, or of one colony or yard',
    query: Joi.object({
      colony: Joi.string().guid(),
      yard: Joi.string().guid(),
      before: Joi.number().integer().min(1),
      limit: Joi.number().integer().min(1).max(100).default(40),
    }),
    answers: { 200: told(entries, 'The changes.') },
    handle: async ({ scope, query }) => {
      const where = [
        query.colony ? 'AND c.id = :colony' : '',
        query.yard ? 'AND at.id = :yard' : '',
        query.before ? 'AND h.seq < :before' : '',
        'ORDER BY h.seq DESC LIMIT :limit',
      ].join(' ')
      return { status: 200, body: shown(await readEntries(keep.db, scope, where, query)) }
    },
  },
  {
    method: 'post',
    path: '/changes/{seq}/undo',
    access: 'write',
    group: GROUP,
    summary: 'Undoes a change, with all that was changed in the same stroke',
    params: SEQ,
    answers: { 204: nothing('Undone; the undoing is in the history too.'), 409: refused('It was changed again since, or things hang on it.') },
    handle: async ({ scope, params }) => {
      await undoChange(keep, scope, Number(params.seq))
      return { status: 204 }
    },
  },
  {
    method: 'get',
    path: '/history/{id}',
    access: 'read',
    group: GROUP,
    summary: 'Every state a row had, with who and when',
    answers: { 200: told(entries, 'Oldest first.') },
    handle: async ({ scope, params }) => {
      const found = await readEntries(keep.db, scope, 'AND h.row_id = :id ORDER BY h.seq', { id: params.id })
      if (found.length === 0) throw Problem.notFound()
      return { status: 200, body: shown(found) }
    },
  },
]
