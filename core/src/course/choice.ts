import { fellShort, heatRisk, type Finding, type HeatRisk, type Judged } from '../match/index.ts'
import { isOver } from '../judge/index.ts'
import { firstSealed, isShut, phaseAt, type TreatmentKey } from '../situation/index.ts'
import { type Day } from '../time/index.ts'
import { sayAmount, shortName, treatmentOf, type Treatment } from '../treatments/index.ts'
import { small } from '../units/index.ts'
import type { AnsweredOption } from './answered.ts'
import { runningNote } from './running.ts'
import { CHOICE, type Said } from '../words/index.ts'

/** What stands at the top of the answer: what to do, why, and what would change it. No more than the verdicts behind it. */
export interface Choice {
  /** `treat` now or `later`, `leave` it, `count` first, or `nothing` can be begun. */
  readonly kind: 'treat' | 'later' | 'leave' | 'count' | 'nothing'
  readonly treatment: TreatmentKey | null
  /** As data; the sentence has what comes before any choice as well. */
  readonly says: Said
  readonly text: string
  /** What decided, at most three. */
  readonly reasons: readonly string[]
  /** What would change it, and how likely that is; null where nothing near would. */
  readonly change: { readonly text: string; readonly chance: number } | null
}

/** Options whose shares left differ by no more than this are a close call (a guess). */
const CLOSE = 0.04
const isGiven = (o: AnsweredOption): boolean => treatmentOf(o.treatment)?.way === 'given'
const isOpen = (o: AnsweredOption): boolean => (o.fit === 'fits' || o.fit === 'care') && o.allowed.rules !== 'no'
const nameOf = (o: AnsweredOption): string => treatmentOf(o.treatment)?.name ?? o.treatment
const short = (o: AnsweredOption): string => {
  const treatment = treatmentOf(o.treatment)
  return treatment ? small(shortName(treatment)) : o.treatment
}
/** What hinders the choice, or is only presumed in it; then how near the next one comes. */
function reasonsFor(o: AnsweredOption, next: AnsweredOption | undefined, s: Judged): string[] {
  const weight = (f: Finding) => (f.fit === 'fits' ? 1 : 0)
  const care = o.findings
    .filter((f) => f.of === 'fit' && f.level !== 'fits')
    .toSorted((a, b) => weight(a) - weight(b))
    .map((f) => f.text)
  return [...new Set([...care.slice(0, 2), ...nearness(o, next, s)])].slice(0, 3)
}

/** How near the next one comes, and why what would leave less does not come first. */
function nearness(o: AnsweredOption, next: AnsweredOption | undefined, s: Judged): string[] {
  if (!next) return []
  const [own, other] = [o.efficacy, next.efficacy]
  if (own && other && Math.abs(own.estimate - other.estimate) <= CLOSE)
    return [CHOICE.close({ name: nameOf(next), other: other.estimate, own: own.estimate }).text]
  if (!next.left || !o.left || !isOver(s.judgement)) return []
  const treatment = treatmentOf(next.treatment)
  const took = treatment ? fellShort(treatment, s) : null
  return [CHOICE.nextLeaves({ name: nameOf(next), left: next.left.estimate, took: took === null ? null : Math.max(0, took) }).text]
}

/** A change less likely than this is not worth saying (a guess). */
const SELDOM = 0.03

function changeOf(treatment: Treatment, s: Judged): Choice['change'] {
  const risk: HeatRisk | null = heatRisk(treatment, s)
  if (!risk || risk.chance < SELDOM) return null
  const { hot, limit, when, chance } = risk
  return { text: CHOICE.changes({ hot, limit, when, chance }).text, chance }
}

function laterOf(options: readonly AnsweredOption[]): AnsweredOption | undefined {
  return options
    .filter((o) => isGiven(o) && o.allowed.rules !== 'no' && o.fit === 'wait' && o.fitFrom !== null)
    .toSorted((a, b) => (a.fitFrom ?? '').localeCompare(b.fitFrom ?? ''))[0]
}

