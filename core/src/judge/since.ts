import { Z95 } from '../count/index.ts'
import { efficacyHere } from '../efficacy/index.ts'
import { growthOver, type Growing } from '../level/index.ts'
import { onceEach, phaseAt, type PastCourse, type Situation } from '../situation/index.ts'
import { daysBetween, earlierOf, laterOf, type Day } from '../time/index.ts'
import { patternOf, treatmentOf, type Treatment } from '../treatments/index.ts'
import { small } from '../units/index.ts'

/** What was given to a colony since a count of it. */
export interface Given {
  readonly names: readonly string[]
  /** The day of the first dose of the first of it. */
  readonly start: Day
  /** The last day of the last of it; null while one of it still runs. */
  readonly end: Day | null
}

interface Since {
  readonly past: PastCourse
  readonly treatment: Treatment
  readonly end: Day | null
}

/** Courses that began before today: what is begun today, or only chosen, has taken nothing by today. */
function coursesOf({ history, asOf }: Situation): Since[] {
  return onceEach(history).flatMap((past) => {
    const treatment = treatmentOf(past.treatment)
    if (!treatment || treatment.way === 'waiting' || past.start >= asOf) return []
    return [{ past, treatment, end: past.end !== null && past.end <= asOf ? past.end : null }]
  })
}

/** What was given since a count, which tells of the level before it; a count of the day on which a course began was made before it. Null for none. */
export function givenSince(situation: Situation, countedOn: Day): Given | null {
  const given = coursesOf(situation).filter(({ past, treatment }) => treatment.way === 'given' && past.start >= countedOn)
  const [first] = given
  if (!first) return null
  return {
    names: [...new Set(given.map(({ treatment }) => small(treatment.name)))],
    start: given.reduce((day, { past }) => earlierOf(day, past.start), first.past.start),
    end: given.reduce<Day | null>((day, { end }) => (day === null || end === null ? null : laterOf(day, end)), first.end),
  }
}

/** The first day of the last course that had begun by a day; a count of that day was made before it. Null for none. */
export const begunBefore = (situation: Situation, day: Day): Day | null =>
  coursesOf(situation).reduce<Day | null>((last, { past }) => (past.start < day ? laterOf(last ?? past.start, past.start) : last), null)

const remains = (taken: number): number => Math.log(Math.max(1 - taken, 1e-4))
/** How much of a whole course lay behind a day: of one that was cut short, what it had; of one that was counted in its middle, what came after. */
function partAfter({ past, treatment }: Since, end: Day, day: Day, there: Situation): number {
  const whole = Math.max(daysBetween(past.start, end), patternOf(treatment, there).days.least)
  return whole === 0 ? 1 : daysBetween(laterOf(past.start, day), end) / whole
}

/** How far what one course leaves differs from what such courses leave, as a standard deviation of the logarithm (a guess): nobody counted after it. */
const COURSES_DIFFER = 0.5
/** What a course that has ended took, as a growth of the logarithm of the level: what it takes here and now, by what is known of that day. */
function takenAfter(course: Since, end: Day, day: Day, situation: Situation): Growing {
  const { past, treatment } = course
  const brood = past.brood ?? (phaseAt(situation, past.start) === 'dormant' ? 'none' : null)
  const there = { ...situation, startOn: past.start, colony: { ...situation.colony, brood } }
  const takes = efficacyHere(treatment, there)
  if (!takes) return { mean: 0, sd: 0 }
  const part = partAfter(course, end, day, there)
  // The share is told as a central 90 %.
  const sd = (remains(takes.low) - remains(takes.high)) / (2 * Z95)
  return { mean: part * remains(takes.estimate), sd: part * Math.hypot(sd, COURSES_DIFFER) }
}

/**
 * How a level has moved from the day of a count to today: its growth, and what courses took that have ended since. From the day on which a
 * course began that still runs it is told as it stood then: what that takes is told by the count after it.
 */
export function movedSince(situation: Situation, day: Day): Growing {
  const courses = coursesOf(situation)
  const runs = courses.filter(({ end, past }) => end === null && past.start >= day).map(({ past }) => past.start)
  const until = runs.reduce(earlierOf, situation.asOf)
  const ended = courses.flatMap((course) => (course.end !== null && course.end > day ? [takenAfter(course, course.end, day, situation)] : []))
  return ended.reduce((all, one) => ({ mean: all.mean + one.mean, sd: Math.hypot(all.sd, one.sd) }), growthOver(situation, day, until))
}
