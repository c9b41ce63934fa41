/** Work that can wait until the page has nothing better to do. */
export function whenIdle(work: () => void): void {
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: 4000 })
  else setTimeout(work, 1500)
}

/** Fetches one after the other while nothing else is asked for; not where the device is told to save. */
export function fetchAhead(loads: readonly (() => Promise<unknown>)[]): void {
  const { connection } = navigator as Navigator & { connection?: { saveData?: boolean } }
  const [first, ...rest] = loads
  if (!first || connection?.saveData) return
  whenIdle(() => void first().then(() => fetchAhead(rest), () => undefined))
}
