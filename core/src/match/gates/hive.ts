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

type Make = (level: Level, says: () => Said, figure?: Word, limit?: Word, ways?: () => readonly Way[]) => LazyFinding
/** One question about the hive; null where it has nothing to say. */
type Aspect = (option: Treatment, s: JudgedSituation, make: Make) => LazyFinding | null

/** An aspect as a gate of its own, so that what would change one reason is not hidden by another. */
function alone(aspect: Aspect, about?: PresumedFact): Ask {
  const gate: Ask = (option, s) => {
    const found = aspect(option, s, maker(gate, option, s))
    return found ? [about === undefined ? found : { ...found, about }] : []
  }
  return gate
}

const NONE = (): readonly Way[] => []
const maker =
  (gate: Ask, option: Treatment, s: JudgedSituation): Make =>
  (level, says, figure = null, limit = null, ways = NONE) => ({
    gate: 'hive',
    level,
    figure,
    limit,
    source: saySource(option.hive.source),
    says,
    turns: () => turnOf(gate, option, s, ways()),
  })

const strength: Aspect = (option, s, make) => {
  const { framesOfBees: frames } = s.colony
  const least = option.hive.leastFramesOfBees
  if (least === null) return isByStrength(option) ? make('fits', () => HIVE.doseByFrames({ frames })) : null
  const limit = `${least} frames`
  if (frames >= least)
    return make(
      'fits',
      () => HIVE.strong({ frames, least }),
      () => plain(frames),
      limit,
      () => [{ say: HIVE_WAYS.fewerThan({ least }), change: withColony({ framesOfBees: least - 1 }) }],
    )
  const short = plain(least - frames)
  return make(
    'ruled-out',
    () => HIVE.weak({ frames, least }),
    `${short} short`,
    limit,
    () => [{ say: HIVE_WAYS.moreFrames({ short: least - frames }), change: withColony({ framesOfBees: least }) }],
  )
}

function newQueen(option: Treatment, s: JudgedSituation, days: number, make: Make): LazyFinding {
  const { layingSince } = s.colony
  const from: Day = layingSince ? addDays(layingSince, days) : addDays(s.asOf, NEW_QUEEN_DAYS)
  const limit = `laying ${days} d`
  if (s.startOn >= from) {
    return make(
      'care',
      () => (layingSince ? HIVE.newQueenLaid({ days: daysBetween(layingSince, s.startOn) }) : HIVE.newQueenBy()),
      'new',
      limit,
      () => [{ say: HIVE_WAYS.settledQueen(), change: withColony({ queen: 'laying' }) }],
    )
  }
  return {
    ...make('wait', () => HIVE.newQueen({ days, began: layingSince !== null }), 'new', limit),
    turns: () => {
      const day = firstDay(alone(queen), option, s, 'care')
      return day ? HIVE.withCareFrom({ day }) : null
    },
  }
}

const queen: Aspect = (option, s, make) => {
  const state = s.colony.queen
  const days = option.hive.queenLayingDays
  const settled = () => [{ say: HIVE_WAYS.layingQueen(), change: withColony({ queen: 'laying' }) }]
  if (days === null) {
    if (state === 'absent') return make('care', () => HIVE.noQueen(), 'no queen', null, settled)
    return null
  }
  if (state === 'absent' || state === 'caged')
    return make('wait', () => HIVE.noQueenForFumigant({ caged: state === 'caged' }), state === 'absent' ? 'no queen' : 'caged', 'laying', settled)
  const { layingSince } = s.colony
  // She lays, and has not for long: to a fumigant that is a new queen.
  if (state === 'new' || (layingSince !== null && addDays(layingSince, days) > s.startOn)) return newQueen(option, s, days, make)
  return make(
    'fits',
    () => HIVE.laying(),
    null,
    'laying',
    () => [{ say: HIVE_WAYS.noLayingQueen(), change: withColony({ queen: 'absent' }) }],
  )
}

const settling: Aspect = (option, s, make) => {
  const { newlyHived, hivedOn } = s.colony
  const recent = newlyHived ?? hivedLately(hivedOn, s.asOf)
  if (!recent || option.hive.newlyHived === 'any') return null
  return make(
    'ruled-out',
    () => HIVE.newlyHived(),
    'new',
    'established',
    () => [{ say: HIVE_WAYS.broodEstablished(), change: withColony({ newlyHived: false }) }],
  )
}

const entrance: Aspect = (option, s, make) => {
  const state = s.colony.entrance
  if (option.hive.entrance === 'any' || state === 'full') return null
  const ways = () => [{ say: HIVE_WAYS.fullEntrance(), change: withColony({ entrance: 'full' }) }]
  return make('care', () => HIVE.entranceReduced(), 'reduced', 'full width', ways)
}

