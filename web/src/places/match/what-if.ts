/** Facts that can be changed on the spot, kept nowhere: each says how it is read from a situation and written into another. */
import { valuesOf, type Field } from '@thistle/core/fields'
import type { LookRecord } from '@thistle/core/holding'
import { saySchool } from '@thistle/core/judge'
import {
  AGEING_FACTS,
  KIT,
  LOOK_FIELDS,
  NO_RULE,
  PHASE_WORDS,
  PHASES,
  presume,
  SCHOOLS,
  SUPERS,
  SUPERS_WORDS,
  TREATMENT_KEYS,
  type AgeingFact,
  type KnownField,
  type Situation,
  type TreatmentKey,
} from '@thistle/core/situation'
import { plain, type TemperatureUnit } from '@thistle/core/units'
import { sayDay } from '../../look/dates.ts'
import { YES_NO } from '../../parts/words.ts'

export type FactValue = string | number | null
/** The facts of a look, by the fields of its record. */
export type LookField = Exclude<KnownField, 'hive' | 'layingSince' | 'signs'> | 'supers'

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
const isAgeing = (key: string): key is AgeingFact => AGEING_FACTS.some((fact) => fact === key)
/** What is set here is of the day of the case, whenever the colony was last looked into. */
const seenNow = (s: Situation, key: string): Situation =>
  isAgeing(key) && s.colony.lookedOn != null ? colony(s, { seenOn: { ...s.colony.seenOn, [key]: s.asOf } }) : s
/** A known field of a look, as its table describes it; `label` where it is said otherwise here. */
function known(key: Exclude<LookField, 'supers'>, label: string = LOOK_FIELDS[key].label): Fact {
  const of: Field = LOOK_FIELDS[key]
  const base = { key, label, look: key, nothing: of.needed ? '' : 'not known' } as const
  const write = (s: Situation, value: unknown) => seenNow(colony(s, { [key]: value ?? (of.needed ? s.colony[key] : null) }), key)
  if (of.kind === 'yes-no')
    return {
      ...base,
      kind: 'pick',
      options: YES_NO,
      read: (s) => (s.colony[key] === null ? null : s.colony[key] ? 'yes' : 'no'),
      write: (s, v) => write(s, v === null ? null : v === 'yes'),
    }
  if (of.kind === 'word')
    return {
      ...base,
      kind: 'pick',
      options: of.words,
      read: (s) => s.colony[key] as FactValue,
      write: (s, v) => write(s, among(valuesOf(of.words), v)),
    }
  if (of.kind !== 'whole' && of.kind !== 'real') throw new Error(`${key} cannot be imagined`)
  return {
    ...base,
    kind: 'number',
    least: of.from,
    most: of.to,
    ...(of.step ? { step: of.step } : {}),
    read: (s) => s.colony[key] as FactValue,
    write: (s, v) => write(s, number(v)),
  }
}

/** The newest day's jars together: what a what-if count stands for. */
export function newestCount(s: Situation): { readonly mites: number; readonly bees: number; readonly date: string } | null {
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
    [...TREATMENT_KEYS, ...(s.own ?? []).map((sheet) => sheet.key)].map((key: TreatmentKey) => [
      key,
      { ...NO_RULE, ...s.rules[key], authorised: 'yes' as const, starter: null },
    ]),
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
  known('framesOfBees', 'Bees, frames'),
  known('broodBoxes'),
  known('framesOfBrood', 'Brood, frames'),
  known('brood'),
  known('queen'),
  known('floor'),
  known('floorWet'),
  known('entrance'),
  known('stores'),
  known('feeding'),
  known('clustered'),
  known('newlyHived'),
  {
    key: 'supers',
    label: 'Supers',
    kind: 'pick',
    options: SUPERS_WORDS,
    nothing: 'not known',
    look: 'supers',
    read: (s) => s.supers.now,
    write: (s, v) => seenNow({ ...s, supers: { ...s.supers, now: among(SUPERS, v) } }, 'supers'),
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
    label: 'Last opening',
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
    nothing: 'as forecast',
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
    label: 'Limits',
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

/** A fact that was seen before the day of the case: said again, it is known anew. */
const isOfBefore = (base: Situation, key: string): boolean => isAgeing(key) && base.colony.lookedOn != null && base.colony.lookedOn < base.asOf

/** The facts that differ from what is known, or are said anew. */
export const changedFacts = (base: Situation, whatIf: WhatIf): Fact[] =>
  FACTS.filter((f) => f.key in whatIf && (whatIf[f.key] !== f.read(base) || (whatIf[f.key] !== null && isOfBefore(base, f.key))))

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
  // What is presumed by now was not seen: a look of today does not hold it.
  const presumed = new Set<string>(presume(s).presumptions.map((p) => p.fact))
  const seen = FACTS.flatMap(({ look }) => (look && look !== 'supers' ? [[look, presumed.has(look) ? null : s.colony[look]] as const] : []))
  return { facts, fields: { ...Object.fromEntries(seen), supers: presumed.has('supers') ? null : s.supers.now } }
}
