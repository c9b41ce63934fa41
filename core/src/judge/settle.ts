import { CENTRAL, incompleteBeta, incompleteGamma, type PooledCount } from '../count/index.ts'

/** What one more jar holds, and the most that anybody would take. */
const JAR = 300
const CELLS = 100
const MOST = 4

/** Whether more of the same would settle on which side of the limit the colony stands. */
export interface Settling {
  /** Jars of 300 bees, hundreds of cells, or days of board, at the same rate; null where even the most would not. */
  readonly more: number | null
  readonly text: string
}

/**
 * How many more samples would settle it, if they showed the same rate: until the central 90 % interval, with the recovery
 * allowed for, lies on one side of the limit. Null where it is settled already. `threshold` per 100, or a day for boards.
 */
export function settlingOf(count: PooledCount, threshold: number, recovery: number): Settling | null {
  const board = count.method === 'board'
  const exposure = board ? count.days : count.bees
  const limit = (board ? threshold : threshold / 100) * recovery
  // An exact bound lies beyond the limit where the tail at the limit is small enough: one look at the distribution, no search.
  const tail = (1 - CENTRAL) / 2
  const clear = (more: number): boolean => {
    const all = exposure + more
    const mites = Math.round((count.mites * all) / exposure)
    const upTo = (extra: number) =>
      board
        ? incompleteGamma(mites / count.spread + extra, (limit * all) / count.spread)
        : incompleteBeta(limit, mites + extra, all - mites + 1 - extra)
    return upTo(1) > 1 - tail || (mites > 0 && upTo(0) <= tail)
  }
  if (clear(0)) return null
  const [step, one, many] = board
    ? [1, 'one more day on the board', 'more days on the board']
    : count.method === 'drone'
      ? [CELLS, 'a hundred more cells', 'hundred more cells']
      : [JAR, 'one more jar of about 300 bees', 'more jars of about 300 bees']
  for (let n = 1; n <= MOST; n++) if (clear(n * step)) return { more: n, text: `At the same rate ${n === 1 ? one : `${n} ${many}`} would settle it.` }
  return { more: null, text: `Too near the limit to settle: not even ${MOST} ${many} would, at the same rate.` }
}
