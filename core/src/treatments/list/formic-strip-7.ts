import { labels } from '../source.ts'
import { firstDose, prepare } from '../steps.ts'
import * as formic from '../families/formic.ts'
import type { Treatment } from '../treatment.ts'

export const formicStrip7: Treatment = {
  ...formic.FORMIC_STRIP,
  key: 'formic-strip-7',
  name: 'Formic acid strip, 7 days',
  short: 'Two strips at once for a week; quick, and reaches mites under cappings',
  verb: 'lay the strips',
  efficacy: { broodless: { low: 0.8, high: 0.95 }, brood: { low: 0.8, high: 0.95 } },
  action: { by: 'staying', onBees: 0.55, capped: 0.32, halfLife: 4, laying: 1 },
  efficacySource: 'usually 80-95 % (60-98 % seen), from memory',
  temperature: [...formic.freshStrip(0, 'on the first day', 'on the two days after'), formic.weakWhenCold(7)],
  dose: {
    by: 'colony',
    amount: 2,
    small: null,
    unit: 'strip',
    how: 'both at once, flat across the brood frames, between the boxes if there are two',
  },
  from: { dose: labels('high'), course: labels('medium') },
  patterns: [
    {
      when: 'always',
      name: '7 days',
      days: { least: 7, most: 7 },
      visits: 3,
      steps: [
        prepare(formic.FORMIC_PREPARE, -3),
        firstDose('Lay {dose} across the brood frames, between the boxes if there are two', 3),
        ...formic.afterFormic(7),
      ],
    },
  ],
  harms: [
    { to: 'queen', weight: 2, why: '2 to 20 queens in a hundred are lost, more of them in heat' },
    { to: 'brood', weight: 1, why: 'eggs and young brood are lost in the first days' },
    { to: 'person', weight: 2, why: 'it burns skin, eyes and lungs' },
  ],
  warmth: formic.FORMIC_WARMTH,
  ranks: { knockdown: { broodless: 4, brood: 1 }, strain: 6, residue: 0 },
  put: 'on-top',
  setUp: formic.FORMIC_SET_UP,
  openedKeepsDays: 7,
  storage: `${formic.FORMIC_STORAGE} Some keep only about six months: look at the date.`,
  differs:
    'Supers may stay on by some labels and not by others; some countries allow it only after the harvest. The strips may stay in after the week. Treat the whole yard on one day.',
  sources: [...formic.FORMIC_SOURCES, labels('medium', 'two strips for 7 days, a month between courses: labels')],
}
