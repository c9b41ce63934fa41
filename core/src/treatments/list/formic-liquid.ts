import { labels, PRACTICE } from '../source.ts'
import { check, firstDose, nextDose, prepare, queenCheck, recount, remove, supersOn } from '../steps.ts'
import * as formic from '../families/formic.ts'
import type { Treatment } from '../treatment.ts'

const last = { job: 'dose', n: 3 } as const
const GAP = 'mites that came out of the brood have gone under cappings again'

export const formicLiquid: Treatment = {
  key: 'formic-liquid',
  name: 'Liquid formic acid on pads',
  short: '65 % acid on pads, three in a row; the most dangerous to handle',
  verb: 'lay the pad',
  way: 'given',
  active: 'formic acid',
  synthetic: false,
  liquidAcid: true,
  reach: 'under-cappings',
  efficacy: { broodless: { low: 0.6, high: 0.95 }, brood: { low: 0.6, high: 0.95 } },
  action: { by: 'staying', onBees: 0.26, capped: 0.05, halfLife: 1.5, laying: 1 },
  efficacySource: '60-95 %, very variable, from memory',
  temperature: [
    {
      days: [0, 0],
      reads: 'high',
      of: 'each',
      best: [20, 26],
      outer: [10, 30],
      when: 'on the first day',
      cold: 'it evaporates slowly and works less',
      hot: 'it evaporates too fast: brood and queens are lost',
      source: labels('medium', '{10 °C} to about {30 °C}, best between {20 °C} and {25 °C}: labels and common practice'),
    },
    {
      days: [1, 14],
      reads: 'high',
      of: 'each',
      best: [null, 30],
      outer: [null, null],
      when: 'through the course',
      cold: '',
      hot: 'take the pad out on such a day and put it back when it cools',
      source: PRACTICE,
    },
  ],
  seasons: {},
  supers: {
    while: 'list',
    waitDays: 14,
    source: labels('medium', 'off, about two weeks before a flow, unless your own list says otherwise: labels and common practice'),
  },
  hive: { ...formic.FORMIC_HIVE, topBar: null, note: 'Upper entrance shut, lower one open, wide.' },
  rotation: { ...formic.FORMIC_ROTATION, gapDays: 14 },
  kit: { needed: ['acid-gloves', 'eye-protection', 'respirator'], advised: [], source: labels('high') },
  dose: {
    by: 'box',
    perBox: 15,
    small: null,
    large: null,
    most: null,
    topBar: { amount: 40, how: '65 % acid on a pad on the floor of the top-bar hive' },
    unit: 'mL',
    how: '65 % acid on a pad in a slit bag on the top bars',
  },
  from: { dose: labels('medium'), course: labels('low', 'labels and provinces differ; common practice') },
  patterns: [
    {
      when: 'always',
      name: '3 pads, 5 days apart',
      days: { least: 15, most: 20 },
      visits: 5,
      mayAdd: 1,
      steps: [
        prepare('Upper entrance shut, lower one wide open; tray in; supers off; water and baking soda beside you, tongs in hand', -3, {
          withSupersOn: 'Upper entrance shut, lower one wide open; tray in; water and baking soda beside you, tongs in hand',
        }),
        firstDose('Pad {n}: {dose} of 65 % acid, in a slit bag on top of the frames (in a top-bar hive on the floor)', 3),
        nextDose(2, [3, 5, 5], 'Pad {n}: a fresh pad with {dose}', { breaks: { after: 7, why: GAP } }),
        check(1, { job: 'dose', n: 2 }, [2, 3, 4], 'Count the fall: up to a fourth pad while mites still fall', { opensHive: false, fall: true }),
        nextDose(3, [3, 5, 5], 'Pad {n}: a fresh pad with {dose}', { breaks: { after: 7, why: GAP } }),
        remove(last, [5, 5, 10], 'Take the pads out'),
        supersOn({ job: 'remove', n: 1 }, 14),
        recount({ job: 'remove', n: 1 }, [7, 10, 14]),
        queenCheck(1, { job: 'remove', n: 1 }, [7, 10, 14], 'Look for eggs: is the queen laying?'),
      ],
    },
  ],
  harms: [
    { to: 'queen', weight: 2, why: 'queens are lost, more of them in heat' },
    { to: 'brood', weight: 1, why: 'eggs and young brood are lost in the first days' },
    { to: 'person', weight: 3, why: 'of all treatments the most dangerous to handle' },
  ],
  warmth: formic.FORMIC_WARMTH,
  ranks: { knockdown: { broodless: 7, brood: 4 }, strain: 7, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  heat: { over: 30, halveOver: null, backWithin: 2, what: 'the pad', source: PRACTICE },
  put: 'on-top',
  bench: 'formic-dilution',
  carry: [{ job: 'dose', what: 'Pads in slit bags, tongs, the acid in its bottle inside a second closed one; a bucket of water and baking soda' }],
  setUp: [
    'The pad on top: vapour sinks; in a top-bar hive on the floor',
    'Upper entrance shut, lower one open, tray in',
    'Over {30 °C} take the pad out and put it back when it cools',
  ],
  caution: {
    hazard: 'Liquid formic acid burns skin, eyes and lungs at once: of all treatments the most dangerous to handle.',
    protection:
      'Acid-proof gloves, tight eye protection, a respirator with an acid-gas and organic-vapour cartridge, tongs; upwind; water and baking soda at hand; add acid to water, never the reverse. Not alone; pregnant people stay away.',
    mishap: 'On skin or in eyes: rinse with water for 15 minutes and go to a doctor with the label in hand. Breathed in: fresh air and a doctor.',
  },
  openedKeepsDays: 365,
  storage: 'In its own vented bottle in a locked, cool, ventilated place, away from metal; every mixed bottle is labelled.',
  disposal: formic.FORMIC_DISPOSAL,
  differs:
    'Not allowed everywhere. Pads of {15..40 mL}, 3 to 6 of them, every 1 to 10 days by label and province; in Europe 60 % acid in evaporators. Up to four pads every 3-4 days while mites still fall.',
  sources: [labels('low', '65 % pads, {15..20 mL} for a single box: labels'), PRACTICE],
}
