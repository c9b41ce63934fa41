import { expectedLevel, isOver, judge, limitOf, URGENT } from '../judge/index.ts'
import { BROOD_WORDS, ENTRANCE_WORDS, FLOOR_WORDS, QUEEN_WORDS, SUPERS_WORDS, type PresumedFact, type TreatmentKey } from '../situation/index.ts'
import { patternOf, treatmentsWith, type Treatment } from '../treatments/index.ts'
import type { JudgedSituation } from './finding.ts'
import { match } from './match.ts'
import type { Matched } from './matched.ts'
import { CLASS, harmSum, shareLeft } from './order.ts'

/** What may be asked: a fact that is presumed, or a jar. */
export type AskedFact = PresumedFact | 'count'

/** One answer to a question, how likely it is, and what would then be chosen. */
export interface AskedAnswer {
  readonly value: string | number | boolean | null
  readonly say: string
  readonly chance: number
  readonly choice: TreatmentKey | null
}
/** A question whose answer may change what is chosen. */
export interface Question {
  readonly fact: AskedFact
  readonly question: string
  /** How much better off the choice is for knowing, on average: 0 where no answer changes it. */
  readonly worth: number
  readonly answers: readonly AskedAnswer[]
}

const QUESTIONS: Readonly<Record<AskedFact, string>> = {
  brood: 'Is there brood, and is any of it capped?',
  clustered: 'Do the bees sit in a cluster?',
  supers: 'Are supers on for people?',
  framesOfBees: 'How many frames of bees?',
  queen: 'Is the queen laying? Look for eggs.',
  entrance: 'Is the entrance at full width?',
  floor: 'Is the floor solid, or a screen?',
  floorWet: 'Is the floor dry?',
  weather: 'How warm will it be? Enter the days, or the yard’s place.',
  lastOpening: 'When are the hives opened for the last time this year?',
  nextOn: 'When must the next supers go on?',
  count: 'How many mites in a jar of about 300 bees?',
}

/** What is asked in its place where a jar was counted, and another might turn the verdict. */
const ANOTHER_JAR = 'How many mites in another jar of about 300 bees?'

/** The answers in the words of the facts' own lists, as the column beside them has them; what has no list is said as it is presumed. */
const ANSWERS: Readonly<Partial<Record<AskedFact, ReadonlyMap<string, string>>>> = {
  brood: new Map(BROOD_WORDS),
  supers: new Map(SUPERS_WORDS),
  queen: new Map(QUEEN_WORDS),
  entrance: new Map(ENTRANCE_WORDS),
  floor: new Map(FLOOR_WORDS),
  clustered: new Map([
    ['true', 'yes'],
    ['false', 'no'],
  ]),
  floorWet: new Map([
    ['false', 'dry'],
    ['true', 'wet'],
  ]),
}

/** What an option costs in a situation, 0 to about 2: what hinders it, the mites it leaves as far as they matter, harm, visits (weights are guesses). */
const HINDERS = { fits: 0, care: 0.05, wait: 0.7, 'ruled-out': 1.5 } as const
const MATTER = { under: 0.1, watch: 0.35, unknown: 0.5, treat: 1, urgent: 1.2 } as const
const costIn = (o: Matched, s: JudgedSituation): number =>
  HINDERS[o.fit] +
  shareLeft(o) * MATTER[s.judgement.level] +
  // Giving what is not needed costs as well: money, bees, and what mites grow used to.
  (o.treatment.way === 'given' && s.judgement.level === 'under' ? 0.2 : 0) +
  harmSum(o.treatment, s) * 0.01 +
  patternOf(o.treatment, s).visits * 0.005

interface Way {
  readonly value: string | number | boolean | null
  readonly say: string
  readonly chance: number
  readonly situation: JudgedSituation
}

/** The ways in which each thing that is not known may turn out, with how likely each is. */
function waysOf(s: JudgedSituation): { readonly fact: AskedFact; readonly ways: readonly Way[] }[] {
  const facts = s.presumptions.map((p) => ({
    fact: p.fact,
    ways: [
      { value: p.value, say: p.say, chance: p.sure, situation: s },
      ...p.others.map((o) => ({ value: o.value, say: o.say, chance: o.chance, situation: { ...s, ...o.change(s) } })),
    ],
  }))
  const jar = jarWays(s)
  return jar ? [...facts, { fact: 'count' as const, ways: jar }] : facts
}

