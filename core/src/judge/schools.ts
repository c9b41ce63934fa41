import { monthOf, type Day } from '../time/index.ts'
import { phaseAt, type BoardKind, type KeeperFacts, type Phase, type School, type Situation } from '../situation/index.ts'

/** A limit as the fraction it is, so that five of 300 is compared exactly. */
export interface Limit {
  readonly mites: number
  readonly bees: number
}

const percent = (mites: number): Limit => ({ mites, bees: 100 })
const everyPhase = (limit: Limit): Record<Phase, Limit> => ({ dormant: limit, increase: limit, peak: limit, decrease: limit })

/** Limits in mites per 100 bees by phase and school; all common practice, no source. */
export const SCHOOL_LIMITS: Record<School, Record<Phase, Limit>> = {
  tight: { dormant: percent(1), increase: percent(1), peak: percent(2), decrease: percent(2) },
  'two-percent': everyPhase(percent(2)),
  'three-percent': { dormant: percent(2), increase: percent(3), peak: percent(3), decrease: percent(3) },
  'one-two-three': { dormant: percent(1), increase: percent(1), peak: percent(2), decrease: percent(3) },
  'five-in-jar': everyPhase({ mites: 5, bees: 300 }),
}

const NAMES: Record<School, { name: string; why: string }> = {
  tight: { name: 'Tight', why: 'never let it start: 1 in spring and winter, 2 in summer and autumn' },
  'two-percent': { name: 'Two all year', why: 'one number to remember' },
  'three-percent': {
    name: 'Three in a hundred',
    why: 'the common rule: nine in a jar of 300; 2 in winter. The default, since most advice is written around it',
  },
  'one-two-three': { name: 'One, two, three', why: 'spring, summer, autumn' },
  'five-in-jar': { name: 'Five in the jar', why: 'five of 300 at any time; leaves colonies under it to manage their own' },
}
export const saySchool = (school: School): { name: string; why: string } => NAMES[school]

/** The limit a keeper judges by in a phase: their own figure where they set one, else their school's. */
export function limitOf(keeper: Pick<KeeperFacts, 'school' | 'limits'>, phase: Phase): Limit {
  const own = keeper.limits?.[phase]
  return own ? percent(own) : SCHOOL_LIMITS[keeper.school][phase]
}
/** The limit of a day at a place, mites per 100 bees. */
export function limitOn(situation: Pick<Situation, 'keeper' | 'phase' | 'hemisphere' | 'normals'>, day: Day): number {
  const { mites, bees } = limitOf(situation.keeper, phaseAt(situation, day))
  return (100 * mites) / bees
}
/** True where the keeper put a figure of their own in place of the school's. */
export const isOwnLimit = (keeper: Pick<KeeperFacts, 'limits'>, phase: Phase): boolean => Boolean(keeper.limits?.[phase])

/** Per 100 bees from which a colony is in danger: 3 when dormant, else 5 (common practice, no source). */
export const URGENT = { dormant: 3, awake: 5 } as const

/**
 * Board limits in mites a day, northern months 1-12. Timely-treatment limits: spring 9 and August 12 after Ontario's
 * guidance, July 10 after the German institutes; collapse limits: UK National Bee Unit, "Managing Varroa". All from memory.
 */
export const BOARD_LIMITS: Record<BoardKind, readonly number[]> = {
  timely: [0.5, 0.5, 9, 9, 9, 10, 10, 12, 12, 5, 1, 0.5],
  collapse: [0.5, 0.5, 0.5, 0.5, 6, 10, 16, 33, 20, 20, 0.5, 0.5],
}
const BOARD_NAMES: Record<BoardKind, { name: string; why: string; source: string }> = {
  timely: {
    name: 'Time to treat',
    why: 'the fall at which treating is in time: lower, and the default',
    source: "Ontario's guidance for spring and August, German institutes for July and autumn; from memory",
  },
  collapse: {
    name: 'Edge of collapse',
    why: 'the fall at which a colony may collapse before the season ends: in high summer far higher',
    source: 'UK National Bee Unit, "Managing Varroa"; from memory',
  },
}
export const sayBoards = (kind: BoardKind): { name: string; why: string; source: string } => BOARD_NAMES[kind]

/** Both board limits of a day's month, mites a day, as they are published. */
export function boardLimits(day: Day, hemisphere: 'north' | 'south'): Readonly<Record<BoardKind, number>> {
  const index = (monthOf(day) - 1 + (hemisphere === 'south' ? 6 : 0)) % 12
  return { timely: BOARD_LIMITS.timely[index] ?? 9, collapse: BOARD_LIMITS.collapse[index] ?? 9 }
}

/** Where two lists differ, half way between them on the logarithm: the fall that stands for the level at which a colony is treated. */
export function middleOfBoards(day: Day, hemisphere: 'north' | 'south'): number {
  const { timely, collapse } = boardLimits(day, hemisphere)
  return Math.sqrt(timely * collapse)
}

/** Capped drone cells infested, of 100: act at five to ten in early summer (common practice, no source). */
export const DRONE_LIMIT: Limit = percent(5)
