/**
 * How fast this keeper works: the minutes that visits took, held against what was reckoned for them. Each way of working has its own pace;
 * a visit speaks for each by its share of the minutes, and one visit's worth of what is usual stands against them, so that a few rounds
 * move it and one does not (our own choice: a mean of logarithms with one visit of prior weight).
 */
import { COUNT_MINUTES, minutesOf, tailMinutes } from '../course/index.ts'
import type { WorkFacts, YardState } from '../holding/index.ts'
import { addDays, type Day } from '../time/index.ts'
import type { JobKind } from '../treatments/index.ts'

/** Factors by way of working; 1 where nothing is known. */
export type Pace = ReadonlyMap<string, number>
export const USUAL_PACE: Pace = new Map()

/** A way of working: a job of a treatment, a count, a board. */
export const wayOf = (treatment: string | null, job: JobKind | null, kind: string): string => (treatment && job ? `${treatment} ${job}` : kind)
/** Visits older than this, days, are no longer how one works; counts are read as far back. */
const REMEMBERED = 400
/** A visit of under half or over three times what was reckoned says something else than a pace: a breakdown, a chat, half a visit. */
const [LEAST, MOST] = [0.4, 3]

/** Minutes reckoned of what was done at a yard on a day, by way of working; the drive apart. */
export function doneOn({ row }: YardState, day: Day, work: WorkFacts): { readonly ways: ReadonlyMap<string, number>; readonly tail: number } {
  const ways = new Map<string, number>()
  let tail = 0
  const add = (way: string, minutes: number) => ways.set(way, (ways.get(way) ?? 0) + minutes)
  for (const { colony, courses } of row) {
    for (const { course, treatment } of courses)
      for (const job of course.jobs)
        if (job.doneOn === day) {
          add(wayOf(treatment.key, job.job, 'job'), minutesOf(treatment, job, work.vaporisers))
          tail = Math.max(tail, tailMinutes(treatment, job.job))
        }
    for (const count of colony.counts)
      if (count.onDay === day) add(count.method === 'board' ? 'board' : 'count', count.method === 'board' ? COUNT_MINUTES.board : COUNT_MINUTES.count)
  }
  return { ways, tail }
}

/** The keeper's own pace, by the visits whose minutes are noted. */
export function ownPace(yards: readonly YardState[], work: WorkFacts): Pace {
  const logs = new Map<string, { sum: number; weight: number }>()
  for (const yard of yards)
    for (const visit of yard.yard.visits ?? []) {
      if (visit.minutes == null || visit.day < addDays(yard.yard.today, -REMEMBERED) || visit.day > yard.yard.today) continue
      const { ways, tail } = doneOn(yard, visit.day, work)
      const hives = [...ways.values()].reduce((a, b) => a + b, 0)
      const took = (visit.minutes - work.yardMinutes - tail) * work.people
      if (hives <= 0) continue
      const ratio = Math.min(MOST, Math.max(LEAST, took / hives))
      for (const [way, minutes] of ways) {
        const known = logs.get(way) ?? { sum: 0, weight: 0 }
        const weight = minutes / hives
        logs.set(way, { sum: known.sum + weight * Math.log(ratio), weight: known.weight + weight })
      }
    }
  return new Map([...logs].map(([way, { sum, weight }]) => [way, Math.exp(sum / (weight + 1))]))
}
