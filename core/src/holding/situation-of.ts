import { newestCount, shareOf, spreadOf } from '../count/index.ts'
import { learnedFrom, type Judgement } from '../judge/index.ts'
import { factsIn, nextRest, presume, stockOn } from '../situation/index.ts'
import type { ColonyFacts, CountFact, KeeperFacts, PastCourse, Situation, Stock, TreatmentKey } from '../situation/index.ts'
import { midwayWanted } from '../course/index.ts'
import { addDays, laterOf, type Day } from '../time/index.ts'
import { treatmentOf } from '../treatments/index.ts'
import { courseIn, whyOf, type CourseState } from './course-state.ts'
import { YARD_TELLS } from './neighbours.ts'
import type { ColonyRecord, CountRecord, CourseFacts, SettingsRecord, YardRecord } from './records.ts'

/** A colony nobody has looked into: one brood box is assumed, nothing else. */
export const NOTHING_KNOWN: Omit<ColonyFacts, 'hivedOn'> = factsIn({ broodBoxes: 1 })

/** What is known of the colony, from its newest look. */
const factsOf = (colony: ColonyRecord): ColonyFacts => ({
  ...factsIn(colony.look ?? NOTHING_KNOWN),
  hivedOn: colony.hivedOn,
  ...(colony.look ? { lookedOn: colony.look.onDay, ...(colony.look.seenOn ? { seenOn: colony.look.seenOn } : {}) } : {}),
})

/** Why it took less than it should, where its keeper found that out. */
function found(state: CourseState): Pick<PastCourse, 'why'> {
  const why = whyOf(state)
  return why ? { why } : {}
}

interface Past {
  readonly yard: YardRecord
  readonly settings: SettingsRecord
  readonly past: PastCourse[]
  /** The days on which something was first given: a course that is only chosen is none. */
  readonly begun: readonly Day[]
}
// Every colony of a yard reads the courses of all the others.
const courses = new WeakMap<ColonyRecord, Past>()
/** What was given to a colony, and what it took. */
export function pastOf(yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): Past {
  const { today } = yard
  const kept = courses.get(colony)
  if (kept?.yard === yard && kept.settings === settings) return kept
  const keeper = keeperFacts(settings)
  const states = colony.courses.map((record) => courseIn(yard, colony, record, keeper)).filter((state) => state.treatment.way !== 'waiting')
  const past = states
    .filter((state) => state.given || (!state.cancelled && state.left === null))
    .map((state) => ({
      treatment: state.treatment.key,
      // A course that is only chosen, and whose day has gone by, begins today at the earliest.
      start: state.given ? state.startedOn : laterOf(state.startedOn, today),
      end: state.course.endedOn ?? (state.left ? (state.left.lastOn ?? state.startedOn) : null),
      efficacy: state.outcome?.efficacy?.estimate ?? null,
      brood: state.record.facts.colony.brood,
      ...found(state),
      ...(state.outcome?.efficacy ? { efficacyLow: state.outcome.efficacy.low, efficacyHigh: state.outcome.efficacy.high } : {}),
    }))
  const made = { yard, settings, past, begun: states.filter((state) => state.given).map((state) => state.startedOn) }
  courses.set(colony, made)
  return made
}
const pastCourses = (yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): PastCourse[] => pastOf(yard, colony, settings).past

/** Colonies of the yard that this one was made from: what was counted and given before it was taken from them is its own past too. */
const madeFrom = (yard: YardRecord, colony: ColonyRecord): ColonyRecord[] =>
  colony.parents.length === 0 ? [] : yard.colonies.filter((other) => other.id !== colony.id && colony.parents.includes(other.id))

/** Counts of the colony it was divided from, up to that day. A swarm took its own share of mites with it: nothing is carried into it. */
const carriedCounts = (yard: YardRecord, colony: ColonyRecord): CountRecord[] =>
  colony.hivedOn !== null ? [] : madeFrom(yard, colony).flatMap((parent) => parent.counts.filter((c) => c.onDay <= colony.since))

/** Courses of the colonies it was made from: what ran on that day is over for the half that was taken away. */
const carriedCourses = (yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): PastCourse[] =>
  madeFrom(yard, colony)
    .flatMap((parent) => pastCourses(yard, parent, settings))
    .filter((p) => p.start <= colony.since)
    .map((p) => ({ ...p, end: p.end === null || p.end > colony.since ? colony.since : p.end }))

