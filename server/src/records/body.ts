import Joi from 'joi'
import { MESSAGES, saidBy } from '@thistle/core/formats'
import { Problem } from '../problems/problem.ts'

const PREFERENCES: Joi.ValidationOptions = {
  convert: false,
  abortEarly: false,
  messages: MESSAGES,
  errors: { label: 'path', wrap: { label: false, array: false, string: false } },
}

/** Checks a body, fills what was left out, and refuses with every fault's path and sentence. */
export function checkBody<T>(schema: Joi.Schema, body: unknown): T {
  const { error, value } = schema.validate(body ?? {}, PREFERENCES)
  if (!error) return value as T
  throw Problem.invalid(error.details.map((detail) => saidBy({ ...error, details: [detail] })))
}

/** Checks what stands after the question mark, where all is text. */
export function checkQuery(schema: Joi.ObjectSchema, query: unknown): Record<string, unknown> {
  const { error, value } = schema.validate(query, { ...PREFERENCES, convert: true })
  if (!error) return value as Record<string, unknown>
  throw Problem.invalid(error.details.map((detail) => saidBy({ ...error, details: [detail] })))
}

const UUID = Joi.string().guid().lowercase()

/** An id from the address; anything else is not there. */
export function checkId(value: unknown): string {
  const { error } = UUID.validate(value, { convert: false })
  if (error) throw Problem.notFound()
  return value as string
}
