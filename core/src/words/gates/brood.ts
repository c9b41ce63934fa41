import { sayDays, type Day } from '../../time/index.ts'
import { small } from '../../units/index.ts'
import { aDay } from '../notation.ts'
import { speaker, type Said } from '../speaker.ts'

interface Frames {
  readonly frames: number | null
}
/** The round after a break. */
interface Round {
  readonly name: string
  readonly day: Day
  readonly near: Day
}
const howMuch = ({ frames }: Frames): string => (frames === null ? '' : ` (${frames} frames of brood)`)

/** Gate 3: can it reach the mites under cappings? */
export const BROOD = speaker('brood', {
  nothingGiven: () => 'Nothing is given, so brood does not matter.',
  underCappings: () => 'Reaches mites under cappings as well.',
  outlasts: (v: { days: number; capped: number }) =>
    `Does not reach under cappings, but works for ${sayDays(v.days)} and outlasts the ${v.capped} days that brood is capped.`,
  oneRoundEnough: () => 'No brood: every mite can be reached, and one round is enough.',
  nothingCappedYet: () => 'Nothing capped yet: every mite can be reached, if it is done before the first cell is capped.',
  seriesNeeded: (v: Frames & { series: string; own: { rounds: string; published: string; by: string } | null }) =>
    `Capped brood hides most mites${howMuch(v)}: one round cannot work, so a series is planned (${v.series}); through heavy brood even that may leave a third.${
      v.own ? ` In your own rhythm the rounds meet ${v.own.rounds}; the published ${v.own.published} meet ${v.own.by}.` : ''
    }`,
  oneRound: () => 'No brood: every mite can be reached by the one round.',
  harmsOpenBrood: () => 'Nothing capped, so every mite can be reached; but it harms open brood.',
  onceOnly: (v: Frames) => `It is given once, and capped brood hides most mites from it${howMuch(v)}: not while anything is capped.`,
  noDrones: () => 'No brood, so no drone brood to take mites out with.',
  takesDrones: () => 'Takes the mites that sit in drone brood, which they like eight times better; it leaves the others.',
  nothingToBreak: () => 'There is no brood to break: the round that follows a break can be given at once.',
  roundThen: (v: Round) => `It takes no mite by itself: ${small(v.name)} once nothing is capped, about ${aDay(v.day, v.near)}, takes most of them.`,
  roundWithCare: (v: Round & { why: Said }) =>
    `It takes no mite by itself, and the round that does, ${small(v.name)} about ${aDay(v.day, v.near)}, fits with care: ${v.why.text}`,
  roundHindered: (v: Round & { why: Said }) =>
    `It takes no mite by itself, and something stands against the round that does, ${small(v.name)} about ${aDay(v.day, v.near)}: ${v.why.text}`,
  roundRefused: () => 'It takes no mite by itself, and your own list refuses every oxalic round that could follow it.',
  ifAllowed: () => 'It would have one if your list allowed oxalic acid, trickled or as vapour.',
  noQueens: (v: Pick<Round, 'day' | 'near'>) =>
    `A queen lost in the caging could not be replaced about ${aDay(v.day, v.near)}: hardly any are raised or sold then.`,
  noTimeForWinterBees: (v: { freed: Day; rest: Day; weeks: number; near: Day }) =>
    `The queen would lay again from ${aDay(v.freed, v.near)}, and the winter rest usually begins about ${aDay(v.rest, v.near)}: less than ${v.weeks} weeks to raise winter bees.`,
  begunBy: (v: Pick<Round, 'day' | 'near'>) => `In time if it was begun by ${aDay(v.day, v.near)}.`,
  spareQueen: () => 'Less of a risk with a spare queen in a nucleus.',
  roundLacks: (v: Round & { tools: string }) =>
    `${v.name} about ${aDay(v.day, v.near)}, the round after the break, needs what is missing from your kit: ${v.tools}.`,
  opens: () => 'Leaves no brood to hide in, so that one oxalic round reaches every mite.',
})
export const BROOD_WAYS = speaker('brood-way', {
  nothingCapped: () => 'while nothing is capped',
  capped: () => 'once brood is capped',
})
