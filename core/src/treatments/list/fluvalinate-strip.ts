import { labels, paper } from '../source.ts'
import { hangingStrip } from '../steps.ts'
import { MOVING_BEES, PYRETHROID, STRIP_DISPOSAL, STRIP_HIVE, STRIP_SET_UP } from '../families/strips.ts'
import type { Treatment } from '../treatment.ts'

export const fluvalinateStrip: Treatment = {
  key: 'fluvalinate-strip',
  name: 'Tau-fluvalinate strip',
  short: 'Contact strips for six to eight weeks; many mites withstand them',
  verb: 'lay the strips',
  way: 'given',
  active: 'tau-fluvalinate',
  synthetic: true,
  liquidAcid: false,
  reach: 'outlasts',
  efficacy: { broodless: { low: 0.1, high: 0.98 }, brood: { low: 0.1, high: 0.98 } },
  efficacySource: 'over 95 % where mites are susceptible, 10-60 % where they resist, which is common; from memory',
  temperature: [MOVING_BEES],
  seasons: {},
  supers: { while: 'never', waitDays: 14, source: labels('low', 'label versions differ: none or 14 days; 14 unless the label read says none') },
  hive: STRIP_HIVE,
  rotation: PYRETHROID,
  kit: { needed: ['gloves'], advised: [], source: labels('high') },
  dose: {
    by: 'frames',
    framesPerUnit: 5,
    perFullBox: 2,
    unit: 'strip',
    how: 'one strip for every five frames of bees, brood box by brood box, hung in the brood nest two frames apart',
  },
  patterns: [hangingStrip({ least: 42, most: 56 }, 14, true)],
  ranks: { knockdown: { broodless: 13, brood: 13 }, strain: 2, residue: 2 },
  mostAPersonADay: null,
  pack: null,
  setUp: STRIP_SET_UP,
  caution: {
    hazard: 'Pyrethroids irritate: skin may tingle or burn.',
    protection: 'Wear gloves, do not eat or smoke, wash hands afterwards.',
    mishap: 'On skin: wash with soap and water. In eyes: rinse for 15 minutes, then see a doctor with the label in hand.',
  },
  storage: 'Sealed, dark and dry, about three years; once opened, days to six months by label.',
  disposal: `${STRIP_DISPOSAL} Pyrethroids are very poisonous to fish.`,
  differs:
    'In Europe two strips a hive. The wait before supers is none or 14 days by the edition of the label: 14 is used unless your own list says otherwise.',
  sources: [
    labels('high', 'one strip per five frames, 42 to 56 days: labels'),
    paper('L925 mutations widespread; with flumethrin one class: fact sheet', 'high'),
  ],
}
