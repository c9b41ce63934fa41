/** What is typed of a colony that was looked at, before it is kept: in the form of one colony, and row by row down a yard. */
import type { Field } from '@thistle/core/fields'
import { lookWith, NOTHING_KNOWN, type LookRecord, type Told } from '@thistle/core/holding'
import { LOOK_FIELDS, type SignKey } from '@thistle/core/situation'
import { newId } from '../../stores/holding.ts'

type Value = string | number | null
export interface LookDraft {
  readonly look: Record<string, Value>
  signs: SignKey[]
  note: string
}

/** The form is the table of fields, in its order: what a look may say is said there, once. */
const OF_THE_FORM = new Set(['colonyId', 'onDay', 'note', 'seenOn'])
export const FIELDS: readonly (readonly [string, Field])[] = Object.entries(LOOK_FIELDS).filter(([name]) => !OF_THE_FORM.has(name))
const VALUES = FIELDS.filter(([, of]) => of.kind !== 'words')

const shown = (of: Field, value: unknown): Value => {
  if (value === null || value === undefined) return null
  return of.kind === 'yes-no' ? (value ? 'yes' : 'no') : (value as Value)
}
const kept = (of: Field, value: Value) => (of.kind === 'yes-no' && value !== null ? value === 'yes' : value)

/** Starts from the last look, so that only what changed is touched; signs are of the day of the look, and none stands from the one before. */
export function draftFrom(last: LookRecord | null): LookDraft {
  const known: Partial<LookRecord> = last ?? NOTHING_KNOWN
  return { look: Object.fromEntries(VALUES.map(([name, of]) => [name, shown(of, known[name as keyof LookRecord])])), signs: [], note: '' }
}
/** Fields that are asked; the day on which a new queen was known to lay is asked of a new queen alone. */
export const askedIn = (draft: LookDraft): readonly (readonly [string, Field])[] =>
  VALUES.filter(([name]) => name !== 'layingSince' || draft.look.queen === 'new')
/** All that the form says, as a look is sent. */
export const allOf = (draft: LookDraft): Told => ({
  ...(Object.fromEntries(askedIn(draft).map(([name, of]) => [name, kept(of, draft.look[name] ?? null)])) as Told),
  signs: draft.signs,
})

/** What was pressed for a field on the walk: what was seen, or that nobody looked. */
export type Answer = 'seen' | 'not-looked'
/** A colony of a row that is walked along: what was touched, and whether the rest was looked at as well. */
export interface RowDraft {
  readonly id: string
  readonly from: LookDraft
  readonly now: LookDraft
  /** The rest is as it was, seen on this day. */
  whole: boolean
  readonly answers: Record<string, Answer>
}
const copy = (draft: LookDraft): LookDraft => ({ look: { ...draft.look }, signs: [...draft.signs], note: draft.note })
export function rowFrom(last: LookRecord | null): RowDraft {
  const from = draftFrom(last)
  return { id: newId(), from, now: copy(from), whole: false, answers: {} }
}
/** Nothing is known and nothing said: what is set in it is so in every colony of a row. */
export const blank = (): LookDraft => ({ look: Object.fromEntries(VALUES.map(([name]) => [name, null])), signs: [], note: '' })
/** Puts an answer down; that nobody looked leaves what was known before, with its own day. */
export function answer(row: RowDraft, field: string, value: Value, seen = true): void {
  row.now.look[field] = seen ? value : (row.from.look[field] ?? null)
  row.answers[field] = seen ? 'seen' : 'not-looked'
}
/** What was touched of it. */
export function toldOf({ from, now, answers }: RowDraft): Told {
  const touched = askedIn(now).filter(
    ([name]) => answers[name] === 'seen' || (answers[name] === undefined && (from.look[name] ?? null) !== (now.look[name] ?? null)),
  )
  const told = Object.fromEntries(touched.map(([name, of]) => [name, kept(of, now.look[name] ?? null)])) as Told
  return now.signs.length > 0 ? { ...told, signs: now.signs } : told
}
export const isTouched = (row: RowDraft): boolean => row.whole || Object.keys(toldOf(row)).length > 0 || row.now.note.trim() !== ''

/** The look that comes of a row: what nobody looked at keeps the day on which it was seen. */
export function lookOf(row: RowDraft, before: LookRecord | null, colonyId: string, onDay: string) {
  const told = row.whole ? { ...allOf(draftFrom(before)), ...toldOf(row) } : toldOf(row)
  return { id: row.id, version: null, ...lookWith(before, told, colonyId, onDay), note: row.now.note.trim() || null }
}
