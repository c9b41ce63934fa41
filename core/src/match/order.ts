import { harmOf, hasFailed, isExplained } from '../efficacy/index.ts'
import { isOver } from '../judge/index.ts'
import type { Priority } from '../situation/index.ts'
import { patternOf, treatmentOf, type Treatment } from '../treatments/index.ts'
import type { JudgedSituation, Level } from './finding.ts'
import type { Matched } from './matched.ts'

export const CLASS: Record<Level, number> = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }
const SUPERS_PLACE: Record<Treatment['supers']['while'], number> = { any: 0, 'may-stay': 1, list: 2, never: 3 }

/** Shares left that differ by no more than this are a close call: harm and visits decide (a guess). */
export const CLOSE = 0.04

/** The share of the mites that an option leaves; work that opens the way for another counts as half, a brake by what it takes, waiting as all. */
export const shareLeft = (option: Pick<Matched, 'treatment' | 'efficacy'>): number =>
  option.treatment.way === 'waiting' ? 1 : option.efficacy ? 1 - option.efficacy.estimate : 0.5

export const harmSum = (option: Treatment, s: JudgedSituation): number => harmOf(option, s).reduce((sum, h) => sum + h.weight, 0)

/** What the keeper asks for first; lower comes first. Knocking down most is told by what is left. */
function asked(o: Pick<Matched, 'treatment' | 'efficacy'>, priority: Priority, s: JudgedSituation): number {
  const { treatment } = o
  switch (priority) {
    case 'knockdown':
      return Math.round(shareLeft(o) / CLOSE)
    case 'fewest-visits':
      return patternOf(treatment, s).visits
    case 'gentle':
      return treatment.ranks.strain
    case 'keep-supers':
      return SUPERS_PLACE[treatment.supers.while]
    case 'clean-wax':
      return treatment.ranks.residue
  }
}

/** Whether it likely leaves a colony that is over its limit over it still: such an option comes after those that do not. */
export function leavesOver(o: Pick<Matched, 'treatment' | 'efficacy' | 'left'>, s: JudgedSituation): boolean {
  const { likelyLimit } = s.judgement
  if (!isOver(s.judgement) || likelyLimit === null) return false
  return o.left === null ? shareLeft(o) >= 0.5 : o.left.estimate >= likelyLimit
}

/** What the last course of the same class took in this colony, 0-1, where it fell short; null where it did not, or nobody measured. */
export function fellShort(treatment: Treatment, s: JudgedSituation): number | null {
  const { history, startOn } = s
  const { rotation } = treatment
  if (!rotation.change) return null
  const last = history
    .filter((p) => p.start <= startOn && p.efficacy !== null && treatmentOf(p.treatment)?.rotation.class === rotation.class)
    .toSorted((a, b) => a.start.localeCompare(b.start))
    .at(-1)
  return last && !isExplained(last) && hasFailed(last, s) ? last.efficacy : null
}

/** Figures by which options of one fit are put in order, first to last. */
export const placeOf = (o: Pick<Matched, 'treatment' | 'efficacy' | 'left'>, s: JudgedSituation): readonly number[] => [
  fellShort(o.treatment, s) === null ? 0 : 1,
  leavesOver(o, s) ? 1 : 0,
  asked(o, s.keeper.priority, s),
  Math.round(shareLeft(o) / CLOSE),
  harmSum(o.treatment, s),
  patternOf(o.treatment, s).visits,
  shareLeft(o),
]

/** One figure for the order among equals, for sums over a yard: the first figures weigh most. */
export const costAmongEquals = (o: Pick<Matched, 'treatment' | 'efficacy' | 'left'>, s: JudgedSituation): number => {
  const [failed = 0, over = 0, first = 0, left = 0, harm = 0, visits = 0] = placeOf(o, s)
  return failed * 400 + over * 200 + first * 10 + left + harm * 0.1 + visits * 0.01
}

function compare(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return (a[i] ?? 0) - (b[i] ?? 0)
  return 0
}

/**
 * Order: waiting first whenever the level is under; what the keeper's own list refuses last; else by fit, then by what is left against
 * what the keeper asks for, then by harm and visits. Whether a list is confirmed or a tool ticked moves nothing.
 */
export function inOrder(options: readonly Matched[], s: JudgedSituation): Matched[] {
  const front = (o: Matched) => (s.judgement.level === 'under' && o.treatment.way === 'waiting' ? -1 : o.allowed.rules === 'no' ? 4 : CLASS[o.fit])
  const keyed = options.map((o) => ({ o, key: [front(o), ...placeOf(o, s)] }))
  return keyed.toSorted((a, b) => compare(a.key, b.key) || (a.o.fitFrom ?? '9').localeCompare(b.o.fitFrom ?? '9')).map(({ o }) => o)
}
