import type { Estimate } from '../count/index.ts'
import { takenBetween, type JarCount } from '../efficacy/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { URGENT } from '../judge/index.ts'
import { plain } from '../units/index.ts'

/** What a course took of the mites, held against what it should. */
export interface Outcome {
  /** Share taken, 0-1 (negative where there are more than before); null where there was nothing before. */
  readonly efficacy: Estimate | null
  readonly expected: { readonly low: number; readonly high: number } | null
  /** What authorities expect: 0.95 of a synthetic, 0.9 of an organic treatment. */
  readonly authority: number
  /** `as-expected`: it took what it should, and less would be no wonder either: two jars cannot tell. */
  readonly verdict: 'worked' | 'as-expected' | 'short' | 'unclear' | 'cannot-say'
  readonly text: string
  /** Of a colony that was in danger and is not any more: what else it needs. */
  readonly rescue: string | null
}

const RESCUED =
  'It was in danger before this course. Mites gone are not viruses gone: feed it if its stores are light, requeen it if the brood stays spotty or it does not pick up, and look again in spring.'
/** Of a colony that was in danger before a course and is not after it, by the jars: what its bees need besides (common practice, no source). */
const rescueOf = (before: JarCount, after: JarCount): string | null => {
  const inDanger = ({ mites, bees }: JarCount): boolean => mites * 100 >= URGENT.awake * bees
  return inDanger(before) && !inDanger(after) ? RESCUED : null
}

const percent = (x: number) => `${plain(x * 100, 0)} %`
/** An interval open at the bottom would print as a huge negative share; below nothing taken it is said in words. */
const sayLow = (x: number) => (x < 0 ? 'none' : percent(x))

/**
 * Efficacy 1 - after/before of two jars by one method, held against what it should take. Authorities expect 90 % of an organic and 95 % of a
 * synthetic treatment (EMA guideline on products controlling Varroa, from memory).
 */
export const efficacy = (before: JarCount, after: JarCount, treatment: Treatment, broodless: boolean): Outcome => ({
  ...takenBy(before, after, treatment, broodless),
  rescue: rescueOf(before, after),
})

function takenBy(before: JarCount, after: JarCount, treatment: Treatment, broodless: boolean): Omit<Outcome, 'rescue'> {
  const authority = treatment.synthetic ? 0.95 : 0.9
  const expected = treatment.efficacy ? treatment.efficacy[broodless ? 'broodless' : 'brood'] : null
  if (before.mites === 0) {
    return { efficacy: null, expected, authority, verdict: 'cannot-say', text: 'No mites were found before, so nobody can say what it took.' }
  }
  const found = takenBetween(before, after)
  const figure = `It took about ${sayLow(found.estimate)} of them (likely ${sayLow(found.low)} to ${percent(Math.max(0, found.high))}).`
  if (!expected)
    return { efficacy: found, expected, authority, verdict: 'unclear', text: found.estimate < 0 ? 'There are more mites than before.' : figure }
  const should = `It should take ${percent(expected.low)} to ${percent(expected.high)}, and authorities expect ${percent(authority)}`
  if (found.high < expected.low) return { efficacy: found, expected, authority, verdict: 'short', text: `${figure} ${should}: it fell short.` }
  if (found.estimate >= expected.low) {
    if (found.low >= expected.low) return { efficacy: found, expected, authority, verdict: 'worked', text: `${figure} ${should}: it did its work.` }
    return {
      efficacy: found,
      expected,
      authority,
      verdict: 'as-expected',
      text: `${figure} ${should}: about what it should, as far as two jars can tell.`,
    }
  }
  return {
    efficacy: found,
    expected,
    authority,
    verdict: 'unclear',
    text: `${figure} ${should}: below what it should, but two jars are too few to tell.`,
  }
}
