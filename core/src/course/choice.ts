import { fellShort, heatRisk, type Finding, type HeatRisk, type Judged } from '../match/index.ts'
import { isOver } from '../judge/index.ts'
import { firstSealed, phaseAt, type TreatmentKey } from '../situation/index.ts'
import { type Day } from '../time/index.ts'
import { sayAmount, shortName, treatmentOf, type Treatment } from '../treatments/index.ts'
import { plain, capital, small } from '../units/index.ts'
import type { AnsweredOption } from './answered.ts'
import { runningNote } from './running.ts'
import { celsius, aDay } from '../words/index.ts'

/** What stands at the top of the answer: what to do, why, and what would change it. No more than the verdicts behind it. */
export interface Choice {
  /** `treat` now or `later`, `leave` it, `count` first, or `nothing` can be begun. */
  readonly kind: 'treat' | 'later' | 'leave' | 'count' | 'nothing'
  readonly treatment: TreatmentKey | null
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
const first = (o: AnsweredOption): string =>
  [...(o.allowed.rules === 'confirm' ? ['confirm it in your list first'] : []), ...(o.allowed.kit === 'fetch' ? ['fetch the gear first'] : [])].join(
    ', ',
  )

/** "leaves about 0.3 in 100, 4 strips, out by Wed 23 Sep". */
function sayCourse(o: AnsweredOption, s: Judged): string {
  const out = o.course.find((j) => j.job === 'remove') ?? o.course.findLast((j) => j.job === 'dose' && j.n > 1)
  return [
    ...(o.left && isOver(s.judgement) ? [`leaves about ${o.left.estimate.toFixed(1)} in 100`] : []),
    ...(o.dose ? [sayAmount(o.dose.amount, o.dose.unit)] : []),
    ...(out ? [`${out.job === 'remove' ? 'out from' : 'last round'} ${aDay(out.best, s.asOf)}`] : []),
  ].join(', ')
}

const firstOf = (text: string): string => /^.*?[.](?= |$)/.exec(text)?.[0] ?? text

/** ", but took only 29 % here last time": why something that would leave less does not come first. */
function sayShortBefore(o: AnsweredOption, s: Judged): string {
  const treatment = treatmentOf(o.treatment)
  const share = treatment ? fellShort(treatment, s) : null
  return share === null ? '' : `, but took only ${plain(Math.max(0, share) * 100, 0)} % here last time: find out why first`
}

/** What hinders the choice, or is only presumed in it; then how near the next one comes. */
function reasonsFor(o: AnsweredOption, next: AnsweredOption | undefined, s: Judged): string[] {
  const weight = (f: Finding) => (f.fit === 'fits' ? 1 : 0)
  const care = o.findings
    .filter((f) => f.of === 'fit' && f.level !== 'fits')
    .toSorted((a, b) => weight(a) - weight(b))
    .map((f) => f.text)
  const [share, other] = [o.efficacy, next?.efficacy]
  const close =
    next && share && other && Math.abs(share.estimate - other.estimate) <= CLOSE
      ? [
          `A close call: ${nameOf(next)} takes about as much (${plain(other.estimate * 100, 0)} % against ${plain(share.estimate * 100, 0)}); what it costs and the visits decide.`,
        ]
      : next?.left && o.left && isOver(s.judgement)
        ? [`${nameOf(next)} would leave about ${next.left.estimate.toFixed(1)}${sayShortBefore(next, s)}.`]
        : []
  return [...new Set([...care.slice(0, 2), ...close])].slice(0, 3)
}

/** "1 in 6": a chance as people say it. */
const sayChance = (chance: number): string => (chance >= 0.5 ? `about ${plain(chance * 100, 0)} %` : `1 in ${Math.max(2, Math.round(1 / chance))}`)
/** A change less likely than this is not worth saying (a guess). */
const SELDOM = 0.03

function changeOf(treatment: Treatment, s: Judged): Choice['change'] {
  const risk: HeatRisk | null = heatRisk(treatment, s)
  if (!risk || risk.chance < SELDOM) return null
  const edge = risk.hot ? `a high passes ${celsius(risk.limit)}` : `a high stays under ${celsius(risk.limit)}`
  return { text: `Changes if ${edge} ${risk.when}: ${sayChance(risk.chance)}.`, chance: risk.chance }
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
  const feed = s.colony.stores === 'starving' ? 'Feed it first: it has next to nothing to eat.' : null
  const before = [feed, runningNote(s)].filter((text) => text !== null)
  return before.length === 0 ? choice : { ...choice, text: [...before, choice.text].join(' ') }
}

function chosen(options: readonly AnsweredOption[], s: Judged): Choice {
  const { judgement } = s
  const day: Day = s.startOn
  const open = options.filter((o) => isGiven(o) && isOpen(o))
  const [best, next] = open
  const winter = phaseAt(s, day) === 'dormant'
  const none = { reasons: [], change: null }
  if (judgement.level === 'unknown' && !winter) {
    const then = best ? ` If it is over the limit, ${short(best)} fits${best.fit === 'care' ? ' with care' : ''} on ${aDay(day, s.asOf)}.` : ''
    return { ...none, kind: 'count', treatment: null, text: `Count first: nobody can say yet that anything is needed.${then}` }
  }
  if (judgement.level === 'unknown' || judgement.level === 'under' || judgement.level === 'watch') {
    const broodless = best && treatmentOf(best.treatment)?.active === 'oxalic acid' && s.colony.brood === 'none'
    const sealed = firstSealed(s)
    const until = sealed ? `, until about ${aDay(sealed, s.asOf)}, when the first cells are capped` : ' while there is no brood'
    const coming =
      broodless || !winter || s.colony.brood !== 'none' ? null : laterOf(options.filter((o) => treatmentOf(o.treatment)?.active === 'oxalic acid'))
    const oxalic = coming?.fitFrom
      ? ` ${nameOf(coming)} fits from ${aDay(coming.fitFrom, s.asOf)}, while there is no brood: many give it in any case.`
      : broodless
        ? ` ${nameOf(best)} reaches nearly every mite${until}: many give it now in any case.`
        : ''
    const wait =
      judgement.level === 'unknown'
        ? 'Lay a board for three to seven days and count the fall: a cluster is not opened for a jar.'
        : judgement.recountBy <= s.asOf
          ? `Count again now${winter ? ' on a board' : ''}: the last count, of ${aDay(judgement.countedOn ?? s.asOf, s.asOf)}, is too old to leave it on.`
          : `Leave it, and count again by ${aDay(judgement.recountBy, s.asOf)}${winter ? ' on a board' : ''}.`
    return {
      kind: 'leave',
      treatment: 'wait-and-recount',
      text: `${wait}${oxalic}`,
      reasons: broodless ? reasonsFor(best, next, s) : [],
      change: null,
    }
  }
  if (best) {
    const treatment = treatmentOf(best.treatment)
    const later = laterOf(options)
    const todo = first(best)
    const text = `${nameOf(best)}${best.fit === 'care' ? ', with care' : ''}: ${sayCourse(best, s)}${later?.fitFrom ? `; ${short(later)} fits from ${aDay(later.fitFrom, s.asOf)}` : ''}.${todo ? ` ${capital(todo)}.` : ''}`
    return { kind: 'treat', treatment: best.treatment, text, reasons: reasonsFor(best, next, s), change: treatment ? changeOf(treatment, s) : null }
  }
  const later = laterOf(options)
  if (later?.fitFrom) {
    const why = later.findings.find((f) => f.of === 'fit' && f.fit === 'wait')
    return {
      kind: 'later',
      treatment: later.treatment,
      text: `Nothing that is given fits on ${aDay(day, s.asOf)}: ${short(later)} from ${aDay(later.fitFrom, s.asOf)}.`,
      reasons: why ? [firstOf(why.text)] : [],
      change: null,
    }
  }
  return { ...none, kind: 'nothing', treatment: null, text: `Nothing that is given fits on ${aDay(day, s.asOf)} or in the eight weeks after it.` }
}
