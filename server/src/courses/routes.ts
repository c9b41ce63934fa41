import Joi from 'joi'
import {
  day,
  decisionBody,
  eventBody,
  maybe,
  MOST_PAST_COURSES,
  pastCoursesBody,
  uuid,
  version,
  type GivenDecision,
  type GivenEvent,
} from '@thistle/core/bodies'
import { caseSchema, treatmentSchema } from '@thistle/core/formats'
import { refused, told, type Route } from '../api/route.ts'
import { ensureTheirs } from '../access/rows.ts'
import { Problem } from '../problems/problem.ts'
import { strokeOf } from '../records/log.ts'
import { placed } from '../records/placed.ts'
import type { Keeping } from '../records/put.ts'
import { putDecision, putDecisionWithin } from './decisions.ts'
import { putEvent } from './events.ts'
import { decidedOf } from './decided.ts'
import { keptRoute } from './kept.ts'
import { strokeAnswer, strokeRoute } from './rounds.ts'

const GROUP = 'Courses'
const treatment = treatmentSchema
const decided = Joi.object({
  id: uuid().required(),
  version: version().required(),
  yardId: uuid(),
  treatment: treatment(),
  name: Joi.string(),
  madeOn: day(),
  startOn: day(),
  note: maybe(Joi.string().allow('')),
  courses: Joi.array().items(Joi.object({ id: uuid().required(), colonyId: uuid().required(), latestStart: day().required() })),
})
const entered = Joi.object({ id: uuid().required(), seq: Joi.number().integer().min(1).required() })
const course = Joi.object({
  id: uuid().required(),
  holdingId: uuid().required(),
  decisionId: uuid().required(),
  colonyId: uuid().required(),
  treatment: treatment().required(),
  startOn: day().required(),
  latestStart: day().required(),
  facts: Joi.object().unknown(true).required(),
  situation: caseSchema().required(),
  answer: Joi.object().unknown(true).required(),
})

export const courseRoutes = (keep: Keeping): Route[] => [
  {
    method: 'put',
    path: '/decisions/{id}',
    access: 'write',
    group: GROUP,
    summary: 'A choice for one or many colonies; the answer is worked out here and kept with it',
    body: decisionBody,
    answers: { 200: told(decided, 'Kept already.'), 201: told(decided, 'Kept, with a course for each colony.') },
    handle: async ({ scope, params, body }) => {
      const { status, row } = await putDecision(keep, scope, String(params.id), body as GivenDecision)
      return { status, body: row }
    },
  },
  {
    method: 'put',
    path: '/events/{id}',
    access: 'write',
    group: GROUP,
    summary: 'What was done; never changed, corrected by an event that supersedes it',
    body: eventBody,
    answers: { 200: told(entered, 'Entered already.'), 201: told(entered, 'Entered.') },
    handle: async ({ scope, params, body }) => {
      const { status, row } = await putEvent(keep, scope, String(params.id), body as GivenEvent)
      return { status, body: row }
    },
  },
  {
    method: 'post',
    path: '/past-courses',
    access: 'write',
    group: GROUP,
    summary: 'Courses that were given before they were entered: all or none, and one undo takes them back',
    body: pastCoursesBody,
    answers: {
      200: told(strokeAnswer, 'The number of the stroke, by which it is undone.'),
      404: refused('One of them belongs to something that is not in your holding.'),
    },
    handle: async ({ scope, body }) => {
      const { decisions } = body as { decisions: readonly (GivenDecision & { id: string })[] }
      if (decisions.reduce((sum, d) => sum + d.colonies.length, 0) > MOST_PAST_COURSES)
        throw Problem.invalid([{ path: 'decisions', sentence: `More than ${MOST_PAST_COURSES} courses at once: send them in parts.` }])
      const told = await keep.db.sequelize.transaction(async (transaction) => {
        for (const [i, { id, ...given }] of decisions.entries())
          await putDecisionWithin(keep, scope, id, given, transaction).catch((fault: unknown) => {
            throw placed(fault, 'decisions', i)
          })
        return strokeOf(transaction)
      })
      return { status: 200, body: { stroke: told } }
    },
  },
  strokeRoute(keep),
  keptRoute(keep),
  {
    method: 'get',
    path: '/courses/{id}',
    access: 'read',
    group: GROUP,
    summary: 'A course with the whole situation and answer it was chosen on',
    answers: { 200: told(course, 'The course.') },
    handle: async ({ scope, params }) => {
      const found = await keep.db.model('courses').findByPk(String(params.id), { raw: true })
      if (!found) throw Problem.notFound()
      await keep.db.sequelize.transaction((transaction) => ensureTheirs({ ...keep, scope, transaction }, 'courses', found))
      const { decidedId, ...row } = found
      return { status: 200, body: { ...row, ...(await decidedOf(keep.db, [{ ...row, decidedId }])).get(row.id) } }
    },
  },
]
