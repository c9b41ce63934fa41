import type { Treatment } from '../treatment.ts'

const LABEL = 'typical of labels, from memory: the label in hand decides'

export const amitrazStrip: Treatment = {
  key: 'amitraz-strip',
  name: 'Amitraz strip',
  short: 'Contact strips in the brood nest for six to eight weeks',
  active: 'amitraz',
  synthetic: true,
  underCappings: false,
  outlastsBrood: true,
  efficacy: { broodless: { low: 0.95, high: 0.99 }, brood: { low: 0.9, high: 0.99 } },
  efficacySource: '90-99 % where mites are susceptible, 40-80 % or less where they resist; from memory',
  temperature: [
    {
      days: [0, 0], of: 'each', best: [10, null], outer: [10, null], when: 'on the first day',
      cold: 'bees sit still and do not spread it', hot: '', source: LABEL,
    },
  ],
  supers: { while: 'never', waitDays: 14, source: LABEL },
  hive: {
    leastFramesOfBees: null, entrance: 'any', screen: 'any', feeding: 'any', queenLayingDays: null, newlyHived: 'any', mustMove: true,
    topBar: 'any', opensHive: true, source: 'common practice, no source',
  },
  rotation: { change: true, gapDays: 0, mostCoursesAYear: 2, alone: false, source: 'two courses a year on some labels, from memory; then another active' },
  kit: { needed: ['gloves'], advised: [], source: LABEL },
  dose: {
    by: 'frames', framesPerUnit: 5, perFullBox: 2, unit: 'strip',
    how: 'one strip for every five frames of bees, brood box by brood box, hung in the brood nest two frames apart',
  },
  patterns: [
    {
      when: 'always', name: '42 to 56 days', days: { least: 42, most: 56 }, visits: 4,
      steps: [
        { job: 'prepare', n: 1, after: 'start', earliest: -7, best: 0, latest: 0, opensHive: true, text: 'Take the supers off; note between which frames the strips will hang' },
        { job: 'dose', n: 1, after: 'start', earliest: 0, best: 0, latest: 7, opensHive: true, text: 'Hang {dose} in the brood nest, two frames apart; write down how many went in' },
        { job: 'check', n: 1, after: { job: 'dose', n: 1 }, earliest: 14, best: 17, latest: 21, opensHive: true, text: 'Check that bees walk on the strips; move them to where the brood is' },
        { job: 'check', n: 2, after: { job: 'check', n: 1 }, earliest: 14, best: 17, latest: 21, opensHive: true, text: 'Check and move the strips again' },
        { job: 'remove', n: 1, after: { job: 'dose', n: 1 }, earliest: 42, best: 42, latest: 56, opensHive: true, ends: 'course', text: 'Take {dose} out and count them' },
        { job: 'recount', n: 1, after: { job: 'remove', n: 1 }, earliest: 7, best: 10, latest: 14, opensHive: true, text: 'Wash about 300 bees: did it work?' },
        { job: 'supers', n: 1, after: { job: 'remove', n: 1 }, earliest: 14, best: 14, latest: 14, opensHive: false, text: 'Supers may go on from this day' },
      ],
    },
  ],
  ranks: { knockdown: 2, 'fewest-visits': 2, gentle: 1, 'keep-supers': 3 },
  caution: {
    hazard: 'Amitraz passes through skin.',
    protection: 'Wear gloves, do not eat or smoke; pregnant people, and people who take MAO inhibitors, blood-pressure or diabetes medicine, let somebody else do it. Some labels limit a person to 200 strips a day.',
    mishap: 'On skin: wash at once with soap and water. Feeling drowsy or dizzy: stop, and ask a doctor or poison line with the label in hand.',
  },
  differs: 'In Europe some labels say two strips a hive, and up to 70 days while brood lasts. Strips are never used twice. Residues break down into wax.',
  sources: ['Dose, 42-56 days, 14 days before supers: US and Canadian labels, from memory', 'At most 200 strips a person a day: label, from memory', 'Medicine cautions: fact sheet, high confidence, from memory'],
}
