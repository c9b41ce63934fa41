import Joi from 'joi'
import { daySchema } from '@thistle/core/formats'
import { THEMES } from '@thistle/core/holding'
import { DATE_STYLES } from '@thistle/core/time'
import { instant, maybe, role, uuid } from '../records/shapes.ts'

/** Kept in small letters, so that nobody has two accounts by a capital. */
export const email = () =>
  Joi.string()
    .max(254)
    .email({ tlds: false })
    .custom((value: string) => value.toLowerCase())
    .messages({ 'string.email': '{{#label}} does not look like an e-mail address' })
/** A new one; length is what counts (NIST SP 800-63B, from memory). */
export const password = () =>
  Joi.string()
    .min(10)
    .max(1000)
    .messages({ 'string.min': 'At least {{#limit}} characters: a few words in a row are easy to keep in the head and hard to guess' })

const hour = () => Joi.number().integer().min(0).max(23)
export const preferences = Joi.object({
  temperature: Joi.string().valid('C', 'F').default('C'),
  mass: Joi.string().valid('g', 'oz').default('g'),
  volume: Joi.string().valid('mL', 'fl oz').default('mL'),
  dates: Joi.string()
    .valid(...DATE_STYLES)
    .default('day-month'),
  theme: Joi.string()
    .valid(...THEMES)
    .default('as-device'),
  letters: Joi.boolean().default(true),
  letterHour: maybe(hour()).default(null),
  alarmHour: maybe(hour()).default(7),
})

/** What somebody may do in a holding: which role, which yards (null: all), until when (null: no end). */
export const place = {
  role: role().required(),
  yards: maybe(Joi.array().items(uuid()).min(1).max(500).unique()).default(null),
  untilDay: maybe(daySchema()).default(null),
}
export const placeShape = { role: role().required(), yards: maybe(Joi.array().items(uuid())).required(), untilDay: maybe(daySchema()).required() }

export const memberShape = Joi.object({
  keeperId: uuid().required(),
  name: Joi.string().required(),
  email: Joi.string().required(),
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
