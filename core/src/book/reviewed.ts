import { normalBelow, Z95 } from '../count/index.ts'
import { fellAround, timesToTell, type ColonyState, type CourseState, type Fell, type YardRecord, type YardState } from '../holding/index.ts'
import { laterOf, daysBetween, type Day } from '../time/index.ts'
import type { Treatment } from '../treatments/index.ts'
import { plain, plural } from '../units/index.ts'
import { aDay } from '../words/index.ts'
import { logOdds, onOdds, pool, share, shareOf, type Share } from './worked.ts'

export const REVIEWED = ['worked', 'fell-short', 'from-outside', 'too-few', 'too-soon', 'not-counted', 'cannot-say'] as const
export type Reviewed = (typeof REVIEWED)[number]
export interface ReviewedCourse {
  readonly id: string
  readonly colonyId: string
  readonly colony: string
  readonly position: number
  readonly verdict: Reviewed
  readonly share: Share | null
  readonly fell: Fell | null
  readonly text: string
}
/** Courses of one treatment begun together in a yard: one round of it, with what it took over all and how far its colonies differ. */
export interface ReviewedRound {
  readonly key: string
  readonly yardId: string
  readonly yard: string
  readonly treatment: Treatment
  readonly from: Day
  readonly to: Day
  readonly courses: readonly ReviewedCourse[]
  readonly counted: number
  readonly mean: Share | null
  /** Between which shares nine of ten colonies lie, their own doubt left out; null for one, and where they do not differ beyond it. */
  readonly spread: { readonly low: number; readonly high: number } | null
  readonly verdict: Reviewed
  /** So many more colonies like these would likely tell; null where it is told, or no number anybody counts would. */
  readonly moreColonies: number | null
  readonly text: string
}

/** Courses of one thing begun so near to each other in a yard are one round (common practice, no source). */
const ONE_ROUND = 14
const NEARLY_ALL = 0.95
/** More colonies than that nobody counts to settle a round. */
const MOST_MORE = 30

/** What the record says of one course that was given. */
export function verdictOf(course: CourseState, today: Day): { readonly verdict: Reviewed; readonly text: string } {
  const { outcome, recount, fromOutside } = course
  const job = course.course.jobs.find((j) => j.job === 'recount')
  if (!outcome) {
    if (recount) return { verdict: 'cannot-say', text: 'Counted after it, but not before it by the same method: nobody can say what it took.' }
    if (course.record.facts.before.mites === null)
      return { verdict: 'cannot-say', text: 'There was no count before it: what stands after it can be counted, and not what it took.' }
    if (job && job.state === 'open' && job.earliest > today)
      return { verdict: 'too-soon', text: `Too soon to say: its count opens on ${aDay(job.earliest, today)}.` }
    return job && job.state === 'open'
      ? { verdict: 'not-counted', text: `Not counted yet: its count is open until ${aDay(job.latest, today)}.` }
      : { verdict: 'not-counted', text: 'It was not counted after it.' }
  }
  const { verdict, text } = outcome
  if (verdict === 'worked') return { verdict: 'worked', text }
  if (verdict === 'short') return { verdict: 'fell-short', text }
  if (verdict === 'cannot-say') return { verdict: 'cannot-say', text }
  return fromOutside && (outcome.chance ?? 1) < 0.5 ? { verdict: 'from-outside', text: `${fromOutside} ${text}` } : { verdict: 'too-few', text }
}

/** What would tell more of a course that its two jars cannot tell; of a round of several its colonies do. */
function tellsMore(s: ColonyState, course: CourseState, yard: YardRecord): string {
  const times = timesToTell(course, s.colony, yard)
  return times
    ? ` With ${times} times as many bees before and after, the same shares would tell.`
    : ' No number of bees that anybody washes would tell: count more colonies, or leave one untreated beside them.'
}
function reviewedCourse(s: ColonyState, course: CourseState, yard: YardRecord, alone: boolean): ReviewedCourse {
  const said = verdictOf(course, yard.today)
  return {
    id: course.record.id,
    colonyId: s.colony.id,
    colony: s.colony.name,
    position: s.colony.placement.position,
    ...said,
    ...(alone && said.verdict === 'too-few' ? { text: said.text + tellsMore(s, course, yard) } : {}),
    share: course.outcome?.efficacy ?? null,
    fell: fellAround(course, s.colony),
  }
}

/** The fewest colonies more, each like those counted, with which the mean would lie on one side of what it should take; null for none within reach. */
function moreOf(n: number, mean: number, sd: number, least: number): number | null {
  for (let more = 1; more <= MOST_MORE; more++) if (Math.abs(mean - least) / (sd * Math.sqrt(n / (n + more))) >= Z95) return more
  return null
}

