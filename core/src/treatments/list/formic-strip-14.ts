import { labels } from '../source.ts'
import { firstDose, prepare } from '../steps.ts'
import * as formic from '../families/formic.ts'
import type { Treatment } from '../treatment.ts'

export const formicStrip14: Treatment = {
  ...formic.FORMIC_STRIP,
  key: 'formic-strip-14',
  name: 'Formic acid strip, 14 days',
  short: 'Two strips at once across the brood frames; reaches mites under cappings',
  verb: 'lay the strips',
  efficacy: { broodless: { low: 0.8, high: 0.95 }, brood: { low: 0.8, high: 0.95 } },
  action: { by: 'staying', onBees: 0.35, capped: 0.11, halfLife: 10, laying: 1 },
  efficacySource: 'about 80-95 %, from memory',
  temperature: [...formic.freshStrip(0, 'on the first day', 'on the two days after'), formic.weakWhenCold(14)],
  dose: {
    by: 'colony',
    amount: 2,
    small: null,
    unit: 'strip',
    how: 'both at once, flat across the brood frames, between the boxes if there are two; wrappers stay on',
  },
  from: { dose: labels('medium'), course: labels('medium') },
  patterns: [
    {
      when: 'always',
      name: '14 days',
      days: { least: 14, most: 14 },
      visits: 3,
      steps: [
        prepare(formic.FORMIC_PREPARE, -3),
        firstDose('Lay {dose} across the brood frames, between the boxes if there are two; wrappers stay on', 3),
        ...formic.afterFormic(14),
      ],
    },
  ],
  harms: [
    { to: 'queen', weight: 2, why: '2 to 20 queens in a hundred are lost, more of them in heat' },
    { to: 'brood', weight: 1, why: 'eggs and young brood are lost in the first days' },
    { to: 'person', weight: 2, why: 'it burns skin, eyes and lungs' },
  ],
  warmth: formic.FORMIC_WARMTH,
  ranks: { knockdown: { broodless: 4, brood: 1 }, strain: 5, residue: 0 },
  put: 'on-top',
  setUp: [...formic.FORMIC_SET_UP, 'Wrappers stay on'],
  openedKeepsDays: 7,
  storage: `${formic.FORMIC_STORAGE} Sealed, about two years.`,
  differs:
    'Supers may stay on by some labels and not by others; some countries allow it only after the harvest. Treat the whole yard on one day. Bees beard at the entrance for some days: expected.',
  sources: [...formic.FORMIC_SOURCES, labels('medium', 'two strips for 14 days, at least six frames covered: labels')],
}
