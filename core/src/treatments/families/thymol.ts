import { labels, paper, PRACTICE } from '../source.ts'
import type { HiveNeeds, RotationRule, SupersRule, TemperatureLimit, Treatment } from '../treatment.ts'

/** What the forms of thymol have in common. */
const COLD = 'too little of it evaporates'

/** Share taken at a mean of the highs, °C (a model fitted to published trials; from memory). */
export const THYMOL_WARMTH = [
  [15, 0.6],
  [18, 0.8],
  [22, 0.87],
  [27, 0.87],
] as const

/** The average of the days' means, half way between high and low, over the least length of the course. */
export const warmEnough = (days: number): TemperatureLimit => ({
  days: [0, days - 1],
  reads: 'mean',
  of: 'average',
  best: [15, null],
  outer: [15, null],
  when: 'on average over the course',
  cold: COLD,
  hot: '',
  source: PRACTICE,
})
export const coldStart = (least: number): TemperatureLimit => ({
  days: [0, 2],
  reads: 'high',
  of: 'each',
  best: [least, null],
  outer: [least, null],
  when: 'on the first three days',
  cold: COLD,
  hot: '',
  source: labels('medium'),
})

export const THYMOL_HIVE: HiveNeeds = {
  leastFramesOfBees: null,
  entrance: 'any',
  screen: 'closed',
  floor: 'any',
  feeding: 'none',
  queenLayingDays: 14,
  newlyHived: 'any',
  mustMove: false,
  topBar: { level: 'care', why: 'it is laid on top bars with air above, and bars that touch leave none' },
  mostBoxes: null,
  opensHive: true,
  note: 'It slows or stops laying for a time: wanted by some in late summer, a harm once winter bees are being raised.',
  source: labels('medium'),
}

export const thymolSupers = (waitDays: number, sure: 'medium' | 'low'): SupersRule => ({
  while: 'never',
  waitDays,
  source: labels(sure, 'off by all labels, for the taint; days of waiting: labels and common practice'),
})

export const THYMOL_ROTATION: RotationRule = {
  class: 'thymol',
  change: false,
  gapDays: 0,
  gapWhy: '',
  mostCoursesAYear: 2,
  alone: false,
  resistance: null,
  source: labels('low', 'one or two courses a year by labels'),
}

export const THYMOL_KIT: Treatment['kit'] = { needed: ['gloves', 'eye-protection'], advised: [], source: labels('medium') }

export const THYMOL_CAUTION = {
  hazard: 'Thymol irritates skin and eyes and can make people allergic to it.',
  protection: 'Gloves and eye protection; wash hands before eating; keep it off clothes.',
  mishap: 'On skin: wash with soap and water. In eyes: rinse with water for 15 minutes, then see a doctor with the label in hand.',
} as const
export const THYMOL_STORAGE = 'Cool, dark and dry, not frozen, away from food; an opened pack is used now.'
export const THYMOL_DISPOSAL = 'Empty trays and spent carriers go where the label and local rules say, away from water: thymol harms fish.'
export const THYMOL_SOURCES = [
  labels('high', 'doses and lengths of course: labels'),
  paper('74 to 98 %, usually 85 to 93 % over {15..20 °C}, 50 to 75 % when cool: fact sheet', 'medium'),
]
