/** Chance that can be told again: the same seed draws the same. */

/** A seeded generator of numbers from 0 up to 1: mulberry32 (public domain, from memory). */
export function seeded(seed: number): () => number {
  let state = seed | 0
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** `howMany` of `all`, each as likely as any other, in the order drawn (Fisher & Yates 1938, in Durstenfeld's way, 1964). */
export function drawSome<T>(all: readonly T[], howMany: number, seed: number): T[] {
  const random = seeded(seed)
  const left = [...all]
  const drawn: T[] = []
  while (drawn.length < howMany && left.length > 0) {
    const [one] = left.splice(Math.floor(random() * left.length), 1)
    if (one !== undefined) drawn.push(one)
  }
  return drawn
}
