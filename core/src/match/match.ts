import { efficacyHere } from '../efficacy/index.ts'
import { addDays, type Day } from '../time/index.ts'
import { treatmentsWith, type Treatment } from '../treatments/index.ts'
import { GATES } from './gates/index.ts'
import { levelsByDay, onEachDay, windowsOf, type OptionWindows } from './windows.ts'
import { HORIZON, judged, onDay, worseThan, worstOf, type Finding, type Gate, type GateKey, type LazyFinding, type Level } from './finding.ts'
import { leftOf } from './left.ts'
import { fitOf, isOfFit, restsOn, settled, type Rests } from './rests.ts'
import type { Allowed, Judged, Matched, Verdict } from './matched.ts'
import { inOrder } from './order.ts'
import { NEED } from '../words/index.ts'

export { HORIZON, judged }
const gates = Object.values(GATES)
/** Gates that read nothing of the day: asked once in a search over days. */
const ANY_DAY = gates.filter((gate) => !gate.readsDay)
/** Those that rule out for weeks come first in a search over days, and those that cost most to ask last: nothing is asked of what is ruled out. */
const SEARCHED: readonly GateKey[] = ['supers', 'hive', 'time', 'brood', 'rotation', 'kit', 'temperature', 'need', 'rules']
/** Gates whose answer may differ from day to day. */
const BY_DAY = SEARCHED.map((key) => GATES[key]).filter((gate) => gate.readsDay)

/** Of the findings of some gates, those that count: all, or those of the fit alone. */
type Counts = (found: LazyFinding) => boolean
const ALL: Counts = () => true

function passes(asked: readonly Gate[], option: Treatment, s: Judged, counts: Counts = ALL): boolean {
  for (const gate of asked) {
    for (const found of gate(option, s)) if (counts(found) && (found.level === 'wait' || found.level === 'ruled-out')) return false
  }
  return true
}

/** Days, at most `most`, in an unbroken run after `from` on which an option that fits on `from` still fits, or fits with care. */
export function runOfDays(option: Treatment, s: Judged, from: Day, most: number): number {
  let run = 0
  while (run < most && passes(BY_DAY, option, onDay(s, addDays(from, run + 1)))) run += 1
  return run
}

function firstFrom(option: Treatment, s: Judged, counts: Counts): Day | null {
  if (!passes(ANY_DAY, option, s, counts)) return null
  for (let n = 0; n <= HORIZON; n++) {
    const day = addDays(s.startOn, n)
    if (passes(BY_DAY, option, onDay(s, day), counts)) return day
  }
  return null
}

function allowedBy(found: readonly LazyFinding[], option: Treatment, s: Judged): Allowed {
  const worst = (of: LazyFinding['of']): Level => found.reduce<Level>((w, f) => (f.of === of && worseThan(f.level, w) ? f.level : w), 'fits')
  const rules = worst('rules')
  return {
    rules: rules === 'fits' ? 'yes' : rules === 'care' ? 'confirm' : 'no',
    kit: worseThan(worst('kit'), 'care') ? 'fetch' : 'ready',
    shelf: worseThan(worst('shelf'), 'care') ? 'short' : s.stock[option.key]?.units == null ? 'unknown' : 'enough',
  }
}

/** An option through all gates: its fit at once, the rest when it is read. A class, for seventeen are made of each of thousands. */
class Weighed implements Matched {
  readonly treatment: Treatment
  readonly fit: Level
  readonly allowed: Allowed
  readonly #s: Judged
  readonly #found: readonly LazyFinding[]
  readonly #worst: Level
  #rests: readonly Rests[] | undefined
  #findings: readonly Finding[] | undefined
  #earliest: Day | null | undefined
  #fitFrom: Day | null | undefined
  #efficacy: Matched['efficacy'] | undefined
  #left: Matched['left'] | undefined

