import { PRACTICE } from '../source.ts'
import type { HiveNeeds, RotationRule } from '../treatment.ts'

/** A hive of which nothing is asked. */
export const ANY_HIVE: HiveNeeds = {
  leastFramesOfBees: null,
  entrance: 'any',
  screen: 'any',
  floor: 'any',
  feeding: 'any',
  queenLayingDays: null,
  newlyHived: 'any',
  mustMove: false,
  topBar: null,
  mostBoxes: null,
  opensHive: true,
  note: null,
  source: PRACTICE,
}

/** What mites do not grow used to, and nothing limits. */
export const FREELY: RotationRule = {
  class: '',
  change: false,
  gapDays: 0,
  gapWhy: '',
  mostCoursesAYear: null,
  alone: false,
  resistance: null,
  source: PRACTICE,
}
