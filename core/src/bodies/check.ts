import type Joi from 'joi'
import { MESSAGES, saidBy } from '../formats/index.ts'

/** A field that is wrong, and what to do about it. */
export interface FieldFault {
  readonly path: string
  readonly sentence: string
}
/** What is checked, filled where something was left out; or every fault. */
export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly FieldFault[] }

const HOW: Joi.ValidationOptions = {
  convert: false,
  abortEarly: false,
  messages: MESSAGES,
  errors: { label: 'path', wrap: { label: false, array: false, string: false } },
}

/** Checks against a schema as our API does. `asText`: all of it is text, as after a question mark. */
export function checkAgainst<T>(schema: Joi.Schema, given: unknown, asText = false): Checked<T> {
  const { error, value } = schema.validate(given ?? {}, { ...HOW, convert: asText })
  if (!error) return { ok: true, value: value as T }
  return { ok: false, faults: error.details.map((detail) => saidBy({ ...error, details: [detail] })) }
}
