/** Rounds are drawn here, beside the page: a search over sets of days, in steps, so that it hears when it is enough. */
import { expose } from 'comlink'
import { yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { drawing, type Drawn, type RoundPlan } from '@thistle/core/rounds'
import { withRests, type Rests } from '@thistle/core/turns'

/** How often it says how far it is and hears whether to go on, ms. */
const SAYS_EVERY = 80
const RESTS: Rests = { now: () => performance.now(), longest: SAYS_EVERY, breathe: () => new Promise((resolve) => setTimeout(resolve)) }
let stopped = false

const worker = {
  /** Ends with the best plan there is once it is told to `stop`, or its time of `most` ms is over. */
  draw: async (yards: readonly YardRecord[], settings: SettingsRecord, most: number, hear: (said: Drawn) => void): Promise<RoundPlan> => {
    stopped = false
    const until = performance.now() + most
    const states = yards.map((yard) => yardState(yard, settings))
    return withRests(
      drawing(states, settings, () => stopped || performance.now() > until),
      RESTS,
      hear,
    )
  },
  stop: (): void => void (stopped = true),
}
export type RoundsWorker = typeof worker
expose(worker)
