import { addDays, daysBetween, monthOf, yearOf, type Day } from '../time/index.ts'
import { broodlessWindow, temperateNormals } from './climate.ts'
import { CLOSED_FOR } from './contradictions.ts'
import { hivedLately } from './hived.ts'
import { phaseAt, phaseOf, sayPhase } from './phase.ts'
import type { AgeingFact } from './look-fields.ts'
import type { Brood, ColonyFacts, Phase, Queen, Situation, SupersFacts, SupersNow } from './situation.ts'
import { keptByWeather } from './weather.ts'
import { celsius, kelvin, aDay } from '../words/index.ts'

/** What may be presumed where nobody has looked, or not lately. */
export type PresumedFact =
  'brood' | 'clustered' | 'supers' | 'framesOfBees' | 'queen' | 'entrance' | 'floor' | 'floorWet' | 'weather' | 'lastOpening' | 'nextOn'

/** How it may be instead, and how likely that is. */
export interface Otherwise {
  readonly value: string | number | boolean | null
  readonly say: string
  /** How it follows on "Fits", where it is said otherwise than `say`: "with supers off". */
  readonly way?: string
  readonly chance: number
  readonly change: <S extends Situation>(s: S) => S
}
/** A fact that is taken to be so: what, why, how sure, and how it may be instead. */
export interface Presumption {
  readonly fact: PresumedFact
  readonly value: string | number | boolean
  /** "without brood" */
  readonly say: string
  /** "late November; not looked at since Thu 3 Sep"; made when it is read, for most days of a search nobody does. */
  readonly because: string
  /** Chance 0-1 that it is so; a guess. */
  readonly sure: number
  readonly others: readonly Otherwise[]
}
/** A colony of which everything is known or presumed that options are weighed by. */
export interface FilledColony extends ColonyFacts {
  readonly brood: Brood
  readonly framesOfBees: number
  readonly queen: Exclude<Queen, 'unknown'>
  readonly clustered: boolean
  readonly entrance: NonNullable<ColonyFacts['entrance']>
  readonly floor: NonNullable<ColonyFacts['floor']>
  readonly floorWet: boolean
}
export interface FilledSituation extends Situation {
  readonly colony: FilledColony
  readonly supers: SupersFacts & { readonly now: SupersNow }
}
export interface Presumed {
  /** The case with what is presumed in the place of what is not known. */
  readonly situation: FilledSituation
  readonly presumptions: readonly Presumption[]
}

/** Days after a look in which what was seen is a fact; after it, it is presumed (common practice, no source). */
const FACT_FOR: Record<AgeingFact, number> = {
  brood: 21,
  framesOfBees: 42,
  queen: 42,
  supers: 42,
  clustered: 10,
  floorWet: 42,
  entrance: 90,
  stores: 28,
  signs: 42,
}

const PART = ['early', 'mid', 'late'] as const
const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']
/** "late November". */
const sayTime = (day: Day): string => `${PART[Math.min(2, Math.floor((Number(day.slice(8)) - 1) / 10))] ?? 'late'} ${MONTHS[monthOf(day) - 1]}`

type Change = <S extends Situation>(s: S) => S
const colony =
  (facts: Partial<ColonyFacts>): Change =>
  (s) => ({ ...s, colony: { ...s.colony, ...facts } })
const supersAre =
  (now: SupersNow): Change =>
  (s) => ({ ...s, supers: { ...s.supers, now } })

interface Asked {
  readonly s: Situation
  readonly day: Day
  /** The phase of the day, by the place or the calendar. */
  readonly phase: Phase
}
type Presume = (asked: Asked) => Presumption | null

/** Whether what is known of a fact still is one on the day judged. */
const isOld = ({ s, day }: Asked, fact: AgeingFact): boolean => daysBetween(seenOn(s, fact), day) > FACT_FOR[fact]
/** The day a fact was seen; what is given without one is of the day of the case. */
const seenOn = (s: Situation, fact: AgeingFact): Day => s.colony.seenOn?.[fact] ?? s.colony.lookedOn ?? s.asOf
const because = ({ s, day }: Asked, fact: AgeingFact, known: boolean): string =>
  `${sayTime(day)}; ${known ? `not looked at since ${aDay(seenOn(s, fact), day)}` : 'not looked at'}`

