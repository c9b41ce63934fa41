import type { Rests } from '@thistle/core/turns'

/** Longest that is worked without letting the page breathe, ms: with the step that goes over it, on a phone six times slower, still under 50. */
const BREATH = 8
/** Lets what waits in the page have its turn: by the browser's own means where it has them, since a clock rings 4 ms late. */
export const breathe = (): Promise<void> => {
  const { scheduler } = globalThis as { scheduler?: { yield?: () => Promise<void> } }
  return scheduler?.yield ? scheduler.yield() : new Promise((resolve) => setTimeout(resolve))
}
/** So that the page goes on answering beside long work. */
export const RESTS: Rests = { now: () => performance.now(), longest: BREATH, breathe }
