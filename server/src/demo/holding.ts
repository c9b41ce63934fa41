import type { Day } from '@thistle/core/time'
import type { EventKind } from '@thistle/core/course'
import type { CountRecord, LookRecord, Spot } from '@thistle/core/holding'
import type { TreatmentKey } from '@thistle/core/situation'

/** The demo holding as data: invented people, places and figures throughout. */
export const KEEPER = { name: 'Orla Fenwick-Moss', email: 'orla@ossenvale.example', password: 'thistles in the lane' }
export const HOLDING = 'Ossenvale Bees'

type Facts = Partial<Omit<LookRecord, 'id' | 'version'>>
interface DemoEvent {
  /** `done` where it is left out. */
  readonly kind?: EventKind
  readonly job?: 'prepare' | 'dose' | 'check' | 'remove' | 'put-back' | 'queen-check'
  readonly n?: number
  readonly on: Day
  readonly amount?: number
  readonly note?: string
  readonly spots?: readonly Spot[]
}
export interface DemoCourse {
  readonly treatment: TreatmentKey
  readonly startOn: Day
  readonly events: readonly DemoEvent[]
}
export interface DemoColony {
  readonly name: string
  readonly bees: number
  readonly brood: number
  readonly facts?: Facts
  readonly since?: Day
  readonly hivedOn?: Day
  /** Washes as [day, mites, bees], oldest first. */
  readonly counts: readonly (readonly [Day, number, number])[]
  readonly courses?: readonly DemoCourse[]
  /** Counts by other methods, beside the washes. */
  readonly others?: readonly Omit<CountRecord, 'id' | 'version' | 'courseId' | 'representative'>[]
  /** A board lies under it since this day. */
  readonly boardSince?: Day
  /** Looks besides those that every colony of the demo has. */
  readonly looks?: readonly (readonly [Day, Facts])[]
}
export interface DemoYard {
  readonly name: string
  readonly latitude: number
  readonly longitude: number
  readonly supersOffOn: Day
  readonly supersNextOn: Day
  readonly lastOpening: Day
  /** °C over the valley's own days. */
  readonly lift: number
  readonly lookedOn: Day
  readonly colonies: readonly DemoColony[]
  /** Jars of the whole yard as [day, mites, bees]. */
  readonly jars?: readonly (readonly [Day, number, number])[]
}

/** Strips of spring: in on a day, checked twice, out after six weeks. */
const springStrips = (startOn: Day, checks: readonly [Day, Day], out: Day, strips: number): DemoCourse => ({
  treatment: 'amitraz-strip',
  startOn,
  events: [
    { job: 'dose', on: startOn, amount: strips },
    { job: 'check', n: 1, on: checks[0] },
    { job: 'check', n: 2, on: checks[1] },
    { job: 'remove', on: out, amount: strips },
  ],
})
const MARCH = springStrips('2026-03-08', ['2026-03-24', '2026-04-09'], '2026-04-20', 1)
/** The arm of vapour in the trial of spring. */
const VAPOUR: DemoCourse = {
  treatment: 'oxalic-vapour',
  startOn: '2026-03-08',
  events: [
    { job: 'prepare', on: '2026-03-08' },
    { job: 'dose', n: 1, on: '2026-03-08', amount: 1 },
    { job: 'dose', n: 2, on: '2026-03-13', amount: 1 },
    { job: 'dose', n: 3, on: '2026-03-18', amount: 1 },
    { job: 'dose', n: 4, on: '2026-03-23', amount: 1 },
  ],
}
/** What the arm that was left untreated was given when it was stopped. */
const MAY: DemoCourse = {
  treatment: 'formic-strip-14',
  startOn: '2026-05-03',
  events: [
    { job: 'prepare', on: '2026-05-03' },
    { job: 'dose', on: '2026-05-03', amount: 2 },
    { job: 'remove', on: '2026-05-17', amount: 2 },
  ],
}
const FIVE = { framesOfBees: 5, framesOfBrood: 2 }

/** A series begun at the new yard by the lane: every colony on one day. */
const series = (grams: number, ...more: readonly DemoEvent[]): readonly DemoCourse[] => [
  {
    treatment: 'oxalic-vapour',
    startOn: '2026-08-09',
    events: [{ job: 'prepare', on: '2026-08-09' }, { job: 'dose', on: '2026-08-09', amount: grams }, ...more],
  },
]
const lane = (name: string, bees: number, brood: number, mites: number, courses: readonly DemoCourse[], facts: Facts = {}): DemoColony => ({
  name,
  bees,
  brood,
  facts,
  counts: [
    ['2026-06-18', 2, 300],
    ['2026-08-08', mites, 300],
  ],
  courses,
})