const BROOD: Record<Brood, { say: string; facts: Partial<ColonyFacts> }> = {
  none: { say: 'without brood', facts: { brood: 'none', framesOfBrood: 0 } },
  open: { say: 'with open brood only', facts: { brood: 'open' } },
  capped: { say: 'with capped brood', facts: { brood: 'capped' } },
}
/** Days at the ends of the broodless weeks in which they are less sure. */
const EDGE = 14
/** A hived swarm has nothing capped for so many days (first cells capped on day 8 or 9; from memory). */
const NOTHING_CAPPED = 8

function broodChances({ s, day, phase }: Asked): Record<Brood, number> {
  const hived = s.colony.hivedOn === null ? null : daysBetween(s.colony.hivedOn, day)
  if (hived !== null && hived >= 0 && hived <= NOTHING_CAPPED) return { none: 0.5, open: 0.45, capped: 0.05 }
  const normals = s.normals.length === 12 ? s.normals : temperateNormals(s.hemisphere)
  const window = s.phase === null || s.phase === 'dormant' ? broodlessWindow(normals, s.hemisphere, day) : null
  if (window && window.from <= day) {
    const inside = Math.min(daysBetween(window.from, day), daysBetween(day, window.to))
    return inside >= EDGE ? { none: 0.9, open: 0.03, capped: 0.07 } : { none: 0.7, open: 0.05, capped: 0.25 }
  }
  return phase === 'dormant' ? { none: 0.35, open: 0.05, capped: 0.6 } : { none: 0.03, open: 0.02, capped: 0.95 }
}

const brood: Presume = (asked) => {
  const { s } = asked
  const known = s.colony.brood
  if (known !== null && !isOld(asked, 'brood')) return null
  const chances = broodChances(asked)
  const [value] = (Object.keys(chances) as Brood[]).toSorted((a, b) => chances[b] - chances[a])
  if (!value) return null
  return {
    fact: 'brood',
    value,
    say: BROOD[value].say,
    get because() {
      return because(asked, 'brood', known !== null)
    },
    sure: chances[value],
    others: (Object.keys(chances) as Brood[])
      .filter((b) => b !== value)
      .map((b) => ({ value: b, say: BROOD[b].say, chance: chances[b], change: colony(BROOD[b].facts) })),
  }
}

/** Usual or known highs at or under this for a week: the bees stay together (common practice, no source). */
export const STILL_HIGH = 10
const WEEK = 7

const coldWeek = keptByWeather((_told, days: number, day, read): boolean | null => {
  let known = 0
  for (let n = 0; n < days; n++) {
    const reading = read(addDays(day, n))
    if (!reading) continue
    if (reading.high >= STILL_HIGH) return false
    known += 1
  }
  return known === 0 ? null : true
})
/** Whether the highs of the week from a day stay under ten degrees; null where nothing is known of them. */
export const staysCold = (s: Pick<Situation, 'weather' | 'normals'>, day: Day): boolean | null => coldWeek(s, WEEK, day)

const clustered: Presume = (asked) => {
  const { s, day, phase } = asked
  if (s.colony.clustered !== null && !isOld(asked, 'clustered')) return null
  const cold = staysCold(s, day)
  const value = phase === 'dormant' ? cold !== false : cold === true
  // Out of winter, with no cold told, nobody has to say that bees move.
  const certain = !value && phase !== 'dormant'
  return {
    fact: 'clustered',
    value,
    say: value ? 'bees in the cluster' : 'bees moving',
    because:
      cold === null
        ? sayTime(day)
        : `${sayTime(day)}, highs ${cold ? `under ${celsius(STILL_HIGH)} for a week` : `of ${celsius(STILL_HIGH)} and more`}`,
    sure: 0.9,
    others: certain
      ? []
      : [
          {
            value: !value,
            say: value ? 'bees moving' : 'bees in the cluster',
            way: value ? 'with the bees moving' : 'with the bees in the cluster',
            chance: 0.1,
            change: colony({ clustered: !value }),
          },
        ],
  }
}

/**
 * Whether a hive is not to be opened for a jar or a frame: in the winter rest, while the bees sit in the cluster, and while the highs stay
 * under ten degrees for a week (common practice, no source). A board is the count then.
 */
