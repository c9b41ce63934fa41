import type { CoursePattern, Step, Treatment } from '../treatment.ts'

const CP = 'common practice, no source'
const WHY = 'mites that came out of the brood have gone under cappings again without meeting a round'

const weigh: Step = {
  job: 'prepare',
  n: 1,
  after: 'start',
  earliest: -7,
  best: 0,
  latest: 0,
  opensHive: false,
  text: 'Weigh the charges ({dose} each) and lay them out; clear the nozzle with a wire; close the screen; supers off',
}
const round = (n: number): Step => ({
  job: 'dose',
  n,
  after: n === 1 ? 'start' : { job: 'dose', n: n - 1 },
  earliest: n === 1 ? 0 : 4,
  best: n === 1 ? 0 : 5,
  latest: n === 1 ? 3 : 7,
  opensHive: false,
  text: `Round ${n}: vaporise {dose}, weighed, never spooned; keep the hive sealed 10 to 15 minutes`,
  ...(n > 1 ? { breaks: { after: 7, why: WHY } } : {}),
})
const recountAfter = (n: number): Step => ({
  job: 'recount',
  n: 1,
  after: { job: 'dose', n },
  earliest: 7,
  best: 10,
  latest: 14,
  opensHive: true,
  text: 'Wash about 300 bees: did it work?',
})
const supersAfter = (n: number): Step => ({
  job: 'supers',
  n: 1,
  after: { job: 'dose', n },
  earliest: 1,
  best: 1,
  latest: 1,
  opensHive: false,
  text: 'Supers may go on from this day',
})

const once: CoursePattern = {
  when: 'nothing-capped',
  name: 'one round',
  days: { least: 0, most: 0 },
  visits: 1,
  steps: [
    weigh,
    { ...round(1), text: 'Vaporise {dose}, weighed, never spooned; keep the hive sealed 10 to 15 minutes' },
    supersAfter(1),
    recountAfter(1),
  ],
}
const series: CoursePattern = {
  when: 'capped',
  name: '4 rounds, 5 days apart',
  days: { least: 15, most: 21 },
  visits: 4,
  steps: [
    weigh,
    round(1),
    round(2),
    {
      job: 'check',
      n: 1,
      after: { job: 'dose', n: 2 },
      earliest: 3,
      best: 4,
      latest: 5,
      opensHive: false,
      text: 'Halfway: count the fall on a board',
    },
    round(3),
    round(4),
    supersAfter(4),
    recountAfter(4),
  ],
}

export const oxalicVapour: Treatment = {
  key: 'oxalic-vapour',
  name: 'Oxalic acid vapour',
  short: 'Weighed crystals vaporised into the hive; kills for about three days',
  active: 'oxalic acid',
  synthetic: false,
  underCappings: false,
  outlastsBrood: false,
  efficacy: { broodless: { low: 0.9, high: 0.98 }, brood: { low: 0.4, high: 0.8 } },
  efficacySource: 'broodless 90-98 %; a series through brood varies widely, 40-80 % used here (20-60 % a round); from memory',
  temperature: [
    {
      days: [0, 0],
      of: 'each',
      best: [4, null],
      outer: [3, null],
      when: 'on the day',
      cold: 'the cluster is too tight for the vapour to reach',
      hot: '',
      source: 'about 3-4 °C and over, from memory',
    },
  ],
  supers: { while: 'list', waitDays: 1, source: 'country and label differ: off, or allowed; your own list decides' },
  hive: {
    leastFramesOfBees: null,
    entrance: 'any',
    screen: 'closed',
    feeding: 'any',
    queenLayingDays: null,
    newlyHived: 'any',
    mustMove: false,
    topBar: 'any',
    opensHive: false,
    source: CP,
  },
  rotation: { change: false, gapDays: 0, mostCoursesAYear: null, alone: false, source: 'no resistance known, from memory' },
  kit: {
    needed: ['vaporiser', 'respirator', 'acid-gloves', 'eye-protection', 'scales'],
    advised: [],
    source: 'labels and common practice, from memory',
  },
  dose: { by: 'box', perBox: 1, unit: 'g', how: 'oxalic acid dihydrate, 99 % pure or better, weighed for each hive' },
  patterns: [once, series],
  ranks: { knockdown: 3, 'fewest-visits': 3, gentle: 2, 'keep-supers': 2 },
  caution: {
    hazard: 'Oxalic acid vapour burns lungs and eyes; the bowl is over 200 °C.',
    protection:
      'Respirator with an acid-gas and organic-vapour cartridge (a dust mask is not enough), tight goggles, acid-proof gloves; upwind; nobody else near.',
    mishap: 'Breathed in: fresh air and a doctor. In eyes or on skin: rinse with water for 15 minutes. Burns: cool with water.',
  },
  differs:
    '1 g a brood box on older labels and in many countries, up to 4 g on some newer ones; about 2.3 g a hive on some European ones. One or two treatments a year on some labels. Supers off, or allowed.',
  sources: [
    '1 g a brood box; up to 4 g: labels, from memory',
    'Series of 4 rounds at 5 days, or 4-5 at 7: common practice, no source',
    'Broodless 90-98 %: fact sheet, high confidence, from memory',
  ],
}
