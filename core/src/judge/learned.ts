import { newestCount, Z95, type PooledCount } from '../count/index.ts'
import { growthOver, learnExtra, type ExtraWeights } from '../level/index.ts'
import type { CountFact, Situation } from '../situation/index.ts'
import { daysBetween, type Day } from '../time/index.ts'
import { plain } from '../units/index.ts'
import { perLevelOf } from './evidence.ts'
import { USUAL_EXTRA } from './trend.ts'

/** Jars taken together that are learned from at the most, the newest. */
const MOST_TOGETHER = 40
/** A jar so many days from a board was taken of the same colony as it stood (a guess). */
const BESIDE = 10
/** What boards of one yard have in common, and how far colonies differ in it, as standard deviations of the logarithm (guesses; 0.8 together). */
const COMMON = 0.62
const OWN = 0.5

/** A colony's counts, and the days on which something was first given to it. */
export interface CountedColony {
  readonly counts: readonly CountFact[]
  readonly begun: readonly Day[]
}

type Learned = NonNullable<Situation['learned']>
const isJar = (c: CountFact): c is CountFact & { bees: number } => (c.method === 'wash' || c.method === 'sugar') && c.bees !== null && c.bees > 0

/** Jars of one colony, day and method. */
function togetherIn({ counts }: CountedColony): (CountFact & { bees: number })[][] {
  const groups = new Map<string, (CountFact & { bees: number })[]>()
  for (const c of counts.filter(isJar)) groups.set(`${c.date} ${c.method}`, [...(groups.get(`${c.date} ${c.method}`) ?? []), c])
  return [...groups.values()].filter((jars) => jars.length > 1)
}

/** The boards of a colony that a jar stands beside, nothing having been given between them. */
function besideIn({ counts, begun }: CountedColony): { board: PooledCount; jar: PooledCount }[] {
  const days = [...new Set(counts.filter((c) => c.method === 'board').map((c) => c.date))]
  return days.flatMap((date) => {
    const board = newestCount(
      counts.filter((c) => c.method === 'board' && c.date === date),
      date,
    )
    const near = counts
      .filter(isJar)
      .filter((c) => Math.abs(daysBetween(c.date, date)) <= BESIDE && c.representative !== false)
      .toSorted((a, b) => Math.abs(daysBetween(a.date, date)) - Math.abs(daysBetween(b.date, date)))[0]
    if (!board || !near || begun.some((day) => (day >= near.date && day <= date) || (day >= date && day <= near.date))) return []
    const jar = newestCount(
      counts.filter((c) => c.method === near.method && c.date === near.date),
      near.date,
    )
    return jar && board.days > 0 ? [{ board, jar }] : []
  })
}

/**
 * What the counts of a yard teach of counting there: how much its jars vary, from those taken together of one colony, and what its boards catch
 * of a level, from those beside a jar (a normal distribution of the logarithm, what the yard has in common weighed by its boards). Null where
 * there is nothing to learn from.
 */
export function learnedFrom(colonies: readonly CountedColony[], situation: Situation): Learned | null {
  const together = colonies
    .flatMap(togetherIn)
    .toSorted((a, b) => (b[0]?.date ?? '').localeCompare(a[0]?.date ?? ''))
    .slice(0, MOST_TOGETHER)
  const extra: ExtraWeights | null =
    together.length === 0
      ? null
      : learnExtra(together.map((jars) => jars.map((c) => ({ mites: c.mites, perLevel: (c.bees * (c.recovery ?? 1)) / 100 }))))
  let [precision, weighed] = [1 / COMMON ** 2, 0]
  const beside = colonies.flatMap(besideIn)
  for (const { board, jar } of beside) {
    const level = (jar.mites + 0.5) / perLevelOf(jar, situation)
    const [from, to] = jar.date <= board.date ? [jar.date, board.date] : [board.date, jar.date]
    const grown = growthOver(situation, from, to).mean * (jar.date <= board.date ? 1 : -1)
    const found = Math.log((board.mites + 0.5) / (perLevelOf(board, situation) * level * Math.exp(grown)))
    const variance = OWN ** 2 + USUAL_EXTRA / (board.mites + 0.5) + USUAL_EXTRA / (jar.mites + 0.5)
    precision += 1 / variance
    weighed += found / variance
  }
  const board = beside.length === 0 ? null : { mean: weighed / precision, sd: Math.sqrt(1 / precision + OWN ** 2) }
  return extra === null && board === null ? null : { extra, board }
}

const WAYS = ['no more than by chance', 'about twice as much as by chance', 'about three times as much as by chance'] as const
/** What was learned, in sentences; none where nothing was. */
export function sayLearned({ extra, board }: Learned): string[] {
  const most = extra ? extra.indexOf(Math.max(...extra)) : -1
  return [
    ...(extra && most >= 0
      ? [`Jars taken together of one colony here most likely vary ${WAYS[most] ?? ''} (${Math.round((extra[most] ?? 0) * 100)} %).`]
      : []),
    ...(board
      ? [
          `Boards here catch about ${plain(Math.exp(board.mean), 1)} times what the published limits stand for (likely ${plain(Math.exp(board.mean - Z95 * board.sd), 1)} to ${plain(Math.exp(board.mean + Z95 * board.sd), 1)} in a single colony).`,
        ]
      : []),
  ]
}
