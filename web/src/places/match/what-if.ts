/** Facts that can be changed on the spot, kept nowhere: each says how it is read from a situation and written into another. */
import type { LookRecord } from '@thistle/core/holding'
import { saySchool } from '@thistle/core/judge'
import {
  BROODS,
  ENTRANCES,
  FLOORS,
  KIT,
  NO_RULE,
  PHASES,
  QUEENS,
  SCHOOLS,
  SUPERS,
  TREATMENT_KEYS,
  type Situation,
  type TreatmentKey,
} from '@thistle/core/situation'
import { plain, type TemperatureUnit } from '@thistle/core/units'
import { sayDay } from '../../look/dates.ts'
import { BROOD_WORDS, ENTRANCE_WORDS, FLOOR_WORDS, PHASE_WORDS, QUEEN_WORDS, SUPERS_WORDS, YES_NO } from '../../parts/words.ts'

export type FactValue = string | number | null
/** The facts of a look, by the fields of its record. */
export type LookField =
  | 'broodBoxes'
  | 'framesOfBees'
  | 'framesOfBrood'
  | 'brood'
  | 'queen'
  | 'floor'
  | 'entrance'
  | 'floorWet'
  | 'feeding'
  | 'clustered'
  | 'newlyHived'
  | 'supers'

export interface Fact {
  readonly key: string
  readonly label: string
  readonly kind: 'number' | 'pick' | 'day' | 'degrees'
  readonly options?: readonly (readonly [string, string])[]
  readonly least?: number
  readonly most?: number
  readonly step?: number
  /** What stands for nothing: "not known", "none expected". */
  readonly nothing: string
  readonly read: (s: Situation) => FactValue
  readonly write: (s: Situation, value: FactValue) => Situation
  /** The field of a look that it can be kept as. */
  readonly look?: LookField
}

const among = <T extends string>(list: readonly T[], value: FactValue): T | null => list.find((v) => v === value) ?? null
const number = (value: FactValue): number | null => (typeof value === 'number' ? value : null)
const colony = (s: Situation, change: Partial<Situation['colony']>): Situation => ({ ...s, colony: { ...s.colony, ...change } })
const flag = (key: 'floorWet' | 'feeding' | 'clustered' | 'newlyHived', label: string): Fact => ({
  key,
  label,
  kind: 'pick',
  options: YES_NO,
  nothing: 'not known',
  look: key,
  read: (s) => (s.colony[key] === null ? null : s.colony[key] ? 'yes' : 'no'),
  write: (s, v) => colony(s, { [key]: v === null ? null : v === 'yes' }),
})
const frames = (key: 'framesOfBees' | 'framesOfBrood', label: string): Fact => ({
  key,
  label,
  kind: 'number',
  least: 0,
  most: 120,
  step: 0.5,
  nothing: 'not known',
  look: key,
  read: (s) => s.colony[key],
  write: (s, v) => colony(s, { [key]: number(v) }),
})

/** The newest day's jars together: what a what-if count stands for. */
function newestCount(s: Situation): { readonly mites: number; readonly bees: number; readonly date: string } | null {
  const washed = s.counts.filter((c) => c.bees !== null && c.method !== 'drone')
  const date = washed
    .map((c) => c.date)
    .toSorted()
    .at(-1)
  if (!date) return null
  const day = washed.filter((c) => c.date === date)
  return { date, mites: day.reduce((sum, c) => sum + c.mites, 0), bees: day.reduce((sum, c) => sum + (c.bees ?? 0), 0) }
}
function writeMites(s: Situation, value: FactValue): Situation {
  const mites = number(value)
  const last = newestCount(s)
  if (mites === null) return s
  // Where a board or drone brood was counted since, the jar imagined is one of today: else it would not be judged.
  const since = s.counts.some((c) => last !== null && c.date > last.date)
  const [date, bees] = [last && !since ? last.date : s.asOf, last?.bees ?? 300]
  const others = s.counts.filter((c) => c.date !== date)
  return { ...s, counts: [...others, { date, method: 'wash', mites: Math.min(mites, bees), bees, days: null, recovery: null, representative: null }] }
}

