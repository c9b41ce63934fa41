import { clopperPearson, newestCount, type Estimate, type PooledCount } from '../count/index.ts'
import { estimateYard, limitOf, overLimit, type ColonyCount, type YardEstimate } from '../judge/index.ts'
import { phaseOf, type Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import type { ColonyState } from './colony-state.ts'
import type { JarRecord } from './records.ts'
import { countFacts } from './situation-of.ts'
import type { YardState } from './yard-state.ts'

/** What the yard's newest counts by wash or roll say of it, and which colonies they leave out. */
export interface YardCounts {
  readonly estimate: YardEstimate | null
  /** Counted by wash or roll within three weeks, and speaking for the yard. */
  readonly counted: readonly ColonyState[]
  /** Not counted within three weeks, or only by board or drone brood. */
  readonly uncounted: readonly ColonyState[]
  /** Counted, but not representative. */
  readonly leftOut: readonly ColonyState[]
}

const byJar = (method: PooledCount['method'] | null) => method === 'wash' || method === 'sugar'
const asColonyCount = ({ mites, bees, recovery }: Pick<PooledCount, 'mites' | 'bees' | 'recovery'>): ColonyCount => ({
  mites,
  bees,
  recovery: recovery ?? 1,
})

/** The yard as it was counted last. */
export function yardCounts({ row, limit }: YardState): YardCounts {
  const fresh = row.filter(({ judgement: j }) => byJar(j.method) && !j.stale)
  const counted = fresh.filter((s) => s.judgement.representative)
  const leftOut = fresh.filter((s) => !s.judgement.representative)
  const uncounted = row.filter((s) => !fresh.includes(s))
  const counts = counted.map(({ judgement: j }) => asColonyCount({ mites: j.mites ?? 0, bees: j.bees ?? 1, recovery: j.recovery }))
  // Those that do not speak for the yard belong to it all the same: they are not among the unknown.
  return { estimate: estimateYard(counts, uncounted.length, limit), counted, uncounted, leftOut }
}

/** Counts of one yard within a week of one another are one round of counting (our own choice). */
const ROUND = 7

/** A round of counting: the yard's mean with its range, on the last of its days. */
export interface CountRound {
  readonly day: Day
  readonly colonies: number
  readonly estimate: YardEstimate
  /** The limit of that day, mites per 100 bees. */
  readonly limit: number
}

/** The limit of a day, mites per 100 bees; the keeper's own word on the season is of today. */
function limitOn(day: Day, situation: Situation): number {
  const limit = limitOf(situation.keeper, phaseOf({ ...situation, asOf: day, phase: day === situation.asOf ? situation.phase : null }))
  return (limit.mites / limit.bees) * 100
}

/** The rounds of counting that are remembered, oldest first. Samples marked as not representative are left out. */
export function yardHistory({ row }: YardState): CountRound[] {
  const situation = row[0]?.situation
  if (!situation) return []
  const counts = row.flatMap((s) => s.situation.counts.filter((c) => byJar(c.method) && c.representative !== false).map((c) => ({ s, c })))
  const days = [...new Set(counts.map(({ c }) => c.date))].toSorted()
  const rounds: Day[][] = []
  for (const day of days) {
    const last = rounds.at(-1)
    if (last?.[0] && daysBetween(last[0], day) <= ROUND) last.push(day)
    else rounds.push([day])
  }
  return rounds.flatMap((list) => {
    const day = list.at(-1)
    if (!day) return []
    const pooled = row.flatMap(
      (s) =>
        newestCount(
          s.situation.counts.filter((c) => list.includes(c.date) && byJar(c.method) && c.representative !== false),
          day,
        ) ?? [],
    )
    const limit = limitOn(day, situation)
    const estimate = estimateYard(pooled.map(asColonyCount), 0, limit)
    return estimate ? [{ day, colonies: pooled.length, estimate, limit }] : []
  })
}

/**
 * Whether a count was at or over the limit of its own day, as the case of its colony has the keeper's limits and the yard's climate.
 * The keeper's own word on the season, and what is known of the brood, are of today.
 */
export const wasOver = (count: Counted, situation: Situation): boolean =>
  overLimit({
    ...situation,
    ...(count.onDay === situation.asOf ? {} : { phase: null, colony: { ...situation.colony, brood: null } }),
    asOf: count.onDay,
    counts: countFacts(count),
  })
type Counted = Parameters<typeof countFacts>[0]

/** A jar of several colonies: mites per 100 bees with those missed allowed for, against the limit of its day. */
export interface YardJar {
  readonly jar: JarRecord
  readonly level: Estimate
  readonly limit: number
  readonly over: boolean
}

/** The jars of a yard, newest first. */
export function yardJars({ yard, row }: YardState): YardJar[] {
  const situation = row[0]?.situation
  if (!situation) return []
  return (yard.jars ?? []).toReversed().map((jar) => {
    const share = clopperPearson(jar.mites, jar.bees)
    const scale = 100 / (jar.recovery ?? 1)
    const level = { estimate: share.estimate * scale, low: share.low * scale, high: Math.min(100, share.high * scale), level: share.level }
    const samples = [{ mites: jar.mites, bees: jar.bees, days: null }]
    return { jar, level, limit: limitOn(jar.onDay, situation), over: wasOver({ ...jar, representative: null, samples }, situation) }
  })
}
