import Joi from 'joi'
import { isDay } from '../time/index.ts'

/** A calendar day that exists. */
export const daySchema = (): Joi.StringSchema =>
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/, 'day')
    .custom((value: string, help) => (isDay(value) ? value : help.error('any.invalid')))
    .messages({
      'string.base': '{{#label}} must be a day',
      'string.pattern.name': '{{#label}} must be a day written YYYY-MM-DD',
      'any.invalid': '{{#label}} is not a day that exists',
    })

const SENTENCES = {
  'any.required': '{{#label}} must be there',
  'any.invalid': '{{#label}} must be given',
  'any.only': '{{#label}} must be one of {{#valids}}',
  'any.unknown': '{{#label}} is not known here',
  'object.unknown': '{{#label}} is a field that is not known here; fields must be spelled as described',
  'object.base': '{{#label}} must be a group of fields',
  'array.base': '{{#label}} must be a list',
  'array.min': '{{#label}} must have at least {{#limit}}',
  'array.max': '{{#label}} is too long: at most {{#limit}} entries',
  'string.base': '{{#label}} must be text',
  'string.empty': '{{#label}} must not be empty',
  'string.min': '{{#label}} is too short: at least {{#limit}} characters',
  'string.max': '{{#label}} is too long: at most {{#limit}} characters',
  'number.base': '{{#label}} must be a number',
  'number.integer': '{{#label}} must be a whole number',
  'number.min': '{{#label}} must be {{#limit}} or more',
  'number.greater': '{{#label}} must be more than {{#limit}}',
  'number.max': '{{#label}} must be {{#limit}} or less',
  'number.infinity': '{{#label}} must be a number',
  'number.unsafe': '{{#label}} is too large a number',
  'boolean.base': '{{#label}} must be true or false',
}
/** Joi's findings in a keeper's words. Labels are paths. Read once: as mere text they would be read anew at every check, longer than the check takes. */
export const MESSAGES = Object.fromEntries(Object.entries(SENTENCES).map(([code, sentence]) => [code, Joi.expression(sentence) as string]))

/** The first fault of a Joi check as path and sentence. */
export function saidBy(error: Joi.ValidationError): { path: string; sentence: string } {
  const first = error.details[0]
  const path = first
    ? first.path.reduce<string>((made, part) => (typeof part === 'number' ? `${made}[${part}]` : made ? `${made}.${part}` : String(part)), '')
    : ''
  // Nothing is no number, text or day of a wrong kind: it is missing.
  const missing = first?.type.endsWith('.base') && first.context?.value === null
  const text = missing ? `${path} must be given` : (first?.message ?? error.message).replaceAll('"', '')
  return { path, sentence: text.endsWith('.') ? text : `${text}.` }
}
