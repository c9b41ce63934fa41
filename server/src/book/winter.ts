import Joi from 'joi'
import { winterOf, winterYear, type WinterColony } from '@thistle/core/book'
import { day, maybe, uuid } from '@thistle/core/bodies'
import { told, type Route } from '../api/route.ts'
import { todayOf } from '../clock.ts'
import type { Keeping } from '../records/put.ts'

const ROWS = `
  SELECT c.id AS "colonyId", c.name, p.position, y.id AS "yardId", y.name AS yard, y.hemisphere, c.since, c.retired_on AS "retiredOn", c.retired_why AS "retiredWhy",
    (SELECT max(e.happened_on) FROM courses k JOIN events e ON e.course_id = k.id WHERE k.colony_id = c.id AND e.kind = 'died'
       AND NOT EXISTS (SELECT 1 FROM events b WHERE b.supersedes = e.id)) AS "diedOn",
    a.mites, a.bees, a.on_day AS "countedOn",
    greatest((SELECT max(l.on_day) FROM looks l WHERE l.colony_id = c.id AND l.deleted_at IS NULL),
             (SELECT max(n.on_day) FROM counts n WHERE n.colony_id = c.id AND n.deleted_at IS NULL),
             (SELECT max(e.happened_on) FROM courses k JOIN events e ON e.course_id = k.id WHERE k.colony_id = c.id AND e.kind IN ('done', 'part')
                AND NOT EXISTS (SELECT 1 FROM events b WHERE b.supersedes = e.id))) AS "seenOn"
    FROM colonies c
    JOIN LATERAL (SELECT p.yard_id, p.position FROM placements p WHERE p.colony_id = c.id AND p.deleted_at IS NULL ORDER BY p.from_day DESC LIMIT 1) p ON true
    JOIN yards y ON y.id = p.yard_id AND y.deleted_at IS NULL
    LEFT JOIN LATERAL (
      SELECT n.on_day, sum(x.mites)::int AS mites, sum(x.bees)::int AS bees FROM counts n JOIN count_samples x ON x.count_id = n.id
       WHERE n.colony_id = c.id AND n.deleted_at IS NULL AND n.method IN ('wash', 'sugar')
         AND n.on_day BETWEEN CASE y.hemisphere WHEN 'north' THEN $3::date ELSE $5::date END AND CASE y.hemisphere WHEN 'north' THEN $4::date ELSE $6::date END
       GROUP BY n.id ORDER BY n.on_day DESC LIMIT 1) a ON true
   WHERE c.holding_id = $1 AND c.deleted_at IS NULL AND ($2::uuid[] IS NULL OR y.id = ANY($2::uuid[]))
   ORDER BY y.name, p.position, c.name`

/** Jars up to the turn of the year still tell of the autumn. */
const UNTIL: Readonly<Record<'north' | 'south', (year: number) => string>> = {
  north: (year) => `${year - 1}-12-31`,
  south: (year) => `${year}-06-30`,
}

export const winterRoute = ({ db, clock }: Keeping): Route => ({
  method: 'get',
  path: '/winter',
  access: 'read',
  group: 'The book',
  summary: 'How each colony stood in autumn, and when it was last seen, of the winter that ends in a year',
  query: Joi.object({ year: Joi.number().integer().min(1970).max(2200) }),
  answers: {
    200: told(
      Joi.object({
        year: Joi.number().integer().required(),
        colonies: Joi.array()
          .items(
            Joi.object({
              colonyId: uuid().required(),
              name: Joi.string().required(),
              position: Joi.number().integer().required(),
              yardId: uuid().required(),
              yard: Joi.string().required(),
              hemisphere: Joi.string().valid('north', 'south').required(),
              since: day().required(),
              retiredOn: maybe(day()).required(),
              retiredWhy: maybe(Joi.string().allow('')).required(),
              diedOn: maybe(day()).required(),
              mites: maybe(Joi.number().integer()).required(),
              bees: maybe(Joi.number().integer()).required(),
              countedOn: maybe(day()).required(),
              seenOn: maybe(day()).required(),
            }),
          )
          .required(),
      }),
      'By yard and place; also those that are gone.',
    ),
  },
  handle: async ({ scope, query }) => {
    const year = query.year === undefined ? winterYear(todayOf(scope.livesOn, 'UTC', clock), 'north') : Number(query.year)
    const autumn = (hemisphere: 'north' | 'south') => [winterOf(year, hemisphere).autumn, UNTIL[hemisphere](year)]
    const colonies = await db.reads.read<WinterColony>('winter', ROWS, [scope.holdingId, scope.yards, ...autumn('north'), ...autumn('south')])
    return { status: 200, body: { year, colonies } }
  },
})
