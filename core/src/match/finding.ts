import { judge, type Judgement } from '../judge/index.ts'
import { presume, type FilledColony, type FilledSituation, type PresumedFact, type Presumption, type Situation } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { FLIPS, type Said } from '../words/index.ts'

export const GATE_KEYS = ['need', 'temperature', 'brood', 'supers', 'hive', 'time', 'rotation', 'kit', 'rules'] as const
export type GateKey = (typeof GATE_KEYS)[number]

/** In rising order of hindrance. */
export const LEVELS = ['fits', 'care', 'wait', 'ruled-out'] as const
export type Level = (typeof LEVELS)[number]
const weight: Record<Level, number> = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }

/** What a finding speaks of: whether it fits; whether anything was counted; or whether it is allowed and at hand. The fit alone moves an option in the order. */
export const MATTERS = ['fit', 'count', 'rules', 'kit', 'shelf'] as const
export type Matter = (typeof MATTERS)[number]

/** One reason, as data and ready to be read. */
export interface Finding {
  readonly gate: GateKey
  /** What counts for the verdict: its fit, or care where that rests on what is presumed and might be worse or better. */
  readonly level: Level
  /** From what is known or presumed alone. */
  readonly fit: Level
  readonly of: Matter
  /** The fact it rests on that is presumed and not known; null where all of it is known. */
  readonly presumed: PresumedFact | null
  /** The figure that decided, short enough for a cell: "34°", "13 d". Null where there is none. */
  readonly figure: string | null
  /** The limit it was held against. */
  readonly limit: string | null
  readonly source: string
  /** What is said, as data. */
  readonly says: Said
  readonly text: string
  /** What would change it, computed by running the gate again: as data, and as a sentence. */
  readonly turns: Said | null
  readonly flip: string | null
}

/** A situation with its count judged, so that no gate has to. `startOn` is the day judged. */
export interface JudgedSituation extends FilledSituation {
  readonly judgement: Judgement
  /** What stands in it that is presumed and not known. */
  readonly presumptions: readonly Presumption[]
}

/** Words, or how they are made. */
export type Word = string | null | (() => string | null)
const spell = (word: Word | undefined): string | null => (typeof word === 'function' ? word() : (word ?? null))

/** A finding whose words are made only when they are read: a search over days needs the level alone. */
export interface LazyFinding {
  readonly gate: GateKey
  readonly level: Level
  /** Left out: `fit`. */
  readonly of?: Matter
  /** The fact that it rests on, where that is one that may be presumed. */
  readonly about?: PresumedFact
  readonly figure?: Word
  readonly limit?: Word
  readonly source: string
  readonly says: () => Said
  readonly turns: () => Said | null
}

/** One question asked of one option on one day; a gate asks one or several. */
export type Ask = (option: Treatment, situation: JudgedSituation) => LazyFinding[]
/** What a gate says of itself, so that a search over days need not ask it anew for each. A test holds it to all of it. */
interface Reads {
  /** Whether the day (`startOn`) matters to it at all. */
  readonly readsDay: boolean
  /** Whether its answer must be the same on two days of one situation; left out: it is asked on each. */
  readonly sameOn?: (option: Treatment, one: JudgedSituation, other: JudgedSituation) => boolean
  /** The worst level of what in its findings shades a day, without making them; left out: they are made. */
  readonly fitOn?: (option: Treatment, situation: JudgedSituation) => Level
}
/** A gate: one question asked of one option on one day. All gates have this shape, and each says itself what it reads. */
export type Gate = Ask & Reads
/** Makes a gate. One that does not read the day is asked once in a search over days. */
export const gateOf = (reads: Reads, ask: Ask): Gate => Object.assign(ask, reads)

export const worstOf = (levels: readonly Level[]): Level => levels.reduce((worst, l) => (weight[l] > weight[worst] ? l : worst), 'fits' as Level)
export const worseThan = (a: Level, b: Level): boolean => weight[a] > weight[b]
export const worse = (a: Level, b: Level): Level => (worseThan(b, a) ? b : a)
export const levelAt = (gate: Ask, option: Treatment, situation: JudgedSituation): Level => worstOf(gate(option, situation).map((f) => f.level))

/** What shades a day: the fit, and that the keeper's own list refuses it. To confirm and to fetch can be done before any day. */
const weighs = ({ of = 'fit', level }: LazyFinding): boolean => of === 'fit' || (of === 'rules' && level === 'ruled-out')

/** The worst level of what shades a day, of some gates; once nothing can be worse, no more are asked. */
export function worstFit(gates: readonly Gate[], option: Treatment, s: JudgedSituation): Level {
  let worst: Level = 'fits'
  for (const gate of gates) {
    if (worst === 'ruled-out') return worst
    const level = fitAt(gate, option, s)
    if (level !== 'fits' && worseThan(level, worst)) worst = level
  }
  return worst
}

/** The same of one gate: by its own short way where it has one. */
export function fitAt(gate: Gate, option: Treatment, s: JudgedSituation): Level {
  if (gate.fitOn) return gate.fitOn(option, s)
  let worst: Level = 'fits'
  for (const found of gate(option, s)) if (found.level !== 'fits' && weighs(found) && worseThan(found.level, worst)) worst = found.level
  return worst
}

