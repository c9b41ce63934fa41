import { judged, match, type Level } from '../match/index.ts'
import type { YardState } from '../holding/index.ts'
import type { TreatmentKey } from '../situation/index.ts'
import type { Day } from '../time/index.ts'
import { doseOf, dosesOf, patternOf, type DoseUnit } from '../treatments/index.ts'

/** What one treatment would be in one colony of a trial. */
export interface TrialOption {
  readonly treatment: TreatmentKey
  readonly fit: Level
  /** Share it takes here and now, 0-1; null where nobody says. */
  readonly takes: number | null
  /** What the whole course takes from the shelf. */
  readonly dose: { readonly amount: number; readonly unit: DoseUnit } | null
}
export interface TrialCandidate {
  readonly id: string
  readonly name: string
  readonly position: number
  /** Likely mites in 100 bees now; null where nothing is counted. */
  readonly level: number | null
  readonly frames: number | null
  readonly brood: number | null
  /** Why it cannot be in a trial now; null where it can. */
  readonly not: string | null
  readonly options: readonly TrialOption[]
}

/** The colonies of a yard as they could be in a trial from a day on, with what fits each of them then. What something is in hand in is not to be had. */
export const trialCandidates = (yard: YardState, startOn: Day): TrialCandidate[] =>
  yard.row.map((s) => {
    const situation = judged({ ...s.situation, startOn })
    const { estimate, unit, level } = s.judgement
    const inHand = s.courses.find((c) => c.running || c.planned)
    const not = s.gone
      ? 'it is gone'
      : inHand
        ? `${inHand.treatment.name} is in hand`
        : level === 'urgent'
          ? 'it is in danger: treat it, and leave it out'
          : estimate === null
            ? 'it was not counted lately: a trial begins with a count'
            : null
    return {
      id: s.colony.id,
      name: s.colony.name,
      position: s.colony.placement.position,
      level: unit === 'per100' ? estimate : null,
      frames: s.situation.colony.framesOfBees,
      brood: s.situation.colony.framesOfBrood,
      not: not ?? (unit === 'per100' ? null : 'its newest count is no jar: count it by a wash or a roll'),
      options: match(situation)
        .filter((o) => o.treatment.way === 'given')
        .map((o) => {
          const dose = doseOf(o.treatment, situation)
          const rounds = dosesOf(patternOf(o.treatment, situation))
          return {
            treatment: o.treatment.key,
            fit: o.allowed.rules === 'no' ? ('ruled-out' as const) : o.fit,
            takes: o.efficacy?.estimate ?? null,
            dose: dose && { amount: dose.amount * Math.max(1, rounds), unit: dose.unit },
          }
        }),
    }
  })
