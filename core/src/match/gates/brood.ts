import { patternOf } from '../../treatments/index.ts'
import { sayDays } from '../../time/index.ts'
import { sayFlip, withColony, type Gate, type Level, type Way } from '../finding.ts'

/** Worker brood is capped for 12 days, drone brood 14-15 (development times; fact sheet section F, from memory). */
const CAPPED_DAYS = 12
const SOURCE = 'worker brood is capped for 12 days, drone 14-15; from memory'

const WAYS: readonly Way[] = [
  { say: 'while nothing is capped', change: withColony({ brood: 'none', framesOfBrood: 0 }) },
  { say: 'once brood is capped', change: withColony({ brood: 'capped' }) },
]

/** Gate 3: can it reach the mites, most of which sit under cappings while there is capped brood? */
export const brood: Gate = (option, s) => {
  const state = s.colony.brood
  const frames = s.colony.framesOfBrood
  const where = frames === null || state !== 'capped' ? '' : ` (${frames} frames of brood)`
  const finding = (level: Level, text: string, figure: string | null = null) => [
    {
      gate: 'brood' as const,
      level,
      figure,
      limit: `${CAPPED_DAYS} d capped`,
      source: SOURCE,
      text: () => text,
      flip: () => sayFlip(brood, option, s, WAYS),
    },
  ]
  if (option.active === null) return finding('fits', 'Nothing is given, so brood does not matter.')
  if (option.underCappings) return finding('fits', 'Reaches mites under cappings as well.')
  const pattern = patternOf(option, state)
  if (option.outlastsBrood) {
    return finding(
      'fits',
      `Does not reach under cappings, but hangs for ${sayDays(pattern.days.least)} and outlasts the ${CAPPED_DAYS} days that brood is capped.`,
    )
  }
  if (state === 'none') return finding('fits', 'No brood: every mite can be reached, and one round is enough.')
  if (state === 'open') return finding('fits', 'Nothing capped yet: every mite can be reached, if it is done before the first cell is capped.')
  if (state === null)
    return finding('care', 'Whether brood is capped is not known: with capped brood one round cannot work, and a series is planned.', 'not known')
  return finding(
    'care',
    `Capped brood hides most mites${where}: one round cannot work, so a series is planned (${pattern.name}); through heavy brood even that may leave a third.`,
    frames === null ? 'capped' : `${frames} fr`,
  )
}