/** How a situation was given, and the days it was asked for: kept on it and not copied with it, so that a changed copy is none of them. */
interface Origin {
  readonly given: Situation
  readonly days: Map<Day, JudgedSituation>
}
const ORIGIN = Symbol('as given')
type Kept = JudgedSituation & { readonly [ORIGIN]?: Origin }
// Not in a WeakMap: its entries outlive every short collection, and a search over days makes thousands.
const keep = (made: JudgedSituation, value: Origin): JudgedSituation => Object.defineProperty(made, ORIGIN, { value, enumerable: false })

/** The situation judged, with what is likely on its day in the place of what is not known. */
export function judged(given: Situation, judgement: Judgement = judge(given)): JudgedSituation {
  const { situation, presumptions } = presume(given)
  const days = new Map<Day, JudgedSituation>()
  const made = keep({ ...situation, judgement, presumptions }, { given, days })
  days.set(given.startOn, made)
  return made
}

const isAlike = (one: FilledColony, other: FilledColony): boolean =>
  one === other || (Object.keys(one) as (keyof FilledColony)[]).every((key) => one[key] === other[key])

/** The same on another day, presumed anew; a situation that was changed after it was judged keeps what it has. */
export function onDay(situation: JudgedSituation, day: Day): JudgedSituation {
  const kept = (situation as Kept)[ORIGIN]
  if (!kept) return { ...situation, startOn: day }
  let there = kept.days.get(day)
  if (!there) {
    const { situation: filled, presumptions } = presume({ ...kept.given, startOn: day })
    // What is presumed of the hive is mostly the same on the next day: the same one then, so that nobody asks anew.
    const colony = isAlike(filled.colony, situation.colony) ? situation.colony : filled.colony
    kept.days.set(day, (there = keep({ ...filled, colony, judgement: situation.judgement, presumptions }, kept)))
  }
  return there
}

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
  readonly say: Said
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

/** "Fits with the entrance at full width." or null. */
export function turnOf(gate: Ask, option: Treatment, situation: JudgedSituation, ways: readonly Way[]): Said | null {
  const found = flipped(gate, option, situation, ways)
  if (found) return FLIPS.turns({ level: found.level, way: found.way.say })
  return ways.length > 0 ? FLIPS.nothing() : null
}

/** "Presumed, not known: without brood (late November; not looked at)." */
export const sayPresumed = (p: Presumption): string => `Presumed, not known: ${p.say} (${p.because}).`

/** What is presumed, and what is said of it; what fits on a presumption says no more, but for the weather, which has its figures. */
const presumedText = (presumption: Presumption, { level, about }: LazyFinding, said: string): string =>
  said === '' || (level === 'fits' && about !== 'weather') ? sayPresumed(presumption) : `${sayPresumed(presumption)} ${said}`

/**
 * The finding with its words made at the first reading and kept: a row of verdicts reads none of them. `on`: the presumption it rests
 * on, and whether the option's fit would be another without it.
 */
export function settle(f: LazyFinding, on: { readonly presumption: Presumption; readonly matters: boolean } | null = null): Finding {
  let text: string | undefined
  let says: Said | undefined
  let turns: Said | null | undefined
  let figure: string | null | undefined
  let limit: string | null | undefined
  return {
    gate: f.gate,
    level: on?.matters && f.level === 'fits' ? 'care' : f.level,
    fit: f.level,
    of: f.of ?? 'fit',
    presumed: on?.presumption.fact ?? null,
    get figure() {
      return figure === undefined ? (figure = spell(f.figure)) : figure
    },
    get limit() {
      return limit === undefined ? (limit = spell(f.limit)) : limit
    },
    source: f.source,
    get says() {
      return (says ??= f.says())
    },
    get text() {
      return (text ??= on ? presumedText(on.presumption, f, this.says.text) : this.says.text)
    },
    get turns() {
      return turns === undefined ? (turns = f.turns()) : turns
    },
    get flip() {
      return this.turns?.text ?? null
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

/** The finding that made an option's fit, or that the keeper's own list refuses it. */
export function decidingFit<F extends Finding>(option: {
  readonly fit: Level
  readonly fitFrom: Day | null
  readonly allowed: { readonly rules: 'yes' | 'confirm' | 'no' }
  readonly findings: readonly F[]
}): F | undefined {
  if (option.allowed.rules === 'no') return option.findings.find((f) => f.of === 'rules' && f.level === 'ruled-out')
  const byFit = option.findings.filter((f) => f.of === 'fit').map((f) => ({ gate: f.gate, level: f.fit, itself: f }))
  return decidingOf({ verdict: option.fit, earliest: option.fitFrom, findings: byFit })?.itself
}

/** A change to what is known of the colony. */
export const withColony =
  (facts: Partial<FilledColony>) =>
  (s: JudgedSituation): JudgedSituation => ({ ...s, colony: { ...s.colony, ...facts } })
