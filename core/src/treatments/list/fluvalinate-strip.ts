import { labels, paper } from '../source.ts'
import { hangingStrip } from '../steps.ts'
import { PYRETHROID_STRIP } from '../families/strips.ts'
import type { Treatment } from '../treatment.ts'

export const fluvalinateStrip: Treatment = {
  ...PYRETHROID_STRIP,
  key: 'fluvalinate-strip',
  name: 'Tau-fluvalinate strip',
  short: 'Contact strips for six to eight weeks; many mites withstand them',
  verb: 'lay the strips',
  active: 'tau-fluvalinate',
  efficacy: { broodless: { low: 0.1, high: 0.98 }, brood: { low: 0.1, high: 0.98 } },
  susceptible: { low: 0.9, high: 0.98 },
  action: { by: 'staying', onBees: 0.3, capped: 0, halfLife: 30, laying: 1 },
  efficacySource: 'over 95 % where mites are susceptible, 10-60 % where they resist, which is common; from memory',
  supers: { while: 'never', waitDays: 14, source: labels('low', 'label versions differ: none or 14 days; 14 unless the label read says none') },
  dose: {
    by: 'frames',
    framesPerUnit: 5,
    perFullBox: 2,
    unit: 'strip',
    how: 'one strip for every five frames of bees, brood box by brood box, hung in the brood nest two frames apart',
  },
  from: { dose: labels('high'), course: labels('high') },
  patterns: [hangingStrip({ least: 42, most: 56 }, 14, true)],
  harms: [
    { to: 'wax', weight: 3, why: 'it stays in the wax' },
    { to: 'person', weight: 1, why: 'it irritates skin' },
  ],
  ranks: { knockdown: { broodless: 13, brood: 13 }, strain: 2, residue: 2 },
  openedKeepsDays: 180,
  storage: 'Sealed, dark and dry, about three years; once opened, days to six months by label.',
  differs:
    'In Europe two strips a hive. The wait before supers is none or 14 days by the edition of the label: 14 is used unless your own list says otherwise.',
  sources: [
    labels('high', 'one strip per five frames, 42 to 56 days: labels'),
    paper('L925 mutations widespread; with flumethrin one class: fact sheet', 'high'),
  ],
}
