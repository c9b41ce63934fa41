import { chanceAtLeast, clopperPearson, FEW_BEES, newestCount, poissonRate, type Estimate, type PooledCount } from '../count/index.ts'
import { phaseOf, sayPhase, type Phase, type Situation } from '../situation/index.ts'
import { sayDay, sayDays, type Day } from '../time/index.ts'
import { plain } from '../units/index.ts'
import { boardLimits, DRONE_LIMIT, isOwnLimit, limitOf, sayBoards, saySchool, URGENT, type Limit } from './schools.ts'
import { recountBy, STALE_AFTER } from './recount.ts'
import { settlingOf, type Settling } from './settle.ts'
import { trendOf, type Trend } from './trend.ts'

export type JudgementLevel = 'under' | 'watch' | 'treat' | 'urgent' | 'unknown'
export type JudgementUnit = 'per100' | 'perDay' | 'per100cells'

/** What a count means on the day. Numbers are per 100 bees, or a day for boards; null where there is no count. */
export interface Judgement {
  readonly level: JudgementLevel
  readonly estimate: number | null
  readonly low: number | null
  readonly high: number | null
  readonly threshold: number | null
  readonly unit: JudgementUnit
  readonly text: string
  /** What to do next, in one sentence. */
  readonly next: string
  /** Chance 0-1 that the true level is at or over the limit. */
  readonly chanceOver: number | null
  /** Where the limit comes from, in words. */
  readonly limitSource: string
  /** A board's limits of both kinds, mites a day; null for the other methods. */
  readonly boards: { readonly timely: number; readonly collapse: number } | null
  /** What would settle on which side of the limit it stands; null where that is settled, or nothing is counted. */
  readonly settling: Settling | null
  /** Share of the mites the method finds, as it was set; null where none was. */
  readonly recovery: number | null
  /** With the method's recovery allowed for; null where none was set. */
  readonly corrected: { readonly estimate: number; readonly low: number; readonly high: number } | null
  readonly phase: Phase
  readonly countedOn: Day | null
  readonly method: PooledCount['method'] | null
  readonly mites: number | null
  readonly bees: number | null
  /** Days since the count. */
  readonly age: number | null
  readonly stale: boolean
  readonly representative: boolean
  readonly recountBy: Day
  /** Against the count before by the same method; null where there is none. */
  readonly trend: Trend | null
  readonly notes: readonly string[]
}

/** At or over its limit: a treatment is needed. */
export const isOver = (j: Pick<Judgement, 'level'>): boolean => j.level === 'treat' || j.level === 'urgent'

const round2 = (x: number) => Math.round(x * 100) / 100

/** Exact test of mites / bees >= limit, in whole numbers where they are whole. */
const reaches = (mites: number, bees: number, limit: Limit, recovery: number) => mites * limit.bees >= limit.mites * bees * recovery

/** A count against its limit, its doubt left aside. */
interface Held {
  readonly unit: JudgementUnit
  readonly scale: number
  readonly threshold: number
  readonly source: string
  readonly reached: boolean
  readonly urgent: boolean
  readonly boards: Judgement['boards']
}
interface Measured extends Held {
  readonly interval: Estimate
  readonly chance: number
}

function holdBoard(count: PooledCount, situation: Situation, recovery: number): Held {
  const boards = boardLimits(count.date, situation.hemisphere)
  const kind = situation.keeper.boards ?? 'timely'
  const threshold = boards[kind]
  const reaches = (limit: number) => count.mites >= limit * count.days * recovery
  return {
    unit: 'perDay',
    scale: 1,
    threshold,
    source: `board limit "${sayBoards(kind).name}" of the month: ${sayBoards(kind).source}`,
    reached: reaches(threshold),
    urgent: boards.collapse > boards.timely && reaches(boards.collapse),
    boards,
  }
}

