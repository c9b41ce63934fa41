import { estimateTaken, growthOver, type Growing, type Sample, type Taken, type TakenFrom } from '../level/index.ts'
import { phaseAt, type Phase } from '../situation/index.ts'
import type { Day } from '../time/index.ts'

/** A jar with its day. `recovery`: the share of the mites that the method finds; null where nothing is allowed for. */
export interface JarCount {
  readonly mites: number
  readonly bees: number
  readonly recovery: number | null
  readonly date: Day
}

/** Two jars of one colony by one method, and what is known of what lies between them. */
export interface CountedPair {
  readonly before: JarCount
  readonly after: JarCount
  /** Its place and season; `colony.brood` as it was when the course began. */
  readonly season: Parameters<typeof growthOver>[0]
  /** Jars of the other colonies of its yard from about the time of the one before. */
  readonly others: readonly JarCount[]
  /** Growth of the logarithm of the level between them, where colonies that were left untreated tell it; left out, that of the season. */
  readonly growth?: Growing
  /** Mites per 100 bees that came from outside between them, as far as the yard shows it; left out, none was seen. */
  readonly outside?: TakenFrom['outside']
}

/**
 * A wash of a colony without brood reads several times higher than that of the same colony in brood: how far two jars on either side of that
 * may be apart for that alone, as a standard deviation of the logarithm (a guess).
 */
const BROOD_BETWEEN = 0.5

/** Both jars of a colony miss the same share, whatever that is: it is no doubt about what was taken. */
const sampleOf = ({ mites, bees, recovery }: JarCount): Sample => ({
  mites,
  perLevel: [{ value: (bees * (recovery ?? 1)) / 100, weight: 1 }],
  growth: { mean: 0, sd: 0 },
})

/** The share that was taken between two jars, against what the level would be without it. */
export function takenBetween({ before, after, season, others, outside, growth: told }: CountedPair): Taken {
  const phase: Phase = phaseAt(season, before.date)
  const broodless = season.colony.brood === 'none' && phase !== 'dormant'
  // Brood that was not there when a course began is there again weeks after it.
  const growth = told ?? growthOver(broodless ? { ...season, colony: { ...season.colony, brood: null } } : season, before.date, after.date)
  return estimateTaken({
    before: [sampleOf(before)],
    after: [sampleOf(after)],
    growth: broodless ? { ...growth, sd: Math.hypot(growth.sd, BROOD_BETWEEN) } : growth,
    others: others.map((jar) => [sampleOf(jar)]),
    phase,
    ...(outside ? { outside } : {}),
  })
}
