import Joi from 'joi'
import { valuesOf, type Field, type Fields } from '../fields/index.ts'
import { daySchema } from './joi.ts'

/** No line breaks, no control characters, and no marks that turn round the writing of what stands beside. */
const ONE_LINE = /^[^\p{Cc}\p{Zl}\p{Zp}\u202a-\u202e\u2066-\u2069]*$/u
const trimmed = (value: string, help: Joi.CustomHelpers) => value.trim() || help.message({ custom: '{{#label}} must not be empty' })

/** A name: one line of text, not empty, without spaces around it. */
export const nameOf = (most: number): Joi.StringSchema =>
  Joi.string()
    .max(most)
    .pattern(ONE_LINE)
    .custom(trimmed)
    .messages({ 'string.pattern.base': '{{#label}} must be on one line, without marks that turn the writing round' })

/** What a field may hold, where it holds something. A shape's check is handed in: it has an inside of its own. */
function valueSchema(field: Field, inside?: Joi.Schema): Joi.Schema {
  switch (field.kind) {
    case 'line':
      return nameOf(field.most)
    case 'text':
      return Joi.string().max(field.most).allow('')
    case 'day':
      return daySchema()
    case 'yes-no':
      return Joi.boolean()
    case 'id':
      return Joi.string().guid()
    case 'ids':
      return field.apart ? Joi.array().items(Joi.string().guid()).max(field.most).unique() : Joi.array().items(Joi.string().guid()).max(field.most)
    case 'whole':
      return Joi.number().integer().min(field.from).max(field.to)
    case 'real':
    case 'double':
      return Joi.number().min(field.from).max(field.to)
    case 'word':
      return Joi.string().valid(...valuesOf(field.words))
    case 'words':
      return Joi.array()
        .items(Joi.string().valid(...valuesOf(field.words)))
        .unique()
    case 'shape':
      if (!inside) throw new Error(`${field.label}: nobody says what it may hold`)
      return inside
  }
}

/** A field as it is sent: there, or left out where it may be; what is left out is filled. */
function sentSchema(field: Field, inside?: Joi.Schema): Joi.Schema {
  const schema = valueSchema(field, inside)
  if (field.needed) return schema.required()
  return field.usual === undefined ? schema.allow(null).default(null) : schema.default(field.usual)
}

/** A field of a case: left out and null are alike not known. */
export const caseField = (field: Field): Joi.Schema => (field.needed ? valueSchema(field).required() : valueSchema(field).allow(null))
/** A group of fields in a case. */
export const caseObject = (fields: Fields): Joi.ObjectSchema =>
  Joi.object(Object.fromEntries(Object.entries(fields).map(([name, of]) => [name, caseField(of)])))
/** A group of fields as it is sent; `inside` says what the shapes among them may hold. */
export const sentObject = (fields: Fields, inside: Readonly<Record<string, Joi.Schema>> = {}): Joi.ObjectSchema =>
  Joi.object(Object.fromEntries(Object.entries(fields).map(([name, of]) => [name, sentSchema(of, inside[name])])))
