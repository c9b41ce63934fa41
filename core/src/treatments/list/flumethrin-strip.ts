import { labels, paper } from '../source.ts'
import { hangingStrip } from '../steps.ts'
import { PYRETHROID_STRIP } from '../families/strips.ts'
import type { Treatment } from '../treatment.ts'

export const flumethrinStrip: Treatment = {
  ...PYRETHROID_STRIP,
  key: 'flumethrin-strip',
  name: 'Flumethrin strip',
  short: 'Contact strips for six weeks; many mites withstand them',
  verb: 'lay the strips',
  active: 'flumethrin',
  efficacy: { broodless: { low: 0.3, high: 0.99 }, brood: { low: 0.3, high: 0.99 } },
  susceptible: { low: 0.9, high: 0.99 },
  action: { by: 'staying', onBees: 0.3, capped: 0, halfLife: 30, laying: 1 },
  efficacySource: '90-99 % where mites are susceptible, far less where they withstand pyrethroids (30 % taken here as the low end); from memory',
  supers: { while: 'never', waitDays: 14, source: labels('low', 'none to 14 days by label; 14 unless the label read says none') },
  dose: {
    by: 'box',
    perBox: 4,
    small: { of: 'bees', atMost: 5, amount: 2 },
    large: null,
    most: null,
    topBar: null,
    unit: 'strip',
    how: 'hung in the brood nest between the combs',
  },
  from: { dose: labels('high'), course: labels('medium') },
  patterns: [hangingStrip({ least: 42, most: 42 }, 14, true)],
  harms: [
    { to: 'wax', weight: 3, why: 'it stays in the wax' },
    { to: 'person', weight: 1, why: 'it irritates skin' },
  ],
  ranks: { knockdown: { broodless: 12, brood: 12 }, strain: 2, residue: 2 },
  openedKeepsDays: 180,
  storage: 'Sealed, dark and dry, about three years; once opened, as the label says.',
  differs:
    'A form for the entrance, left for nine weeks to four months, has a label of its own: it is not this one, and none of these figures hold for it.',
  sources: [
    labels('high', 'four strips a brood box, two for a small colony, six weeks: labels'),
    paper('cross-resistance with tau-fluvalinate: fact sheet', 'high'),
  ],
}
