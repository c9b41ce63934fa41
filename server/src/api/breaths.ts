import { inTurn, withRests, type InSteps, type Rests } from '@thistle/core/turns'

/** So long is worked before others have their turn, ms: a request that asks the database five times beside long work waits five such turns. */
const LONGEST = 5

/** Lets every request that waits go a step on. */
const RESTS: Rests = { now: () => performance.now(), longest: LONGEST, breathe: () => new Promise((resolve) => setImmediate(resolve)) }

/** Work that comes in steps. */
export const steadily = <T>(work: InSteps<unknown, T>): Promise<T> => withRests(work, RESTS)
/** Long work in small steps: nobody waits for the whole of it. */
export const withBreaths = (steps: Iterable<() => unknown>): Promise<void> => inTurn(steps, RESTS)