/** Everything at hand, everything allowed: what would fit if that were settled. */
const ALL_AUTHORISED = (s: Situation): Situation['rules'] => {
  return Object.fromEntries(
    TREATMENT_KEYS.map((key: TreatmentKey) => [key, { ...NO_RULE, ...s.rules[key], authorised: 'yes' as const, starter: null }]),
  )
}

/** Facts that are seldom asked about; they stand folded. */
const SELDOM = new Set(['floorWet', 'feeding', 'clustered', 'newlyHived', 'phase', 'school', 'kit', 'rules', 'stock'])
export const isSeldom = (fact: Fact): boolean => SELDOM.has(fact.key)

export const FACTS: readonly Fact[] = [
  {
    key: 'mites',
    label: 'Mites in the jar',
    kind: 'number',
    least: 0,
    most: 300,
    nothing: 'no count',
    read: (s) => newestCount(s)?.mites ?? null,
    write: writeMites,
  },
  frames('framesOfBees', 'Bees, frames'),
  {
    key: 'broodBoxes',
    label: 'Brood boxes',
    kind: 'number',
    least: 1,
    most: 12,
    nothing: '',
    look: 'broodBoxes',
    read: (s) => s.colony.broodBoxes,
    write: (s, v) => colony(s, { broodBoxes: number(v) ?? s.colony.broodBoxes }),
  },
  frames('framesOfBrood', 'Brood, frames'),
  {
    key: 'brood',
    label: 'Brood',
    kind: 'pick',
    options: BROOD_WORDS,
    nothing: 'not known',
    look: 'brood',
    read: (s) => s.colony.brood,
    write: (s, v) => colony(s, { brood: among(BROODS, v) }),
  },
  {
    key: 'queen',
    label: 'Queen',
    kind: 'pick',
    options: QUEEN_WORDS,
    nothing: 'not known',
    look: 'queen',
    read: (s) => s.colony.queen,
    write: (s, v) => colony(s, { queen: among(QUEENS, v) }),
  },
  {
    key: 'floor',
    label: 'Floor',
    kind: 'pick',
    options: FLOOR_WORDS,
    nothing: 'not known',
    look: 'floor',
    read: (s) => s.colony.floor,
    write: (s, v) => colony(s, { floor: among(FLOORS, v) }),
  },
  flag('floorWet', 'Floor wet'),
  {
    key: 'entrance',
    label: 'Entrance',
    kind: 'pick',
    options: ENTRANCE_WORDS,
    nothing: 'not known',
    look: 'entrance',
    read: (s) => s.colony.entrance,
    write: (s, v) => colony(s, { entrance: among(ENTRANCES, v) }),
  },
  flag('feeding', 'Being fed'),
  flag('clustered', 'Clustered'),
  flag('newlyHived', 'Newly hived'),
  {
    key: 'supers',
    label: 'Supers',
    kind: 'pick',
    options: SUPERS_WORDS,
    nothing: 'not known',
    look: 'supers',
    read: (s) => s.supers.now,
    write: (s, v) => ({ ...s, supers: { ...s.supers, now: among(SUPERS, v) } }),
  },
  {
    key: 'offOn',
    label: 'They come off',
    kind: 'day',
    nothing: 'not known',
    read: (s) => s.supers.offOn,
    write: (s, v) => ({ ...s, supers: { ...s.supers, offOn: v === null ? null : String(v) } }),
  },
  {
    key: 'nextOn',
    label: 'Next supers',
    kind: 'day',
    nothing: 'none expected',
    read: (s) => s.supers.nextOn,
    write: (s, v) => ({ ...s, supers: { ...s.supers, nextOn: v === null ? null : String(v) } }),
  },
  {
    key: 'lastOpening',
    label: 'Open until',
    kind: 'day',
    nothing: 'no day set',
    read: (s) => s.lastOpening,
    write: (s, v) => ({ ...s, lastOpening: v === null ? null : String(v) }),
  },
  {
    key: 'warmer',
    label: 'Days warmer by',
    kind: 'degrees',
    least: -15,
    most: 15,
    nothing: 'as told',
    read: () => null,
    write: (s, v) => {
      const by = number(v)
      if (by === null || by === 0) return s
      const shift = <T extends { high: number; low: number | null }>(d: T): T => ({
        ...d,
        high: d.high + by,
        low: d.low === null ? null : d.low + by,
      })
      return {
        ...s,
        weather: s.weather.map((d) => (d.date < s.asOf ? d : shift(d))),
        normals: s.normals.map((n) => ({ ...n, high: n.high + by, low: n.low + by })),
      }
    },
  },
  {
    key: 'phase',
    label: 'Time of the year',
    kind: 'pick',
    options: PHASE_WORDS,
    nothing: 'by the calendar',
    read: (s) => s.phase,
    write: (s, v) => ({ ...s, phase: among(PHASES, v) }),
  },
  {
    key: 'school',
    label: 'School',
    kind: 'pick',
    options: SCHOOLS.map((k) => [k, saySchool(k).name] as const),
    nothing: '',
    read: (s) => s.keeper.school,
    write: (s, v) => ({ ...s, keeper: { ...s.keeper, school: among(SCHOOLS, v) ?? s.keeper.school } }),
  },
  {
    key: 'kit',
    label: 'Kit',
    kind: 'pick',
    options: [['all', 'everything at hand']],
    nothing: 'as ticked',
    read: () => null,
    write: (s, v) => (v === 'all' ? { ...s, keeper: { ...s.keeper, kit: KIT } } : s),
  },
  {
    key: 'rules',
    label: 'Your list',
    kind: 'pick',
    options: [['all', 'everything authorised']],
    nothing: 'as confirmed',
    read: () => null,
    write: (s, v) => (v === 'all' ? { ...s, rules: ALL_AUTHORISED(s) } : s),
  },
  {
    key: 'stock',
    label: 'Shelf',
    kind: 'pick',
    options: [['all', 'enough of everything']],
    nothing: 'as counted',
    read: () => null,
    write: (s, v) => (v === 'all' ? { ...s, stock: {} } : s),
  },
]

