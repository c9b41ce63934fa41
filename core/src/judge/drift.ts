import { chanceGrown, growthOver } from '../level/index.ts'
import type { Situation } from '../situation/index.ts'
import { addDays, laterOf, type Day } from '../time/index.ts'
import { plain } from '../units/index.ts'
import { aDay } from '../words/index.ts'
import type { Judgement } from './judge.ts'

/** When a colony under its limit is likely to reach it. */
export interface Drift {
  /** The first day on which one in five such colonies stand at or over the limit, and the first on which half of them do. */
  readonly earliest: Day
  readonly likely: Day
  readonly text: string
}

/** What is told further ahead than this, days, tells of no season any more (a guess). */
const AHEAD = 120
const [FEW, HALF] = [0.2, 0.5]

/**
 * The days on which a level that grows as its seasons let it reaches the limit, for one in five such colonies and for half of them: the level
 * by all that speaks for it, and how far its growth may be off. Null where it is over already, does not grow that far in four months, nothing
 * was found, or the sample does not speak for the colony. A straight continuation, and no forecast of the bees.
 */
export function driftOf(j: Judgement, situation: Situation): Drift | null {
  const { levels, p50, likelyLimit, estimate } = j
  if ((j.level !== 'under' && j.level !== 'watch') || !j.representative) return null
  if (levels === null || p50 === null || likelyLimit === null || estimate === null || estimate <= 0) return null
  const { asOf } = situation
  const reached = (share: number, from: number): number | null => {
    const chance = (days: number) => chanceGrown(levels, growthOver(situation, asOf, addDays(asOf, days)), likelyLimit)
    // The longer it grows the more have reached it: by weeks, and then by days within the week.
    let week = from
    while (week <= AHEAD && chance(week) < share) week += 7
    for (let days = Math.max(from, week - 6); days <= Math.min(week, AHEAD); days++) if (chance(days) >= share) return days
    return null
  }
  const few = reached(FEW, 0)
  const half = few === null ? null : reached(HALF, few)
  if (few === null || half === null) return null
  const [earliest, likely] = [addDays(asOf, few), addDays(asOf, half)]
  const by = (day: Day) => (day <= asOf ? 'by now' : `by ${aDay(day, asOf)}`)
  const limit = `the limit of ${plain(likelyLimit, 2)}`
  const when =
    few === half
      ? `half of such colonies ${half === 0 ? 'have reached' : 'reach'} ${limit} ${by(likely)}`
      : `one in five such colonies ${few === 0 ? 'has reached' : 'reaches'} ${limit} ${by(earliest)}, half of them ${by(laterOf(likely, earliest))}`
  return { earliest, likely, text: `likely about ${p50.toFixed(1)} in 100 now; ${when}` }
}
