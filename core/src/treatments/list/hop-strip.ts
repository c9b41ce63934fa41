import { labels } from '../source.ts'
import { firstDose, nextDose, prepare, recount, remove, supersOn } from '../steps.ts'
import { STRIP_HIVE } from '../families/strips.ts'
import type { CoursePattern, Step, Treatment } from '../treatment.ts'

const lay = 'Fold {dose} over the bars of the brood nest, faces to the bees'
const ready = prepare('Have gloves and a rag ready: the strips are greasy and stain', -3, { opensHive: false })
const afterwards = (n: number): Step[] => [
  remove({ job: 'dose', n }, [28, 28, 42], 'Take out what is left of {dose}'),
  recount({ job: 'dose', n }, [28, 30, 42]),
  supersOn({ job: 'remove', n: 1 }, 0),
]
const once: CoursePattern = {
  when: 'nothing-capped',
  name: '4 weeks',
  days: { least: 28, most: 42 },
  visits: 2,
  steps: [ready, firstDose(lay, 7), ...afterwards(1)],
}
const twice: CoursePattern = {
  when: 'capped',
  name: 'twice 4 weeks',
  days: { least: 56, most: 70 },
  visits: 3,
  steps: [ready, firstDose(lay, 7), nextDose(2, [28, 28, 35], 'Take out what is left and fold {dose} in anew'), ...afterwards(2)],
}

export const hopStrip: Treatment = {
  key: 'hop-strip',
  name: 'Hop acid strip',
  short: 'Strips soaked in hop beta acids; dry within days, weak in full brood',
  verb: 'lay the strips',
  way: 'given',
  active: 'hop beta acids',
  synthetic: false,
  liquidAcid: false,
  reach: 'series',
  efficacy: { broodless: { low: 0.75, high: 0.9 }, brood: { low: 0.3, high: 0.6 } },
  action: { by: 'staying', onBees: 0.2, capped: 0, halfLife: 5, laying: 1 },
  efficacySource: 'broodless 75-90 %, with brood 30-60 %; from memory',
  temperature: [
    {
      days: [0, 0],
      reads: 'high',
      of: 'each',
      best: [10, null],
      outer: [null, null],
      when: 'on the first day',
      cold: 'bees sit still and do not spread it',
      hot: '',
      source: labels('medium', 'no limit fixed; {10 °C} and over: common practice'),
    },
  ],
  seasons: {},
  supers: { while: 'may-stay', waitDays: 0, source: labels('medium', 'on by some labels, strips in the brood nest only') },
  hive: { ...STRIP_HIVE, mustMove: false },
  rotation: {
    class: 'hop acids',
    change: false,
    gapDays: 0,
    gapWhy: '',
    mostCoursesAYear: 3,
    alone: false,
    resistance: null,
    source: labels('low', 'about three or four a year by labels'),
  },
  kit: { needed: ['gloves'], advised: [], source: labels('medium') },
  dose: {
    by: 'frames',
    framesPerUnit: 5,
    perFullBox: 2,
    unit: 'strip',
    how: 'one strip for every five frames of bees, folded over the bars in the brood nest',
  },
  from: { dose: labels('medium'), course: labels('medium') },
  patterns: [once, twice],
  harms: [{ to: 'brood', weight: 1, why: 'bees are stained and some are lost' }],
  ranks: { knockdown: { broodless: 10, brood: 14 }, strain: 3, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  setUp: ['Folded over the bars in the brood nest', 'Bees chew it out in about four weeks; repeat while there is brood'],
  caution: {
    hazard: 'Hop acids irritate eyes and stain skin and clothes.',
    protection: 'Gloves; keep it out of the eyes.',
    mishap: 'In eyes: rinse with water for 15 minutes, then see a doctor with the label in hand.',
  },
  openedKeepsDays: 180,
  storage: 'Cool and dark, about one to two years sealed.',
  disposal: 'What is left comes out and goes where the label and local rules say.',
  differs: 'Not authorised in most of Europe; whether it counts as organic is for the certifier.',
  sources: [labels('medium', 'one strip per five frames, about four weeks: labels'), labels('low', 'most courses a year: labels')],
}
