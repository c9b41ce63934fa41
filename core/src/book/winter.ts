import { clopperPearson } from '../count/index.ts'
import type { YardState } from '../holding/index.ts'
import { yearOf, type Day } from '../time/index.ts'
import { plain, plural } from '../units/index.ts'

/** A colony as the winter asks for it, also one that is gone. */
export interface WinterColony {
  readonly colonyId: string
  readonly name: string
  readonly position: number
  readonly yardId: string
  readonly yard: string
  readonly hemisphere: 'north' | 'south'
  readonly since: Day
  readonly retiredOn: Day | null
  readonly retiredWhy: string | null
  /** The day on which it was noted as dead in a course. */
  readonly diedOn: Day | null
  /** The newest jar of autumn. */
  readonly mites: number | null
  readonly bees: number | null
  readonly countedOn: Day | null
  /** The newest day on which anybody looked, counted or gave anything. */
  readonly seenOn: Day | null
}
export type WinterFate = 'through' | 'died' | 'left' | 'unknown'
export interface Wintered extends WinterColony {
  readonly fate: WinterFate
  /** Mites in 100 bees in autumn; null where nobody counted. */
  readonly level: number | null
}
/** Colonies alike in autumn, and how many of them died. */
export interface WinterGroup {
  readonly key: 'low' | 'middle' | 'high' | 'none'
  readonly says: string
  readonly colonies: number
  readonly died: number
  /** Share that died with its exact central 90 %; null for none. */
  readonly share: { readonly estimate: number; readonly low: number; readonly high: number } | null
}
export interface Winter {
  readonly from: Day
  readonly to: Day
  readonly colonies: readonly Wintered[]
  /** None until all are told of. */
  readonly groups: readonly WinterGroup[]
  readonly unknown: number
  readonly text: string
}

/** Of a colony that was taken out of its row, in the keeper's own words, that it died. */
const DEAD = /\b(died|dead|die|dies|lost|starv\w*|froz\w*|perish\w*|dwindl\w*|collapsed?|queenless)\b/i
/** Levels in 100 bees in autumn that are told apart (common practice, no source: under 1 is low, 3 and over is over the usual limit). */
const LEVELS = { low: 1, high: 3 } as const

/** The days of a winter that ends in a year: October to April in the north, April to October in the south; and when it is over for bees. */
export const winterOf = (
  year: number,
  hemisphere: 'north' | 'south',
): { readonly from: Day; readonly to: Day; readonly spring: Day; readonly autumn: Day } =>
  hemisphere === 'north'
    ? { autumn: `${year - 1}-08-01`, from: `${year - 1}-10-01`, spring: `${year}-03-01`, to: `${year}-04-30` }
    : { autumn: `${year}-02-01`, from: `${year}-04-01`, spring: `${year}-09-01`, to: `${year}-10-31` }

/** The year of the winter that is asked for on a day: the one that is over, or about to be. */
export const winterYear = (today: Day, hemisphere: 'north' | 'south'): number =>
  hemisphere === 'south' && today.slice(5) < '09-01' ? yearOf(today) - 1 : yearOf(today)

function fateOf(c: WinterColony, year: number): WinterFate | null {
  const { from, to, spring } = winterOf(year, c.hemisphere)
  // Not in the book yet, or gone before it.
  if (c.since >= spring || (c.retiredOn !== null && c.retiredOn < from) || (c.diedOn !== null && c.diedOn < from)) return null
  const within = (day: Day | null): boolean => day !== null && day >= from && day <= to
  if (within(c.diedOn)) return 'died'
  if (within(c.retiredOn)) return DEAD.test(c.retiredWhy ?? '') ? 'died' : 'left'
  return (c.seenOn !== null && c.seenOn >= spring) || (c.retiredOn !== null && c.retiredOn > to) || (c.diedOn !== null && c.diedOn > to)
    ? 'through'
    : 'unknown'
}

/** Who came through a winter and who did not, by what each had in autumn. What nobody has seen since is asked for, and in no share. */
export function wintered(all: readonly WinterColony[], year: number): Winter {
  const colonies = all.flatMap((c): Wintered[] => {
    const fate = fateOf(c, year)
    return fate ? [{ ...c, fate, level: c.mites !== null && c.bees ? (c.mites * 100) / c.bees : null }] : []
  })
  const told = colonies.filter((c) => c.fate === 'through' || c.fate === 'died')
  const group = (key: WinterGroup['key'], says: string, is: (level: number | null) => boolean): WinterGroup => {
    const of = told.filter((c) => is(c.level))
    const died = of.filter((c) => c.fate === 'died').length
    return { key, says, colonies: of.length, died, share: of.length === 0 ? null : clopperPearson(died, of.length) }
  }
  const groups = [
    group('low', `under ${LEVELS.low} in 100 in autumn`, (l) => l !== null && l < LEVELS.low),
    group('middle', `${LEVELS.low} to ${LEVELS.high} in 100`, (l) => l !== null && l >= LEVELS.low && l < LEVELS.high),
    group('high', `${LEVELS.high} in 100 and over`, (l) => l !== null && l >= LEVELS.high),
    group('none', 'not counted in autumn', (l) => l === null),
  ].filter((g) => g.colonies > 0)
  const unknown = colonies.filter((c) => c.fate === 'unknown').length
  const died = told.filter((c) => c.fate === 'died').length
  // The dead are told of before the living: until all are, a share of those told of would be too large.
  const share = told.length > 0 && unknown === 0 ? clopperPearson(died, told.length) : null
  const percent = (x: number) => `${plain(x * 100, 0)} %`
  const { from, to } = winterOf(year, colonies[0]?.hemisphere ?? 'north')
  const text =
    colonies.length === 0
      ? 'No colony stood in the book that winter.'
      : told.length === 0
        ? `Nobody has said yet how the ${plural(colonies.length, 'colony', 'colonies')} came through.`
        : share === null
          ? `${plural(died, 'colony', 'colonies')} died and ${told.length - died} came through so far; of ${unknown} nobody has said yet. The share is told once all are.`
          : `${died} of ${plural(told.length, 'colony', 'colonies')} died over the winter: ${percent(share.estimate)} (such winters, ${percent(share.low)} to ${percent(share.high)}).`
  return { from, to, colonies, groups: unknown === 0 ? groups : [], unknown, text }
}

/** In spring, while the winter is asked for: the colonies that wintered and of which nothing was seen, counted or given since. */
export const notSeenSinceWinter = (yards: readonly YardState[], today: Day): number =>
  yards.reduce((sum, { yard, row }) => {
    const { spring, to } = winterOf(winterYear(today, yard.hemisphere), yard.hemisphere)
    if (today < spring || today > to) return sum
    const unseen = row.filter(({ colony, gone, courses }) => {
      const seen = [
        colony.look?.onDay,
        colony.counts.at(-1)?.onDay,
        ...courses.map((c) => c.events.findLast((e) => e.kind === 'done' || e.kind === 'part')?.happenedOn),
      ]
      return gone === null && colony.since < spring && !seen.some((on) => on !== undefined && on >= spring)
    })
    return sum + unseen.length
  }, 0)
