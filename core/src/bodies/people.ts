import Joi from 'joi'
import { THEMES } from '../holding/index.ts'
import { DATE_STYLES } from '../time/index.ts'
import { left, maybeDay, nameOf, role, uuid } from './shapes.ts'

/** Kept in small letters, so that nobody has two accounts by a capital. */
const email = () =>
  Joi.string()
    .max(254)
    .email({ tlds: false })
    .custom((value: string) => value.toLowerCase())
    .messages({ 'string.email': '{{#label}} does not look like an e-mail address' })
/** A new one; length is what counts (NIST SP 800-63B, from memory). */
const password = () =>
  Joi.string()
    .min(10)
    .max(1000)
    .messages({ 'string.min': 'At least {{#limit}} characters: a few words in a row are easy to keep in the head and hard to guess' })
/** One that is there already. */
const known = () => Joi.string().max(1000).required()
const hour = () => Joi.number().integer().min(0).max(23)

export const signInBody = Joi.object<{ email: string; password: string }>({ email: Joi.string().max(254).required(), password: known() })

export const accountBody = Joi.object({
  name: nameOf(80).required(),
  email: email().required(),
  password: password().required(),
  holding: left(nameOf(80)),
  invitation: left(Joi.string().max(200)),
}).custom((value: { holding: string | null; invitation: string | null }, help) =>
  value.holding === null && value.invitation === null ? help.message({ custom: 'Name your holding, or come by an invitation' }) : value,
)

/** Somebody's name, or a holding's. */
export const nameBody = Joi.object({ name: nameOf(80).required() })

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
  letterHour: left(hour()),
  alarmHour: hour().allow(null).default(7),
  outlook: Joi.boolean().default(true),
  firstSteps: Joi.boolean().default(true),
})

export const passwordBody = Joi.object({ password: known(), next: password().required() })
/** Said again before something ends for good. */
export const sureBody = Joi.object({ password: known() })
/** With the code from the end of the export, which shows that it is there whole. */
export const deletionBody = Joi.object({ name: Joi.string().max(80).required(), password: known(), code: Joi.string().max(40).required() })
export const forgottenBody = Joi.object({ email: Joi.string().max(254).required() })
export const resetBody = Joi.object({ password: password().required() })

/** What somebody may do in a holding: which role, which yards (null: all), until when (null: no end). */
const place = {
  role: role().required(),
  yards: left(Joi.array().items(uuid()).min(1).max(500).unique()),
  untilDay: maybeDay(),
}
/** An owner sees all yards: somebody has to. */
const ownersSeeAll = (value: { role: string; yards: unknown }, help: Joi.CustomHelpers) =>
  value.role === 'owner' && value.yards !== null
    ? help.message({ custom: 'An owner has all yards; leave the yards out, or choose another role' })
    : value
export const memberBody = Joi.object(place).custom(ownersSeeAll)
export const invitationBody = Joi.object({ ...place, forWhom: nameOf(80).required(), email: left(email()) }).custom(ownersSeeAll)
export const acceptanceBody = Joi.object({ token: Joi.string().max(200).required() })

/** What a link to read by may show. */
export const LINK_PARTS = ['register', 'counts', 'looks', 'review'] as const
/** The longest a link lasts, days. */
const MOST_LINK_DAYS = 365
export const readerLinkBody = Joi.object({
  forWhom: nameOf(80).required(),
  yards: Joi.array().items(uuid()).min(1).max(500).unique().allow(null).required(),
  parts: Joi.array()
    .items(Joi.string().valid(...LINK_PARTS))
    .min(1)
    .unique()
    .required(),
  days: Joi.number().integer().min(1).max(MOST_LINK_DAYS).required(),
})
