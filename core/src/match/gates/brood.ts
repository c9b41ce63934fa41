import { CAPPED_DAYS } from '../../situation/index.ts'
import { patternOf, pricedRhythm, publishedPattern, sayCoverage, type BroodReach, type Treatment } from '../../treatments/index.ts'
import { gateOf, turnOf, withColony, worse, type Gate, type JudgedSituation, type Level, type Way } from '../finding.ts'
import { afterBreak, fitAfterBreak } from './after-break.ts'
import { BROOD, BROOD_WAYS, type Said } from '../../words/index.ts'

/** Worker brood is capped for 12 days, drone brood 14-15 (development times; fact sheet section F, from memory). */
const SOURCE = 'worker brood is capped for 12 days, drone 14-15; from memory'

const WAYS: readonly Way[] = [
  { say: BROOD_WAYS.nothingCapped(), change: withColony({ brood: 'none', framesOfBrood: 0 }) },
  { say: BROOD_WAYS.capped(), change: withColony({ brood: 'capped' }) },
]

interface Read {
  readonly level: Level
  readonly says: () => Said
  readonly figure?: string
}
type Reading = (option: Treatment, s: JudgedSituation) => Read

const cell = ({ colony }: JudgedSituation) => (colony.framesOfBrood === null ? 'capped' : `${colony.framesOfBrood} fr`)

/** What the keeper's own rhythm meets, beside the published one: they choose, and are told the price. */
function priceOf(option: Treatment, s: JudgedSituation) {
  const priced = pricedRhythm(option, s)
  if (!priced) return null
  const published = publishedPattern(option, s.colony.brood).name
  return { rounds: sayCoverage(priced.own), published, by: sayCoverage(priced.published) }
}

const inSeries: Reading = (option, s) => {
  switch (s.colony.brood) {
    case 'none':
      return { level: 'fits', says: () => BROOD.oneRoundEnough() }
    case 'open':
      return { level: 'fits', says: () => BROOD.nothingCappedYet() }
    case 'capped': {
      const says = () => BROOD.seriesNeeded({ frames: s.colony.framesOfBrood, series: patternOf(option, s).name, own: priceOf(option, s) })
      return { level: 'care', says, figure: cell(s) }
    }
  }
}

const justOnce: Reading = (_option, s) => {
  switch (s.colony.brood) {
    case 'none':
      return { level: 'fits', says: () => BROOD.oneRound() }
    case 'open':
      return { level: 'care', says: () => BROOD.harmsOpenBrood(), figure: 'open' }
    case 'capped':
      return { level: 'ruled-out', says: () => BROOD.onceOnly({ frames: s.colony.framesOfBrood }), figure: cell(s) }
  }
}

const READINGS: Record<BroodReach, Reading> = {
  none: () => ({ level: 'fits', says: () => BROOD.nothingGiven() }),
  'under-cappings': () => ({ level: 'fits', says: () => BROOD.underCappings() }),
  outlasts: (option, s) => ({
    level: 'fits',
    says: () => BROOD.outlasts({ days: patternOf(option, s).days.least, capped: CAPPED_DAYS.worker }),
  }),
  series: inSeries,
  once: justOnce,
  brake: (_option, s) =>
    s.colony.brood === 'none'
      ? { level: 'ruled-out', says: () => BROOD.noDrones(), figure: 'no brood' }
      : { level: 'fits', says: () => BROOD.takesDrones() },
  opens: (_option, s) =>
    s.colony.brood === 'none'
      ? { level: 'ruled-out', says: () => BROOD.nothingToBreak(), figure: 'no brood' }
      : { level: 'fits', says: () => BROOD.opens() },
}

/** Of a break the day matters: the round after it has its own. */
const sameOn: Gate['sameOn'] = (option, one, other) => option.reach !== 'opens' && one.colony === other.colony

const fitOn = (option: Treatment, s: JudgedSituation): Level => {
  const { level } = READINGS[option.reach](option, s)
  return option.reach === 'opens' && level !== 'ruled-out' ? worse(level, fitAfterBreak(s)) : level
}

/** Gate 3: can it reach the mites, most of which sit under cappings while there is capped brood? */
export const brood: Gate = gateOf({ readsDay: true, sameOn, fitOn }, (option, s) => {
  const read = READINGS[option.reach](option, s)
  const then = option.reach === 'opens' && read.level !== 'ruled-out' ? afterBreak(option, s) : []
  return [
    ...then,
    {
      gate: 'brood',
      level: read.level,
      about: option.reach === 'under-cappings' || option.reach === 'none' ? undefined : 'brood',
      figure: read.figure ?? null,
      limit: `${CAPPED_DAYS.worker} d capped`,
      source: SOURCE,
      says: read.says,
      turns: () => turnOf(brood, option, s, WAYS),
    },
  ]
})
