import { clopperPearson, newestCount } from '../count/index.ts'
import type { CountFact } from '../situation/index.ts'
import { sayDay, type Day } from '../time/index.ts'

/** How the newest count stands to the one before it, by the same method. */
export interface Trend {
  /** The count before, per 100 bees or cells, or a day for boards. */
  readonly before: number
  readonly on: Day
  readonly direction: 'rising' | 'falling' | 'unclear'
  readonly text: string
}

const SAID = { rising: 'rising', falling: 'falling', unclear: 'no change that two counts could show' }

/**
 * Rising or falling where the 90 % interval of the ratio of the two rates leaves out 1; by the exact conditional test of
 * two Poisson means (Przyborowski & Wilenski, Biometrika 31, 1940, from memory). Null without two counts by one method.
 */
export function trendOf(counts: readonly CountFact[], asOf: Day): Trend | null {
  const now = newestCount(counts, asOf)
  if (!now) return null
  const earlier = newestCount(
    counts.filter((c) => c.date < now.date && c.method === now.method),
    asOf,
  )
  if (!earlier) return null
  const board = now.method === 'board'
  const [exposedNow, exposedThen] = board ? [now.days, earlier.days] : [now.bees, earlier.bees]
  const before = (earlier.mites / exposedThen) * (board ? 1 : 100)
  const both = now.mites + earlier.mites
  const even = exposedNow / (exposedNow + exposedThen)
  const share = both > 0 ? clopperPearson(now.mites, both) : null
  const direction = share && share.low > even ? 'rising' : share && share.high < even ? 'falling' : 'unclear'
  return { before, on: earlier.date, direction, text: `It was ${before.toFixed(1)} on ${sayDay(earlier.date, asOf)}: ${SAID[direction]}.` }
}
