import { NO_RULE } from '../../situation/index.ts'
import { daysBetween, type Day } from '../../time/index.ts'
import { gateOf, sayFlip, type Gate, type JudgedSituation, type LazyFinding } from '../finding.ts'
import { aDay } from '../../words/index.ts'

/** A list that was held against label and law longer ago than this is to be read anew. */
const isOld = (confirmed: Day, asOf: Day): boolean => daysBetween(confirmed, asOf) > 365

const NO_LEAVE = {
  waiting: 'Leaving a colony alone needs no leave.',
  'hive-work': 'Work on the hive that gives nothing to the bees needs no leave.',
  given: '',
} as const

/** Gate 9: the keeper's own confirmed list and preferences. The tool never says that a thing is legal. */
export const rules: Gate = gateOf({ readsDay: false }, (option, s) => {
  if (option.way !== 'given') return [{ gate: 'rules', level: 'fits', source: '', text: () => NO_LEAVE[option.way], flip: () => null }]
  const own = s.rules[option.key]
  const authorised = own?.authorised ?? 'unknown'
  const set =
    (value: 'yes' | 'no') =>
    (x: JudgedSituation): JudgedSituation => ({
      ...x,
      rules: { ...x.rules, [option.key]: { ...NO_RULE, ...x.rules[option.key], authorised: value, ...(value === 'yes' ? { starter: null } : {}) } },
    })
  const source = 'your own list; the label and local law decide'
  const found: LazyFinding[] = []
  if (authorised === 'no')
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'ruled-out',
      figure: 'not allowed',
      source,
      text: () =>
        own?.starter && !own.confirmedOn
          ? `A starter list (${own.starter}) says that it is not authorised; you have not confirmed that.`
          : 'Your own list says it is not authorised where you are.',
      flip: () => sayFlip(rules, option, s, [{ say: 'if your list says it is authorised', change: set('yes') }]),
    })
  else if (authorised === 'unknown')
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'care',
      figure: 'confirm',
      source,
      text: () => 'Whether it is authorised where you are is not known: confirm before use.',
      flip: () => sayFlip(rules, option, s, [{ say: 'once you have confirmed it in your list', change: set('yes') }]),
    })
  else if (own?.starter && !own.confirmedOn)
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'care',
      figure: 'confirm',
      source,
      text: () => `It stands on a starter list (${own.starter}) that you have not confirmed: confirm before use.`,
      flip: () => sayFlip(rules, option, s, [{ say: 'once you have confirmed it in your list', change: set('yes') }]),
    })
  else
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'fits',
      source,
      text: () =>
        `Authorised by your own list${own?.confirmedOn ? `, confirmed ${aDay(own.confirmedOn, s.asOf)}${isOld(own.confirmedOn, s.asOf) ? ', over a year ago: read label and law anew' : ''}` : ''}; the label in hand decides.${own?.note ? ` Your note: ${own.note.replace(/[.]?$/, '.')}` : ''}`,
      flip: () => sayFlip(rules, option, s, [{ say: 'if it were not', change: set('no') }]),
    })
  if (own?.prescription)
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'care',
      figure: 'vet',
      source,
      text: () => 'By your own list a vet must prescribe it: have the prescription before you start.',
      flip: () => 'With the prescription in hand nothing in this gate stands against it.',
    })
  if (s.keeper.noLiquidAcids && option.liquidAcid) {
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'ruled-out',
      figure: 'liquid',
      source: 'your own preference',
      text: () => 'You want no acid that is poured or trickled.',
      flip: () =>
        sayFlip(rules, option, s, [{ say: 'if you allow liquid acids', change: (x) => ({ ...x, keeper: { ...x.keeper, noLiquidAcids: false } }) }]),
    })
  }
  if (s.keeper.organicOnly && option.synthetic) {
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'ruled-out',
      figure: 'organic',
      source: 'your own preference',
      text: () => 'You treat with organic acids, thymol and the like only.',
      flip: () =>
        sayFlip(rules, option, s, [
          { say: 'if you allow synthetic treatments', change: (x) => ({ ...x, keeper: { ...x.keeper, organicOnly: false } }) },
        ]),
    })
  }
  return found
})
