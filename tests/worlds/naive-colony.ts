/**
 * The model of bees and mites once more, written as plainly as it reads: lists of cells with their ages, no rings, no arrays made ready. What the
 * core's own implementation gives is held against it.
 */

export interface NaiveColony {
  /** Day of the model's year, 1 to 365, of the first day. */
  readonly from: number
  readonly days: number
  readonly mites: number
  readonly growth?: number
  readonly rest?: number
  readonly droneShare?: number
  readonly influx?: number
  /** Hazards of a day of the run, counted from 0. */
  readonly hazard?: (day: number) => { readonly bees: number; readonly capped: number; readonly drone: number }
  readonly laying?: (day: number) => number
}
export interface NaiveDay {
  readonly adults: number
  readonly sealed: number
  readonly onBees: number
  readonly all: number
}

const onYear = (day: number) => ((((day - 1) % 365) + 365) % 365) + 1
function share(day: number): number {
  if (day <= 45 || day >= 305) return 0
  if (day < 158) return Math.pow(Math.sin((Math.PI / 2) * ((day - 45) / (158 - 45))), 2.5)
  return Math.pow(Math.cos((Math.PI / 2) * ((day - 158) / (305 - 158))), 1.7)
}
const drones = (day: number) => (day > 95 && day < 225 ? Math.sqrt(Math.sin((Math.PI * (day - 95)) / 130)) : 0)
const logistic = (x: number) => 1 / (1 + Math.exp(-x))

/** Days of a colony; bees are run in for 400 days before, mites begin on the first day, all of them on bees and rested. */
export function naiveDays(asked: NaiveColony): NaiveDay[] {
  const { from, days, mites, growth = 1, rest = 2, droneShare = 0.025, influx = 0, hazard, laying } = asked
  let cells: { kind: 'worker' | 'drone'; cells: number; mothers: number; opens: number }[] = []
  let waiting: { mites: number; until: number }[] = []
  let free = 0
  let [summer, winter] = [0, 12_000]
  const found: NaiveDay[] = []
  const eggs = (n: number) => {
    const day = onYear(from + n)
    const all = 1550 * share(day) * (laying?.(n) ?? 1)
    return { worker: all * (1 - droneShare * drones(day)), drone: all * droneShare * drones(day) }
  }
  for (let n = -400; n < days; n++) {
    const day = onYear(from + n)
    const opening = cells.filter((c) => c.opens === n)
    cells = cells.filter((c) => c.opens !== n)
    let bees = 0
    let fresh = 0
    for (const c of opening) {
      if (c.kind === 'worker') bees += c.cells * 0.97
      const [daughters, crowding] = c.kind === 'worker' ? [0.64, 0.3] : [1.7, 0.15]
      const each = c.cells > 0 ? c.mothers / c.cells : 0
      fresh += 0.71 * c.mothers + daughters * growth * c.mothers * Math.exp(-each * (1 - Math.exp(-crowding)))
    }
    const late = day > 180 ? logistic((day - 262) / 9) : 0
    const spring = day < 180 ? logistic((day - 112) / 12) : 0
    summer = (summer + bees * (1 - late)) * (1 - 0.036)
    winter = (winter + bees * late) * (1 - (0.0045 + (0.036 - 0.0045) * spring))
    const adults = summer + winter
    const capped = {
      worker: n - 9 >= -400 ? eggs(n - 9).worker * 0.85 : 0,
      drone: n - 10 >= -400 ? eggs(n - 10).drone * 0.75 : 0,
    }
    if (n === 0) free = mites
    const brood = cells.reduce((sum, c) => sum + c.cells, 0) + capped.worker + capped.drone >= 0.5
    waiting.push({ mites: fresh, until: n + rest })
    free += waiting.filter((w) => w.until === n).reduce((sum, w) => sum + w.mites, 0)
    waiting = waiting.filter((w) => w.until > n)
    if (n >= 0 && day > 75 && day < 310) free += influx
    const h = n >= 0 ? (hazard?.(n) ?? { bees: 0, capped: 0, drone: 0 }) : { bees: 0, capped: 0, drone: 0 }
    const lives = (1 - (brood ? 0.006 : 0.003)) * Math.exp(-h.bees)
    free *= lives
    for (const w of waiting) w.mites *= lives
    const [byWorker, byDrone] = [0.56 * capped.worker, 6.49 * capped.drone]
    const goes = free * (1 - Math.exp(-(byWorker + byDrone) / (adults * 0.125)))
    free -= goes
    const part = byWorker + byDrone > 0 ? byWorker / (byWorker + byDrone) : 1
    cells.push({ kind: 'worker', cells: capped.worker, mothers: goes * part, opens: n + 12 })
    cells.push({ kind: 'drone', cells: capped.drone, mothers: goes * (1 - part), opens: n + 14 })
    for (const c of cells) c.mothers *= Math.exp(-h.capped) * (c.kind === 'drone' ? Math.exp(-h.drone) : 1)
    if (n < 0) continue
    const onBees = free + waiting.reduce((sum, w) => sum + w.mites, 0)
    found.push({
      adults,
      sealed: cells.reduce((sum, c) => sum + c.cells, 0),
      onBees,
      all: onBees + cells.reduce((sum, c) => sum + c.mothers, 0),
    })
  }
  return found
}
