import Joi from 'joi'
import { instant, maybe, role, uuid } from '@thistle/core/bodies'
import { daySchema } from '@thistle/core/formats'

const placeShape = { role: role().required(), yards: maybe(Joi.array().items(uuid())).required(), untilDay: maybe(daySchema()).required() }

export const memberShape = Joi.object({
  keeperId: uuid().required(),
  name: Joi.string().required(),
  /** For owners; null for everybody else. */
  email: maybe(Joi.string()).required(),
  since: instant().required(),
  ...placeShape,
})
export const invitationShape = Joi.object({
  id: uuid().required(),
  forWhom: Joi.string().required(),
  madeBy: Joi.string().required(),
  madeAt: instant().required(),
  endsAt: instant().required(),
  state: Joi.string().valid('open', 'used', 'withdrawn', 'over').required(),
  usedBy: maybe(Joi.string()).required(),
  link: maybe(Joi.string()).required(),
  ...placeShape,
})
