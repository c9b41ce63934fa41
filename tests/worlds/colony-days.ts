/**
 * One colony and its mites day by day, as a truth that no estimate of the product is made of: bees, brood and mites as in the daily models of
 * the literature (invasion: Boot et al. 1994-95, Calis et al. 1999; reproduction: Martin 1994, 1995, 1998; Fries et al. 1994; all from memory).
 * Growth, rest and strengths were tuned by hand to ranges recalled from memory: calibration, and no validation.
 */

/** What a treatment does on a day of its course, as hazards on the mites on bees and under cappings. */
export type Hazard = (dayOfCourse: number) => { readonly bees: number; readonly capped: number }

export interface World {
  /** Day of the year on which the colony begins, and its mites per 100 adults then. */
  readonly from: number
  readonly per100: number
  /** Mothers' daughters, as a factor. */
  readonly growth: number
  /** Mites a day from outside. */
  readonly influx: number
  readonly size: number
}

const smooth = (x: number) => Math.min(1, Math.max(0, x))
function eggs(day: number, size: number): number {
  const [from, peak, end] = [45, 158, 305]
  if (day <= from || day >= end) return 0
  const share =
    day < peak ? Math.sin(((day - from) / (peak - from)) * (Math.PI / 2)) ** 2.5 : Math.cos(((day - peak) / (end - peak)) * (Math.PI / 2)) ** 1.7
  return 1550 * size * share
}
const droneShare = (day: number) => (day < 95 || day > 225 ? 0 : 0.025 * Math.sin(((day - 95) / 130) * Math.PI))
function adultDeath(day: number): number {
  const winter = 1 / (1 + Math.exp(-(day - 262) / 9))
  const spring = smooth((day - 82) / 60)
  return day < 180 ? 0.0045 + (0.036 - 0.0045) * spring : 0.036 - (0.036 - 0.0045) * winter
}

interface Cohort {
  bees: number
  mothers: number
  cells: number
}

/** Bees and mites from a day of the year on; `on(day)` gives the hazards of a treatment, none where it says nothing. */
export function* colonyDays(world: World, on: (day: number) => { bees: number; capped: number } | null = () => null) {
  const warm = 80
  let adults = 9000 * world.size
  // Brood is run in for some weeks before the first day, without mites.
  const worker: Cohort[] = []
  const drone: Cohort[] = []
  const rest: number[] = [0, 0]
  let phoretic = 0
  let day = world.from - warm
  for (; ; day++) {
    const laid = eggs(day - 9, world.size) * (1 - droneShare(day - 9)) * 0.85
    const laidDrones = eggs(day - 10, world.size) * droneShare(day - 10) * 0.75
    const seeded = day >= world.from
    if (day === world.from) {
      const all = adults * (world.per100 / 100)
      phoretic = all
      // Three for each on the bees sit under cappings in summer; spread over the cells as they stand.
      const cells = worker.reduce((s, c) => s + c.cells, 0)
      for (const c of worker) c.mothers = cells > 0 ? (all * 1.6 * c.cells) / cells : 0
    }
    // Emergence: mothers that survive, and their daughters, fewer where cells are crowded.
    let fresh = 0
    for (const [brood, days, daughters, crowd, keep] of [
      [worker, 12, 0.64, 0.3, 0.97],
      [drone, 14, 1.7, 0.15, 0.95],
    ] as const) {
      if (brood.length < days) continue
      const out = brood.shift()!
      const perCell = out.cells > 0 ? out.mothers / out.cells : 0
      const viable = daughters * world.growth
      fresh += 0.71 * out.mothers + viable * out.mothers * Math.exp(-perCell * (1 - Math.exp(-crowd)))
      if (brood === worker) adults += out.cells * keep
    }
    adults *= 1 - adultDeath(day)
    rest.push(fresh)
    phoretic += rest.shift() ?? 0
    const hazard = seeded ? on(day) : null
    const broodThere = worker.some((c) => c.cells > 0)
    phoretic = (phoretic + (seeded ? world.influx : 0)) * (1 - (broodThere ? 0.006 : 0.003)) * Math.exp(-(hazard?.bees ?? 0))
    for (let i = 0; i < rest.length; i++) rest[i] = (rest[i] ?? 0) * Math.exp(-(hazard?.bees ?? 0))
    const grams = adults * 0.125
    const [w, d] = [0.56 * laid, 6.49 * laidDrones]
    const invading = grams > 0 ? phoretic * (1 - Math.exp(-(w + d) / grams)) : 0
    phoretic -= invading
    worker.push({ bees: 0, cells: laid, mothers: w + d > 0 ? (invading * w) / (w + d) : 0 })
    drone.push({ bees: 0, cells: laidDrones, mothers: w + d > 0 ? (invading * d) / (w + d) : 0 })
    if (hazard) for (const c of [...worker, ...drone]) c.mothers *= Math.exp(-hazard.capped)
    const capped = [...worker, ...drone].reduce((s, c) => s + c.mothers, 0)
    const onBees = phoretic + rest.reduce((a, b) => a + b, 0)
    if (seeded) yield { day, adults, onBees, all: onBees + capped, per100: (100 * onBees) / Math.max(1, adults) }
  }
}

/** Days `n` from the first of a colony, one figure each. */
export function levelsOver(world: World, days: number, on?: Parameters<typeof colonyDays>[1]): { per100: number; all: number; adults: number }[] {
  const found = []
  for (const d of colonyDays(world, on)) {
    found.push(d)
    if (found.length > days) break
  }
  return found
}

const decay = (start: number, halfLife: number, day: number) => start * 0.5 ** (day / halfLife)
/** Strengths as hazards a day, tuned to the efficacies against an untreated twin from 15 August that are recalled from memory. */
export const HAZARDS: Readonly<Record<string, Hazard>> = {
  'amitraz-strip': (n) => ({ bees: n >= 0 && n < 42 ? decay(0.3, 30, n) : 0, capped: 0 }),
  'formic-strip-14': (n) => ({ bees: n >= 0 && n < 14 ? decay(0.35, 10, n) : 0, capped: n >= 0 && n < 14 ? decay(0.11, 10, n) : 0 }),
  'thymol-gel': (n) => ({ bees: n >= 0 && n < 28 ? decay(0.28, 8, n % 14) : 0, capped: 0 }),
  'oxalic-vapour': (n) => ({ bees: [0, 5, 10, 15].includes(n) ? -Math.log(1 - 0.8) : 0, capped: 0 }),
  nothing: () => ({ bees: 0, capped: 0 }),
}
