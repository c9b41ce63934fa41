export {
  PRACTICE_COLONIES,
  PRACTICE_FROM,
  PRACTICE_SEEDS,
  PRACTICE_UNTIL,
  worldOf,
  type Hidden,
  type KeptPractice,
  type Practice,
  type World,
} from './world.ts'
export { truthOf, type GivenCourse, type Truth } from './truth.ts'
export { drawMites, lookInto, type Drawn } from './draw.ts'
export { playedColony, SCORE, scoreOf, shownDays, SHOWN_EVERY, type PlayedColony } from './score.ts'
export { givenOf } from './given.ts'
