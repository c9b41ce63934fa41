import type { Situation } from '../situation/index.ts'
import { plain, toOunces, type MassUnit } from '../units/index.ts'
import type { DoseUnit, Treatment } from './treatment.ts'

/** One application for the whole colony. */
export interface Dose {
  readonly amount: number
  readonly unit: DoseUnit
  readonly text: string
}

/** "2 strips", "1.5 wafers", "2 g", "0.07 oz". */
export function sayAmount(amount: number, unit: DoseUnit, mass: MassUnit = 'g'): string {
  if (unit === 'g') return mass === 'g' ? `${plain(amount, 2)} g` : `${plain(toOunces(amount), 3)} oz`
  if (unit === 'mL') return `${plain(amount)} mL`
  return `${plain(amount)} ${unit}${amount === 1 ? '' : 's'}`
}

/**
 * The dose for a colony. By frames: bees are taken as spread evenly over the brood boxes, and each box gets
 * its own strips, rounded up; without a known strength, the figure for a full box. Grams a box by the keeper's list.
 */
export function doseOf(treatment: Treatment, situation: Pick<Situation, 'colony' | 'rules'>): Dose | null {
  const { dose } = treatment
  const boxes = situation.colony.broodBoxes
  const say = (amount: number, unit: DoseUnit, tail: string): Dose => ({ amount, unit, text: `${sayAmount(amount, unit)}: ${tail}` })
  switch (dose.by) {
    case 'none':
      return null
    case 'colony':
      return say(dose.amount, dose.unit, dose.how)
    case 'box': {
      const own = situation.rules[treatment.key]?.gramsPerBox ?? null
      const perBox = own ?? dose.perBox
      const whose =
        own === null
          ? `${sayAmount(perBox, dose.unit)} a brood box, as older labels say; some newer ones say more`
          : `${sayAmount(perBox, dose.unit)} a brood box by your own list`
      return say(perBox * boxes, dose.unit, `${dose.how}; ${whose}`)
    }
    case 'frames': {
      const frames = situation.colony.framesOfBees
      if (frames !== null && frames <= dose.framesPerUnit)
        return say(1, dose.unit, `${dose.how}; one is enough for ${dose.framesPerUnit} frames of bees or fewer`)
      const perBox = frames === null ? dose.perFullBox : Math.ceil(frames / boxes / dose.framesPerUnit)
      const doubt = frames === null ? '; strength not known, so as for full boxes' : ''
      return say(perBox * boxes, dose.unit, `${dose.how}${boxes > 1 ? ` (${perBox} in each of ${boxes} boxes)` : ''}${doubt}`)
    }
  }
}
