import type { Estimate } from '../count/index.ts'
import { takenBetween, type CountedPair, type JarCount } from '../efficacy/index.ts'
import type { Taken } from '../level/index.ts'
import { broodState, susceptibleTo, type Treatment } from '../treatments/index.ts'
import { URGENT } from '../judge/index.ts'
import { plain } from '../units/index.ts'
import { aDay, of100 } from '../words/index.ts'

type Range = Omit<Estimate, 'level'>

/** What a course took of the mites, held against what it should. */
export interface Outcome {
  /** Share taken of what there would be without it, 0-1 (negative where there are more); null where there was nothing before. */
  readonly efficacy: Range | null
  /** Mites per 100 bees on the day of the count after it, and as they would be without it. */
  readonly now: Range | null
  readonly untreated: Range | null
  /** What mites lose that do not withstand it. */
  readonly expected: { readonly low: number; readonly high: number } | null
  /** Chance 0-1 that it took at least the lower end of that. */
  readonly chance: number | null
  /** What authorities expect: 0.95 of a synthetic, 0.9 of an organic treatment. */
  readonly authority: number
  readonly verdict: 'worked' | 'short' | 'unclear' | 'cannot-say'
  readonly text: string
  /** Whether it likely stands at or over the limit all the same; null where it likely does not, or no limit is given. */
  readonly still: string | null
  /** Of a colony that was in danger and is not any more: what else it needs. */
  readonly rescue: string | null
}

const RESCUED =
  'It was in danger before this course. Mites gone are not viruses gone: feed it if its stores are light, requeen it if the brood stays spotty or it does not pick up, and look again in spring.'
/** Of a colony that was in danger before a course and is not after it, by the jars: what its bees need besides (common practice, no source). */
const rescueOf = (before: JarCount, after: JarCount): string | null => {
  const inDanger = ({ mites, bees, recovery }: JarCount): boolean => mites * 100 >= URGENT.awake * bees * (recovery ?? 1)
  return inDanger(before) && !inDanger(after) ? RESCUED : null
}

const percent = (x: number) => `${plain(x * 100, 0)} %`
/** Below nothing taken a share is said in words. */
const sayShare = (x: number) => (x < 0 ? 'none' : percent(x))
const tenths = (x: number) => (x < 9.95 ? x.toFixed(1) : plain(x, 0))
const rangeOf = ({ p05, p50, p95 }: Taken['now'] | Taken['untreated'] | Taken): Range => ({ low: p05, estimate: p50, high: p95 })

/** So likely it is said to be: nearly all of it lies over, or under, what it should take. */
const NEARLY_ALL = 0.95
/** The season's growth is not known well enough to blame a course for as little (held to a daily model of a colony by the tests). */
const HARDLY_ANY = 0.03
/** From this chance on the colony is said to be likely over its limit still; from the other on the chance is said. */
const STILL = { likely: 0.5, said: 0.1 } as const

function sayStill(chance: number, limit: number): string | null {
  if (chance < STILL.said) return null
  return `It ${chance >= STILL.likely ? 'likely still stood' : 'may still have stood'} at the limit of ${plain(limit, 2)} or over it then: ${of100(chance)} of 100 such colonies did.`
}

const UNTOLD = { efficacy: null, now: null, untreated: null, chance: null, still: null }
const ANOTHER = 'Another jar now would tell more.'

/**
 * What a course took, by a jar before it and one after it, held against what it should take of mites that do not withstand it: as a distribution
 * of the share of what the level would have been untreated. It did its work, or fell short, only where nearly all of that says so. Authorities
 * expect 90 % of an organic and 95 % of a synthetic treatment (EMA guideline on products controlling Varroa, from memory). `limit`: mites per
 * 100 bees that the level is held against, null for none; `expected`: what it should take, where its conditions say more than its published figure.
 */
export function outcomeOf(
  pair: CountedPair,
  treatment: Treatment,
  limit: number | null,
  expected: { readonly low: number; readonly high: number; readonly movedBy?: readonly string[] } | null = susceptibleTo(
    treatment,
    broodState(pair.season.colony.brood),
  ),
): Outcome {
  const { before, after } = pair
  const authority = treatment.synthetic ? 0.95 : 0.9
  const base = { expected: expected && { low: expected.low, high: expected.high }, authority, rescue: rescueOf(before, after) }
  if (before.mites === 0) return { ...base, ...UNTOLD, verdict: 'cannot-say', text: 'No mites were found before, so nobody can say what it took.' }
  const taken = takenBetween(pair)
  const [now, untreated, efficacy] = [rangeOf(taken.now), rangeOf(taken.untreated), rangeOf(taken)]
  const still = limit === null ? null : sayStill(taken.now.chanceAtLeast(limit), limit)
  const level = `The level was about ${tenths(now.estimate)} in 100 on ${aDay(after.date)}; untreated it would have been about ${tenths(untreated.estimate)} (likely ${tenths(untreated.low)} to ${tenths(untreated.high)})${pair.outside ? ', with mites from outside as its yard shows them' : ''}.`
  const figure = `It took about ${sayShare(efficacy.estimate)} (likely ${sayShare(efficacy.low)} to ${percent(Math.max(0, efficacy.high))}).`
  const found = { ...base, efficacy, now, untreated, still }
  if (!expected) return { ...found, chance: null, verdict: 'unclear', text: `${level} ${figure}` }
  const chance = taken.chanceAtLeast(expected.low)
  const why = expected.movedBy ?? []
  const should = `It should take ${percent(expected.low)} to ${percent(expected.high)}${why.length > 0 ? ` (${why.join('; ')})` : ''}, and authorities expect ${percent(authority)}`
  const said = (says: string) => `${level} ${figure} ${should}: ${says}`
  if (chance >= NEARLY_ALL) return { ...found, chance, verdict: 'worked', text: said('it did its work.') }
  if (chance <= HARDLY_ANY) return { ...found, chance, verdict: 'short', text: said('it fell short.') }
  const so = `${of100(chance)} of 100 such courses did.`
  const text =
    chance >= 0.5
      ? said(`about what it should, as far as two jars can tell; ${so} ${ANOTHER}`)
      : said(`likely less than it should, but two jars are too few to tell; ${so} ${ANOTHER}`)
  return { ...found, chance, verdict: 'unclear', text }
}
