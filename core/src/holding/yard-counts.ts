import { newestCount, type PooledCount } from '../count/index.ts'
import { estimateYard, isOver, judge, limitOf, type ColonyCount, type YardEstimate } from '../judge/index.ts'
import { phaseOf, type Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { treatmentOf } from '../treatments/index.ts'
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
  /** Counted, but not representative, or treated since. */
  readonly leftOut: readonly ColonyState[]
}

const byJar = (method: PooledCount['method'] | null): method is ColonyCount['method'] => method === 'wash' || method === 'sugar'
const asColonyCount = ({
  method,
  mites,
  bees,
  recovery,
}: Pick<PooledCount, 'mites' | 'bees' | 'recovery'> & { method: PooledCount['method'] | null }): ColonyCount => ({
  method: method === 'sugar' ? 'sugar' : 'wash',
  mites,
  bees,
  recovery: recovery ?? 1,
})

/** Something was given since a colony was counted: the count tells of the level before. */
const treatedSince = ({ situation, judgement: j }: ColonyState): boolean =>
  j.countedOn !== null &&
  situation.history.some((p) => p.start >= (j.countedOn ?? '') && p.start < situation.asOf && treatmentOf(p.treatment)?.way === 'given')

/** The yard as it was counted last. */
export function yardCounts({ row, limit }: YardState): YardCounts {
  const fresh = row.filter((s) => byJar(s.judgement.method) && !s.judgement.stale)
  const speaks = (s: ColonyState): boolean => s.judgement.representative && !treatedSince(s)
  const counted = fresh.filter(speaks)
  const leftOut = fresh.filter((s) => !speaks(s))
  const uncounted = row.filter((s) => !fresh.includes(s))
  const counts = counted.map(({ judgement: j }) => asColonyCount({ method: j.method, mites: j.mites ?? 0, bees: j.bees ?? 1, recovery: j.recovery }))
  // Those that do not speak for the yard belong to it all the same: they are not among the unknown.
  const phase = row[0] ? phaseOf(row[0].situation) : 'decrease'
  return { estimate: estimateYard(counts, uncounted.length, limit, phase), counted, uncounted, leftOut }
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

/** The case of a yard as of another day: the keeper's own word on the season, and what is known of the brood, are of today. */
export const asOfDay = (day: Day, situation: Situation): Situation =>
  day === situation.asOf ? situation : { ...situation, asOf: day, phase: null, colony: { ...situation.colony, brood: null } }

/** The cases of a yard by their days, each made once: its colonies are counted on the same ones. Null of a yard without colonies. */
export function casesByDay({ row }: YardState): (day: Day) => Situation | null {
  const made = new Map<Day, Situation>()
  const situation = row[0]?.situation
  return (day) => {
    if (!situation) return null
    const known = made.get(day) ?? asOfDay(day, situation)
    made.set(day, known)
    return known
  }
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
    const phase = phaseOf(asOfDay(day, situation))
    const limit = limitOf(situation.keeper, phase)
    const per100 = (limit.mites / limit.bees) * 100
    const estimate = estimateYard(pooled.map(asColonyCount), 0, per100, phase)
    return estimate ? [{ day, colonies: pooled.length, estimate, limit: per100 }] : []
  })
}

/** A jar of several colonies as it is judged on its day: mites per 100 bees with those missed allowed for. */
export interface YardJar {
  readonly jar: JarRecord
  readonly estimate: number
  readonly low: number
  readonly high: number
  readonly limit: number
  readonly over: boolean
}

/** The jars of a yard, newest first. */
export function yardJars({ yard, row }: YardState): YardJar[] {
  const situation = row[0]?.situation
  if (!situation) return []
  return (yard.jars ?? []).toReversed().flatMap((jar): YardJar[] => {
    const samples = [{ mites: jar.mites, bees: jar.bees, days: null }]
    const judged = judge({ ...asOfDay(jar.onDay, situation), counts: countFacts({ ...jar, representative: null, samples }) })
    const { estimate, low, high } = judged.corrected ?? judged
    if (estimate === null || low === null || high === null) return []
    return [{ jar, estimate, low, high, limit: judged.threshold ?? 0, over: isOver(judged) }]
  })
}
