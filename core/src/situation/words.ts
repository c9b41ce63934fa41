import type { Words } from '../fields/index.ts'

/** What is chosen from a list, with the word that says it: once, for the checks, the forms and the history. */
export const PHASE_WORDS = [
  ['dormant', 'winter rest'],
  ['increase', 'spring build-up'],
  ['peak', 'flow'],
  ['decrease', 'winter bees raised'],
] as const satisfies Words
export const METHOD_WORDS = [
  ['wash', 'wash'],
  ['sugar', 'sugar roll'],
  ['board', 'board'],
  ['drone', 'drone brood'],
] as const satisfies Words
export const PRIORITY_WORDS = [
  ['knockdown', 'strongest knockdown first'],
  ['fewest-visits', 'fewest visits first'],
  ['gentle', 'gentlest first'],
  ['keep-supers', 'keep supers on first'],
  ['clean-wax', 'cleanest for the wax first'],
] as const satisfies Words
export const KIT_WORDS = [
  ['gloves', 'Gloves'],
  ['acid-gloves', 'Acid-proof gloves'],
  ['eye-protection', 'Tight eye protection'],
  ['respirator', 'Respirator, acid-gas and organic-vapour cartridge'],
  ['vaporiser', 'Vaporiser and its power'],
  ['scales', 'Scales that read 0.1 g'],
  ['spacer-rim', 'Spacer rim'],
] as const satisfies Words
export const AUTHORISED_WORDS = [
  ['unknown', 'not known'],
  ['yes', 'yes, confirmed'],
  ['no', 'no'],
] as const satisfies Words
export const HEMISPHERE_WORDS = [
  ['north', 'northern'],
  ['south', 'southern'],
] as const satisfies Words
