import { chanceAtLeast, clopperPearson, FEW_BEES, newestCount, poissonRate, type Estimate, type PooledCount } from '../count/index.ts'
import {
  nextRest,
  phaseAt,
  phaseOf,
  sayPhase,
  SIGN_WORDS,
  signsOf,
  signsOfMites,
  type BoardKind,
  type SignKey,
  type Phase,
  type Situation,
  isShut,
} from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { knowOwn } from '../treatments/index.ts'
import { once, plain } from '../units/index.ts'
import { boardLimits, DRONE_LIMIT, isOwnLimit, limitOf, sayBoards, saySchool, URGENT, type Limit } from './schools.ts'
import { estimateLevel, type Level } from '../level/index.ts'
import { FINELY, foundPerLevel, ownSamples, usualPerLevel, yardSamples } from './evidence.ts'
import { recountBy, recountDue, STALE_AFTER } from './recount.ts'
import { anotherOf, USUAL_MISSED, type Another } from './another.ts'
import { begunBefore, givenSince, type Given } from './since.ts'
import { trendOf, type Trend } from './trend.ts'
import { JUDGED, LIKELY, NEXT, NOTES, type Said } from '../words/index.ts'

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
  /** What it means, what to do next, and what is to be kept in mind, as data. */
  readonly says: { readonly text: Said; readonly next: Said; readonly notes: readonly Said[]; readonly likely: Said | null }
  readonly text: string
  /** What to do next, in one sentence. */
  readonly next: string
  /** Chance 0-1 that the true level is at or over the limit, by all that speaks for it: its counts, their age, and its yard. */
  readonly chanceOver: number | null
  /** The level by all that speaks for it, in a sentence, and mites per 100 bees: so likely to be under, 0.05, 0.5 and 0.95. */
  readonly likely: string | null
  readonly p05: number | null
  readonly p50: number | null
  readonly p95: number | null
  /** Twenty levels in mites per 100 bees, each as likely as the next, and the limit they are held against; null where nothing was counted. */
  readonly levels: readonly number[] | null
  readonly likelyLimit: number | null
  /** What the newest count says alone, in its own unit. */
  readonly jarAlone: { readonly estimate: number; readonly low: number; readonly high: number; readonly chanceOver: number } | null
  /** Where the limit comes from, in words. */
  readonly limitSource: string
  /** A board's limits of both kinds, mites a day; null for the other methods. */
  readonly boards: { readonly timely: number; readonly collapse: number } | null
  /** What the next sample would be worth now, of the same kind, or a first jar; null in the winter rest. */
  readonly another: Another | null
  /** What a board would be worth instead, or a jar where a board was read; null in the winter rest. */
  readonly otherwise: Another | null
  /** Share of the mites the method finds, as it was set; null where none was. */
  readonly recovery: number | null
  /** With the method's recovery allowed for; null where none was set. */
  readonly corrected: { readonly estimate: number; readonly low: number; readonly high: number } | null
  readonly phase: Phase
  /** The hive is not opened for a jar: winter rest, cluster, or a cold week. The board is the count. */
  readonly shut: boolean
  readonly countedOn: Day | null
  readonly method: PooledCount['method'] | null
  readonly mites: number | null
  readonly bees: number | null
  /** Days since the count. */
  readonly age: number | null
  readonly stale: boolean
  readonly representative: boolean
  /** Why it is not representative; null where it is, or nothing was counted. */
  readonly unlike: 'broodless' | 'marked' | null
  readonly recountBy: Day
  /** The day by which a count was, or is, due by the count and its own season alone; null where nothing was counted. It stands still while the days go by. */
  readonly recountDue: Day | null
  /** What was given since the count; null where nothing was. */
  readonly given: Given | null
  /** Against the count before by the same method; null where there is none. */
  readonly trend: Trend | null
  readonly notes: readonly string[]
}

/** At or over its limit: a treatment is needed. */
export const isOver = (j: Pick<Judgement, 'level'>): boolean => j.level === 'treat' || j.level === 'urgent'

const round2 = (x: number) => Math.round(x * 100) / 100

/** What two products of the same figures may differ by for being binary fractions. */
const ROUNDING = 1e-9
/** Exact test of mites / bees >= limit, in whole numbers where they are whole. */
const reaches = (mites: number, bees: number, limit: Limit, recovery: number) => mites * limit.bees >= limit.mites * bees * recovery - ROUNDING

