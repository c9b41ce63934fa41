import type { Treatment } from '../treatment.ts'

export const waitAndRecount: Treatment = {
  key: 'wait-and-recount',
  name: 'Wait and count again',
  short: 'Leave the colony alone on good evidence',
  active: null,
  synthetic: false,
  underCappings: false,
  outlastsBrood: false,
  efficacy: null,
  efficacySource: '',
  temperature: [],
  supers: { while: 'any', waitDays: 0, source: '' },
  hive: {
    leastFramesOfBees: null, entrance: 'any', screen: 'any', feeding: 'any', queenLayingDays: null, newlyHived: 'any', mustMove: false,
    topBar: 'any', opensHive: true, source: 'common practice, no source',
  },
  rotation: { change: false, gapDays: 0, mostCoursesAYear: null, alone: false, source: '' },
  kit: { needed: [], advised: [], source: '' },
  dose: { by: 'none' },
  patterns: [
    {
      when: 'always', name: 'no treatment', days: { least: 0, most: 0 }, visits: 1,
      steps: [{ job: 'recount', n: 1, after: 'start', earliest: 0, best: 0, latest: 0, opensHive: true, dated: 'recount-by', text: 'Wash about 300 bees again' }],
    },
  ],
  ranks: { knockdown: 9, 'fewest-visits': 0, gentle: 0, 'keep-supers': 0 },
  caution: null,
  differs: '',
  sources: ['Recount date: upper bound of the count grown at 0.021-0.026 a day; Martin 1998, from memory'],
}
