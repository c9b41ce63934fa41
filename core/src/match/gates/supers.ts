import { nextFlow, NO_RULE, phaseAt } from '../../situation/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../../time/index.ts'
import { courseSpan, saySource, waitDaysOf, type Treatment } from '../../treatments/index.ts'
import { firstDay, gateOf, turnOf, type Ask, type Gate, type JudgedSituation, type LazyFinding, type Level, type Way } from '../finding.ts'
import { lastStart } from './time.ts'
import { aDay, SUPERS, SUPERS_WAYS, type Said } from '../../words/index.ts'

type Allowed = 'any' | 'yes' | 'no' | 'unknown'

/** May supers for people stay on? By the label's rule and the keeper's own list. */
function allowance(option: Treatment, s: JudgedSituation): Allowed {
  const own = s.rules[option.key]?.withSupers ?? null
  switch (option.supers.while) {
    case 'any':
      return 'any'
    case 'never':
      return 'no'
    case 'list':
      return own === true ? 'yes' : 'no'
    case 'may-stay':
      return own === null ? 'unknown' : own ? 'yes' : 'no'
  }
}

const withSupers =
  (facts: Partial<JudgedSituation['supers']>) =>
  (s: JudgedSituation): JudgedSituation => ({ ...s, supers: { ...s.supers, ...facts } })
const allow =
  (option: Treatment) =>
  (s: JudgedSituation): JudgedSituation => {
    const rule = s.rules[option.key] ?? NO_RULE
    return { ...s, rules: { ...s.rules, [option.key]: { ...rule, withSupers: true } } }
  }

const OFF = (option: Treatment): readonly Way[] => [
  { say: SUPERS_WAYS.off(), change: withSupers({ now: 'none' }) },
  { say: SUPERS_WAYS.listAllows(), change: allow(option) },
  { say: SUPERS_WAYS.on(), change: withSupers({ now: 'for-people', offOn: null }) },
]

function onNow(option: Treatment, s: JudgedSituation, allowed: Allowed): LazyFinding {
  const { now, offOn } = s.supers
  const make = (level: Level, says: () => Said, figure: string | null = null, turns?: () => Said | null): LazyFinding => ({
    gate: 'supers',
    level,
    about: 'supers',
    figure,
    limit: allowed === 'no' ? 'supers off' : 'by your list',
    source: saySource(option.supers.source),
    says,
    turns: turns ?? (() => turnOf(nowAlone, option, s, OFF(option))),
  })
  if (now === 'for-bees') return make('fits', () => SUPERS.forBees())
  if (now === 'none') return make('fits', () => SUPERS.none())
  // A plan is not a fact: a day that is over with the supers still on is a question.
  const planned = offOn !== null && offOn >= s.asOf
  if (planned && offOn <= s.startOn) return make('fits', () => SUPERS.plannedOff({ day: offOn, near: s.startOn }))
  if (allowed === 'yes') return make('fits', () => SUPERS.mayStay())
  if (allowed === 'unknown') return { ...make('care', () => SUPERS.labelsDiffer(), 'on'), of: 'rules' }
  if (offOn !== null && !planned) return make('wait', () => SUPERS.lapsed({ day: offOn, near: s.startOn }), 'on?')
  if (offOn !== null) {
    return make(
      'wait',
      () => SUPERS.onUntil({ day: offOn }),
      `${daysBetween(s.startOn, offOn)} d`,
      () => {
        const day = firstDay(nowAlone, option, s, 'care')
        return day ? SUPERS.fitsOnceOff({ day }) : null
      },
    )
  }
  return make(
    'ruled-out',
    () => SUPERS.on(),
    'on',
    () => {
      const last = lastStart(option, s)
      return last && last >= s.startOn ? SUPERS.offBy({ day: last, near: s.startOn }) : turnOf(nowAlone, option, s, OFF(option))
    },
  )
}

/** The supers on now as a gate of its own: what would change it is not hidden by those to come. */
const nowAlone: Ask = (option, s) => [onNow(option, s, allowance(option, s))]

