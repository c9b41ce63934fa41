import { plural } from '../units/index.ts'
import { judge, limitOf, URGENT } from '../judge/index.ts'
import { NO_RULE, type PresumedFact } from '../situation/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { addDays } from '../time/index.ts'
import { GATES } from './gates/index.ts'
import { weighHeat } from './heat.ts'
import { GATE_KEYS, LEVELS, levelAt, withColony, worseThan, worstOf, type GateKey, type JudgedSituation, type Level } from './finding.ts'
import { celsius } from '../words/index.ts'

/** One thing that is not known, and what it might turn out to be. */
interface Unknown {
  readonly fact: string
  /** The gates that read it. */
  readonly gates: readonly GateKey[]
  readonly question: string
  /** What is asked in its place where no cluster is opened for it. */
  readonly inWinter?: string
  readonly unknown: (s: JudgedSituation, option: Treatment) => boolean
  readonly answers: (s: JudgedSituation, option: Treatment) => readonly Answered[]
}
interface Answered {
  readonly say: string
  readonly change: (s: JudgedSituation) => JudgedSituation
}

/** Whether a fact is presumed and not known. */
const isPresumed = (s: JudgedSituation, fact: string): boolean => s.presumptions.some((p) => p.fact === fact)

const colony = (fact: PresumedFact, gates: readonly GateKey[], question: string, answers: readonly Answered[]): Unknown => ({
  fact,
  gates,
  question,
  unknown: (s) => isPresumed(s, fact),
  answers: () => answers,
})
const be = (say: string, facts: Partial<JudgedSituation['colony']>): Answered => ({ say, change: withColony(facts) })

/** A jar of 300 bees with so many mites, counted today. */
function jar(s: JudgedSituation, mites: number): JudgedSituation {
  const counts = [
    ...s.counts.filter((c) => c.date !== s.asOf),
    { date: s.asOf, method: 'wash' as const, mites, bees: 300, days: null, recovery: null, representative: null },
  ]
  return { ...s, counts, judgement: judge({ ...s, counts }) }
}

/** Days beyond the longest limit on a course. */
const FAR = 60
/** Days of one high, with nights ten degrees under it; days that are known stay as they are. */
function steady(s: JudgedSituation, high: number): JudgedSituation['weather'] {
  const known = new Set(s.weather.map((d) => d.date))
  const days = Array.from({ length: FAR }, (_, n) => addDays(s.startOn, n)).filter((day) => !known.has(day))
  return [...s.weather, ...days.map((date) => ({ date, high, low: high - 10, kind: null }))]
}

/** Everything that may be not known, in the order in which it is easiest to find out. */
const UNKNOWNS: readonly Unknown[] = [
  {
    fact: 'authorised',
    gates: ['rules'],
    question: 'Is it authorised where you are? Look at the label and your local list.',
    unknown: (s, option) => option.way === 'given' && (s.rules[option.key]?.authorised ?? 'unknown') === 'unknown',
    answers: (_s, option) =>
      (['yes', 'no'] as const).map((authorised) => ({
        say: authorised === 'yes' ? 'if it is authorised' : 'if it is not authorised',
        change: (x) => ({ ...x, rules: { ...x.rules, [option.key]: { ...NO_RULE, ...x.rules[option.key], authorised } } }),
      })),
  },
  {
    fact: 'withSupers',
    gates: ['supers'],
    question: 'Does your label allow it with supers on?',
    unknown: (s, option) => option.supers.while === 'may-stay' && s.supers.now !== 'none' && (s.rules[option.key]?.withSupers ?? null) === null,
    answers: (_s, option) =>
      [true, false].map((withSupers) => ({
        say: withSupers ? 'if supers may stay on' : 'if they may not',
        change: (x) => ({ ...x, rules: { ...x.rules, [option.key]: { ...NO_RULE, ...x.rules[option.key], withSupers } } }),
      })),
  },
  {
    fact: 'supers',
    gates: ['supers'],
    question: 'Are supers on for people?',
    unknown: (s) => isPresumed(s, 'supers'),
    answers: () => [
      { say: 'with no supers on', change: (s) => ({ ...s, supers: { ...s.supers, now: 'none' } }) },
      { say: 'with supers on for people', change: (s) => ({ ...s, supers: { ...s.supers, now: 'for-people' } }) },
    ],
  },
  colony('entrance', ['hive'], 'Is the entrance at full width?', [
    be('with a full entrance', { entrance: 'full' }),
    be('with a reducer in', { entrance: 'reduced' }),
  ]),
  colony('floor', ['hive'], 'Is the floor solid, or a screen with its tray in?', [
    be('on a solid floor', { floor: 'solid' }),
    be('on an open screen', { floor: 'screen-open' }),
  ]),
  colony('floorWet', ['hive'], 'Is the floor dry?', [be('on a dry floor', { floorWet: false }), be('on a wet floor', { floorWet: true })]),
  {
    fact: 'weather',
    gates: ['temperature'],
    question: 'How warm will it be? Give the yard its place or its usual months, or enter the days.',
    unknown: (s, option) =>
      option.temperature.length > 0 && (isPresumed(s, 'weather') || option.temperature.some((limit) => weighHeat(limit, s).missing)),
    answers: () =>
      [6, 13, 22, 28, 34, 45].map((high) => ({
        say: `with highs of ${celsius(high)}`,
        change: (s) => ({ ...s, weather: steady(s, high), normals: [] }),
      })),
  },
  {
    fact: 'count',
    gates: ['need'],
    question: 'How many mites in a wash of about 300 bees?',
    inWinter: 'How many mites fall on a board a day, over three to seven days?',
    unknown: (s) => s.judgement.level === 'unknown',
    answers: (s) => {
      const limit = limitOf(s.keeper, s.judgement.phase)
      const over = Math.ceil((300 * limit.mites) / limit.bees)
      const danger = 3 * URGENT[s.judgement.phase === 'dormant' ? 'dormant' : 'awake']
      return [0, over, danger].map((mites) => ({ say: `with ${plural(mites, 'mite')} on 300 bees`, change: (x) => jar(x, mites) }))
    },
  },
  colony('framesOfBees', ['hive', 'kit'], 'How many frames of bees?', [
    be('with 1 frame of bees', { framesOfBees: 1 }),
    be('with 5 frames of bees', { framesOfBees: 5 }),
    be('with 12 frames of bees', { framesOfBees: 12 }),
  ]),
  colony('brood', ['need', 'brood', 'supers', 'time', 'kit'], 'Is there brood, and is any of it capped?', [
    be('without brood', { brood: 'none' }),
    be('with open brood only', { brood: 'open' }),
    be('with capped brood', { brood: 'capped' }),
  ]),
  colony('queen', ['hive'], 'Is the queen laying? Look for eggs.', [
    be('with a laying queen', { queen: 'laying' }),
    be('with a new queen', { queen: 'new' }),
    be('without a queen', { queen: 'absent' }),
  ]),
]

