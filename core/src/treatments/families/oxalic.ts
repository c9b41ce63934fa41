import { ANY_HIVE, FREELY } from './any.ts'
import { labels, paper } from '../source.ts'
import type { HiveNeeds, RotationRule } from '../treatment.ts'

/** What the forms of oxalic acid have in common. */
export const OXALIC_ROTATION: RotationRule = { ...FREELY, class: 'oxalic acid', source: paper('no resistance known: fact sheet', 'medium') }
export const OXALIC_HIVE: HiveNeeds = { ...ANY_HIVE, opensHive: false }
export const OXALIC_STORAGE = 'Dry powder keeps for years sealed, dark and dry; it draws water. Out of children’s reach, in its own labelled box.'
export const OXALIC_DISPOSAL = 'Left-over acid goes where the label and local rules say, not into water. Wash bowl and tools with water.'
export const OXALIC_SOURCE = labels('high', 'broodless 90 to 98 %: labels and papers')

/** How the hazard of one dose is spread over its days: it kills for about three (fitted to what rounds through brood take). */
export const OXALIC_OVER = [0.6, 0.25, 0.15] as const
