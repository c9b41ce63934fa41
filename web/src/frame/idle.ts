/** Work that can wait: until the first place stands with its words, and then until the page has nothing better to do. */
let stand: () => void = () => undefined
const standing = new Promise<void>((resolve) => (stand = resolve))
/** Says that the first place stands. */
export const firstPlaceStands = (): void => stand()

export function whenIdle(work: () => void): void {
  void standing.then(() => {
    if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: 4000 })
    else setTimeout(work, 500)
  })
}

/** Fetches one after the other while nothing else is asked for; not where the device is told to save. */
export function fetchAhead(loads: readonly (() => Promise<unknown>)[]): void {
  const { connection } = navigator as Navigator & { connection?: { saveData?: boolean } }
  const [first, ...rest] = loads
  if (!first || connection?.saveData) return
  const next = () => fetchAhead(rest)
  whenIdle(() => void first().then(next, next))
}