const screen: Aspect = (option, s, make) => {
  const { floor } = s.colony
  if (option.hive.screen === 'any' || floor === 'solid' || floor === 'screen-closed') return null
  const ways = () => [{ say: HIVE_WAYS.trayIn(), change: withColony({ floor: 'screen-closed' }) }]
  return make('care', () => HIVE.screenOpen(), 'screen', 'closed', ways)
}

const wet: Aspect = (option, s, make) => {
  const { floorWet } = s.colony
  if (option.hive.floor === 'any' || floorWet === false) return null
  const ways = () => [{ say: HIVE_WAYS.dryFloor(), change: withColony({ floorWet: false }) }]
  return make('wait', () => HIVE.floorWet(), 'wet', 'dry', ways)
}

const feeding: Aspect = (option, s, make) => {
  if (option.hive.feeding === 'any' || !s.colony.feeding) return null
  return make(
    'care',
    () => HIVE.fed(),
    'fed',
    'no feed',
    () => [{ say: HIVE_WAYS.feederOff(), change: withColony({ feeding: false }) }],
  )
}

/** A colony that starves is fed, whatever a course asks: one that allows no feeding has to wait, or another comes first. */
const stores: Aspect = (option, s, make) => {
  const state = storesOf(s)
  if (option.hive.feeding === 'any' || option.way !== 'given' || (state !== 'starving' && state !== 'light')) return null
  const ways = () => [{ say: HIVE_WAYS.onceFed(), change: withColony({ stores: 'enough', feeding: false }) }]
  return state === 'starving'
    ? make('wait', () => HIVE.starving(), 'stores', 'fed', ways)
    : make('care', () => HIVE.lightStores(), 'light', 'fed', ways)
}

/** The full entrance that a fumigant wants is what robbers and wasps want too. */
const robbed: Aspect = (option, s, make) => {
  if (option.hive.entrance === 'any' || !isRobbed(signsOf(s).signs)) return null
  return make(
    'care',
    () => HIVE.robbed(),
    'robbed',
    'full width',
    () => [{ say: HIVE_WAYS.nobodyRobs(), change: withColony({ signs: [] }) }],
  )
}

const kindOfHive: Aspect = (option, s, make) => {
  if (option.hive.topBar === null || s.colony.hive !== 'top-bar') return null
  return make(
    option.hive.topBar.level,
    () => HIVE.topBar({ why: option.hive.topBar?.why ?? '' }),
    'top-bar',
    'frames',
    () => [{ say: HIVE_WAYS.hiveWithFrames(), change: withColony({ hive: 'frames' }) }],
  )
}

const boxes: Aspect = (option, s, make) => {
  const most = option.hive.mostBoxes
  if (most === null || s.colony.broodBoxes <= most) return null
  return make(
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
const moving: Aspect = (option, s, make) => {
  const opens = option.hive.opensHive && option.way === 'given'
  if (!opens && !option.hive.mustMove) return null
  const rest = restOn(s)
  if (rest === 'winter') return make('ruled-out', () => (option.hive.mustMove ? HIVE.restMustMove() : HIVE.rest()), 'winter', 'moving', IN_SPRING)
  if (rest === 'cold')
    return {
      ...make('wait', () => HIVE.cold({ high: STILL_HIGH }), 'cold', 'moving'),
      turns: () => {
        const day = firstDay(alone(moving), option, s, 'care')
        return day ? HIVE.fromWarmer({ day }) : null
      },
    }
  if (s.colony.clustered)
    return make(
      'wait',
      () => HIVE.clustered(),
      'cluster',
      'moving',
      () => [{ say: HIVE_WAYS.moving(), change: withColony({ clustered: false }) }],
    )
  return null
}

const toKnow: Aspect = (option, _s, make) => (option.hive.note === null ? null : make('fits', () => HIVE.toKnow({ note: option.hive.note ?? '' })))

/** Sound in everything that was asked: said where no aspect has anything to say. */
const sound: Aspect = (_option, _s, make) => make('fits', () => HIVE.sound())

const ASPECTS = [
  alone(strength, 'framesOfBees'),
  alone(queen, 'queen'),
  alone(settling),
  alone(entrance, 'entrance'),
  alone(screen, 'floor'),
  alone(wet, 'floorWet'),
  alone(feeding),
  alone(stores),
  alone(robbed),
  alone(kindOfHive),
  alone(boxes),
  alone(moving, 'clustered'),
  alone(toKnow),
]
const SOUND = alone(sound)

/** Gate 5: strength, queen, and how the hive stands. */
export const hive: Gate = gateOf({ readsDay: true }, (option, s) => {
  if (option.way === 'waiting') return [{ gate: 'hive', level: 'fits', source: '', says: () => HIVE.nothingAsked(), turns: () => null }]
  const found = ASPECTS.flatMap((aspect) => aspect(option, s))
  return found.length > 0 ? found : SOUND(option, s)
})
