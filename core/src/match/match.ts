import { judge } from '../judge/index.ts'
import type { Priority, Situation } from '../situation/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { broodState, patternOf, TREATMENTS, type Treatment } from '../treatments/index.ts'
import { GATES } from './gates/index.ts'
import { levelsByDay, onEachDay, windowsOf, type OptionWindows } from './windows.ts'
import { HORIZON, onDay, settle, worseThan, worstOf, type Finding, type Gate, type JudgedSituation, type Level } from './finding.ts'

export { HORIZON }
export type Verdict = Level
export type Judged = JudgedSituation

/** An option weighed on a day. */
export interface Matched {
  readonly treatment: Treatment
  readonly verdict: Verdict
  /** The first day from `startOn` within the horizon that fits or fits with care. */
  readonly earliest: Day | null
  readonly findings: readonly Finding[]
}

export const judged = (situation: Situation): Judged => ({ ...situation, judgement: judge(situation) })

const gates = Object.values(GATES)
/** Gates that read nothing of the day: asked once in a search over days. */
const ANY_DAY = gates.filter((gate) => !gate.readsDay)
/** Gates whose answer may differ from day to day. */
const BY_DAY = gates.filter((gate) => gate.readsDay)

function passes(asked: readonly Gate[], option: Treatment, s: Judged): boolean {
  for (const gate of asked) {
    for (const found of gate(option, s)) if (found.level === 'wait' || found.level === 'ruled-out') return false
  }
  return true
}

/** Days, at most `most`, in an unbroken run after `from` on which an option that fits on `from` still fits, or fits with care. */
export function runOfDays(option: Treatment, s: Judged, from: Day, most: number): number {
  let run = 0
  while (run < most && passes(BY_DAY, option, onDay(s, addDays(from, run + 1)))) run += 1
  return run
}

function earliestFrom(option: Treatment, s: Judged): Day | null {
  if (!passes(ANY_DAY, option, s)) return null
  for (let n = 0; n <= HORIZON; n++) {
    const day = addDays(s.startOn, n)
    if (passes(BY_DAY, option, onDay(s, day))) return day
  }
  return null
}

function weigh(option: Treatment, s: Judged): Matched {
  const findings = gates.flatMap((gate) => gate(option, s))
  const verdict = worstOf(findings.map((f) => f.level))
  const earliest = verdict === 'fits' || verdict === 'care' ? s.startOn : verdict === 'wait' ? earliestFrom(option, s) : null
  return { treatment: option, verdict, earliest, findings: findings.map(settle) }
}

/** Where nothing else can be done on a day, an option that gives nothing comes back with care. */
function bringBackWaiting(options: Matched[], s: Judged): Matched[] {
  const served = options.some((o) => o.treatment.way !== 'waiting' && !worseThan(o.verdict, 'care'))
  if (served || s.judgement.level !== 'treat') return options
  return options.map((o) => {
    if (o.treatment.way !== 'waiting') return o
    const findings = o.findings.map((f): Finding =>
      f.gate === 'need' && f.level === 'ruled-out'
        ? { ...f, level: 'care', text: `${f.text} Nothing else can be started on this day, so watch it closely.` }
        : f,
    )
    const verdict = worstOf(findings.map((f) => f.level))
    return { ...o, findings, verdict, earliest: worseThan(verdict, 'care') ? null : s.startOn }
  })
}

const CLASS: Record<Verdict, number> = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }

const SUPERS_PLACE: Record<Treatment['supers']['while'], number> = { any: 0, 'may-stay': 1, list: 2, never: 3 }

/** An option's place among its equals by what the keeper asks for first; lower comes first. */
export function placeAmongEquals(option: Treatment, priority: Priority, s: Judged): number {
  const { ranks } = option
  const brood = s.colony.brood
  switch (priority) {
    case 'knockdown':
      return ranks.knockdown[broodState(brood)]
    case 'fewest-visits':
      return patternOf(option, brood).visits
    case 'gentle':
      return ranks.strain
    case 'keep-supers':
      return SUPERS_PLACE[option.supers.while]
    case 'clean-wax':
      return ranks.residue
  }
}

/** Order: waiting first whenever the level is under; then by verdict, the keeper's priority, the earlier day, what kills more. */
function rank(options: Matched[], s: Judged): Matched[] {
  const { priority } = s.keeper
  const place = (o: Matched) => (s.judgement.level === 'under' && o.treatment.way === 'waiting' ? -1 : CLASS[o.verdict])
  return options.toSorted(
    (a, b) =>
      place(a) - place(b) ||
      placeAmongEquals(a.treatment, priority, s) - placeAmongEquals(b.treatment, priority, s) ||
      (a.earliest ?? '9').localeCompare(b.earliest ?? '9') ||
      placeAmongEquals(a.treatment, 'knockdown', s) - placeAmongEquals(b.treatment, 'knockdown', s),
  )
}

/** Puts every treatment through all nine gates for the day `startOn`, and ranks them. */
export function match(s: Judged, options: readonly Treatment[] = TREATMENTS): Matched[] {
  const weighed = bringBackWaiting(
    options.map((option) => weigh(option, s)),
    s,
  )
  return rank(weighed, s)
}

/** The verdict of one option on each of some days: what the day strip shades. */
export function startDays(option: Treatment, s: Judged, from: Day, days: number): { day: Day; verdict: Verdict }[] {
  return levelsByDay(option, onEachDay(s, from, days), ANY_DAY, BY_DAY).map((verdict, n) => ({ day: addDays(from, n), verdict }))
}

/** For each option the days on which it may start, over some weeks: the picture people plan from. */
export const startWindows = (s: Judged, from: Day, days: number = HORIZON, options: readonly Treatment[] = TREATMENTS): OptionWindows[] =>
  windowsOf(s, from, days, { anyDay: ANY_DAY, byDay: BY_DAY }, options)

/** The verdict of every option on the day and nothing else: for a list of a thousand colonies, where nobody reads reasons yet. */
export function verdictsOn(s: Judged, options: readonly Treatment[] = TREATMENTS): { readonly treatment: Treatment; readonly verdict: Verdict }[] {
  const found = options.map((treatment) => ({ treatment, verdict: levelsByDay(treatment, [s], ANY_DAY, BY_DAY)[0] ?? 'ruled-out' }))
  const served = found.some((o) => o.treatment.way !== 'waiting' && !worseThan(o.verdict, 'care'))
  if (served || s.judgement.level !== 'treat') return found
  return found.map((o) => (o.treatment.way === 'waiting' ? { ...o, verdict: waitingAnyway(o.treatment, s) } : o))
}

/** What waiting comes to where nothing else can be done: the need is care, the other gates as they are. */
function waitingAnyway(option: Treatment, s: Judged): Verdict {
  return worstOf(gates.flatMap((gate) => gate(option, s).map((f): Level => (f.gate === 'need' && f.level === 'ruled-out' ? 'care' : f.level))))
}
