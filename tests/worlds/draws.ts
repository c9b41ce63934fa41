import { seeded } from '@thistle/core/count'

/** Draws that are the same on every machine. */
export function draws(seed: number) {
  const next = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  const gamma = (shape: number): number => {
    if (shape < 1) return gamma(shape + 1) * next() ** (1 / shape)
    const d = shape - 1 / 3
    for (;;) {
      const x = normal()
      const v = (1 + x / Math.sqrt(9 * d)) ** 3
      if (v > 0 && Math.log(1 - next()) < x ** 2 / 2 + d - d * v + d * Math.log(v)) return d * v
    }
  }
  const poisson = (mean: number): number => {
    const least = Math.exp(-mean)
    let [k, p] = [0, next()]
    while (p > least) [k, p] = [k + 1, p * next()]
    return k
  }
  /** A jar whose variance is `extra` times its mean. */
  const mites = (mean: number, extra: number) => poisson(extra <= 1 ? mean : gamma(mean / (extra - 1)) * (extra - 1))
  return { next, normal, gamma, mites }
}
