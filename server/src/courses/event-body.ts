import Joi from 'joi'
import { EVENT_KINDS, type EventKind } from '@thistle/core/course'
import { daySchema } from '@thistle/core/formats'
import type { Spot } from '@thistle/core/holding'
import { spots } from '../yards/shapes.ts'

export interface GivenEvent {
  readonly courseId: string
  readonly kind: EventKind | 'taken-back' | 'cancelled'
  readonly job: string | null
  readonly n: number | null
  readonly happenedOn: string
  readonly amount: number | null
  readonly note: string | null
  readonly supersedes: string | null
  readonly doneBy: string | null
  readonly reason: string | null
  readonly spots: readonly Spot[] | null
  readonly device: string | null
}
/** Everything an event may say, left out. */
export const NO_EVENT: Omit<GivenEvent, 'courseId' | 'kind' | 'happenedOn'> = {
  job: null,
  n: null,
  amount: null,
  note: null,
  supersedes: null,
  doneBy: null,
  reason: null,
  spots: null,
  device: null,
}
const OF_A_JOB = Joi.valid('done', 'part', 'set', 'accepted')

export const eventBody = Joi.object<GivenEvent>({
  courseId: Joi.string().guid().required(),
  kind: Joi.string()
    .valid('taken-back', 'cancelled', ...EVENT_KINDS)
    .required(),
  job: Joi.string()
    .valid('prepare', 'dose', 'check', 'remove', 'put-back', 'queen-check', 'recount')
    .allow(null)
    .default(null)
    .when('kind', { is: OF_A_JOB, then: Joi.invalid(null) })
    .when('kind', { is: Joi.valid('done', 'part'), then: Joi.invalid('recount') }),
  n: Joi.number()
    .integer()
    .min(1)
    .max(50)
    .allow(null)
    .default(null)
    .when('kind', { is: OF_A_JOB, then: Joi.invalid(null) }),
  happenedOn: daySchema().required(),
  amount: Joi.number()
    .min(0)
    .max(10_000)
    .allow(null)
    .default(null)
    .when('kind', { is: Joi.valid('part', 'found'), then: Joi.number().greater(0).invalid(null) }),
  note: Joi.string().max(2000).allow(null, '').default(null),
  supersedes: Joi.string().guid().allow(null).default(null),
  doneBy: Joi.string().max(80).allow(null, '').default(null),
  reason: Joi.string()
    .trim()
    .min(3)
    .max(2000)
    .allow(null)
    .default(null)
    .when('kind', { is: 'accepted', then: Joi.invalid(null) }),
  spots: spots.allow(null).default(null),
  device: Joi.string().max(80).allow(null, '').default(null),
})
