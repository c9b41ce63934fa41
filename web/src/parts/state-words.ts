/** Rows in words: what a field is called, and what stands in it. For the history, and for two versions side by side. */
import type { Cup } from '@thistle/core/count'
import { shape, type Field, type Fields, type Words } from '@thistle/core/fields'
import { KIND_NAMES, RECORD_FIELDS, type OwnLimits, type WorkFacts } from '@thistle/core/holding'
import { saySchool } from '@thistle/core/judge'
import { isOwnKey, OWN_FIELDS, PHASES, RULE_FIELDS, SHELF_FIELDS, type OwnSheet, type School } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { treatmentOf, TREATMENTS } from '@thistle/core/treatments'
import { plain } from '@thistle/core/units'
import { sayDay } from '../look/dates.ts'

export type State = Readonly<Record<string, unknown>>

/** What stands beside the tables of fields, and is spoken of like a field. */
const BESIDE: Fields = { samples: shape('Counted', 'json') }
const ALL: Fields = Object.assign({}, ...Object.values(RECORD_FIELDS), BESIDE) as Fields
const KIND_OF = new Map(Object.entries(KIND_NAMES).map(([word, name]) => [name, word as keyof typeof RECORD_FIELDS]))
/** The fields of a kind, by its name in the history; of every kind where none is said. */
function fieldsOf(kind: string | null): Fields {
  const word = KIND_OF.get(kind ?? '')
  return word ? { ...RECORD_FIELDS[word], ...BESIDE } : ALL
}
/** What a field of a row is called; `word` is the kind's word in an address. */
export const labelOf = (field: string, word?: string): string =>
  (RECORD_FIELDS[word as keyof typeof RECORD_FIELDS] as Fields | undefined)?.[field]?.label ??
  ALL[field]?.label ??
  (field === 'deletedAt' ? 'Taken away' : field)
const isDay = (value: unknown): value is string => typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value)

interface Sample {
  readonly mites: number
  readonly bees: number | null
  readonly days: number | null
  readonly squares?: { readonly counted: number; readonly of: number } | null
}
export const saySamples = (samples: readonly Sample[]): string =>
  samples
    .map(
      (s) =>
        `${s.mites} mites${s.squares ? ` in ${s.squares.counted} of ${s.squares.of} squares` : ''}${s.bees === null ? ` in ${s.days} days` : ` on ${s.bees} bees`}`,
    )
    .join(', ')

/** The lines of a keeper's list and shelf, by treatment. */
const PER_TREATMENT: Readonly<Record<string, Fields>> = { rules: RULE_FIELDS, stock: SHELF_FIELDS }
type Lines = Readonly<Record<string, Readonly<Record<string, unknown>> | undefined>>

const sayOwnLimits = (own: Partial<Record<School, OwnLimits>>): string =>
  Object.entries(own)
    .map(([school, limits]) => `${saySchool(school as School).name} ${PHASES.map((p) => limits?.[p] ?? '·').join(' ')}`)
    .join('; ') || 'none'

/** The shapes among the fields, each in words of its own. */
const SAID: Readonly<Record<string, (value: never) => string>> = {
  samples: (value: Sample[]) => saySamples(value),
  photo: (value: { marks: unknown[] }) => `${value.marks.length} marks`,
  cup: (value: Cup) => `${plain(value.mL)} mL, ${value.bees} bees`,
  ownLimits: sayOwnLimits,
  normals: (value: unknown[]) => (value.length === 0 ? 'none' : `${value.length} months`),
  gear: (value: Record<string, unknown>) => (Object.keys(value).length === 0 ? 'none' : `${Object.keys(value).length} written down`),
  mix: (value: { what: string }) => value.what,
  limits: (value: unknown[]) => (value.length === 0 ? 'none' : `${value.length} of them`),
  own: (value: { name: string }[]) => value.map((s) => s.name).join(', ') || 'none',
  work: ({ minutes, people }: WorkFacts) =>
    `${plain(minutes.reduce((sum, m) => sum + m, 0) / 60)} h a week, ${people === 1 ? 'one person' : `${people} people`}`,
}
const named = (list: Words, value: unknown): string => list.find(([key]) => key === value)?.[1] ?? String(value)

