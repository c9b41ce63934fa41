import { courseEnd, type EventKind } from '../course/index.ts'
import type { ColonyRecord, CourseState, YardRecord } from '../holding/index.ts'
import { PACK_FIELDS, type PackField, type PackNote, type Rule, type TreatmentKey } from '../situation/index.ts'
import { addDays, daysBetween, yearOf, type Day } from '../time/index.ts'
import type { DoseUnit, JobKind } from '../treatments/index.ts'

/** What was entered of a course and no longer stands, with what was said of why. */
export interface Struck {
  readonly on: Day
  /** A job, or what of a pack. */
  readonly what: JobKind | EventKind | 'cancelled' | PackField
  /** What stood there: the amount of a job, or what the pack was said to say. */
  readonly was: string | number | null
  /** Why it was struck, as it was written; null where nobody wrote it. */
  readonly reason: string | null
}

/** A line of the register: one treatment of one colony, as the records have it. `null`: nobody wrote it down. */
export interface RegisterLine {
  readonly key: string
  readonly yardId: string
  readonly yard: string
  readonly position: number
  readonly colonyId: string
  readonly colony: string
  readonly treatment: TreatmentKey
  readonly name: string
  /** As the pack has it, in the keeper's own words. */
  readonly label: string | null
  readonly batch: string | null
  readonly expires: Day | null
  readonly bought: string | null
  readonly vet: string | null
  readonly prescription: boolean
  /** What was given each time. */
  readonly doses: readonly { readonly on: Day; readonly amount: number | null; readonly by: string | null }[]
  readonly unit: DoseUnit | null
  readonly start: Day
  /** The day on which it was over; null while it runs. */
  readonly end: Day | null
  /** The first day for supers that are harvested from; null while it runs. */
  readonly supersFrom: Day | null
  readonly struck: readonly Struck[]
  /** What the entry still lacks, in a few words each. */
  readonly missing: readonly string[]
}

/** What a register asks for (Regulation (EU) 2019/6, art. 108, from memory), and is not in the records of a course. */
function missingOf({ label, batch, expires, bought, vet, prescription, doses, unit }: Omit<RegisterLine, 'missing'>): string[] {
  return [
    label === null ? 'the name on the pack' : null,
    batch === null ? 'its batch' : null,
    expires === null ? 'its expiry' : null,
    unit !== null && doses.some((d) => d.amount === null) ? 'how much was given' : null,
    bought === null ? 'where it was bought' : null,
    prescription && vet === null ? 'the vet' : null,
  ].filter((what) => what !== null)
}

/** Of a pack, what it says now and what was struck on the way: the shelf's own word when it was chosen, and what was noted since, in order. */
function packThrough({ record, events }: Pick<CourseState, 'record' | 'events'>): { readonly now: PackNote; readonly struck: readonly Struck[] } {
  const struck: Struck[] = []
  const shelf = Object.fromEntries(PACK_FIELDS.flatMap((f) => (record.facts.pack?.[f] ? [[f, record.facts.pack[f]]] : []))) as PackNote
  const now = events.reduce<PackNote>((was, e) => {
    for (const [field, value] of Object.entries(e.pack ?? {})) {
      const before = was[field as PackField]
      if (before !== undefined && before !== value) struck.push({ on: e.happenedOn, what: field as PackField, was: before, reason: e.reason ?? null })
    }
    return { ...was, ...e.pack }
  }, shelf)
  return { now, struck }
}
/** What a pack says as the register has it now. */
export const packOf = (course: Pick<CourseState, 'record' | 'events'>): PackNote => packThrough(course).now

/** An event that another took back, or took the place of. */
function struckOf({ record }: CourseState): Struck[] {
  return record.events.flatMap((e) => {
    const by = record.events.find((other) => other.supersedes === e.id)
    return by && e.kind !== 'taken-back' && e.kind !== 'pack-noted'
      ? [{ on: e.happenedOn, what: e.job ?? e.kind, was: e.amount, reason: by.reason ?? by.note ?? null }]
      : []
  })
}

/** The first day for supers after a course that was over on `end`: as long after it as the plan has it. */
function supersAfter({ course }: CourseState, end: Day): Day | null {
  const [planned, supers] = [courseEnd(course), course.jobs.find((j) => j.job === 'supers')?.best]
  return planned && supers ? addDays(end, Math.max(0, daysBetween(planned, supers))) : null
}

type Lists = { readonly rules: Readonly<Partial<Record<TreatmentKey, Rule>>> }
/** A yard as the register reads it: those that stand in its row, and those that are gone from it. */
export interface RegisterYard {
  readonly yard: Pick<YardRecord, 'id' | 'name'>
  readonly row: readonly {
    readonly colony: Pick<ColonyRecord, 'id' | 'name'> & { readonly placement: Pick<ColonyRecord['placement'], 'position'> }
    readonly courses: readonly CourseState[]
  }[]
}
function lineOf(yard: RegisterYard, state: RegisterYard['row'][number], course: CourseState, { rules }: Lists): RegisterLine {
  const { treatment, record } = course
  const pack = packThrough(course)
  const rule = rules[treatment.key]
  const doses = course.events
    .filter((e) => e.job === 'dose' && (e.kind === 'done' || e.kind === 'part'))
    .map((e) => ({ on: e.happenedOn, amount: e.amount, by: e.doneBy ?? null }))
    .toSorted((a, b) => a.on.localeCompare(b.on))
  const { inside, endedOn } = course.course
  // What was left standing, or called off, was over with its last dose: its plan is no fact.
  const end = endedOn ?? (course.running || inside ? null : (doses.at(-1)?.on ?? null))
  const line = {
    key: record.id,
    yardId: yard.yard.id,
    yard: yard.yard.name,
    position: state.colony.placement.position,
    colonyId: state.colony.id,
    colony: state.colony.name,
    treatment: treatment.key,
    name: treatment.name,
    label: pack.now.label ?? null,
    batch: pack.now.batch ?? null,
    expires: pack.now.expires ?? null,
    bought: pack.now.bought ?? null,
    vet: pack.now.vet ?? null,
    prescription: rule?.prescription ?? false,
    doses,
    unit: course.course.dose?.unit ?? null,
    start: course.startedOn,
    end,
    supersFrom: end && supersAfter(course, end),
    struck: [...struckOf(course), ...pack.struck],
  }
  return { ...line, missing: missingOf(line) }
}

/** A register has what was given, whatever came of it; hive work and waiting are no treatment. */
const isListed = (course: CourseState): boolean => course.given && course.treatment.way === 'given'

/** The register of some yards in a year: a line a treatment and colony, by yard, day and place. */
export const registerOf = (yards: readonly RegisterYard[], year: number, lists: Lists): RegisterLine[] =>
  yards
    .flatMap((yard) =>
      yard.row.flatMap((state) => state.courses.filter((c) => isListed(c) && yearOf(c.startedOn) === year).map((c) => lineOf(yard, state, c, lists))),
    )
    .toSorted((a, b) => a.yard.localeCompare(b.yard) || a.start.localeCompare(b.start) || a.position - b.position)
