import { valuesOf, type Words } from '../fields/index.ts'

/** What stays with a count beside its figures. */
export const FLUID_WORDS = [
  ['alcohol', 'alcohol'],
  ['screenwash', 'winter screenwash'],
  ['soapy-water', 'water with washing-up liquid'],
] as const satisfies Words
export const FLUIDS = valuesOf(FLUID_WORDS)
export type Fluid = (typeof FLUIDS)[number]
/** Why a sample does not speak for its colony or yard. */
export const FLAG_WORDS = [
  ['queenless', 'no queen'],
  ['newly-hived', 'newly hived'],
  ['broodless', 'no brood'],
  ['from-super', 'taken from a super'],
  ['clumped-sugar', 'the sugar clumped'],
  ['other', 'something else, see the note'],
] as const satisfies Words
export const COUNT_FLAGS = valuesOf(FLAG_WORDS)
export type CountFlag = (typeof COUNT_FLAGS)[number]
/** Seconds of shaking a jar, and for which sugar must work before it is shaken out (common practice, no source). */
export const SHAKE_SECONDS = 60
export const SUGAR_SECONDS = 60
