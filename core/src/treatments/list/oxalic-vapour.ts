import { labels, PRACTICE } from '../source.ts'
import { check, firstDose, nextDose, prepare, recount, supersOn } from '../steps.ts'
import * as oxalic from '../families/oxalic.ts'
import type { CoursePattern, Step, Treatment } from '../treatment.ts'

const WHY = 'mites that came out of the brood have gone under cappings again without meeting a round'
const shut = { opensHive: false } as const
const READY = 'Weigh the charges ({dose} each) and lay them out; clear the nozzle with a wire; close the screen'
const weigh = prepare(`${READY}; supers off`, -7, { ...shut, withSupersOn: READY })
const again = (n: number): Step =>
  nextDose(n, [4, 5, 7], 'Round {n}: vaporise {dose}, weighed, never spooned; keep the hive sealed 10 to 15 minutes', {
    ...shut,
    breaks: { after: 7, why: WHY },
  })
const dose = (n: number) => ({ job: 'dose', n }) as const

const once: CoursePattern = {
  when: 'nothing-capped',
  name: 'one round',
  days: { least: 0, most: 0 },
  visits: 1,
  steps: [
    weigh,
    firstDose('Vaporise {dose}, weighed, never spooned; keep the hive sealed 10 to 15 minutes', 3, shut),
    supersOn(dose(1), 1),
    recount(dose(1), [7, 10, 14]),
  ],
}
const series: CoursePattern = {
  when: 'capped',
  name: '4 rounds, 5 days apart',
  days: { least: 15, most: 21 },
  visits: 4,
  mayAdd: 2,
  steps: [
    weigh,
    firstDose('Round {n}: vaporise {dose}, weighed, never spooned; keep the hive sealed 10 to 15 minutes', 3, shut),
    again(2),
    check(1, dose(2), [3, 4, 5], 'Halfway: count the fall on a board', shut),
    again(3),
    again(4),
    supersOn(dose(4), 1),
    recount(dose(4), [7, 10, 14]),
  ],
}

export const oxalicVapour: Treatment = {
  key: 'oxalic-vapour',
  name: 'Oxalic acid vapour',
  short: 'Weighed crystals vaporised into the hive; kills for about three days',
  verb: 'vaporise',
  way: 'given',
  active: 'oxalic acid',
  synthetic: false,
  liquidAcid: false,
  reach: 'series',
  efficacy: { broodless: { low: 0.9, high: 0.98 }, brood: { low: 0.4, high: 0.8 } },
  action: { by: 'at-once', onBees: 0.9, over: oxalic.OXALIC_OVER },
  efficacySource: 'broodless 90-98 %; a series through brood varies widely, 40-80 % used here (20-60 % a round); from memory',
  temperature: [
    {
      days: [0, 0],
      reads: 'high',
      of: 'each',
      best: [4, null],
      outer: [3, null],
      when: 'on the day',
      cold: 'the cluster is too tight for the vapour to reach',
      hot: '',
      source: labels('medium', 'about {3..4 °C} and over: labels'),
    },
  ],
  seasons: {},
  supers: { while: 'list', waitDays: 1, source: labels('medium', 'country and label differ: off, or allowed; your own list decides') },
  hive: { ...oxalic.OXALIC_HIVE, screen: 'closed' },
  rotation: oxalic.OXALIC_ROTATION,
  kit: {
    needed: ['vaporiser', 'respirator', 'acid-gloves', 'eye-protection', 'scales'],
    advised: [],
    source: labels('high', 'labels and common practice'),
  },
  dose: {
    by: 'box',
    perBox: 1,
    small: null,
    large: null,
    most: null,
    topBar: null,
    unit: 'g',
    how: 'oxalic acid dihydrate, 99 % pure or better, weighed for each hive',
  },
  from: { dose: labels('medium'), course: PRACTICE },
  patterns: [once, series],
  killDays: 3,
  harms: [{ to: 'person', weight: 2, why: 'the vapour burns lungs and eyes; the bowl is hot' }],
  ranks: { knockdown: { broodless: 1, brood: 10 }, strain: 2, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  bench: 'oxalic-charges',
  carry: [
    {
      job: 'dose',
      what: 'The charges in closed tubes, a wire for the nozzle, the vaporiser with its power, foam or cloth to shut the entrances, water against fire',
    },
  ],
  setUp: [
    'Bees home, entrance and gaps shut for 10 (hot) to 15 minutes',
    'Rod: load, insert, turn over, wait for the reading to come back, 1-2 minutes a hive. Pan: 3 minutes of heat, 10 closed',
    'Charges weighed and laid out beforehand; nozzle cleared with a wire between hives',
    'Afterwards a white bloom on the bars shows that it reached; dead bees are counted',
  ],
  caution: {
    hazard: 'Oxalic acid vapour burns lungs and eyes; the bowl is over {200 °C}.',
    protection:
      'Respirator with an acid-gas and organic-vapour cartridge (a dust mask is not enough), tight goggles, acid-proof gloves; upwind; nobody else near. Pregnant people stay away.',
    mishap: 'Breathed in: fresh air and a doctor. In eyes or on skin: rinse with water for 15 minutes. Burns: cool with water.',
  },
  openedKeepsDays: 730,
  storage: oxalic.OXALIC_STORAGE,
  disposal: oxalic.OXALIC_DISPOSAL,
  differs:
    '{1 g} a brood box on older labels and in many countries, up to {4 g} on some newer ones; about {2.3 g} a hive on some European ones. One or two treatments a year on some labels. Supers off, or allowed. A series of 4-5 rounds at 7 days by some; one a week through heavy brood is not enough.',
  sources: [labels('medium', '{1 g} a brood box, up to {4 g}: labels'), PRACTICE, oxalic.OXALIC_SOURCE],
}
