import { DRONE_LIMIT, judge, limitOf, type JudgementLevel } from '../../judge/index.ts'
import { sayDay, sayDays } from '../../time/index.ts'
import { plain } from '../../units/index.ts'
import { sayLevel, levelAt, type Gate, type JudgedSituation, type LazyFinding, type Level } from '../finding.ts'
import type { Treatment } from '../../treatments/index.ts'

const FOR_TREATMENT: Record<JudgementLevel, Level> = { unknown: 'care', under: 'care', watch: 'care', treat: 'fits', urgent: 'fits' }
/** At `treat` waiting is brought back with care by the matcher where nothing else can be done. */
const FOR_WAITING: Record<JudgementLevel, Level> = { unknown: 'care', under: 'fits', watch: 'fits', treat: 'ruled-out', urgent: 'ruled-out' }

/** Fewest (or most) mites in the same jar that change this gate's answer, found by judging again. */
function flipByCount(option: Treatment, s: JudgedSituation): string | null {
  const { mites, bees, method, countedOn, recovery } = s.judgement
  if (mites === null || bees === null || method === null || countedOn === null) return 'A wash of about 300 bees would settle it.'
  const limit = method === 'drone' ? DRONE_LIMIT : limitOf(s.keeper, s.judgement.phase)
  const what = method === 'drone' ? 'cells' : 'bees'
  const now = levelAt(need, option, s)
  const atLimit = Math.ceil((limit.mites * bees * (recovery ?? 1)) / limit.bees)
  const tries = mites < atLimit ? [atLimit, Math.ceil(bees * 0.05 * (recovery ?? 1))] : [atLimit - 1]
  for (const n of tries) {
    if (n < 0 || n > bees) continue
    const counts = [{ date: countedOn, method, mites: n, bees, days: null, recovery, representative: null }]
    const level = levelAt(need, option, { ...s, counts, judgement: judge({ ...s, counts }) })
    if (level !== now)
      return `${sayLevel(level)} ${n > mites ? `from ${n} mites on ${bees} ${what} up` : `at ${n} mites on ${bees} ${what} or fewer`}.`
  }
  return null
}

function sayNeed(option: Treatment, s: JudgedSituation): string {
  const j = s.judgement
  const figure =
    j.estimate === null
      ? ''
      : `${j.estimate.toFixed(1)} ${j.unit === 'perDay' ? 'mites a day' : 'in 100'} against a limit of ${plain(j.threshold ?? 0, 2)}`
  if (j.level === 'unknown')
    return option.active ? 'No count, so nobody can say it is needed: count first.' : 'No count yet: waiting without one is guessing. Count now.'
  if (option.active === null) {
    if (j.level === 'under' || j.level === 'watch') return `${figure}: it can be left until ${sayDay(j.recountBy)}, and counted again by then.`
    return `${figure}: ${j.level === 'urgent' ? 'waiting would lose the colony' : 'waiting lets them double in about a month'}.`
  }
  if (j.level === 'under' || j.level === 'watch')
    return `${figure}: not needed yet${j.level === 'watch' ? ', though the count cannot rule out more' : ''}.`
  return `${figure}: ${j.level === 'urgent' ? 'in danger, act now. A queen lost can be mended, a colony lost cannot' : 'treatment is needed'}.`
}

/** Gate 1: does the count call for it? A treatment is never worse than care here. */
export const need: Gate = (option, s) => {
  const j = s.judgement
  const own = limitOf(s.keeper, j.phase)
  const level = (option.active === null ? FOR_WAITING : FOR_TREATMENT)[j.level]
  const findings: LazyFinding[] = [
    {
      gate: 'need',
      level,
      figure: j.estimate === null ? 'no count' : j.estimate.toFixed(1),
      limit: plain(j.threshold ?? 100 * (own.mites / own.bees), 2),
      source: j.limitSource,
      text: () => sayNeed(option, s),
      flip: () => flipByCount(option, s),
    },
  ]
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
      level: option.active === null && level === 'fits' ? 'care' : 'fits',
      figure: `${j.age} d`,
      limit: '21 d',
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
}
