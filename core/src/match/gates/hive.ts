import { phaseOf } from '../../situation/index.ts'
import { addDays, daysBetween, sayDay, sayDays, type Day } from '../../time/index.ts'
import type { Treatment } from '../../treatments/index.ts'
import { plain } from '../../units/index.ts'
import { firstDay, sayFlip, withColony, type Gate, type JudgedSituation, type LazyFinding, type Level, type Way } from '../finding.ts'

/** A queen counts as new for about four weeks (common practice, no source). */
const NEW_QUEEN_DAYS = 28
/** A colony hived within three weeks is still settling (common practice, no source). */
const SETTLING_DAYS = 21

type Make = (level: Level, text: string, figure?: string | null, limit?: string | null, ways?: readonly Way[]) => LazyFinding

const maker =
  (option: Treatment, s: JudgedSituation): Make =>
  (level, text, figure = null, limit = null, ways = []) => ({
    gate: 'hive',
    level,
    figure,
    limit,
    source: option.hive.source,
    text: () => text,
    flip: () => sayFlip(hive, option, s, ways),
  })

function strength(option: Treatment, s: JudgedSituation, make: Make): LazyFinding | null {
  const { framesOfBees: frames } = s.colony
  const least = option.hive.leastFramesOfBees
  if (least === null) {
    if (option.dose.by !== 'frames' || frames !== null) return null
    return make('fits', 'Strength is not known: the dose is given as for full boxes. Count the frames of bees.', 'not known')
  }
  const limit = `${least} frames`
  if (frames === null)
    return make('care', `Strength is not known; at least ${least} frames of bees are needed.`, 'not known', limit, [
      { say: `with ${least} frames of bees or more`, change: withColony({ framesOfBees: least }) },
    ])
  if (frames >= least)
    return make('fits', `${plain(frames)} frames of bees; at least ${least} are needed.`, plain(frames), limit, [
      { say: `under ${least} frames of bees`, change: withColony({ framesOfBees: least - 1 }) },
    ])
  const short = plain(least - frames)
  return make(
    'ruled-out',
    `${plain(frames)} frames of bees; at least ${least} must be covered, or the bees are gassed or leave.`,
    `${short} short`,
    limit,
    [{ say: `with ${short} more ${least - frames === 1 ? 'frame' : 'frames'} of bees`, change: withColony({ framesOfBees: least }) }],
  )
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
      [{ say: 'with a queen that is settled', change: withColony({ queen: 'laying' }) }],
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
      const day = firstDay(hive, option, s, 'care')
      return day ? `Fits with care from ${sayDay(day)}.` : null
    },
  }
}

function queen(option: Treatment, s: JudgedSituation, make: Make): LazyFinding | null {
  const state = s.colony.queen
  const days = option.hive.queenLayingDays
  const settled: Way[] = [{ say: 'with a laying queen', change: withColony({ queen: 'laying' }) }]
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
    return make('fits', 'The queen is laying.', null, 'laying', [{ say: 'without a laying queen', change: withColony({ queen: 'absent' }) }])
  return make('care', 'Whether the queen is laying is not known: look for eggs first.', 'queen?', 'laying', settled)
}

function settling(option: Treatment, s: JudgedSituation, make: Make): LazyFinding | null {
  const { newlyHived, hivedOn } = s.colony
  const recent = newlyHived ?? (hivedOn !== null && daysBetween(hivedOn, s.asOf) < SETTLING_DAYS)
  if (!recent || option.hive.newlyHived === 'any') return null
  return make('ruled-out', 'Newly hived: it would leave the hive. Not until its brood is established.', 'new', 'established', [
    { say: 'once its brood is established', change: withColony({ newlyHived: false }) },
  ])
}

function setUp(option: Treatment, s: JudgedSituation, make: Make): LazyFinding[] {
  const { colony } = s
  const needs = option.hive
  const found: LazyFinding[] = []
  if (needs.entrance === 'full' && colony.entrance !== 'full') {
    found.push(
      make(
        'care',
        colony.entrance === null
          ? 'The entrance is not known: it must be full width all through the course.'
          : 'The entrance is reduced: take the reducer out before the first dose, and leave it out.',
        colony.entrance === null ? 'entrance?' : 'reduced',
        'full width',
        [{ say: 'with the entrance at full width', change: withColony({ entrance: 'full' }) }],
      ),
    )
  }
  if (needs.screen === 'closed' && (colony.floor === null || colony.floor === 'screen-open')) {
    found.push(
      make(
        'care',
        colony.floor === null
          ? 'The floor is not known: a screen must have its tray in.'
          : 'The screened floor is open: put the tray in, or the vapour sinks away.',
        colony.floor === null ? 'floor?' : 'screen',
        'closed',
        [{ say: 'with the tray in', change: withColony({ floor: 'screen-closed' }) }],
      ),
    )
  }
  if (needs.feeding === 'none' && colony.feeding) {
    found.push(
      make('care', 'Being fed: take the feeder off for the course.', 'fed', 'no feed', [
        { say: 'with the feeder off', change: withColony({ feeding: false }) },
      ]),
    )
  }
  if (needs.topBar === 'care' && colony.hive === 'top-bar') {
    found.push(
      make('care', 'A top-bar hive: labels are written for frames, and the strips cannot lie across the bars.', 'top-bar', 'frames', [
        { say: 'in a hive with frames', change: withColony({ hive: 'frames' }) },
      ]),
    )
  }
  return found
}

function moving(option: Treatment, s: JudgedSituation, make: Make): LazyFinding | null {
  if (!option.hive.mustMove) return null
  if (phaseOf(s) === 'dormant')
    return make(
      'ruled-out',
      'Not in the winter rest: bees in a cluster do not spread it, and strips would stay in over winter.',
      'winter',
      'moving',
      [{ say: 'once the bees are moving again in spring', change: (x) => ({ ...x, phase: 'increase', colony: { ...x.colony, clustered: false } }) }],
    )
  if (s.colony.clustered)
    return make('wait', 'The bees are clustered: they must move over the strips.', 'cluster', 'moving', [
      { say: 'once the bees are moving', change: withColony({ clustered: false }) },
    ])
  return null
}

/** Gate 5: strength, queen, and how the hive stands. */
export const hive: Gate = (option, s) => {
  if (option.active === null) return [{ gate: 'hive', level: 'fits', source: '', text: () => 'Nothing is asked of the hive.', flip: () => null }]
  const make = maker(option, s)
  const found = [
    strength(option, s, make),
    queen(option, s, make),
    settling(option, s, make),
    ...setUp(option, s, make),
    moving(option, s, make),
  ].filter((f) => f !== null)
  if (found.length > 0) return found
  return [
    make('fits', 'Nothing about the hive stands against it.', null, null, [{ say: 'without a queen', change: withColony({ queen: 'absent' }) }]),
  ]
}
