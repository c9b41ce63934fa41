import { CAPPED_DAYS } from '../../situation/index.ts'
import { patternOf, pricedRhythm, publishedPattern, sayCoverage, type BroodReach, type Treatment } from '../../treatments/index.ts'
import { sayDays } from '../../time/index.ts'
import { gateOf, sayFlip, withColony, type Gate, type JudgedSituation, type Level, type Way } from '../finding.ts'

/** Worker brood is capped for 12 days, drone brood 14-15 (development times; fact sheet section F, from memory). */
const SOURCE = 'worker brood is capped for 12 days, drone 14-15; from memory'

const WAYS: readonly Way[] = [
  { say: 'while nothing is capped', change: withColony({ brood: 'none', framesOfBrood: 0 }) },
  { say: 'once brood is capped', change: withColony({ brood: 'capped' }) },
]

interface Said {
  readonly level: Level
  readonly text: string
  readonly figure?: string
}
type Reading = (option: Treatment, s: JudgedSituation) => Said

const howMuch = ({ colony }: JudgedSituation) => (colony.framesOfBrood === null ? '' : ` (${colony.framesOfBrood} frames of brood)`)
const cell = ({ colony }: JudgedSituation) => (colony.framesOfBrood === null ? 'capped' : `${colony.framesOfBrood} fr`)

const inSeries: Reading = (option, s) => {
  const pattern = patternOf(option, s)
  switch (s.colony.brood) {
    case 'none':
      return { level: 'fits', text: 'No brood: every mite can be reached, and one round is enough.' }
    case 'open':
      return { level: 'fits', text: 'Nothing capped yet: every mite can be reached, if it is done before the first cell is capped.' }
    case 'capped':
      return {
        level: 'care',
        text: `Capped brood hides most mites${howMuch(s)}: one round cannot work, so a series is planned (${pattern.name}); through heavy brood even that may leave a third.${priceOf(option, s)}`,
        figure: cell(s),
      }
  }
}

/** What the keeper's own rhythm meets, beside the published one: they choose, and are told the price. */
function priceOf(option: Treatment, s: JudgedSituation): string {
  const priced = pricedRhythm(option, s)
  if (!priced) return ''
  return ` In your own rhythm the rounds meet ${sayCoverage(priced.own)}; the published ${publishedPattern(option, s.colony.brood).name} meet ${sayCoverage(priced.published)}.`
}

const justOnce: Reading = (_option, s) => {
  switch (s.colony.brood) {
    case 'none':
      return { level: 'fits', text: 'No brood: every mite can be reached by the one round.' }
    case 'open':
      return { level: 'care', text: 'Nothing capped, so every mite can be reached; but it harms open brood.', figure: 'open' }
    case 'capped':
      return {
        level: 'ruled-out',
        text: `It is given once, and capped brood hides most mites from it${howMuch(s)}: not while anything is capped.`,
        figure: cell(s),
      }
  }
}

const READINGS: Record<BroodReach, Reading> = {
  none: () => ({ level: 'fits', text: 'Nothing is given, so brood does not matter.' }),
  'under-cappings': () => ({ level: 'fits', text: 'Reaches mites under cappings as well.' }),
  outlasts: (option, s) => ({
    level: 'fits',
    text: `Does not reach under cappings, but works for ${sayDays(patternOf(option, s).days.least)} and outlasts the ${CAPPED_DAYS.worker} days that brood is capped.`,
  }),
  series: inSeries,
  once: justOnce,
  brake: (_option, s) =>
    s.colony.brood === 'none'
      ? { level: 'ruled-out', text: 'No brood, so no drone brood to take mites out with.', figure: 'no brood' }
      : { level: 'fits', text: 'Takes the mites that sit in drone brood, which they like eight times better; it leaves the others.' },
  opens: (_option, s) =>
    s.colony.brood === 'none'
      ? { level: 'ruled-out', text: 'There is no brood to break: the round that follows a break can be given at once.', figure: 'no brood' }
      : { level: 'fits', text: 'Leaves no brood to hide in, so that one oxalic round reaches every mite.' },
}

/** Gate 3: can it reach the mites, most of which sit under cappings while there is capped brood? */
export const brood: Gate = gateOf({ readsDay: true }, (option, s) => {
  const said = READINGS[option.reach](option, s)
  return [
    {
      gate: 'brood',
      level: said.level,
      ...(option.reach === 'under-cappings' || option.reach === 'none' ? {} : { about: 'brood' as const }),
      figure: said.figure ?? null,
      limit: `${CAPPED_DAYS.worker} d capped`,
      source: SOURCE,
      text: () => said.text,
      flip: () => sayFlip(brood, option, s, WAYS),
    },
  ]
})