export function isShut(s: Situation, day: Day = s.asOf): boolean {
  const phase = phaseAt(s, day)
  return phase === 'dormant' || (clustered({ s, day, phase })?.value ?? s.colony.clustered) === true
}

const SUPERS: Record<Phase, { now: SupersNow; sure: number }> = {
  dormant: { now: 'none', sure: 0.97 },
  increase: { now: 'none', sure: 0.6 },
  peak: { now: 'for-people', sure: 0.75 },
  decrease: { now: 'none', sure: 0.7 },
}
const SAY_SUPERS: Record<SupersNow, string> = { none: 'supers off', 'for-people': 'supers on for people', 'for-bees': 'a box for the bees on' }

/** Days after a planned day in which it is asked about (a guess); after that the season tells. */
const ASKED_FOR = 60
const supers: Presume = (asked) => {
  const { s, phase } = asked
  const known = s.supers.now
  const planned = s.supers.offOn
  const looked = s.colony.seenOn?.supers ?? s.colony.lookedOn ?? null
  // A plan whose day is over is no fact, and no look since has said that they stayed on.
  const lapsed = planned !== null && planned < s.asOf && daysBetween(planned, s.asOf) <= ASKED_FOR && (looked === null || looked <= planned)
  if (known === 'for-people' && lapsed && phase !== 'dormant')
    return {
      fact: 'supers',
      value: known,
      say: SAY_SUPERS[known],
      because: `they were to come off ${aDay(planned, s.asOf)}, and nobody has said that they are`,
      sure: 0.5,
      others: [{ value: 'none', say: SAY_SUPERS.none, way: `with ${SAY_SUPERS.none}`, chance: 0.5, change: supersAre('none') }],
    }
  if (known !== null && !isOld(asked, 'supers')) return null
  // What was seen stays where nothing has happened to it; into the winter supers for people do not go.
  const kept = known !== null && !(known === 'for-people' && phase === 'dormant')
  const value = kept ? known : SUPERS[phase].now
  const sure = kept ? 0.7 : SUPERS[phase].sure
  const other: SupersNow = value === 'none' ? 'for-people' : 'none'
  return {
    fact: 'supers',
    value,
    say: SAY_SUPERS[value],
    get because() {
      return because(asked, 'supers', known !== null)
    },
    sure,
    others: [{ value: other, say: SAY_SUPERS[other], way: `with ${SAY_SUPERS[other]}`, chance: 1 - sure, change: supersAre(other) }],
  }
}

/** Usual frames of bees a brood box (common practice, no source). */
const FRAMES: Record<Phase, number> = { dormant: 5, increase: 6, peak: 9, decrease: 7 }
/** Days after which a colony has become another in strength (a guess). */
const A_SEASON = 120
/** From this many frames of bees on, nothing is harmed by being too few. */
const WEAK = 4

const strength: Presume = (asked) => {
  const { s, day, phase } = asked
  const known = s.colony.framesOfBees
  if (known !== null && !isOld(asked, 'framesOfBees')) return null
  const usual = FRAMES[phase] * Math.min(2, s.colony.broodBoxes)
  // What was seen stands in for what is, until a season has gone by.
  const value = known === null || daysBetween(seenOn(s, 'framesOfBees'), day) > A_SEASON ? usual : known
  return {
    fact: 'framesOfBees',
    value,
    say: `about ${value} frames of bees`,
    get because() {
      return `${because(asked, 'framesOfBees', known !== null)}; usual in ${sayPhase(phase)}`
    },
    sure: 0.7,
    others: [{ value: WEAK, say: `with ${WEAK} frames of bees`, chance: 0.3, change: colony({ framesOfBees: WEAK }) }],
  }
}

const queen: Presume = (asked) => {
  const { s } = asked
  const known = s.colony.queen
  const seen = known !== null && known !== 'unknown'
  if (seen && !isOld(asked, 'queen')) return null
  // A new queen has begun to lay by then; one that was gone or caged is not presumed to be back.
  const value: Queen = known === 'absent' || known === 'caged' ? known : 'laying'
  const other: Queen = value === 'laying' ? 'absent' : 'laying'
  const say: Partial<Record<Queen, string>> = { laying: 'the queen laying', absent: 'no queen', caged: 'the queen caged' }
  return {
    fact: 'queen',
    value,
    say: say[value] ?? value,
    get because() {
      return seen ? because(asked, 'queen', true) : 'not seen; most colonies have one'
    },
    sure: value === 'laying' ? 0.9 : 0.5,
    others: [
      {
        value: other,
        say: say[other] ?? other,
        way: `with ${say[other] ?? other}`,
        chance: value === 'laying' ? 0.1 : 0.5,
        change: colony({ queen: other }),
      },
    ],
  }
}