/** Most courses of other colonies that are carried in a case, the newest. */
const MOST_OF_YARD = 60

const together = new WeakMap<
  YardRecord,
  { readonly settings: SettingsRecord; readonly all: readonly { readonly id: string; readonly past: PastCourse }[] }
>()
/** The courses of all colonies of a yard, oldest first. */
function allCourses(yard: YardRecord, settings: SettingsRecord): readonly { readonly id: string; readonly past: PastCourse }[] {
  const kept = together.get(yard)
  if (kept?.settings === settings) return kept.all
  const all = yard.colonies
    .flatMap((colony) => pastCourses(yard, colony, settings).map((past) => ({ id: colony.id, past })))
    .toSorted((a, b) => a.past.start.localeCompare(b.past.start))
  together.set(yard, { settings, all })
  return all
}
/** Courses of the other colonies of a yard: each that was counted after, and of those that were not one a treatment and day. */
function yardCourses(yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): PastCourse[] {
  const seen = new Set<string>()
  return allCourses(yard, settings)
    .filter(({ id, past }) => {
      if (id === colony.id) return false
      if (past.efficacy !== null) return true
      const key = `${past.treatment} ${past.start}`
      return !seen.has(key) && Boolean(seen.add(key))
    })
    .slice(-MOST_OF_YARD)
    .map(({ past }) => past)
}

const speaking = new WeakMap<YardRecord, { readonly settings: SettingsRecord; readonly found: ReadonlyMap<string, CountFact> }>()
/** Each colony's newest count, all its jars of that day together, where it still speaks for the yard: not marked, and not from before what was given since. */
function speakingCounts(yard: YardRecord, settings: SettingsRecord): ReadonlyMap<string, CountFact> {
  const known = speaking.get(yard)
  if (known?.settings === settings) return known.found
  const found = new Map<string, CountFact>()
  for (const colony of yard.colonies) {
    const pooled = newestCount(colony.counts.flatMap(countFacts), yard.today)
    if (!pooled || pooled.age > YARD_TELLS || !pooled.representative) continue
    if (pastOf(yard, colony, settings).begun.some((day) => day >= pooled.date)) continue
    const { date, method, mites, recovery, spread } = pooled
    const board = method === 'board'
    found.set(colony.id, {
      date,
      method,
      mites,
      bees: board ? null : pooled.bees,
      days: board ? pooled.days : null,
      recovery,
      representative: null,
      ...(spread > 1 ? { spread } : {}),
    })
  }
  speaking.set(yard, { settings, found })
  return found
}
const learned = new WeakMap<YardRecord, { readonly settings: SettingsRecord; readonly found: Pick<Situation, 'learned'> }>()
/** What the counts of the yard teach of counting there: the same for all of its colonies. */
function learnedOf(yard: YardRecord, settings: SettingsRecord): Pick<Situation, 'learned'> {
  const known = learned.get(yard)
  if (known?.settings === settings) return known.found
  const colonies = yard.colonies.map((colony) => ({ counts: colony.counts.flatMap(countFacts), begun: pastOf(yard, colony, settings).begun }))
  const { hemisphere, phase, normals } = yard
  const made = learnedFrom(colonies, { ...bareSituation(yard.today, hemisphere, settings), phase, normals })
  const found = made ? { learned: made } : {}
  learned.set(yard, { settings, found })
  return found
}
const yardCountsOf = (yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord): CountFact[] =>
  [...speakingCounts(yard, settings)].flatMap(([id, count]) => (id === colony.id ? [] : [count]))

/** A kept count as the facts it is judged by: one a sample. */
export const countFacts = (count: Pick<CountRecord, 'onDay' | 'method' | 'recovery' | 'representative' | 'samples'>): CountFact[] =>
  count.samples.map((s) => ({
    date: count.onDay,
    method: count.method,
    mites: s.mites,
    bees: s.bees,
    days: s.days,
    recovery: count.recovery,
    representative: count.representative,
    ...(s.squares ? { share: shareOf(s.squares), spread: spreadOf(s.squares) } : {}),
  }))

