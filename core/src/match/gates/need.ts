import { influxOf, growthADay, DRONE_LIMIT, isOver, judge, limitOf, STALE_AFTER, URGENT, type JudgementLevel } from '../../judge/index.ts'
import { phaseAt, queensToBeHad } from '../../situation/index.ts'
import { sayDays } from '../../time/index.ts'
import { plain, plural } from '../../units/index.ts'
import { gateOf, levelAt, sayLevel, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'
import { efficacyHere } from '../../efficacy/index.ts'
import type { Treatment } from '../../treatments/index.ts'
import { aDay } from '../../words/index.ts'

const FOR_TREATMENT: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'fits', urgent: 'fits' }
/** A brake takes some of the mites over a season: not what a colony over its limit needs. */
const FOR_A_BRAKE: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'care', urgent: 'ruled-out' }
/** A break kills nothing until it is over, three weeks on: a colony in danger has not got them. */
const FOR_A_BREAK: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'fits', urgent: 'ruled-out' }
/** At `treat` waiting is brought back with care by the matcher where nothing else can be done. */
const FOR_WAITING: Record<JudgementLevel, Level> = { unknown: 'care', under: 'fits', watch: 'fits', treat: 'ruled-out', urgent: 'ruled-out' }

/** Fewest (or most) mites in the same jar that change this gate's answer, found by judging again. */
function flipByCount(option: Treatment, s: JudgedSituation): string | null {
  const { mites, bees, method, countedOn, recovery } = s.judgement
  if (mites === null || bees === null || method === null || countedOn === null)
    return s.judgement.phase === 'dormant' ? 'A board over three to seven days would settle it.' : 'A wash of about 300 bees would settle it.'
  const limit = method === 'drone' ? DRONE_LIMIT : limitOf(s.keeper, s.judgement.phase)
  const what = method === 'drone' ? 'cells' : 'bees'
  const now = levelAt(need, option, s)
  const atLimit = Math.ceil((limit.mites * bees * (recovery ?? 1)) / limit.bees)
  const danger = Math.ceil((bees * URGENT[s.judgement.phase === 'dormant' ? 'dormant' : 'awake'] * (recovery ?? 1)) / 100)
  const tries = mites < atLimit ? [atLimit, danger] : [atLimit - 1, danger]
  for (const n of tries) {
    if (n < 0 || n > bees || n === mites) continue
    const counts = [{ date: countedOn, method, mites: n, bees, days: null, recovery, representative: null }]
    const level = levelAt(need, option, { ...s, counts, judgement: judge({ ...s, counts }) })
    if (level !== now)
      return `${sayLevel(level)} ${n > mites ? `from ${plural(n, 'mite')} on ${bees} ${what} up` : `at ${plural(n, 'mite')} on ${bees} ${what} or fewer`}.`
  }
  return 'No other count in the same jar would change it.'
}

function sayNeed(option: Treatment, s: JudgedSituation): string {
  const j = s.judgement
  const figure =
    j.estimate === null
      ? ''
      : `${j.estimate.toFixed(1)} ${j.unit === 'perDay' ? 'mites a day' : 'in 100'} against a limit of ${plain(j.threshold ?? 0, 2)}`
  if (j.level === 'unknown' && j.countedOn !== null) return `${j.text} ${j.phase === 'dormant' ? 'Read a board first.' : 'Count again first.'}`
  if (j.level === 'unknown')
    return option.way !== 'waiting'
      ? 'No count, so nobody can say it is needed: count first.'
      : 'No count yet: waiting without one is guessing. Count now.'
  if (option.way === 'waiting') {
    if (j.level === 'under' || j.level === 'watch') return `${figure}: it can be left until ${aDay(j.recountBy)}, and counted again by then.`
    const breeds = growthADay(phaseAt(s, s.startOn), s.colony.brood) > 0
    return `${figure}: ${j.level === 'urgent' ? 'waiting would lose the colony' : breeds ? 'waiting lets them double in about a month' : 'they do not breed without brood, but live on the bees that carry the colony through'}.`
  }
  if (j.level === 'under' || j.level === 'watch')
    return `${figure}: not needed yet${j.level === 'watch' ? ', though the count cannot rule out more' : ''}.`
  if (option.reach === 'brake')
    return `${figure}: ${j.level === 'urgent' ? 'in danger, and this is a brake, not a cure' : 'a brake, not a cure: something that kills is needed as well'}.`
  if (option.reach === 'opens' && j.level === 'urgent') return `${figure}: in danger, and a break kills nothing for three weeks.`
  return `${figure}: ${j.level === 'urgent' ? (queensToBeHad(s, s.startOn) ? 'in danger, act now. A queen lost can be mended, a colony lost cannot' : 'in danger, act now') : 'treatment is needed'}.`
}

