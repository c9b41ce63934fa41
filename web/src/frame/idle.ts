/** Work that can wait: until the first place stands with its words, and then until the page has nothing better to do. */
let stand: () => void = () => undefined
const standing = new Promise<void>((resolve) => (stand = resolve))
/** Says that the first place stands. */
export const firstPlaceStands = (): void => stand()

/** What fails here was only fetched ahead: it is asked for again, and said, when it is wanted. */
export function whenIdle(work: () => Promise<unknown>): void {
  const quietly = () => void work().catch(() => undefined)
  void standing.then(() => {
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