export const YARDS: readonly DemoYard[] = [
  {
    name: 'Quarry Bank',
    latitude: 52.1,
    longitude: 0.4,
    supersOffOn: '2026-08-15',
    supersNextOn: '2027-05-01',
    lastOpening: '2026-11-05',
    lift: 0,
    lookedOn: '2026-08-11',
    colonies: [
      {
        name: 'Alder',
        bees: 10,
        brood: 5,
        counts: [
          ['2026-04-26', 1, 310],
          ['2026-06-20', 1, 300],
          ['2026-08-09', 3, 300],
        ],
      },
      {
        name: 'Bramble',
        bees: 9,
        brood: 4,
        counts: [
          ['2026-05-02', 3, 290],
          ['2026-06-14', 10, 305],
          ['2026-08-06', 2, 290],
        ],
        courses: [
          {
            treatment: 'amitraz-strip',
            startOn: '2026-06-15',
            events: [
              {
                job: 'dose',
                on: '2026-06-15',
                amount: 2,
                spots: [
                  { box: 1, after: 4 },
                  { box: 1, after: 6 },
                ],
              },
              { job: 'check', n: 1, on: '2026-07-03' },
              { job: 'check', n: 2, on: '2026-07-20' },
            ],
          },
        ],
      },
      {
        name: 'Clover',
        bees: 12,
        brood: 6,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-04-26', 0, 300],
          ['2026-06-20', 2, 295],
          ['2026-07-25', 4, 300],
          ['2026-08-09', 7, 305],
        ],
      },
      {
        name: 'Dogrose',
        bees: 4,
        brood: 0,
        facts: { brood: 'none', queen: 'absent', entrance: 'reduced', note: 'No eggs, no cells; bees roar when opened.' },
        counts: [
          ['2026-06-20', 2, 300],
          ['2026-08-11', 5, 300],
        ],
      },
      {
        name: 'Elder',
        bees: 11,
        brood: 6,
        counts: [
          ['2026-04-26', 2, 300],
          ['2026-06-20', 5, 300],
          ['2026-08-09', 13, 295],
        ],
      },
      {
        name: 'Fern',
        bees: 8,
        brood: 4,
        facts: { floor: 'screen-closed' },
        counts: [
          ['2026-05-02', 1, 300],
          ['2026-06-20', 4, 310],
          ['2026-08-01', 9, 300],
        ],
        courses: [
          {
            treatment: 'formic-strip-14',
            startOn: '2026-08-03',
            events: [
              { job: 'prepare', on: '2026-08-03' },
              { job: 'dose', on: '2026-08-03', amount: 2 },
            ],
          },
        ],
      },
      {
        name: 'Hazel',
        bees: 14,
        brood: 7,
        facts: { broodBoxes: 2, supers: 'for-people' },
        counts: [
          ['2026-04-26', 1, 300],
          ['2026-06-20', 4, 300],
          ['2026-07-25', 6, 305],
          ['2026-08-11', 11, 300],
        ],
      },
      {
        name: 'Ivy',
        bees: 3,
        brood: 2,
        since: '2026-07-08',
        facts: { queen: 'new', layingSince: '2026-08-01', entrance: 'reduced', note: 'Nuc made up from Juniper on 8 July.' },
        counts: [['2026-08-11', 3, 150]],
      },
      {
        name: 'Juniper',
        bees: 10,
        brood: 6,
        counts: [
          ['2026-04-26', 0, 310],
          ['2026-06-20', 2, 300],
          ['2026-08-06', 4, 310],
        ],
      },
    ],
  },
  {
    name: 'Mill Orchard',
    latitude: 52.14,
    longitude: 0.47,
    supersOffOn: '2026-08-18',
    supersNextOn: '2027-04-24',
    lastOpening: '2026-11-01',
    lift: -0.5,
    lookedOn: '2026-08-10',
    colonies: [
      {
        name: 'Linden',
        bees: 11,
        brood: 6,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-03-07', 7, 300],
          ['2026-05-01', 0, 300],
          ['2026-06-27', 1, 300],
          ['2026-08-10', 2, 305],
        ],
        courses: [MARCH],
      },
      {
        name: 'Medlar',
        bees: 13,
        brood: 7,
        facts: { broodBoxes: 2 },
        counts: [
          ['2026-05-01', 4, 300],
          ['2026-06-27', 9, 305],
          ['2026-08-10', 19, 300],
        ],
      },
      {
        name: 'Nettle',
        bees: 9,
        brood: 5,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-03-07', 8, 290],
          ['2026-05-01', 1, 300],
          ['2026-06-27', 1, 310],
          ['2026-08-10', 3, 310],
        ],
        courses: [MARCH],
      },
      {
        name: 'Oxlip',
        bees: 10,
        brood: 5,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-03-07', 7, 300],
          ['2026-05-01', 2, 300],
          ['2026-06-27', 3, 300],
          ['2026-08-10', 8, 300],
        ],
        courses: [VAPOUR],
      },
      {
        name: 'Plum',
        bees: 12,
        brood: 6,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-05-01', 0, 305],
          ['2026-06-27', 2, 300],
          ['2026-07-19', 3, 300],
        ],
      },
      {
        name: 'Quince',
        bees: 8,
        brood: 4,
        counts: [
          ['2026-03-07', 7, 300],
          ['2026-05-01', 12, 300],
          ['2026-06-27', 0, 300],
          ['2026-08-10', 1, 300],
        ],
        courses: [MAY],
        looks: [['2026-05-02', { framesOfBees: 8, framesOfBrood: 5, supers: 'none' }]],
      },
      {
        name: 'Rowan',
        bees: 10,
        brood: 5,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-03-07', 9, 300],
          ['2026-05-01', 0, 310],
          ['2026-06-27', 2, 300],
          ['2026-08-10', 5, 300],
        ],
        courses: [MARCH],
      },
      {
        name: 'Sorrel',
        bees: 11,
        brood: 6,
        counts: [
          ['2026-03-07', 9, 300],
          ['2026-05-01', 3, 300],
          ['2026-06-27', 1, 300],
          ['2026-08-10', 4, 295],
        ],
        courses: [VAPOUR],
      },
      {
        name: 'Tansy',
        bees: 7,
        brood: 4,
        counts: [
          ['2026-03-07', 8, 300],
          ['2026-05-01', 13, 300],
          ['2026-06-27', 1, 300],
          ['2026-08-10', 7, 300],
        ],
        courses: [MAY],
        looks: [['2026-05-02', { framesOfBees: 8, framesOfBrood: 5, supers: 'none' }]],
      },
      {
        name: 'Umber',
        bees: 9,
        brood: 5,
        facts: { supers: 'for-bees' },
        counts: [
          ['2026-03-07', 8, 300],
          ['2026-05-01', 2, 300],
          ['2026-06-27', 0, 300],
          ['2026-08-10', 2, 300],
        ],
        courses: [VAPOUR],
      },
      {
        name: 'Vetch',
        bees: 10,
        brood: 6,
        facts: { supers: 'for-people' },
        counts: [
          ['2026-03-07', 9, 300],
          ['2026-05-01', 15, 300],
          ['2026-06-27', 0, 300],
          ['2026-08-10', 3, 300],
        ],
        courses: [MAY],
        looks: [['2026-05-02', { framesOfBees: 8, framesOfBrood: 5, supers: 'none' }]],
      },
      {
        name: 'Willow',
        bees: 12,
        brood: 7,
        facts: { broodBoxes: 2, supers: 'for-people' },
        counts: [
          ['2026-03-07', 8, 305],
          ['2026-05-01', 1, 300],
          ['2026-06-27', 3, 300],
          ['2026-08-10', 10, 310],
        ],
        courses: [springStrips('2026-03-08', ['2026-03-24', '2026-04-09'], '2026-04-20', 1)],
      },
    ],
  },
  {
    name: 'Top Meadow',
    latitude: 52.18,
    longitude: 0.38,
    supersOffOn: '2026-08-10',
    supersNextOn: '2027-05-08',
    lastOpening: '2026-10-28',
    lift: -2,
    lookedOn: '2026-08-08',
    jars: [['2026-07-04', 4, 310]],
    colonies: [
      {
        name: 'Aster',
        bees: 9,
        brood: 5,
        others: [
          {
            onDay: '2026-07-20',
            method: 'board',
            recovery: null,
            note: null,
            samples: [{ mites: 9, bees: null, days: 3, squares: { counted: 6, of: 24, mites: [2, 1, 0, 3, 2, 1] } }],
          },
        ],
        counts: [
          ['2026-06-13', 1, 300],
          ['2026-08-08', 3, 300],
        ],
      },
      {
        name: 'Borage',
        bees: 6,
        brood: 1,
        since: '2026-08-05',
        hivedOn: '2026-08-05',
        facts: { brood: 'open', newlyHived: true, queen: 'laying', framesOfBrood: 1, note: 'Swarm from the lane, hived on the 5th.' },
        counts: [['2026-08-06', 6, 310]],
      },
      {
        name: 'Campion',
        bees: 10,
        brood: 5,
        counts: [
          ['2026-06-13', 2, 300],
          ['2026-08-08', 6, 300],
        ],
      },
      { name: 'Daisy', bees: 8, brood: 4, counts: [['2026-06-13', 0, 300]], boardSince: '2026-08-10' },
      {
        name: 'Eyebright',
        bees: 11,
        brood: 6,
        others: [
          { onDay: '2026-05-30', method: 'drone', recovery: null, note: null, samples: [{ mites: 3, bees: 110, days: null }] },
          {
            onDay: '2026-07-18',
            method: 'sugar',
            recovery: 0.9,
            note: 'Damp morning.',
            flags: ['clumped-sugar'],
            waited: 60,
            samples: [{ mites: 2, bees: 300, days: null, measured: { by: 'cup', amount: 1 } }],
          },
        ],
        counts: [
          ['2026-06-13', 2, 300],
          ['2026-08-08', 5, 300],
        ],
      },
      {
        name: 'Yarrow',
        bees: 12,
        brood: 7,
        facts: { broodBoxes: 2, note: 'Crippled wings on the landing board.' },
        counts: [
          ['2026-06-13', 8, 300],
          ['2026-08-08', 24, 310],
        ],
      },
    ],
  },
  {
    name: 'Hollow Lane',
    latitude: 52.07,
    longitude: 0.52,
    supersOffOn: '2026-08-06',
    supersNextOn: '2027-05-04',
    lastOpening: '2026-11-02',
    lift: -1,
    lookedOn: '2026-08-08',
    colonies: [
      lane('Betony', 10, 5, 11, series(1)),
      lane('Comfrey', 13, 7, 14, series(2), { broodBoxes: 2 }),
      lane('Meadowsweet', 9, 4, 10, series(1, { kind: 'requeened', on: '2026-08-11', note: 'Old queen slow; the new one is marked blue.' })),
      lane('Teasel', 8, 4, 9, series(1)),
      lane('Woad', 11, 6, 12, series(1)),
    ],
  },
  {
    // Not ordinary: strips that failed, one far gone, gel in the heat, strips begun in one of a row, a plan for supers nobody kept.
    name: 'Withy Corner',
    latitude: 52.02,
    longitude: 0.6,
    supersOffOn: '2026-08-09',
    supersNextOn: '2027-05-02',
    lastOpening: '2026-11-04',
    lift: 2,
    lookedOn: '2026-08-07',
    colonies: [
      {
        name: 'Angelica',
        bees: 10,
        brood: 5,
        counts: [
          ['2026-05-20', 14, 300],
          ['2026-07-16', 18, 300],
          ['2026-08-07', 24, 300],
        ],
        courses: [springStrips('2026-05-22', ['2026-06-08', '2026-06-25'], '2026-07-04', 1)],
      },
      {
        name: 'Bryony',
        bees: 14,
        brood: 8,
        facts: { broodBoxes: 2, signs: ['crippled-wings', 'spotty-brood'], note: 'Taken over from a neighbour who had stopped counting.' },
        counts: [['2026-08-07', 90, 300]],
      },
      {
        name: 'Celandine',
        bees: 9,
        brood: 5,
        facts: { entrance: 'full', stores: 'enough' },
        counts: [['2026-07-31', 12, 300]],
        courses: [
          {
            treatment: 'thymol-gel',
            startOn: '2026-08-01',
            events: [
              { job: 'prepare', on: '2026-08-01' },
              { job: 'dose', on: '2026-08-01', amount: 50 },
            ],
          },
        ],
      },
      {
        name: 'Dropwort',
        bees: 10,
        brood: 5,
        counts: [['2026-08-07', 11, 300]],
        courses: [
          {
            treatment: 'amitraz-strip',
            startOn: '2026-08-09',
            events: [
              { job: 'prepare', on: '2026-08-09' },
              { job: 'dose', on: '2026-08-09', amount: 2 },
            ],
          },
        ],
      },
      { name: 'Elecampane', bees: 11, brood: 6, facts: { supers: 'for-people' }, counts: [['2026-08-07', 10, 300]] },
      { name: 'Figwort', bees: 8, brood: 4, facts: { stores: 'light' }, counts: [['2026-08-07', 12, 300]] },
    ],
  },
]

/** Springs are weaker: what the looks of March and April said. */
export const SPRING: Facts = { ...FIVE, brood: 'capped', queen: 'laying', supers: 'none' }

/** A finished trial: three ways of spring in one yard. */
export const TRIALS = [
  {
    yard: 'Mill Orchard',
    name: 'Three ways of spring',
    startOn: '2026-03-08',
    endedOn: '2026-05-02',
    seed: 54,
    arms: ['amitraz-strip', 'oxalic-vapour', 'untreated'],
    /** Colonies by block of alike first counts, in the order of the arms. */
    blocks: [
      ['Rowan', 'Sorrel', 'Vetch'],
      ['Nettle', 'Umber', 'Tansy'],
      ['Willow', 'Oxlip', 'Quince'],
    ],
    note: 'The group left untreated was stopped on 2 May and given formic strips.',
  },
] as const
