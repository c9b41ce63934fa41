import { hivedLately, phaseAt } from '../../situation/index.ts'
import { addDays, daysBetween, sayDay, sayDays, type Day } from '../../time/index.ts'
import { saySource, type Treatment } from '../../treatments/index.ts'
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

/** A queen counts as new for about four weeks (common practice, no source). */
const NEW_QUEEN_DAYS = 28

type Make = (level: Level, text: string | (() => string), figure?: Word, limit?: Word, ways?: () => readonly Way[]) => LazyFinding
/** One question about the hive; null where it has nothing to say. */
type Aspect = (option: Treatment, s: JudgedSituation, make: Make) => LazyFinding | null

/** An aspect as a gate of its own, so that what would change one reason is not hidden by another. */
function alone(aspect: Aspect): Ask {
  const gate: Ask = (option, s) => {
    const found = aspect(option, s, maker(gate, option, s))
    return found ? [found] : []
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
  if (least === null) {
    if (option.dose.by !== 'frames' || frames !== null) return null
    return make('care', 'Strength is not known: the dose is given as for full boxes. Count the frames of bees.', 'not known')
  }
  const limit = `${least} frames`
  if (frames === null)
    return make('care', `Strength is not known; at least ${least} frames of bees are needed.`, 'not known', limit, () => [
      { say: `with ${least} frames of bees or more`, change: withColony({ framesOfBees: least }) },
    ])
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
      return day ? `Fits with care from ${sayDay(day)}.` : null
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
  if (state === 'new') return newQueen(option, s, days, make)
  if (state === 'laying')
    return make('fits', 'The queen is laying.', null, 'laying', () => [{ say: 'without a laying queen', change: withColony({ queen: 'absent' }) }])
  return make('care', 'Whether the queen is laying is not known: look for eggs first.', 'queen?', 'laying', settled)
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
  if (state === null) return make('care', 'The entrance is not known: it must be full width all through the course.', 'entrance?', 'full width', ways)
  return make('care', 'The entrance is reduced: take the reducer out before the first dose, and leave it out.', 'reduced', 'full width', ways)
}

const screen: Aspect = (option, s, make) => {
  const { floor } = s.colony
  if (option.hive.screen === 'any' || floor === 'solid' || floor === 'screen-closed') return null
  const ways = () => [{ say: 'with the tray in', change: withColony({ floor: 'screen-closed' }) }]
  if (floor === null) return make('care', 'The floor is not known: a screen must have its tray in.', 'floor?', 'closed', ways)
  return make('care', 'The screened floor is open: put the tray in, or the vapour sinks away.', 'screen', 'closed', ways)
}

const wet: Aspect = (option, s, make) => {
  const { floorWet } = s.colony
  if (option.hive.floor === 'any' || floorWet === false) return null
  const ways = () => [{ say: 'on a dry floor', change: withColony({ floorWet: false }) }]
  if (floorWet === null) return make('care', 'Whether the floor is dry is not known: on a wet one the bees are harmed.', 'floor?', 'dry', ways)
  return make('wait', 'The floor is wet: dry it, or change it, before anything is dribbled.', 'wet', 'dry', ways)
}

const feeding: Aspect = (option, s, make) => {
  if (option.hive.feeding === 'any' || !s.colony.feeding) return null
  return make('care', 'Being fed: take the feeder off for the course.', 'fed', 'no feed', () => [
    { say: 'with the feeder off', change: withColony({ feeding: false }) },
  ])
}

const kindOfHive: Aspect = (option, s, make) => {
  if (option.hive.topBar === null || s.colony.hive !== 'top-bar') return null
  return make('care', `A top-bar hive: ${option.hive.topBar}.`, 'top-bar', 'frames', () => [
    { say: 'in a hive with frames', change: withColony({ hive: 'frames' }) },
  ])
}

const moving: Aspect = (option, s, make) => {
  if (!option.hive.mustMove) return null
  if (phaseAt(s, s.startOn) === 'dormant')
    return make(
      'ruled-out',
      'Not in the winter rest: bees in a cluster do not spread it, and strips would stay in over winter.',
      'winter',
      'moving',
      () => [
        {
          say: 'once the bees are moving again in spring',
          change: (x: JudgedSituation) => ({ ...x, phase: 'increase' as const, colony: { ...x.colony, clustered: false } }),
        },
      ],
    )
  if (s.colony.clustered)
    return make('wait', 'The bees are clustered: they must move over the strips.', 'cluster', 'moving', () => [
      { say: 'once the bees are moving', change: withColony({ clustered: false }) },
    ])
  return null
}

const toKnow: Aspect = (option, _s, make) => (option.hive.note === null ? null : make('fits', option.hive.note))

/** Sound in everything that was asked: said where no aspect has anything to say. */
const sound: Aspect = (_option, _s, make) => make('fits', 'Nothing about the hive stands against it.')

const ASPECTS = [strength, queen, settling, entrance, screen, wet, feeding, kindOfHive, moving, toKnow].map(alone)
const SOUND = alone(sound)

/** Gate 5: strength, queen, and how the hive stands. */
export const hive: Gate = gateOf({ readsDay: true }, (option, s) => {
  if (option.way === 'waiting') return [{ gate: 'hive', level: 'fits', source: '', text: () => 'Nothing is asked of the hive.', flip: () => null }]
  const found = ASPECTS.flatMap((aspect) => aspect(option, s))
  return found.length > 0 ? found : SOUND(option, s)
})
