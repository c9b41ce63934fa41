import { newestCount } from '../count/index.ts'
import { casesByDay, countFacts, type ColonyState, type CourseState, type YardState } from '../holding/index.ts'
import { overLimit } from '../judge/index.ts'
import { yearOf, type Day } from '../time/index.ts'
import { plural, small } from '../units/index.ts'
import { aDay, UNIT_WORDS } from '../words/index.ts'
import { registerOf } from './register.ts'

/** One thing that the records of a year say, with the colony it is said of where it is one. */
export interface Sentence {
  readonly text: string
  readonly yardId: string | null
  readonly colonyId: string | null
}
/** A year of a yard, or of all: what was counted and done, what worked, what slipped and was lost, and what to do otherwise. */
export interface LookedBack {
  readonly counted: readonly Sentence[]
  readonly done: readonly Sentence[]
  readonly worked: readonly Sentence[]
  readonly slipped: readonly Sentence[]
  readonly lost: readonly Sentence[]
  readonly otherwise: readonly Sentence[]
}

const plainly = (text: string): Sentence => ({ text, yardId: null, colonyId: null })
interface Where {
  readonly yard: YardState
  readonly state: ColonyState
}
const of = ({ yard, state }: Where, text: string): Sentence => ({
  text: `${state.colony.name} (${yard.yard.name}): ${text}`,
  yardId: yard.yard.id,
  colonyId: state.colony.id,
})
type Lists = Parameters<typeof registerOf>[2]

function countedIn(yards: readonly YardState[], within: (day: Day) => boolean): Sentence[] {
  const found = yards.flatMap((yard) => {
    const dayOf = casesByDay(yard)
    return yard.row.flatMap((state) =>
      state.colony.counts.flatMap((count) => {
        const pooled = within(count.onDay) ? newestCount(countFacts(count), count.onDay) : null
        const there = pooled && dayOf(count.onDay)
        return pooled && there ? [{ state, over: overLimit(pooled, there) }] : []
      }),
    )
  })
  const rows = yards.reduce((sum, y) => sum + y.row.length, 0)
  if (found.length === 0) return [plainly('Nothing was counted.')]
  const colonies = new Set(found.map((f) => f.state.colony.id)).size
  const over = found.filter((f) => f.over)
  const overIn = new Set(over.map((f) => f.state.colony.id)).size
  return [
    plainly(`${plural(found.length, 'count')} in ${colonies} of ${plural(rows, 'colony', 'colonies')}.`),
    plainly(
      over.length === 0
        ? 'None was at or over the limit of its day.'
        : `${over.length} of them, in ${plural(overIn, 'colony', 'colonies')}, at or over the limit of ${over.length === 1 ? 'its' : 'their'} day.`,
    ),
  ]
}

interface Given extends Where {
  readonly course: CourseState
}
/** How many of each treatment, the most first: "amitraz strip in 8, thymol gel in 2". */
function byTreatment(given: readonly Given[]): string {
  const many = new Map<string, number>()
  for (const { course } of given) many.set(course.treatment.name, (many.get(course.treatment.name) ?? 0) + 1)
  return [...many]
    .toSorted((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))
    .map(([name, n]) => `${small(name)} in ${n}`)
    .join(', ')
}

function workedIn(over: readonly Given[]): Sentence[] {
  const told = over.filter(({ course }) => course.outcome !== null)
  if (over.length === 0) return []
  if (told.length === 0)
    return [
      plainly(
        `Of ${plural(over.length, 'course')} that ${over.length === 1 ? 'is' : 'are'} over none was counted before and after: nobody can say whether ${over.length === 1 ? 'it' : 'they'} worked.`,
      ),
    ]
  const as = (verdict: string) => told.filter(({ course }) => course.outcome?.verdict === verdict)
  const [worked, short] = [as('worked'), as('short')]
  return [
    plainly(
      `${told.length} of ${plural(over.length, 'course')} ${told.length === 1 ? 'was' : 'were'} counted before and after: ${worked.length} did ${worked.length === 1 ? 'its' : 'their'} work, ${short.length} fell short, of ${told.length - worked.length - short.length} two counts cannot tell.`,
    ),
    ...short.map((g) => of(g, `${small(g.course.treatment.name)} of ${aDay(g.course.startedOn)} fell short.`)),
  ]
}

/** So many in the same case before it is said what to do otherwise (a guess): one is no habit. */
const HABIT = 2
function otherwiseBy(over: readonly Given[], slipped: readonly Sentence[], lacking: number, uncounted: number, counted: number): Sentence[] {
  const untold = over.filter(({ course }) => course.outcome === null).length
  const short = over.filter(({ course }) => course.outcome?.verdict === 'short' && course.treatment.rotation.change)
  const again = [...new Set(short.map(({ course }) => course.treatment.rotation.class))]
  return [
    ...(counted > 0 && uncounted >= HABIT
      ? [plainly(`Count the others too: ${plural(uncounted, 'colony was', 'colonies were')} not counted once.`)]
      : []),
    ...(untold >= HABIT
      ? [plainly(`Count before a course and after it by one method: of ${untold} of ${over.length} nobody can say what they took.`)]
      : []),
    ...again.map((name) => plainly(`Go through why ${name} fell short before it is given again, and take another active meanwhile.`)),
    ...(slipped.length >= HABIT ? [plainly(`Let the rounds remind you: ${slipped.length} courses slipped.`)] : []),
    ...(lacking >= HABIT
      ? [plainly(`Write down what the pack says when you open it: ${lacking} entries of the register still lack something.`)]
      : []),
  ]
}

/** A year looked back on, each sentence from the record and none without its ground. */
export function lookedBack(yards: readonly YardState[], year: number, lists: Lists): LookedBack {
  const within = (day: Day): boolean => yearOf(day) === year
  const all: Given[] = yards.flatMap((yard) => yard.row.flatMap((state) => state.courses.map((course) => ({ yard, state, course }))))
  const given = all.filter(({ course }) => course.given && course.treatment.way !== 'waiting' && within(course.startedOn))
  const over = given.filter(({ course }) => course.treatment.way === 'given' && !course.running)
  // Of a course one slip is told, the first; what the keeper took as it is, with a reason, is none.
  const slipped = given.flatMap((g) => {
    const slip = g.course.course.warnings.find((w) => w.accepted === null && w.kind !== 'fate')
    return slip ? [of(g, slip.text)] : []
  })
  const lost = yards.flatMap((yard) =>
    yard.row.flatMap((state) => {
      const end = state.courses.flatMap((c) => c.happened.filter((e) => e.kind === 'died' && within(e.on))).at(-1)
      if (!end) return []
      const { estimate, countedOn, unit } = state.judgement
      const before =
        estimate === null || countedOn === null
          ? 'it was not counted lately'
          : `its last count, of ${aDay(countedOn)}, was ${estimate.toFixed(1)} ${UNIT_WORDS[unit]}`
      return [of({ yard, state }, `died on ${aDay(end.on)}; ${before}.`)]
    }),
  )
  const lacking = registerOf(yards, year, lists).filter((l) => l.missing.length > 0).length
  const rows = yards.flatMap((y) => y.row)
  const countedColonies = rows.filter((s) => s.colony.counts.some((c) => within(c.onDay))).length
  return {
    counted: countedIn(yards, within),
    done: given.length === 0 ? [plainly('Nothing was given.')] : [plainly(`${plural(given.length, 'course')}: ${byTreatment(given)}.`)],
    worked: workedIn(over),
    slipped,
    lost,
    otherwise: otherwiseBy(over, slipped, lacking, rows.length - countedColonies, countedColonies),
  }
}
