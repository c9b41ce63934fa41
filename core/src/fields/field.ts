import type { Day } from '../time/index.ts'

/** A value with the word that says it. */
export type Words<T extends string = string> = readonly (readonly [T, string])[]

/** What a field of a record is, once for all who ask: the check at the border, the column, what is read, the words, the form. */
interface Said {
  readonly label: string
  /** In a form, beside the label; also the unit of a number. */
  readonly hint?: string
  /** It must be given; otherwise it may be left out, and is null then. */
  readonly needed?: true
  /** What stands where it is left out, in place of nothing. */
  readonly usual?: unknown
  /** Of a look: part of what is known of the colony, which a case carries. */
  readonly known?: true
}
interface OfNumber extends Said {
  readonly from: number
  readonly to: number
  readonly step?: number
}
export type Column = 'text' | 'day' | 'whole' | 'real' | 'double' | 'yes-no' | 'id' | 'ids' | 'texts' | 'json'

/** The kinds of field. `holds` is there for the type alone. */
export type Field<T = unknown> = { readonly holds?: T } & (
  | ({ readonly kind: 'line' | 'text'; readonly most: number } & Said)
  | ({ readonly kind: 'day' | 'yes-no' | 'id' } & Said)
  | ({ readonly kind: 'whole' | 'real' | 'double' } & OfNumber)
  | ({ readonly kind: 'word' | 'words'; readonly words: Words } & Said)
  | ({ readonly kind: 'ids'; readonly most: number; /** None of them twice. */ readonly apart?: true } & Said)
  /** A value with an inside of its own; its check stands with the bodies, its column is JSON or text. */
  | ({ readonly kind: 'shape'; readonly column: Column } & Said)
)
export type Fields = Readonly<Record<string, Field>>
/** A row by its table of fields. */
export type RowOf<F extends Fields> = { readonly [K in keyof F]: F[K] extends { readonly holds?: infer T } ? Exclude<T, undefined> : never }

type More = Partial<Pick<Said, 'hint' | 'known'>>
export const line = (label: string, most: number, more: More = {}): Field<string> => ({ kind: 'line', label, most, needed: true, ...more })
export const text = (label: string, most: number, more: More = {}): Field<string | null> => ({ kind: 'text', label, most, ...more })
export const day = (label: string, more: More = {}): Field<Day | null> => ({ kind: 'day', label, ...more })
export const yesNo = (label: string, more: More = {}): Field<boolean | null> => ({ kind: 'yes-no', label, ...more })
export const id = (label: string, more: More = {}): Field<string | null> => ({ kind: 'id', label, ...more })
export const ids = (label: string, most: number, more: More & { readonly apart?: true } = {}): Field<readonly string[]> => ({
  kind: 'ids',
  label,
  most,
  usual: [],
  ...more,
})
export const whole = (label: string, from: number, to: number, more: More = {}): Field<number | null> => ({ kind: 'whole', label, from, to, ...more })
export const real = (label: string, from: number, to: number, more: More & { readonly step?: number } = {}): Field<number | null> => ({
  kind: 'real',
  label,
  from,
  to,
  ...more,
})
export const double = (label: string, from: number, to: number, more: More = {}): Field<number | null> => ({
  kind: 'double',
  label,
  from,
  to,
  ...more,
})
export const word = <T extends string>(label: string, words: Words<T>, more: More = {}): Field<T | null> => ({ kind: 'word', label, words, ...more })
/** Any number of the words, none of them twice. */
export const words = <T extends string>(label: string, list: Words<T>, more: More = {}): Field<readonly T[]> => ({
  kind: 'words',
  label,
  words: list,
  usual: [],
  ...more,
})
export const shape = <T>(label: string, column: Column, more: More = {}): Field<T> => ({ kind: 'shape', label, column, ...more })
/** The same field, which must be given. */
export const needed = <T>({ usual: _usual, ...field }: Field<T | null>): Field<T> => ({ ...field, needed: true }) as Field<T>

/** The same field, which stands for something where it is left out. */
export const usually = <T>(field: Field<T | null>, usual: T): Field<T> => ({ ...field, usual }) as Field<T>
/** Whether a field may be nothing. */
export const mayBeNull = (field: Field): boolean => !field.needed && field.usual === undefined

/** The values of a list of words. */
export const valuesOf = <T extends string>(list: Words<T>): readonly T[] => list.map(([value]) => value)

/** The type of the column that keeps a field. */
export function columnOf(field: Field): Column {
  switch (field.kind) {
    case 'line':
    case 'text':
    case 'word':
      return 'text'
    case 'words':
      return 'texts'
    case 'shape':
      return field.column
    default:
      return field.kind
  }
}
