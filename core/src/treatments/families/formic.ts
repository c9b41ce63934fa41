import { labels, paper, PRACTICE } from '../source.ts'
import { putBack, queenCheck, recount, supersOn } from '../steps.ts'
import type { HiveNeeds, RotationRule, Step, SupersRule, TemperatureLimit, Treatment } from '../treatment.ts'

/** What all forms of formic acid have in common. */
const HOT = 'the acid comes off too fast: brood and queens are lost'
const FRESH = 'brood is lost and queens are at risk while the strips are fresh'

/** Share taken at a mean of the highs, °C: weak in the cold, level from 20 on (a model fitted to published trials; from memory). */
export const FORMIC_WARMTH = [
  [12, 0.65],
  [15, 0.8],
  [20, 0.86],
  [25, 0.86],
] as const

/** The limits on the three days after a strip is laid on `day`. */
export const freshStrip = (day: number, first: string, after: string): TemperatureLimit[] => [
  {
    days: [day, day],
    reads: 'high',
    of: 'each',
    best: [10, 29.5],
    outer: [10, 29.5],
    when: first,
    cold: 'too little acid turns to vapour',
    hot: HOT,
    source: labels('high'),
  },
  {
    days: [day + 1, day + 2],
    reads: 'high',
    of: 'each',
    best: [null, 29.5],
    outer: [null, 33],
    when: after,
    cold: '',
    hot: FRESH,
    source: labels('high'),
  },
]

/** Under 15 °C all through, too little evaporates. */
export const weakWhenCold = (days: number): TemperatureLimit => ({
  days: [0, days - 1],
  reads: 'high',
  of: 'warmest',
  best: [15, null],
  outer: [null, null],
  when: 'through the course',
  cold: 'the treatment will be weak',
  hot: '',
  source: PRACTICE,
})

export const FORMIC_HIVE: HiveNeeds = {
  leastFramesOfBees: 6,
  entrance: 'full',
  screen: 'closed',
  floor: 'any',
  feeding: 'none',
  queenLayingDays: 21,
  newlyHived: 'no',
  mustMove: false,
  topBar: { level: 'ruled-out', why: 'the strips cannot lie across bars that touch' },
  mostBoxes: 2,
  opensHive: true,
  note: 'Bees hang out at the entrance for some days: expected. They need room: an empty box if the hive is full.',
  source: labels('high'),
}

export const FORMIC_SUPERS: SupersRule = {
  while: 'may-stay',
  waitDays: 0,
  source: labels('medium', 'US and Canadian labels; elsewhere often only after the harvest'),
}

export const FORMIC_ROTATION: RotationRule = {
  class: 'formic acid',
  change: false,
  gapDays: 30,
  gapWhy: 'so that brood and queen recover',
  mostCoursesAYear: null,
  alone: true,
  resistance: null,
  source: labels('medium'),
}

export const FORMIC_KIT: Treatment['kit'] = {
  needed: ['acid-gloves', 'eye-protection'],
  advised: [{ tool: 'respirator', without: 'work only in moving air, upwind' }],
  source: labels('high'),
}

export const FORMIC_CAUTION = {
  hazard: 'Formic acid burns skin, eyes and lungs.',
  protection:
    'Acid-proof gloves and tight eye protection; stand upwind; water at hand; a respirator with an acid-gas and organic-vapour cartridge where the air stands. Pregnant people let somebody else do it.',
  mishap: 'On skin or in eyes: rinse with water for 15 minutes, then see a doctor with the label in hand.',
} as const

export const FORMIC_SET_UP: readonly string[] = [
  'Strips flat across the top bars over the brood, between the boxes if there are two, about 5 cm apart',
  'Entrance full width, at least 1.3 cm high, reducers out, all through the course',
  'Tray in under a screen; feeder away; good stores; room to expand',
  'The whole yard on one day, standing upwind',
]
export const FORMIC_PREPARE = 'Entrance full width, at least 1.3 cm high; tray in under a screen; feeder away; see that stores and room are enough'
export const FORMIC_STORAGE = 'Cool, dry, ventilated, locked, away from metal; not frozen. An opened sachet is used now.'
export const FORMIC_DISPOSAL =
  'Spent carriers are composted or go where the label says; liquid left over is diluted first, then neutralised with baking soda (it foams).'
export const FORMIC_SOURCES = [
  labels('high', '{10..29.5 °C} on the first day, brood and queen loss over {33 °C} in the first three: labels'),
  paper('queen loss 2 to 20 %, rising with heat: fact sheet', 'medium'),
]

const first = { job: 'dose', n: 1 } as const
/** What follows every form laid as strips; `days` is the length of the course. */
export const afterFormic = (days: number, dose: Step['after'] = first, sinceDose: number = days): Step[] => [
  putBack(dose, [sinceDose, sinceDose, sinceDose + 7], 'Course over: reducer and feeder may go back, the strips may stay', {
    ends: 'course',
    opensHive: false,
  }),
  supersOn(dose, sinceDose),
  recount(dose, [sinceDose + 7, sinceDose + 10, sinceDose + 14]),
  queenCheck(1, dose, [sinceDose + 7, sinceDose + 10, sinceDose + 14], 'Look for eggs: is the queen laying?'),
  queenCheck(
    2,
    first,
    [Math.max(28, days + 14), Math.max(30, days + 16), Math.max(37, days + 23)],
    'A month on: see that the queen is there and her brood sound',
  ),
]

/** What the three forms laid as strips share; each has its own length, dose and weight. */
export const FORMIC_STRIP = {
  shortName: 'Formic acid strip',
  way: 'given',
  active: 'formic acid',
  synthetic: false,
  liquidAcid: false,
  reach: 'under-cappings',
  seasons: {},
  supers: FORMIC_SUPERS,
  hive: FORMIC_HIVE,
  rotation: FORMIC_ROTATION,
  kit: FORMIC_KIT,
  mostAPersonADay: null,
  pack: null,
  caution: FORMIC_CAUTION,
  disposal: FORMIC_DISPOSAL,
} as const
