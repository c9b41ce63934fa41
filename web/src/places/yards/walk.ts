/** The five questions of a walk along the row, in the order in which one sees the answers: from the lid down to the floor. */
import { FLOOR_WORDS, SUPERS_WORDS } from '@thistle/core/situation'

export interface WalkQuestion {
  readonly field: 'supers' | 'framesOfBees' | 'brood' | 'queen' | 'floor'
  readonly asks: string
  /** Words to press; of a number, the figures that are pressed most. */
  readonly options: readonly (readonly [string | number, string])[]
}
const FRAMES = [3, 5, 8, 10, 14, 18]
export const WALK: readonly WalkQuestion[] = [
  {
    field: 'supers',
    asks: 'Supers',
    options: [
      [SUPERS_WORDS[0][0], 'off'],
      [SUPERS_WORDS[1][0], 'on'],
      [SUPERS_WORDS[2][0], 'bees’ own'],
    ],
  },
  { field: 'framesOfBees', asks: 'Frames of bees', options: FRAMES.map((n) => [n, String(n)]) },
  {
    field: 'brood',
    asks: 'Brood',
    options: [
      ['none', 'none'],
      ['open', 'eggs, larvae'],
      ['capped', 'capped'],
    ],
  },
  {
    field: 'queen',
    asks: 'Queen',
    options: [
      ['laying', 'laying'],
      ['new', 'new'],
      ['absent', 'none'],
    ],
  },
  {
    field: 'floor',
    asks: 'Floor',
    options: [
      [FLOOR_WORDS[0][0], 'solid'],
      [FLOOR_WORDS[1][0], 'screen'],
      [FLOOR_WORDS[2][0], 'tray in'],
    ],
  },
]
/** Frames of bees that one brood box does not hold. */
const BOX_HOLDS = 11
const MOST_BOXES = 3
/** The boxes that so many frames of bees fill, at least: more than one is asked for less often than it is forgotten. Past three it is said by hand. */
export const boxesFor = (frames: number): number => (frames > MOST_BOXES * BOX_HOLDS ? 1 : Math.max(1, Math.ceil(frames / BOX_HOLDS)))
