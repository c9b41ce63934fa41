import { sayFlip, type Gate, type JudgedSituation, type LazyFinding } from '../finding.ts'

const NOTHING = { authorised: null, withSupers: null, gramsPerBox: null, mostCourses: null, mostDays: null }

/** Gate 9: the keeper's own confirmed list and preferences. The tool never says that a thing is legal. */
export const rules: Gate = (option, s) => {
  if (option.active === null)
    return [{ gate: 'rules', level: 'fits', source: '', text: () => 'Leaving a colony alone needs no leave.', flip: () => null }]
  const authorised = s.rules[option.key]?.authorised ?? 'unknown'
  const set =
    (value: 'yes' | 'no') =>
    (x: JudgedSituation): JudgedSituation => ({
      ...x,
      rules: { ...x.rules, [option.key]: { ...NOTHING, ...x.rules[option.key], authorised: value } },
    })
  const source = 'your own list; the label and local law decide'
  const found: LazyFinding[] = []
  if (authorised === 'no')
    found.push({
      gate: 'rules',
      level: 'ruled-out',
      figure: 'not allowed',
      source,
      text: () => 'Your own list says it is not authorised where you are.',
      flip: () => sayFlip(rules, option, s, [{ say: 'if your list says it is authorised', change: set('yes') }]),
    })
  else if (authorised === 'unknown')
    found.push({
      gate: 'rules',
      level: 'care',
      figure: 'confirm',
      source,
      text: () => 'Whether it is authorised where you are is not known: confirm before use.',
      flip: () => sayFlip(rules, option, s, [{ say: 'once you have confirmed it in your list', change: set('yes') }]),
    })
  else
    found.push({
      gate: 'rules',
      level: 'fits',
      source,
      text: () => 'Authorised by your own list; the label in hand decides.',
      flip: () => sayFlip(rules, option, s, [{ say: 'if it were not', change: set('no') }]),
    })
  if (s.keeper.organicOnly && option.synthetic) {
    found.push({
      gate: 'rules',
      level: 'ruled-out',
      figure: 'organic',
      source: 'your own preference',
      text: () => 'You treat with organic acids, thymol and the like only.',
      flip: () => sayFlip(rules, { ...option, synthetic: false }, s, []) ?? 'Fits if you allow synthetic treatments.',
    })
  }
  return found
}
