import Joi from 'joi'
import { EVENT_KINDS, type EventKind } from '../course/index.ts'
import type { Field } from '../fields/index.ts'
import { caseField, nameOf, treatmentSchema } from '../formats/index.ts'
import type { Spot, WhyNote } from '../holding/index.ts'
import { CAUSES, PACK_FIELDS, SHELF_FIELDS, type PackNote, type TreatmentKey } from '../situation/index.ts'
import type { JobKind } from '../treatments/index.ts'
import { SENT_RECORDS } from './records.ts'
import { day, left, maybe, uuid, version } from './shapes.ts'

/** What was done, as it is sent. */
export interface GivenEvent {
  readonly courseId: string
  readonly kind: EventKind | 'taken-back' | 'cancelled'
  readonly job: JobKind | null
  readonly n: number | null
  readonly happenedOn: string
  readonly amount: number | null
  readonly note: string | null
  readonly supersedes: string | null
  readonly doneBy: string | null
  readonly reason: string | null
  readonly spots: readonly Spot[] | null
  /** What its pack says, of a `pack-noted` alone. */
  readonly pack?: PackNote | null
  /** What was found out of a reason, of a `why-noted` alone. */
  readonly why?: WhyNote | null
  readonly device: string | null
}
/** What was given before the book knew of it: how many rounds, how much at a time, and when it was over; null while it still is in. */
export interface GivenPast {
  readonly rounds: number
  readonly amount: number | null
  readonly endOn: string | null
}
/** A choice for one or many colonies, as it is sent. */
export interface GivenDecision {
  readonly yardId: string
  readonly treatment: TreatmentKey
  readonly startOn: string
  readonly note: string | null
  /** It was given before it was entered: nothing is asked of the gates, and its rounds are entered with it. */
  readonly past: GivenPast | null
  readonly colonies: readonly { readonly colonyId: string; readonly courseId: string; readonly situation?: unknown }[]
}

/** Where strips hang: box from the floor up, after which frame from the left. */
export const spots = Joi.array()
  .items(Joi.object({ box: Joi.number().integer().min(1).max(12).required(), after: Joi.number().integer().min(0).max(40).required() }))
  .max(60)

/** What a pack says: at least one thing, each as on the shelf. */
export const packNote = Joi.object(
  Object.fromEntries(
    PACK_FIELDS.map((name) => {
      const field: Field = SHELF_FIELDS[name]
      return [name, field.kind === 'text' ? nameOf(field.most) : caseField(field).invalid(null)]
    }),
  ),
)
  .min(1)
  .messages({ 'object.min': '{{#label}} must say something' })

/** A reason for which a course may have fallen short, and whether it was that. */
export const whyNote = Joi.object<WhyNote>({
  cause: Joi.string()
    .valid(...CAUSES)
    .required(),
  found: Joi.string().valid('sound', 'suspect').required(),
})

const OF_A_JOB = Joi.valid('done', 'part', 'set', 'accepted')
const MOST_IN_A_STROKE = 500

export const eventBody = Joi.object<GivenEvent>({
  courseId: uuid().required(),
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
  happenedOn: day().required(),
  amount: Joi.number()
    .min(0)
    .max(10_000)
    .allow(null)
    .default(null)
    .when('kind', { is: Joi.valid('part', 'found'), then: Joi.number().greater(0).invalid(null) }),
  note: Joi.string().max(2000).allow(null, '').default(null),
  supersedes: left(uuid()),
  doneBy: Joi.string().max(80).allow(null, '').default(null),
  reason: Joi.string()
    .trim()
    .min(3)
    .max(2000)
    .allow(null)
    .default(null)
    .when('kind', { is: 'accepted', then: Joi.invalid(null) }),
  spots: maybe(spots).default(null),
  pack: left(packNote).when('kind', { is: 'pack-noted', then: Joi.invalid(null).required(), otherwise: Joi.valid(null) }),
  why: left(whyNote).when('kind', { is: 'why-noted', then: Joi.invalid(null).required(), otherwise: Joi.valid(null) }),
  device: Joi.string().max(80).allow(null, '').default(null),
})

const pastBody = Joi.object({
  rounds: Joi.number().integer().min(1).max(12).required(),
  amount: left(Joi.number().min(0).max(10_000)),
  endOn: left(day()),
})

export const decisionBody = Joi.object<GivenDecision>({
  yardId: uuid().required(),
  treatment: treatmentSchema().required(),
  startOn: day().required(),
  note: Joi.string().max(2000).allow(null, '').default(null),
  past: left(pastBody),
  colonies: Joi.array()
    .min(1)
    .max(200)
    .unique('colonyId')
    .items(Joi.object({ colonyId: uuid().required(), courseId: uuid().required(), situation: Joi.object().unknown(true) }))
    .required(),
})

/** Courses of the past in one stroke: a choice for each treatment, day and way it was given. */
export const MOST_PAST_COURSES = 300
const withId = (schema: Joi.ObjectSchema) => schema.keys({ id: uuid().required() })
/** What was done in many colonies, days set for jobs, visits planned and given up. */
export const strokeBody = Joi.object({
  visits: Joi.array().items(withId(SENT_RECORDS.visits)).max(MOST_IN_A_STROKE).default([]),
  visitsGone: Joi.array()
    .items(Joi.object({ id: uuid().required(), version: version().required() }))
    .max(MOST_IN_A_STROKE)
    .default([]),
  events: Joi.array()
    .items(withId(eventBody as Joi.ObjectSchema))
    .max(MOST_IN_A_STROKE)
    .unique('id')
    .default([]),
})

export const pastCoursesBody = Joi.object({
  decisions: Joi.array()
    .items(withId(decisionBody as Joi.ObjectSchema).fork('past', () => pastBody.required()))
    .min(1)
    .max(MOST_PAST_COURSES)
    .unique('id')
    .required(),
})
