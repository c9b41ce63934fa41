/** What became of a course or a round, in a word and its tone. */
import type { Reviewed } from '@thistle/core/book'

export const REVIEWED_WORDS: Readonly<Record<Reviewed, readonly [word: string, tone: string]>> = {
  worked: ['Worked', 'settled'],
  'fell-short': ['Fell short', 'alarm'],
  'from-outside': ['Mites from outside', 'care'],
  'too-few': ['Too few to tell', ''],
  'too-soon': ['Too soon', 'soft'],
  'not-counted': ['Not counted after', 'care'],
  'cannot-say': ['Cannot be said', 'soft'],
}
export const reviewedWord = (verdict: Reviewed): string => REVIEWED_WORDS[verdict][0].toLowerCase()
