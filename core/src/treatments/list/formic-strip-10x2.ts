import { labels } from '../source.ts'
import { firstDose, nextDose, prepare } from '../steps.ts'
import * as formic from '../families/formic.ts'
import type { Treatment } from '../treatment.ts'

export const formicStrip10x2: Treatment = {
  ...formic.FORMIC_STRIP,
  key: 'formic-strip-10x2',
  name: 'Formic acid strip, two times 10 days',
  short: 'One strip, and one more at day 10: gentler on queens, weaker on mites',
  verb: 'lay the strip',
  efficacy: { broodless: { low: 0.65, high: 0.9 }, brood: { low: 0.65, high: 0.9 } },
  action: { by: 'staying', onBees: 0.25, capped: 0.08, halfLife: 10, laying: 1 },
  efficacySource: 'lower than two strips at once, 65-90 % taken here; from memory, not sure',
  temperature: [
    ...formic.freshStrip(0, 'on the first day', 'on the two days after'),
    ...formic.freshStrip(10, 'on the day of the second strip', 'on the two days after the second strip'),
    formic.weakWhenCold(20),
  ],
  dose: {
    by: 'colony',
    amount: 1,
    small: null,
    unit: 'strip',
    how: 'one now and one more at day 10, flat across the brood frames; wrappers stay on',
  },
  from: { dose: labels('medium'), course: labels('medium') },
  patterns: [
    {
      when: 'always',
      name: '20 days, two strips in turn',
      days: { least: 20, most: 20 },
      visits: 4,
      steps: [
        prepare(formic.FORMIC_PREPARE, -3),
        firstDose('Lay {dose} across the brood frames; wrapper stays on', 3),
        nextDose(2, [10, 10, 13], 'Lay {dose} more, beside the first'),
        ...formic.afterFormic(20, { job: 'dose', n: 2 }, 10),
      ],
    },
  ],
  harms: [
    { to: 'queen', weight: 1, why: 'queens are lost, more of them in heat' },
    { to: 'brood', weight: 1, why: 'eggs and young brood are lost in the first days' },
    { to: 'person', weight: 2, why: 'it burns skin, eyes and lungs' },
  ],
  warmth: formic.FORMIC_WARMTH,
  ranks: { knockdown: { broodless: 8, brood: 5 }, strain: 4, residue: 0 },
  put: 'on-top',
  setUp: [...formic.FORMIC_SET_UP, 'Wrappers stay on'],
  openedKeepsDays: 14,
  storage: `${formic.FORMIC_STORAGE} Sealed, about two years.`,
  differs:
    'The same strips as the 14-day form, given in turn where their label allows it: for the edges of hot spells and for queens one would not lose.',
  sources: [...formic.FORMIC_SOURCES, labels('medium', 'one strip for 10 days, then a new one for 10: labels')],
}
