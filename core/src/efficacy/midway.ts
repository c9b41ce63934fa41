import type { Estimate } from '../count/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { takenBetween, type JarCount } from './taken.ts'
import { RUNNING, type Said } from '../words/index.ts'

/** What a count in the middle of a course says of it. */
export interface Midway {
  /** Share gone by then, 0-1, negative where there are more. */
  readonly gone: Estimate
  /** Share that should be gone by then at the lower end of what it should do. */
  readonly due: number
  readonly verdict: 'falling' | 'unclear' | 'not-falling'
  /** As data, and in words. */
  readonly says: Said
  readonly text: string
}

/** Of what should be gone by then, less than this share is no falling (a guess: two jars, and mites still under cappings). */
const HALF = 0.5

/**
 * A jar in the middle against the one before, by one method. The level is taken to fall by the same share each day, so that the lower end
 * of the published range is reached at the end of the shortest course (a guess, on the slow side); interval as in `takenBetween`.
 * Null where the treatment takes nothing, or none were found before.
 */
export function midway(
  before: JarCount,
  now: JarCount,
  treatment: Treatment,
  at: { readonly broodless: boolean; readonly days: number; readonly of: number },
): Midway | null {
  const expected = treatment.efficacy?.[at.broodless ? 'broodless' : 'brood']
  if (!expected || before.mites === 0) return null
  const gone = takenBetween(before, now)
  const due = 1 - (1 - Math.min(expected.low, 0.99)) ** Math.min(1, at.days / Math.max(1, at.of))
  const verdict = gone.high < due * HALF ? 'not-falling' : gone.estimate >= due * HALF ? 'falling' : 'unclear'
  const says = RUNNING.midway({ days: at.days, gone: gone.estimate, low: gone.low, high: gone.high, due, verdict })
  return { gone, due, verdict, says, text: says.text }
}
