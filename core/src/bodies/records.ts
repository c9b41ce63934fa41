import Joi from 'joi'
import { MEASURES } from '../count/index.ts'
import { byTreatment, faultOfAsked, limitSchema, MOST_OWN, OWN_INSIDE, treatmentSchema, monthSchema, sentObject } from '../formats/index.ts'
import { RECORD_FIELDS, type RecordFields } from '../holding/index.ts'
import {
  AGEING_FACTS,
  KIT_WORDS,
  PHASES,
  RULE_FIELDS,
  SCHOOLS,
  SHELF_FIELDS,
  OWN_FIELDS,
  faultOfSheets,
  type OwnSheet,
  type Rule,
  type TreatmentKey,
} from '../situation/index.ts'
import { TREATMENTS } from '../treatments/index.ts'
import { sayAs, USUAL_READER } from '../words/index.ts'
import { day, left, uuid } from './shapes.ts'

const normals = Joi.array().items(monthSchema()).max(12).unique('month').messages({ 'array.unique': '{{#label}} has its month twice' })

const timeZone = Joi.string()
  .max(60)
  .custom((value: string, help) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: value })
      return value
    } catch {
      return help.message({ custom: '{{#label}} is not a time zone that is known, like Europe/Paris' })
    }
  })

const mites = () => Joi.number().integer().min(0).max(100_000)
const squares = Joi.object({
  counted: Joi.number().integer().min(0).max(2500).required(),
  of: Joi.number().integer().min(1).max(2500).required(),
  mites: Joi.array().items(mites()).max(2500).required(),
})
/** One jar, board or set of drone cells of a count. */
export const sampleBody = Joi.object({
  mites: mites().required(),
  bees: left(Joi.number().integer().min(0).max(100_000)),
  days: left(Joi.number().min(0).max(1000)),
  shakes: left(Joi.array().items(mites()).max(20)),
  measured: left(
    Joi.object({
      by: Joi.string()
        .valid(...MEASURES)
        .required(),
      amount: Joi.number().min(0).max(10_000).required(),
    }),
  ),
  squares: left(squares),
})
const share = () => Joi.number().min(0).max(1).required()
/** Marks outside the photograph are refused: a share of its width or height is from 0 to 1. */
const photo = Joi.object({
  photoId: uuid().required(),
  width: Joi.number().integer().min(1).max(20_000).required(),
  height: Joi.number().integer().min(1).max(20_000).required(),
  grid: left(
    Joi.object({
      columns: Joi.number().integer().min(1).max(50).required(),
      rows: Joi.number().integer().min(1).max(50).required(),
      seed: Joi.number().integer().min(0).max(4_294_967_295).required(),
      chosen: Joi.array().items(Joi.number().integer().min(0).max(2499)).min(1).max(2500).unique().required(),
    }),
  ),
  marks: Joi.array()
    .items(Joi.object({ x: share(), y: share() }))
    .max(5000)
    .required(),
})

const phaseLimits = () => Joi.object(Object.fromEntries(PHASES.map((phase) => [phase, limitSchema()])))

const minutesOfDay = () => Joi.number().integer().min(0).max(1440).required()
/** The days and hours a keeper has, and what works with them. */
const work = Joi.object({
  minutes: Joi.array().items(minutesOfDay()).length(7).required(),
  away: Joi.array()
    .items(
      Joi.object({ from: day().required(), to: day().required() }).custom((a: { from: string; to: string }, help) =>
        a.to < a.from ? help.message({ custom: '{{#label}} ends before it begins' }) : a,
      ),
    )
    .max(100)
    .required(),
  yardMinutes: Joi.number().integer().min(0).max(600).required(),
  people: Joi.number().integer().min(1).max(20).required(),
  vaporisers: Joi.object({ type: Joi.string().valid('rod', 'pan').required(), count: Joi.number().integer().min(1).max(20).required() }).required(),
})

/** Two to four arms, none twice; colonies once each, in arms that are there. */
const arms = Joi.array()
  .items(Joi.alternatives().conditional(Joi.string().valid('untreated').required(), { then: Joi.any(), otherwise: treatmentSchema() }))
  .min(2)
  .max(4)
  .unique()
