import { daysBetween, type Day } from '../time/index.ts'
import type { SignKey, StoresKey } from './look-fields.ts'
import type { Situation } from './situation.ts'

/** Days after a look in which what was seen of stores and of signs still tells something (common practice, no source). */
const TELLS = { stores: 28, signs: 42 } as const

type Asked = Pick<Situation, 'colony' | 'asOf'>
const seenOn = ({ colony, asOf }: Asked, fact: 'stores' | 'signs'): Day => colony.seenOn?.[fact] ?? colony.lookedOn ?? asOf
const age = (s: Asked, fact: 'stores' | 'signs'): number => daysBetween(seenOn(s, fact), s.asOf)

/** What the stores are by a look that is not too old; null where nobody knows. */
export const storesOf = (s: Asked): StoresKey | null => (age(s, 'stores') <= TELLS.stores ? s.colony.stores : null)
/** What was seen lately, and the day of the look. */
export const signsOf = (s: Asked): { readonly signs: readonly SignKey[]; readonly on: Day } => ({
  signs: age(s, 'signs') <= TELLS.signs ? (s.colony.signs ?? []) : [],
  on: seenOn(s, 'signs'),
})

/** Signs that come with many mites and the viruses they carry (common practice, no source). */
const OF_MITES: ReadonlySet<SignKey> = new Set(['chewed-cappings', 'crippled-wings', 'white-specks', 'spotty-brood'])
export const signsOfMites = (signs: readonly SignKey[]): SignKey[] => signs.filter((sign) => OF_MITES.has(sign))
/** Signs of others at the entrance. */
export const isRobbed = (signs: readonly SignKey[]): boolean => signs.includes('robbing') || signs.includes('wasps')
