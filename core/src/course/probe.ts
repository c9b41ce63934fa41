/** A reading of the probe in a vaporiser's bowl: milliseconds since the epoch, and °C. */
export interface ProbeReading {
  readonly at: number
  readonly celsius: number
}
/** `cold`: too cold to load; `ready`: hot and empty; `working`: it fell when the charge went in; `gone`: it came back, the charge is gone. */
export type ProbePhase = 'cold' | 'ready' | 'working' | 'gone'

/** Oxalic acid sublimes from about here, °C (from memory). */
const SUBLIMES = 157
/** What a charge takes the bowl down by at least, and how near to where it was it must come back, K (common practice, no source). */
const FALLS = 20
const BACK = 8
/** Readings in a row that say that it is back: one alone may be noise. */
const IN_A_ROW = 3
/** How long before the charge went in the bowl is looked at, ms. */
const BEFORE = 20_000

const median = (list: readonly number[]): number | null => {
  const sorted = list.toSorted((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length === 0 ? null : sorted.length % 2 === 1 ? (sorted[middle] ?? 0) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2
}

/**
 * What the readings say of a charge that was loaded at `loadedAt`; null: nothing is loaded. The bowl as it was in the seconds before is what
 * it must come back to. Readings may be missing or noisy; they are told in their order.
 */
export function probePhase(readings: readonly ProbeReading[], loadedAt: number | null): ProbePhase {
  const last = readings.at(-1)
  if (!last) return 'cold'
  if (loadedAt === null) return last.celsius >= SUBLIMES ? 'ready' : 'cold'
  const hot = median(readings.filter((r) => r.at >= loadedAt - BEFORE && r.at <= loadedAt).map((r) => r.celsius))
  if (hot === null || hot < SUBLIMES) return 'cold'
  const after = readings.filter((r) => r.at > loadedAt)
  const fell = after.findIndex((r) => r.celsius <= hot - FALLS)
  if (fell < 0) return 'working'
  const end = after.slice(fell).slice(-IN_A_ROW)
  return after.length - fell > IN_A_ROW && end.every((r) => r.celsius >= hot - BACK) ? 'gone' : 'working'
}
