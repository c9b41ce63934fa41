import { limitOn } from '../judge/index.ts'
import { phaseAt, type Situation } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { CRUDE_OVER } from '../words/index.ts'
import type { Truth } from './truth.ts'
import type { Practice } from './world.ts'

/** The rules of the score: a game's, and no keeper's. */
export const SCORE = {
  /** A colony that comes through has so many points, less one for each day over its limit, down to `least`. */
  colony: 100,
  least: 30,
  /** Half a point for each day on which the yard was worked. */
  visit: 0.5,
  /** A colony with so many mites in 100 bees in the mean of the weeks in which its winter bees are raised, or on the last day, is taken to be lost. */
  lost: CRUDE_OVER,
} as const

export interface PlayedColony {
  readonly daysOver: number
  readonly highest: number
  readonly atEnd: number
  readonly lost: boolean
  readonly points: number
}

/** How a colony came through, by what went on in it. `yard` is the case of its yard, for its limits. */
export function playedColony(practice: Practice, truth: Truth, yard: Situation): PlayedColony {
  let [daysOver, highest, winter, weeks] = [0, 0, 0, 0]
  for (let n = 0; n < truth.wash.length; n++) {
    const day = addDays(practice.from, n)
    const wash = truth.wash[n] ?? 0
    if (wash >= limitOn(yard, day)) daysOver += 1
    if (phaseAt(yard, day) === 'decrease') [winter, weeks] = [winter + wash, weeks + 1]
    highest = Math.max(highest, wash)
  }
  const atEnd = truth.wash.at(-1) ?? 0
  const lost = atEnd >= SCORE.lost || (weeks > 0 && winter / weeks >= SCORE.lost)
  return { daysOver, highest, atEnd, lost, points: lost ? 0 : Math.max(SCORE.least, SCORE.colony - daysOver) }
}

/** The score of a season: the mean of its colonies, less the days on which the yard was worked; never under none. */
export const scoreOf = (colonies: readonly PlayedColony[], visits: number): number =>
  Math.max(0, Math.round(colonies.reduce((sum, c) => sum + c.points, 0) / Math.max(1, colonies.length) - SCORE.visit * visits))

/** Every so many days of a truth are shown. */
export const SHOWN_EVERY = 3
/** Days of a season that are shown, counted from its first. */
export const shownDays = ({ from, until }: Practice): Day[] => {
  const days = daysBetween(from, until)
  return Array.from({ length: Math.floor(days / SHOWN_EVERY) + 1 }, (_, i) => addDays(from, i * SHOWN_EVERY))
}
