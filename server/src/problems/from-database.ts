import type { DatabaseError, UniqueConstraintError } from 'sequelize'
import { Problem } from './problem.ts'

/** Constraints a keeper can run into, in their words; Joi catches nearly all before. */
const CONSTRAINTS: Record<string, string> = {
  placement_now: 'This colony already stands in a yard.',
  board_lying: 'A board lies under this colony already. Read it, or take it out first.',
  superseded_once: 'That entry was corrected already: load it again.',
}

/** A refusal of the database as a problem; null where it is none that a keeper can do something about. */
export function fromDatabase(fault: DatabaseError | UniqueConstraintError): Problem | null {
  const parent = fault.parent as { code?: string; constraint?: string } | undefined
  const known = parent?.constraint ? CONSTRAINTS[parent.constraint] : undefined
  if (known) return Problem.conflict(known)
  if (parent?.code === '23505') return Problem.conflict('That is there already.')
  if (parent?.code?.startsWith('23') || parent?.code?.startsWith('22')) {
    return Problem.invalid([{ path: '', sentence: `The records refuse this (${parent.constraint ?? 'a value out of range'}).` }])
  }
  return null
}

/** The ids that a refusal of the database names: whose row it is about. */
const idsIn = (fault: unknown): string[] =>
  (fault as { parent?: { detail?: string } } | null)?.parent?.detail?.match(/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g) ?? []

/** Which of some rows a refusal of the database is about; -1 where it does not say. */
export function rowAtFault(fault: unknown, rows: readonly object[]): number {
  const ids = new Set(idsIn(fault))
  // The last that names it: one that was there before it is at fault for nothing.
  return ids.size === 0 ? -1 : rows.findLastIndex((row) => Object.values(row).some((value) => typeof value === 'string' && ids.has(value)))
}
