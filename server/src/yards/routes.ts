import Joi from 'joi'
import { day, moveBody, uuid } from '@thistle/core/bodies'
import type { Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { withBreaths } from '../api/breaths.ts'
import type { Built } from '../api/built.ts'
import { JSON_TYPE, nothing, told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import type { WeatherSource } from '../weather/keep.ts'
import { moveColony, type Move } from './move.ts'
import { freshHeads, type Heads } from './heads.ts'
import { present, readInParts, readLine, readYard } from './read.ts'
import { lookShape, yardShape } from './shapes.ts'

const GROUP = 'Yards'

/** The yards as JSON, a yard a line: whoever reads it may take them one by one. */
async function yardsText({ db, clock }: Keeping, scope: Scope, heads: Heads, since: Day | null): Promise<string> {
  const lines: string[] = []
  await readInParts(db, scope, clock, heads, (rows) => withBreaths(rows.map((row) => () => lines.push(JSON.stringify(present(row))))), { since })
  return `[\n${lines.join(',\n')}\n]`
}

export const yardRoutes = (keep: Keeping, weather: WeatherSource, built: Built): Route[] => [
  {
    method: 'get',
    path: '/yards',
    access: 'read',
    group: GROUP,
    summary: 'The yards with their weather, rows, looks, counts and courses; older ones `since` a day',
    query: Joi.object({ since: day() }),
    answers: {
      200: told(Joi.array().items(yardShape), 'In the order of the holding, a yard a line; with an ETag.'),
      304: nothing('Nothing is another since the answer whose ETag was sent as If-None-Match.'),
    },
    handle: async ({ req, scope, query }) => {
      const since = query.since === undefined ? null : String(query.since)
      const heads = await freshHeads(keep, weather, scope)
      const etag = `"${heads.mark}${since ?? ''}"`
      if (req.get('if-none-match') === etag) return { status: 304, headers: { etag } }
      const question = `yards ${scope.holdingId} ${since ?? ''} ${scope.yards?.join() ?? 'all'}`
      return {
        status: 200,
        type: JSON_TYPE,
        built: await built.of(question, heads.mark, () => yardsText(keep, scope, heads, since)),
        headers: { etag },
      }
    },
  },
  {
    method: 'get',
    path: '/yards/{id}',
    access: 'read',
    group: GROUP,
    summary: 'One yard, as in the list',
    answers: { 200: told(yardShape, 'The yard.') },
    handle: async ({ scope, params }) => {
      const yard = await readYard(keep, weather, scope, String(params.id))
      if (!yard) throw Problem.notFound()
      return { status: 200, body: yard }
    },
  },
  {
    method: 'get',
    path: '/colonies/{id}/line',
    access: 'read',
    group: GROUP,
    summary: 'One colony with everything of it `since` a day, else of a year and a bit, all of its looks among it',
    query: Joi.object({ since: day() }),
    answers: {
      200: told(
        Joi.object({ yard: yardShape.required(), looks: Joi.array().items(lookShape).required() }),
        'Its yard with it alone in the row, and its looks, oldest first.',
      ),
    },
    handle: async ({ scope, params, query }) => {
      const line = await readLine(keep, scope, String(params.id), query.since === undefined ? null : String(query.since))
      if (!line) throw Problem.notFound()
      return { status: 200, body: line }
    },
  },
  {
    method: 'post',
    path: '/colonies/{id}/move',
    access: 'write',
    group: GROUP,
    summary: 'Ends the old placement and begins a new one; those behind move up',
    body: moveBody,
    answers: { 200: told(Joi.object({ placementId: uuid().required() }), 'Where it stands now.') },
    handle: async ({ scope, params, body }) => ({ status: 200, body: await moveColony(keep, scope, String(params.id), body as Move) }),
  },
]
