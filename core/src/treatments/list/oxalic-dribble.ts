import { labels, paper, PRACTICE } from '../source.ts'
import { firstDose, prepare, recount, supersOn } from '../steps.ts'
import * as oxalic from '../families/oxalic.ts'
import type { Treatment } from '../treatment.ts'

const given = { job: 'dose', n: 1 } as const

export const oxalicDribble: Treatment = {
  key: 'oxalic-dribble',
  name: 'Oxalic acid dribble',
  short: 'Lukewarm oxalic acid syrup on the bees of each seam, once, while there is no brood',
  verb: 'dribble',
  way: 'given',
  active: 'oxalic acid',
  synthetic: false,
  liquidAcid: true,
  reach: 'once',
  efficacy: { broodless: { low: 0.9, high: 0.97 }, brood: { low: 0.25, high: 0.6 } },
  action: { by: 'at-once', onBees: 0.9, over: oxalic.OXALIC_OVER },
  efficacySource: 'broodless 90-97 %, with brood 25-60 %; from memory',
  temperature: [
    {
      days: [0, 0],
      reads: 'high',
      of: 'each',
      best: [3, 10],
      outer: [3, null],
      when: 'on the day',
      cold: 'the cluster is too tight and too cold to be opened',
      hot: 'bees are spread out and less of them is met: only where there is no brood',
      source: labels('medium', 'about {3..10 °C}, clustered or loosely so: labels and common practice'),
    },
  ],
  seasons: {},
  supers: { while: 'never', waitDays: 1, source: labels('high') },
  hive: {
    ...oxalic.OXALIC_HIVE,
    leastFramesOfBees: 2,
    floor: 'dry',
    topBar: { level: 'care', why: 'bars that touch hide the seams' },
    note: 'Knock the bees off the cover down on to the cluster first; practise with water.',
  },
  rotation: {
    ...oxalic.OXALIC_ROTATION,
    gapDays: 150,
    gapWhy: 'once a winter: a second one harms the same winter bees',
    source: labels('high', 'once a colony and winter: labels'),
  },
  kit: { needed: ['acid-gloves', 'eye-protection', 'scales'], advised: [], source: labels('high') },
  dose: { by: 'seam', perSeam: 5, most: 50, unit: 'mL', how: '{5 mL} on the bees of each seam, lukewarm, not on floor or comb' },
  from: { dose: labels('high'), course: labels('high') },
  patterns: [
    {
      when: 'always',
      name: 'once',
      days: { least: 0, most: 0 },
      visits: 1,
      steps: [
        prepare(
          'Mix {35 g} of oxalic acid dihydrate, weighed, in 1 L of syrup of 1 part sugar and 1 part water; label the bottle; see that the floor is dry',
          -3,
          { opensHive: false },
        ),
        firstDose('Dribble {dose}: {5 mL} on the bees of each seam, the cover off for a minute', 7, { opensHive: false }),
        supersOn(given, 1),
        recount(given, [14, 21, 42]),
      ],
    },
  ],
  harms: [
    { to: 'brood', weight: 2, why: 'open brood is lost, and a second one in a winter harms the same bees' },
    { to: 'person', weight: 1, why: 'the acid burns eyes and skin' },
  ],
  ranks: { knockdown: { broodless: 2, brood: 15 }, strain: 3, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  // 24 colonies in half an hour (common practice, no source); it is mixed once for all of them, at home.
  minutes: { prepare: 0, dose: 1.25 },
  bench: 'oxalic-dribble',
  carry: [
    {
      job: 'prepare',
      what: 'For the mixing: oxalic acid, white sugar, water, scales, two bowls, a spoon for this alone, a bottle that closes, its label',
    },
    { job: 'dose', what: 'The mixed bottle with its label, lukewarm; a syringe that reads {5 mL}; a bowl of water to rinse it' },
  ],
  setUp: [
    'Broodless: about the turn of the year, after a swarm, or with the queen caged',
    'Dry floor; lukewarm; seam by seam on the bees',
    'About 24 colonies in half an hour',
  ],
  caution: {
    hazard: 'Oxalic acid burns skin and eyes, in syrup too; swallowed it poisons.',
    protection: 'Acid-proof gloves and tight eye protection; add acid to water, never the reverse; label the bottle; nothing of it near food.',
    mishap:
      'On skin or in eyes: rinse with water for 15 minutes, then see a doctor. Swallowed: rinse the mouth and call a poison line with the label in hand.',
  },
  openedKeepsDays: 730,
  storage: 'Mixed fresh; cold and dark it keeps about a week. The dry acid sealed, dry, out of children’s reach.',
  disposal: oxalic.OXALIC_DISPOSAL,
  differs: 'Mixes differ between countries: never take one over from another label. {35 g} in 1 L of 1:1 syrup is the US one.',
  sources: [labels('high', '{35 g} in 1 L, {5 mL} a seam, most {50 mL}: label'), paper('loss of open brood: Higes et al. 1999', 'medium'), PRACTICE],
}
