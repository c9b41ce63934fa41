import { NO_RULE } from '../../situation/index.ts'
import { addDays, daysBetween, sayDays } from '../../time/index.ts'
import { courseSpan, saySource, waitDaysOf, type Treatment } from '../../treatments/index.ts'
import { firstDay, gateOf, sayFlip, type Ask, type Gate, type JudgedSituation, type LazyFinding, type Level, type Way } from '../finding.ts'
import { lastStart } from './time.ts'
import { aDay } from '../../words/index.ts'

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
  { say: 'once the supers are off', change: withSupers({ now: 'none' }) },
  { say: 'where your own list allows it with supers on', change: allow(option) },
  { say: 'with supers on for people', change: withSupers({ now: 'for-people', offOn: null }) },
]

function onNow(option: Treatment, s: JudgedSituation, allowed: Allowed): LazyFinding {
  const { now, offOn } = s.supers
  const make = (level: Level, text: string, figure: string | null = null, flip?: () => string | null): LazyFinding => ({
    gate: 'supers',
    level,
    about: 'supers',
    figure,
    limit: allowed === 'no' ? 'supers off' : 'by your list',
    source: saySource(option.supers.source),
    text: () => text,
    flip: flip ?? (() => sayFlip(nowAlone, option, s, OFF(option))),
  })
  if (now === 'for-bees') return make('fits', 'The box on top is left to the bees: mark it, so that it is never extracted.')
  if (now === 'none') return make('fits', 'No supers on.')
  // A plan is not a fact: a day that is over with the supers still on is a question.
  const planned = offOn !== null && offOn >= s.asOf
  if (planned && offOn <= s.startOn) return make('fits', `The supers are planned to be off by ${aDay(offOn, s.startOn)}: see that they are.`)
  if (allowed === 'yes') return make('fits', 'Supers may stay on by your own list; nothing is harvested until the course is over.')
  if (allowed === 'unknown')
    return { ...make('care', 'Supers are on. Some labels allow that and some do not: read yours and confirm it in your list.', 'on'), of: 'rules' }
  if (offOn !== null && !planned)
    return make('wait', `Supers were to come off ${aDay(offOn, s.startOn)} and were on when last seen: are they off?`, 'on?')
  if (offOn !== null) {
    return make('wait', `Supers are on for people until ${aDay(offOn)}.`, `${daysBetween(s.startOn, offOn)} d`, () => {
      const day = firstDay(nowAlone, option, s, 'care')
      return day ? `Fits from ${aDay(day)}, when the supers are off.` : null
    })
  }
  return make('ruled-out', 'Ruled out while the supers are on for people, and no day is set for taking them off.', 'on', () => {
    const last = lastStart(option, s)
    return last && last >= s.startOn
      ? `Fits if the supers come off by ${aDay(last, s.startOn)}, the last day on which there is time for it.`
      : sayFlip(nowAlone, option, s, OFF(option))
  })
}

/** The supers on now as a gate of its own: what would change it is not hidden by those to come. */
const nowAlone: Ask = (option, s) => [onNow(option, s, allowance(option, s))]

function comingOn(option: Treatment, s: JudgedSituation, allowed: Allowed): LazyFinding {
  const { nextOn } = s.supers
  const span = courseSpan(option, s)
  const wait = waitDaysOf(option, s.rules[option.key])
  const clear = addDays(s.startOn, span.least + wait)
  const source = saySource(option.supers.source)
  if (nextOn === null) {
    return {
      gate: 'supers',
      level: 'fits',
      source,
      text: () => `No date is set for the next supers; they could go on from ${aDay(clear, s.startOn)}.`,
      flip: () => `It would be ruled out if supers had to go on before ${aDay(clear, s.startOn)}.`,
    }
  }
  const fits = clear <= nextOn
  return {
    gate: 'supers',
    level: fits ? 'fits' : allowed === 'unknown' ? 'care' : 'ruled-out',
    about: 'nextOn',
    ...(!fits && allowed === 'unknown' ? { of: 'rules' as const } : {}),
    figure: () => `${Math.abs(daysBetween(clear, nextOn))} d`,
    limit: () => aDay(nextOn, s.startOn),
    source,
    text: () =>
      fits
        ? `Supers could go on from ${aDay(clear, s.startOn)} (${sayDays(span.least)} and ${sayDays(wait)} of waiting); the next are due ${aDay(nextOn, s.startOn)}.`
        : `Supers are due ${aDay(nextOn, s.startOn)}, ${sayDays(daysBetween(nextOn, clear))} before this course and its waiting time end (${aDay(clear, s.startOn)}).`,
    flip: () =>
      fits
        ? `The last start for it is ${aDay(addDays(nextOn, -span.least - wait), s.startOn)}.`
        : `Fits if the supers can wait until ${aDay(clear, s.startOn)}.`,
  }
}

/** Gate 4: supers on now, and supers to go on before the course and its waiting time are over. */
export const supers: Gate = gateOf({ readsDay: true }, (option, s) => {
  const allowed = allowance(option, s)
  if (allowed === 'any') return [{ gate: 'supers', level: 'fits', source: '', text: () => 'Supers do not matter.', flip: () => null }]
  const findings = [onNow(option, s, allowed)]
  const upcoming = s.supers.nextOn === null || s.supers.nextOn > s.startOn || s.supers.now !== 'for-people'
  if (allowed !== 'yes' && upcoming) findings.push(comingOn(option, s, allowed))
  return findings
})
