import type { CountedPair, JarCount } from '../efficacy/index.ts'
import type { BeforeAfter, Sampled } from '../review/index.ts'
import { outsideBetween } from '../judge/index.ts'
import { addDays, daysBetween, type Day } from '../time/index.ts'
import { patternOf, treatmentOf, type Treatment } from '../treatments/index.ts'
import type { ColonyRecord, CountRecord, CourseRecord, YardRecord } from './records.ts'
import { standingEvents } from './standing.ts'

/** A count as one jar: its samples together. */
export const jarOf = ({ samples, recovery, onDay }: CountRecord): JarCount => ({
  mites: samples.reduce((sum, s) => sum + s.mites, 0),
  bees: samples.reduce((sum, s) => sum + (s.bees ?? 0), 0),
  recovery,
  date: onDay,
})

/** A colony as its neighbours' courses read it. */
export interface Neighbour {
  /** Its jars, rolls, boards and drone brood that speak for it, oldest first. */
  readonly counts: readonly NeighbourCount[]
  /** What was given to it: the days of its doses, and the last on which some of it was in the hive. What is only planned is none. */
  readonly given: readonly NeighbourCourse[]
}
type NeighbourCount = JarCount & { readonly method: CountRecord['method'] }
interface NeighbourCourse {
  readonly treatment: Treatment['key']
  readonly doses: readonly Day[]
  readonly until: Day
}

/** What was given in a course; null where nothing was. */
function givenIn({ treatment: key, facts, events }: CourseRecord): NeighbourCourse | null {
  const done = standingEvents(events).filter((e) => e.kind === 'done' || e.kind === 'part')
  const daysOf = (job: string): Day[] => done.flatMap((e) => (e.job === job ? [e.happenedOn] : [])).toSorted()
  const [doses, out, treatment] = [daysOf('dose'), daysOf('remove').at(-1), treatmentOf(key)]
  const last = doses.at(-1)
  if (!last || !treatment) return null
  const pattern = patternOf(treatment, facts)
  // What has to come out and has not may hang there for as long as it may.
  const hangs = pattern.steps.some((step) => step.job === 'remove')
  return { treatment: key, doses, until: out ?? (hangs ? addDays(last, pattern.days.most) : last) }
}
// Every course of a yard reads all the others; each row is taken up once, so that what has not changed is the same thing still.
const neighbours = new WeakMap<ColonyRecord, Neighbour>()
const counted = new WeakMap<CountRecord, NeighbourCount>()
const given = new WeakMap<CourseRecord, NeighbourCourse | null>()
function once<K extends object, V>(kept: WeakMap<K, V>, key: K, make: (key: K) => V): V {
  const known = kept.get(key)
  if (known !== undefined) return known
  const made = make(key)
  kept.set(key, made)
  return made
}
const asNeighbour = (colony: ColonyRecord): Neighbour =>
  once(neighbours, colony, ({ counts, courses }) => ({
    counts: counts.filter((c) => c.representative !== false).map((c) => once(counted, c, () => ({ ...jarOf(c), method: c.method }))),
    given: courses.flatMap((c) => once(given, c, givenIn) ?? []),
  }))
/** The other colonies of a row. */
export const othersIn = (id: string | undefined, colonies: readonly ColonyRecord[]): Neighbour[] =>
  colonies.filter((c) => c.id !== id).map(asNeighbour)

const others = new WeakMap<YardRecord, Map<string, readonly Neighbour[]>>()
/** The same for a colony of a yard: one list for all of its courses. */
export function othersOf(yard: YardRecord, { id }: ColonyRecord): readonly Neighbour[] {
  const lists = once(others, yard, () => new Map<string, readonly Neighbour[]>())
  const found = lists.get(id) ?? othersIn(id, yard.colonies)
  lists.set(id, found)
  return found
}

/** True where two lists are the same things up to a day. */
function alike<T>(a: readonly T[], b: readonly T[], counts: (it: T) => boolean): boolean {
  if (a === b) return true
  const [mine, theirs] = [a.filter(counts), b.filter(counts)]
  return mine.length === theirs.length && mine.every((it, i) => it === theirs[i])
}
/** True where nothing that was counted or given by a day is another: what a course of before read in them stands. */
export const sameUntil = (before: readonly Neighbour[], now: readonly Neighbour[], until: Day): boolean =>
  before.length === now.length &&
  before.every((was, i) => {
    const is = now[i]
    if (was === is) return true
    return (
      is !== undefined && alike(was.counts, is.counts, (c) => c.date <= until) && alike(was.given, is.given, (g) => (g.doses[0] ?? g.until) <= until)
    )
  })

/** Counts of other colonies older than this say nothing of the yard (a guess). */
export const YARD_TELLS = 45
/** The newest jar of each other colony by a day, unless something was given there since. */
export function jarsAround(others: readonly Neighbour[], day: Day): JarCount[] {
  return others.flatMap(({ counts, given }): JarCount[] => {
    const newest = counts.findLast((c) => c.date <= day && daysBetween(c.date, day) <= YARD_TELLS)
    if (!newest || newest.bees === 0 || (newest.method !== 'wash' && newest.method !== 'sugar')) return []
    return given.some((g) => g.doses.some((on) => on >= newest.date && on <= day)) ? [] : [newest]
  })
}

/** What the other colonies show of mites from outside. */
export const outsideAround = (others: readonly Neighbour[], from: Day, to: Day): CountedPair['outside'] =>
  outsideBetween(
    others
      .filter(({ counts, given }) => given.length > 0 && counts.some((c) => c.date > from && c.date <= to))
      .map(({ counts, given }) => ({
        counts: counts.map((c) => ({ ...c, days: null, representative: null })),
        history: given.map(({ treatment, doses, until }) => ({ treatment, start: doses[0] ?? until, end: until, efficacy: null })),
      })),
    from,
    to,
  ) ?? undefined

/** Counts of other colonies so many days from those of a course are of about the same days (a guess). */
export const ABOUT = 10
/** What was in a hive still works there so many days later (a guess). */
const STILL_WORKS = 42
/** Colonies of the yard that were left untreated from some weeks before the one count to the other, counted by the same method on about the same days, put together. */
export function untreatedAround(
  others: readonly Neighbour[],
  before: JarCount,
  after: JarCount,
  method: CountRecord['method'],
): (BeforeAfter & { readonly colonies: number }) | null {
  const found = others.flatMap(({ counts, given }) => {
    const about = (day: Day): JarCount | undefined =>
      counts
        .filter((c) => c.method === method && c.bees > 0 && Math.abs(daysBetween(c.date, day)) <= ABOUT)
        .toSorted((a, b) => Math.abs(daysBetween(a.date, day)) - Math.abs(daysBetween(b.date, day)))[0]
    const [first, last] = [about(before.date), about(after.date)]
    if (!first || !last || first.date >= last.date) return []
    const from = addDays(first.date, -STILL_WORKS)
    return given.some((g) => (g.doses[0] ?? g.until) <= last.date && g.until >= from) ? [] : [{ first, last }]
  })
  if (found.length === 0) return null
  const all = (of: (pair: (typeof found)[number]) => JarCount, date: Day): Sampled => ({
    date,
    mites: found.reduce((sum, pair) => sum + of(pair).mites, 0),
    exposure: found.reduce((sum, pair) => sum + of(pair).bees, 0),
  })
  return { before: all((f) => f.first, before.date), after: all((f) => f.last, after.date), colonies: found.length }
}
