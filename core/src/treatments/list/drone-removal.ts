import { ANY_HIVE, FREELY } from '../families/any.ts'
import { paper, PRACTICE } from '../source.ts'
import { firstDose, nextDose, prepare, recount, remove } from '../steps.ts'
import type { Treatment } from '../treatment.ts'

const LATE = 'drones come out on day 24 and set more mites free than before: late is worse than not at all'
const cut = (n: number) => nextDose(n, [18, 21, 23], 'Cut out the capped drone comb and give the frame back', { breaks: { after: 23, why: LATE } })

export const droneRemoval: Treatment = {
  key: 'drone-removal',
  name: 'Drone brood removal',
  short: 'A drone frame, cut out when capped, every three weeks: a brake, not a cure',
  verb: 'hang the drone frame',
  way: 'hive-work',
  active: null,
  synthetic: false,
  liquidAcid: false,
  reach: 'brake',
  efficacy: { broodless: { low: 0, high: 0 }, brood: { low: 0.3, high: 0.6 } },
  action: { by: 'cutting', takes: 0.9 },
  efficacySource: 'a load 30-60 % lower at the end of the season (Charrière et al. 2003; Calderone 2005); from memory',
  temperature: [],
  seasons: {
    dormant: { level: 'ruled-out', why: 'no drones are raised', source: PRACTICE },
    decrease: { level: 'ruled-out', why: 'colonies raise no more drones to speak of', source: PRACTICE },
  },
  supers: { while: 'any', waitDays: 0, source: PRACTICE },
  hive: ANY_HIVE,
  rotation: { ...FREELY, class: 'drone removal' },
  kit: { needed: [], advised: [], source: PRACTICE },
  dose: { by: 'none' },
  from: { dose: PRACTICE, course: paper('Charrière et al. 2003; Calderone 2005', 'medium') },
  patterns: [
    {
      when: 'always',
      name: '3 cuts, 3 weeks apart',
      days: { least: 54, most: 69 },
      visits: 4,
      steps: [
        prepare('Have a frame for drone comb ready, empty or with a strip'),
        firstDose('Hang the drone frame at the edge of the brood nest; write down the day', 14),
        cut(2),
        cut(3),
        remove({ job: 'dose', n: 3 }, [18, 21, 23], 'Cut out the capped drone comb for the last time and take the frame out'),
        recount({ job: 'remove', n: 1 }, [3, 7, 14]),
      ],
    },
  ],
  harms: [{ to: 'brood', weight: 1, why: 'drone brood is cut out' }],
  ranks: { knockdown: { broodless: 16, brood: 16 }, strain: 1, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  setUp: ['One drone frame beside the brood', 'Cut when capped, before day 24, every three to four weeks in spring and early summer'],
  caution: {
    hazard: 'Left too long, the comb breeds the mites it was to take.',
    protection: 'Write the day on the frame and in the book.',
    mishap: 'Past day 24: count the colony within two weeks.',
  },
  openedKeepsDays: null,
  storage: '',
  disposal: 'Freeze or melt the comb, or give it to hens; never leave it where bees rob it.',
  differs: 'No label: it is work on the hive.',
  sources: [paper('Charrière et al. 2003; Calderone 2005', 'medium'), PRACTICE],
}
