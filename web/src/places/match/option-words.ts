import type { AnsweredOption } from '@thistle/core/course'
import { isOver, type Judgement } from '@thistle/core/judge'
import { decidingOf } from '@thistle/core/match'
import type { Situation } from '@thistle/core/situation'
import { sayDay } from '../../look/dates.ts'
import { patternOf, treatmentOf } from '@thistle/core/treatments'
import { toFahrenheit, type TemperatureUnit } from '@thistle/core/units'
import { GATE_WORDS } from './gate-words.ts'

const WEIGHT = { fits: 0, care: 1, wait: 2, 'ruled-out': 3 }
type Finding = AnsweredOption['findings'][number]

/** A gate's worst finding: what its cell shows. */
export const cellOf = (option: AnsweredOption, gate: string): Finding =>
  option.findings.filter((f) => f.gate === gate).reduce((worst, f) => (WEIGHT[f.level] > WEIGHT[worst.level] ? f : worst))

/** A cell's figure as the keeper reads it: "34°" is °C in the core. */
export const sayFigureIn = (finding: Finding, unit: TemperatureUnit): string | null =>
  finding.figure?.replace(/^(-?\d+)°$/, (_, celsius: string) => `${unit === 'F' ? Math.round(toFahrenheit(Number(celsius))) : celsius}°`) ?? null

/** Findings with what stands in the way first. */
export const byHindrance = (option: AnsweredOption): Finding[] => option.findings.toSorted((a, b) => WEIGHT[b.level] - WEIGHT[a.level])

/** The option that is in hand before one is picked: work on the queen is never urged, and something that fits within days comes before it. */
export const firstInHand = (options: readonly AnsweredOption[]): AnsweredOption | null =>
  options.find((o) => (o.verdict === 'fits' || o.verdict === 'care') && treatmentOf(o.treatment)?.way !== 'hive-work') ??
  options.find((o) => o.earliest !== null && treatmentOf(o.treatment)?.way !== 'hive-work') ??
  options[0] ??
  null

const gateWord = (finding: Finding | undefined) => GATE_WORDS.find(([key]) => key === finding?.gate)?.[1].toLowerCase() ?? ''

/** "Fits", "From Thu 20 Aug", "Ruled out: hive". */
export function sayVerdict(option: AnsweredOption): string {
  if (option.verdict === 'fits') return 'Fits'
  if (option.verdict === 'care') return 'Fits with care'
  if (option.verdict === 'wait') return option.earliest ? `From ${sayDay(option.earliest)}` : `Not yet: ${gateWord(decidingOf(option))}`
  return `Ruled out: ${gateWord(decidingOf(option))}`
}

/** The dose alone, as the core words it. */
export const sayDose = (option: AnsweredOption): string => option.dose?.text.split(':')[0] ?? ''

/** "2 strips, 14 days": an option in a few words. */
export function gistOf(option: AnsweredOption, situation: Situation, recountBy: string): string {
  const treatment = treatmentOf(option.treatment)
  if (!treatment || treatment.way === 'waiting') return `by ${sayDay(recountBy)}`
  if (!option.dose) return patternOf(treatment, situation.colony.brood).name
  return `${sayDose(option)}, ${patternOf(treatment, situation.colony.brood).name}`
}

/** "leaves 0.1-1.7": mites in 100 likely left, where that is what is asked; nothing where the colony is not over its limit. */
export const sayLeft = (option: AnsweredOption, level: Judgement['level']): string =>
  option.left && isOver({ level }) ? `leaves ${option.left.low.toFixed(1)}-${option.left.high.toFixed(1)}` : ''

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
    { title: `Fits on ${sayDay(day)}`, list: options.filter((o) => o.verdict === 'fits' || o.verdict === 'care') },
    { title: 'From a later day', list: options.filter((o) => o.verdict === 'wait' && o.earliest !== null) },
    { title: 'Not yet, whatever the day', list: options.filter((o) => o.verdict === 'wait' && o.earliest === null) },
    { title: 'Ruled out', list: options.filter((o) => o.verdict === 'ruled-out') },
  ]
    .filter((g) => g.list.length > 0)
    .map((g) => ({ ...g, folds: g.title === 'Ruled out' && g.list.length >= WORTH_A_FOLD }))
