/** Ways of counting in words, once for every screen. */
import { FLAG_WORDS, type CountFlag } from '@thistle/core/count'
import type { Method } from '@thistle/core/situation'

/** How a method is offered: its name and what it is worth. */
export const METHOD_SAYS: Readonly<Record<Method, { readonly name: string; readonly says: string }>> = {
  wash: { name: 'Wash', says: 'about 300 bees; the surest, and they die' },
  sugar: { name: 'Sugar roll', says: 'about 300 bees; they live, and it misses some mites' },
  board: { name: 'Board', says: 'what falls in some days; nothing is opened' },
  drone: { name: 'Drone brood', says: 'capped drone cells opened; spring and early summer' },
}
export const flagWord = (flag: CountFlag): string => FLAG_WORDS.find(([key]) => key === flag)?.[1] ?? flag

/** One mite, mites; one bee, bees. */
export { plural } from '@thistle/core/units'