/**
 * The choice among options that are in order, on the day judged. What comes before any choice stands before it: a colony that starves is
 * fed, and a count made while something runs says what it can of that.
 */
export function choiceAmong(options: readonly AnsweredOption[], s: Judged): Choice {
  const choice = chosen(options, s)
  const feed = s.colony.stores === 'starving' ? CHOICE.feed().text : null
  const before = [feed, runningNote(s)].filter((text) => text !== null)
  return before.length === 0 ? choice : { ...choice, text: [...before, choice.text].join(' ') }
}

/** Oxalic acid while nothing is capped, where it is not the choice itself: it fits now, or from a day of this winter on. */
function oxalicNow(options: readonly AnsweredOption[], best: AnsweredOption | undefined, s: Judged) {
  if (s.colony.brood !== 'none') return null
  const isOxalic = (o: AnsweredOption) => treatmentOf(o.treatment)?.active === 'oxalic acid'
  if (best && isOxalic(best)) return { name: nameOf(best), now: true as const, sealed: firstSealed(s) }
  const coming = phaseAt(s, s.startOn) === 'dormant' ? laterOf(options.filter(isOxalic)) : undefined
  return coming?.fitFrom ? { name: nameOf(coming), from: coming.fitFrom } : null
}

const said = (says: Said): Pick<Choice, 'says' | 'text'> => ({ says, text: says.text })

function chosen(options: readonly AnsweredOption[], s: Judged): Choice {
  const { judgement, asOf } = s
  const day: Day = s.startOn
  const open = options.filter((o) => isGiven(o) && isOpen(o))
  const [best, next] = open
  const winter = isShut(s, day)
  const none = { reasons: [], change: null }
  if (judgement.level === 'unknown' && !winter) {
    const then = best ? { name: short(best), care: best.fit === 'care', day } : null
    return { ...none, kind: 'count', treatment: null, ...said(CHOICE.count({ then, asOf })) }
  }
  if (judgement.level === 'unknown' || judgement.level === 'under' || judgement.level === 'watch') {
    const oxalic = oxalicNow(options, best, s)
    const { recountBy, countedOn } = judgement
    const wait =
      judgement.level === 'unknown'
        ? CHOICE.layABoard({ oxalic, asOf })
        : recountBy <= asOf
          ? CHOICE.countAgain({ winter, counted: countedOn ?? asOf, given: judgement.given?.end ?? null, oxalic, asOf })
          : CHOICE.leave({ by: recountBy, winter, oxalic, asOf })
    const reasons = best && oxalic && 'now' in oxalic ? reasonsFor(best, next, s) : []
    return { kind: 'leave', treatment: 'wait-and-recount', ...said(wait), reasons, change: null }
  }
  const later = laterOf(options)
  if (best) {
    const treatment = treatmentOf(best.treatment)
    const end = best.course.find((j) => j.job === 'remove') ?? best.course.findLast((j) => j.job === 'dose' && j.n > 1)
    const text = CHOICE.treat({
      name: nameOf(best),
      care: best.fit === 'care',
      leaves: best.left && isOver(judgement) ? best.left.estimate : null,
      dose: best.dose ? sayAmount(best.dose.amount, best.dose.unit) : null,
      ends: end ? { job: end.job === 'remove' ? 'out' : 'round', day: end.best } : null,
      later: later?.fitFrom ? { name: short(later), from: later.fitFrom } : null,
      confirm: best.allowed.rules === 'confirm',
      fetch: best.allowed.kit === 'fetch',
      asOf,
    })
    const change = treatment ? changeOf(treatment, s) : null
    return { kind: 'treat', treatment: best.treatment, ...said(text), reasons: reasonsFor(best, next, s), change }
  }
  if (later?.fitFrom) {
    const why = later.findings.find((f) => f.of === 'fit' && f.fit === 'wait')
    const text = CHOICE.later({ day, name: short(later), from: later.fitFrom, asOf })
    return { kind: 'later', treatment: later.treatment, ...said(text), reasons: why ? [why.text] : [], change: null }
  }
  return { ...none, kind: 'nothing', treatment: null, ...said(CHOICE.nothing({ day, asOf })) }
}
