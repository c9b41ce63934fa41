import { sayDays, type Day } from '../../time/index.ts'
import { plain, plural } from '../../units/index.ts'
import { aDay } from '../notation.ts'
import { speaker } from '../speaker.ts'
import { sayLevel } from './levels.ts'

/** What a keeper found to have kept a course from its work. */
const FOUND = {
  counts: 'its counts do not compare',
  strength: 'strength and brood at its start',
  contact: 'the bees hardly met it',
  temperature: 'its days were too cold',
  dose: 'the dose',
  days: 'it was too short, or its rounds were not kept',
  pack: 'the pack',
  together: 'the yard was not treated together',
  outside: 'mites came from outside',
  before: 'what was given before it',
  resistance: 'its mites withstand it',
} as const

type Level = Parameters<typeof sayLevel>[0]
interface Before {
  readonly name: string
  readonly day: Day
  readonly near: Day
}
const ORDINAL = ['', '', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth']
const ordinal = (n: number): string => ORDINAL[n] ?? `${n}th`
const share = (x: number): string => plain(x * 100, 0)

/** Gate 7: what was given before, how often, how long ago, and whether it worked. */
export const ROTATION = speaker('rotation', {
  nothingGiven: () => 'Nothing is given.',
  noneKnown: () => 'No earlier treatment is known.',
  last: (v: Before) => `Last time it was ${v.name} (${aDay(v.day, v.near)}).`,
  running: (v: Before & { why: 'same' | 'this-alone' | 'that-alone' }) =>
    `${v.name} is still running since ${aDay(v.day, v.near)}${
      { same: '', 'this-alone': '; this one is not given beside another', 'that-alone': '; nothing is given beside it' }[v.why]
    }.`,
  beside: (v: Before) => `${v.name} is still running since ${aDay(v.day, v.near)}: read both labels before giving them together.`,
  gap: (v: { ended: Day; near: Day; gap: number; why: string }) =>
    `The last course ended ${aDay(v.ended, v.near)}; ${sayDays(v.gap)} must lie between${v.why ? `: ${v.why}` : ''}.`,
  tooMany: (v: { courses: number; most: number }) => `${plural(v.courses, 'course')} this year already; the most is ${v.most}.`,
  again: (v: Before & { row: number }) =>
    `${v.name} was the last treatment too (${aDay(v.day, v.near)}): give another active a turn, or mites learn to live with it.${
      v.row > 1 ? ` It would be the ${ordinal(v.row + 1)} in a row.` : ''
    }`,
  yardHadIt: (v: Before) => `No treatment of this colony is known, but the yard had ${v.name} last (${aDay(v.day, v.near)}): its mites have met it.`,
  fellShort: (v: { took: number; why: keyof typeof FOUND | null }) =>
    v.why
      ? `It took only about ${share(v.took)} % of the mites last time, and you found why: ${FOUND[v.why]}. Put that right first.`
      : `It took only about ${share(v.took)} % of the mites last time: find out why first.`,
  withstood: (v: Before & { own: boolean }) =>
    `You found that ${v.own ? 'its mites' : 'mites of this yard'} withstand it (after ${v.name}, ${aDay(v.day, v.near)}): give another active.`,
  fellShortInYard: (v: { least: number; short: number; counted: number }) =>
    `In this yard it likely took under ${share(v.least)} % in ${v.short} of ${v.counted} colonies that were counted after it: find out why first.`,
  resistance: (v: { why: string }) => v.why,
  whenOver: (v: { level: Level; day: Day; near: Day }) => `${sayLevel(v.level)} from ${aDay(v.day, v.near)}, when it should be over.`,
  onceOver: (v: { level: Level }) => `${sayLevel(v.level)} once that course is over.`,
  from: (v: { day: Day; near: Day }) => `Fits from ${aDay(v.day, v.near)}.`,
  nextYear: (v: { level: Level }) => `${sayLevel(v.level)} next year.`,
  afterAnother: (v: { level: Level }) => `${sayLevel(v.level)} after a course of another active.`,
  hadItWorked: (v: { level: Level; courses: number }) => `${sayLevel(v.level)} if ${v.courses === 1 ? 'that course' : 'those courses'} had worked.`,
  testJar: () => 'A test jar in which your own mites die would settle it.',
  careAfterSame: () => 'Needs care after a course of the same active.',
})
