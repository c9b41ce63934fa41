import type { ColonyFacts } from '../situation/index.ts'
import type { Treatment } from './treatment.ts'

/** Where something is put: in which box from the floor up, after which frame from the left; of what lies on the bars, over the middle of it. */
export interface PutAt {
  readonly box: number
  readonly after: number
}
/** Frames in a box where nobody has counted them. */
export const USUAL_FRAMES = 10

/** Places of one box: `n` of them, so many frames apart, about its middle, where the brood nest is; closer where the box is too narrow. */
function inBox(box: number, n: number, frames: number, apart: number): PutAt[] {
  const step = n > 1 ? Math.min(apart, Math.max(1, Math.floor((frames - 2) / (n - 1)))) : 0
  const first = Math.round((frames - step * (n - 1)) / 2)
  return Array.from({ length: n }, (_, i) => ({ box, after: Math.min(frames, Math.max(0, first + i * step)) }))
}

/**
 * Where so many of a treatment are usually put (common practice, no source): strips between the frames of the brood nest, two frames apart,
 * the same number in each brood box; what lies on the bars over the brood, between the boxes if there are two; what stands at the wall at
 * both in turn. A suggestion: where it hangs
 * is what the keeper says.
 */
export function usualLayout(
  treatment: Pick<Treatment, 'put'>,
  amount: number,
  { broodBoxes }: Pick<ColonyFacts, 'broodBoxes'>,
  frames = USUAL_FRAMES,
): PutAt[] {
  const many = Math.max(0, Math.min(60, Math.ceil(amount)))
  // One at each side wall, the lowest box first.
  if (treatment.put === 'wall')
    return Array.from({ length: many }, (_, i) => ({ box: (Math.floor(i / 2) % broodBoxes) + 1, after: i % 2 === 0 ? 0 : frames }))
  if (treatment.put === 'on-top') return inBox(broodBoxes > 1 ? broodBoxes - 1 : 1, many, frames, 3)
  const perBox = Math.ceil(many / broodBoxes)
  return Array.from({ length: broodBoxes }, (_, i) => inBox(i + 1, Math.min(perBox, Math.max(0, many - i * perBox)), frames, 2)).flat()
}
