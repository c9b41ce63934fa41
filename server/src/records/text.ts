import Joi from 'joi'

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