function holdShare(count: PooledCount, situation: Situation, phase: Phase, recovery: number): Held {
  const drone = count.method === 'drone'
  const limit = drone ? DRONE_LIMIT : limitOf(situation.keeper, phase)
  const dangerous = { mites: phase === 'dormant' ? URGENT.dormant : URGENT.awake, bees: 100 }
  const broodThere = situation.colony.brood !== 'none'
  const urgent = !drone && (phase === 'dormant' || phase === 'decrease' || broodThere) && reaches(count.mites, count.bees, dangerous, recovery)
  return {
    unit: drone ? 'per100cells' : 'per100',
    scale: 100,
    threshold: (limit.mites / limit.bees) * 100,
    source: drone ? 'five in 100 drone cells in spring and early summer; common practice, no source' : sayLimitSource(situation, phase),
    reached: reaches(count.mites, count.bees, limit, recovery),
    urgent,
    boards: null,
  }
}

function hold(count: PooledCount, situation: Situation, phase: Phase): Held {
  const recovery = count.recovery ?? 1
  return count.method === 'board' ? holdBoard(count, situation, recovery) : holdShare(count, situation, phase, recovery)
}

function measure(count: PooledCount, situation: Situation, phase: Phase): Measured {
  const held = hold(count, situation, phase)
  const limit = (held.threshold / held.scale) * (count.recovery ?? 1)
  return count.method === 'board'
    ? {
        ...held,
        interval: poissonRate(count.mites, count.days, undefined, count.spread),
        chance: chanceAtLeast(limit, { mites: count.mites, days: count.days, spread: count.spread }),
      }
    : { ...held, interval: clopperPearson(count.mites, count.bees), chance: chanceAtLeast(limit, count) }
}

/** Whether a count stands at or over the limit of a situation's day: as `judge` has it, and nothing more. */
export function overLimit(count: PooledCount, situation: Situation): boolean {
  const { urgent, reached } = hold(count, situation, phaseOf(situation))
  return urgent || reached
}

function levelOf(measured: Measured, recovery: number): JudgementLevel {
  if (measured.urgent) return 'urgent'
  if (measured.reached) return 'treat'
  return (measured.interval.high * measured.scale) / recovery < measured.threshold ? 'under' : 'watch'
}

function notesOn(count: PooledCount, situation: Situation, phase: Phase, stale: boolean): string[] {
  const notes: string[] = []
  if (count.recovery !== null && count.recovery < 1) {
    notes.push(`Judged allowing for a recovery of ${plain(count.recovery * 100, 0)} %.`)
  }
  if (count.method !== 'board' && count.bees < FEW_BEES)
    notes.push(`Only ${count.bees} ${count.method === 'drone' ? 'cells' : 'bees'}: the answer is very wide.`)
  if (count.spread > 1.5)
    notes.push(`The mites lie in clumps: the squares differ ${plain(count.spread)} times more than by chance, and the range is widened for it.`)
  if (count.method === 'drone' && (phase === 'decrease' || phase === 'dormant'))
    notes.push('Drone brood is at its end now: it tells of spring and early summer. Wash about 300 bees instead.')
  if (situation.colony.brood === 'none' && phase !== 'dormant' && count.method !== 'board' && count.method !== 'drone') {
    notes.push('Without brood all mites ride on the bees, so a wash reads two to three times higher: not representative.')
  } else if (!count.representative) notes.push('This sample is marked as not representative.')
  if (stale) notes.push(`Counted ${sayDays(count.age)} ago: the level will have moved.`)
  return notes
}

const SAID_UNIT: Record<JudgementUnit, string> = { per100: 'in 100', perDay: 'a day', per100cells: 'in 100 drone cells' }

/** A threshold as it is spoken: 3, or 1.67. */
const sayLimit = (threshold: number) => plain(threshold, 2)

function sentence(level: JudgementLevel, m: Measured, phase: Phase, recovery: number): string {
  const [at, low, high] = [m.interval.estimate, m.interval.low, m.interval.high].map((x) => (x * m.scale).toFixed(1))
  const judgedAt = (m.interval.estimate * m.scale) / recovery
  // What is held against the limit must be said, or the sentence contradicts itself.
  const allowed = recovery < 1 ? ` With those missed about ${judgedAt.toFixed(1)}.` : ''
  const figure = `${at} ${SAID_UNIT[m.unit]}, likely ${low} to ${high}.${allowed}`
  const limit = sayLimit(m.threshold)
  if (level === 'urgent') return `${figure} Far over the limit of ${limit}: this colony is in danger.`
  if (level === 'treat')
    return `${figure} ${judgedAt === m.threshold ? 'At' : 'Over'} the limit of ${limit}${phase === 'decrease' ? ': treat before the winter bees are raised' : ': treat'}.`
  if (level === 'watch') return `${figure} Below the limit of ${limit}, but the count cannot rule out more.`
  return `${figure} Under the limit of ${limit}, doubt included.`
}

