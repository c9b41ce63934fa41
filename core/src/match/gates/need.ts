import { influxOf, DRONE_LIMIT, isOver, judge, limitOf, STALE_AFTER, URGENT, type JudgementLevel } from '../../judge/index.ts'
import { growthADay } from '../../level/index.ts'
import { phaseAt, queensToBeHad } from '../../situation/index.ts'
import { plain } from '../../units/index.ts'
import { gateOf, levelAt, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'
import { efficacyHere } from '../../efficacy/index.ts'
import type { Treatment } from '../../treatments/index.ts'
import { NEED, NOTES, type Said } from '../../words/index.ts'

const FOR_TREATMENT: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'fits', urgent: 'fits' }
/** A brake takes some of the mites over a season: not what a colony over its limit needs. */
const FOR_A_BRAKE: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'care', urgent: 'ruled-out' }
/** A break kills nothing until it is over, three weeks on: a colony in danger has not got them. */
const FOR_A_BREAK: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'fits', urgent: 'ruled-out' }
/** At `treat` waiting is brought back with care by the matcher where nothing else can be done. */
const FOR_WAITING: Record<JudgementLevel, Level> = { unknown: 'care', under: 'fits', watch: 'fits', treat: 'ruled-out', urgent: 'ruled-out' }

/** Fewest (or most) mites in the same jar that change this gate's answer, found by judging again. */
function flipByCount(option: Treatment, s: JudgedSituation): Said {
  const { mites, bees, method, countedOn, recovery } = s.judgement
  if (mites === null || bees === null || method === null || countedOn === null)
    return s.judgement.phase === 'dormant' ? NEED.boardSettles() : NEED.washSettles()
  const limit = method === 'drone' ? DRONE_LIMIT : limitOf(s.keeper, s.judgement.phase)
  const now = levelAt(need, option, s)
  const atLimit = Math.ceil((limit.mites * bees * (recovery ?? 1)) / limit.bees)
  const danger = Math.ceil((bees * URGENT[s.judgement.phase === 'dormant' ? 'dormant' : 'awake'] * (recovery ?? 1)) / 100)
  const tries = mites < atLimit ? [atLimit, danger] : [atLimit - 1, danger]
  for (const n of tries) {
    if (n < 0 || n > bees || n === mites) continue
    const counts = [{ date: countedOn, method, mites: n, bees, days: null, recovery, representative: null }]
    const level = levelAt(need, option, { ...s, counts, judgement: judge({ ...s, counts }) })
    if (level !== now) return NEED.byCount({ level, mites: n, of: bees, what: method === 'drone' ? 'cells' : 'bees', up: n > mites })
  }
  return NEED.noOtherCount()
}

function sayNeed(option: Treatment, s: JudgedSituation): Said {
  const { level, countedOn, phase, text, unit, threshold, recountBy } = s.judgement
  // What is held against the limit is what is said: with those missed.
  const { estimate } = s.judgement.corrected ?? s.judgement
  if (level === 'unknown' || estimate === null) {
    if (countedOn !== null) return NEED.staleCount({ judged: text, dormant: phase === 'dormant' })
    return option.way !== 'waiting' ? NEED.noCount() : NEED.noCountToWaitOn()
  }
  const at = { estimate, unit, threshold: threshold ?? 0 }
  const { given, p05, p95 } = s.judgement
  if (given?.end && estimate >= at.threshold)
    return option.way === 'waiting' ? NEED.countNow() : NEED.overBefore({ ...at, names: given.names, end: given.end, p05: p05 ?? 0, p95: p95 ?? 0 })
  const under = level === 'under' || level === 'watch'
  if (option.way === 'waiting') {
    if (under) return NEED.mayWait({ ...at, until: recountBy })
    if (level === 'urgent') return NEED.waitingLoses(at)
    return growthADay(phaseAt(s, s.startOn), s.colony.brood) > 0 ? NEED.waitingDoubles(at) : NEED.waitingFeeds(at)
  }
  if (under) return NEED.notYet({ ...at, sure: level === 'under' })
  if (option.reach === 'brake') return level === 'urgent' ? NEED.brakeInDanger(at) : NEED.brake(at)
  if (level !== 'urgent') return NEED.needed(at)
  return option.reach === 'opens' ? NEED.breakInDanger(at) : NEED.danger({ ...at, queens: queensToBeHad(s, s.startOn) })
}

