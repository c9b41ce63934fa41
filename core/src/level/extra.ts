import { LEVELS } from './grid.ts'
import { EXTRA, logChance, type Found } from './likelihood.ts'

/** Every so many of the levels is fine enough to compare by. */
const COARSE = 3

/** How likely each way of varying is: as chance alone, twice, and three times that. */
export type ExtraWeights = readonly [number, number, number]

/**
 * How much jars of one colony vary, learned from those that were taken together: how likely their figures are with one level between them, any
 * level alike, at each way of varying, all three as likely beforehand. Without such jars it stays even.
 */
export function learnExtra(together: readonly (readonly Found[])[]): ExtraWeights {
  const logs = [0, 0, 0]
  for (const jars of together) {
    EXTRA.forEach((extra, k) => {
      let sum = 0
      for (let i = 0; i < LEVELS.length; i += COARSE)
        sum += Math.exp(jars.reduce((log, { mites, perLevel }) => log + logChance(mites, (LEVELS[i] ?? 0) * perLevel, extra), 0))
      logs[k] = (logs[k] ?? 0) + Math.log(Math.max(sum, 1e-300))
    })
  }
  const top = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - top))
  const all = weights.reduce((a, b) => a + b, 0)
  const [one = 1, two = 1, three = 1] = weights
  return [one / all, two / all, three / all]
}