/** An option that likely takes less than this is no first choice for a colony in danger, however tightly it is known (a guess). */
const WEAK = 0.7

/** Where even the most it may take leaves the level at or over the limit; of a colony in danger also where a weak option likely does. */
function stillOver(option: Treatment, s: JudgedSituation): LazyFinding | null {
  const j = s.judgement
  if (option.way !== 'given' || j.estimate === null || j.threshold === null) return null
  if (j.unit === 'per100cells' || !isOver(j)) return null
  const takes = efficacyHere(option, s)
  if (!takes) return null
  const level = (j.corrected ?? j).estimate ?? j.estimate
  const threshold = j.threshold
  const [likely, atBest] = [level * (1 - takes.estimate), level * (1 - takes.high)]
  const weak = j.level === 'urgent' && takes.estimate < WEAK && likely >= threshold
  if (atBest < threshold && !weak) return null
  const enough = 1 - threshold / level
  return {
    gate: 'need',
    level: 'care',
    figure: `${plain(takes.estimate * 100, 0)} %`,
    limit: `${plain(enough * 100, 0)} %`,
    source: option.efficacySource,
    text: () =>
      `It takes ${plain(takes.low * 100, 0)} to ${plain(takes.high * 100, 0)} % here (${takes.because.join('; ')}): ${
        atBest >= threshold
          ? `even at its best about ${plain(atBest)} would be left, over the limit of ${plain(threshold, 2)}. It cannot do it alone`
          : `about ${plain(likely)} would likely be left, over the limit of ${plain(threshold, 2)}`
      }.`,
    flip: () => `Under ${plain(threshold / (1 - (atBest >= threshold ? takes.high : takes.estimate)))} it could.`,
  }
}

/** Gate 1: does the count call for it? A treatment is never worse than care here. */
export const need: Gate = gateOf({ readsDay: true }, (option, s) => {
  const j = s.judgement
  const own = limitOf(s.keeper, j.phase)
  const level = (
    option.way === 'waiting' ? FOR_WAITING : option.reach === 'brake' ? FOR_A_BRAKE : option.reach === 'opens' ? FOR_A_BREAK : FOR_TREATMENT
  )[j.level]
  const findings: LazyFinding[] = [
    {
      gate: 'need',
      level,
      of: j.level === 'unknown' && option.way !== 'waiting' ? 'count' : 'fit',
      figure: j.estimate === null ? 'no count' : j.estimate.toFixed(1),
      limit: plain(j.threshold ?? 100 * (own.mites / own.bees), 2),
      source: j.limitSource,
      text: () => sayNeed(option, s),
      flip: () => flipByCount(option, s),
    },
  ]
  const weak = stillOver(option, s)
  if (weak) findings.push(weak)
  const influx = influxOf(s)
  if (influx) {
    findings.push({
      gate: 'need',
      level: 'fits',
      figure: null,
      limit: null,
      source: 'faster than mites breed; Martin 1998, from memory',
      text: () =>
        `From ${influx.low.toFixed(1)} on ${aDay(influx.from, s.asOf)} to ${influx.high.toFixed(1)} in 100 on ${aDay(influx.to, s.asOf)}, after a course: faster than mites breed, so they came from outside. Look for a colony that collapses nearby, and narrow the entrance against robbing.`,
      flip: () => null,
    })
  }
  const { trend } = j
  if (trend) {
    findings.push({
      gate: 'need',
      level: 'fits',
      figure: null,
      limit: null,
      source: 'the two counts, exact test of two Poisson means',
      text: () => trend.text,
      flip: () => null,
    })
  }
  if (j.stale && j.age !== null) {
    findings.push({
      gate: 'need',
      level: option.way === 'waiting' && level === 'fits' ? 'care' : 'fits',
      figure: `${j.age} d`,
      limit: `${STALE_AFTER} d`,
      source: 'common practice, no source',
      text: () => `The count is ${sayDays(j.age ?? 0)} old: the level will have moved.`,
      flip: () => 'A fresh wash would settle it.',
    })
  }
  if (j.estimate !== null && !j.representative) {
    findings.push({
      gate: 'need',
      level: 'fits',
      figure: null,
      limit: null,
      source: 'common practice, no source',
      text: () => j.notes.find((n) => n.includes('representative')) ?? 'The sample is marked as not representative.',
      flip: () => 'A sample from a colony with brood and a laying queen would be.',
    })
  }
  return findings
})
