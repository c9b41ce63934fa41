import type Joi from 'joi'

type Standard = { readonly '~standard': { readonly jsonSchema: { readonly input: (options: { target: string }) => Record<string, unknown> } } }

/** Joi leaves null out of the words of a field that may be null, and of a field that may be empty; put back here, all the way down. */
function withNulls(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(withNulls)
  if (node === null || typeof node !== 'object') return node
  const made = Object.fromEntries(Object.entries(node).map(([key, value]) => [key, withNulls(value)]))
  const mayBeNull = Array.isArray(made.type) && made.type.includes('null')
  return mayBeNull && Array.isArray(made.enum) ? { ...made, enum: [...(made.enum as unknown[]), null] } : made
}

/** A Joi schema as JSON Schema, 2020-12. What it cannot say (mites over bees, days that exist) the program checks besides. */
export function jsonSchemaOf(schema: Joi.Schema): Record<string, unknown> {
  return withNulls((schema as unknown as Standard)['~standard'].jsonSchema.input({ target: 'draft-2020-12' })) as Record<string, unknown>
}
