import type { AnsweredOption } from '@thistle/core/course'
import { isOver, type Judgement } from '@thistle/core/judge'
import { decidingFit } from '@thistle/core/match'
import { sayDay } from '../../look/dates.ts'
import { sayAmount, treatmentOf } from '@thistle/core/treatments'
import { GATE_WORDS } from './gate-words.ts'

const WEIGHT = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }
type Finding = AnsweredOption['findings'][number]

/** A gate's worst finding: what its cell shows. By its fit, and among alike by what is presumed in it. */
export const cellOf = (option: AnsweredOption, gate: string): Finding =>
  option.findings
    .filter((f) => f.gate === gate)
    .reduce((worst, f) => ((WEIGHT[f.fit] - WEIGHT[worst.fit] || WEIGHT[f.level] - WEIGHT[worst.level]) > 0 ? f : worst))

/** Findings with what stands in the way first. */
export const byHindrance = (option: AnsweredOption): Finding[] => option.findings.toSorted((a, b) => WEIGHT[b.level] - WEIGHT[a.level])

/** The option that is in hand before one is picked: work on the queen is never urged, and something that fits within days comes before it. */
export const firstInHand = (options: readonly AnsweredOption[]): AnsweredOption | null =>
  options.find((o) => (o.fit === 'fits' || o.fit === 'care') && o.allowed.rules !== 'no' && treatmentOf(o.treatment)?.way !== 'hive-work') ??
  options.find((o) => o.fitFrom !== null && o.allowed.rules !== 'no' && treatmentOf(o.treatment)?.way !== 'hive-work') ??
  options[0] ??
  null

const gateWord = (finding: Finding | undefined) => GATE_WORDS.find(([key]) => key === finding?.gate)?.[1].toLowerCase() ?? ''

/** Whether an option can be begun on the day judged, by its fit; what the keeper's own list refuses cannot. */
export const isOpen = (option: AnsweredOption): boolean => (option.fit === 'fits' || option.fit === 'care') && option.allowed.rules !== 'no'

/** "Fits", "From Thu 20 Aug", "Ruled out: hive": by the fit. */
export function sayVerdict(option: AnsweredOption): string {
  if (option.allowed.rules === 'no') return 'Ruled out: your list'
  if (option.fit === 'fits') return 'Fits'
  if (option.fit === 'care') return 'Fits with care'
  if (option.fit === 'wait') return option.fitFrom ? `From ${sayDay(option.fitFrom)}` : `Not yet: ${gateWord(decidingFit(option))}`
  return `Ruled out: ${gateWord(decidingFit(option))}`
}

/** What is to be done first, whatever the fit: small tags beside it. */
export const tagsOf = ({ allowed }: AnsweredOption): string[] => [
  ...(allowed.rules === 'confirm' ? ['confirm first'] : []),
  ...(allowed.kit === 'fetch' || allowed.shelf === 'short' ? ['fetch first'] : []),
]

/** The dose alone, as the core words it. */
export const sayDose = (option: AnsweredOption): string => (option.dose ? sayAmount(option.dose.amount, option.dose.unit) : '')

/** "2 strips, 14 days": an option in a few words. */
export function gistOf(option: AnsweredOption, recountBy: string): string {
  if (treatmentOf(option.treatment)?.way === 'waiting') return `by ${sayDay(recountBy)}`
  return option.dose ? `${sayDose(option)}, ${option.pattern}` : option.pattern
}

/** "leaves about 0.4": mites in 100 likely left, where that is what is asked; nothing where the colony is not over its limit. */
export const sayLeft = (option: AnsweredOption, level: Judgement['level']): string =>
  option.left && isOver({ level })
    ? `leaves about ${option.left.estimate.toFixed(1)} (${option.left.low.toFixed(1)}-${option.left.high.toFixed(1)})`
    : ''

/** Options under one heading; those that are ruled out fold into one line. */
export interface OptionGroup {
  readonly title: string
  readonly list: readonly AnsweredOption[]
  readonly folds: boolean
}
/** Fewer than this need no fold. */
const WORTH_A_FOLD = 3
export const groupsOf = (options: readonly AnsweredOption[], day: string): OptionGroup[] =>
  [
    { title: `Fits on ${sayDay(day)}`, list: options.filter((o) => isOpen(o) && o.fit === 'fits') },
    { title: `Fits with care on ${sayDay(day)}`, list: options.filter((o) => isOpen(o) && o.fit === 'care') },
    { title: 'From a later day', list: options.filter((o) => o.allowed.rules !== 'no' && o.fit === 'wait' && o.fitFrom !== null) },
    { title: 'Not yet, and no day in sight', list: options.filter((o) => o.allowed.rules !== 'no' && o.fit === 'wait' && o.fitFrom === null) },
    { title: 'Ruled out', list: options.filter((o) => o.allowed.rules === 'no' || o.fit === 'ruled-out') },
  ]
    .filter((g) => g.list.length > 0)
    .map((g) => ({ ...g, folds: g.title === 'Ruled out' && g.list.length >= WORTH_A_FOLD }))
