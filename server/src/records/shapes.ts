import type Joi from 'joi'
import { instant, maybe, uuid, version } from '@thistle/core/bodies'
import type { Kind } from './kinds.ts'

/** A row of a kind as it is answered: its body with what is kept beside it. */
export const rowOf = (kind: Kind): Joi.ObjectSchema =>
  kind.body.keys({ id: uuid().required(), version: version().required(), deletedAt: maybe(instant()).required() })
