import normal from '@stdlib/random-base-normal'
import { seeded } from '../count/index.ts'
import { FIGURES, type Ways } from './parameters.ts'
import { MOST_LATE } from './stretch.ts'

/**
 * How far colonies differ from the usual one (guesses): in growth so that its rate lies between about 0.013 and 0.033 a day in nine of ten; the
 * season by a fortnight; drones from half to twice as many; mites from outside in three of five, from one in a fortnight to four a day.
 */
const DIFFER = {
  growth: { sd: 0.2, least: 0.4, most: 1.6 },
  rest: [1, 2, 2, 3],
  drones: { sd: 0.45, most: 0.09 },
  late: { sd: 8 },
  influx: { share: 0.6, middle: 0.5, sd: 1.2 },
} as const

/** Different seasons and drones, each of them its bees, that are run: the others of a colony's ways cost no bees. */
export const BEES_KINDS = 16

const within = (x: number, least: number, most: number): number => Math.min(most, Math.max(least, x))

/** Ways in which a colony may differ, so many of them, the same for a seed: each as likely as the next. Season and drones come in a few kinds. */
export function drawWays(howMany: number, seed: number): Ways[] {
  const random = seeded(seed)
  const bell = normal.factory(0, 1, { seed: 1 + (Math.abs(Math.round(seed)) % 2_000_000_000) })
  const kinds = Array.from({ length: BEES_KINDS }, (_, i) => ({
    late: i === 0 ? 0 : Math.round(within(DIFFER.late.sd * bell(), -MOST_LATE, MOST_LATE)),
    droneShare: i === 0 ? FIGURES.droneShare : Math.min(DIFFER.drones.most, FIGURES.droneShare * Math.exp(DIFFER.drones.sd * bell())),
  }))
  return Array.from({ length: howMany }, (_, i) => ({
    ...(kinds[i % BEES_KINDS] ?? { late: 0, droneShare: FIGURES.droneShare }),
    growth: within(1 + DIFFER.growth.sd * bell(), DIFFER.growth.least, DIFFER.growth.most),
    rest: DIFFER.rest[Math.floor(random() * DIFFER.rest.length)] ?? FIGURES.rest,
    influx: random() < DIFFER.influx.share ? DIFFER.influx.middle * Math.exp(DIFFER.influx.sd * bell()) : 0,
  }))
}