const keepers = new WeakMap<SettingsRecord, KeeperFacts>()
/** What a keeper judges by: the same object for all colonies under the same settings. */
export function keeperFacts(settings: SettingsRecord): KeeperFacts {
  let facts = keepers.get(settings)
  if (!facts) keepers.set(settings, (facts = keeperBy(settings)))
  return facts
}
function keeperBy(settings: SettingsRecord): KeeperFacts {
  const { school, organicOnly, noLiquidAcids, priority, kit } = settings
  const limits = settings.ownLimits?.[school]
  return {
    school,
    organicOnly,
    ...(noLiquidAcids ? { noLiquidAcids } : {}),
    priority,
    kit,
    ...(limits ? { limits } : {}),
    ...(settings.boards ? { boards: settings.boards } : {}),
    ...(settings.missed == null ? {} : { missed: settings.missed }),
  }
}

/** So many days ahead of the keeper's own are enough to stand on. */
const OWN_AHEAD = 7
const isInvented = ({ weatherFrom, today }: YardRecord): boolean => {
  if (!weatherFrom?.invented) return false
  const own = new Set(weatherFrom.ownDays.map((d) => d.date))
  return !Array.from({ length: OWN_AHEAD }, (_, n) => addDays(today, n)).every((day) => own.has(day))
}

/** The case of a colony as its yard stands, judged for `startOn`: what every judgement in the page is made on. */
export function situationOf(yard: YardRecord, colony: ColonyRecord, settings: SettingsRecord, startOn: Day = yard.today): Situation {
  return {
    case: 1,
    asOf: yard.today,
    startOn,
    hemisphere: yard.hemisphere,
    phase: yard.phase,
    colony: factsOf(colony),
    supers: { now: colony.look?.supers ?? null, offOn: yard.supersOffOn, nextOn: yard.supersNextOn },
    counts: [...carriedCounts(yard, colony), ...colony.counts].flatMap(countFacts),
    weather: yard.weather,
    normals: yard.normals,
    ...(isInvented(yard) ? { inventedWeather: true } : {}),
    ...(yard.weatherFrom?.record?.n ? { forecastDoubt: yard.weatherFrom.record.doubt } : {}),
    lastOpening: yard.lastOpening,
    history: [...carriedCourses(yard, colony, settings), ...pastCourses(yard, colony, settings)],
    yardCounts: yardCountsOf(yard, colony, settings),
    ...learnedOf(yard, settings),
    yardHistory: yardCourses(yard, colony, settings),
    keeper: keeperFacts(settings),
    rules: settings.rules,
    stock: settings.stock,
    ...(settings.own && settings.own.length > 0 ? { own: settings.own } : {}),
  }
}

/** The pack that is used on the day, without the others beside it. */
function packOf({ stock, startOn }: Situation, treatment: TreatmentKey): Stock | undefined {
  const kept = stock[treatment]
  if (!kept) return undefined
  const { lots: _others, ...pack } = stockOn(kept, startOn)
  return pack
}

/** The small part of a decision that planning reads again and again; the whole is kept beside it. */
export function courseFacts(situation: Situation, judgement: Judgement, treatment: TreatmentKey): CourseFacts {
  const rule = situation.rules[treatment]
  const pack = packOf(situation, treatment)
  const given = treatmentOf(treatment)
  const sheet = situation.own?.find((own) => own.key === treatment)
  return {
    ...(sheet ? { own: sheet } : {}),
    asOf: situation.asOf,
    // What was presumed when it was chosen is what the doses and rounds were planned on.
    colony: presume(situation).situation.colony,
    rules: rule ? { [treatment]: rule } : {},
    ...(pack ? { pack } : {}),
    lastOpening: situation.lastOpening,
    rest: nextRest(situation, situation.startOn),
    hemisphere: situation.hemisphere,
    midway: given !== null && midwayWanted(situation, judgement, given),
    recountBy: judgement.recountBy,
    before: { mites: judgement.mites, bees: judgement.bees, countedOn: judgement.countedOn, method: judgement.method },
  }
}

/** The case of no colony in particular, for what a count alone would say. */
export const bareSituation = (today: Day, hemisphere: 'north' | 'south', settings: SettingsRecord): Situation => ({
  case: 1,
  asOf: today,
  startOn: today,
  hemisphere,
  phase: null,
  colony: { ...NOTHING_KNOWN, hivedOn: null },
  supers: { now: null, offOn: null, nextOn: null },
  counts: [],
  weather: [],
  normals: [],
  lastOpening: null,
  history: [],
  keeper: keeperFacts(settings),
  rules: {},
  stock: {},
  ...(settings.own && settings.own.length > 0 ? { own: settings.own } : {}),
})
