import { hivedLately, isRobbed, phaseAt, signsOf, staysCold, STILL_HIGH, storesOf, type PresumedFact } from '../../situation/index.ts'
import { addDays, daysBetween, type Day } from '../../time/index.ts'
import { isByStrength, saySource, type Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import {
  firstDay,
  gateOf,
  turnOf,
  withColony,
  type Ask,
  type Gate,
  type JudgedSituation,
  type LazyFinding,
  type Level,
  type Way,
  type Word,
} from '../finding.ts'
import { HIVE, HIVE_WAYS, type Said } from '../../words/index.ts'

/** A queen counts as new for about four weeks (common practice, no source). */
const NEW_QUEEN_DAYS = 28

/** What one question about the hive tells. */
interface Told {
  readonly level: Level
  readonly says: () => Said
  readonly figure: Word
  readonly limit: Word
  readonly ways: () => readonly Way[]
  /** What would change it, where no fact of the hive does. */
  readonly turns?: () => Said | null
}
const NONE = (): readonly Way[] => []
const tell = (level: Level, says: () => Said, figure: Word = null, limit: Word = null, ways = NONE): Told => ({ level, says, figure, limit, ways })

/** One question about the hive; null where it has nothing to say. */
type Aspect = (option: Treatment, s: JudgedSituation) => Told | null

/** What an aspect tells as a finding, turned by the aspect alone. */
function found(aspect: Aspect, about: PresumedFact | undefined, gate: Ask, option: Treatment, s: JudgedSituation): LazyFinding | null {
  const told = aspect(option, s)
  if (!told) return null
  const { level, says, figure, limit, ways, turns = () => turnOf(gate, option, s, ways()) } = told
  return { gate: 'hive', level, about, figure, limit, source: saySource(option.hive.source), says, turns }
}

/** An aspect as a gate of its own, so that what would change one reason is not hidden by another. */
function alone(aspect: Aspect): Ask {
  const gate: Ask = (option, s) => {
    const one = found(aspect, undefined, gate, option, s)
    return one ? [one] : []
  }
  return gate
}

const strength: Aspect = (option, s) => {
  const { framesOfBees: frames } = s.colony
  const least = option.hive.leastFramesOfBees
  if (least === null) return isByStrength(option) ? tell('fits', () => HIVE.doseByFrames({ frames })) : null
  const limit = `${least} frames`
  if (frames >= least)
    return tell(
      'fits',
      () => HIVE.strong({ frames, least }),
      () => plain(frames),
      limit,
      () => [{ say: HIVE_WAYS.fewerThan({ least }), change: withColony({ framesOfBees: least - 1 }) }],
    )
  const short = plain(least - frames)
  return tell(
    'ruled-out',
    () => HIVE.weak({ frames, least }),
    `${short} short`,
    limit,
    () => [{ say: HIVE_WAYS.moreFrames({ short: least - frames }), change: withColony({ framesOfBees: least }) }],
  )
}

function newQueen(option: Treatment, s: JudgedSituation, days: number): Told {
  const { layingSince } = s.colony
  const from: Day = layingSince ? addDays(layingSince, days) : addDays(s.asOf, NEW_QUEEN_DAYS)
  const limit = `laying ${days} d`
  if (s.startOn >= from) {
    return tell(
      'care',
      () => (layingSince ? HIVE.newQueenLaid({ days: daysBetween(layingSince, s.startOn) }) : HIVE.newQueenBy()),
      'new',
      limit,
      () => [{ say: HIVE_WAYS.settledQueen(), change: withColony({ queen: 'laying' }) }],
    )
  }
  return {
    ...tell('wait', () => HIVE.newQueen({ days, began: layingSince !== null }), 'new', limit),
    turns: () => {
      const day = firstDay(alone(queen), option, s, 'care')
      return day ? HIVE.withCareFrom({ day }) : null
    },
  }
}

const queen: Aspect = (option, s) => {
  const state = s.colony.queen
  const days = option.hive.queenLayingDays
  const settled = () => [{ say: HIVE_WAYS.layingQueen(), change: withColony({ queen: 'laying' }) }]
  if (days === null) {
    if (state === 'absent') return tell('care', () => HIVE.noQueen(), 'no queen', null, settled)
    return null
  }
  if (state === 'absent' || state === 'caged')
    return tell('wait', () => HIVE.noQueenForFumigant({ caged: state === 'caged' }), state === 'absent' ? 'no queen' : 'caged', 'laying', settled)
  const { layingSince } = s.colony
  // She lays, and has not for long: to a fumigant that is a new queen.
  if (state === 'new' || (layingSince !== null && addDays(layingSince, days) > s.startOn)) return newQueen(option, s, days)
  return tell(
    'fits',
    () => HIVE.laying(),
    null,
    'laying',
    () => [{ say: HIVE_WAYS.noLayingQueen(), change: withColony({ queen: 'absent' }) }],
  )
}

const settling: Aspect = (option, s) => {
  const { newlyHived, hivedOn } = s.colony
  const recent = newlyHived ?? hivedLately(hivedOn, s.asOf)
  if (!recent || option.hive.newlyHived === 'any') return null
  return tell(
    'ruled-out',
    () => HIVE.newlyHived(),
    'new',
    'established',
    () => [{ say: HIVE_WAYS.broodEstablished(), change: withColony({ newlyHived: false }) }],
  )
}

const entrance: Aspect = (option, s) => {
  const state = s.colony.entrance
  if (option.hive.entrance === 'any' || state === 'full') return null
  const ways = () => [{ say: HIVE_WAYS.fullEntrance(), change: withColony({ entrance: 'full' }) }]
  return tell('care', () => HIVE.entranceReduced(), 'reduced', 'full width', ways)
}

const screen: Aspect = (option, s) => {
  const { floor } = s.colony
  if (option.hive.screen === 'any' || floor === 'solid' || floor === 'screen-closed') return null
  const ways = () => [{ say: HIVE_WAYS.trayIn(), change: withColony({ floor: 'screen-closed' }) }]
  return tell('care', () => HIVE.screenOpen(), 'screen', 'closed', ways)
}

const wet: Aspect = (option, s) => {
  const { floorWet } = s.colony
  if (option.hive.floor === 'any' || floorWet === false) return null
  const ways = () => [{ say: HIVE_WAYS.dryFloor(), change: withColony({ floorWet: false }) }]
  return tell('wait', () => HIVE.floorWet(), 'wet', 'dry', ways)
}

const feeding: Aspect = (option, s) => {
  if (option.hive.feeding === 'any' || !s.colony.feeding) return null
  return tell(
    'care',
    () => HIVE.fed(),
    'fed',
    'no feed',
    () => [{ say: HIVE_WAYS.feederOff(), change: withColony({ feeding: false }) }],
  )
}

/** A colony that starves is fed, whatever a course asks: one that allows no feeding has to wait, or another comes first. */
const stores: Aspect = (option, s) => {
  const state = storesOf(s)
  if (option.hive.feeding === 'any' || option.way !== 'given' || (state !== 'starving' && state !== 'light')) return null
  const ways = () => [{ say: HIVE_WAYS.onceFed(), change: withColony({ stores: 'enough', feeding: false }) }]
  return state === 'starving'
    ? tell('wait', () => HIVE.starving(), 'stores', 'fed', ways)
    : tell('care', () => HIVE.lightStores(), 'light', 'fed', ways)
}

/** The full entrance that a fumigant wants is what robbers and wasps want too. */
const robbed: Aspect = (option, s) => {
  if (option.hive.entrance === 'any' || !isRobbed(signsOf(s).signs)) return null
  return tell(
    'care',
    () => HIVE.robbed(),
    'robbed',
    'full width',
    () => [{ say: HIVE_WAYS.nobodyRobs(), change: withColony({ signs: [] }) }],
  )
}

const kindOfHive: Aspect = (option, s) => {
  if (option.hive.topBar === null || s.colony.hive !== 'top-bar') return null
  return tell(
    option.hive.topBar.level,
    () => HIVE.topBar({ why: option.hive.topBar?.why ?? '' }),
    'top-bar',
    'frames',
    () => [{ say: HIVE_WAYS.hiveWithFrames(), change: withColony({ hive: 'frames' }) }],
  )
}

const boxes: Aspect = (option, s) => {
  const most = option.hive.mostBoxes
  if (most === null || s.colony.broodBoxes <= most) return null
  return tell(
    'care',
    () => HIVE.manyBoxes({ boxes: s.colony.broodBoxes, most }),
    `${s.colony.broodBoxes} boxes`,
    `${most} boxes`,
    () => [{ say: HIVE_WAYS.boxes({ most }), change: withColony({ broodBoxes: most }) }],
  )
}

/** What the day says of the bees: in the winter rest, in a cold spell that a warmer day ends, or about. */
function restOn(s: JudgedSituation): 'winter' | 'cold' | null {
  const phase = phaseAt(s, s.startOn)
  if (phase === 'dormant') return 'winter'
  if (!staysCold(s, s.startOn)) return null
  return phase === 'decrease' ? 'winter' : 'cold'
}

const IN_SPRING = (): readonly Way[] => [
  {
    say: HIVE_WAYS.inSpring(),
    change: (x: JudgedSituation) => ({ ...x, phase: 'increase' as const, weather: [], normals: [], colony: { ...x.colony, clustered: false } }),
  },
]

/** Nothing opens the nest of bees that keep together for the cold; what works by bees that move about does not work. */
const moving: Aspect = (option, s) => {
  const opens = option.hive.opensHive && option.way === 'given'
  if (!opens && !option.hive.mustMove) return null
  const rest = restOn(s)
  if (rest === 'winter') return tell('ruled-out', () => (option.hive.mustMove ? HIVE.restMustMove() : HIVE.rest()), 'winter', 'moving', IN_SPRING)
  if (rest === 'cold')
    return {
      ...tell('wait', () => HIVE.cold({ high: STILL_HIGH }), 'cold', 'moving'),
      turns: () => {
        const day = firstDay(alone(moving), option, s, 'care')
        return day ? HIVE.fromWarmer({ day }) : null
      },
    }
  if (s.colony.clustered)
    return tell(
      'wait',
      () => HIVE.clustered(),
      'cluster',
      'moving',
      () => [{ say: HIVE_WAYS.moving(), change: withColony({ clustered: false }) }],
    )
  return null
}

const toKnow: Aspect = (option) => (option.hive.note === null ? null : tell('fits', () => HIVE.toKnow({ note: option.hive.note ?? '' })))

/** Sound in everything that was asked: said where no aspect has anything to say. */
const sound: Aspect = () => tell('fits', () => HIVE.sound())

const ASPECTS = (
  [
    [strength, 'framesOfBees'],
    [queen, 'queen'],
    [settling],
    [entrance, 'entrance'],
    [screen, 'floor'],
    [wet, 'floorWet'],
    [feeding],
    [stores],
    [robbed],
    [kindOfHive],
    [boxes],
    [moving, 'clustered'],
    [toKnow],
  ] as const
).map(([aspect, about]: readonly [Aspect, PresumedFact?]) => ({ aspect, about, gate: alone(aspect) }))
const SOUND = alone(sound)

/** The day matters by the rest it lies in, and to a queen that is new. */
const sameOn: Gate['sameOn'] = (_option, one, other) => {
  const { colony } = one
  return colony === other.colony && colony.layingSince === null && colony.queen !== 'new' && restOn(one) === restOn(other)
}

/** Gate 5: strength, queen, and how the hive stands. */
export const hive: Gate = gateOf({ readsDay: true, sameOn }, (option, s) => {
  if (option.way === 'waiting') return [{ gate: 'hive', level: 'fits', source: '', says: () => HIVE.nothingAsked(), turns: () => null }]
  const told: LazyFinding[] = []
  for (const { aspect, about, gate } of ASPECTS) {
    const one = found(aspect, about, gate, option, s)
    if (one) told.push(one)
  }
  return told.length > 0 ? told : SOUND(option, s)
})
