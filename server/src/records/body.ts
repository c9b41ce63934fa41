import type Joi from 'joi'
import { checkAgainst, uuid } from '@thistle/core/bodies'
import { Problem } from '../problems/problem.ts'

function orRefuse<T>(schema: Joi.Schema, given: unknown, asText: boolean): T {
  const checked = checkAgainst<T>(schema, given, asText)
  if (checked.ok) return checked.value
  throw Problem.invalid(checked.faults)
}

/** Checks a body, fills what was left out, and refuses with every fault's path and sentence. */
export const checkBody = <T>(schema: Joi.Schema, body: unknown): T => orRefuse(schema, body, false)

/** Checks what stands after the question mark, where all is text. */
export const checkQuery = (schema: Joi.ObjectSchema, query: unknown): Record<string, unknown> => orRefuse(schema, query, true)

const UUID = uuid().lowercase()

/** An id from the address; anything else is not there. */
export function checkId(value: unknown): string {
  const { error } = UUID.validate(value, { convert: false })
  if (error) throw Problem.notFound()
  return value as string
}
