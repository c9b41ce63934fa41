import type { FieldFault } from '@thistle/core/bodies'
import { Problem } from '../problems/problem.ts'

/** A refusal of one row, said with the place of the row among those that were sent with it. */
export function placed(fault: unknown, word: string, index: number): unknown {
  if (!(fault instanceof Problem)) return fault
  const errors = (fault.extra.errors ?? [{ path: '', sentence: fault.message }]) as readonly FieldFault[]
  const path = (own: string) => (own === '' ? `${word}[${index}]` : `${word}[${index}].${own}`)
  return new Problem(fault.status, fault.kind, `Row ${index + 1}: ${fault.message}`, {
    ...fault.extra,
    errors: errors.map((e) => ({ path: path(e.path), sentence: e.sentence })),
  })
}
