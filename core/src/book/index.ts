export { colonyLine, type ColonyLine, type LineCount, type LineCourse, type LineHappened, type LineKind, type LineLook } from './line.ts'
export { lookedBack, type LookedBack, type Sentence } from './looked-back.ts'
export { packOf, registerOf, type RegisterLine, type RegisterYard, type Struck } from './register.ts'
export { REVIEWED, reviewedRounds, verdictOf, type Reviewed, type ReviewedCourse, type ReviewedRound } from './reviewed.ts'
export {
  notSeenSinceWinter,
  winterOf,
  wintered,
  winterYear,
  type Winter,
  type WinterColony,
  type Wintered,
  type WinterFate,
  type WinterGroup,
} from './winter.ts'
export { logOdds, onOdds, pool, shareOf, workedHere, workedOf, type Counted, type Share, type Worked, type WorkedGroup } from './worked.ts'
