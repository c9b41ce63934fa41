import { hivedLately, isRobbed, phaseAt, signsOf, staysCold, STILL_HIGH, storesOf, type PresumedFact } from '../../situation/index.ts'
import { addDays, daysBetween, sayDays, type Day } from '../../time/index.ts'
import { isByStrength, saySource, type Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import {
  firstDay,
  gateOf,
  sayFlip,
  withColony,
  type Ask,
  type Gate,
  type JudgedSituation,
  type LazyFinding,
  type Level,
  type Way,
  type Word,
} from '../finding.ts'
import { celsius, aDay } from '../../words/index.ts'

/** A queen counts as new for about four weeks (common practice, no source). */
const NEW_QUEEN_DAYS = 28

type Make = (level: Level, text: string | (() => string), figure?: Word, limit?: Word, ways?: () => readonly Way[]) => LazyFinding
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
  (level, text, figure = null, limit = null, ways = NONE) => ({
    gate: 'hive',
    level,
    figure,
    limit,
    source: saySource(option.hive.source),
    text: typeof text === 'function' ? text : () => text,
    flip: () => sayFlip(gate, option, s, ways()),
  })

const strength: Aspect = (option, s, make) => {
  const { framesOfBees: frames } = s.colony
  const least = option.hive.leastFramesOfBees
  if (least === null) return isByStrength(option) ? make('fits', () => `${plain(frames)} frames of bees: the dose goes by them.`) : null
  const limit = `${least} frames`
  if (frames >= least)
    return make(
      'fits',
      () => `${plain(frames)} frames of bees; at least ${least} are needed.`,
      () => plain(frames),
      limit,
      () => [{ say: `under ${least} frames of bees`, change: withColony({ framesOfBees: least - 1 }) }],
    )
  const short = plain(least - frames)
  return make('ruled-out', `${plain(frames)} frames of bees; at least ${least} are needed: fewer are harmed by it.`, `${short} short`, limit, () => [
    { say: `with ${short} more ${least - frames === 1 ? 'frame' : 'frames'} of bees`, change: withColony({ framesOfBees: least }) },
  ])
}

function newQueen(option: Treatment, s: JudgedSituation, days: number, make: Make): LazyFinding {
  const { layingSince } = s.colony
  const from: Day = layingSince ? addDays(layingSince, days) : addDays(s.asOf, NEW_QUEEN_DAYS)
  const limit = `laying ${days} d`
  if (s.startOn >= from) {
    return make(
      'care',
      layingSince
        ? `The new queen has laid for ${sayDays(daysBetween(layingSince, s.startOn))}: see eggs first.`
        : 'By then the new queen should have laid for three weeks: see eggs first.',
      'new',
      limit,
      () => [{ say: 'with a queen that is settled', change: withColony({ queen: 'laying' }) }],
    )
  }
  return {
    ...make(
      'wait',
      `The queen is new: she must have laid for ${sayDays(days)} first${layingSince ? '' : '; when she began is not known'}.`,
      'new',
      limit,
    ),
    flip: () => {
      const day = firstDay(alone(queen), option, s, 'care')
      return day ? `Fits with care from ${aDay(day)}.` : null
    },
  }
}

const queen: Aspect = (option, s, make) => {
  const state = s.colony.queen
  const days = option.hive.queenLayingDays
  const settled = () => [{ say: 'with a laying queen', change: withColony({ queen: 'laying' }) }]
  if (days === null) {
    if (state === 'absent') return make('care', 'No queen: settle the queen first, whatever is done about mites.', 'no queen', null, settled)
    return null
  }
  if (state === 'absent' || state === 'caged')
    return make(
      'wait',
      `${state === 'absent' ? 'No queen' : 'The queen is caged'}: a fumigant now would cost the colony its chance; settle the queen first.`,
      state === 'absent' ? 'no queen' : 'caged',
      'laying',
      settled,
    )
  const { layingSince } = s.colony
  // She lays, and has not for long: to a fumigant that is a new queen.
  if (state === 'new' || (layingSince !== null && addDays(layingSince, days) > s.startOn)) return newQueen(option, s, days, make)
  return make('fits', 'The queen is laying.', null, 'laying', () => [{ say: 'without a laying queen', change: withColony({ queen: 'absent' }) }])
}

const settling: Aspect = (option, s, make) => {
  const { newlyHived, hivedOn } = s.colony
  const recent = newlyHived ?? hivedLately(hivedOn, s.asOf)
  if (!recent || option.hive.newlyHived === 'any') return null
  return make('ruled-out', 'Newly hived: it would leave the hive. Not until its brood is established.', 'new', 'established', () => [
    { say: 'once its brood is established', change: withColony({ newlyHived: false }) },
  ])
}

const entrance: Aspect = (option, s, make) => {
  const state = s.colony.entrance
  if (option.hive.entrance === 'any' || state === 'full') return null
  const ways = () => [{ say: 'with the entrance at full width', change: withColony({ entrance: 'full' }) }]
  return make('care', 'The entrance is reduced: take the reducer out before the first dose, and leave it out.', 'reduced', 'full width', ways)
}

const screen: Aspect = (option, s, make) => {
  const { floor } = s.colony
  if (option.hive.screen === 'any' || floor === 'solid' || floor === 'screen-closed') return null
  const ways = () => [{ say: 'with the tray in', change: withColony({ floor: 'screen-closed' }) }]
  return make('care', 'The screened floor is open: put the tray in, or the vapour sinks away.', 'screen', 'closed', ways)
}

const wet: Aspect = (option, s, make) => {
  const { floorWet } = s.colony
  if (option.hive.floor === 'any' || floorWet === false) return null
  const ways = () => [{ say: 'on a dry floor', change: withColony({ floorWet: false }) }]
  return make('wait', 'The floor is wet: dry it, or change it, before anything is dribbled.', 'wet', 'dry', ways)
}

const feeding: Aspect = (option, s, make) => {
  if (option.hive.feeding === 'any' || !s.colony.feeding) return null
  return make('care', 'Being fed: take the feeder off for the course.', 'fed', 'no feed', () => [
    { say: 'with the feeder off', change: withColony({ feeding: false }) },
  ])
}

/** A colony that starves is fed, whatever a course asks: one that allows no feeding has to wait, or another comes first. */
const stores: Aspect = (option, s, make) => {
  const state = storesOf(s)
  if (option.hive.feeding === 'any' || option.way !== 'given' || (state !== 'starving' && state !== 'light')) return null
  const ways = () => [{ say: 'once it is fed', change: withColony({ stores: 'enough', feeding: false }) }]
  return state === 'starving'
    ? make(
        'wait',
        'It has next to nothing to eat: feed it first. A course that allows no feeding can wait, a starving colony cannot.',
        'stores',
        'fed',
        ways,
      )
    : make('care', 'Stores are light and there is no feeding during the course: feed first, or choose what allows feeding.', 'light', 'fed', ways)
}

/** The full entrance that a fumigant wants is what robbers and wasps want too. */
const robbed: Aspect = (option, s, make) => {
  if (option.hive.entrance === 'any' || !isRobbed(signsOf(s).signs)) return null
  return make(
    'care',
    'Wasps or robbers are at it: this wants the full entrance, they are kept out by a narrow one. Close in the evening only what the label allows, or choose what needs no open entrance.',
    'robbed',
    'full width',
    () => [{ say: 'once nobody robs it', change: withColony({ signs: [] }) }],
  )
}

const kindOfHive: Aspect = (option, s, make) => {
  if (option.hive.topBar === null || s.colony.hive !== 'top-bar') return null
  return make(option.hive.topBar.level, `A top-bar hive: ${option.hive.topBar.why}.`, 'top-bar', 'frames', () => [
    { say: 'in a hive with frames', change: withColony({ hive: 'frames' }) },
  ])
}

const boxes: Aspect = (option, s, make) => {
  const most = option.hive.mostBoxes
  if (most === null || s.colony.broodBoxes <= most) return null
  return make(
    'care',
    `${s.colony.broodBoxes} brood boxes: labels are written for ${most}, and what lies between two of them does not reach the third.`,
    `${s.colony.broodBoxes} boxes`,
    `${most} boxes`,
    () => [{ say: `with ${most} brood boxes`, change: withColony({ broodBoxes: most }) }],
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
    say: 'once the bees are moving again in spring',
    change: (x: JudgedSituation) => ({ ...x, phase: 'increase' as const, weather: [], normals: [], colony: { ...x.colony, clustered: false } }),
  },
]

/** Nothing opens the nest of bees that keep together for the cold; what works by bees that move about does not work. */
const moving: Aspect = (option, s, make) => {
  const opens = option.hive.opensHive && option.way === 'given'
  if (!opens && !option.hive.mustMove) return null
  const rest = restOn(s)
  if (rest === 'winter')
    return make(
      'ruled-out',
      option.hive.mustMove
        ? 'Not in the winter rest: bees in a cluster do not spread it, and what hangs in would stay in over winter.'
        : 'Not in the winter rest: the nest is not opened while the bees keep together.',
      'winter',
      'moving',
      IN_SPRING,
    )
  if (rest === 'cold')
    return {
      ...make(
        'wait',
        `Highs stay under ${celsius(STILL_HIGH)}: the nest is not opened, and bees that keep together do not spread it.`,
        'cold',
        'moving',
      ),
      flip: () => {
        const day = firstDay(alone(moving), option, s, 'care')
        return day ? `Fits from ${aDay(day)}, when a day is warmer.` : null
      },
    }
  if (s.colony.clustered)
    return make('wait', 'The bees are clustered: the nest is not opened, and what they must walk over they do not.', 'cluster', 'moving', () => [
      { say: 'once the bees are moving', change: withColony({ clustered: false }) },
    ])
  return null
}

const toKnow: Aspect = (option, _s, make) => (option.hive.note === null ? null : make('fits', option.hive.note))

/** Sound in everything that was asked: said where no aspect has anything to say. */
const sound: Aspect = (_option, _s, make) => make('fits', 'Nothing about the hive stands against it.')

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
  if (option.way === 'waiting') return [{ gate: 'hive', level: 'fits', source: '', text: () => 'Nothing is asked of the hive.', flip: () => null }]
  const found = ASPECTS.flatMap((aspect) => aspect(option, s))
  return found.length > 0 ? found : SOUND(option, s)
})