/** A count against its limit, its doubt left aside. */
interface Held {
  readonly unit: JudgementUnit
  readonly scale: number
  readonly threshold: number
  /** What the upper end must stay below for it to be under; the threshold, or the lower of two published limits. */
  readonly lower: number
  readonly source: string
  readonly reached: boolean
  readonly urgent: boolean
  readonly boards: Judgement['boards']
}
interface Measured extends Held {
  readonly interval: Estimate
  readonly chance: number
}

/** So many times the higher published limit a colony is taken to be in danger (a guess). */
const BOARD_DANGER = 2

/**
 * A fall against the published limits of its month, which differ: at or over the higher a treatment is needed, between them the lists
 * disagree, and what is said is to watch. A keeper who judges by one of the lists is taken at their word where it says to treat.
 */
function holdBoard(count: PooledCount, situation: Situation, recovery: number): Held {
  const boards = boardLimits(count.date, situation.hemisphere)
  const own = situation.keeper.boards ?? null
  const reached = (limit: number) => reaches(count.mites, count.days, { mites: limit, bees: 1 }, recovery)
  const [lower, higher] = [Math.min(boards.timely, boards.collapse), Math.max(boards.timely, boards.collapse)]
  const threshold = boards[own ?? 'timely']
  const named = (kind: BoardKind) => `${plain(boards[kind], 1)} a day "${sayBoards(kind).name}" (${sayBoards(kind).source})`
  return {
    unit: 'perDay',
    scale: 1,
    threshold,
    lower,
    source:
      own === null
        ? `board limits of the month: ${named('timely')}; ${named('collapse')}`
        : `board limit "${sayBoards(own).name}" of the month: ${sayBoards(own).source}`,
    reached: reached(own === 'timely' ? threshold : higher),
    urgent: reached(higher * BOARD_DANGER),
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
    lower: (limit.mites / limit.bees) * 100,
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
  const { urgent, reached } = hold(count, situation, phaseAt(situation, count.date))
  return urgent || reached
}

/**
 * In danger is what stands where a colony is, unless so few bees or its whole yard speak against it: less than this chance, 0-1, and it is a
 * treatment that is needed and no alarm (a guess: a colony lost is several times worse than one treated in a hurry).
 */
const LEAST_DANGER = 0.25

/** Fewer mites than these are no alarm, on however few bees they were found (a guess): 1 on 1 is a hundred in a hundred. */
const ALARMING = 3

function levelOf(measured: Measured, recovery: number, danger: number, mites: number, given: Given | null): JudgementLevel {
  // What has been given and has ended since is answered by a count, and by no second course.
  if (given?.end && measured.reached) return 'watch'
  if (measured.urgent && danger >= LEAST_DANGER && mites >= ALARMING) return 'urgent'
  if (measured.reached) return 'treat'
  return (measured.interval.high * measured.scale) / recovery < measured.lower ? 'under' : 'watch'
}

const SAID_SIGNS = Object.fromEntries(SIGN_WORDS) as Readonly<Record<SignKey, string>>

/** What was seen that comes with many mites, whatever the count says; null where nothing was. */
function noteOfSigns(situation: Situation, level: Judgement['level']): Said | null {
  const { signs, on } = signsOf(situation)
  const seen = signsOfMites(signs).map((sign) => SAID_SIGNS[sign])
  return seen.length === 0 ? null : NOTES.signs({ signs: seen, day: on, asOf: situation.asOf, over: isOver({ level }) })
}

/** Why a count does not stand for its colony: a wash without brood, or as the keeper marked it; null where it does. */
function unlikeOf(count: PooledCount, situation: Situation, phase: Phase): Judgement['unlike'] {
  if (situation.colony.brood === 'none' && phase !== 'dormant') return 'broodless'
  return count.representative ? null : 'marked'
}
const noteOfUnlike = { broodless: NOTES.broodless, marked: NOTES.marked } as const

function notesOn(count: PooledCount, phase: Phase, stale: boolean, unlike: Judgement['unlike']): Said[] {
  const { recovery, method, bees, spread, age } = count
  return [
    ...(recovery !== null && recovery < 1 ? [NOTES.recovery({ recovery })] : []),
    ...(method !== 'board' && bees < FEW_BEES ? [NOTES.few({ counted: bees, what: method === 'drone' ? 'cells' : 'bees' })] : []),
    ...(spread > 1.5 ? [NOTES.clumps({ spread })] : []),
    ...(method === 'drone' && (phase === 'decrease' || phase === 'dormant') ? [NOTES.droneLate()] : []),
    ...(unlike === null || (unlike === 'broodless' && (method === 'board' || method === 'drone')) ? [] : [noteOfUnlike[unlike]()]),
    ...(stale ? [NOTES.old({ days: age })] : []),
  ]
}

/** Days before the winter rest in which the last winter bees are raised: later nothing done now helps them (common practice, no source). */
const WINTER_BEES = 30
/** Whether the bees that go through the winter are still to be raised: until about a month before the phase turns. */
const winterBeesToCome = (situation: Situation, day: Day): boolean =>
  phaseAt(situation, day) === 'decrease' && phaseAt(situation, addDays(day, WINTER_BEES)) === 'decrease'

/**
 * The last day of the winter bees that are raised now, by the winter rest that comes; null outside those weeks, and where the keeper's own
 * word on the season stands for every day.
 */
export function lastForWinterBees(situation: Situation, day: Day): Day | null {
  if (!winterBeesToCome(situation, day)) return null
  const rest = nextRest(situation, day)
  return rest && addDays(rest.from, -WINTER_BEES - 1)
}

function sayJudged(level: JudgementLevel, m: Measured, situation: Situation, recovery: number, danger: Danger, given: Given | null): Said {
  const { estimate, low, high } = m.interval
  const allowed = recovery < 1 ? Math.min((estimate * m.scale) / recovery, m.scale === 100 ? 100 : Infinity) : null
  const counted = { estimate: estimate * m.scale, low: low * m.scale, high: high * m.scale, unit: m.unit, allowed, limit: m.threshold }
  if (given?.end && m.reached) return JUDGED.overBefore({ ...counted, end: given.end, asOf: situation.asOf })
  if (level === 'urgent') return JUDGED.danger({ ...counted, danger })
  if (level === 'treat') {
    const winterBees = winterBeesToCome(situation, situation.asOf)
    const when = winterBees ? 'before-winter-bees' : phaseOf(situation) === 'decrease' ? 'late-for-winter-bees' : 'any'
    return JUDGED.over({ ...counted, when })
  }
  const { boards, lower } = m
  if (level === 'watch' && boards && (allowed ?? counted.estimate) >= lower) {
    const [timelyBy, collapseBy] = [sayBoards('timely').source, sayBoards('collapse').source]
    return JUDGED.boardsDisagree({ ...counted, ...boards, timelyBy, collapseBy })
  }
  if (level === 'watch') return JUDGED.cannotRuleOut({ ...counted, lower })
  return boards && boards.timely !== boards.collapse ? JUDGED.underBoth({ ...counted, ...boards }) : JUDGED.under({ ...counted, lower })
}

/** From this chance on of being over its limit a colony whose jar is under it is not left without another. */
const RATHER_OVER = 0.5
/** Bees fly, and a jar can be taken, from about this high on, °C (common practice, no source). */
const FLY = 12
function nextStep(level: JudgementLevel, day: Day, few: boolean, shut: boolean, board: boolean, another: Another | null, over: number): Said {
  if (level === 'urgent') return NEXT.today()
  if (level === 'treat') return NEXT.choose()
  if (shut) return NEXT.boardBy({ day, fly: FLY })
  if (level !== 'watch') return NEXT.leave({ day })
  if (board) return NEXT.washOrBoard({ day })
  if (few) return NEXT.fullCup({ day })
  // A jar under the limit is not left alone where all else speaks for more.
  if (over >= RATHER_OVER && another?.worth) return NEXT.secondJarFirst({ over, changes: another.changes })
  return another?.worth ? NEXT.leaveOrSecondJar({ day, changes: another.changes }) : NEXT.leave({ day })
}

/** Another sample is judged together with one of so few days ago: later it is a count of its own (a guess). */
const ADDS_WITHIN = 3

/** What is said, as data and in words. */
function spoken(
  text: Said,
  next: Said,
  all: readonly (Said | null)[],
  likely: Said | null,
): Pick<Judgement, 'says' | 'text' | 'next' | 'notes' | 'likely'> {
  const notes = all.filter((note) => note !== null)
  return { says: { text, next, notes, likely }, text: text.text, next: next.text, notes: notes.map((n) => n.text), likely: likely?.text ?? null }
}

/** Days after which a count says nothing of today: what has bred or died since outweighs it (a guess). */
const EXPIRES_AFTER = 90

/** What a jar or a board would tell by itself, of a colony whose level is thought to be among some. */
function byItself(
  method: 'wash' | 'board',
  situation: Situation,
  phase: Phase,
  { levels, over, as }: Pick<Parameters<typeof anotherOf>[0], 'levels' | 'over' | 'as'>,
): Another {
  const { mites, bees } = limitOf(situation.keeper, phase)
  const boards = boardLimits(situation.asOf, situation.hemisphere)
  // As a board is held against its limits: the higher of two lists that differ, unless the keeper goes by the other.
  const board = situation.keeper.boards === 'timely' ? boards.timely : Math.max(boards.timely, boards.collapse)
  const day = { date: situation.asOf, method, mites: 0, bees: 1, days: 1, recovery: null }
  return anotherOf({
    method,
    mites: 0,
    on: 0,
    limit: method === 'board' ? board : mites / bees,
    levels,
    likelyLimit: (mites / bees) * 100,
    perLevel: foundPerLevel(day, situation, FINELY),
    over,
    as,
    missed: situation.keeper.missed ?? USUAL_MISSED,
  })
}

/** The level of a colony before its own counts: what its season and the counts of its yard lead one to expect. */
export const expectedLevel = (situation: Situation): Level => estimateLevel([], yardSamples(situation), phaseOf(situation))

function uncounted(situation: Situation, phase: Phase, last: PooledCount | null): Judgement {
  const winter = isShut(situation)
  const { levels } = expectedLevel(situation)
  const otherwise = once(() => (winter ? null : byItself('board', situation, phase, { levels, over: false, as: 'otherwise' })))
  return {
    level: 'unknown',
    estimate: null,
    low: null,
    high: null,
    threshold: null,
    unit: 'per100',
    ...spoken(
      last ? JUDGED.tooOld({ day: last.date, asOf: situation.asOf, days: last.age }) : JUDGED.never(),
      winter ? NEXT.layABoard() : NEXT.countFirst(),
      [noteOfSigns(situation, 'unknown')],
      null,
    ),
    chanceOver: null,
    p05: null,
    p50: null,
    p95: null,
    levels: null,
    likelyLimit: null,
    jarAlone: null,
    limitSource: sayLimitSource(situation, phase),
    boards: null,
    another: winter ? null : byItself('wash', situation, phase, { levels, over: false, as: 'first' }),
    get otherwise() {
      return otherwise()
    },
    recovery: null,
    corrected: null,
    phase,
    shut: winter,
    countedOn: last?.date ?? null,
    method: null,
    mites: null,
    bees: null,
    age: last?.age ?? null,
    stale: last !== null,
    representative: false,
    recountBy: situation.asOf,
    recountDue: null,
    given: null,
    trend: null,
    unlike: null,
  }
}

/**
 * Judges the newest count of a situation against the keeper's school for the phase of the day it was counted on.
 * The level is taken with the keeper's recovery allowed for; estimate, low and high are before it.
 * Never fails: without a count, or with one too old to say anything, the level is `unknown`.
 */
export function judge(situation: Situation): Judgement {
  // In a worker nobody has read the settings before.
  knowOwn(situation.own)
  const phase = phaseOf(situation)
  const count = newestCount(situation.counts, situation.asOf)
  if (!count || count.age > EXPIRES_AFTER) return uncounted(situation, phase, count)
  const recovery = count.recovery ?? 1
  const measured = measure(count, situation, phaseAt(situation, count.date))
  const likely = likelyLevel(count, situation, measured, phase)
  const given = givenSince(situation, count.date)
  const level = levelOf(measured, recovery, likely.danger.chance, count.mites, given)
  const { estimate, low, high } = measured.interval
  const at = (x: number) => round2(x * measured.scale)
  // No more than every bee carries one.
  const allowed = (x: number) => Math.min(x / recovery, measured.scale === 100 ? 1 : Infinity)
  const stale = phase !== 'dormant' && count.age > STALE_AFTER
  const recount = recountBy(count, situation, phase)
  const due = once(() => recountDue(count, situation, phaseAt(situation, count.date)))
  const unlike = unlikeOf(count, situation, phase)
  const exposure = count.method === 'board' ? count.days : count.bees
  const over = isOver({ level })
  const shut = isShut(situation)
  const { levels } = likely
  const another = shut
    ? null
    : given?.end
      ? byItself('wash', situation, phase, { levels, over: false, as: 'first' })
      : anotherOf({
          method: count.method,
          ...(count.age <= ADDS_WITHIN && given === null ? { mites: count.mites, on: exposure } : { mites: 0, on: 0 }),
          limit: (measured.threshold / measured.scale) * recovery,
          over,
          levels,
          likelyLimit: likely.limit,
          // It misses what the one before it missed, whatever that is.
          perLevel: [{ value: usualPerLevel(count, situation) / exposure, weight: 1 }],
          missed: situation.keeper.missed ?? USUAL_MISSED,
        })
  const other = count.method === 'board' && !given?.end ? 'wash' : 'board'
  const otherwise = once(() => (shut ? null : byItself(other, situation, phase, { levels, over, as: 'otherwise' })))
  return {
    level,
    estimate: at(estimate),
    low: at(low),
    high: at(high),
    threshold: round2(measured.threshold),
    unit: measured.unit,
    ...spoken(
      sayJudged(level, measured, situation, recovery, likely.danger, given),
      given
        ? NEXT.given({ ...given, asOf: situation.asOf, dormant: shut })
        : nextStep(level, recount, count.bees < 250 && count.method !== 'board', shut, count.method === 'board', another, likely.chance),
      [noteOfSigns(situation, level), ...notesOn(count, phase, stale, unlike)],
      LIKELY.level({ ...likely, alone: measured.chance, given: given !== null }),
    ),
    chanceOver: likely.chance,
    p05: likely.p05,
    p50: likely.p50,
    p95: likely.p95,
    levels: likely.levels,
    likelyLimit: likely.limit,
    jarAlone: { estimate: at(estimate), low: at(low), high: at(high), chanceOver: measured.chance },
    limitSource: measured.source,
    boards: measured.boards,
    another,
    get otherwise() {
      return otherwise()
    },
    recovery: count.recovery,
    corrected: count.recovery === null ? null : { estimate: at(allowed(estimate)), low: at(allowed(low)), high: at(allowed(high)) },
    phase,
    shut,
    countedOn: count.date,
    method: count.method,
    mites: count.mites,
    bees: count.method === 'board' ? null : count.bees,
    age: count.age,
    stale,
    representative: unlike === null,
    unlike,
    recountBy: recount,
    get recountDue() {
      return due()
    },
    given,
    trend: trendOf(situation, begunBefore(situation, count.date)),
  }
}

/** Where a colony is in danger, mites per 100 bees, and how likely it is to be there. */
interface Danger {
  readonly at: number
  readonly chance: number
}

/** The level by all that speaks for it, and the chances that it is at or over the limit its count was held against, and in danger. */
function likelyLevel(count: PooledCount, situation: Situation, { threshold, boards }: Measured, phase: Phase) {
  const own = ownSamples(situation, count)
  const level = estimateLevel(own, yardSamples(situation), phase)
  // A board and drone brood are held against limits of their own, which stand for the same infestation as the school's.
  const school = limitOf(situation.keeper, phaseAt(situation, count.date))
  const limit = count.method === 'board' || count.method === 'drone' ? (school.mites / school.bees) * 100 : threshold
  const at = boards
    ? (limit * BOARD_DANGER * Math.max(boards.timely, boards.collapse)) / Math.sqrt(boards.timely * boards.collapse)
    : URGENT[phaseAt(situation, count.date) === 'dormant' ? 'dormant' : 'awake']
  const danger: Danger = { at, chance: level.chanceAtLeast(at) }
  return {
    chance: level.chanceAtLeast(limit),
    limit,
    danger,
    p05: round2(level.p05),
    p50: round2(level.p50),
    p95: round2(level.p95),
    levels: level.levels,
  }
}

/** "the limit Three in a hundred, for the weeks in which winter bees are raised": where a limit comes from. */
export const sayLimitSource = (situation: Situation, phase: Phase): string =>
  isOwnLimit(situation.keeper, phase)
    ? `your own figure for ${sayPhase(phase)}, in place of the limit "${saySchool(situation.keeper.school).name}"`
    : `the limit "${saySchool(situation.keeper.school).name}" for ${sayPhase(phase)}; common practice, no source`
