import Joi from 'joi'
import { day, moveBody, uuid } from '@thistle/core/bodies'
import { told, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'
import type { Keeping } from '../records/put.ts'
import type { WeatherSource } from '../weather/keep.ts'
import { moveColony, type Move } from './move.ts'
import { readLine, readYardsWithWeather } from './read.ts'
import { lookShape, yardShape } from './shapes.ts'

const GROUP = 'Yards'
export const yardRoutes = (keep: Keeping, weather: WeatherSource): Route[] => [
  {
    method: 'get',
    path: '/yards',
    access: 'read',
    group: GROUP,
    summary: 'The yards with their weather, rows, looks, counts and courses; older ones `since` a day',
    query: Joi.object({ since: day() }),
    answers: { 200: told(Joi.array().items(yardShape), 'In the order of the holding.') },
    handle: async ({ scope, query }) => ({
      status: 200,
      body: await readYardsWithWeather(keep, weather, scope, null, query.since === undefined ? null : String(query.since)),
    }),
  },
  {
    method: 'get',
    path: '/yards/{id}',
    access: 'read',
    group: GROUP,
    summary: 'One yard, as in the list',
    answers: { 200: told(yardShape, 'The yard.') },
    handle: async ({ scope, params }) => {
      const [yard] = await readYardsWithWeather(keep, weather, scope, String(params.id))
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
