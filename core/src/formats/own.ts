import Joi from 'joi'
import { MOST_LIMITS, OWN_FIELDS, OWN_KEY, TREATMENT_KEYS } from '../situation/index.ts'
import { caseField } from './fields.ts'
import type { Field } from '../fields/index.ts'

/** Most sheets of one's own in a holding. */
export const MOST_OWN = 40

const ownKeySchema = () => Joi.string().pattern(OWN_KEY).messages({ 'string.pattern.base': '{{#label}} must be own- and an id' })
const known = () => Joi.string().valid(...TREATMENT_KEYS)
/** A treatment of the list, or one of the keeper's own. */
export const treatmentSchema = (): Joi.Schema =>
  Joi.alternatives().conditional(Joi.string().pattern(/^own-/).required(), { then: ownKeySchema(), otherwise: known() })
/** Something for each treatment, of the list or of the keeper's own. */
export const byTreatment = (schema: Joi.Schema): Joi.ObjectSchema =>
  Joi.object(Object.fromEntries(TREATMENT_KEYS.map((key) => [key, schema]))).pattern(OWN_KEY, schema)

const dayOfCourse = () => Joi.number().integer().min(0).max(400).required()
const degrees = () => Joi.number().min(-30).max(60).allow(null).required()
const limit = Joi.object({
  from: dayOfCourse(),
  to: dayOfCourse(),
  reads: Joi.string().valid('high', 'mean').required(),
  of: Joi.string().valid('each', 'warmest', 'average').required(),
  least: degrees(),
  bestFrom: degrees(),
  bestTo: degrees(),
  most: degrees(),
})
/** What the shapes of a sheet may hold. */
export const OWN_INSIDE = { key: ownKeySchema(), limits: Joi.array().items(limit).max(MOST_LIMITS) } as const

const { key: _key, limits: _limits, ...plain } = OWN_FIELDS
/** A sheet as a case carries it. */
export const ownCaseSchema = () =>
  Joi.object({
    key: OWN_INSIDE.key.required(),
    ...Object.fromEntries(Object.entries(plain).map(([name, field]) => [name, caseField(field as Field)])),
    limits: OWN_INSIDE.limits.required(),
  })
