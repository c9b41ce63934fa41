import type { Spot } from './picture.ts'

/** How marks stand to what is there. */
export interface Score {
  readonly hits: readonly Spot[]
  readonly missed: readonly Spot[]
  readonly wrong: readonly Spot[]
}

/**
 * Pairs marks with mites, the nearest first, each once, where they lie within `reach` of one another. `reach` in the units of
 * the width; `tall` is height over width, so that distances are true.
 */
export function scoreMarks(mites: readonly Spot[], marks: readonly Spot[], reach: number, tall: number): Score {
  const pairs = mites
    .flatMap((mite, m) => marks.map((mark, k) => ({ m, k, far: Math.hypot(mite.x - mark.x, (mite.y - mark.y) * tall) })))
    .filter((p) => p.far <= reach)
    .toSorted((a, b) => a.far - b.far)
  const [found, used] = [new Set<number>(), new Set<number>()]
  for (const { m, k } of pairs) {
    if (found.has(m) || used.has(k)) continue
    found.add(m)
    used.add(k)
  }
  return {
    hits: mites.filter((_, m) => found.has(m)),
    missed: mites.filter((_, m) => !found.has(m)),
    wrong: marks.filter((_, k) => !used.has(k)),
  }
}