function nextStep(level: JudgementLevel, recount: Day, few: boolean, phase: Phase): string {
  if (level === 'urgent') return 'Choose a treatment today: losing the colony cannot be mended.'
  if (level === 'treat') return 'Choose a treatment.'
  if (phase === 'dormant') return `Leave it; count the fall on a board, or wash again once bees fly, by ${sayDay(recount)}.`
  if (level === 'watch')
    return few
      ? `Wash a full half cup, about 300 bees, to settle it; else count again by ${sayDay(recount)}.`
      : `Leave it and count again by ${sayDay(recount)}; a second jar now would settle it sooner.`
  return `Leave it and count again by ${sayDay(recount)}.`
}

/**
 * Judges the newest count of a situation against the keeper's school for the phase of `asOf`.
 * The level is taken with the keeper's recovery allowed for; estimate, low and high are before it.
 * Never fails: without a count the level is `unknown`.
 */
export function judge(situation: Situation): Judgement {
  const phase = phaseOf(situation)
  const count = newestCount(situation.counts, situation.asOf)
  if (!count) {
    return {
      level: 'unknown',
      estimate: null,
      low: null,
      high: null,
      threshold: null,
      unit: 'per100',
      text: 'No count yet: nobody can say how many mites there are.',
      next: 'Count first: a wash of about 300 bees.',
      chanceOver: null,
      limitSource: sayLimitSource(situation, phase),
      boards: null,
      settling: null,
      recovery: null,
      corrected: null,
      phase,
      countedOn: null,
      method: null,
      mites: null,
      bees: null,
      age: null,
      stale: false,
      representative: false,
      recountBy: situation.asOf,
      trend: null,
      notes: [],
    }
  }
  const recovery = count.recovery ?? 1
  const measured = measure(count, situation, phase)
  const level = levelOf(measured, recovery)
  const { estimate, low, high } = measured.interval
  const at = (x: number) => round2(x * measured.scale)
  const stale = phase !== 'dormant' && count.age > STALE_AFTER
  const recount = recountBy(count, measured.threshold, situation, phase)
  const notes = notesOn(count, situation, phase, stale)
  return {
    level,
    estimate: at(estimate),
    low: at(low),
    high: at(high),
    threshold: round2(measured.threshold),
    unit: measured.unit,
    text: sentence(level, measured, phase, recovery),
    next: nextStep(level, recount, count.bees < 250 && count.method !== 'board', phase),
    chanceOver: measured.chance,
    limitSource: measured.source,
    boards: measured.boards,
    settling: settlingOf(count, measured.threshold, recovery),
    recovery: count.recovery,
    corrected:
      count.recovery === null
        ? null
        : { estimate: at(estimate / recovery), low: at(low / recovery), high: at(Math.min(high / recovery, measured.scale === 100 ? 1 : Infinity)) },
    phase,
    countedOn: count.date,
    method: count.method,
    mites: count.mites,
    bees: count.method === 'board' ? null : count.bees,
    age: count.age,
    stale,
    representative: count.representative && !(situation.colony.brood === 'none' && phase !== 'dormant'),
    recountBy: recount,
    trend: trendOf(situation.counts, situation.asOf, lastStart(situation)),
    notes,
  }
}

/** The first day of the last course known by then: growth is told from it on. */
const lastStart = (situation: Situation): Day | null =>
  situation.history.reduce<Day | null>(
    (last, past) => (past.start <= situation.asOf && (last === null || past.start > last) ? past.start : last),
    null,
  )

/** "for the weeks in which winter bees are raised, school Three in a hundred": where a limit comes from. */
export const sayLimitSource = (situation: Situation, phase: Phase): string =>
  isOwnLimit(situation.keeper, phase)
    ? `your own figure for ${sayPhase(phase)}, in place of the school "${saySchool(situation.keeper.school).name}"`
    : `school "${saySchool(situation.keeper.school).name}" for ${sayPhase(phase)}; common practice, no source`
