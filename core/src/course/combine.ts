import { efficacyHere } from '../efficacy/index.ts'
import { isOver } from '../judge/index.ts'
import { judged, match, type Judged, type Matched } from '../match/index.ts'
import { phaseOf, type PastCourse, type Situation, type TreatmentKey } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { COMBINATIONS, courseSpan, treatmentOf, type CombinationRule, type Efficacy, type Treatment } from '../treatments/index.ts'

/** One part of a two-part course: what, and the first day in its window on which it fits, or fits with care. */
export interface CombinationPart {
  readonly treatment: TreatmentKey
  readonly start: Day
  readonly fit: 'fits' | 'care'
}
export interface Combination {
  readonly key: CombinationRule['key']
  readonly name: string
  readonly parts: readonly [CombinationPart, CombinationPart]
  readonly onlyIf: CombinationRule['onlyIf']
  readonly why: string
  /** Mites per 100 bees likely left after both, as if each took its published share of what it met. */
  readonly left: { readonly low: number; readonly high: number }
}

/** Most offered at once. */
const MOST = 3

/** What a part takes here and now; opening the way for another takes nothing. */
const shareOf = (treatment: Treatment, s: Judged): Efficacy | null => (treatment.reach === 'opens' ? { low: 0, high: 0 } : efficacyHere(treatment, s))

/** The case as it would stand when the second part is begun: the first is in the history, and may have left no brood. */
export function afterCourse(s: Situation, first: Treatment, start: Day, day: Day): Situation {
  const end = addDays(start, courseSpan(first, s).least)
  const past: PastCourse = { treatment: first.key, start, end: end <= day ? end : null, efficacy: null }
  // What the break leaves is known of that day, however long ago the colony was looked into.
  const seenOn = { ...s.colony.seenOn, brood: day, queen: day }
  const colony = first.reach === 'opens' ? { ...s.colony, brood: 'none' as const, framesOfBrood: 0, queen: 'laying' as const, seenOn } : s.colony
  return { ...s, startOn: day, colony, history: [...s.history, past] }
}

/** The case on which the second part of a combination is decided. */
export function caseOfSecond(s: Situation, { parts: [one, two] }: Combination): Situation {
  const first = treatmentOf(one.treatment)
  return first ? afterCourse(s, first, one.start, two.start) : s
}

interface Second {
  readonly part: CombinationPart
  readonly share: Efficacy | null
}
function secondPart(s: Situation, rule: CombinationRule, first: Treatment, start: Day): Second | null {
  const from = rule.after.from === 'end' ? addDays(start, courseSpan(first, s).least) : start
  for (const key of rule.second) {
    const treatment = treatmentOf(key)
    if (!treatment || treatment.rotation.class === first.rotation.class) continue
    for (let n = rule.after.earliest; n <= rule.after.latest; n++) {
      const day = addDays(from, n)
      const then = judged(afterCourse(s, first, start, day))
      const [found] = match(then, [treatment])
      if (found && found.allowed.rules !== 'no' && (found.fit === 'fits' || found.fit === 'care'))
        return { part: { treatment: key, start: day, fit: found.fit }, share: shareOf(treatment, then) }
    }
  }
  return null
}

/**
 * Two-part courses that leave fewer mites than any one option that can be begun on the day, where the colony is over its limit and one
 * alone may leave it there. The second part is put through all gates on its own day.
 */
export function combinationsFor(given: Situation, s: Judged, options: readonly Matched[]): Combination[] {
  const { p05: low, p95: high, likelyLimit: threshold, unit } = s.judgement
  if (!isOver(s.judgement) || low === null || high === null || threshold === null || unit !== 'per100') return []
  const usable = options.filter((o) => o.allowed.rules !== 'no' && (o.fit === 'fits' || o.fit === 'care'))
  const worstLeft = (e: Efficacy) => high * (1 - e.low)
  const single = usable
    .map((o) => o.treatment)
    .filter((t) => t.way === 'given')
    .map((t) => shareOf(t, s))
    .filter((e) => e !== null)
    .map(worstLeft)
  const best = Math.min(Infinity, ...single)
  if (best < threshold) return []
  const phase = phaseOf(s)
  const found = COMBINATIONS.filter((rule) => rule.phases.includes(phase)).flatMap((rule): Combination[] => {
    for (const key of rule.first) {
      const option = usable.find((o) => o.treatment.key === key)
      if (!option || (option.fit !== 'fits' && option.fit !== 'care')) continue
      const second = secondPart(given, rule, option.treatment, s.startOn)
      const [one, two] = [shareOf(option.treatment, s), second?.share]
      if (!second || !one || !two) continue
      const left = { low: low * (1 - one.high) * (1 - two.high), high: high * (1 - one.low) * (1 - two.low) }
      if (left.high >= best) continue
      const first: CombinationPart = { treatment: key, start: s.startOn, fit: option.fit }
      return [{ key: rule.key, name: rule.name, parts: [first, second.part], onlyIf: rule.onlyIf, why: rule.why, left }]
    }
    return []
  })
  return found.toSorted((a, b) => a.left.high - b.left.high).slice(0, MOST)
}
