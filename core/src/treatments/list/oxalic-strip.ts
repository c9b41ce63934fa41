import { labels, paper } from '../source.ts'
import { hangingStrip } from '../steps.ts'
import { MOVING_BEES, STRIP_HIVE, STRIP_SET_UP } from '../families/strips.ts'
import * as oxalic from '../families/oxalic.ts'
import type { Treatment } from '../treatment.ts'

export const oxalicStrip: Treatment = {
  key: 'oxalic-strip',
  name: 'Oxalic acid strip, slow release',
  shortName: 'Oxalic acid strip',
  short: 'Oxalic acid and glycerine in strips for six to eight weeks; good in summer heat',
  verb: 'lay the strips',
  way: 'given',
  active: 'oxalic acid',
  synthetic: false,
  liquidAcid: false,
  reach: 'outlasts',
  efficacy: { broodless: { low: 0.8, high: 0.95 }, brood: { low: 0.5, high: 0.95 } },
  action: { by: 'staying', onBees: 0.12, capped: 0, halfLife: 40, laying: 1 },
  efficacySource: '50-95 %, by climate (about 93 % in Argentina: Maggi et al. 2016); from memory',
  temperature: [{ ...MOVING_BEES, source: labels('low', 'active bees, {10 °C} and over: common practice') }],
  seasons: {},
  supers: { while: 'list', waitDays: 0, source: labels('medium', 'country and label differ: off, or allowed; your own list decides') },
  hive: STRIP_HIVE,
  rotation: oxalic.OXALIC_ROTATION,
  kit: { needed: ['acid-gloves'], advised: [{ tool: 'eye-protection', without: 'wash hands before touching the face' }], source: labels('medium') },
  dose: {
    by: 'frames',
    framesPerUnit: 2.5,
    perFullBox: 4,
    unit: 'strip',
    how: 'one strip for every two and a half frames of bees, brood box by brood box, over or between the frames of the nest',
  },
  from: { dose: labels('medium'), course: labels('medium') },
  patterns: [hangingStrip({ least: 42, most: 56 }, 0, true)],
  harms: [{ to: 'person', weight: 1, why: 'the acid burns eyes and skin' }],
  ranks: { knockdown: { broodless: 9, brood: 9 }, strain: 2, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  setUp: [...STRIP_SET_UP, 'Spread evenly over the nest; bees chew them down'],
  caution: {
    hazard: 'Oxalic acid in glycerine burns skin and eyes.',
    protection: 'Acid-proof gloves; eye protection; wash hands before eating.',
    mishap: 'On skin or in eyes: rinse with water for 15 minutes, then see a doctor with the label in hand.',
  },
  openedKeepsDays: 180,
  storage: 'Sealed, cool and dry; once opened, as the label says.',
  disposal: 'What is left of the strips comes out at the end and goes where the label and local rules say.',
  differs: 'Newer, and not authorised everywhere; home-made strips are illegal in many places. Other forms have other numbers of strips.',
  sources: [labels('medium', 'one strip per 2.5 frames, four a full box, 42 to 56 days: label'), paper('Maggi et al. 2016', 'medium')],
}
