/** `npm run schema`: writes the JSON Schemas in docs/ from the Joi schemas. */
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { caseSchema, jsonSchemaOf, mixSchema, outlookSchema, powerSchema, reviewSchema } from '@thistle/core/formats'
import { ABOUT, aboutShape, CHECK, checkShape, FORMAT, PARTS, PEOPLE, peopleShape } from '../server/src/archive/parts.ts'

const DIALECT = 'https://json-schema.org/draft/2020-12/schema'

/** A file's JSON Schema, 2020-12. What a schema cannot say (mites over bees, days that exist) the program checks besides. */
const ofFile = (name: string, schema: () => Parameters<typeof jsonSchemaOf>[0]) => (): Record<string, unknown> => ({
  $schema: DIALECT,
  $id: `urn:round-thistle:${name}:1`,
  title: `Round Thistle ${name} file, version 1`,
  ...jsonSchemaOf(schema()),
})

/** The archive's: under the name of each file inside, what the file is, or what each of its lines is. */
export function jsonSchemaOfArchive(): Record<string, unknown> {
  const files = [
    [ABOUT, aboutShape],
    [CHECK, checkShape],
    [PEOPLE, peopleShape],
    ...PARTS.map((p) => [p.file, p.written ?? p.shape] as const),
  ] as const
  return {
    $schema: DIALECT,
    $id: `urn:round-thistle:holding:${FORMAT}`,
    title: `Round Thistle holding archive, format ${FORMAT}`,
    $defs: Object.fromEntries(files.map(([name, shape]) => [name, jsonSchemaOf(shape)])),
  }
}

/** Each document with what it is made of. */
export const DOCUMENTS = {
  'case.schema.json': ofFile('case', caseSchema),
  'review.schema.json': ofFile('review', reviewSchema),
  'power.schema.json': ofFile('power', powerSchema),
  'outlook.schema.json': ofFile('outlook', outlookSchema),
  'mix.schema.json': ofFile('mix', mixSchema),
  'holding-archive.schema.json': jsonSchemaOfArchive,
} as const

if (process.argv[1] === fileURLToPath(import.meta.url))
  for (const [name, make] of Object.entries(DOCUMENTS))
    writeFileSync(fileURLToPath(new URL(`../docs/${name}`, import.meta.url)), `${JSON.stringify(make(), null, 2)}\n`)
