import { labels } from '../source.ts'
import { firstDose, nextDose, prepare, recount, remove, supersOn } from '../steps.ts'
import * as thymol from '../families/thymol.ts'
import type { Treatment } from '../treatment.ts'

const out = { job: 'remove', n: 1 } as const

export const thymolBlendWafer: Treatment = {
  key: 'thymol-blend-wafer',
  name: 'Thymol blend wafer',
  short: 'Thymol with eucalyptol, menthol and camphor: a wafer in four pieces, three rounds',
  verb: 'lay the wafer',
  way: 'given',
  active: 'thymol',
  synthetic: false,
  liquidAcid: false,
  reach: 'outlasts',
  efficacy: { broodless: { low: 0.7, high: 0.95 }, brood: { low: 0.65, high: 0.95 } },
  efficacySource: '65-95 %, from memory',
  temperature: [
    {
      days: [0, 2],
      reads: 'high',
      of: 'each',
      best: [18, 30],
      outer: [18, 35],
      when: 'on the first three days',
      cold: 'too little of it evaporates',
      hot: 'bees may leave the brood; European labels stop at 30 °C',
      source: labels('medium', '18 to 35 °C by US labels, 15 to 30 by European ones'),
    },
    {
      days: [3, 20],
      reads: 'high',
      of: 'each',
      best: [null, 35],
      outer: [null, null],
      when: 'later in the course',
      cold: '',
      hot: 'lift the pieces out on such days',
      source: labels('medium'),
    },
    thymol.warmEnough(21),
  ],
  seasons: {},
  supers: thymol.thymolSupers(30, 'medium'),
  hive: thymol.THYMOL_HIVE,
  rotation: thymol.THYMOL_ROTATION,
  kit: thymol.THYMOL_KIT,
  dose: {
    by: 'colony',
    amount: 1,
    small: null,
    unit: 'wafer',
    how: 'broken in four, a piece on each corner of the brood nest, 4 cm off the brood',
  },
  from: { dose: labels('medium'), course: labels('medium') },
  patterns: [
    {
      when: 'always',
      name: '3 rounds, 7 to 10 days apart',
      days: { least: 21, most: 30 },
      visits: 4,
      steps: [
        prepare('Supers off; screen shut'),
        firstDose('Lay {dose} in four pieces on the corners of the brood nest', 3),
        nextDose(2, [7, 7, 10], 'Take the old pieces out and lay {dose} anew'),
        nextDose(3, [7, 7, 10], 'Take the old pieces out and lay {dose} anew'),
        remove({ job: 'dose', n: 3 }, [7, 7, 10], 'Take the last pieces out'),
        recount(out, [7, 10, 14]),
        supersOn(out, 30),
      ],
    },
  ],
  ranks: { knockdown: { broodless: 8, brood: 8 }, strain: 4, residue: 1 },
  mostAPersonADay: null,
  pack: { holds: 2, says: 'packs hold two wafers: a course takes one and a half packs' },
  setUp: ['A piece on each corner of the brood nest, 4 cm off the brood', 'Screen shut'],
  caution: thymol.THYMOL_CAUTION,
  storage: thymol.THYMOL_STORAGE,
  disposal: thymol.THYMOL_DISPOSAL,
  differs: 'In Europe 15 to 30 °C and twice for 3 to 4 weeks by some labels. Packs hold two wafers, a course takes three.',
  sources: [...thymol.THYMOL_SOURCES, labels('medium', '30 days before supers: US label')],
}