/** How the hive stands is set by whoever treats: taken as it has to be, and said. */
const standing =
  <F extends 'entrance' | 'floor' | 'floorWet'>(
    fact: F,
    value: ColonyFacts[F] & (string | boolean),
    say: string,
    other: ColonyFacts[F] & (string | boolean),
    sayOther: string,
  ): Presume =>
  ({ s }) =>
    s.colony[fact] !== null
      ? null
      : {
          fact,
          value,
          say,
          because: 'not noted: to be seen on the day',
          sure: 0.7,
          others: [{ value: other, say: sayOther, chance: 0.3, change: colony({ [fact]: other }) }],
        }

/** Degrees by which a place may be warmer or colder than was taken. */
const OFF = 6
const MADE_UP = 'made-up'
const weather: Presume = ({ s }) => {
  if (s.inventedWeather) {
    const by =
      (degrees: number): Change =>
      (x) => ({
        ...x,
        weather: x.weather.map((d) => ({ ...d, high: d.high + degrees, low: d.low === null ? null : d.low + degrees })),
        normals: x.normals.map((n) => ({ ...n, high: n.high + degrees, low: n.low + degrees })),
      })
    return {
      fact: 'weather',
      value: MADE_UP,
      say: 'the days that are shown',
      because: 'made-up weather: enter yours',
      sure: 0.5,
      others: [
        { value: 'warmer', say: `${kelvin(OFF)} warmer`, way: `if it is ${kelvin(OFF)} warmer`, chance: 0.25, change: by(OFF) },
        { value: 'colder', say: `${kelvin(OFF)} colder`, way: `if it is ${kelvin(OFF)} colder`, chance: 0.25, change: by(-OFF) },
      ],
    }
  }
  if (s.normals.some((n) => n.guess)) {
    const by =
      (degrees: number): Change =>
      (x) => ({ ...x, normals: x.normals.map((n) => (n.guess ? { ...n, high: n.high + degrees, low: n.low + degrees } : n)) })
    return {
      fact: 'weather',
      value: 'fetched',
      say: 'the months that were fetched for the place',
      because: 'a guess by its latitude, nobody typed over it',
      sure: 0.7,
      others: [
        { value: 'warmer', say: `${kelvin(OFF)} warmer`, way: `if it is ${kelvin(OFF)} warmer`, chance: 0.15, change: by(OFF) },
        { value: 'colder', say: `${kelvin(OFF)} colder`, way: `if it is ${kelvin(OFF)} colder`, chance: 0.15, change: by(-OFF) },
      ],
    }
  }
  // A keeper's own word on the season says that the place is not what the calendar takes it for.
  if (s.normals.length > 0 || (s.phase !== null && s.phase !== phaseOf({ ...s, phase: null }))) return null
  const shifted =
    (by: number): Change =>
    (x) => ({
      ...x,
      normals: temperateNormals(x.hemisphere).map((n) => ({ month: n.month, high: n.high + by, low: n.low + by })),
    })
  return {
    fact: 'weather',
    value: 'temperate',
    say: 'the weather of a temperate place',
    because: s.weather.length > 0 ? 'the place is not known, and no day beyond those told' : 'neither days nor the place are known',
    sure: 0.6,
    others: [
      { value: 'warmer', say: `${kelvin(OFF)} warmer`, way: `if it is ${kelvin(OFF)} warmer`, chance: 0.2, change: shifted(OFF) },
      { value: 'colder', say: `${kelvin(OFF)} colder`, way: `if it is ${kelvin(OFF)} colder`, chance: 0.2, change: shifted(-OFF) },
    ],
  }
}

/** The same day of a later year; 29 February is the 28th where there is none. */
function inYear(day: Day, year: number): Day {
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
  return `${year}${day.endsWith('-02-29') && !leap ? '-02-28' : day.slice(4)}`
}
/** The next time after `day` that a day of the year comes round. */
function nextTime(day: Day, after: Day): Day {
  const same = inYear(day, yearOf(after))
  return same >= after ? same : inYear(day, yearOf(after) + 1)
}

