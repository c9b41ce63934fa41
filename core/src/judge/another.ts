import { USUAL_BEES, type PooledCount } from '../count/index.ts'
import { chanceOfFewer, type Sample } from '../level/index.ts'
import { plain } from '../units/index.ts'
import { of100 } from '../words/index.ts'

/** What one more sample holds, where it is no jar: a hundred cells, three days of board. */
const CELLS = 100
const BOARD_DAYS = 3
/** A missed treatment is taken to be as bad as so many needless ones, where the keeper says nothing else (a guess). */
export const USUAL_MISSED = 3
/** What another sample costs, in needless treatments: some 25 minutes, and a cup of bees where it is washed; a board half of that (guesses). */
const COSTS: Readonly<Record<PooledCount['method'], number>> = { wash: 0.04, sugar: 0.04, drone: 0.04, board: 0.02 }

/** What one more sample, taken now, would be worth. */
export interface Another {
  /** Chance 0-1 that with it the colony stands on the other side of its limit than it is judged to be now. */
  readonly changes: number
  /** What it saves on average, in needless treatments: fewer that are needless and fewer that are missed. May be under nothing. */
  readonly saves: number
  /** Whether that is more than it costs. */
  readonly worth: boolean
  readonly text: string
}

const WHAT: Readonly<Record<PooledCount['method'], string>> = {
  wash: 'Another jar of about 300 bees',
  sugar: 'Another jar of about 300 bees',
  drone: 'A hundred more cells',
  board: 'Three more days on the board',
}

/** The same, where it is of another kind than the count before. */
const OTHERWISE: Readonly<Record<PooledCount['method'], string>> = {
  wash: 'A jar of about 300 bees instead',
  sugar: 'A jar of about 300 bees instead',
  drone: 'A hundred cells instead',
  board: 'Three days on a board instead',
}

/** What was counted, the limit it is held against, what it is judged to be, and the levels that speak for it. */
export interface Counted {
  readonly method: PooledCount['method']
  /** What the next sample is judged together with: mites on so many bees or cells, or board-days; none of either where it stands by itself. */
  readonly mites: number
  readonly on: number
  /** Per bee or cell, or a day for boards, with what the method misses allowed for. */
  readonly limit: number
  readonly over: boolean
  /** Mites per 100 bees, each as likely as the next, and the limit they are held against. */
  readonly levels: readonly number[]
  readonly likelyLimit: number
  /** Mites that a bee, a cell or a day of board finds for each mite per 100 bees, as several ways that may be. */
  readonly perLevel: Sample['perLevel']
  /** What a missed treatment costs, in needless ones. */
  readonly missed: number
  /** It is the first count there is that tells of today, or one of another kind than the one before, which stands by itself. */
  readonly as?: 'first' | 'otherwise'
}

/**
 * The value of another sample before it is taken (Raiffa & Schlaifer 1961, from memory): all samples of a day are judged together, so that from
 * so many mites on it turns the verdict; how likely that is at each level the colony may have; and what the two verdicts cost there. It stops
 * nobody at a lucky count: it is asked of the next sample alone, and a verdict that another would seldom turn is left as it is.
 */
export function anotherOf({ method, mites, on, limit, over, levels, likelyLimit, perLevel, missed, as }: Counted): Another {
  const more = method === 'board' ? BOARD_DAYS : method === 'drone' ? CELLS : USUAL_BEES
  // The fewest mites in it with which all of them together reach the limit.
  const turn = Math.max(0, Math.ceil(limit * (on + more) - mites - 1e-9))
  let [changes, saves] = [0, 0]
  for (const level of levels) {
    const under = turn === 0 ? 0 : perLevel.reduce((sum, { value, weight }) => sum + weight * chanceOfFewer(turn, level * value * more), 0)
    const turned = over ? under : 1 - under
    const isOver = level >= likelyLimit
    const [treated, left] = [isOver ? 0 : 1, isOver ? missed : 0]
    changes += turned
    saves += turned * (over ? treated - left : left - treated)
  }
  changes /= levels.length
  saves /= levels.length
  const worth = saves > COSTS[method]
  const often = `in ${of100(changes)} of 100 such colonies`
  const value = worth ? 'worth its while' : 'not worth its while'
  const price = `a missed treatment taken to be as bad as ${plain(missed, 1)} needless ones`
  const text =
    as === 'otherwise'
      ? `${OTHERWISE[method]} would find it ${over ? 'under' : 'over'} its limit ${often}: ${value}.`
      : `${as === 'first' ? 'A jar of about 300 bees now would find it over the limit' : `${WHAT[method]} now would turn the verdict`} ${often}: ${value}, ${price}.`
  return { changes, saves, worth, text }
}
