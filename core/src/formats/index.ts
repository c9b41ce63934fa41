export { caseSchema, CASE_FIELDS, monthSchema, limitSchema } from './case-schema.ts'
export { parseCase, writeCase, type Refusal, type Parsed } from './parse-case.ts'
export { daySchema, saidBy, MESSAGES } from './joi.ts'
export { jsonSchemaOf } from './json-schema.ts'