const inTrial = Joi.array()
  .items(
    Joi.object({
      colonyId: uuid().required(),
      arm: Joi.number().integer().min(0).max(3).required(),
      block: Joi.number().integer().min(1).max(200).required(),
    }),
  )
  .min(4)
  .max(200)
  .unique('colonyId')

/** What was mixed, as it was asked of the bench. */
const mixAsked = Joi.object({ what: Joi.string().required() })
  .unknown(true)
  .custom((value: object, help) => {
    const fault = faultOfAsked(value)
    return fault === null ? value : help.message({ custom: `{{#label}}.${fault}` })
  })

/** What is known of a tool. */
const gearFacts = Joi.object({
  since: left(day()),
  until: left(day()),
  hours: left(Joi.number().min(0).max(100_000)),
  mostHours: left(Joi.number().greater(0).max(100_000)),
  note: Joi.string().max(500).allow(null, '').default(null),
})

/** What the shapes among the fields may hold. */
const INSIDE = {
  timeZone,
  normals,
  photo,
  rules: byTreatment(sentObject(RULE_FIELDS)),
  stock: byTreatment(sentObject(SHELF_FIELDS)),
  ownLimits: Joi.object(Object.fromEntries(SCHOOLS.map((school) => [school, phaseLimits()]))),
  cup: Joi.object({ mL: Joi.number().min(20).max(1000).required(), bees: Joi.number().integer().min(30).max(3000).required() }),
  work,
  gear: Joi.object(Object.fromEntries(KIT_WORDS.map(([tool]) => [tool, gearFacts]))),
  arms,
  drawn: inTrial,
  treatment: treatmentSchema(),
  mix: mixAsked,
  own: Joi.array().items(sentObject(OWN_FIELDS, OWN_INSIDE)).max(MOST_OWN),
  seenOn: Joi.object(Object.fromEntries(AGEING_FACTS.map((fact) => [fact, day()]))),
} as const
export type RecordWord = keyof RecordFields
const body = (kind: RecordWord): Joi.ObjectSchema => sentObject(RECORD_FIELDS[kind], INSIDE)

const NAMES = TREATMENTS.map((t) => t.name)
/** Sheets of the keeper's own that contradict themselves, or that nobody confirmed. */
function checkOwn(
  value: { readonly own: readonly OwnSheet[]; readonly rules: Readonly<Partial<Record<TreatmentKey, Rule>>> },
  help: Joi.CustomHelpers,
) {
  const fault = faultOfSheets(value.own, value.rules, NAMES)
  if (fault === null) return value
  const [, at, ...field] = fault.field.split(/[[\].]+/)
  return help.error(
    'own.fault',
    { says: sayAs(USUAL_READER, fault.says) },
    help.state.localize?.(['own', Number(at), ...field.map((f) => (/^\d+$/.test(f) ? Number(f) : f))]),
  )
}

/** A count without what was counted in it. */
export const countRow = body('counts')
/** Every kind of row that keepers write, by the word in its address. */
export const RECORD_BODIES: Readonly<Record<RecordWord, Joi.ObjectSchema>> = {
  ...(Object.fromEntries(Object.keys(RECORD_FIELDS).map((kind) => [kind, body(kind as RecordWord)])) as Record<RecordWord, Joi.ObjectSchema>),
  settings: body('settings').custom(checkOwn).messages({ 'own.fault': '{{#label}} {{#says}}' }),
  counts: countRow.keys({ samples: Joi.array().items(sampleBody).min(1).max(50).required() }),
}

/** As it is sent: with the version that was seen; none for a row that is new. */
export const withVersion = (body: Joi.ObjectSchema): Joi.ObjectSchema =>
  body.keys({ version: Joi.number().integer().min(0).allow(null).default(null) })
export const SENT_RECORDS = Object.fromEntries(Object.entries(RECORD_BODIES).map(([word, body]) => [word, withVersion(body)])) as Readonly<
  Record<RecordWord, Joi.ObjectSchema>
>