/** A value of a field, in words. */
export function sayValue(field: string, value: unknown, of: Field | undefined = ALL[field], near?: Day): string {
  if (value === null || value === undefined || value === '') return field === 'authorised' ? 'not known' : 'not set'
  const said = SAID[field]
  if (said) return said(value as never)
  if (isDay(value)) return sayDay(value, near)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (of?.kind === 'words') return (value as string[]).map((one) => named(of.words, one)).join(', ') || 'nothing'
  if (of?.kind === 'word') return named(of.words, value)
  if (Array.isArray(value)) return value.length === 0 ? 'not noted' : `${value.length} ${value.length === 1 ? 'colony' : 'colonies'}`
  return typeof value === 'number' ? plain(value, 2) : String(value)
}

export interface FieldDifference {
  readonly field: string
  readonly label: string
  readonly before: string
  readonly after: string
}
/** An empty text says as little as none. */
const orNone = (value: unknown): unknown => (value === '' ? null : (value ?? null))
const same = (a: unknown, b: unknown): boolean => JSON.stringify(orNone(a)) === JSON.stringify(orNone(b))

function perTreatment(field: string, before: Lines, after: Lines, near?: Day): FieldDifference[] {
  const own = Object.keys({ ...before, ...after }).filter((key) => isOwnKey(key))
  return [...TREATMENTS, ...own.map((key) => ({ key, name: treatmentOf(key)?.name ?? 'A treatment of your own' }))].flatMap(({ key, name }) =>
    Object.entries(PER_TREATMENT[field] ?? {}).flatMap(([line, of]) => {
      const [was, is] = [before[key]?.[line], after[key]?.[line]]
      return same(was, is)
        ? []
        : [
            {
              field: `${field}.${key}.${line}`,
              label: `${name}: ${of.label}`,
              before: sayValue(line, was, of, near),
              after: sayValue(line, is, of, near),
            },
          ]
    }),
  )
}
/** Sheets of the keeper's own, field by field; one that is new or gone by its name alone. */
function perSheet(before: readonly OwnSheet[], after: readonly OwnSheet[], near?: Day): FieldDifference[] {
  const keys = [...new Set([...before, ...after].map((s) => s.key))]
  return keys.flatMap((key): FieldDifference[] => {
    const [was, is] = [before, after].map((all) => all.find((s) => s.key === key))
    if (!was || !is) return [{ field: `own.${key}`, label: 'A treatment of your own', before: was?.name ?? 'none', after: is?.name ?? 'none' }]
    return Object.entries(OWN_FIELDS as Fields).flatMap(([field, of]) => {
      const [one, other] = [was[field as keyof OwnSheet], is[field as keyof OwnSheet]]
      return same(one, other)
        ? []
        : [
            {
              field: `own.${key}.${field}`,
              label: `${is.name}: ${of.label}`,
              before: sayValue(field, one, of, near),
              after: sayValue(field, other, of, near),
            },
          ]
    })
  })
}

/**
 * The fields that differ between two states of a row, in the order in which they are spoken of; a list by its lines. Ids name nothing to
 * a keeper. A day of another year than `near` is said with it.
 */
export function differences(before: State, after: State, kind: string | null = null, near?: Day): FieldDifference[] {
  return Object.entries(fieldsOf(kind)).flatMap(([field, of]) => {
    if ((!(field in before) && !(field in after)) || of.kind === 'id') return []
    if (field in PER_TREATMENT) return perTreatment(field, (before[field] ?? {}) as Lines, (after[field] ?? {}) as Lines, near)
    if (field === 'own') return perSheet((before.own ?? []) as OwnSheet[], (after.own ?? []) as OwnSheet[], near)
    const [was, is] = [before[field], after[field]]
    return same(was, is) ? [] : [{ field, label: of.label, before: sayValue(field, was, of, near), after: sayValue(field, is, of, near) }]
  })
}
