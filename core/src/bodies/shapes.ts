import Joi from 'joi'
import { daySchema } from '../formats/index.ts'

/** What bodies and answers are made of. */
export const uuid = () => Joi.string().guid()
export const instant = () => Joi.string().isoDate()
export const version = () => Joi.number().integer().min(1)
export const day = daySchema
export const role = () => Joi.string().valid('owner', 'helper', 'reader')
/** There, with or without a word in it. */
export const maybe = <S extends Joi.Schema>(schema: S): S => schema.allow(null) as S
/** May be left out, and is nothing then. */
export const left = <S extends Joi.Schema>(schema: S): S => schema.allow(null).default(null) as S
export const maybeDay = () => left(daySchema())
export const text = (most: number) => Joi.string().max(most).allow(null, '').default(null)

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
