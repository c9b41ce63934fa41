import { ANY_HIVE } from './any.ts'
import { labels } from '../source.ts'
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

export const STRIP_HIVE: HiveNeeds = { ...ANY_HIVE, mustMove: true }

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

/** What the two pyrethroid strips share. */
export const PYRETHROID_STRIP = {
  way: 'given',
  synthetic: true,
  liquidAcid: false,
  reach: 'outlasts',
  temperature: [MOVING_BEES],
  seasons: {},
  hive: STRIP_HIVE,
  rotation: PYRETHROID,
  kit: { needed: ['gloves'], advised: [], source: labels('high') },
  mostAPersonADay: null,
  pack: null,
  setUp: STRIP_SET_UP,
  caution: {
    hazard: 'Pyrethroids irritate: skin may tingle or burn.',
    protection: 'Wear gloves, do not eat or smoke, wash hands afterwards.',
    mishap: 'On skin: wash with soap and water. In eyes: rinse for 15 minutes, then see a doctor with the label in hand.',
  },
  disposal: `${STRIP_DISPOSAL} Pyrethroids are very poisonous to fish.`,
} as const