/** Chances that a colony which nobody counted is under, over and far over its limit, by its season and the counts of its yard. */
function uncounted(s: JudgedSituation): readonly [under: number, over: number, danger: number] {
  const level = expectedLevel(s)
  const limit = limitOf(s.keeper, s.judgement.phase)
  const [over, danger] = [level.chanceAtLeast((limit.mites / limit.bees) * 100), level.chanceAtLeast(URGENT.awake)]
  return [1 - over, Math.max(0, over - danger), Math.min(over, danger)]
}

function jarWays(s: JudgedSituation): Way[] | null {
  const { level, another, phase, threshold } = s.judgement
  // Nobody washes a cluster.
  if (phase === 'dormant' || s.colony.clustered) return null
  const jar = (mites: number): JudgedSituation => {
    const counts = [{ date: s.asOf, method: 'wash' as const, mites, bees: 300, days: null, recovery: null, representative: null }]
    return { ...s, counts, judgement: judge({ ...s, counts }) }
  }
  if (level === 'unknown') {
    const [under, over, danger] = uncounted(s)
    return [
      { value: 1, say: 'with 1 mite on 300 bees', chance: under, situation: jar(1) },
      { value: 10, say: 'with 10 mites on 300 bees', chance: over, situation: jar(10) },
      { value: 24, say: 'with 24 mites on 300 bees', chance: danger, situation: jar(24) },
    ]
  }
  // A jar that would seldom turn the verdict is not asked for.
  if (!another?.worth || threshold === null || s.judgement.unit !== 'per100') return null
  const [few, many] = [Math.max(0, Math.floor(threshold * 3) - 4), Math.ceil(threshold * 3) + 4]
  const isTurned = { few: isOver({ level }), many: !isOver({ level }) }
  const way = (mites: number, turned: boolean): Way => ({
    value: mites,
    say: `with ${mites} mites on 300 bees`,
    chance: turned ? another.changes : 1 - another.changes,
    situation: jar(mites),
  })
  return [way(few, isTurned.few), way(many, isTurned.many)]
}

/** What is chosen of what may be done now: waiting where that stands first, else what is given, else work on the hive. */
function choiceOf(options: readonly Matched[]): Matched | undefined {
  const open = options.filter((o) => CLASS[o.fit] < CLASS.wait && o.allowed.rules !== 'no')
  const [first] = open
  return first?.treatment.way === 'waiting' ? first : (open.find((o) => o.treatment.way === 'given') ?? first)
}

/** Most asked at once. */
const MOST = 3
/** A question worth less than this changes the choice too seldom, or for too little (a guess). */
const LEAST_WORTH = 0.005

/**
 * The questions whose answers would change the choice most: for each, the mean over its answers, weighed by how likely they are, of
 * what the choice made without asking costs more than the one made with the answer (value of information; Raiffa & Schlaifer 1961, from
 * memory). The keeper's list and kit are not asked: they never move an option. Most worth first, at most three.
 */
export function ask(s: JudgedSituation, options: readonly Matched[], treatments: readonly Treatment[] = treatmentsWith(s.own)): Question[] {
  const now = choiceOf(options)
  // Until it is counted nothing is given: what an option hangs on matters as often as a count turns out over the limit.
  const matters = s.judgement.level === 'unknown' && s.judgement.phase !== 'dormant' ? 1 - uncounted(s)[0] : 1
  return waysOf(s)
    .map(({ fact, ways }): Question => {
      let worth = 0
      const answers = ways.map(({ value, say, chance, situation }): AskedAnswer => {
        const there = situation === s ? options : match(situation, treatments)
        const best = choiceOf(there)
        const same = now && there.find((o) => o.treatment.key === now.treatment.key)
        const without = same ? costIn(same, situation) : 2
        const withIt = best ? costIn(best, situation) : without
        worth += chance * Math.max(0, without - withIt)
        return { value, say: ANSWERS[fact]?.get(String(value)) ?? say, chance, choice: best?.treatment.key ?? null }
      })
      const question = fact === 'count' && s.judgement.level !== 'unknown' ? ANOTHER_JAR : QUESTIONS[fact]
      return { fact, question, worth: fact === 'count' ? worth : worth * matters, answers }
    })
    .filter((q) => q.worth > LEAST_WORTH && q.answers.some((a) => a.choice !== now?.treatment.key))
    .toSorted((a, b) => b.worth - a.worth)
    .slice(0, MOST)
}