const askedOf = (u: Unknown, s: JudgedSituation): string => (s.judgement.shut ? (u.inWinter ?? u.question) : u.question)

const verdictOf = (option: Treatment, s: JudgedSituation): Level => worstOf(GATE_KEYS.map((key) => levelAt(GATES[key], option, s)))

/** A fact that is not known, and what it would change. */
export interface Doubt {
  readonly fact: string
  readonly question: string
  /** Options whose verdict it would change, with the answers that would. */
  readonly changes: readonly { readonly treatment: Treatment; readonly say: string; readonly to: Level }[]
}

/** What is not known and would change a verdict on the day; what would change the most first. */
export function doubtsOf(s: JudgedSituation, options: readonly Treatment[]): Doubt[] {
  const now = new Map(options.map((o) => [o.key, verdictOf(o, s)]))
  return UNKNOWNS.map((u) => ({
    fact: u.fact,
    question: askedOf(u, s),
    changes: options
      .filter((o) => u.unknown(s, o))
      .flatMap((treatment) =>
        u
          .answers(s, treatment)
          .map((a) => ({ treatment, say: a.say, to: verdictOf(treatment, a.change(s)) }))
          .filter((c) => c.to !== now.get(treatment.key)),
      ),
  }))
    .filter((d) => d.changes.length > 0)
    .toSorted((a, b) => weightOf(b) - weightOf(a))
}
/** An option gained or lost counts more than one that needs more or less care. */
const weightOf = (doubt: Doubt): number => doubt.changes.reduce((sum, c) => sum + (worseThan(c.to, 'care') ? 3 : 1), 0)

interface Asked {
  readonly unknown: Unknown
  readonly answers: readonly Answered[]
}

/** Every way in which some unknowns may turn out. */
function everyWay(asked: readonly Asked[]): { readonly picks: readonly number[]; readonly change: (s: JudgedSituation) => JudgedSituation }[] {
  return asked.reduce<{ picks: readonly number[]; change: (s: JudgedSituation) => JudgedSituation }[]>(
    (ways, { answers }) =>
      ways.flatMap((w) => answers.map((a, i) => ({ picks: [...w.picks, i], change: (s: JudgedSituation) => a.change(w.change(s)) }))),
    [{ picks: [], change: (s) => s }],
  )
}

const rankOf = (level: Level): number => LEVELS.indexOf(level)

interface Row {
  readonly picks: readonly number[]
  readonly level: number
}

/** The fewest of a gate's unknowns whose answers leave nothing open; levels under `floor` count as `floor`. */
function fewestFor(table: readonly Row[], asked: readonly Asked[], floor: number): readonly Asked[] {
  const sets = Array.from({ length: 2 ** asked.length }, (_, mask) => asked.map((_a, i) => i).filter((i) => mask & (1 << i)))
  const settles = (set: readonly number[]) => {
    const seen = new Map<string, number>()
    return table.every((row) => {
      const level = Math.max(floor, row.level)
      const key = set.map((i) => row.picks[i]).join()
      const before = seen.get(key)
      seen.set(key, level)
      return before === undefined || before === level
    })
  }
  const best = sets.toSorted((a, b) => a.length - b.length).find(settles) ?? []
  return best.map((i) => asked[i]).filter((a) => a !== undefined)
}

/**
 * The smallest set of questions whose answers settle an option's verdict on the day, whatever they are; empty where nothing that is not
 * known could change it. The verdict is the worst of its gates, so each gate is settled on its own, over every way in which what it
 * reads may turn out; a level that another gate has reached in any case needs no asking.
 */
export function questionsFor(option: Treatment, s: JudgedSituation): { readonly fact: string; readonly question: string }[] {
  const open = UNKNOWNS.filter((u) => u.unknown(s, option)).map((unknown): Asked => ({ unknown, answers: unknown.answers(s, option) }))
  if (open.length === 0) return []
  const byGate = GATE_KEYS.map((key) => {
    const asked = open.filter((a) => a.unknown.gates.includes(key))
    const table = everyWay(asked).map((w): Row => ({ picks: w.picks, level: rankOf(levelAt(GATES[key], option, w.change(s))) }))
    return { asked, table, least: Math.min(...table.map((row) => row.level)) }
  })
  const floor = Math.max(...byGate.map((g) => g.least))
  const wanted = new Set(byGate.flatMap((g) => fewestFor(g.table, g.asked, floor)).map((a) => a.unknown))
  return UNKNOWNS.filter((u) => wanted.has(u)).map((u) => ({ fact: u.fact, question: askedOf(u, s) }))
}
