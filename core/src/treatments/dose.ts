import type { ColonyFacts, Situation } from '../situation/index.ts'
import { plain } from '../units/index.ts'
import type { DoseRule, DoseUnit, SmallDose, Treatment } from './treatment.ts'
import { grams, millilitres } from '../words/index.ts'

/** One application for the whole colony. */
export interface Dose {
  readonly amount: number
  readonly unit: DoseUnit
  /** How it is given, or why it is so much. */
  readonly how: string
  /** The amount and how. */
  readonly text: string
}

/** "2 strips", "1.5 wafers", "2 g", in the core's notation. */
export function sayAmount(amount: number, unit: DoseUnit): string {
  if (unit === 'g') return grams(amount)
  if (unit === 'mL') return millilitres(amount)
  return `${plain(amount)} ${unit}${amount === 1 ? '' : 's'}`
}

/** "strips" or "g": the unit of a field that asks how much. */
export const unitOfMany = (unit: DoseUnit | null | undefined): string => (!unit || unit === 'g' || unit === 'mL' ? (unit ?? '') : `${unit}s`)

/** Equal amounts together, the smallest first: `[[1, 6], [2, 3]]` for six of one and three of two. */
export function portioned(amounts: readonly number[]): readonly (readonly [amount: number, times: number])[] {
  const counts = new Map<number, number>()
  for (const amount of amounts.toSorted((a, b) => a - b)) counts.set(amount, (counts.get(amount) ?? 0) + 1)
  return [...counts]
}

/** Whether the dose is reckoned from the bees there are. */
export const isByStrength = ({ dose }: Treatment): boolean => dose.by === 'frames' || dose.by === 'seam' || ('small' in dose && dose.small !== null)

type Ask = Pick<Situation, 'colony' | 'rules'>
const say = (amount: number, unit: DoseUnit, how: string): Dose => ({ amount, unit, how, text: `${sayAmount(amount, unit)}: ${how}` })

const isSmall = (small: SmallDose | null, colony: ColonyFacts): boolean => {
  const frames = small?.of === 'brood' ? colony.framesOfBrood : colony.framesOfBees
  return small !== null && frames !== null && frames <= small.atMost
}
const saySmall = (small: SmallDose): string => `the smaller dose, for ${small.atMost} frames of ${small.of} or fewer`

function byColony(dose: Extract<DoseRule, { by: 'colony' }>, colony: ColonyFacts): Dose {
  const { small } = dose
  if (small && isSmall(small, colony)) return say(small.amount, dose.unit, `${dose.how}; ${saySmall(small)}`)
  const unknown = small !== null && (small.of === 'brood' ? colony.framesOfBrood : colony.framesOfBees) === null
  const doubt =
    small && unknown ? `; ${sayAmount(small.amount, dose.unit)} for ${small.atMost} frames of ${small.of} or fewer, which is not known` : ''
  return say(dose.amount, dose.unit, `${dose.how}${doubt}`)
}

function byBox(treatment: Treatment, dose: Extract<DoseRule, { by: 'box' }>, s: Ask): Dose {
  const { colony } = s
  if (colony.hive === 'top-bar' && dose.topBar) return say(dose.topBar.amount, dose.unit, dose.topBar.how)
  if (dose.small && isSmall(dose.small, colony)) return say(dose.small.amount, dose.unit, `${dose.how}; ${saySmall(dose.small)}`)
  const own = s.rules[treatment.key]?.gramsPerBox ?? null
  if (dose.unit === 'g') {
    const perBox = own ?? dose.perBox
    const each = sayAmount(perBox, dose.unit)
    const whose = own === null ? `${each} a brood box, as older labels say; some newer ones say more` : `${each} a brood box by your own list`
    return say(perBox * colony.broodBoxes, dose.unit, `${dose.how}; ${whose}`)
  }
  const { large, most } = dose
  if (large && colony.broodBoxes === 1 && colony.framesOfBees !== null && colony.framesOfBees > large.over)
    return say(large.amount, dose.unit, `${dose.how}; a large single box`)
  const whole = dose.perBox * colony.broodBoxes
  const amount = most === null ? whole : Math.min(most, whole)
  return say(amount, dose.unit, `${dose.how}; ${sayAmount(dose.perBox, dose.unit)} a brood box${most === null ? '' : `, never over ${plain(most)}`}`)
}

/** Bees are taken as spread evenly over the brood boxes, and each box gets its own strips, rounded up. */
function byFrames(dose: Extract<DoseRule, { by: 'frames' }>, { framesOfBees: frames, broodBoxes: boxes }: ColonyFacts): Dose {
  if (frames !== null && frames <= dose.framesPerUnit)
    return say(1, dose.unit, `${dose.how}; one is enough for ${plain(dose.framesPerUnit)} frames of bees or fewer`)
  const perBox = frames === null ? dose.perFullBox : Math.ceil(frames / boxes / dose.framesPerUnit)
  const doubt = frames === null ? '; strength not known, so as for full boxes' : ''
  return say(perBox * boxes, dose.unit, `${dose.how}${boxes > 1 ? ` (${perBox} in each of ${boxes} boxes)` : ''}${doubt}`)
}

function bySeam(dose: Extract<DoseRule, { by: 'seam' }>, { framesOfBees: seams }: ColonyFacts): Dose {
  if (seams === null) return say(dose.most, dose.unit, `${dose.how}; the seams are not counted, so this is the most`)
  const amount = Math.min(dose.most, Math.ceil(seams) * dose.perSeam)
  return say(amount, dose.unit, `${dose.how}; ${plain(Math.ceil(seams))} seams${amount === dose.most ? ', and never more than this' : ''}`)
}

/**
 * The dose for a colony: one application. Without a known strength, the figure for a full box. Grams a box by the keeper's list.
 * Null where nothing is given.
 */
export function doseOf(treatment: Treatment, situation: Ask): Dose | null {
  const { dose } = treatment
  switch (dose.by) {
    case 'none':
      return null
    case 'colony':
      return byColony(dose, situation.colony)
    case 'box':
      return byBox(treatment, dose, situation)
    case 'frames':
      return byFrames(dose, situation.colony)
    case 'seam':
      return bySeam(dose, situation.colony)
  }
}
