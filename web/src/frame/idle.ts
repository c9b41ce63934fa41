/** Work that can wait: until the first place stands with its words, and then until the page has nothing better to do. */
let stand: () => void = () => undefined
/** Settled once it does. */
export const firstStood = new Promise<void>((resolve) => (stand = resolve))
/** Says that the first place stands. */
export const firstPlaceStands = (): void => stand()

/** Work that somebody waits for: nothing is fetched ahead while it goes on. */
const held = new Set<Promise<unknown>>()
export function holdAhead(work: Promise<unknown>): void {
  held.add(work)
  const done = () => void held.delete(work)
  work.then(done, done)
}
const nothingHeld = async (): Promise<void> => {
  while (held.size > 0) await Promise.allSettled(held)
}

/** Settled once the first place stands and nobody waits for anything. */
export const untilStill = (): Promise<void> => firstStood.then(nothingHeld)

/** What fails here was only fetched ahead: it is asked for again, and said, when it is wanted. */
export function whenIdle(work: () => Promise<unknown>): void {
  const quietly = () => void work().catch(() => undefined)
  void untilStill().then(() => {
    if (typeof requestIdleCallback === 'function') requestIdleCallback(quietly, { timeout: 4000 })
    else setTimeout(quietly, 500)
  })
}

/** Fetches one after the other while nothing else is asked for; not where the device is told to save. */
export function fetchAhead(loads: readonly (() => Promise<unknown>)[]): void {
  const { connection } = navigator as Navigator & { connection?: { saveData?: boolean } }
  const [first, ...rest] = loads
  if (!first || connection?.saveData) return
  const next = () => fetchAhead(rest)
  whenIdle(() => first().then(next, next))
}