/** An option that likely takes less than this is no first choice for a colony in danger, however tightly it is known (a guess). */
const WEAK = 0.7

/** Where even the most it may take leaves the level at or over the limit; of a colony in danger also where a weak option likely does. */
function stillOver(option: Treatment, s: JudgedSituation): LazyFinding | null {
  const j = s.judgement
  if (option.way !== 'given' || j.p50 === null || j.likelyLimit === null) return null
  if (j.unit === 'per100cells' || !isOver(j)) return null
  const takes = efficacyHere(option, s)
  if (!takes) return null
  const { p50: level, likelyLimit: threshold } = j
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
    says: () => {
      const hopeless = atBest >= threshold
      return NEED.leavesTooMany({
        low: takes.low,
        high: takes.high,
        because: takes.because,
        left: hopeless ? atBest : likely,
        threshold,
        atBest: hopeless,
      })
    },
    turns: () => NEED.under({ level: threshold / (1 - (atBest >= threshold ? takes.high : takes.estimate)) }),
  }
}

const measured = (past: JudgedSituation['yardHistory']): boolean => past?.some((p) => p.efficacy !== null) ?? false
/** The day matters to what it takes here: by its warmth, and by results that grow old. */
const sameOn: Gate['sameOn'] = (option, one, other) =>
  one.colony === other.colony && !option.warmth && !measured(one.history) && !measured(one.yardHistory)

function levelFor({ way, reach }: Treatment, { judgement }: JudgedSituation): Level {
  const table = way === 'waiting' ? FOR_WAITING : reach === 'brake' ? FOR_A_BRAKE : reach === 'opens' ? FOR_A_BREAK : FOR_TREATMENT
  return table[judgement.level]
}
/** Of what nobody counted the fit says nothing. */
const isUncounted = (option: Treatment, { judgement }: JudgedSituation): boolean => judgement.level === 'unknown' && option.way !== 'waiting'
/** Waiting on an old count wants care. */
const waitsOnOld = (option: Treatment, s: JudgedSituation): boolean =>
  s.judgement.stale && s.judgement.age !== null && !s.judgement.given?.end && option.way === 'waiting' && levelFor(option, s) === 'fits'

function fitOn(option: Treatment, s: JudgedSituation): Level {
  const level = isUncounted(option, s) ? 'fits' : levelFor(option, s)
  return level === 'fits' && (waitsOnOld(option, s) || stillOver(option, s) !== null) ? 'care' : level
}

/** Gate 1: does the count call for it? A treatment is never worse than care here. */
export const need: Gate = gateOf({ readsDay: true, sameOn, fitOn }, (option, s) => {
  const j = s.judgement
  const own = limitOf(s.keeper, j.phase)
  const level = levelFor(option, s)
  const findings: LazyFinding[] = [
    {
      gate: 'need',
      level,
      of: isUncounted(option, s) ? 'count' : 'fit',
      figure: (j.corrected ?? j).estimate?.toFixed(1) ?? 'no count',
      limit: plain(j.threshold ?? 100 * (own.mites / own.bees), 2),
      source: j.limitSource,
      says: () => sayNeed(option, s),
      turns: () => (j.given?.end ? NEED.freshWash() : flipByCount(option, s)),
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
      says: () => NEED.influx({ ...influx, asOf: s.asOf }),
      turns: () => null,
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
      says: () => NEED.trend({ trend: trend.text }),
      turns: () => null,
    })
  }
  if (j.stale && j.age !== null) {
    findings.push({
      gate: 'need',
      level: waitsOnOld(option, s) ? 'care' : 'fits',
      figure: `${j.age} d`,
      limit: `${STALE_AFTER} d`,
      source: 'common practice, no source',
      says: () => NEED.old({ days: j.age ?? 0 }),
      turns: () => NEED.freshWash(),
    })
  }
  if (j.estimate !== null && !j.representative) {
    findings.push({
      gate: 'need',
      level: 'fits',
      figure: null,
      limit: null,
      source: 'common practice, no source',
      says: () => (j.unlike === 'broodless' ? NOTES.broodless() : NOTES.marked()),
      turns: () => NEED.betterSample(),
    })
  }
  return findings
})