const lastOpening: Presume = ({ s, day, phase }) => {
  const set = s.lastOpening
  if (set === null || set >= day) return null
  if (phase === 'dormant' || daysBetween(set, day) <= CLOSED_FOR) return null
  const value = nextTime(set, day)
  return {
    fact: 'lastOpening',
    value,
    say: `the last opening ${aDay(value, day)}`,
    because: `${aDay(set, day)} is over; taken to be the same this year`,
    sure: 0.8,
    others: [{ value: null, say: 'no last opening', way: 'with no last opening set', chance: 0.2, change: (x) => ({ ...x, lastOpening: null }) }],
  }
}

/** Days after the day for the next supers in which they may still go on. */
const LATE_BY = 30
const nextOn: Presume = ({ s, day }) => {
  const set = s.supers.nextOn
  if (set === null || daysBetween(set, day) <= LATE_BY) return null
  const value = nextTime(set, day)
  return {
    fact: 'nextOn',
    value,
    say: `the next supers ${aDay(value, day)}`,
    because: `${aDay(set, day)} is over; taken to be the same next time`,
    sure: 0.8,
    others: [
      {
        value: null,
        say: 'no day for the next supers',
        way: 'with no day set for the next supers',
        chance: 0.2,
        change: (x) => ({ ...x, supers: { ...x.supers, nextOn: null } }),
      },
    ],
  }
}

const ALL: readonly Presume[] = [
  brood,
  clustered,
  supers,
  strength,
  queen,
  standing('entrance', 'full', 'the entrance at full width', 'reduced', 'with a reducer in'),
  standing('floor', 'solid', 'a solid floor', 'screen-open', 'on an open screen'),
  standing('floorWet', false, 'a dry floor', true, 'on a wet floor'),
  weather,
  lastOpening,
  nextOn,
]

/** What a presumption says of the colony; null where it speaks of something else. */
function ofColony({ fact, value }: Presumption): Partial<ColonyFacts> | null {
  if (fact === 'brood') return BROOD[value as Brood].facts
  return fact === 'supers' || fact === 'weather' || fact === 'lastOpening' || fact === 'nextOn' ? null : { [fact]: value }
}
/** The case with what is presumed of the supers, the weather or a date in it. */
function taken(s: Situation, { fact, value }: Presumption): Situation {
  if (fact === 'supers') return supersAre(value as SupersNow)(s)
  if (fact === 'weather') return value === MADE_UP ? s : { ...s, normals: temperateNormals(s.hemisphere) }
  return fact === 'lastOpening' ? { ...s, lastOpening: value as Day } : { ...s, supers: { ...s.supers, nextOn: value as Day } }
}

/**
 * Puts in the place of what is not known, or was seen too long ago, what is likely by the season, the place and what was last seen; each
 * with why, how sure, and how it may be instead. Nothing that is known is changed. Common practice and guesses, no source.
 */
export function presume(situation: Situation): Presumed {
  const day = situation.startOn
  const asked: Asked = { s: situation, day, phase: phaseAt(situation, day) }
  let filled = situation
  const facts: Partial<ColonyFacts> = {}
  const presumptions: Presumption[] = []
  // The weather first: whether the bees are in the cluster is told by it.
  const first = weather(asked)
  const with0 = first ? { ...asked, s: taken(situation, first) } : asked
  for (const one of ALL) {
    const p = one === weather ? first : one(one === clustered ? with0 : asked)
    if (!p) continue
    // What can hardly be otherwise is taken without a word.
    if (p.others.length > 0) presumptions.push(p)
    const seen = ofColony(p)
    if (seen) Object.assign(facts, seen)
    else filled = taken(filled, p)
  }
  // What follows from what is known.
  const { hivedOn, newlyHived } = situation.colony
  if (newlyHived === null && hivedOn !== null) Object.assign(facts, { newlyHived: hivedLately(hivedOn, situation.asOf) })
  filled = colony(facts)(filled)
  // Nothing of it is left open: each of its facts was known, or was taken above.
  return { situation: filled as FilledSituation, presumptions }
}
