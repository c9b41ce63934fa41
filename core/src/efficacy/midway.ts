import type { Estimate } from '../count/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { plain } from '../units/index.ts'
import { takenBetween, type JarCount } from './taken.ts'

/** What a count in the middle of a course says of it. */
export interface Midway {
  /** Share gone by then, 0-1, negative where there are more. */
  readonly gone: Estimate
  /** Share that should be gone by then at the lower end of what it should do. */
  readonly due: number
  readonly verdict: 'falling' | 'unclear' | 'not-falling'
  readonly text: string
}

/** Of what should be gone by then, less than this share is no falling (a guess: two jars, and mites still under cappings). */
const HALF = 0.5
const percent = (x: number): string => (x < 0 ? 'none' : `${plain(x * 100, 0)} %`)

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
  const figure = `${plain(at.days, 0)} days in, about ${percent(gone.estimate)} of them is gone (likely ${percent(gone.low)} to ${percent(Math.max(0, gone.high))}), where about ${percent(due)} should be`
  const said = {
    falling: 'it falls as it should, as far as two jars can tell.',
    unclear: 'too few to tell: another jar now, or wait for the count after it.',
    'not-falling':
      'it does not fall. Contact and place first: do they lie or hang where the bees are, was any found on the floor? Then another active, beside it where both labels allow, else instead of it. Waiting to the end costs the bees of these weeks.',
  } as const
  return { gone, due, verdict, text: `${figure}: ${said[verdict]}` }
}
