import { CAPPED_DAYS } from '../situation/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { dosesOf, nominalDay, patternOf, publishedPattern, type PatternFacts } from './pattern.ts'
import type { CoursePattern, Treatment } from './treatment.ts'

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
export const sayCoverage = ({ worker, drone }: Coverage): string =>
  `${sayShare(worker)} of what was under worker cappings, ${sayShare(drone)} under drone`

/** The rounds at a pattern's own pace from the day of the first. */
export function atPlannedPace(pattern: CoursePattern, first: Day): Day[] {
  return pattern.steps.filter((s) => s.job === 'dose').map((s) => addDays(first, nominalDay(s, pattern)))
}

/** What a series meets in the keeper's own rhythm, beside the published one. */
export interface Priced {
  readonly own: Coverage
  readonly published: Coverage
  /** Share 0-1 of what the published rhythm meets under worker cappings, by the middle of both; 1 where the own one meets as much. */
  readonly share: number
}

const ANY_DAY: Day = '2000-01-01'
const middle = ({ worker }: Coverage): number => (worker.low + worker.high) / 2

/**
 * What the keeper's own rounds and interval meet of capped brood, against the published ones, by the model of {@link coverageOf}. Null
 * where the rhythm is the published one, nothing is capped, or doses make no series of rounds that kill for some days.
 */
export function pricedRhythm(treatment: Treatment, facts: PatternFacts): Priced | null {
  const published = publishedPattern(treatment, facts.colony.brood)
  const own = patternOf(treatment, facts)
  const { killDays } = treatment
  if (own === published || killDays === undefined || dosesOf(published) < 2) return null
  const cover = (pattern: CoursePattern) => coverageOf(atPlannedPace(pattern, ANY_DAY), killDays)
  const [ownCover, publishedCover] = [cover(own), cover(published)]
  return { own: ownCover, published: publishedCover, share: Math.min(1, middle(ownCover) / middle(publishedCover)) }
}
