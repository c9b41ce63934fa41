/** Cases that tests start from; invented throughout. */
import type { CountFact, Situation, WeatherDay } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import { SOUND } from './records.ts'

export const wash = (date: Day, mites: number, bees = 300): CountFact => ({
  date,
  method: 'wash',
  mites,
  bees,
  days: null,
  recovery: null,
  representative: null,
})

/** Days of one high, from a day on. */
export const days = (from: Day, highs: readonly number[], kind: WeatherDay['kind'] = 'forecast'): WeatherDay[] =>
  highs.map((high, i) => ({ date: addDays(from, i), high, low: high - 10, kind }))

/** A sound colony in mid-August, over its limit, in mild weather, with everything known and nothing in the way. */
export function august(over: Partial<Situation> = {}): Situation {
  return {
    case: 1,
    asOf: '2026-08-12',
    startOn: '2026-08-14',
    hemisphere: 'north',
    phase: 'decrease',
    colony: { ...SOUND, broodBoxes: 2, framesOfBees: 14, framesOfBrood: 7, hivedOn: null },
    supers: { now: 'none', offOn: null, nextOn: '2027-05-10' },
    counts: [wash('2026-08-11', 11)],
    weather: days(
      '2026-08-10',
      Array.from({ length: 60 }, () => 24),
    ),
    normals: [],
    lastOpening: '2026-11-05',
    history: [],
    keeper: {
      school: 'three-percent',
      organicOnly: false,
      priority: 'knockdown',
      kit: ['vaporiser', 'respirator', 'acid-gloves', 'gloves', 'eye-protection', 'scales', 'spacer-rim'],
    },
    rules: {
      'amitraz-strip': { authorised: 'yes', withSupers: false, gramsPerBox: null, mostCourses: null, mostDays: null },
      'formic-strip-14': { authorised: 'yes', withSupers: false, gramsPerBox: null, mostCourses: null, mostDays: null },
      'oxalic-vapour': { authorised: 'yes', withSupers: false, gramsPerBox: 1, mostCourses: null, mostDays: null },
    },
    stock: {},
    ...over,
  }
}

/** The August case with facts of the colony changed. */
export const withColony = (facts: Partial<Situation['colony']>, over: Partial<Situation> = {}): Situation => {
  const base = august(over)
  return { ...base, colony: { ...base.colony, ...facts } }
}

/** The smallest case that is taken. */
export const BARE = { case: 1, asOf: '2026-08-12', colony: { broodBoxes: 1 } }

/** A review file: a dozen mites before a course, two after it. */
export const REVIEW = {
  review: 1,
  treatment: 'formic-strip-14',
  method: 'wash',
  before: { date: '2026-08-01', mites: 12, bees: 300 },
  after: { date: '2026-08-28', mites: 2, bees: 310 },
  untreated: null,
}
