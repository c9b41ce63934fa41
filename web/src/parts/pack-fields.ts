/** What a register asks for of a pack in words, with its label and the most letters, as the table of fields has them. */
import type { Field } from '@thistle/core/fields'
import { PACK_FIELDS, SHELF_FIELDS, type PackField } from '@thistle/core/situation'
import { capital } from './words.ts'

export const PACK_TEXTS = PACK_FIELDS.flatMap((name): { name: Exclude<PackField, 'expires'>; label: string; most: number }[] => {
  const field: Field = SHELF_FIELDS[name]
  return name !== 'expires' && field.kind === 'text' ? [{ name, label: capital(field.label), most: field.most }] : []
})
