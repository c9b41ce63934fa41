import { sayDays, type Day } from '../time/index.ts'
import { plain } from '../units/index.ts'
import { aDay, of100 } from './notation.ts'
import { speaker } from './speaker.ts'

interface Of {
  readonly asOf: Day
}
/** Mites per 100 bees with the ends of nine in ten. */
interface Range {
  readonly low: number
  readonly middle: number
  readonly high: number
}
/** Over this, mites per 100 bees, the model says no more than that: what mites do to bees is not in it (a guess: 5 to 8). */
export const CRUDE_OVER = 8
/** A level as it is told ahead: "under 0.1", "2.4", "over 8". */
export const sayLevelAhead = (x: number): string => (x < 0.1 ? 'under 0.1' : x > CRUDE_OVER ? `over ${CRUDE_OVER}` : plain(x, 1))
/** "2.4 (0.8 to over 8)", "over 8". */
export function sayRangeAhead({ low, middle, high }: Range): string {
  if (middle > CRUDE_OVER) return low > CRUDE_OVER ? sayLevelAhead(low) : `${sayLevelAhead(middle)} (from ${sayLevelAhead(low)})`
  return `${sayLevelAhead(middle)} (${low < 0.1 ? 'up to' : `${sayLevelAhead(low)} to`} ${sayLevelAhead(high)})`
}
const range = (r: Range): string =>
  r.middle > CRUDE_OVER
    ? `${sayLevelAhead(r.middle)} in 100${r.low > CRUDE_OVER ? '' : ` (from ${sayLevelAhead(r.low)})`}`
    : `about ${sayRangeAhead(r).replace(' (', ' in 100 (')}`
const limitWords = (limit: number): string => `${plain(limit, 2)} in 100`
const colonies = (chance: number): string => `${of100(chance)} of 100 such colonies`
const verb = (chance: number, one: string, many: string): string => (Math.round(chance * 100) <= 1 ? one : many)
/** Days on average: "no day", "about 12 days". */
const daysOver = (days: number): string => (days < 0.5 ? 'no day' : `about ${sayDays(Math.round(days))}`)
/** Of a hundred: "under 1", "80". */
const ofHundred = (share: number): string => (share < 0.01 ? 'under 1' : plain(share * 100, 0))
const percent = (share: number): string => `${plain(share * 100, 0)} in 100`

