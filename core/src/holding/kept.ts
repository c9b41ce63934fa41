import type { ColonyRecord, CountRecord, CourseRecord, EventRecord, JarRecord, LookRecord, VisitRecord, YardRecord } from './records.ts'
import { RECORD_FIELDS, type RecordFields } from './fields.ts'
import type { Fields } from '../fields/index.ts'

/** Something written that the server does not have yet: a call of our API as it will be sent. */
export interface Entry {
  readonly method: 'PUT' | 'POST' | 'DELETE'
  readonly path: string
  readonly body: unknown
}
type Row = Readonly<Record<string, unknown>>
/** Kinds of row that are written in the yard. */
export const YARD_KINDS = ['counts', 'looks', 'boards', 'jars', 'visits', 'events'] as const
export type YardKind = (typeof YARD_KINDS)[number]
/** One row of an entry; `body` null: it is taken away, in the version that was seen. */
export interface EntryRow {
  readonly kind: YardKind
  readonly id: string
  readonly body: Row | null
  readonly version?: number
}

const isYardKind = (word: string | undefined): word is YardKind => (YARD_KINDS as readonly string[]).includes(word ?? '')
const rowsUnder = (body: Row, word: string): readonly Row[] => (Array.isArray(body[word]) ? (body[word] as Row[]) : [])

/** The rows of an entry, in the order in which they are kept; null where it is not one that a phone keeps. */
export function rowsOfEntry({ method, path, body }: Entry): EntryRow[] | null {
  const [, word, id] = path.split('?')[0]?.split('/') ?? []
  const given = (body ?? {}) as Row
  if (method === 'POST' && (word === 'records' || word === 'rounds') && id === undefined) {
    const gone = rowsUnder(given, 'visitsGone').map((row): EntryRow => ({
      kind: 'visits',
      id: String(row.id),
      body: null,
      version: Number(row.version),
    }))
    const known = Object.keys(given).every((k) => k === 'visitsGone' || isYardKind(k) || rowsUnder(given, k).length === 0)
    if (!known) return null
    return [...gone, ...YARD_KINDS.flatMap((kind) => rowsUnder(given, kind).map((row): EntryRow => ({ kind, id: String(row.id), body: row })))]
  }
  if (!isYardKind(word) || id === undefined || id === '') return null
  if (method === 'DELETE') return word === 'events' ? null : [{ kind: word, id, body: null }]
  return method === 'PUT' ? [{ kind: word, id, body: given }] : null
}

/** A row as the server would answer it: with what was left out, and the version after the one that was seen. */
function rowOf(kind: Exclude<YardKind, 'events'>, id: string, body: Row, without: string): Row {
  const fields: Fields = RECORD_FIELDS[kind satisfies keyof RecordFields]
  const told = Object.entries(fields).flatMap(([name, field]) => (name === without ? [] : [[name, body[name] ?? field.usual ?? null] as const]))
  return { id, version: Number(body.version ?? 0) + 1, ...Object.fromEntries(told) }
}
/** The list with a row in its place, or at its end, in order of a day; without it where it is null. */
function placed<T extends { readonly id: string }>(list: readonly T[], id: string, row: T | null, dayOf: (row: T) => string): readonly T[] {
  if (!row) return list.filter((r) => r.id !== id)
  const known = list.some((r) => r.id === id)
  return (known ? list.map((r) => (r.id === id ? row : r)) : [...list, row]).toSorted((a, b) => dayOf(a).localeCompare(dayOf(b)))
}

const EVENT_FIELDS = ['kind', 'job', 'n', 'happenedOn', 'amount', 'note', 'supersedes', 'doneBy', 'reason', 'spots', 'pack', 'why'] as const
function withEvent(course: CourseRecord, id: string, body: Row): CourseRecord {
  if (course.events.some((e) => e.id === id)) return course
  const event = { id, ...Object.fromEntries(EVENT_FIELDS.map((f) => [f, body[f] ?? null])) } as unknown as EventRecord
  return { ...course, events: [...course.events, event] }
}

function withColonyRow(colony: ColonyRecord, { kind, id, body }: EntryRow): ColonyRecord {
  switch (kind) {
    case 'counts': {
      const row = body && ({ ...rowOf('counts', id, body, 'colonyId'), samples: samplesIn(body) } as unknown as CountRecord)
      return { ...colony, counts: placed(colony.counts, id, row, (c) => c.onDay) }
    }
    case 'looks': {
      const look = body && (rowOf('looks', id, body, 'colonyId') as unknown as LookRecord)
      if (!look) return colony.look?.id === id ? { ...colony, look: null } : colony
      return !colony.look || colony.look.id === id || look.onDay >= colony.look.onDay ? { ...colony, look } : colony
    }
    case 'boards':
      if (body && body.takenOn == null) return { ...colony, board: { id, version: Number(body.version ?? 0) + 1, laidOn: String(body.laidOn) } }
      return colony.board?.id === id ? { ...colony, board: null } : colony
    case 'events':
      return { ...colony, courses: colony.courses.map((c) => (body && c.id === body.courseId ? withEvent(c, id, body) : c)) }
    default:
      return colony
  }
}
/** Samples with what was left out of them. */
const samplesIn = (body: Row) =>
  rowsUnder(body, 'samples').map((s) => ({
    mites: s.mites,
    bees: s.bees ?? null,
    days: s.days ?? null,
    shakes: s.shakes ?? null,
    measured: s.measured ?? null,
    squares: s.squares ?? null,
  }))

/** Whether a row is about a colony. What is taken away is known by its id alone. */
function isAbout(colony: ColonyRecord, { kind, id, body }: EntryRow): boolean {
  if (kind === 'events') return colony.courses.some((c) => c.id === body?.courseId)
  if (body) return body.colonyId === colony.id
  return colony.counts.some((c) => c.id === id) || colony.look?.id === id || colony.board?.id === id
}

function withYardRow(yard: YardRecord, row: EntryRow): YardRecord {
  const { kind, id, body } = row
  if (kind === 'jars' || kind === 'visits') {
    const list = (yard[kind] ?? []) as readonly (JarRecord & VisitRecord)[]
    if (body ? body.yardId !== yard.id : !list.some((r) => r.id === id)) return yard
    const made = body && (rowOf(kind, id, body, 'yardId') as unknown as JarRecord & VisitRecord)
    return { ...yard, [kind]: placed(list, id, made, (r) => (kind === 'jars' ? r.onDay : r.day)) }
  }
  const at = yard.colonies.findIndex((c) => isAbout(c, row))
  return at < 0 ? yard : { ...yard, colonies: yard.colonies.map((c, i) => (i === at ? withColonyRow(c, row) : c)) }
}

/**
 * Yards as they will be once what was written on the phone is with the server: the same records, so that what is judged, planned and shown
 * goes by it at once. The same entry twice changes nothing. Yards that nothing is about stay the same objects.
 */
export function withEntries(yards: readonly YardRecord[], entries: readonly Entry[]): readonly YardRecord[] {
  const rows = entries.flatMap((entry) => rowsOfEntry(entry) ?? [])
  return rows.length === 0 ? yards : yards.map((yard) => rows.reduce(withYardRow, yard))
}
