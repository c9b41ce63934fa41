import type { Rule, TreatmentKey } from '../situation/index.ts'

/** A list to begin from: what labels of a part of the world are remembered to say. Never confirmed, and it says so at every use. */
export interface StarterList {
  readonly key: string
  readonly name: string
  readonly lines: Readonly<Partial<Record<TreatmentKey, Partial<Rule>>>>
}

const likely = (name: string, more: Partial<Rule> = {}): Partial<Rule> => ({ authorised: 'yes', starter: name, confirmedOn: null, ...more })
const unlikely = (name: string): Partial<Rule> => ({ authorised: 'no', starter: name, confirmedOn: null })

const US = 'United States'
const CANADA = 'Canada'
const EUROPE = 'Europe and the United Kingdom'

/** Fact sheet sections 1.2 and 1.3, from memory: labels change, and states, provinces and countries differ. */
export const STARTER_LISTS: readonly StarterList[] = [
  {
    key: 'us',
    name: US,
    lines: {
      'amitraz-strip': likely(US, { mostCourses: 2 }),
      'fluvalinate-strip': likely(US),
      'formic-strip-7': likely(US, { withSupers: true }),
      'formic-strip-14': likely(US, { withSupers: true }),
      'formic-strip-10x2': likely(US, { withSupers: true }),
      'formic-liquid': unlikely(US),
      'thymol-gel': likely(US),
      'thymol-blend-wafer': likely(US, { waitDays: 30 }),
      'oxalic-vapour': likely(US, { gramsPerBox: 1 }),
      'oxalic-dribble': likely(US),
      'oxalic-strip': likely(US, { withSupers: true }),
      'hop-strip': likely(US, { withSupers: true }),
    },
  },
  {
    key: 'canada',
    name: CANADA,
    lines: {
      'amitraz-strip': likely(CANADA),
      'fluvalinate-strip': likely(CANADA),
      'formic-strip-7': likely(CANADA, { withSupers: true }),
      'formic-strip-14': likely(CANADA, { withSupers: true }),
      'formic-liquid': likely(CANADA, { withSupers: false }),
      'thymol-gel': likely(CANADA),
      'oxalic-vapour': likely(CANADA, { withSupers: false }),
      'oxalic-dribble': likely(CANADA),
      'hop-strip': likely(CANADA, { withSupers: true }),
    },
  },
  {
    key: 'europe',
    name: EUROPE,
    lines: {
      'amitraz-strip': likely(EUROPE, { mostDays: 70, waitDays: 0 }),
      'fluvalinate-strip': likely(EUROPE, { waitDays: 0 }),
      'flumethrin-strip': likely(EUROPE, { waitDays: 0 }),
      'thymol-gel': likely(EUROPE),
      'thymol-wafer': likely(EUROPE),
      'oxalic-dribble': likely(EUROPE),
      'oxalic-vapour': likely(EUROPE, { withSupers: false, mostCourses: 2 }),
      'hop-strip': unlikely(EUROPE),
    },
  },
]
