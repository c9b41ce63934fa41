import Joi from 'joi'
import { maybe, ownDaysBody } from '@thistle/core/bodies'
import { daySchema, monthSchema } from '@thistle/core/formats'
import { nothing, told, type Route } from '../api/route.ts'
import type { Keeping } from '../records/put.ts'
import { todayOf } from '../clock.ts'
import { askWeather } from './ask.ts'
import type { WeatherSource } from './keep.ts'
import { townsLike } from '../yards/towns.ts'
import { dropOwnDay, keepOwnDays, type OwnDay, type Source } from './own-days.ts'

const GROUP = 'Weather'
export const weatherRoutes = (keep: Keeping, source: WeatherSource): Route[] => [
  {
    method: 'put',
    path: '/yards/{id}/weather',
    access: 'write',
    group: GROUP,
    summary: 'Days of your own, by hand or from a station; they win over the service',
    body: ownDaysBody,
    answers: { 200: told(Joi.object({ changed: Joi.number().integer().required() }), 'How many days changed.') },
    handle: async ({ scope, params, body }) => {
      const given = body as { source: Source; days: OwnDay[] }
      return { status: 200, body: { changed: await keepOwnDays(keep, scope, String(params.id), given.source, given.days) } }
    },
  },
  {
    method: 'delete',
    path: '/yards/{id}/weather/{day}',
    access: 'write',
    group: GROUP,
    summary: 'Takes a day of your own away',
    params: { day: daySchema() },
    answers: { 204: nothing('Away; the service’s day stands again.') },
    handle: async ({ scope, params }) => {
      await dropOwnDay(keep, scope, String(params.id), String(params.day))
      return { status: 204 }
    },
  },
  {
    method: 'get',
    path: '/weather/usual',
    access: 'read',
    group: GROUP,
    summary: 'What the weather service calls usual at a place, month by month',
    query: Joi.object({ latitude: Joi.number().min(-90).max(90).required(), longitude: Joi.number().min(-180).max(180).required() }),
    answers: {
      200: told(
        Joi.object({
          state: Joi.string().valid('told', 'down', 'slow', 'nonsense').required(),
          service: maybe(Joi.string()).required(),
          normals: Joi.array().items(monthSchema()).required(),
        }),
        'The twelve months, or why there are none.',
      ),
    },
    handle: async ({ scope, query }) => {
      const place = query as { latitude: number; longitude: number }
      const asked = await askWeather(source.url, place, todayOf(scope.livesOn, 'UTC', keep.clock), source.patience)
      const found = asked.state === 'told' ? asked : { service: null, normals: [] }
      return { status: 200, body: { state: asked.state, service: found.service, normals: found.normals } }
    },
  },
  {
    method: 'get',
    path: '/weather/towns',
    access: 'read',
    group: GROUP,
    summary: 'Towns by the first letters of their name, to place a yard by the nearest of them',
    query: Joi.object({ like: Joi.string().trim().min(2).max(60).required() }),
    answers: {
      200: told(
        Joi.array().items(
          Joi.object({
            name: Joi.string().required(),
            region: maybe(Joi.string()).required(),
            country: Joi.string().required(),
            latitude: Joi.number().required(),
            longitude: Joi.number().required(),
          }),
        ),
        'The largest first, eight at the most; to two decimals, about a kilometre.',
      ),
    },
    handle: async ({ query }) => ({ status: 200, body: await townsLike(String(query.like)) }),
  },
]
