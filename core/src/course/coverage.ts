import { CAPPED_DAYS } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'

/** Days a mite rides on bees before it goes under cappings again: some 4 to 7 with brood there (common practice, no source). */
const RIDING = { short: 4, long: 7 } as const

/** Share 0-1 of the mites under cappings at the first round that meet a round after they come out; low and high by how long they ride. */
export interface Coverage {
  readonly worker: { readonly low: number; readonly high: number }
  readonly drone: { readonly low: number; readonly high: number }
}

function shareMet(rounds: readonly number[], killDays: number, cappedDays: number, riding: number): number {
  let met = 0
  for (let day = 1; day <= cappedDays; day++) {
    // Out on `day`, on bees until `day + riding`; a round works on its own day and the days after it.
    if (rounds.some((r) => r < day + riding && r + killDays > day)) met++
  }
  return met / cappedDays
}

/**
 * How much of the brood that was capped at the first round is covered by the rounds, when cells of all ages were there alike and each round
 * works for `killDays` days. A model of the first generation alone: mites that go under between two rounds are not followed further.
 * No rounds cover nothing.
 */
export function coverageOf(rounds: readonly Day[], killDays: number): Coverage {
  const [first] = rounds.toSorted()
  const days = first === undefined ? [] : rounds.map((d) => daysBetween(first, d))
  const both = (capped: number) => ({
    low: shareMet(days, killDays, capped, RIDING.short),
    high: shareMet(days, killDays, capped, RIDING.long),
  })
  return { worker: both(CAPPED_DAYS.worker), drone: both(CAPPED_DAYS.drone) }
}

const percent = (x: number) => Math.round(x * 100)
/** "67 to 92 %", or "all". */
export function sayShare({ low, high }: { readonly low: number; readonly high: number }): string {
  if (low >= 1) return 'all'
  return percent(low) === percent(high) ? `${percent(low)} %` : `${percent(low)} to ${percent(high)} %`
}
