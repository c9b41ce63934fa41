/** Rows in words: what a field is called, and what stands in it. For the history, and for two versions side by side. */
import type { CountFlag, Cup } from '@thistle/core/count'
import type { OwnLimits } from '@thistle/core/holding'
import { sayBoards, saySchool } from '@thistle/core/judge'
import { PHASES, type BoardKind, type School } from '@thistle/core/situation'
import { TREATMENTS } from '@thistle/core/treatments'
import { plain } from '@thistle/core/units'
import { sayDay } from '../look/dates.ts'
import { flagWord, FLUID_WORDS, METHOD_WORDS } from './count-words.ts'
import {
  AUTHORISED_WORDS,
  BROOD_WORDS,
  ENTRANCE_WORDS,
  FLOOR_WORDS,
  HIVE_WORDS,
  KIT_WORDS,
  PHASE_WORDS,
  PRIORITY_WORDS,
  QUEEN_WORDS,
  SUPERS_WORDS,
} from './words.ts'

export type State = Readonly<Record<string, unknown>>

const LABELS: Readonly<Record<string, string>> = {
  name: 'Name',
  latitude: 'Latitude',
  longitude: 'Longitude',
  hemisphere: 'Hemisphere',
  timeZone: 'Clock',
  normals: 'Usual temperatures',
  phase: 'Time of the year',
  lastOpening: 'Last opening',
  supersOffOn: 'Supers come off',
  supersNextOn: 'Next supers go on',
  since: 'In the book from',
  hivedOn: 'Hived on',
  retiredOn: 'Gone since',
  retiredWhy: 'What happened',
  position: 'Place in the row',
  fromDay: 'From',
  toDay: 'To',
  onDay: 'Day',
  broodBoxes: 'Brood boxes',
  framesOfBees: 'Frames of bees',
  framesOfBrood: 'Frames of brood',
  brood: 'Brood',
  hive: 'Hive with',
  queen: 'Queen',
  layingSince: 'Laying since',
  floor: 'Floor',
  floorWet: 'Floor wet',
  entrance: 'Entrance',
  clustered: 'Clustered',
  feeding: 'Being fed',
  newlyHived: 'Newly hived',
  supers: 'Supers',
  method: 'Method',
  samples: 'Counted',
  representative: 'Speaks for the yard',
  recovery: 'Share found',
  fluid: 'Washed in',
  flags: 'Does not speak for the yard',
  queenSeen: 'Queen seen and put back',
  waited: 'Sugar left to work, s',
  photo: 'Photograph',
  laidOn: 'Laid on',
  takenOn: 'Taken out on',
  mites: 'Mites',
  bees: 'Bees in the jar',
  colonies: 'Of colonies',
  note: 'Note',
  school: 'School',
  priority: 'What comes first',
  organicOnly: 'No synthetic treatments',
  kit: 'Kit',
  boards: 'Board limits',
  ownLimits: 'Your own limits',
  cup: 'Your cup',
  sugarRecovery: 'Share the sugar roll finds',
  noLiquidAcids: 'No liquid acids',
  rules: 'Your list',
  stock: 'On the shelf',
}
const WORDS: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  authorised: AUTHORISED_WORDS,
  brood: BROOD_WORDS,
  hive: HIVE_WORDS,
  queen: QUEEN_WORDS,
  floor: FLOOR_WORDS,
  entrance: ENTRANCE_WORDS,
  supers: SUPERS_WORDS,
  phase: PHASE_WORDS,
  fluid: FLUID_WORDS,
  method: METHOD_WORDS,
  priority: PRIORITY_WORDS,
}
/** What a field of a row is called. */
export const labelOf = (field: string): string => LABELS[field] ?? (field === 'deletedAt' ? 'Taken away' : field)
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
const PER_TREATMENT: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  rules: {
    authorised: 'authorised',
    withSupers: 'with supers on',
    gramsPerBox: 'grams for a brood box',
    mostCourses: 'most courses in a year',
    mostDays: 'longest course, days',
    waitDays: 'wait before supers, days',
    prescription: 'prescription needed',
    note: 'note',
    confirmedOn: 'confirmed on',
    starter: 'from a starter list',
  },
  stock: { units: 'on the shelf', expires: 'good until', openedOn: 'opened on' },
}
type Lines = Readonly<Record<string, Readonly<Record<string, unknown>> | undefined>>

const sayOwnLimits = (own: Partial<Record<School, OwnLimits>>): string =>
  Object.entries(own)
    .map(([school, limits]) => `${saySchool(school as School).name} ${PHASES.map((p) => limits?.[p] ?? '·').join(' ')}`)
    .join('; ') || 'none'

/** A value of a field, in words. */
export function sayValue(field: string, value: unknown): string {
  if (value === null || value === undefined || value === '') return field === 'authorised' ? 'not known' : 'not set'
  if (isDay(value)) return sayDay(value)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (field === 'samples') return saySamples(value as Sample[])
  if (field === 'school') return saySchool(value as School).name
  if (field === 'kit') return (value as string[]).map((tool) => KIT_WORDS.find(([key]) => key === tool)?.[1] ?? tool).join(', ') || 'nothing'
  if (field === 'flags') return (value as CountFlag[]).map(flagWord).join(', ') || 'nothing'
  if (field === 'boards') return sayBoards(value as BoardKind).name
  if (field === 'photo') return `${(value as { marks: unknown[] }).marks.length} marks`
  if (field === 'cup') return `${plain((value as Cup).mL)} mL, ${(value as Cup).bees} bees`
  if (field === 'colonies') return (value as unknown[]).length === 0 ? 'not noted' : `${(value as unknown[]).length} colonies`
  if (field === 'ownLimits') return sayOwnLimits(value as Partial<Record<School, OwnLimits>>)
  if (field === 'normals') return (value as unknown[]).length === 0 ? 'none' : `${(value as unknown[]).length} months`
  if (typeof value === 'number') return plain(value, 2)
  return WORDS[field]?.find(([key]) => key === value)?.[1] ?? String(value)
}

export interface FieldDifference {
  readonly field: string
  readonly label: string
  readonly before: string
  readonly after: string
}
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

function perTreatment(field: string, before: Lines, after: Lines): FieldDifference[] {
  return TREATMENTS.flatMap(({ key, name }) =>
    Object.entries(PER_TREATMENT[field] ?? {}).flatMap(([line, word]) => {
      const [was, is] = [before[key]?.[line], after[key]?.[line]]
      return same(was, is)
        ? []
        : [{ field: `${field}.${key}.${line}`, label: `${name}: ${word}`, before: sayValue(line, was), after: sayValue(line, is) }]
    }),
  )
}
/** The fields that differ between two states of a row, in the order in which they are known; a list by its lines. */
export function differences(before: State, after: State): FieldDifference[] {
  return Object.entries(LABELS).flatMap(([field, label]) => {
    if (!(field in before) && !(field in after)) return []
    if (field in PER_TREATMENT) return perTreatment(field, (before[field] ?? {}) as Lines, (after[field] ?? {}) as Lines)
    return same(before[field], after[field]) ? [] : [{ field, label, before: sayValue(field, before[field]), after: sayValue(field, after[field]) }]
  })
}
