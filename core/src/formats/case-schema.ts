import { once, plural } from '../units/index.ts'
import Joi from 'joi'
import {
  AGEING_FACTS,
  BOARD_KINDS,
  BROODS,
  CAUSES,
  KIT,
  KNOWN_FIELDS,
  LOOK_FIELDS,
  METHODS,
  PHASES,
  PRIORITIES,
  RULE_FIELDS,
  SCHOOLS,
  SHELF_FIELDS,
  SUPERS,
  type CountFact,
} from '../situation/index.ts'
import { caseField, caseObject } from './fields.ts'
import { daySchema, MESSAGES } from './joi.ts'
import { byTreatment, MOST_OWN, ownCaseSchema, treatmentSchema } from './own.ts'

const oneOf = (values: readonly string[]) => Joi.string().valid(...values, null)
const maybeDay = () => daySchema().allow(null)
const number = (from: number, to: number) => Joi.number().min(from).max(to).allow(null)
const flag = () => Joi.boolean().allow(null)

const known = () => Object.fromEntries(KNOWN_FIELDS.map((field) => [field, caseField(LOOK_FIELDS[field])]))
const seenOn = () => Joi.object(Object.fromEntries(AGEING_FACTS.map((fact) => [fact, maybeDay()]))).allow(null)
const colony = () => Joi.object({ ...known(), hivedOn: maybeDay(), lookedOn: maybeDay(), seenOn: seenOn() }).required()

function checkCount(value: CountFact, help: Joi.CustomHelpers) {
  const fault = (field: string, words: string) => help.message({ custom: `{{#label}}.${field}: ${words}` })
  if (value.method === 'board') {
    if (value.bees != null) return fault('bees', 'a board has days and no bees')
    return value.days == null ? fault('days', 'a board needs the days it lay') : value
  }
  if (value.share != null || value.spread != null) return fault('share', 'only a board is counted in squares')
  if (value.bees == null) return fault('bees', value.method === 'drone' ? 'cells opened must be there' : 'bees in the jar must be there')
  if (value.mites > value.bees) return fault('mites', `${plural(value.mites, 'mite')} on ${value.bees} is more than there were`)
  return value
}

const count = () =>
  Joi.object({
    date: daySchema().required(),
    method: Joi.string()
      .valid(...METHODS)
      .required(),
    mites: Joi.number().integer().min(0).max(100_000).required(),
    bees: Joi.number().integer().min(1).max(100_000).allow(null),
    days: Joi.number().greater(0).max(30).allow(null).messages({ 'number.greater': '{{#label}} must be more than 0' }),
    recovery: Joi.number().min(0.05).max(1).allow(null),
    representative: flag(),
    share: Joi.number().greater(0).max(1).allow(null).messages({ 'number.greater': '{{#label}} must be more than 0' }),
    spread: number(1, 1000),
  }).custom(checkCount)

/** A keeper's own limit, mites per 100 bees. */
export const limitSchema = (): Joi.Schema =>
  Joi.number().greater(0).max(20).allow(null).messages({ 'number.greater': '{{#label}} must be more than 0' })

const weather = () =>
  Joi.object({
    date: daySchema().required(),
    high: Joi.number().min(-60).max(60).required(),
    low: number(-60, 60),
    kind: oneOf(['observed', 'forecast']),
  }).custom((value: { high: number; low: number | null }, help) =>
    value.low != null && value.low > value.high ? help.message({ custom: '{{#label}}.low is over the high of the same day' }) : value,
  )

/** A month's usual high and low, °C. */
export const monthSchema = (): Joi.ObjectSchema =>
  Joi.object({
    month: Joi.number().integer().min(1).max(12).required(),
    high: Joi.number().min(-60).max(60).required(),
    low: Joi.number().min(-60).max(60).required(),
    guess: Joi.boolean(),
  }).custom((value: { high: number; low: number }, help) =>
    value.low > value.high ? help.message({ custom: '{{#label}}.low is over the high of the same month' }) : value,
  )

const past = () =>
  Joi.object({
    treatment: treatmentSchema().required(),
    start: daySchema().required(),
    end: maybeDay(),
    efficacy: number(-100, 1),
    efficacyLow: number(-1e6, 1),
    efficacyHigh: number(-100, 1),
    brood: oneOf(BROODS),
    why: oneOf(CAUSES),
  }).custom((value: { start: string; end: string | null }, help) =>
    value.end != null && value.end < value.start ? help.message({ custom: '{{#label}}.end is before its start' }) : value,
  )

const rule = () => caseObject(RULE_FIELDS).allow(null)
const stock = () =>
  caseObject(SHELF_FIELDS)
    .keys({
      lots: Joi.array()
        .items(Joi.object({ units: number(0, 100_000), expires: maybeDay(), openedOn: maybeDay() }))
        .max(500)
        .allow(null),
    })
    .allow(null)

/** The case file, version 1: only `case`, `asOf` and `colony.broodBoxes` must be there; `null` means not known. Made when it is first asked for: the page asks for no case. */
export const caseSchema = once(() =>
  Joi.object({
    case: Joi.number().valid(1).required(),
    asOf: daySchema().required(),
    startOn: maybeDay(),
    hemisphere: oneOf(['north', 'south']),
    phase: oneOf(PHASES),
    colony: colony(),
    supers: Joi.object({ now: oneOf(SUPERS), offOn: maybeDay(), nextOn: maybeDay() }).allow(null),
    counts: Joi.array().items(count()).max(2000).allow(null),
    weather: Joi.array().items(weather()).max(1200).unique('date').allow(null).messages({ 'array.unique': '{{#label}} has its day twice' }),
    normals: Joi.array().items(monthSchema()).max(12).unique('month').allow(null).messages({ 'array.unique': '{{#label}} has its month twice' }),
    inventedWeather: Joi.boolean().allow(null),
    forecastDoubt: number(0.1, 10),
    learned: Joi.object({
      extra: Joi.array().items(Joi.number().min(0).max(1).required()).length(3).allow(null),
      board: Joi.object({ mean: Joi.number().min(-5).max(5).required(), sd: Joi.number().min(0).max(3).required() }).allow(null),
    }).allow(null),
    lastOpening: maybeDay(),
    history: Joi.array().items(past()).max(500).allow(null),
    yardCounts: Joi.array().items(count()).max(5000).allow(null),
    yardHistory: Joi.array().items(past()).max(5000).allow(null),
    keeper: Joi.object({
      school: oneOf(SCHOOLS),
      limits: Joi.object(Object.fromEntries(PHASES.map((phase) => [phase, limitSchema()]))).allow(null),
      boards: oneOf(BOARD_KINDS),
      missed: number(1, 20),
      organicOnly: flag(),
      noLiquidAcids: flag(),
      priority: oneOf(PRIORITIES),
      kit: Joi.array()
        .items(Joi.string().valid(...KIT))
        .allow(null),
    }).allow(null),
    rules: byTreatment(rule()).allow(null),
    stock: byTreatment(stock()).allow(null),
    own: Joi.array().items(ownCaseSchema()).max(MOST_OWN).allow(null),
  })
    .prefs({ convert: false, abortEarly: true, messages: MESSAGES, errors: { label: 'path', wrap: { label: false, array: false, string: false } } })
    .label('the case'),
)
