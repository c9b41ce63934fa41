import type { Warning } from '@thistle/core/course'
import type { Judgement } from '@thistle/core/judge'
import { plain } from '@thistle/core/units'
import { BROOD_WORDS, ENTRANCE_WORDS, FLOOR_WORDS, QUEEN_WORDS, SIGN_WORDS, STORES_WORDS, type ColonyFacts } from '@thistle/core/situation'
import { sayDay } from '../look/dates.ts'
import { UNIT_WORDS } from '@thistle/core/words'

/** Words for what is known, once for every screen. */
export const YES_NO = [
  ['yes', 'yes'],
  ['no', 'no'],
] as const
export const wordOf = <T extends string>(list: readonly (readonly [T, string])[], key: T | null): string =>
  list.find(([k]) => k === key)?.[1] ?? 'not known'

/** What is held against the limit: the level with the mites allowed for that the method misses, where that was set. */
export const heldLevel = (j: Judgement): { readonly estimate: number | null; readonly low: number | null; readonly high: number | null } =>
  j.corrected ?? j

/** "3.7 in 100, likely 2.1 to 6.0, limit 3, counted Tue 11 Aug": what the dot says, in words. */
export function sayCount(j: Judgement): string {
  const { estimate, low, high } = heldLevel(j)
  if (estimate === null || low === null || high === null) return 'not counted yet'
  return `${estimate.toFixed(1)} ${UNIT_WORDS[j.unit]}, likely ${low.toFixed(1)} to ${high.toFixed(1)}, limit ${plain(j.threshold ?? 0, 2)}, counted ${j.countedOn ? sayDay(j.countedOn) : ''}${j.stale ? ', over three weeks ago' : ''}${j.representative ? '' : ', not typical of the yard'}`
}

const BRIEF = { per100: '', perDay: ' a day', per100cells: ' drone' } as const
/** A level in a few letters: "3.7" in 100 bees, and what it is where it is something else. */
export function sayFigure(j: Judgement): string {
  const { estimate } = heldLevel(j)
  return estimate === null ? 'no count' : `${estimate.toFixed(1)}${BRIEF[j.unit]}`
}

/** The facts of a colony as lines. */
export function factLines(c: ColonyFacts): (readonly [string, string])[] {
  const frames = (n: number | null) => (n === null ? 'not known' : `${plain(n)} ${n === 1 ? 'frame' : 'frames'}`)
  return [
    ['Bees', `${frames(c.framesOfBees)}, ${c.broodBoxes} ${c.broodBoxes === 1 ? 'box' : 'boxes'}`],
    ['Brood', c.brood === 'none' ? 'none' : `${frames(c.framesOfBrood)}, ${wordOf(BROOD_WORDS, c.brood)}`],
    ['Queen', c.queen === 'new' && c.layingSince ? `new, laying since ${sayDay(c.layingSince)}` : wordOf(QUEEN_WORDS, c.queen)],
    ['Floor', `${wordOf(FLOOR_WORDS, c.floor)}${c.floorWet ? ', wet' : ''}`],
    ['Entrance', wordOf(ENTRANCE_WORDS, c.entrance)],
    ['Stores', wordOf(STORES_WORDS, c.stores)],
    ...(c.signs && c.signs.length > 0 ? [['Signs', c.signs.map((sign) => wordOf(SIGN_WORDS, sign)).join(', ')] as const] : []),
  ]
}
export { capital, small } from '@thistle/core/units'

/** A chance 0-1 as it can honestly be said: "about 76 %", "under 1 %". */
export function sayChance(chance: number): string {
  if (chance < 0.01) return 'under 1 %'
  return chance > 0.99 ? 'over 99 %' : `about ${Math.round(chance * 100)} %`
}

/** What a warning of a course is about. */
export const WARNING_WORDS: Readonly<Record<Warning['kind'], string>> = {
  'over-stay': 'Over-stay',
  'too-early': 'Too early',
  gap: 'Too long a gap',
  amount: 'The amounts',
  contact: 'Contact lost',
  fate: 'Mind',
  outside: 'Outside its window',
}

/** Minutes as people say them: "45 min", "1 h 20". */
export function sayMinutes(minutes: number): string {
  const whole = Math.round(minutes)
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h${whole % 60 === 0 ? '' : ` ${String(whole % 60).padStart(2, '0')}`}`
}
export { plural } from '@thistle/core/units'

export { isOver } from '@thistle/core/judge'

/** What a role lets somebody do. */
export const ROLE_WORDS = {
  owner: 'An owner reads and writes everything, sets the rules, and says who else may come in.',
  helper: 'A helper reads, counts, inspects and enters what was done.',
  reader: 'A reader reads and changes nothing: for an inspector, a vet, a neighbour.',
} as const

const LEVEL_WORDS = { under: 'under the limit', watch: 'watch', treat: 'treat', urgent: 'urgent', unknown: 'not known' } as const
/** A level in a word or three. */
export const wordsOfLevel = (level: keyof typeof LEVEL_WORDS): string => LEVEL_WORDS[level]
