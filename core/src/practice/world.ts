import normal from '@stdlib/random-base-normal'
import { seeded } from '../count/index.ts'
import { drawWays, type Ways } from '../outlook/index.ts'
import type { Day } from '../time/index.ts'
import { TREATMENTS } from '../treatments/index.ts'

/** A season to practise on: made-up colonies that differ by a seed alone, from a day to a day. */
export interface Practice {
  readonly seed: number
  readonly colonies: number
  readonly from: Day
  readonly until: Day
}
/** The same as it is kept: its colonies in the order in which they were drawn. */
export interface KeptPractice extends Omit<Practice, 'colonies'> {
  readonly colonies: readonly string[]
}
/** The seasons are all of one year that is to come, and of nobody's book. */
export const PRACTICE_FROM: Day = '2031-04-01'
export const PRACTICE_UNTIL: Day = '2031-11-30'
export const PRACTICE_SEEDS = { least: 1, most: 999_999 } as const
export const PRACTICE_COLONIES = { least: 2, most: 8, usual: 4 } as const

/** What a colony of the practice yard is like, and nobody is told before the season is over. */
export interface Hidden {
  readonly name: string
  readonly ways: Ways
  /** Factor on all of its bees. */
  readonly size: number
  /** Mites per 100 bees as a wash would find them on the first day. */
  readonly began: number
  /** How lucky its treatments are, as so many standard deviations. */
  readonly luck: number
}
export interface World {
  readonly colonies: readonly Hidden[]
  /** The class of actives that its mites withstand, and the part of its strength that they feel; null where they withstand none. */
  readonly withstands: { readonly class: string; readonly feel: number } | null
}

const NAMES = ['Sorrel', 'Tansy', 'Rowan', 'Yarrow', 'Mallow', 'Vetch', 'Thrift', 'Furze'] as const
/** Mites per 100 bees in April, in the middle and how far they spread; a practice is no better than its guesses. */
const BEGAN = { middle: 0.35, sd: 0.8, least: 0.03, most: 2.5 } as const
const SIZE = { sd: 0.15, least: 0.6, most: 1.4 } as const
/** Shares of yards whose mites withstand a class of synthetics, and of colonies that are robbed, or rob. */
const [WITHSTAND, ROBBED] = [0.25, 0.2] as const
/** The part of its strength that mites which withstand an active feel. */
const FEEL = 0.35
/** Mites a day that come to a colony which is robbed, or robs, in late summer. */
const ROBBED_COMES = 6
const within = (x: number, { least, most }: { readonly least: number; readonly most: number }): number => Math.min(most, Math.max(least, x))

/** The colonies of a practice season: the same for the same seed. */
export function worldOf({ seed, colonies }: Pick<Practice, 'seed' | 'colonies'>): World {
  const random = seeded(seed * 7 + 3)
  const bell = normal.factory(0, 1, { seed: 1 + Math.abs(Math.round(seed)) })
  const ways = drawWays(64, seed)
  const classes = [...new Set(TREATMENTS.filter((t) => t.synthetic).map((t) => t.rotation.class))]
  const withstood = random() < WITHSTAND ? classes[seed % classes.length] : undefined
  return {
    withstands: withstood === undefined ? null : { class: withstood, feel: FEEL },
    colonies: Array.from({ length: colonies }, (_, i) => {
      const of = ways[Math.floor(random() * ways.length)] ?? ways[0]
      if (!of) throw new Error('no ways')
      return {
        name: NAMES[i % NAMES.length] ?? `Hive ${i + 1}`,
        ways: random() < ROBBED ? { ...of, influx: of.influx + ROBBED_COMES } : of,
        size: within(Math.exp(SIZE.sd * bell()), SIZE),
        began: within(BEGAN.middle * Math.exp(BEGAN.sd * bell()), BEGAN),
        luck: bell(),
      }
    }),
  }
}
