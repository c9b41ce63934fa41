import type { Judgement } from '../judge/index.ts'
import type { Situation } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'

export const GATE_KEYS = ['need', 'temperature', 'brood', 'supers', 'hive', 'time', 'rotation', 'kit', 'rules'] as const
export type GateKey = (typeof GATE_KEYS)[number]

/** In rising order of hindrance. */
export const LEVELS = ['fits', 'care', 'wait', 'ruled-out'] as const
export type Level = (typeof LEVELS)[number]
const weight: Record<Level, number> = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }

/** One reason, ready to be read. */
export interface Finding {
  readonly gate: GateKey
  readonly level: Level
  /** The figure that decided, short enough for a cell: "34°", "13 d". Null where there is none. */
  readonly figure: string | null
  /** The limit it was held against. */
  readonly limit: string | null
  readonly source: string
  readonly text: string
  /** What would change it, computed by running the gate again. */
  readonly flip: string | null
}

/** A situation with its count judged, so that no gate has to. `startOn` is the day judged. */
export interface JudgedSituation extends Situation {
  readonly judgement: Judgement
}

/** Words, or how they are made. */
export type Word = string | null | (() => string | null)
const spell = (word: Word | undefined): string | null => (typeof word === 'function' ? word() : (word ?? null))

/** A finding whose words are made only when they are read: a search over days needs the level alone. */
export interface LazyFinding {
  readonly gate: GateKey
  readonly level: Level
  readonly figure?: Word
  readonly limit?: Word
  readonly source: string
  readonly text: () => string
  readonly flip: () => string | null
}

/** One question asked of one option on one day; a gate asks one or several. */
export type Ask = (option: Treatment, situation: JudgedSituation) => LazyFinding[]
/** A gate: one question asked of one option on one day. All gates have this shape, and each says itself whether the day matters to it. */
export type Gate = Ask & { readonly readsDay: boolean }
/** Makes a gate. One that does not read the day (`startOn`) is asked once in a search over days. */
export const gateOf = ({ readsDay }: { readonly readsDay: boolean }, ask: Ask): Gate => Object.assign(ask, { readsDay })

export const worstOf = (levels: readonly Level[]): Level => levels.reduce((worst, l) => (weight[l] > weight[worst] ? l : worst), 'fits' as Level)
export const worseThan = (a: Level, b: Level): boolean => weight[a] > weight[b]
export const levelAt = (gate: Ask, option: Treatment, situation: JudgedSituation): Level => worstOf(gate(option, situation).map((f) => f.level))
export const onDay = (situation: JudgedSituation, day: Day): JudgedSituation => ({ ...situation, startOn: day })

/** Days looked ahead for a first fitting day. */
export const HORIZON = 56

/** The first later day within the horizon on which this gate is no worse than `wanted`; null where there is none. */
export function firstDay(gate: Ask, option: Treatment, situation: JudgedSituation, wanted: Level): Day | null {
  for (let n = 1; n <= HORIZON; n++) {
    const day = addDays(situation.startOn, n)
    if (!worseThan(levelAt(gate, option, onDay(situation, day)), wanted)) return day
  }
  return null
}

/** A change of fact and how it is said: "with the entrance at full width". */
export interface Way {
  readonly say: string
  readonly change: (situation: JudgedSituation) => JudgedSituation
}

/** The first of some changes that makes this gate's answer better (or worse), found by asking the gate again. */
export function flipped(gate: Ask, option: Treatment, situation: JudgedSituation, ways: readonly Way[]): { way: Way; level: Level } | null {
  const now = levelAt(gate, option, situation)
  for (const way of ways) {
    const level = levelAt(gate, option, way.change(situation))
    if (level !== now) return { way, level }
  }
  return null
}

const SAID: Record<Level, string> = { fits: 'Fits', care: 'Fits with care', wait: 'Has to wait', 'ruled-out': 'Ruled out' }
export const sayLevel = (level: Level): string => SAID[level]

/** "Fits with the entrance at full width." or null. */
export function sayFlip(gate: Ask, option: Treatment, situation: JudgedSituation, ways: readonly Way[]): string | null {
  const found = flipped(gate, option, situation, ways)
  if (found) return `${SAID[found.level]} ${found.way.say}.`
  return ways.length > 0 ? 'Nothing in this gate would change it.' : null
}

/** The finding with its words made at the first reading and kept: a row of verdicts reads none of them. */
export function settle(f: LazyFinding): Finding {
  let text: string | undefined
  let flip: string | null | undefined
  let figure: string | null | undefined
  let limit: string | null | undefined
  return {
    gate: f.gate,
    level: f.level,
    get figure() {
      return figure === undefined ? (figure = spell(f.figure)) : figure
    },
    get limit() {
      return limit === undefined ? (limit = spell(f.limit)) : limit
    },
    source: f.source,
    get text() {
      return (text ??= f.text())
    },
    get flip() {
      return flip === undefined ? (flip = f.flip()) : flip
    },
  }
}

/** Gates whose waiting no day ends by itself. */
const NO_DAY_ENDS: ReadonlySet<GateKey> = new Set(['kit', 'hive', 'rules'])
/** The finding that made a verdict; of several, where no day within sight ends the wait, the one that a day does not end. */
export function decidingOf<F extends Pick<Finding, 'gate' | 'level'>>(option: {
  readonly verdict: Level
  readonly earliest: Day | null
  readonly findings: readonly F[]
}): F | undefined {
  const deciding = option.findings.filter((f) => f.level === option.verdict)
  const lasting = option.verdict === 'wait' && option.earliest === null ? deciding.find((f) => NO_DAY_ENDS.has(f.gate)) : undefined
  return lasting ?? deciding[0]
}

/** A change to what is known of the colony. */
export const withColony =
  (facts: Partial<Situation['colony']>) =>
  (s: JudgedSituation): JudgedSituation => ({ ...s, colony: { ...s.colony, ...facts } })
