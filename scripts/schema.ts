/** `npm run schema`: writes docs/case.schema.json from the Joi schema. */
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { caseSchema } from '@thistle/core/formats'

type Standard = { readonly '~standard': { readonly jsonSchema: { readonly input: (options: { target: string }) => Record<string, unknown> } } }

/** Joi leaves null out of the words of a field that may be null; put back here, all the way down. */
function withNulls(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(withNulls)
  if (node === null || typeof node !== 'object') return node
  const made = Object.fromEntries(Object.entries(node).map(([key, value]) => [key, withNulls(value)]))
  const mayBeNull = Array.isArray(made.type) && made.type.includes('null')
  return mayBeNull && Array.isArray(made.enum) ? { ...made, enum: [...(made.enum as unknown[]), null] } : made
}

/** The case file's JSON Schema, 2020-12. What a schema cannot say (mites over bees, days that exist) the program checks besides. */
export function jsonSchemaOfCase(): Record<string, unknown> {
  const made = (caseSchema as unknown as Standard)['~standard'].jsonSchema.input({ target: 'draft-2020-12' })
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'urn:round-thistle:case:1',
    title: 'Round Thistle case file, version 1',
    ...(withNulls(made) as object),
  }
}

const file = fileURLToPath(new URL('../docs/case.schema.json', import.meta.url))
if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(file, `${JSON.stringify(jsonSchemaOfCase(), null, 2)}\n`)
