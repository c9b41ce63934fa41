/** Today with many yards: the worst first, the rest folded with counts, by what is to be done or by yard. */
import type { TodayJob } from './today.ts'
import type { YardState } from './yard-state.ts'

const ranks = new WeakMap<YardState, readonly number[]>()
/** How a yard stands: colonies in danger, over the limit, and late work first (our own order). */
function worst(yard: YardState): readonly number[] {
  const known = ranks.get(yard)
  if (known) return known
  const rank = rankOf(yard)
  ranks.set(yard, rank)
  return rank
}
function rankOf({ row }: YardState): readonly number[] {
  const count = (is: (s: YardState['row'][number]) => boolean): number => row.filter((s) => s.gone === null && is(s)).length
  return [
    count((s) => s.judgement.level === 'urgent' && (s.inHand === null || s.failing)),
    count((s) => s.steps.some((x) => x.due === 'overdue' && x.kind === 'job')),
    count((s) => s.failing || s.steps.some((x) => x.kind === 'choose')),
    count((s) => s.steps.some((x) => x.due !== 'coming')),
  ]
}
/** The yards, the worst first; alike they stay in their order. */
export function rankYards(yards: readonly YardState[]): YardState[] {
  return yards.toSorted((a, b) => {
    const [of, other] = [worst(a), worst(b)]
    const at = of.findIndex((n, i) => n !== other[i])
    return at < 0 ? 0 : (other[at] ?? 0) - (of[at] ?? 0)
  })
}
/** Yards by the most that is the matter with them: in danger, with late work, over the limit, with something due, and quiet. */
export function countYards(yards: readonly YardState[]): { danger: number; late: number; over: number; due: number; quiet: number } {
  const found = { danger: 0, late: 0, over: 0, due: 0, quiet: 0 }
  for (const yard of yards) {
    const [danger = 0, late = 0, over = 0, due = 0] = worst(yard)
    found[danger > 0 ? 'danger' : late > 0 ? 'late' : over > 0 ? 'over' : due > 0 ? 'due' : 'quiet'] += 1
  }
  return found
}

/** Lines of Today under one heading. */
export interface TodayFold {
  readonly key: string
  /** What all its lines are: the name of the job where folded by it, of the yard else. */
  readonly title: string
  readonly lines: readonly TodayJob[]
  readonly colonies: number
  readonly yards: number
  readonly alarm: boolean
}
/** Folds lines by what is to be done or by yard: what alarms first, then where the most colonies are. */
export function foldJobs(lines: readonly TodayJob[], by: 'job' | 'yard', nameOf: (line: TodayJob) => string): TodayFold[] {
  const found = new Map<string, TodayJob[]>()
  for (const line of lines) {
    const key = by === 'yard' ? line.yard.yard.id : nameOf(line)
    found.set(key, [...(found.get(key) ?? []), line])
  }
  return [...found]
    .map(([key, list]): TodayFold => {
      const ids = new Set(list.flatMap((l) => l.lines.map((x) => x.state.colony.id)))
      return {
        key,
        title: by === 'yard' ? (list[0]?.yard.yard.name ?? '') : key,
        lines: list,
        colonies: ids.size,
        yards: new Set(list.map((l) => l.yard.yard.id)).size,
        alarm: list.some((l) => l.step.tone === 'alarm'),
      }
    })
    .toSorted((a, b) => Number(b.alarm) - Number(a.alarm) || b.colonies - a.colonies)
}
