import { daysBetween, laterOf, type Day } from '../time/index.ts'
import type { JobKind } from '../treatments/index.ts'

/** What may befall a colony while a course is in hand. A move of yard is read from where it stands. */
export const FATES = ['died', 'merged', 'sold', 'swarmed', 'requeened'] as const
export type Fate = (typeof FATES)[number]
/** What ends a course before its time: the colony is gone, or the keeper called it off. */
export type Ending = Fate | 'cancelled'
export const isEnd = (fate: Ending): boolean => fate === 'died' || fate === 'merged' || fate === 'sold' || fate === 'cancelled'

/**
 * `part`: some of a job, the rest is still to do; `found`: strips that had fallen; `lifted` and `laid-again`: taken out for heat and put
 * back; `round-added`: one more dose at the end; `set`: the day on which a job is to be done; `accepted`: a slip taken as it is, with why; `pack-noted`: what its pack
 * says, for the register; `why-noted`: what its keeper found out about one of the reasons for which it may have fallen short.
 */
export const EVENT_KINDS = [
  'done',
  'part',
  'found',
  'lifted',
  'laid-again',
  'round-added',
  'set',
  'accepted',
  'pack-noted',
  'why-noted',
  ...FATES,
] as const
export type EventKind = (typeof EVENT_KINDS)[number]

/** One thing that happened to a course, on its actual day; of a `set`, the day that was chosen. */
export interface CourseEvent {
  readonly kind: EventKind | 'cancelled'
  readonly job: JobKind | null
  readonly n: number | null
  readonly on: Day
  readonly amount: number | null
  readonly reason?: string | null
}

/** How a job is entered when it is done: heat is told as what happened, everything else as a job of the course. */
export function entryOf(job: { readonly job: JobKind; readonly n: number }): {
  kind: 'done' | 'lifted' | 'laid-again'
  job: JobKind | null
  n: number | null
} {
  if (job.job === 'lift') return { kind: 'lifted', job: null, n: null }
  if (job.job === 'lay-again') return { kind: 'laid-again', job: null, n: null }
  return { kind: 'done', job: job.job, n: job.n }
}

const FOLLOWS: ReadonlySet<JobKind> = new Set(['lift', 'lay-again', 'midway'])
/** Jobs that come with the days or are answered by a count: no day is set for them, they go with a visit. */
export const followsVisit = (job: JobKind | null): boolean => job !== null && FOLLOWS.has(job)

/** Jobs that a count answers. */
export const isCounted = (job: JobKind | null | undefined): boolean => job === 'recount' || job === 'midway'

export const jobId = (job: JobKind, n: number): string => `${job}-${n}`

/** Days on which what was laid in lay outside the hive; `to` null while it still does. */
export interface Pause {
  readonly from: Day
  readonly to: Day | null
}

/** Everything that happened, by what planning asks of it. The order in which things were entered does not matter. */
export interface Happened {
  readonly done: ReadonlyMap<string, CourseEvent>
  readonly parts: ReadonlyMap<string, number>
  readonly set: ReadonlyMap<string, Day>
  readonly accepted: ReadonlyMap<string, string>
  /** Fallen strips, all together, and the days on which they were found. */
  readonly found: { readonly amount: number; readonly days: readonly Day[] }
  readonly pauses: readonly Pause[]
  readonly added: number
  readonly fates: readonly { readonly what: Ending; readonly on: Day }[]
}

function pausesOf(events: readonly CourseEvent[]): Pause[] {
  const turns = events
    .filter((e) => e.kind === 'lifted' || e.kind === 'laid-again')
    .toSorted((a, b) => a.on.localeCompare(b.on) || (a.kind === 'lifted' ? -1 : 1))
  const pauses: { from: Day; to: Day | null }[] = []
  for (const { kind, on } of turns) {
    const last = pauses.at(-1)
    if (kind === 'lifted' && (!last || last.to !== null)) pauses.push({ from: on, to: null })
    else if (kind === 'laid-again' && last?.to === null) last.to = on
  }
  return pauses
}

export const isFate = (kind: string): kind is Fate => (FATES as readonly string[]).includes(kind)

/** Sorts what happened by what it means. Of two days set for one job the later stands. */
export function happened(events: readonly CourseEvent[]): Happened {
  const [done, parts, set, accepted] = [new Map<string, CourseEvent>(), new Map<string, number>(), new Map<string, Day>(), new Map<string, string>()]
  for (const e of events) {
    if (e.job === null || e.n === null) continue
    const id = jobId(e.job, e.n)
    if (e.kind === 'done') done.set(id, e)
    else if (e.kind === 'part') parts.set(id, (parts.get(id) ?? 0) + (e.amount ?? 0))
    else if (e.kind === 'set') set.set(id, laterOf(set.get(id) ?? e.on, e.on))
    else if (e.kind === 'accepted') accepted.set(id, [accepted.get(id), e.reason].filter(Boolean).toSorted().join('; '))
  }
  const found = events.filter((e) => e.kind === 'found')
  return {
    done,
    parts,
    set,
    accepted,
    found: { amount: found.reduce((sum, e) => sum + (e.amount ?? 1), 0), days: found.map((e) => e.on).toSorted() },
    pauses: pausesOf(events),
    added: events.filter((e) => e.kind === 'round-added').length,
    fates: events
      .flatMap((e) => (isFate(e.kind) || e.kind === 'cancelled' ? [{ what: e.kind, on: e.on }] : []))
      .toSorted((a, b) => a.on.localeCompare(b.on) || a.what.localeCompare(b.what)),
  }
}

/** The day that is set for a job; one before `least` has gone by without it and is set no longer, so that nothing counts from what never was. */
export function setDay({ set }: Happened, id: string, least: Day): Day | null {
  const day = set.get(id)
  return day !== undefined && day >= least ? day : null
}

/** Days after `from`, up to `asOf`, on which what was laid in lay outside. */
export function daysOutside(pauses: readonly Pause[], from: Day, asOf: Day): number {
  return pauses
    .filter((p) => p.from >= from && p.from <= asOf)
    .reduce((sum, p) => sum + Math.max(0, daysBetween(p.from, p.to === null || p.to > asOf ? asOf : p.to)), 0)
}
