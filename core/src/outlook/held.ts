import { clopperPearson, newestCount } from '../count/index.ts'
import { chanceOfFewer } from '../level/index.ts'
import { treatmentOf } from '../treatments/index.ts'
import type { CountFact, Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { washesAhead } from './run-plan.ts'

/** A count against what was to be expected of it at the one before. */
export interface HeldCount {
  readonly on: Day
  /** The day of the count before, at which it is looked ahead. */
  readonly from: Day
  /** Share of such colonies in which fewer mites would have been found, 0 to 1. */
  readonly below: number
  /** Inside the band that is to hold eighty of a hundred. */
  readonly inside: boolean
}
/** How many of a keeper's counts lay in the band that was to hold eighty of a hundred, with the central 90 % of that share. */
export interface Held {
  readonly counts: number
  readonly inside: number
  readonly low: number
  readonly high: number
}

/** Counts so far apart, days, are held against each other: nearer they say the same, farther the model claims nothing. */
const APART = [7, 60] as const
const RUNS = 200
/** From so many counts on a share is told: fewer say nothing of eighty in a hundred (a guess). */
export const ENOUGH_HELD = 12

const isJar = (c: CountFact): boolean => (c.method === 'wash' || c.method === 'sugar') && c.bees !== null && c.bees > 0 && c.representative !== false

/**
 * The jars of a colony that came after another jar with nothing at work in between, each against what the model would have told at the one
 * before, from what was known then: its counts up to it and its season. Neighbours' counts of then are not known any more.
 */
export function heldCounts(situation: Situation, seed = 1): HeldCount[] {
  const jars = situation.counts.filter(isJar)
  const days = [...new Set(jars.map((c) => c.date))].toSorted()
  const { yardCounts: _counts, yardHistory: _history, ...own } = situation
  return days.flatMap((on, i): HeldCount[] => {
    const from = days[i - 1]
    if (from === undefined) return []
    const apart = daysBetween(from, on)
    const between = situation.history.some((p) => treatmentOf(p.treatment)?.action !== undefined && p.start < on && (p.end === null || p.end >= from))
    const found = newestCount(
      jars.filter((c) => c.date === on),
      on,
    )
    if (apart < APART[0] || apart > APART[1] || between || !found) return []
    const then: Situation = {
      ...own,
      asOf: from,
      startOn: from,
      counts: situation.counts.filter((c) => c.date <= from),
      history: situation.history.filter((p) => p.end !== null && p.end < from),
      colony: { ...situation.colony, brood: null, queen: null, framesOfBees: null },
    }
    const levels = washesAhead({ situation: then, days: apart, runs: RUNS, seed })
    const per = (found.bees * (found.recovery ?? 1)) / 100
    const fewer = (mites: number): number =>
      levels.reduce((sum, level) => sum + (mites <= 0 ? 0 : chanceOfFewer(mites, level * per)), 0) / levels.length
    const below = (fewer(found.mites) + fewer(found.mites + 1)) / 2
    return [{ on, from, below, inside: below >= 0.1 && below <= 0.9 }]
  })
}

/** All of them together; null where they are too few to say anything. */
export function heldOf(counts: readonly HeldCount[]): Held | null {
  if (counts.length < ENOUGH_HELD) return null
  const inside = counts.filter((c) => c.inside).length
  const { low, high } = clopperPearson(inside, counts.length)
  return { counts: counts.length, inside, low, high }
}
