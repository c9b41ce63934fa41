/** What a file is read against, and the rows it becomes. */
import {
  COLONY_COLUMNS,
  COUNT_COLUMNS,
  countKey,
  COURSE_COLUMNS,
  type ImportedColony,
  type ImportedCount,
  type ImportedCourse,
  type KnownColony,
  type KnownYard,
  type TreatedColony,
  type WantedColumn,
} from '@thistle/core/tables'
import { flagsOf, type ColonyState, type YardState } from '@thistle/core/holding'

/** What a table may hold: its columns, the one with the day whose order may be in doubt, how one and many are called, and a heading to paste. */
export interface FileKind {
  readonly columns: readonly WantedColumn[]
  readonly day: string
  readonly one: string
  readonly many: string
  readonly example: string
}
export const FILE_KINDS = {
  counts: { columns: COUNT_COLUMNS, day: 'day', one: 'count', many: 'counts', example: 'colony;day;mites;bees' },
  colonies: { columns: COLONY_COLUMNS, day: 'since', one: 'colony', many: 'colonies', example: 'colony;yard;position' },
  courses: { columns: COURSE_COLUMNS, day: 'day', one: 'course', many: 'courses', example: 'colony;treatment;begun;over;rounds' },
} as const satisfies Record<string, FileKind>
export type FileWord = keyof typeof FILE_KINDS

/** The colonies of all yards with the counts they have. */
export const knownColonies = (yards: readonly YardState[]): KnownColony[] =>
  yards.flatMap((y) =>
    y.row.map(({ colony }) => ({
      id: colony.id,
      name: colony.name,
      yard: y.yard.name,
      since: colony.since,
      today: y.yard.today,
      kept: new Set(colony.counts.flatMap((c) => c.samples.map((s) => countKey(c.onDay, c.method, s.mites, s.bees ?? s.days ?? 0)))),
    })),
  )
export const knownYards = (yards: readonly YardState[]): KnownYard[] =>
  yards.map((y) => ({
    id: y.yard.id,
    name: y.yard.name,
    today: y.yard.today,
    names: y.row.map((s) => s.colony.name),
    places: y.row.map((s) => s.colony.placement.position),
    next: Math.max(0, ...y.row.map((s) => s.colony.placement.position)) + 1,
  }))

/** A read count as the row that is sent; `id` is its own from the first look on, so that sending twice keeps one. */
export function countRow(count: ImportedCount, state: ColonyState | null, id: string) {
  const flags = state ? flagsOf(state, count.method).filter((f) => f !== 'newly-hived') : []
  // What the last look says holds for counts made since, not for old ones.
  const since = state?.colony.look?.onDay
  const own = since && count.onDay >= since ? flags : []
  return {
    id,
    version: null,
    colonyId: count.colonyId,
    courseId: null,
    onDay: count.onDay,
    method: count.method,
    recovery: count.method === 'sugar' ? count.recovery : null,
    representative: own.length > 0 ? false : null,
    flags: own,
    note: count.note,
    samples: count.samples.map((s) => ({ mites: s.mites, bees: s.bees, days: s.days })),
  }
}
export const colonyRows = (colony: ImportedColony, id: string, placementId: string) => ({
  colony: { id, version: null, name: colony.name, since: colony.since, hivedOn: colony.hivedOn },
  placement: { id: placementId, version: null, colonyId: id, yardId: colony.yardId, position: colony.position, fromDay: colony.since },
})

/** The colonies of all yards with the courses they have, called off or not given left out. */
export const treatedColonies = (yards: readonly YardState[]): TreatedColony[] =>
  yards.flatMap((y) =>
    y.row.map(({ colony, courses }) => ({
      id: colony.id,
      name: colony.name,
      yard: y.yard.name,
      yardId: y.yard.id,
      today: y.yard.today,
      courses: courses.filter((c) => !c.cancelled).map((c) => ({ treatment: c.record.treatment, startedOn: c.startedOn })),
    })),
  )

/** Read courses as choices: one for each yard, treatment, day and way, with a course for each colony. */
export function pastDecisions(courses: readonly ImportedCourse[], idOf: (key: string) => string): readonly object[] {
  const groups = new Map<string, ImportedCourse[]>()
  for (const c of courses) {
    const key = [c.yardId, c.treatment, c.startOn, c.endOn, c.rounds, c.amount, c.note].join('|')
    groups.set(key, [...(groups.get(key) ?? []), c])
  }
  return [...groups].flatMap(([key, alike]) => {
    const [first] = alike
    if (!first) return []
    const { yardId, treatment, startOn, endOn, rounds, amount, note } = first
    const colonies = alike.map((c) => ({ colonyId: c.colonyId, courseId: idOf(`course ${c.colonyId} ${key}`) }))
    return [{ id: idOf(`past ${key} ${alike.length}`), yardId, treatment, startOn, note: note ?? '', past: { rounds, amount, endOn }, colonies }]
  })
}
