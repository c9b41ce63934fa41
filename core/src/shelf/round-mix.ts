import type { YardState } from '../holding/index.ts'
import type { Day } from '../time/index.ts'
import { doseOf, type Treatment } from '../treatments/index.ts'

/** What a round takes from the bench: its colonies in the order of the row, by what is known of them now. */
export interface RoundMix {
  /** Each colony's dose by its treatment: g of a charge or a portion, mL on a pad. */
  readonly doses: readonly number[]
  readonly boxes: readonly number[]
  /** Seams of bees; of those in `unknown` none is told. */
  readonly seams: readonly number[]
  /** Names of colonies of which the strength is not known: they are looked at first. */
  readonly unknown: readonly string[]
}

/** Colonies of a yard that get something of one bench by a day, with what it takes for each; an empty one where none does. */
export function roundMix({ row }: YardState, on: Day, bench: NonNullable<Treatment['bench']>): RoundMix {
  const wanting = row.flatMap((state) => {
    const course = state.courses.find(
      (c) => !c.cancelled && c.treatment.bench === bench && c.course.jobs.some((j) => j.job === 'dose' && j.state === 'open' && j.earliest <= on),
    )
    return course ? [{ state, treatment: course.treatment }] : []
  })
  const strength = wanting.map(({ state }) => state.situation.colony.framesOfBees)
  return {
    doses: wanting.flatMap(({ state, treatment }) => doseOf(treatment, state.situation)?.amount ?? []),
    boxes: wanting.map(({ state }) => state.situation.colony.broodBoxes),
    seams: strength.filter((s) => s !== null),
    unknown: wanting.filter((_, i) => strength[i] === null).map(({ state }) => state.colony.name),
  }
}
