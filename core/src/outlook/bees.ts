import { FIGURES as F } from './parameters.ts'
import { dronesOn, laysOn } from './season.ts'

/** The bees of a colony day by day, and what of it matters to mites. All of one length; typed, since thousands of runs read them. */
export interface Bees {
  readonly days: number
  readonly adults: Float64Array
  /** Cells that are capped on the day. */
  readonly worker: Float64Array
  readonly drone: Float64Array
  /** Cells that are under cappings at the end of the day. */
  readonly capped: Float64Array
  /** Share of the mites that may go under cappings which does so on the day, and the part of them that goes into worker cells. */
  readonly invades: Float64Array
  readonly toWorker: Float64Array
}

/** What one colony's bees differ by from the usual one's. */
export interface BeesAsked {
  /** Days of the model's year, one for each day. */
  readonly season: Float64Array
  /** Factor on all bees and brood. */
  readonly size: number
  /** Eggs that become drones, at most, as a share. */
  readonly droneShare: number
  /** Share of the usual eggs that is laid on each day, where something keeps the queen from laying; left out, all of them. */
  readonly laying?: Float64Array
}

/** Adults that a run begins with: a year later none of them is left. */
const BEGINS_WITH = 12_000
/** Half a year: what emerges after it are bees of the autumn. */
const AUTUMN = 180
const smooth = (day: number, middle: number, over: number): number => 1 / (1 + Math.exp(-(day - middle) / over))

/**
 * Adult bees and brood by the laying of the season: a share of those that emerge late in the year are winter bees, which die slowly until
 * spring. No mites: what they do to bees is not modelled. The first year of a run is its running in.
 */
export function beesOver({ season, size, droneShare, laying }: BeesAsked): Bees {
  const days = season.length
  const [adults, worker, drone, capped] = [new Float64Array(days), new Float64Array(days), new Float64Array(days), new Float64Array(days)]
  const [invades, toWorker] = [new Float64Array(days), new Float64Array(days)]
  const [workerEggs, droneEggs] = [new Float64Array(days), new Float64Array(days)]
  const sealed = { worker: F.workerEmergence - F.workerCapping, drone: F.droneEmergence - F.droneCapping }
  let [summer, winter, cells] = [0, BEGINS_WITH * size, 0]
  for (let t = 0; t < days; t++) {
    const on = season[t] ?? 1
    const eggs = F.peakEggs * size * laysOn(on) * (laying ? (laying[t] ?? 1) : 1)
    const drones = droneShare * dronesOn(on)
    workerEggs[t] = eggs * (1 - drones)
    droneEggs[t] = eggs * drones
    const [w, d] = [(workerEggs[t - F.workerCapping] ?? 0) * F.workerToCapping, (droneEggs[t - F.droneCapping] ?? 0) * F.droneToCapping]
    worker[t] = w
    drone[t] = d
    const [workersOut, dronesOut] = [worker[t - sealed.worker] ?? 0, drone[t - sealed.drone] ?? 0]
    cells += w + d - workersOut - dronesOut
    // Less than a cell is what sums in binary leave over.
    capped[t] = cells < 0.5 ? 0 : cells
    const emerge = workersOut * F.workerCapped
    const late = on > AUTUMN ? smooth(on, F.winterBees, F.winterBeesOver) : 0
    const spring = on < AUTUMN ? smooth(on, F.springDeath, F.springDeathOver) : 0
    summer = (summer + emerge * (1 - late)) * (1 - F.summerDeath)
    winter = (winter + emerge * late) * (1 - (F.winterDeath + (F.summerDeath - F.winterDeath) * spring))
    adults[t] = summer + winter
    const [byWorker, byDrone] = [F.invasionWorker * w, F.invasionDrone * d]
    const grams = (summer + winter) * F.beeWeight
    invades[t] = grams > 0 ? 1 - Math.exp(-(byWorker + byDrone) / grams) : 0
    toWorker[t] = byWorker + byDrone > 0 ? byWorker / (byWorker + byDrone) : 1
  }
  return { days, adults, worker, drone, capped, invades, toWorker }
}
