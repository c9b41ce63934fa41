import { labels, PRACTICE } from '../source.ts'
import type { HiveNeeds, TemperatureLimit, Treatment } from '../treatment.ts'

/** What strips that bees walk over have in common. */
export const MOVING_BEES: TemperatureLimit = {
  days: [0, 0],
  reads: 'high',
  of: 'each',
  best: [10, null],
  outer: [10, null],
  when: 'on the first day',
  cold: 'bees sit still and do not spread it',
  hot: '',
  source: labels('medium'),
}

export const STRIP_HIVE: HiveNeeds = {
  leastFramesOfBees: null,
  entrance: 'any',
  screen: 'any',
  floor: 'any',
  feeding: 'any',
  queenLayingDays: null,
  newlyHived: 'any',
  mustMove: true,
  topBar: null,
  opensHive: true,
  note: null,
  source: PRACTICE,
}

export const STRIP_SET_UP: readonly string[] = [
  'In the brood nest, between combs, bees walking on both faces; strips two frames apart',
  'Follow the nest: move them when the brood moves',
  'Write down how many went in, and between which frames',
]

/** Synthetic strips leave in the wax what the bees carry off. */
export const STRIP_DISPOSAL = 'Used strips go where the label and local rules say, never into water or a fire, and never into a second hive.'

/** The pyrethroids are one class: mites that withstand one withstand the other. */
export const PYRETHROID: Treatment['rotation'] = {
  class: 'pyrethroid',
  change: true,
  gapDays: 0,
  gapWhy: '',
  mostCoursesAYear: 1,
  alone: false,
  resistance: 'Mites that withstand pyrethroids are widespread and stay so for years: test a jar of your own mites first.',
  source: labels('high', 'published resistance (L925 mutations) and labels'),
}
