import { NO_RULE } from '../../situation/index.ts'
import { daysBetween, type Day } from '../../time/index.ts'
import { gateOf, turnOf, type Gate, type JudgedSituation, type LazyFinding } from '../finding.ts'
import { RULES, RULES_WAYS } from '../../words/index.ts'

/** A list that was held against label and law longer ago than this is to be read anew. */
const isOld = (confirmed: Day, asOf: Day): boolean => daysBetween(confirmed, asOf) > 365

/** Gate 9: the keeper's own confirmed list and preferences. The tool never says that a thing is legal. */
export const rules: Gate = gateOf({ readsDay: false }, (option, s) => {
  if (option.way !== 'given') {
    const says = option.way === 'waiting' ? RULES.waitingNeedsNoLeave : RULES.workNeedsNoLeave
    return [{ gate: 'rules', level: 'fits', source: '', says: () => says(), turns: () => null }]
  }
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
      says: () => (own?.starter && !own.confirmedOn ? RULES.starterRefuses({ list: own.starter }) : RULES.notAuthorised()),
      turns: () => turnOf(rules, option, s, [{ say: RULES_WAYS.ifAuthorised(), change: set('yes') }]),
    })
  else if (authorised === 'unknown')
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'care',
      figure: 'confirm',
      source,
      says: () => RULES.notKnown(),
      turns: () => turnOf(rules, option, s, [{ say: RULES_WAYS.onceConfirmed(), change: set('yes') }]),
    })
  else if (own?.starter && !own.confirmedOn)
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'care',
      figure: 'confirm',
      source,
      says: () => RULES.starterAllows({ list: own.starter ?? '' }),
      turns: () => turnOf(rules, option, s, [{ say: RULES_WAYS.onceConfirmed(), change: set('yes') }]),
    })
  else
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'fits',
      source,
      says: () => {
        const confirmedOn = own?.confirmedOn ?? null
        return RULES.authorised({ confirmedOn, asOf: s.asOf, old: confirmedOn !== null && isOld(confirmedOn, s.asOf), note: own?.note ?? null })
      },
      turns: () => turnOf(rules, option, s, [{ say: RULES_WAYS.ifNot(), change: set('no') }]),
    })
  if (own?.prescription)
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'care',
      figure: 'vet',
      source,
      says: () => RULES.prescription(),
      turns: () => RULES.withPrescription(),
    })
  if (s.keeper.noLiquidAcids && option.liquidAcid) {
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'ruled-out',
      figure: 'liquid',
      source: 'your own preference',
      says: () => RULES.noLiquidAcids(),
      turns: () =>
        turnOf(rules, option, s, [{ say: RULES_WAYS.ifLiquidAllowed(), change: (x) => ({ ...x, keeper: { ...x.keeper, noLiquidAcids: false } }) }]),
    })
  }
  if (s.keeper.organicOnly && option.synthetic) {
    found.push({
      gate: 'rules',
      of: 'rules',
      level: 'ruled-out',
      figure: 'organic',
      source: 'your own preference',
      says: () => RULES.organicOnly(),
      turns: () =>
        turnOf(rules, option, s, [{ say: RULES_WAYS.ifSyntheticAllowed(), change: (x) => ({ ...x, keeper: { ...x.keeper, organicOnly: false } }) }]),
    })
  }
  return found
})
