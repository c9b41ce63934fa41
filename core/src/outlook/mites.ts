import type { Bees } from './bees.ts'
import { FIGURES as F } from './parameters.ts'

/** Days of worker and drone cells under cappings. */
const WORKER = F.workerEmergence - F.workerCapping
const DRONE = F.droneEmergence - F.droneCapping
/** The longest rest between two cells that is allowed for, days. */
export const MOST_REST = 5
/** Figures of a state: mites that may go under cappings, those that rest by days left, and mothers under cappings by days to go. */
export const STATE = 1 + MOST_REST + WORKER + DRONE
const REST_AT = 1
const WORKER_AT = REST_AT + MOST_REST
const DRONE_AT = WORKER_AT + WORKER

/** Mothers that come out of their cells on the next day of a state. */
export const emergingIn = (state: Float64Array): { readonly worker: number; readonly drone: number } => ({
  worker: state[WORKER_AT] ?? 0,
  drone: state[DRONE_AT] ?? 0,
})

/** What is done to the mites day by day, as hazards; one figure for each day of the bees, or left out where nothing is done. */
export interface Hazards {
  readonly onBees: Float64Array
  readonly capped: Float64Array
  /** On those in drone cells beside that. */
  readonly drone: Float64Array
}
export interface RunAsked {
  readonly bees: Bees
  readonly growth: number
  readonly rest: number
  /** Mites that come from outside on each day. */
  readonly influx: Float64Array | null
  readonly hazards: Hazards | null
}

const exp = Math.exp

/**
 * Carries a state of mites on from one day to another, in place, and writes mites on bees and all of them at the end of each day into `onBees`
 * and `all`, from index 0 on. From `from` up to but without `to`, days of the bees. Nothing is allocated. In the order of a day: those that
 * emerge (mothers that live, and daughters, fewer where cells hold several: Poisson), rest, those from outside, deaths on bees, invasion of
 * cells (Boot et al. 1994-95, Calis et al. 1999, from memory), deaths under cappings.
 */
export function runMites(state: Float64Array, asked: RunAsked, from: number, to: number, onBees: Float64Array, all: Float64Array): void {
  const { bees, growth, influx, hazards } = asked
  const rest = Math.min(MOST_REST, Math.max(0, Math.round(asked.rest)))
  const { worker, drone, capped, invades, toWorker } = bees
  const [daughters, ofDrone] = [F.daughtersWorker * growth, F.daughtersDrone * growth]
  const [crowd, crowdDrone] = [1 - exp(-F.crowdingWorker), 1 - exp(-F.crowdingDrone)]
  let free = state[0] ?? 0
  // Where the oldest of each stands: a ring is turned, and not moved.
  let [w, d, r] = [0, 0, 0]
  for (let t = from; t < to; t++) {
    const mothers = state[WORKER_AT + w] ?? 0
    const droneMothers = state[DRONE_AT + d] ?? 0
    let fresh = F.motherLives * (mothers + droneMothers)
    if (mothers > 0) {
      const cells = worker[t - WORKER] ?? 0
      fresh += daughters * mothers * (cells > 0 ? exp((-mothers / cells) * crowd) : 1)
    }
    if (droneMothers > 0) {
      const cells = drone[t - DRONE] ?? 0
      fresh += ofDrone * droneMothers * (cells > 0 ? exp((-droneMothers / cells) * crowdDrone) : 1)
    }
    if (rest > 0) {
      free += state[REST_AT + r] ?? 0
      state[REST_AT + r] = fresh
      r = r + 1 === rest ? 0 : r + 1
    } else free += fresh
    if (influx) free += influx[t] ?? 0
    let lives = 1 - ((capped[t] ?? 0) > 0 ? F.deathWithBrood : F.deathBroodless)
    const hit = hazards ? (hazards.onBees[t] ?? 0) : 0
    if (hit > 0) lives *= exp(-hit)
    free *= lives
    let resting = 0
    for (let i = 0; i < rest; i++) {
      const left = (state[REST_AT + i] ?? 0) * lives
      state[REST_AT + i] = left
      resting += left
    }
    const goes = free * (invades[t] ?? 0)
    free -= goes
    const intoWorker = goes * (toWorker[t] ?? 1)
    state[WORKER_AT + w] = intoWorker
    state[DRONE_AT + d] = goes - intoWorker
    w = w + 1 === WORKER ? 0 : w + 1
    d = d + 1 === DRONE ? 0 : d + 1
    if (hazards) {
      const [both, alone] = [hazards.capped[t] ?? 0, hazards.drone[t] ?? 0]
      if (both > 0) {
        const left = exp(-both)
        for (let i = WORKER_AT; i < STATE; i++) state[i] = (state[i] ?? 0) * left
      }
      if (alone > 0) {
        const left = exp(-alone)
        for (let i = DRONE_AT; i < STATE; i++) state[i] = (state[i] ?? 0) * left
      }
    }
    let under = 0
    for (let i = WORKER_AT; i < STATE; i++) under += state[i] ?? 0
    onBees[t - from] = free + resting
    all[t - from] = free + resting + under
  }
  turn(state, WORKER_AT, WORKER, w)
  turn(state, DRONE_AT, DRONE, d)
  if (rest > 0) turn(state, REST_AT, rest, r)
  state[0] = free
}

const room = new Float64Array(Math.max(WORKER, DRONE, MOST_REST))
/** Puts the oldest of a ring at its beginning again. */
function turn(state: Float64Array, at: number, length: number, by: number): void {
  if (by === 0) return
  for (let i = 0; i < length; i++) room[i] = state[at + ((i + by) % length)] ?? 0
  for (let i = 0; i < length; i++) state[at + i] = room[i] ?? 0
}
