import { judged, onDay, startWindows, type Judged } from '../../match/index.ts'
import { nextFlow, phaseAt, type PastCourse, type Situation, type TreatmentKey } from '../../situation/index.ts'
import { addDays, daysBetween, type Day } from '../../time/index.ts'
import { broodState, courseSpan, patternOf, supersMayStay, treatmentOf, treatmentsWith, waitDaysOf, type Treatment } from '../../treatments/index.ts'

/** A colony that a season is planned for. */
export interface PlannedColony {
  readonly id: string
  /** As it stands; courses in its history that begin later are planned, and not given. */
  readonly situation: Situation
  /** What is planned for it and not begun; left out: what its history has of days to come. */
  readonly planned?: readonly PlannedCourse[]
}
/** A course that is planned, on its day. */
export type PlannedCourse = Pick<PastCourse, 'treatment' | 'start'>
/** One course that may be begun on one day of the season. */
export interface Candidate {
  readonly treatment: Treatment
  readonly start: Day
  /** The day on which the shortest course is over. */
  readonly end: Day
  readonly visits: number
  /** Whether each colony takes part in it: what is never fit for one leaves that one out. */
  readonly takesPart: readonly boolean[]
}

/** Days ahead that are planned: a year, with its winter's round in it. */
export const SEASON_DAYS = 365
/** Starts are tried every so many days of a window, and on its first day; in a yard of many colonies, each plan of which takes long, further apart. */
const [EVERY, EVERY_OF_MANY, MANY] = [14, 21, 10]

/** What is planned and not begun yet is left out: it is what is asked about. */
export const withoutPlanned = (s: Situation): Situation => ({ ...s, history: s.history.filter((p) => p.start <= s.asOf) })
/** What the history of a case has of days to come: planned, and not begun yet. */
export const plannedOf = (s: Situation): readonly PlannedCourse[] =>
  s.history.filter((p) => p.start > s.asOf && p.end === null).toSorted((a, b) => a.start.localeCompare(b.start))

/** Whether a keeper takes honey: supers are on, or are to go on, or came off on a known day. */
const takesHoney = ({ supers: { now, nextOn, offOn } }: Situation): boolean => now === 'for-people' || nextOn !== null || offOn !== null

/**
 * Whether a course and its waiting time reach into a flow to come, in which the supers of a keeper who takes honey are taken to be on. Match knows
 * the next day of supers alone; a plan for a year is asked about the flow after it too.
 */
function reachesFlow(treatment: Treatment, s: Judged): boolean {
  const rule = s.rules[treatment.key]
  if (!takesHoney(s) || supersMayStay(treatment, rule)) return false
  const clear = addDays(s.startOn, courseSpan(treatment, s).least + waitDaysOf(treatment, rule))
  const flow = nextFlow(s, s.startOn)
  // The flow that is on today is settled by what was seen: Match has weighed it.
  const seen = phaseAt(s, s.asOf) === 'peak' ? nextFlow(s, s.asOf) : null
  return flow !== null && flow.from < clear && !(seen && flow.to === seen.to)
}

/**
 * Every course that each of some colonies may begin over a year by its windows in Match: on the first day of a window, and every two or three weeks in it.
 * All colonies are of one yard, on one day. What some of them may never have leaves those out; else it is begun on days that suit all. Yields
 * after each colony.
 */
export function* candidatesOf(colonies: readonly PlannedColony[], days: number = SEASON_DAYS): Generator<number, Candidate[]> {
  const [first] = colonies
  if (!first) return []
  const { asOf } = first.situation
  const options = treatmentsWith(first.situation.own).filter((t) => t.action)
  const every = colonies.length > MANY ? EVERY_OF_MANY : EVERY
  const each: Judged[] = []
  /** For each colony and option the days on which it may begin. */
  const may: boolean[][][] = []
  for (const { situation } of colonies) {
    const s = judged({ ...withoutPlanned(situation), startOn: asOf })
    each.push(s)
    may.push(
      startWindows(s, asOf, days, options).map(({ treatment, days: levels }) =>
        levels.map((level, n) => (level === 'fits' || level === 'care') && !reachesFlow(treatment, onDay(s, addDays(asOf, n)))),
      ),
    )
    yield each.length
  }
  return options.flatMap((treatment, o): Candidate[] => {
    const takesPart = may.map((of) => of[o]?.includes(true) ?? false)
    const s = each[takesPart.indexOf(true)]
    if (!s) return []
    const fits = (n: number): boolean => may.every((of, c) => !takesPart[c] || of[o]?.[n] === true)
    return Array.from({ length: days }, (_, n) => n)
      .filter((n) => fits(n) && (n === 0 || !fits(n - 1) || n % every === 0))
      .map((n) => candidateOn(treatment, onDay(s, addDays(asOf, n)), takesPart))
  })
}

/** A course on the day of a situation, with what is likely of the brood then. */
export function candidateOn(treatment: Treatment, s: Judged, takesPart: readonly boolean[]): Candidate {
  const brood = broodState(s.colony.brood)
  const facts = { ...s, colony: { ...s.colony, brood: brood === 'brood' ? ('capped' as const) : ('none' as const) } }
  const pattern = patternOf(treatment, facts)
  return { treatment, start: s.startOn, end: addDays(s.startOn, courseSpan(treatment, facts).least), visits: pattern.visits, takesPart }
}

/** Visits of some courses, each by what is likely of the brood on its day. */
export function visitsOf(situation: Situation, courses: readonly { readonly treatment: TreatmentKey; readonly start: Day }[]): number {
  const s = judged(situation)
  return courses.reduce((sum, { treatment: key, start }) => {
    const treatment = treatmentOf(key)
    return sum + (treatment ? candidateOn(treatment, onDay(s, start), [true]).visits : 0)
  }, 0)
}

/** The day of a candidate, counted from the day of the case. */
export const dayOf = ({ start }: Candidate, asOf: Day): number => daysBetween(asOf, start)
