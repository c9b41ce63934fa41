import Joi from 'joi'
import { PRACTICE_COLONIES, PRACTICE_SEEDS } from '../practice/index.ts'
import { day, uuid } from './shapes.ts'

/** A charge that went into the vaporiser, g. */
export const loadBody = Joi.object({ grams: Joi.number().greater(0).max(20).required() })

/** To another yard, or another place in the row. */
export const moveBody = Joi.object({
  yardId: uuid().required(),
  position: Joi.number().integer().min(1).max(999).required(),
  onDay: day().required(),
  placementId: uuid().required(),
})

const degrees = () => Joi.number().min(-60).max(60).required()
const ownDay = Joi.object({ date: day().required(), high: degrees(), low: degrees() }).custom((it: { high: number; low: number }, help) =>
  it.low > it.high ? help.message({ custom: `{{#label}}: the low, ${it.low}, is over the high, ${it.high}` }) : it,
)
/** Days of weather by a keeper's own hand or station. */
export const ownDaysBody = Joi.object({
  source: Joi.string().valid('hand', 'station').default('hand'),
  days: Joi.array().items(ownDay).min(1).max(800).unique('date').messages({ 'array.unique': '{{#label}} has its day twice' }).required(),
})

/** The day on which the demo lives. */
export const dateBody = Joi.object({ on: day().required() })
/** A season to practise on: its seed, drawn where none is given, and how many colonies. */
export const practiceBody = Joi.object({
  seed: Joi.number().integer().min(PRACTICE_SEEDS.least).max(PRACTICE_SEEDS.most).allow(null).default(null),
  colonies: Joi.number().integer().min(PRACTICE_COLONIES.least).max(PRACTICE_COLONIES.most).default(PRACTICE_COLONIES.usual),
})
/** What is counted of a colony to practise on: a jar of so many bees, the so-manieth of the day, or a board of so many days. */
export const drawnBody = Joi.object({
  colonyId: uuid().required(),
  method: Joi.string().valid('wash', 'sugar', 'board').required(),
  bees: Joi.number().integer().min(1).max(2000).when('method', { is: 'board', then: Joi.forbidden(), otherwise: Joi.required() }),
  jar: Joi.number()
    .integer()
    .min(1)
    .max(20)
    .when('method', { is: 'board', then: Joi.forbidden(), otherwise: Joi.number().default(1) }),
  days: Joi.number().integer().min(1).max(30).when('method', { is: 'board', then: Joi.required(), otherwise: Joi.forbidden() }),
})
export const holdingBody = Joi.object({ holdingId: uuid().required() })
