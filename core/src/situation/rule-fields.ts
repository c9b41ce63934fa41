import type { Day } from '../time/index.ts'
import { day, real, text, whole, word, yesNo, type RowOf } from '../fields/index.ts'
import { AUTHORISED_WORDS } from './words.ts'

/** A line of the keeper's own list of what is allowed where they are, field by field: for the case, the settings, the history. */
export const RULE_FIELDS = {
  authorised: word('authorised', AUTHORISED_WORDS),
  withSupers: yesNo('with supers on'),
  gramsPerBox: real('grams for a brood box', 0.01, 10),
  mostCourses: whole('most courses in a year', 0, 52),
  /** Their own rhythm of a series, within what their label says: rounds, and days from one to the next. */
  rounds: whole('rounds', 1, 12),
  daysBetween: whole('days between rounds', 1, 30),
  mostDays: whole('longest course, days', 1, 366),
  /** Days from the end of the course to the first supers, where their label says other than the usual. */
  waitDays: whole('wait before supers, days', 0, 366),
  prescription: yesNo('prescription needed'),
  note: text('note', 500),
  /** The day on which the keeper last held this line against label and law. */
  confirmedOn: day('confirmed on'),
  /** Filled from a starter list and not confirmed since. */
  starter: text('from a starter list', 60),
} as const
type RuleRow = RowOf<typeof RULE_FIELDS>
type AlwaysThere = 'authorised' | 'withSupers' | 'gramsPerBox' | 'mostCourses' | 'mostDays'
export type Rule = Pick<RuleRow, AlwaysThere> & Partial<Omit<RuleRow, AlwaysThere>>

/** A line that says nothing. */
export const NO_RULE: Rule = { authorised: null, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }

/** Units of a treatment on the shelf. */
export const SHELF_FIELDS = {
  units: real('on the shelf', 0, 100_000),
  expires: day('good until'),
  /** The day on which the pack was opened. Left out or null: not opened, or not known. */
  openedOn: day('opened on'),
  /** For the register: what the pack says, and where it came from. */
  label: text('name on the pack', 80),
  batch: text('batch', 40),
  bought: text('bought where', 80),
  vet: text('vet', 80),
} as const
/** What a register asks for of a pack besides, in the order in which it is read. */
export const PACK_FIELDS = ['label', 'batch', 'expires', 'bought', 'vet'] as const
export type PackField = (typeof PACK_FIELDS)[number]
type ShelfRow = RowOf<typeof SHELF_FIELDS>
/** What is noted of a pack: a field left out is not spoken of. */
export type PackNote = { readonly [F in PackField]?: string }
/** A pack among several, as far as a day asks of it. */
export interface StockLot {
  readonly units: number | null
  readonly expires: Day | null
  readonly openedOn: Day | null
}
export type Stock = Pick<ShelfRow, 'units' | 'expires'> &
  Partial<Omit<ShelfRow, 'units' | 'expires'>> & {
    /** The packs that make it up, in the order in which they are used. Left out: it is one. */
    readonly lots?: readonly StockLot[] | null
  }

/** What is there of it on a day: of several packs those that are still in date then, and the one that is used next; the first of all where none is. */
export function stockOn(stock: Stock, on: Day): Stock {
  const lots = stock.lots ?? []
  const good = lots.filter((l) => l.expires === null || l.expires >= on)
  const [next = lots[0]] = good
  if (!next) return stock
  const units = good.some((l) => l.units === null) ? null : good.reduce((sum, l) => sum + (l.units ?? 0), 0)
  // What is printed on one pack is said of no other.
  const other = next.expires !== stock.expires || next.openedOn !== (stock.openedOn ?? null)
  return { ...stock, ...(other ? { label: null, batch: null, bought: null, vet: null } : {}), units, expires: next.expires, openedOn: next.openedOn }
}
