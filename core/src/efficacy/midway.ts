import type { Estimate } from '../count/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { broodState, susceptibleTo, type Treatment } from '../treatments/index.ts'
import { takenBetween, type CountedPair } from './taken.ts'
import { RUNNING, type Said } from '../words/index.ts'

/** What a count in the middle of a course says of it. */
export interface Midway {
  /** Share gone by then, 0-1, negative where there are more than without it. */
  readonly gone: Omit<Estimate, 'level'>
  /** Share that should be gone by then at the lower end of what it should do. */
  readonly due: number
  readonly verdict: 'falling' | 'unclear' | 'not-falling'
  /** As data, and in words. */
  readonly says: Said
  readonly text: string
}

/**
 * It falls where likely at least half of what should be gone by then is gone, and does not where likely not three quarters of it are: in a daily
 * model of colonies fewer than one working course of twenty is then blamed, and most that do nothing are found out (a test holds both).
 */
const FALLS = 0.5
const FALLS_NOT = 0.75
const SURE = 0.85

/**
 * A jar in the middle of a course that began on `start` and takes `of` days at the shortest, against the one before, by one method. The level is
 * taken to fall by the same share each day, so that the lower end of what susceptible mites lose is reached at the end (a guess, on the slow
 * side); what is gone is told against what the level would be untreated. Null where the treatment takes nothing, or none were found before.
 */
export function midway(pair: CountedPair, treatment: Treatment, { start, of }: { readonly start: Day; readonly of: number }): Midway | null {
  const expected = susceptibleTo(treatment, broodState(pair.season.colony.brood))
  if (!expected || pair.before.mites === 0) return null
  const taken = takenBetween(pair)
  const days = daysBetween(start, pair.after.date)
  const due = 1 - (1 - Math.min(expected.low, 0.99)) ** Math.min(1, days / Math.max(1, of))
  const falls = taken.chanceAtLeast(due * FALLS) >= SURE
  const verdict = falls ? 'falling' : taken.chanceAtLeast(due * FALLS_NOT) <= 1 - SURE ? 'not-falling' : 'unclear'
  const gone = { estimate: taken.p50, low: taken.p05, high: taken.p95 }
  const says = RUNNING.midway({ days, gone: gone.estimate, low: gone.low, high: gone.high, due, verdict })
  return { gone, due, verdict, says, text: says.text }
}
