/** Every treatment of the list, as a case names it. */
export const TREATMENT_KEYS = [
  'amitraz-strip',
  'formic-strip-7',
  'formic-strip-14',
  'formic-strip-10x2',
  'formic-liquid',
  'thymol-gel',
  'thymol-wafer',
  'thymol-blend-wafer',
  'oxalic-vapour',
  'oxalic-dribble',
  'oxalic-strip',
  'hop-strip',
  'fluvalinate-strip',
  'flumethrin-strip',
  'brood-break',
  'drone-removal',
  'wait-and-recount',
] as const
export type BuiltInKey = (typeof TREATMENT_KEYS)[number]
/** A treatment of the keeper's own, by the sheet that they made of it. */
export type OwnKey = `own-${string}`
export type TreatmentKey = BuiltInKey | OwnKey
