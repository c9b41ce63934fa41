import Joi from 'joi'
import { daySchema } from '@thistle/core/formats'
import type { Kind } from './kinds.ts'

/** What answers are made of. */
export const uuid = () => Joi.string().guid()
export const instant = () => Joi.string().isoDate()
export const maybe = (schema: Joi.Schema) => schema.allow(null)
export const version = () => Joi.number().integer().min(1)

/** A row of a kind as it is answered: its body with what is kept beside it. */
export const rowOf = (kind: Kind): Joi.ObjectSchema =>
  kind.body.keys({ id: uuid().required(), version: version().required(), deletedAt: maybe(instant()).required() })

export const day = daySchema
export const role = () => Joi.string().valid('owner', 'helper', 'reader')
