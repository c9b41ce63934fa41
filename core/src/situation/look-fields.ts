import type { Day } from '../time/index.ts'
import { day, id, needed, real, shape, text, whole, word, words, yesNo, type Field, type RowOf, type Words } from '../fields/index.ts'

/** Facts that are true of the day on which they were seen, and may have changed since. */
export const AGEING_FACTS = ['brood', 'framesOfBees', 'queen', 'supers', 'clustered', 'floorWet', 'entrance', 'stores', 'signs'] as const
export type AgeingFact = (typeof AGEING_FACTS)[number]

/** `open` is eggs and larvae only; `capped` is any sealed brood. */
export const BROOD_WORDS = [
  ['none', 'none'],
  ['open', 'eggs and larvae only'],
  ['capped', 'capped'],
] as const satisfies Words
export const HIVE_WORDS = [
  ['frames', 'frames'],
  ['top-bar', 'top bars'],
] as const satisfies Words
export const QUEEN_WORDS = [
  ['laying', 'laying'],
  ['new', 'new'],
  ['caged', 'caged'],
  ['absent', 'absent'],
  ['unknown', 'not seen'],
] as const satisfies Words
export const FLOOR_WORDS = [
  ['solid', 'solid'],
  ['screen-open', 'screen, open'],
  ['screen-closed', 'screen, tray in'],
] as const satisfies Words
export const ENTRANCE_WORDS = [
  ['full', 'full width'],
  ['reduced', 'reduced'],
] as const satisfies Words
export const SUPERS_WORDS = [
  ['none', 'off'],
  ['for-people', 'on, for people'],
  ['for-bees', 'a box for the bees'],
] as const satisfies Words

export const STORES_WORDS = [
  ['starving', 'next to nothing'],
  ['light', 'light'],
  ['enough', 'enough'],
  ['heavy', 'heavy'],
] as const satisfies Words
export type StoresKey = (typeof STORES_WORDS)[number][0]
export const SIGN_WORDS = [
  ['spotty-brood', 'spotty brood'],
  ['chewed-cappings', 'chewed cappings'],
  ['crippled-wings', 'crippled wings'],
  ['white-specks', 'white specks in the cells'],
  ['dead-bees', 'dead bees in front'],
  ['wasps', 'wasps at the entrance'],
  ['robbing', 'robbing'],
] as const satisfies Words
export type SignKey = (typeof SIGN_WORDS)[number][0]

/**
 * A look, field by field, in the order of its form. What is `known` goes into the case as the colony's facts. A new field is a line
 * here and a column in a migration; `docs/changing.md` says the rest.
 */
export const LOOK_FIELDS = {
  colonyId: needed(id('Colony')),
  onDay: needed(day('Seen on')),
  // Frames are totals over all brood boxes.
  framesOfBees: real('Frames of bees', 0, 120, { hint: 'all boxes together', step: 0.5, known: true }),
  broodBoxes: needed(whole('Brood boxes', 1, 12, { known: true })),
  brood: word('Brood', BROOD_WORDS, { known: true }),
  framesOfBrood: real('Frames of brood', 0, 120, { step: 0.5, known: true }),
  queen: word('Queen', QUEEN_WORDS, { known: true }),
  supers: word('Supers', SUPERS_WORDS),
  /** First day on which a new queen was known to lay, where it is known. */
  layingSince: day('Laying since', { known: true }),
  floor: word('Floor', FLOOR_WORDS, { known: true }),
  entrance: word('Entrance', ENTRANCE_WORDS, { known: true }),
  stores: word<StoresKey>('Stores', STORES_WORDS, { known: true }),
  feeding: yesNo('Being fed', { known: true }),
  clustered: yesNo('Clustered', { known: true }),
  newlyHived: yesNo('Newly hived', { known: true }),
  floorWet: yesNo('Floor wet', { known: true }),
  hive: word('Hive with', HIVE_WORDS, { known: true }),
  /** For the map of what hangs in it. */
  framesPerBox: whole('Frames in a box', 3, 40),
  /** Of the day of the look alone: what is not ticked was not seen. */
  signs: words<SignKey>('Signs', SIGN_WORDS, { known: true }),
  note: text('Note', 2000),
  /** Days of the facts that were seen on another day than this look's, where it carries them on. */
  seenOn: shape<Readonly<Partial<Record<AgeingFact, Day>>> | null>('Seen on other days', 'json'),
} as const
export type LookRow = RowOf<typeof LOOK_FIELDS>
type NotKnown = 'framesPerBox' | 'colonyId' | 'onDay' | 'supers' | 'note' | 'seenOn'
/** The fields of a look that are the colony's facts. */
export type KnownField = Exclude<keyof typeof LOOK_FIELDS, NotKnown>
export const KNOWN_FIELDS = (Object.keys(LOOK_FIELDS) as (keyof typeof LOOK_FIELDS)[]).filter(
  (field) => 'known' in LOOK_FIELDS[field],
) as readonly KnownField[]

/** The colony's facts out of anything that has some of them; what it leaves out is not known. */
export function factsIn(from: { readonly [F in KnownField]?: LookRow[F] | null }): Pick<LookRow, KnownField> {
  const found: Record<string, unknown> = {}
  for (const field of KNOWN_FIELDS) found[field] = from[field] ?? (LOOK_FIELDS[field] as Field).usual ?? null
  return found as unknown as Pick<LookRow, KnownField>
}
