import { ANY_HIVE, FREELY } from '../families/any.ts'
import { paper, PRACTICE } from '../source.ts'
import type { Treatment } from '../treatment.ts'

export const waitAndRecount: Treatment = {
  key: 'wait-and-recount',
  name: 'Wait and count again',
  short: 'Leave the colony alone on good evidence',
  verb: '',
  way: 'waiting',
  active: null,
  synthetic: false,
  liquidAcid: false,
  reach: 'none',
  efficacy: null,
  efficacySource: '',
  temperature: [],
  seasons: {},
  supers: { while: 'any', waitDays: 0, source: PRACTICE },
  hive: ANY_HIVE,
  rotation: { ...FREELY, class: '' },
  kit: { needed: [], advised: [], source: PRACTICE },
  dose: { by: 'none' },
  patterns: [
    {
      when: 'always',
      name: 'no treatment',
      days: { least: 0, most: 0 },
      visits: 1,
      steps: [
        {
          job: 'recount',
          n: 1,
          after: 'start',
          earliest: 0,
          best: 0,
          latest: 0,
          opensHive: true,
          dated: 'recount-by',
          text: 'Wash about 300 bees again',
        },
      ],
    },
  ],
  ranks: { knockdown: { broodless: 99, brood: 99 }, strain: 0, residue: 0 },
  mostAPersonADay: null,
  pack: null,
  setUp: [],
  caution: null,
  storage: '',
  disposal: '',
  differs: '',
  sources: [paper('upper bound of the count grown at 0.021 to 0.026 a day; Martin 1998', 'medium')],
}