/** Days in which a flow is the same one: longer than any, shorter than a year. */
const ONE_FLOW = 200

/**
 * The first day of the flow that a course and its waiting time (over on `clear`) reach into, where no day is set for the next supers: about
 * then they usually go on. Null where it reaches into none, or supers were seen, or taken off, in that very flow: that keeper has
 * settled it. A flow that has begun is given by the day judged.
 */
function reachesFlow(clear: Day, s: JudgedSituation): Day | null {
  if (s.supers.now === 'for-people' && s.supers.offOn === null) return null
  if (phaseAt(s, s.startOn) !== 'peak') {
    const flow = nextFlow(s, s.startOn)
    return flow !== null && flow.from < clear ? flow.from : null
  }
  const seen = s.colony.seenOn?.supers ?? s.colony.lookedOn ?? s.asOf
  const settled = s.supers.offOn === null || s.supers.offOn > s.startOn ? seen : laterOf(seen, s.supers.offOn)
  const inThisFlow = phaseAt(s, settled) === 'peak' && daysBetween(settled, s.startOn) < ONE_FLOW
  return inThisFlow || s.startOn >= clear ? null : s.startOn
}

function comingOn(option: Treatment, s: JudgedSituation, allowed: Allowed): LazyFinding {
  const { nextOn } = s.supers
  const span = courseSpan(option, s)
  const wait = waitDaysOf(option, s.rules[option.key])
  const clear = addDays(s.startOn, span.least + wait)
  const source = saySource(option.supers.source)
  if (nextOn === null) {
    const flow = reachesFlow(clear, s)
    if (flow !== null) {
      return {
        gate: 'supers',
        level: 'care',
        of: allowed === 'unknown' ? 'rules' : undefined,
        figure: () => `${daysBetween(flow, clear)} d`,
        limit: 'the flow',
        source: 'common practice, no source',
        says: () => (flow === s.startOn ? SUPERS.inFlow({ clear, near: s.startOn }) : SUPERS.reachesFlow({ flow, clear, near: s.startOn })),
        turns: () => SUPERS.canWait({ day: clear, near: s.startOn }),
      }
    }
    return {
      gate: 'supers',
      level: 'fits',
      source,
      says: () => SUPERS.noNextDate({ clear, near: s.startOn }),
      turns: () => SUPERS.ifDueBefore({ day: clear, near: s.startOn }),
    }
  }
  const fits = clear <= nextOn
  return {
    gate: 'supers',
    level: fits ? 'fits' : allowed === 'unknown' ? 'care' : 'ruled-out',
    about: 'nextOn',
    of: !fits && allowed === 'unknown' ? 'rules' : undefined,
    figure: () => `${Math.abs(daysBetween(clear, nextOn))} d`,
    limit: () => aDay(nextOn, s.startOn),
    source,
    says: () =>
      fits
        ? SUPERS.timeEnough({ clear, span: span.least, wait, next: nextOn, near: s.startOn })
        : SUPERS.tooSoon({ next: nextOn, short: daysBetween(nextOn, clear), clear, near: s.startOn }),
    turns: () =>
      fits ? SUPERS.lastStart({ day: addDays(nextOn, -span.least - wait), near: s.startOn }) : SUPERS.canWait({ day: clear, near: s.startOn }),
  }
}

/** Gate 4: supers on now, and supers to go on before the course and its waiting time are over. */
export const supers: Gate = gateOf({ readsDay: true }, (option, s) => {
  const allowed = allowance(option, s)
  if (allowed === 'any') return [{ gate: 'supers', level: 'fits', source: '', says: () => SUPERS.noMatter(), turns: () => null }]
  const findings = [onNow(option, s, allowed)]
  const upcoming = s.supers.nextOn === null || s.supers.nextOn > s.startOn || s.supers.now !== 'for-people'
  if (allowed !== 'yes' && upcoming) findings.push(comingOn(option, s, allowed))
  return findings
})