/** What the model says ahead of a colony: a date before a figure, and never a figure without its range. */
export const OUTLOOK = speaker('outlook', {
  uncounted: (v: { on: Day } & Range & Of) =>
    `Nothing is counted: this is what the season leads one to expect of any colony, ${range(v)} on ${aDay(v.on, v.asOf)} if nothing is done. Count first.`,
  over: (v: { chance: number; limit: number; on: Day } & Range & Of) =>
    `${colonies(v.chance).replace(/^./, (c) => c.toUpperCase())} ${verb(v.chance, 'stands', 'stand')} at or over ${limitWords(v.limit)} today; left alone ${range(v)} on ${aDay(v.on, v.asOf)}.`,
  recount: (v: { by: Day; chance: number; limit: number; winter: boolean } & Of) =>
    `Count again by ${aDay(v.by, v.asOf)}${v.winter ? ', on a board' : ''}: ${
      v.chance >= 0.17 && v.chance <= 0.23 ? 'one in five such colonies stands' : `${colonies(v.chance)} ${verb(v.chance, 'stands', 'stand')}`
    } at or over ${limitWords(v.limit)} by then.`,
  running: (v: { names: readonly string[]; chance: number; limit: number; on: Day } & Range & Of) =>
    `With ${v.names.join(' and ')} in, if it takes what it is taken to take, ${range(v)} on ${aDay(v.on, v.asOf)}: ${colonies(v.chance)} ${verb(v.chance, 'stands', 'stand')} at or over ${limitWords(v.limit)} then. A count tells whether it does.`,
  recountNow: (v: { chance: number; limit: number } & Of) =>
    `Count again now: by the last count ${colonies(v.chance)} ${verb(v.chance, 'stands', 'stand')} at or over ${limitWords(v.limit)} today.`,
  alone: (v: { on: Day } & Range & Of) => `Left alone ${range(v)} on ${aDay(v.on, v.asOf)}.`,
  plan: (v: { name: string; on: Day } & Range & Of) => `${v.name}: ${range(v)} on ${aDay(v.on, v.asOf)}.`,
  contradict: () => 'Its counts do not go together: between them lies more than breeding and chance. Was one a slip, or did mites come, or bees go?',

  breeds: (v: { share: number } & Of) =>
    `Today about ${percent(v.share)} of its mites are on bees; the others are under cappings, and breed. Towards autumn bees grow fewer, and as many mites stand on fewer bees.`,
  rests: () => 'There is next to no brood: mites do not breed until there is again, and nearly all of them are on bees.',
  onBeesAlone: (v: { name: string; share: number; rounds: number; start: Day } & Of) =>
    `On ${aDay(v.start, v.asOf)} about ${percent(v.share)} of the mites are on bees, the others under cappings: ${
      v.rounds === 1
        ? `${v.name} reaches those on bees alone`
        : `each of the ${v.rounds} rounds of ${v.name} reaches those on bees alone, and what comes out in between`
    }.`,
  nothingCapped: (v: { name: string; start: Day } & Of) =>
    `On ${aDay(v.start, v.asOf)} next to nothing is under cappings: ${v.name} reaches nearly every mite.`,
  outlasts: (v: { name: string; days: number; times: number } & Of) =>
    `${v.name} stays in for ${sayDays(v.days)}, ${plain(v.times, 1)} times the 12 that a worker cell is capped: those that come out meet it.`,
  underCappings: (v: { name: string } & Of) => `${v.name} reaches mites under cappings as well.`,
  takes: (v: { name: string; low: number; estimate: number; high: number } & Of) =>
    `${v.name} is taken to take about ${percent(v.estimate)} of the mites (${plain(v.low * 100, 0)} to ${plain(v.high * 100, 0)}), as in Match.`,
  series: (
    v: {
      name: string
      rounds: number
      every: number
      start: Day
      last: Day
      low: number
      middle: number
      high: number
      without: number
      takes: number
    } & Of,
  ) =>
    `${v.name}, ${v.rounds === 1 ? `one round on ${aDay(v.start, v.asOf)}` : `${v.rounds} rounds ${v.every} days apart, from ${aDay(v.start, v.asOf)} to ${aDay(v.last, v.asOf)}`}: of 100 mites that are there before it ${v.middle < 0.01 ? '' : 'about '}${ofHundred(v.middle)} (${ofHundred(v.low)} to ${ofHundred(v.high)}) ${v.middle < 0.01 ? 'is' : 'are'} there three days after ${v.rounds === 1 ? 'it' : 'the last'}, where without it there would be about ${plain(v.without * 100, 0)}: it takes ${v.takes > 0.99 ? 'over 99 in 100' : percent(v.takes)}.`,
  tooFar: (v: { every: number; sure: boolean } & Of) =>
    `Mites that come out of the brood ride on bees for some 4 to 7 days: with ${v.every} between two rounds ${v.sure ? 'many' : 'some'} go under cappings again without meeting one.`,
  tooShort: (v: { spans: number; capped: number } & Of) =>
    `The rounds end ${sayDays(v.spans)} after the first: what was capped then comes out for ${sayDays(v.capped)}, and the last of it meets none.`,
  fewerBees: (v: { share: number; on: Day } & Of) => `The queen lays less meanwhile: about ${percent(v.share)} fewer bees on ${aDay(v.on, v.asOf)}.`,
  caged: (v: { days: number } & Of) => `Nothing is laid for ${sayDays(v.days)}: mites have nowhere to breed, and come out on to the bees.`,
  droneComb: () => 'Drone comb takes many times the mites of worker comb: those in it go with it.',
  asItWas: (v: { name: string; start: Day; on: Day; days: number } & Range & Of) =>
    `${v.name}, begun on ${aDay(v.start, v.asOf)}: by its counts ${range(v)} on ${aDay(v.on, v.asOf)}, and ${daysOver(v.days)} over the limit.`,
  wereEarlier: (v: { start: Day; days: number } & Range & Of) =>
    `Begun on ${aDay(v.start, v.asOf)} instead it would likely stand at ${range(v)}, with ${daysOver(v.days)} over the limit.`,
  wereNever: (v: { days: number } & Range & Of) => `Not given at all it would likely stand at ${range(v)}, with ${daysOver(v.days)} over the limit.`,
  stillOver: () => 'It stands over its limit all the same: what was gained is not enough.',
  after: (v: { chance: number; limit: number; on: Day } & Of) =>
    `What is left breeds on: on ${aDay(v.on, v.asOf)} ${colonies(v.chance)} ${verb(v.chance, 'stands', 'stand')} at or over ${limitWords(v.limit)}.`,
})
