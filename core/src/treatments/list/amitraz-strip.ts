import { labels, paper } from '../source.ts'
import { hangingStrip } from '../steps.ts'
import { MOVING_BEES, STRIP_DISPOSAL, STRIP_HIVE, STRIP_SET_UP } from '../families/strips.ts'
import type { Treatment } from '../treatment.ts'

export const amitrazStrip: Treatment = {
  key: 'amitraz-strip',
  name: 'Amitraz strip',
  short: 'Contact strips in the brood nest for six to eight weeks',
  verb: 'lay the strips',
  way: 'given',
  active: 'amitraz',
  synthetic: true,
  liquidAcid: false,
  reach: 'outlasts',
  efficacy: { broodless: { low: 0.95, high: 0.99 }, brood: { low: 0.9, high: 0.99 } },
  action: { by: 'staying', onBees: 0.3, capped: 0, halfLife: 30, laying: 1 },
  efficacySource: '90-99 % where mites are susceptible, 40-80 % or less where they resist; from memory',
  temperature: [MOVING_BEES],
  seasons: {},
  supers: { while: 'never', waitDays: 14, source: labels('high', 'US and Canadian labels: never on, 14 days after removal') },
  hive: STRIP_HIVE,
  rotation: {
    class: 'amitraz',
    change: true,
    gapDays: 0,
    gapWhy: '',
    mostCoursesAYear: 2,
    alone: false,
    resistance: null,
    source: labels('medium', 'two courses a year on some labels; then another active'),
  },
  kit: { needed: ['gloves'], advised: [], source: labels('high') },
  dose: {
    by: 'frames',
    framesPerUnit: 5,
    perFullBox: 2,
    unit: 'strip',
    how: 'one strip for every five frames of bees, brood box by brood box, hung in the brood nest two frames apart',
  },
  from: { dose: labels('high', 'US and Canadian labels'), course: labels('high', 'US and Canadian labels; longer on some European ones') },
  patterns: [hangingStrip({ least: 42, most: 56 }, 14, true)],
  harms: [
    { to: 'wax', weight: 1, why: 'residues break down into the wax' },
    { to: 'person', weight: 1, why: 'it passes through skin' },
  ],
  ranks: { knockdown: { broodless: 3, brood: 3 }, strain: 1, residue: 2 },
  mostAPersonADay: 200,
  pack: null,
  setUp: [...STRIP_SET_UP, 'Feeding is fine and helps bees to move'],
  caution: {
    hazard: 'Amitraz passes through skin.',
    protection:
      'Wear gloves, do not eat or smoke; pregnant people, and people who take MAO inhibitors, blood-pressure or diabetes medicine, let somebody else do it. Some labels limit a person to 200 strips a day.',
    mishap: 'On skin: wash at once with soap and water. Feeling drowsy or dizzy: stop, and ask a doctor or poison line with the label in hand.',
  },
  openedKeepsDays: 180,
  storage: 'In its foil, under {25..30 °C}, dark and dry, two to three years; once opened, used at once or resealed as the label says.',
  disposal: `${STRIP_DISPOSAL} Amitraz harms fish.`,
  differs:
    'In Europe some labels say two strips a hive, and up to 70 days while brood lasts. Strips are never used twice. Residues break down into wax.',
  sources: [
    labels('high', 'one strip per five frames, 42 to 56 days, 14 days before supers: US and Canadian labels'),
    labels('medium', 'at most 200 strips a person a day: label'),
    paper('resistance known (Octβ2R mutations in the USA, France, Spain): fact sheet', 'medium'),
  ],
}
