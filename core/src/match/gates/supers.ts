import { nextFlow, NO_RULE, phaseAt } from '../../situation/index.ts'
import { addDays, daysBetween, laterOf, type Day } from '../../time/index.ts'
import { courseSpan, saySource, waitDaysOf, type Treatment } from '../../treatments/index.ts'
import { firstDay, gateOf, turnOf, worse, type Ask, type Gate, type JudgedSituation, type LazyFinding, type Level, type Way } from '../finding.ts'
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

/** How the supers that are on stand to an option on the day. */
type Now = 'for-bees' | 'none' | 'planned-off' | 'may-stay' | 'labels-differ' | 'lapsed' | 'on-until' | 'on'
const NOW_LEVEL: Readonly<Record<Now, Level>> = {
  'for-bees': 'fits',
  none: 'fits',
  'planned-off': 'fits',
  'may-stay': 'fits',
  'labels-differ': 'care',
  lapsed: 'wait',
  'on-until': 'wait',
  on: 'ruled-out',
}
function nowOf(s: JudgedSituation, allowed: Allowed): Now {
  const { now, offOn } = s.supers
  if (now !== 'for-people') return now
  // A plan is not a fact: a day that is over with the supers still on is a question.
  const planned = offOn !== null && offOn >= s.asOf
  if (planned && offOn <= s.startOn) return 'planned-off'
  if (allowed === 'yes') return 'may-stay'
  if (allowed === 'unknown') return 'labels-differ'
  return offOn === null ? 'on' : planned ? 'on-until' : 'lapsed'
}

function onNow(option: Treatment, s: JudgedSituation, allowed: Allowed): LazyFinding {
  const day = s.supers.offOn ?? s.asOf
  const near = s.startOn
  const how = nowOf(s, allowed)
  const make = (says: () => Said, figure: string | null = null, turns?: () => Said | null): LazyFinding => ({
    gate: 'supers',
    level: NOW_LEVEL[how],
    of: how === 'labels-differ' ? 'rules' : undefined,
    about: 'supers',
    figure,
    limit: allowed === 'no' ? 'supers off' : 'by your list',
    source: saySource(option.supers.source),
    says,
    turns: turns ?? (() => turnOf(nowAlone, option, s, OFF(option))),
  })
  switch (how) {
    case 'for-bees':
      return make(() => SUPERS.forBees())
    case 'none':
      return make(() => SUPERS.none())
    case 'planned-off':
      return make(() => SUPERS.plannedOff({ day, near }))
    case 'may-stay':
      return make(() => SUPERS.mayStay())
    case 'labels-differ':
      return make(() => SUPERS.labelsDiffer(), 'on')
    case 'lapsed':
      return make(() => SUPERS.lapsed({ day, near }), 'on?')
    case 'on-until':
      return make(
        () => SUPERS.onUntil({ day }),
        `${daysBetween(near, day)} d`,
        () => {
          const first = firstDay(nowAlone, option, s, 'care')
          return first ? SUPERS.fitsOnceOff({ day: first }) : null
        },
      )
    case 'on':
      return make(
        () => SUPERS.on(),
        'on',
        () => {
          const last = lastStart(option, s)
          return last && last >= near ? SUPERS.offBy({ day: last, near }) : turnOf(nowAlone, option, s, OFF(option))
        },
      )
  }
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

/** The day on which course and waiting time are over: supers could go on then. */
const clearOf = (option: Treatment, s: JudgedSituation): Day =>
  addDays(s.startOn, courseSpan(option, s).least + waitDaysOf(option, s.rules[option.key]))

/** Whether supers that are still to go on are asked about. */
const asksComing = (s: JudgedSituation, allowed: Allowed): boolean => {
  const { now, nextOn } = s.supers
  return allowed !== 'yes' && (nextOn === null || nextOn > s.startOn || now !== 'for-people')
}

/** How supers that are to go on stand to it, for options that must be over by then; whether some labels let them on is a matter of the list. */
function comingLevel(s: JudgedSituation, clear: Day, allowed: Allowed): Level {
  const { nextOn } = s.supers
  if (nextOn === null) return reachesFlow(clear, s) === null ? 'fits' : 'care'
  return clear <= nextOn ? 'fits' : allowed === 'unknown' ? 'care' : 'ruled-out'
}

function comingOn(option: Treatment, s: JudgedSituation, allowed: Allowed): LazyFinding {
  const { nextOn } = s.supers
  const near = s.startOn
  const clear = clearOf(option, s)
  const level = comingLevel(s, clear, allowed)
  const fits = level === 'fits'
  const of = !fits && allowed === 'unknown' ? 'rules' : undefined
  const source = saySource(option.supers.source)
  const canWait = () => SUPERS.canWait({ day: clear, near })
  if (nextOn !== null)
    return {
      gate: 'supers',
      level,
      of,
      about: 'nextOn',
      figure: () => `${Math.abs(daysBetween(clear, nextOn))} d`,
      limit: () => aDay(nextOn, near),
      source,
      says: () => {
        const [span, wait] = [courseSpan(option, s).least, waitDaysOf(option, s.rules[option.key])]
        return fits
          ? SUPERS.timeEnough({ clear, span, wait, next: nextOn, near })
          : SUPERS.tooSoon({ next: nextOn, short: daysBetween(nextOn, clear), clear, near })
      },
      turns: () => (fits ? SUPERS.lastStart({ day: addDays(nextOn, -daysBetween(near, clear)), near }) : canWait()),
    }
  if (fits)
    return {
      gate: 'supers',
      level,
      source,
      says: () => SUPERS.noNextDate({ clear, near }),
      turns: () => SUPERS.ifDueBefore({ day: clear, near }),
    }
  const flow = reachesFlow(clear, s) ?? near
  return {
    gate: 'supers',
    level,
    of,
    figure: () => `${daysBetween(flow, clear)} d`,
    limit: 'the flow',
    source: 'common practice, no source',
    says: () => (flow === near ? SUPERS.inFlow({ clear, near }) : SUPERS.reachesFlow({ flow, clear, near })),
    turns: canWait,
  }
}

function fitOn(option: Treatment, s: JudgedSituation): Level {
  const allowed = allowance(option, s)
  if (allowed === 'any') return 'fits'
  const now = nowOf(s, allowed)
  const level = now === 'labels-differ' ? 'fits' : NOW_LEVEL[now]
  if (level === 'ruled-out' || allowed === 'unknown' || !asksComing(s, allowed)) return level
  return worse(level, comingLevel(s, clearOf(option, s), allowed))
}

/** Gate 4: supers on now, and supers to go on before the course and its waiting time are over. */
export const supers: Gate = gateOf({ readsDay: true, fitOn }, (option, s) => {
  const allowed = allowance(option, s)
  if (allowed === 'any') return [{ gate: 'supers', level: 'fits', source: '', says: () => SUPERS.noMatter(), turns: () => null }]
  const now = onNow(option, s, allowed)
  return asksComing(s, allowed) ? [now, comingOn(option, s, allowed)] : [now]
})