  constructor(option: Treatment, s: Judged) {
    const found: LazyFinding[] = []
    for (const gate of gates) found.push(...gate(option, s))
    this.treatment = option
    this.fit = fitOf(found)
    this.allowed = allowedBy(found, option, s)
    this.#s = s
    this.#found = found
    this.#worst = found.reduce<Level>((w, f) => (worseThan(f.level, w) ? f.level : w), 'fits')
  }
  #restsOn(): readonly Rests[] {
    return (this.#rests ??= restsOn(this.treatment, this.#s, this.#found))
  }
  #first(level: Level, counts: Counts): Day | null {
    if (!worseThan(level, 'care')) return this.#s.startOn
    return level === 'wait' ? firstFrom(this.treatment, this.#s, counts) : null
  }
  /** What is not known keeps a fit from being more than one with care, where knowing might change it. */
  get verdict(): Verdict {
    return this.#worst === 'fits' && this.#restsOn().some((r) => r.matters) ? 'care' : this.#worst
  }
  get presumed(): Matched['presumed'] {
    return this.#restsOn().map(({ presumption: { fact, value, because }, otherwise }) => ({ fact, value, because, otherwise }))
  }
  get findings(): readonly Finding[] {
    return (this.#findings ??= settled(this.#found, this.#restsOn()))
  }
  get earliest(): Day | null {
    return this.#earliest === undefined ? (this.#earliest = this.#first(this.verdict, ALL)) : this.#earliest
  }
  get fitFrom(): Day | null {
    return this.#fitFrom === undefined ? (this.#fitFrom = this.#first(this.fit, isOfFit)) : this.#fitFrom
  }
  get efficacy(): Matched['efficacy'] {
    return this.#efficacy === undefined ? (this.#efficacy = efficacyHere(this.treatment, this.#s)) : this.#efficacy
  }
  get left(): Matched['left'] {
    return this.#left === undefined ? (this.#left = leftOf(this.treatment, this.efficacy, this.#s)) : this.#left
  }
}

/** Where nothing else can be done on a day, an option that gives nothing comes back with care. */
function bringBackWaiting(options: readonly Matched[], s: Judged): readonly Matched[] {
  const served = options.some((o) => o.treatment.way !== 'waiting' && !worseThan(o.fit, 'care') && o.allowed.rules !== 'no')
  if (served || s.judgement.level !== 'treat') return options
  return options.map((o) => {
    if (o.treatment.way !== 'waiting') return o
    const findings = o.findings.map((f): Finding =>
      f.gate === 'need' && f.level === 'ruled-out' ? { ...f, level: 'care', fit: 'care', text: `${f.text} ${NEED.nothingElse().text}` } : f,
    )
    const level = worstOf(findings.map((f) => f.level))
    const earliest = worseThan(level, 'care') ? null : s.startOn
    const { treatment, allowed, presumed, efficacy, left } = o
    return { treatment, allowed, presumed, efficacy, left, findings, verdict: level, fit: level, earliest, fitFrom: earliest }
  })
}

/** Puts every treatment through all nine gates for the day `startOn`, and ranks them. */
export function match(s: Judged, options: readonly Treatment[] = treatmentsWith(s.own)): Matched[] {
  const weighed = bringBackWaiting(
    options.map((option) => new Weighed(option, s)),
    s,
  )
  return inOrder(weighed, s)
}

/** The fit of one option on each of some days: what the day strip shades. */
export function startDays(option: Treatment, s: Judged, from: Day, days: number): { day: Day; fit: Level }[] {
  return levelsByDay(option, onEachDay(s, from, days), ANY_DAY, BY_DAY).map((fit, n) => ({ day: addDays(from, n), fit }))
}

/** For each option the days on which it may start, over some weeks: the picture people plan from. */
export const startWindows = (s: Judged, from: Day, days: number = HORIZON, options: readonly Treatment[] = treatmentsWith(s.own)): OptionWindows[] =>
  windowsOf(s, from, days, { anyDay: ANY_DAY, byDay: BY_DAY }, options)

/** The fit of every option on the day and nothing else: for a list of a thousand colonies, where nobody reads reasons yet. */
export function fitsOn(s: Judged, options: readonly Treatment[] = treatmentsWith(s.own)): { readonly treatment: Treatment; readonly fit: Level }[] {
  const found = options.map((treatment) => ({ treatment, fit: levelsByDay(treatment, [s], ANY_DAY, BY_DAY)[0] ?? 'ruled-out' }))
  if (s.judgement.level !== 'treat') return found
  const served = found.some((o) => o.treatment.way !== 'waiting' && !worseThan(o.fit, 'care'))
  if (served) return found
  return found.map((o) => (o.treatment.way === 'waiting' ? { ...o, fit: waitingAnyway(o.treatment, s) } : o))
}

/** What waiting comes to where nothing else can be done: the need is care, the other gates as they are. */
function waitingAnyway(option: Treatment, s: Judged): Level {
  return worstOf(gates.flatMap((gate) => gate(option, s).map((f): Level => (f.gate === 'need' && f.level === 'ruled-out' ? 'care' : f.level))))
}
