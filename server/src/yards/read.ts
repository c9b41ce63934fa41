import { addDays, type Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { todayOf, type Clock } from '../clock.ts'
import type { Database } from '../database/index.ts'
import { prepared } from '../database/prepared.ts'

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
  (SELECT coalesce(json_agg(json_build_object('date', w.day, 'high', w.high, 'low', w.low) ORDER BY w.day), '[]')
     FROM weather_days w WHERE w.yard_id = y.id AND w.day BETWEEN $5::date AND $6::date) AS weather,
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

interface YardRow {
  readonly id: string
  readonly timeZone: string
  readonly weather: readonly { date: Day; high: number; low: number }[]
}

/** The yards of a scope (or one of them) as the page reads them; weather is marked observed or forecast by the yard's today. */
export async function readYards(db: Database, scope: Scope, clock: Clock, yardId: string | null): Promise<unknown[]> {
  const around = todayOf(scope.livesOn, 'UTC', clock)
  const rows = await prepared<YardRow>(db.sequelize, 'yards', QUERY, [
    scope.holdingId,
    yardId,
    scope.yards === null,
    scope.yards ?? [],
    addDays(around, -SHOWN.before),
    addDays(around, SHOWN.after + 1),
    addDays(around, -REMEMBERED),
  ])
  return rows.map((row) => {
    const today = todayOf(scope.livesOn, row.timeZone, clock)
    const reach = addDays(today, SHOWN.after)
    const weather = row.weather.filter((d) => d.date <= reach).map((d) => ({ ...d, kind: d.date < today ? 'observed' : 'forecast' }))
    return { ...row, weather, today }
  })
}
