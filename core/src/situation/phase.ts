import { addDays, dayOfMonth, monthOf, type Day } from '../time/index.ts'
import type { MonthNormal, Phase, Situation } from './situation.ts'

/** Months of a northern temperate year; common practice, no source. The keeper's own `phase` wins. */
const NORTHERN: readonly Phase[] = [
  'dormant',
  'dormant',
  'increase',
  'increase',
  'increase',
  'peak',
  'peak',
  'decrease',
  'decrease',
  'decrease',
  'dormant',
  'dormant',
]

/** Usual daily high in °C under which bees stay in the cluster on most days (common practice, no source). */
export const CLUSTER_HIGH = 9
/** Shares of the season at which the flow begins and ends: those of the months above (March to October). */
const FLOW = { from: 0.35, to: 0.58 } as const
/** Days of a year of equal months: enough to place a season. */
const YEAR = 360

/** The usual highs through a year, drawn straight from the middle of a month to that of the next. */
function usualHighs(normals: readonly MonthNormal[]): number[] | null {
  const highs = Array.from({ length: 12 }, (_, i) => normals.find((n) => n.month === i + 1)?.high)
  if (highs.some((high) => high === undefined)) return null
  return Array.from({ length: YEAR }, (_, day) => {
    const along = (day - 15 + YEAR) % YEAR
    const [from, to] = [highs[Math.floor(along / 30)] ?? 0, highs[(Math.floor(along / 30) + 1) % 12] ?? 0]
    return from + ((to - from) * (along % 30)) / 30
  })
}

interface Season {
  readonly from: number
  readonly length: number
}
/** The longest run of warm days round the year; null where the whole year is one or the other. */
function seasonOf(highs: readonly number[]): Season | null {
  const warm = highs.map((high) => high >= CLUSTER_HIGH)
  const cold = warm.indexOf(false)
  if (cold < 0 || !warm.includes(true)) return null
  let best: Season = { from: 0, length: 0 }
  let run = 0
  for (let i = 1; i <= YEAR; i++) {
    run = warm[(cold + i) % YEAR] ? run + 1 : 0
    if (run > best.length) best = { from: (cold + i - run + 1) % YEAR, length: run }
  }
  return best
}

const seasons = new WeakMap<readonly MonthNormal[], Season | null>()
function seasonFrom(normals: readonly MonthNormal[]): Season | null {
  const kept = seasons.get(normals)
  if (kept !== undefined) return kept
  const highs = usualHighs(normals)
  const season = highs && seasonOf(highs)
  seasons.set(normals, season)
  return season
}

function phaseByClimate(day: Day, season: Season): Phase {
  const at = (monthOf(day) - 1) * 30 + Math.min(29, dayOfMonth(day) - 1)
  const into = ((at - season.from + YEAR) % YEAR) / season.length
  if (into >= 1) return 'dormant'
  return into < FLOW.from ? 'increase' : into < FLOW.to ? 'peak' : 'decrease'
}

type PhaseFacts = Pick<Situation, 'phase' | 'hemisphere'> & Partial<Pick<Situation, 'normals'>>

/**
 * The phase on a day. The keeper's own word wins, and holds for all days; else the yard's twelve usual highs tell its season; else, and
 * where no month is cold, the calendar, six months on in the south.
 */
export function phaseAt(situation: PhaseFacts, day: Day): Phase {
  if (situation.phase) return situation.phase
  const season = situation.normals && situation.normals.length === 12 ? seasonFrom(situation.normals) : null
  if (season) return phaseByClimate(day, season)
  const shift = situation.hemisphere === 'south' ? 6 : 0
  return NORTHERN[(monthOf(day) - 1 + shift) % 12] ?? 'decrease'
}

/** The phase in force on the day the case is known (`asOf`). */
export const phaseOf = (situation: PhaseFacts & Pick<Situation, 'asOf'>): Phase => phaseAt(situation, situation.asOf)

/** The days of one phase, from the first to the last. */
export interface Spell {
  readonly from: Day
  readonly to: Day
}
/** How far ahead a phase is looked for, days. */
const A_YEAR = 366
const spellsKept = new WeakMap<readonly MonthNormal[], Map<string, { readonly searched: Day; readonly spell: Spell | null }[]>>()
const NO_NORMALS: readonly MonthNormal[] = []

/**
 * The spell of a phase that a day lies in (from that day on, or from before it), or the next one, by the place or the calendar; null
 * where there is none within a year, or the keeper's own word stands for every day. What was found is kept: a search over weeks asks
 * for the same winter.
 */
function nextSpell(phase: Phase, situation: PhaseFacts, day: Day): Spell | null {
  if (situation.phase) return null
  const normals = situation.normals ?? NO_NORMALS
  let byPlace = spellsKept.get(normals)
  if (!byPlace) spellsKept.set(normals, (byPlace = new Map()))
  const key = `${phase} ${situation.hemisphere}`
  let found = byPlace.get(key)
  if (!found) byPlace.set(key, (found = []))
  const kept = found.find((f) => f.searched <= day && (f.spell ? day <= f.spell.to : f.searched === day))
  if (kept) return kept.spell
  const isIn = (n: number): boolean => phaseAt(situation, addDays(day, n)) === phase
  let from = 0
  while (from <= A_YEAR && !isIn(from)) from += 1
  let to = from
  while (from <= A_YEAR && to - from < A_YEAR && isIn(to + 1)) to += 1
  const spell = from > A_YEAR || to - from >= A_YEAR ? null : { from: addDays(day, from), to: addDays(day, to) }
  found.push({ searched: day, spell })
  return spell
}

/** The winter rest that a day lies in, or the next one: days in which nothing opens the nest. Null as for any spell. */
export const nextRest = (situation: PhaseFacts, day: Day): Spell | null => nextSpell('dormant', situation, day)

/** The flow that a day lies in, or the next one. Null as for any spell. */
export const nextFlow = (situation: PhaseFacts, day: Day): Spell | null => nextSpell('peak', situation, day)

const SAID: Record<Phase, string> = {
  dormant: 'the winter rest',
  increase: 'the spring build-up',
  peak: 'the flow',
  decrease: 'the weeks in which winter bees are raised',
}
/** The phase in a sentence: "in the flow". */
export const sayPhase = (phase: Phase): string => SAID[phase]

/** Months in which queens can be raised or bought, northern: April to August (common practice, no source). */
const QUEENS = { from: 4, to: 8 } as const
/** Whether a lost queen could be replaced on a day. */
export function queensToBeHad({ hemisphere }: Pick<Situation, 'hemisphere'>, day: Day): boolean {
  const month = ((monthOf(day) - 1 + (hemisphere === 'south' ? 6 : 0)) % 12) + 1
  return month >= QUEENS.from && month <= QUEENS.to
}
