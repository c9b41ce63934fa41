import { ANY_HIVE, FREELY } from '../families/any.ts'
import { paper, PRACTICE } from '../source.ts'
import { check, firstDose, prepare, putBack, recount } from '../steps.ts'
import type { Treatment } from '../treatment.ts'

const free = { job: 'put-back', n: 1 } as const

export const broodBreak: Treatment = {
  key: 'brood-break',
  name: 'Brood break',
  short: 'Queen caged or taken for three and a half weeks, so that no mite is under cappings; then an oxalic round',
  verb: 'cage the queen',
  way: 'hive-work',
  active: null,
  synthetic: false,
  liquidAcid: false,
  reach: 'opens',
  efficacy: null,
  action: { by: 'caging' },
  efficacySource: '',
  temperature: [],
  seasons: {
    dormant: { level: 'ruled-out', why: 'there is no brood to break in the winter rest, and no queen to spare', source: PRACTICE },
    decrease: {
      level: 'care',
      why: 'it must be over six to eight weeks before winter, and a lost queen is hard to replace',
      source: PRACTICE,
    },
  },
  supers: { while: 'any', waitDays: 0, source: PRACTICE },
  hive: {
    ...ANY_HIVE,
    note: 'The queen must be found; two to ten in a hundred are lost. Mites gone do not mean viruses gone: a new queen also clears worn brood.',
  },
  rotation: { ...FREELY, class: 'brood break' },
  kit: { needed: [], advised: [], source: PRACTICE },
  dose: { by: 'none' },
  from: { dose: PRACTICE, course: paper('Büchler et al. 2020', 'high') },
  patterns: [
    {
      when: 'always',
      name: '24 days without laying',
      days: { least: 21, most: 25 },
      visits: 3,
      steps: [
        prepare('Have a cage for the queen, or a box for her with some frames'),
        firstDose('Cage the queen between two brood frames, or take her out with some bees', 7),
        check(1, { job: 'dose', n: 1 }, [7, 9, 10], 'Take down queen cells if she is out of the hive'),
        putBack({ job: 'dose', n: 1 }, [21, 24, 25], 'All worker brood has emerged after 21 days, drones after 24: let the queen out'),
        check(2, free, [0, 1, 7], 'Nothing is capped now: give the oxalic round before the eighth day after her release', { opensHive: false }),
        recount(free, [14, 21, 28]),
      ],
    },
  ],
  harms: [
    { to: 'queen', weight: 2, why: 'two to ten queens in a hundred are lost in the caging' },
    { to: 'brood', weight: 3, why: 'no bees are raised for three weeks' },
  ],
  ranks: { knockdown: { broodless: 15, brood: 11 }, strain: 5, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  setUp: [
    'Caged 24 days: worker brood is out after 21, drones after 24',
    'Then an oxalic round before the first cell is capped, eight days after release',
  ],
  caution: {
    hazard: 'A queen can be hurt or lost in the caging, and the colony raises no bees for weeks.',
    protection: 'Mark her first; check the cage is whole and bees can feed her; keep a queen or a nucleus in hand.',
    mishap: 'Queen lost: give a frame with eggs or a new queen, and settle that before anything else.',
  },
  openedKeepsDays: null,
  storage: '',
  disposal: '',
  differs: 'No label: it is work on the hive. The oxalic round after it has its own label and gates.',
  sources: [paper('24 to 25 days caged, oxalic acid then over 90 %: Büchler et al. 2020', 'high'), PRACTICE],
}
