/** `npm run schema`: writes docs/case.schema.json from the Joi schema. */
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { caseSchema, jsonSchemaOf } from '@thistle/core/formats'

/** The case file's JSON Schema, 2020-12. What a schema cannot say (mites over bees, days that exist) the program checks besides. */
export function jsonSchemaOfCase(): Record<string, unknown> {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'urn:round-thistle:case:1',
    title: 'Round Thistle case file, version 1',
    ...jsonSchemaOf(caseSchema),
  }
}

const file = fileURLToPath(new URL('../docs/case.schema.json', import.meta.url))
if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(file, `${JSON.stringify(jsonSchemaOfCase(), null, 2)}\n`)
