/** What a file is read against, and the rows it becomes. */
import { countKey, type ImportedColony, type ImportedCount, type KnownColony, type KnownYard } from '@thistle/core/tables'
import { flagsOf, type ColonyState, type YardState } from '@thistle/core/holding'

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
