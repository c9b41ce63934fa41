import { addDays, daysBetween, sayDays, type Day } from '../time/index.ts'
import { hivedLately } from './hived.ts'
import { enteredTwice } from './past.ts'
import { phaseOf } from './phase.ts'
import type { Situation } from './situation.ts'
import { weatherReader } from './weather.ts'
import { celsius, aDay } from '../words/index.ts'

/** Two things that are said and cannot both be so, or a hole in what is told. Pointed out, never put right. */
export interface Contradiction {
  /** The field of the case that it shows in. */
  readonly path: string
  readonly text: string
}

/** From this high on a colony does not sit in a cluster (common practice, no source). */
const NO_CLUSTER = 18
/** More frames of bees than this in a box are unlikely: boxes hold eight to twelve frames (common practice, no source). */
const MOST_FRAMES_A_BOX = 14
/** Days after the last opening in which it still closes the hive; after that the next one is presumed. */
export const CLOSED_FOR = 60
type Check = (s: Situation) => Contradiction | null
const say = (path: string, text: string): Contradiction => ({ path, text })

const CHECKS: readonly Check[] = [
  ({ colony: c }) =>
    c.brood === 'none' && (c.framesOfBrood ?? 0) > 0
      ? say(
          'colony.framesOfBrood',
          `Said to be without brood, and to have ${c.framesOfBrood} frames of it. Judged as without brood: put right which is so.`,
        )
      : null,
  ({ colony: c }) =>
    c.brood !== null && c.brood !== 'none' && c.framesOfBrood === 0
      ? say('colony.framesOfBrood', 'Said to have brood, and no frame of it. Judged as with brood.')
      : null,
  ({ colony: c }) =>
    c.framesOfBrood !== null && c.framesOfBees !== null && c.framesOfBrood > c.framesOfBees
      ? say('colony.framesOfBrood', `${c.framesOfBrood} frames of brood and only ${c.framesOfBees} of bees: bees must cover their brood.`)
      : null,
  ({ colony: c }) =>
    c.framesOfBees !== null && c.framesOfBees > c.broodBoxes * MOST_FRAMES_A_BOX
      ? say('colony.framesOfBees', `${c.framesOfBees} frames of bees in ${c.broodBoxes} ${c.broodBoxes === 1 ? 'box' : 'boxes'}: more than it holds.`)
      : null,
  (s) => {
    const today = weatherReader(s)(s.asOf)
    return s.colony.clustered && today && today.source !== 'normal' && today.high >= NO_CLUSTER
      ? say('colony.clustered', `Said to be clustered, with a high of ${celsius(today.high)} on ${aDay(s.asOf)}: bees fly then.`)
      : null
  },
  ({ colony: c }) =>
    c.layingSince !== null && (c.queen === 'absent' || c.queen === 'caged')
      ? say('colony.layingSince', `A day since which the queen lays, and a queen that is ${c.queen}.`)
      : null,
  ({ colony: c, asOf }) =>
    c.layingSince !== null && c.layingSince > asOf
      ? say('colony.layingSince', `${aDay(c.layingSince, asOf)} is still to come: she cannot lay since then.`)
      : null,
  ({ colony: c, asOf }) =>
    c.hivedOn !== null && c.hivedOn > asOf ? say('colony.hivedOn', `${aDay(c.hivedOn, asOf)} is still to come: it cannot be hived already.`) : null,
  ({ colony: c, asOf }) => {
    if (c.newlyHived !== false || c.hivedOn === null || c.hivedOn > asOf) return null
    const age = daysBetween(c.hivedOn, asOf)
    return hivedLately(c.hivedOn, asOf) ? say('colony.newlyHived', `Said not to be newly hived, and hived ${sayDays(age)} ago.`) : null
  },
  ({ colony: c, asOf }) =>
    c.newlyHived === true && c.hivedOn !== null && daysBetween(c.hivedOn, asOf) > 90
      ? say('colony.newlyHived', `Said to be newly hived, and hived on ${aDay(c.hivedOn, asOf)}.`)
      : null,
  (s) =>
    s.phase === 'dormant' && (s.colony.framesOfBrood ?? 0) >= 5
      ? say('phase', `Said to be in the winter rest, with ${s.colony.framesOfBrood} frames of brood.`)
      : null,
  ({ supers, asOf }) =>
    supers.offOn !== null && supers.nextOn !== null && supers.nextOn < supers.offOn
      ? say('supers.nextOn', `The next supers go on ${aDay(supers.nextOn, asOf)}, before these come off, ${aDay(supers.offOn, asOf)}.`)
      : null,
  // Where nobody has looked since that day, nobody knows that none are on.
  ({ supers, asOf, colony }) =>
    supers.now === 'none' && supers.nextOn !== null && supers.nextOn < asOf && (colony.seenOn?.supers ?? colony.lookedOn ?? asOf) >= supers.nextOn
      ? say('supers.nextOn', `Supers were due ${aDay(supers.nextOn, asOf)} and none are on.`)
      : null,
  ({ history, asOf }) => {
    const [again] = enteredTwice(history)
    return again ? say('history', `A course of ${aDay(again.start, asOf)} stands there twice: it is counted once.`) : null
  },
  ({ lastOpening, asOf, ...rest }) => {
    if (lastOpening === null || lastOpening >= asOf) return null
    const phase = phaseOf({ ...rest, asOf })
    // It is taken to come round again; the new one is asked for once it matters, in late summer.
    const wanted = phase === 'decrease' || (phase !== 'dormant' && daysBetween(lastOpening, asOf) <= CLOSED_FOR)
    return wanted ? say('lastOpening', `The last opening day, ${aDay(lastOpening, asOf)}, is behind you: set the next one.`) : null
  },
]

/** Holes in the days told: from the case's own day to the last one. */
function holes(s: Situation): Contradiction[] {
  const known = new Set(s.weather.map((d) => d.date))
  const last = s.weather.reduce<Day>((far, d) => (d.date > far ? d.date : far), '')
  const first = s.weather.filter((d) => d.date >= s.asOf).reduce<Day>((near, d) => (d.date < near ? d.date : near), last)
  const gone: Day[] = []
  for (let day = first; day !== '' && day < last; day = addDays(day, 1)) if (!known.has(day)) gone.push(day)
  const [from, to] = [gone[0], gone.at(-1)]
  if (!from || !to) return []
  const which = from === to ? aDay(from, s.asOf) : `${gone.length} days between ${aDay(from, s.asOf)} and ${aDay(to, s.asOf)}`
  return [
    say(
      'weather',
      `No temperature is told for ${which}: ${s.normals.length > 0 ? 'what is usual for the season is read there' : 'there nothing is known'}.`,
    ),
  ]
}

/** Everything in a case that contradicts itself, with the path it shows in. Nothing is changed or guessed. */
export const contradictionsOf = (s: Situation): Contradiction[] => [...CHECKS.map((check) => check(s)).filter((c) => c !== null), ...holes(s)]