function together(
  courses: readonly ReviewedCourse[],
  least: number | null,
): Pick<ReviewedRound, 'mean' | 'spread' | 'verdict' | 'moreColonies' | 'text'> {
  const counted = courses.flatMap((c) => (c.share ? [c.share] : []))
  const [only] = courses
  if (courses.length === 1 && only) return { mean: only.share, spread: null, verdict: only.verdict, moreColonies: null, text: only.text }
  if (counted.length === 0) {
    const first = (['not-counted', 'too-soon', 'cannot-say'] as const).find((v) => courses.some((c) => c.verdict === v)) ?? 'cannot-say'
    return { mean: null, spread: null, verdict: first, moreColonies: null, text: courses.find((c) => c.verdict === first)?.text ?? '' }
  }
  const all = pool(counted.map(onOdds))
  const sd = Math.sqrt(all.variance)
  const mean = shareOf(all.mean, sd)
  const apart = Math.sqrt(all.between)
  const spread = all.between > 0 ? { low: share(all.mean - Z95 * apart), high: share(all.mean + Z95 * apart) } : null
  const percent = (x: number) => `${plain(x * 100, 0)} %`
  const range = `${percent(mean.estimate)} (likely ${percent(mean.low)} to ${percent(mean.high)}) over ${counted.length} of ${plural(courses.length, 'colony', 'colonies')}`
  const differ = spread
    ? ` From colony to colony it was ${percent(spread.low)} to ${percent(spread.high)}.`
    : counted.length > 1
      ? ' Its colonies do not differ by more than their counts do.'
      : ''
  const least_ = least === null ? null : logOdds(least)
  const chance = least_ === null ? null : 1 - normalBelow((least_ - all.mean) / sd)
  const outside = courses.filter((c) => c.verdict === 'from-outside').length
  const verdict: Reviewed =
    chance === null
      ? 'too-few'
      : chance >= NEARLY_ALL
        ? 'worked'
        : outside * 2 >= counted.length
          ? 'from-outside'
          : chance <= 1 - NEARLY_ALL
            ? 'fell-short'
            : 'too-few'
  const more = verdict === 'too-few' && least_ !== null ? moreOf(counted.length, all.mean, sd, least_) : null
  const should = least === null ? '' : ` It should take ${percent(least)} and more.`
  const tell =
    verdict !== 'too-few'
      ? ''
      : more
        ? ` About ${plural(more, 'colony', 'colonies')} more like these would tell.`
        : ' No number of colonies that anybody counts would tell: it lies too near to what it should take.'
  return { mean, spread, verdict, moreColonies: more, text: `It took about ${range}.${should}${differ}${tell}` }
}

/** Every course that was given and begun since a day, by the round it was part of, the newest first. */
export function reviewedRounds(yards: readonly YardState[], since: Day): ReviewedRound[] {
  return yards
    .flatMap(({ yard, row }) => {
      const given = row
        .flatMap((s) => s.courses.filter((c) => c.given && c.startedOn >= since && c.treatment.way !== 'waiting').map((course) => ({ s, course })))
        .toSorted((a, b) => a.course.startedOn.localeCompare(b.course.startedOn))
      const rounds: (typeof given)[] = []
      for (const one of given) {
        const fits = rounds.find(
          (r) => r[0]?.course.treatment === one.course.treatment && daysBetween(r[0].course.startedOn, one.course.startedOn) <= ONE_ROUND,
        )
        if (fits) fits.push(one)
        else rounds.push([one])
      }
      return rounds.flatMap((list): ReviewedRound[] => {
        const [first] = list
        if (!first) return []
        const courses = list.map(({ s, course }) => reviewedCourse(s, course, yard, list.length === 1)).toSorted((a, b) => a.position - b.position)
        const should = list.flatMap(({ course }) => course.outcome?.expected?.low ?? [])
        const least = should.length > 0 ? should.reduce((a, b) => a + b, 0) / should.length : null
        return [
          {
            key: first.course.record.id,
            yardId: yard.id,
            yard: yard.name,
            treatment: first.course.treatment,
            from: first.course.startedOn,
            to: list.reduce((last, { course }) => laterOf(last, course.startedOn), first.course.startedOn),
            courses,
            counted: courses.filter((c) => c.share !== null).length,
            ...together(courses, least),
          },
        ]
      })
    })
    .toSorted((a, b) => b.from.localeCompare(a.from) || a.yard.localeCompare(b.yard))
}