export type WhatIf = Readonly<Record<string, FactValue>>

/** The facts that differ from what is known. */
export const changedFacts = (base: Situation, whatIf: WhatIf): Fact[] => FACTS.filter((f) => f.key in whatIf && whatIf[f.key] !== f.read(base))

/** The situation as it would be. */
export const imagined = (base: Situation, whatIf: WhatIf): Situation =>
  changedFacts(base, whatIf).reduce((s, fact) => fact.write(s, whatIf[fact.key] ?? null), base)

/** A difference in the keeper's degrees: scaled, without the offset of 32. */
export const degreesPer = (unit: TemperatureUnit): number => (unit === 'F' ? 1.8 : 1)
export const sayWarmer = (celsius: number, unit: TemperatureUnit): string => `${celsius > 0 ? '+' : ''}${plain(celsius * degreesPer(unit))} °${unit}`

/** A fact in words. */
export function sayFact(fact: Fact, value: FactValue, degrees: (celsius: number) => string): string {
  if (value === null || value === '') return fact.nothing
  if (fact.kind === 'day') return sayDay(String(value))
  if (fact.kind === 'degrees') return degrees(Number(value))
  if (fact.kind === 'number') return plain(Number(value))
  return fact.options?.find(([key]) => key === value)?.[1] ?? String(value)
}

/** What of a what-if can be kept as a look of the colony. */
export function lookOf(base: Situation, whatIf: WhatIf): { readonly fields: Partial<Pick<LookRecord, LookField>>; readonly facts: readonly Fact[] } {
  const facts = changedFacts(base, whatIf).filter((f) => f.look !== undefined)
  const s = imagined(base, whatIf)
  const { broodBoxes, framesOfBees, framesOfBrood, brood, queen, floor, entrance, floorWet, feeding, clustered, newlyHived } = s.colony
  return {
    facts,
    fields: {
      broodBoxes,
      framesOfBees,
      framesOfBrood,
      brood,
      queen,
      floor,
      entrance,
      floorWet,
      feeding,
      clustered,
      newlyHived,
      supers: s.supers.now,
    },
  }
}
