import type { Treatment } from '../treatment.ts'

const LABEL = 'typical of labels, from memory: the label in hand decides'

export const formicStrip14: Treatment = {
  key: 'formic-strip-14',
  name: 'Formic acid strip, 14 days',
  short: 'Two strips at once across the brood frames; reaches mites under cappings',
  active: 'formic acid',
  synthetic: false,
  underCappings: true,
  outlastsBrood: false,
  efficacy: { broodless: { low: 0.8, high: 0.95 }, brood: { low: 0.8, high: 0.95 } },
  efficacySource: 'about 80-95 %, from memory',
  temperature: [
    {
      days: [0, 0], of: 'each', best: [10, 29.5], outer: [10, 29.5], when: 'on the first day',
      cold: 'too little acid turns to vapour', hot: 'the acid comes off too fast: brood and queens are lost', source: LABEL,
    },
    {
      days: [1, 2], of: 'each', best: [null, 29.5], outer: [null, 33], when: 'on the two days after',
      cold: '', hot: 'brood is lost and queens are at risk while the strips are fresh', source: LABEL,
    },
    {
      days: [0, 13], of: 'warmest', best: [15, null], outer: [null, null], when: 'through the course',
      cold: 'the treatment will be weak', hot: '', source: 'common practice, no source',
    },
  ],
  supers: { while: 'may-stay', waitDays: 0, source: 'US and Canadian labels, from memory; elsewhere often only after the harvest' },
  hive: {
    leastFramesOfBees: 6, entrance: 'full', screen: 'closed', feeding: 'none', queenLayingDays: 21, newlyHived: 'no', mustMove: false,
    topBar: 'care', opensHive: true, source: LABEL,
  },
  rotation: { change: false, gapDays: 30, mostCoursesAYear: null, alone: true, source: 'a month between courses, label from memory' },
  kit: { needed: ['acid-gloves', 'eye-protection'], advised: ['respirator'], source: 'acid burns; common practice and labels, from memory' },
  dose: { by: 'colony', amount: 2, unit: 'strip', how: 'both at once, flat across the brood frames, between the boxes if there are two; wrappers stay on' },
  patterns: [
    {
      when: 'always', name: '14 days', days: { least: 14, most: 14 }, visits: 3,
      steps: [
        { job: 'prepare', n: 1, after: 'start', earliest: -3, best: 0, latest: 0, opensHive: true, text: 'Entrance full width, at least 1.3 cm high; tray in under a screen; feeder away; see that stores and room are enough' },
        { job: 'dose', n: 1, after: 'start', earliest: 0, best: 0, latest: 3, opensHive: true, text: 'Lay {dose} across the brood frames, between the boxes if there are two; wrappers stay on' },
        { job: 'put-back', n: 1, after: { job: 'dose', n: 1 }, earliest: 14, best: 14, latest: 21, opensHive: true, ends: 'course', text: 'Course over: reducer and feeder may go back, the strips may stay' },
        { job: 'supers', n: 1, after: { job: 'dose', n: 1 }, earliest: 14, best: 14, latest: 14, opensHive: false, text: 'Supers may go on from this day' },
        { job: 'recount', n: 1, after: { job: 'dose', n: 1 }, earliest: 21, best: 24, latest: 28, opensHive: true, text: 'Wash about 300 bees: did it work?' },
        { job: 'queen-check', n: 1, after: { job: 'dose', n: 1 }, earliest: 21, best: 24, latest: 28, opensHive: true, text: 'Look for eggs: is the queen laying?' },
        { job: 'queen-check', n: 2, after: { job: 'dose', n: 1 }, earliest: 28, best: 30, latest: 37, opensHive: true, text: 'A month on: see that the queen is there and her brood sound' },
      ],
    },
  ],
  ranks: { knockdown: 1, 'fewest-visits': 1, gentle: 4, 'keep-supers': 1 },
  caution: {
    hazard: 'Formic acid burns skin, eyes and lungs.',
    protection: 'Acid-proof gloves and tight eye protection; stand upwind; water at hand; a respirator with an acid-gas and organic-vapour cartridge where the air stands.',
    mishap: 'On skin or in eyes: rinse with water for 15 minutes, then see a doctor with the label in hand.',
  },
  differs: 'Supers may stay on by some labels and not by others; some countries allow it only after the harvest. Treat the whole yard on one day. Bees beard at the entrance for some days: expected.',
  sources: ['10-29.5 °C on day 0, brood and queen loss over 33 °C in the first three days: labels, from memory', 'At least six frames of bees; entrance full width: labels, from memory', 'Efficacy: fact sheet, from memory'],
}
