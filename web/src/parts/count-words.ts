/** Ways of counting in words, once for every screen. */
import type { CountFlag, Fluid } from '@thistle/core/count'
import type { Method } from '@thistle/core/situation'

export const METHOD_WORDS: readonly (readonly [Method, string])[] = [
  ['wash', 'wash'],
  ['sugar', 'sugar roll'],
  ['board', 'board'],
  ['drone', 'drone brood'],
]
/** How a method is offered: its name and what it is worth. */
export const METHOD_SAYS: Readonly<Record<Method, { readonly name: string; readonly says: string }>> = {
  wash: { name: 'Wash', says: 'about 300 bees; the surest, and they die' },
  sugar: { name: 'Sugar roll', says: 'about 300 bees; they live, and it misses some mites' },
  board: { name: 'Board', says: 'what falls in some days; nothing is opened' },
  drone: { name: 'Drone brood', says: 'capped drone cells opened; spring and early summer' },
}
export const FLUID_WORDS: readonly (readonly [Fluid, string])[] = [
  ['alcohol', 'alcohol'],
  ['screenwash', 'winter screenwash'],
  ['soapy-water', 'water with washing-up liquid'],
]
export const FLAG_WORDS: readonly (readonly [CountFlag, string])[] = [
  ['queenless', 'no queen'],
  ['newly-hived', 'newly hived'],
  ['broodless', 'no brood'],
  ['from-super', 'taken from a super'],
  ['clumped-sugar', 'the sugar clumped'],
  ['other', 'something else, see the note'],
]
export const flagWord = (flag: CountFlag): string => FLAG_WORDS.find(([key]) => key === flag)?.[1] ?? flag

/** One mite, mites; one bee, bees. */
export { plural } from '@thistle/core/units'
