import type { WeatherDay } from '@thistle/core/situation'
import { addDays, type Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { todayOf, type Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { prepared } from '../database/prepared.ts'
import type { Keeping } from '../records/put.ts'
import { fetchWeather, isStale, type WeatherSource } from '../weather/keep.ts'

/** Days of weather shown before and after today, and how far the forecast reaches. */
const SHOWN = { before: 40, after: 9 } as const
/** Counts and courses older than this many days are left to the Book. */
const REMEMBERED = 400

/**
 * Whole yards in one statement: the row as it stands, each colony with its newest look, its counts of the last
 * year and its courses with what was done. One query whatever the number of colonies.
 */
const QUERY = `
SELECT y.id, y.name, y.place, y.version, y.latitude, y.longitude, y.hemisphere, y.time_zone AS "timeZone", y.normals, y.phase,
       y.last_opening AS "lastOpening", y.supers_off_on AS "supersOffOn", y.supers_next_on AS "supersNextOn",
  (SELECT coalesce(json_agg(json_build_object('date', w.day, 'high', w.high, 'low', w.low, 'source', w.source) ORDER BY w.day), '[]')
     FROM weather_days w WHERE w.yard_id = y.id AND w.day BETWEEN $5::date AND $6::date) AS "ownDays",
  (SELECT json_build_object('forDay', f.for_day, 'place', f.place, 'askedAt', f.asked_at, 'state', f.state, 'service', f.service, 'days', f.days)
     FROM forecasts f WHERE f.yard_id = y.id) AS kept,
  (SELECT coalesce(json_agg(json_build_object(
      'id', c.id, 'name', c.name, 'version', c.version, 'since', c.since, 'hivedOn', c.hived_on, 'parents', c.parents,
      'placement', json_build_object('id', p.id, 'version', p.version, 'position', p.position, 'fromDay', p.from_day, 'yardId', p.yard_id),
      'look', l.look, 'counts', coalesce(k.counts, '[]'), 'courses', coalesce(s.courses, '[]')) ORDER BY p.position, p.created_at), '[]')
     FROM placements p
     JOIN colonies c ON c.id = p.colony_id AND c.retired_on IS NULL AND c.deleted_at IS NULL
     LEFT JOIN LATERAL (
       SELECT row_to_json(r) AS look FROM (
         SELECT l.id, l.version, l.on_day AS "onDay", l.brood_boxes AS "broodBoxes", l.frames_of_bees AS "framesOfBees", l.frames_of_brood AS "framesOfBrood",
           l.brood, l.hive, l.queen, l.laying_since AS "layingSince", l.floor, l.floor_wet AS "floorWet", l.entrance, l.clustered, l.feeding,
           l.newly_hived AS "newlyHived", l.supers, l.note
         FROM looks l WHERE l.colony_id = c.id AND l.deleted_at IS NULL ORDER BY l.on_day DESC, l.created_at DESC LIMIT 1) r) l ON true
     LEFT JOIN LATERAL (
       SELECT json_agg(json_build_object('id', n.id, 'version', n.version, 'courseId', n.course_id, 'onDay', n.on_day, 'method', n.method,
         'recovery', n.recovery, 'representative', n.representative, 'note', n.note,
         'samples', (SELECT json_agg(json_build_object('mites', x.mites, 'bees', x.bees, 'days', x.days) ORDER BY x.n) FROM count_samples x WHERE x.count_id = n.id)
         ) ORDER BY n.on_day, n.created_at) AS counts
         FROM counts n WHERE n.colony_id = c.id AND n.deleted_at IS NULL AND n.on_day >= $7::date) k ON true
     LEFT JOIN LATERAL (
       SELECT json_agg(json_build_object('id', o.id, 'decisionId', o.decision_id, 'treatment', o.treatment, 'startOn', o.start_on, 'latestStart', o.latest_start,
         'facts', o.facts,
         'events', (SELECT coalesce(json_agg(json_build_object('id', e.id, 'kind', e.kind, 'job', e.job, 'n', e.n, 'happenedOn', e.happened_on, 'amount', e.amount,
             'note', e.note, 'supersedes', e.supersedes, 'savedAt', e.saved_at) ORDER BY e.seq), '[]') FROM events e WHERE e.course_id = o.id)
         ) ORDER BY o.start_on) AS courses
         FROM courses o WHERE o.colony_id = c.id AND o.start_on >= $7::date) s ON true
    WHERE p.yard_id = y.id AND p.to_day IS NULL AND p.deleted_at IS NULL) AS colonies
  FROM yards y
 WHERE y.holding_id = $1 AND y.deleted_at IS NULL AND ($2::uuid IS NULL OR y.id = $2::uuid) AND ($3 OR y.id = ANY($4::uuid[]))
 ORDER BY y.place, y.name`

interface OwnDay {
  readonly date: Day
  readonly high: number
  readonly low: number
  readonly source: 'hand' | 'station'
}
interface Kept {
  readonly forDay: Day
  readonly place: string
  readonly askedAt: string
  readonly state: 'told' | 'down' | 'slow' | 'nonsense'
  readonly service: string | null
  readonly days: readonly WeatherDay[]
}
export interface YardRow {
  readonly id: string
  readonly timeZone: string
  readonly latitude: number | null
  readonly longitude: number | null
  readonly today: Day
  readonly ownDays: readonly OwnDay[]
  readonly kept: Kept | null
}

/** The days of a yard: its own where it has them, else the service's. A forecast made on another day is no forecast. */
function weatherOf({ today, ownDays, kept }: YardRow): WeatherDay[] {
  const [from, to] = [addDays(today, -SHOWN.before), addDays(today, SHOWN.after)]
  const own = new Map(ownDays.map((d) => [d.date, d]))
  const told = (kept?.days ?? []).filter((d) => !own.has(d.date) && (d.kind === 'observed' ? d.date < today : kept?.forDay === today))
  const mine = ownDays.map(({ date, high, low }) => ({ date, high, low, kind: date < today ? ('observed' as const) : ('forecast' as const) }))
  return [...told, ...mine].filter((d) => d.date >= from && d.date <= to).toSorted((a, b) => (a.date < b.date ? -1 : 1))
}

/** The yards of a scope (or one of them) with what is kept of their weather. */
export async function readRows(db: Database, scope: Scope, clock: Clock, yardId: string | null): Promise<YardRow[]> {
  const around = todayOf(scope.livesOn, 'UTC', clock)
  const rows = await prepared<Omit<YardRow, 'today'>>(db.sequelize, 'yards', QUERY, [
    scope.holdingId,
    yardId,
    scope.yards === null,
    scope.yards ?? [],
    addDays(around, -SHOWN.before - 1),
    addDays(around, SHOWN.after + 1),
    addDays(around, -REMEMBERED),
  ])
  return rows.map((row) => ({ ...row, today: todayOf(scope.livesOn, row.timeZone, clock) }))
}

/** A yard as the page reads it: its weather in one list, with where it comes from. */
export function present(row: YardRow): unknown {
  const { ownDays, kept, ...yard } = row
  return {
    ...yard,
    weather: weatherOf(row),
    weatherFrom: {
      state: row.latitude === null || row.longitude === null ? 'no-place' : (kept?.state ?? 'down'),
      service: kept?.service ?? null,
      askedAt: kept?.askedAt ?? null,
      ownDays: ownDays.map(({ date, source }) => ({ date, source })),
    },
  }
}

/** The yards with the weather that is kept. */
export const readYards = async (db: Database, scope: Scope, clock: Clock, yardId: string | null): Promise<unknown[]> =>
  (await readRows(db, scope, clock, yardId)).map(present)

/** The same, after the service was asked for what is missing or too old. */
export async function readYardsWithWeather(keep: Keeping, source: WeatherSource, scope: Scope, yardId: string | null): Promise<unknown[]> {
  const { db, clock } = keep
  const rows = await readRows(db, scope, clock, yardId)
  const stale = rows.map((row) => ({ ...row, yardId: row.id })).filter((need) => isStale(need, clock()))
  if (stale.length === 0) return rows.map(present)
  await fetchWeather(db, clock, source, stale)
  return readYards(db, scope, clock, yardId)
}
