import type { Phase, TreatmentKey } from '../situation/index.ts'

/** Two treatments one after the other, as people combine them; all common practice, no source. */
export interface CombinationRule {
  readonly key: 'strip-then-vapour' | 'strip-with-thymol' | 'break-then-oxalic' | 'acid-then-second'
  readonly name: string
  readonly first: readonly TreatmentKey[]
  readonly second: readonly TreatmentKey[]
  /** The second begins so many days after the first begins; `end`: after the end of the first. */
  readonly after: { readonly from: 'start' | 'end'; readonly earliest: number; readonly latest: number }
  readonly phases: readonly Phase[]
  /** The second is begun only where the count after the first still stands over the limit. */
  readonly onlyIf: 'still-over' | null
  readonly why: string
}

export const COMBINATIONS: readonly CombinationRule[] = [
  {
    key: 'strip-then-vapour',
    name: 'Strips, then a vapour series',
    first: ['amitraz-strip', 'oxalic-strip', 'flumethrin-strip', 'fluvalinate-strip'],
    second: ['oxalic-vapour'],
    after: { from: 'start', earliest: 7, latest: 14 },
    phases: ['increase', 'peak', 'decrease'],
    onlyIf: null,
    why: 'the strips work on through the brood while the vapour takes the mites that are on the bees at once',
  },
  {
    key: 'strip-with-thymol',
    name: 'Strips, with thymol as the nest shrinks',
    first: ['amitraz-strip', 'flumethrin-strip', 'fluvalinate-strip'],
    second: ['thymol-gel', 'thymol-blend-wafer'],
    after: { from: 'start', earliest: 21, latest: 35 },
    phases: ['decrease'],
    onlyIf: null,
    why: 'thymol fills the hive when the brood nest has shrunk away from the strips',
  },
  {
    key: 'break-then-oxalic',
    name: 'Brood break, then one oxalic round',
    first: ['brood-break'],
    second: ['oxalic-vapour', 'oxalic-dribble'],
    after: { from: 'start', earliest: 24, latest: 31 },
    phases: ['increase', 'peak', 'decrease'],
    onlyIf: null,
    why: 'with no brood left every mite is on the bees, and one round reaches them all',
  },
  {
    key: 'acid-then-second',
    name: 'Formic acid first, another mode after the recount',
    first: ['formic-strip-14', 'formic-strip-7', 'formic-strip-10x2', 'formic-liquid'],
    second: ['amitraz-strip', 'thymol-gel', 'oxalic-strip', 'oxalic-vapour'],
    after: { from: 'end', earliest: 10, latest: 21 },
    phases: ['increase', 'peak', 'decrease'],
    onlyIf: 'still-over',
    why: 'the acid takes the mites under cappings quickly; a second mode takes what is left if the count still stands over the limit',
  },
]
