import Joi from 'joi'
import { day, instant, maybe, packNote, RECORD_BODIES, spots, uuid, version, whyNote } from '@thistle/core/bodies'
import { EVENT_KINDS } from '@thistle/core/course'
import { treatmentSchema } from '@thistle/core/formats'

const kept = { id: uuid().required(), version: version().required() }
const without = (schema: Joi.ObjectSchema, ...fields: string[]): Joi.ObjectSchema =>
  fields.reduce((made, field) => made.fork(field, (s) => s.forbidden()), schema)

const event = Joi.object({
  id: uuid().required(),
  kind: Joi.string()
    .valid('taken-back', 'cancelled', ...EVENT_KINDS)
    .required(),
  job: maybe(Joi.string()).required(),
  n: maybe(Joi.number().integer()).required(),
  happenedOn: day().required(),
  amount: maybe(Joi.number()).required(),
  note: maybe(Joi.string().allow('')).required(),
  supersedes: maybe(uuid()).required(),
  doneBy: maybe(Joi.string().allow('')).required(),
  reason: maybe(Joi.string()).required(),
  spots: maybe(spots).required(),
  pack: maybe(packNote).required(),
  why: maybe(whyNote).required(),
  savedAt: instant().required(),
})
const course = Joi.object({
  id: uuid().required(),
  decisionId: uuid().required(),
  treatment: treatmentSchema().required(),
  startOn: day().required(),
  latestStart: day().required(),
  facts: Joi.object().unknown(true).required(),
  events: Joi.array().items(event).required(),
})
/** A look as it is handed out with its colony. */
export const lookShape = without(RECORD_BODIES.looks, 'colonyId').keys(kept)
const colony = without(RECORD_BODIES.colonies, 'retiredOn', 'retiredWhy').keys({
  ...kept,
  placement: Joi.object({ ...kept, position: Joi.number().integer().required(), fromDay: day().required(), yardId: uuid().required() }).required(),
  look: maybe(lookShape).required(),
  counts: Joi.array().items(without(RECORD_BODIES.counts, 'colonyId').keys(kept)).required(),
  board: maybe(without(RECORD_BODIES.boards, 'colonyId', 'takenOn').keys(kept)).required(),
  courses: Joi.array().items(course).required(),
})
export const weatherDay = Joi.object({
  date: day().required(),
  high: Joi.number().required(),
  low: maybe(Joi.number()).required(),
  kind: Joi.string().valid('observed', 'forecast').required(),
})
/** A yard with its row, as the page reads it. */
export const yardShape = RECORD_BODIES.yards.keys({
  ...kept,
  today: day().required(),
  weather: Joi.array().items(weatherDay).required(),
  weatherFrom: Joi.object({
    state: Joi.string().valid('told', 'down', 'slow', 'nonsense', 'no-place').required(),
    service: maybe(Joi.string()).required(),
    invented: Joi.boolean().required(),
    askedAt: maybe(instant()).required(),
    record: Joi.object({ n: Joi.number().integer().required(), doubt: Joi.number().required() }).required(),
    ownDays: Joi.array()
      .items(Joi.object({ date: day().required(), source: Joi.string().valid('hand', 'station').required() }))
      .required(),
  }).required(),
  jars: Joi.array().items(without(RECORD_BODIES.jars, 'yardId').keys(kept)).required(),
  visits: Joi.array().items(without(RECORD_BODIES.visits, 'yardId').keys(kept)).required(),
  trials: Joi.array().items(RECORD_BODIES.trials.keys(kept)).required(),
  colonies: Joi.array().items(colony).required(),
})
