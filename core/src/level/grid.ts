/**
 * The levels a colony may have, mites per 100 bees, in equal steps of their logarithm: everything that is known of a level is a row of
 * weights over these. Typed arrays, since a yard of thirty is worked out while a count is typed.
 */
export const CELLS = 152
const LOWEST = 0.02
const HIGHEST = 100
/** From one level to the next, in the logarithm. */
export const STEP = Math.log(HIGHEST / LOWEST) / (CELLS - 1)
export const LEVELS: Float64Array = Float64Array.from({ length: CELLS }, (_, i) => LOWEST * Math.exp(i * STEP))

/** Scales a row of weights to a sum of one, in place. A row of nothing becomes even. */
export function normalised(row: Float64Array): Float64Array {
  let sum = 0
  for (let i = 0; i < row.length; i++) sum += row[i] ?? 0
  if (!(sum > 0) || !Number.isFinite(sum)) return row.fill(1 / row.length)
  for (let i = 0; i < row.length; i++) row[i] = (row[i] ?? 0) / sum
  return row
}

/** A figure with the ends of its central 90 %. */
export interface Spread {
  readonly p05: number
  readonly p50: number
  readonly p95: number
}
export const spreadOf = (row: Float64Array): Spread => ({ p05: quantileOf(row, 0.05), p50: quantileOf(row, 0.5), p95: quantileOf(row, 0.95) })

/** Chance that the level is under a figure; a cell that the figure lies in counts by the part of it that lies under. */
export function chanceUnder(row: Float64Array, level: number): number {
  if (level <= 0) return 0
  // The edge of cell i lies half a step over its middle.
  const edge = Math.log(level / LOWEST) / STEP + 0.5
  let under = 0
  for (let i = 0; i < CELLS; i++) under += (row[i] ?? 0) * Math.min(1, Math.max(0, edge - i))
  return Math.min(1, under)
}

/** The level under which a share `p` (0-1) of the weights lies. */
export function quantileOf(row: Float64Array, p: number): number {
  let under = 0
  for (let i = 0; i < CELLS; i++) {
    const w = row[i] ?? 0
    if (under + w >= p && w > 0) return Math.min(HIGHEST, LOWEST * Math.exp((i - 0.5 + (p - under) / w) * STEP))
    under += w
  }
  return HIGHEST
}

/** Levels of which each is as likely as the next: the middles of so many equal parts of the weights, rising. */
export function levelsOf(row: Float64Array, parts: number): number[] {
  const found: number[] = []
  let under = 0
  for (let i = 0; i < CELLS && found.length < parts; i++) {
    const w = row[i] ?? 0
    for (let p = (found.length + 0.5) / parts; p <= under + w && found.length < parts; p = (found.length + 0.5) / parts)
      found.push(Math.min(HIGHEST, LOWEST * Math.exp((i - 0.5 + (p - under) / w) * STEP)))
    under += w
  }
  while (found.length < parts) found.push(HIGHEST)
  return found
}

export function meanOf(row: Float64Array): number {
  let mean = 0
  for (let i = 0; i < CELLS; i++) mean += (row[i] ?? 0) * (LEVELS[i] ?? 0)
  return mean
}

/**
 * A row of likelihoods moved along the levels by a growth of known mean and spread (of the logarithm): what a count of some days ago says of
 * today. Spread by a normal distribution cut at three standard deviations.
 */
export function grown(row: Float64Array, mean: number, sd: number): Float64Array {
  if (mean === 0 && sd === 0) return row
  const reach = sd === 0 ? 0 : Math.max(1, Math.ceil((3 * sd) / STEP))
  // What falls between two cells is shared by them: the same part for every cell, so that one kernel has it all.
  const from = Math.floor(-mean / STEP)
  const part = -mean / STEP - from
  const kernel = new Float64Array(2 * reach + 2)
  let total = 0
  for (let j = -reach; j <= reach; j++) {
    const w = sd === 0 ? 1 : Math.exp(-(((j * STEP) / sd) ** 2) / 2)
    total += w
    kernel[j + reach] = (kernel[j + reach] ?? 0) + w * (1 - part)
    kernel[j + reach + 1] = w * part
  }
  for (let j = 0; j < kernel.length; j++) kernel[j] = (kernel[j] ?? 0) / total
  // Past its ends a row goes on as it ends.
  const wide = new Float64Array(CELLS + kernel.length)
  for (let i = 0; i < wide.length; i++) wide[i] = row[Math.min(CELLS - 1, Math.max(0, i + from - reach))] ?? 0
  const moved = new Float64Array(CELLS)
  for (let i = 0; i < CELLS; i++) {
    let sum = 0
    for (let j = 0; j < kernel.length; j++) sum += (kernel[j] ?? 0) * (wide[i + j] ?? 0)
    moved[i] = sum
  }
  return moved
}
