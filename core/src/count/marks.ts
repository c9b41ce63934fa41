/** What stays with a count beside its figures. */
export const FLUIDS = ['alcohol', 'screenwash', 'soapy-water'] as const
export type Fluid = (typeof FLUIDS)[number]
/** Why a sample does not speak for its colony or yard. */
export const COUNT_FLAGS = ['queenless', 'newly-hived', 'broodless', 'from-super', 'clumped-sugar', 'other'] as const
export type CountFlag = (typeof COUNT_FLAGS)[number]
/** Seconds of shaking a jar, and for which sugar must work before it is shaken out (common practice, no source). */
export const SHAKE_SECONDS = 60
export const SUGAR_SECONDS = 60
