import { newestCount, type PooledCount } from '../count/index.ts'
import { estimateYard, limitOf, type ColonyCount, type YardEstimate } from '../judge/index.ts'
import { phaseOf } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import type { ColonyState } from './colony-state.ts'
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

/** The rounds of counting that are remembered, oldest first. Samples marked as not representative are left out. */
export function yardHistory({ yard, row }: YardState): CountRound[] {
  const keeper = row[0]?.situation.keeper
  if (!keeper) return []
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
    const limit = limitOf(keeper, phaseOf({ phase: null, asOf: day, hemisphere: yard.hemisphere, normals: yard.normals }))
    const per100 = (limit.mites / limit.bees) * 100
    const estimate = estimateYard(pooled.map(asColonyCount), 0, per100)
    return estimate ? [{ day, colonies: pooled.length, estimate, limit: per100 }] : []
  })
}
