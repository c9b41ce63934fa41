import PQueue from 'p-queue'
import { QueryTypes, type Transaction } from 'sequelize'
import { doubtOf, NO_FORECASTS, type ForecastRecord, type WeatherDay } from '@thistle/core/situation'
import { RECORD_FIELDS, type RecordFields } from '@thistle/core/holding'
import { addDays, earlierOf, type Day } from '@thistle/core/time'
import { TREATMENTS } from '@thistle/core/treatments'
import type { Scope } from '../access/scope.ts'
import { todayOf, type Clock } from '../clock.ts'
import { inDatabase, type Database } from '../database/index.ts'
import type { Keeping } from '../records/put.ts'
import { INVENTED_SERVICE } from '../weather/service-name.ts'
import { fetchWeather, isStale, type WeatherSource } from '../weather/keep.ts'
import type { Heads } from './heads.ts'

/** Days of weather shown before and after today, and how far the forecast reaches. */
const SHOWN = { before: 40, after: 9 } as const
/**
 * How far back is read, days: counts of a year and a bit, courses of three years, which is as far as turn and results weigh. Older than
 * that, but read all the same: what still hangs in a hive, the newest course and count of each colony, and the counts that say what a
 * course took. The rest is left to whoever asks for it (`since`).
 */
const REMEMBERED = { counts: 400, courses: 1100, after: 150, visits: 400 } as const
/** Treatments of which something has to come out again. */
const COMES_OUT = TREATMENTS.filter((t) => t.patterns.some((p) => p.steps.some((s) => s.job === 'remove'))).map((t) => t.key)

const fieldsOf = (kind: keyof RecordFields, without: readonly string[]) =>
  Object.keys(RECORD_FIELDS[kind]).filter((field) => !without.includes(field))
/** The fields of a kind of row, as they are read; and as one JSON value with its id and version. A new field is read by being in the table. */
const read = (kind: keyof RecordFields, alias: string, without: readonly string[] = []) =>
  fieldsOf(kind, without)
    .map((field) => `${alias}.${inDatabase(field)} AS "${field}"`)
    .join(', ')
const built = (kind: keyof RecordFields, alias: string, without: readonly string[]) =>
  `json_build_object(${['id', 'version', ...fieldsOf(kind, without)].map((field) => `'${field}', ${alias}.${inDatabase(field)}`).join(', ')})`

/**
 * Whole yards in one statement, whatever the number of colonies: the yards, the colonies that stand in them with their newest
 * look, the counts of the last year, the courses and what was done, each as one list; put together below. Aggregates per
 * colony instead made it three times as slow.
 */
const QUERY = `
WITH yard AS (
  SELECT * FROM yards WHERE holding_id = $1 AND deleted_at IS NULL AND ($2::uuid[] IS NULL OR id = ANY($2::uuid[])) AND ($3 OR id = ANY($4::uuid[]))),
standing AS (
  SELECT c.id, c.name, c.version, c.since, c.hived_on,
    CASE WHEN $3 THEN c.parents ELSE ARRAY(SELECT x FROM unnest(c.parents) x WHERE yard_of_colony(x) = ANY($4::uuid[])) END AS parents, p.id AS placement_id, p.version AS placement_version, p.position, p.from_day, p.yard_id,
    p.created_at AS placed_at
    FROM placements p JOIN colonies c ON c.id = p.colony_id AND ($10 OR c.retired_on IS NULL) AND c.deleted_at IS NULL
   WHERE p.yard_id IN (SELECT id FROM yard) AND p.deleted_at IS NULL AND ($11::uuid IS NULL OR c.id = $11::uuid)
     AND (p.to_day IS NULL OR (c.retired_on IS NOT NULL AND NOT EXISTS (SELECT 1 FROM placements x WHERE x.colony_id = c.id AND x.deleted_at IS NULL AND x.from_day > p.from_day)))),
course AS (
  SELECT c.* FROM courses c JOIN standing s ON s.id = c.colony_id
   WHERE c.start_on >= $8::date
      OR c.id = (SELECT x.id FROM courses x WHERE x.colony_id = c.colony_id ORDER BY x.start_on DESC, x.id LIMIT 1)
      OR ((c.treatment = ANY($9::text[]) OR c.treatment LIKE 'own-%')
          AND EXISTS (SELECT 1 FROM events e WHERE e.course_id = c.id AND e.kind IN ('done', 'part') AND e.job = 'dose')
          AND NOT EXISTS (SELECT 1 FROM events e WHERE e.course_id = c.id
                AND ((e.kind = 'done' AND e.job = 'remove') OR e.kind IN ('died', 'merged', 'sold'))
                AND NOT EXISTS (SELECT 1 FROM events b WHERE b.supersedes = e.id)))),
counted AS (
  SELECT n.* FROM counts n JOIN standing s ON s.id = n.colony_id
   WHERE n.deleted_at IS NULL
     AND (n.on_day >= $7::date
      OR n.id = (SELECT x.id FROM counts x WHERE x.colony_id = n.colony_id AND x.deleted_at IS NULL ORDER BY x.on_day DESC, x.created_at DESC LIMIT 1)
      OR EXISTS (SELECT 1 FROM course c WHERE c.colony_id = n.colony_id AND n.on_day BETWEEN c.start_on AND c.start_on + ${REMEMBERED.after})))
SELECT
  (SELECT coalesce(json_agg(r), '[]') FROM (
    SELECT y.id, y.version, ${read('yards', 'y')},
      (SELECT coalesce(json_agg(json_build_object('date', w.day, 'high', w.high, 'low', w.low, 'source', w.source) ORDER BY w.day), '[]')
         FROM weather_days w WHERE w.yard_id = y.id AND w.day BETWEEN $5::date AND $6::date) AS "ownDays",
      (SELECT json_build_object('forDay', f.for_day, 'place', f.place, 'askedAt', f.asked_at, 'state', f.state, 'service', f.service, 'days', f.days, 'record', f.record)
         FROM forecasts f WHERE f.yard_id = y.id) AS kept,
      (SELECT coalesce(json_agg(${built('jars', 'j', ['yardId'])} ORDER BY j.on_day, j.created_at), '[]')
         FROM jars j WHERE j.yard_id = y.id AND j.deleted_at IS NULL AND j.on_day >= $7::date) AS jars,
      (SELECT coalesce(json_agg(${built('visits', 'v', ['yardId'])} ORDER BY v.day), '[]')
         FROM visits v WHERE v.yard_id = y.id AND v.deleted_at IS NULL
         AND (v.day >= $5::date OR (v.minutes IS NOT NULL AND v.day >= $5::date - ${REMEMBERED.visits}))) AS visits,
      (SELECT coalesce(json_agg(${built('trials', 't', [])} ORDER BY t.start_on, t.created_at), '[]')
         FROM trials t WHERE t.yard_id = y.id AND t.deleted_at IS NULL) AS trials
      FROM yard y ORDER BY y.place, y.name) r) AS yards,
  (SELECT coalesce(json_agg(r), '[]') FROM (
    SELECT s.id, s.name, s.version, s.since, s.hived_on AS "hivedOn", s.parents, s.yard_id AS "yardId",
      json_build_object('id', s.placement_id, 'version', s.placement_version, 'position', s.position, 'fromDay', s.from_day, 'yardId', s.yard_id) AS placement,
      row_to_json(l) AS look,
      (SELECT ${built('boards', 'b', ['colonyId', 'takenOn'])}
         FROM boards b WHERE b.colony_id = s.id AND b.taken_on IS NULL AND b.deleted_at IS NULL) AS board
      FROM standing s LEFT JOIN LATERAL (
        SELECT l.id, l.version, ${read('looks', 'l', ['colonyId'])}
        FROM looks l WHERE l.colony_id = s.id AND l.deleted_at IS NULL ORDER BY l.on_day DESC, l.created_at DESC LIMIT 1) l ON true
     ORDER BY s.position, s.placed_at) r) AS colonies,
  (SELECT coalesce(json_agg(r), '[]') FROM (
    SELECT n.id, n.version, ${read('counts', 'n')},
      json_agg(json_build_object('mites', x.mites, 'bees', x.bees, 'days', x.days, 'shakes', x.shakes, 'measured', x.measured, 'squares', x.squares)
        ORDER BY x.n) AS samples
      FROM counted n JOIN count_samples x ON x.count_id = n.id
     GROUP BY ${['id', 'version', ...fieldsOf('counts', [])].map((f) => `n.${inDatabase(f)}`).join(', ')}, n.created_at ORDER BY n.on_day, n.created_at) r) AS counts,
  (SELECT coalesce(json_agg(r), '[]') FROM (
    SELECT o.colony_id AS "colonyId", o.id, o.decision_id AS "decisionId", o.treatment, o.start_on AS "startOn", o.latest_start AS "latestStart", o.facts
      FROM course o ORDER BY o.start_on) r) AS courses,
  (SELECT coalesce(json_agg(r), '[]') FROM (
    SELECT e.course_id AS "courseId", e.id, e.kind, e.job, e.n, e.happened_on AS "happenedOn", e.amount, e.note, e.supersedes, e.done_by AS "doneBy", e.reason, e.spots, e.pack, e.why, e.saved_at AS "savedAt"
      FROM events e WHERE e.course_id IN (SELECT id FROM course) ORDER BY e.seq) r) AS events`

type Fields = Readonly<Record<string, unknown>>
interface Lists {
  readonly yards: readonly (Omit<YardRow, 'today' | 'colonies' | 'invented'> & Fields)[]
  readonly colonies: readonly ({ readonly id: string; readonly yardId: string } & Fields)[]
  readonly counts: readonly ({ readonly colonyId: string } & Fields)[]
  readonly courses: readonly ({ readonly id: string; readonly colonyId: string } & Fields)[]
  readonly events: readonly ({ readonly courseId: string } & Fields)[]
}

/** Rows by one of their fields, without it. */
function gathered<K extends string, T extends Record<K, string>>(rows: readonly T[], field: K): (id: string) => Omit<T, K>[] {
  const found = new Map<string, Omit<T, K>[]>()
  for (const row of rows) {
    const { [field]: id, ...rest } = row
    const list = found.get(id)
    if (list) list.push(rest)
    else found.set(id, [rest])
  }
  return (id) => found.get(id) ?? []
}

function assembled(lists: Lists) {
  const [countsOf, eventsOf, coursesOf] = [
    gathered(lists.counts, 'colonyId'),
    gathered(lists.events, 'courseId'),
    gathered(lists.courses, 'colonyId'),
  ]
  const colonies = lists.colonies.map((colony) => ({
    ...colony,
    counts: countsOf(colony.id),
    courses: coursesOf(colony.id).map((course) => ({ ...course, events: eventsOf(String(course.id)) })),
  }))
  const coloniesOf = gathered(colonies, 'yardId')
  return lists.yards.map((yard) => ({ ...yard, colonies: coloniesOf(yard.id) }))
}

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
  readonly record: ForecastRecord
}
export interface YardRow {
  readonly id: string
  readonly timeZone: string
  readonly latitude: number | null
  readonly longitude: number | null
  readonly today: Day
  readonly ownDays: readonly OwnDay[]
  readonly kept: Kept | null
  /** The days are of the simulated service, in a holding that is kept in earnest. */
  readonly invented: boolean
  readonly colonies: readonly unknown[]
}

/** The days of a yard: its own where it has them, else the service's. A forecast made on another day is no forecast. */
function weatherOf({ today, ownDays, kept }: YardRow): WeatherDay[] {
  const [from, to] = [addDays(today, -SHOWN.before), addDays(today, SHOWN.after)]
  const own = new Map(ownDays.map((d) => [d.date, d]))
  const told = (kept?.days ?? []).filter((d) => !own.has(d.date) && (d.kind === 'observed' ? d.date < today : kept?.forDay === today))
  const mine = ownDays.map(({ date, high, low }) => ({ date, high, low, kind: date < today ? ('observed' as const) : ('forecast' as const) }))
  return [...told, ...mine].filter((d) => d.date >= from && d.date <= to).toSorted((a, b) => (a.date < b.date ? -1 : 1))
}

/** What else is read, or what alone. */
interface ReadAlso {
  /** Counts and courses since a day, where that is longer ago than is read without being asked for. */
  readonly since?: Day | null
  /** With the colonies that are out of their row. */
  readonly gone?: boolean
  /** One colony alone. */
  readonly colonyId?: string | null
}

type Seen = Pick<Scope, 'holdingId' | 'yards' | 'livesOn' | 'demo' | 'practice'>
/** Asks the statement above. */
type Ask = (bind: readonly unknown[]) => Promise<readonly Lists[]>

/** Some yards of a scope (null: all of them), by whoever asks for them. */
async function rowsBy(
  ask: Ask,
  scope: Seen,
  clock: Clock,
  ids: readonly string[] | null,
  { since = null, gone = false, colonyId = null }: ReadAlso = {},
): Promise<YardRow[]> {
  const around = todayOf(scope.livesOn, 'UTC', clock)
  const bind = [
    scope.holdingId,
    ids,
    scope.yards === null,
    scope.yards ?? [],
    addDays(around, -SHOWN.before - 1),
    addDays(around, SHOWN.after + 1),
    earlierOf(since ?? around, addDays(around, -REMEMBERED.counts)),
    earlierOf(since ?? around, addDays(around, -REMEMBERED.courses)),
    COMES_OUT,
    gone,
    colonyId,
  ]
  const [lists] = await ask(bind)
  return lists
    ? assembled(lists).map((row) => ({
        ...row,
        today: todayOf(scope.livesOn, row.timeZone, clock),
        invented: !scope.demo && !scope.practice && row.kept?.service === INVENTED_SERVICE,
      }))
    : []
}

/** The yards of a scope (or one of them), counts and courses of so long ago or since a day, with what is kept of their weather. */
export const readRows = (
  db: Database,
  scope: Seen,
  clock: Clock,
  yardId: string | null,
  transaction: Transaction | null = null,
  also: ReadAlso = {},
): Promise<YardRow[]> =>
  rowsBy(
    (bind) =>
      // Within other work on the connection that it has: one that waits for a second while it holds the first can stop everybody.
      transaction
        ? db.sequelize.query<Lists>(QUERY, { bind: [...bind], type: QueryTypes.SELECT, transaction })
        : db.reads.read<Lists>('yards', QUERY, bind),
    scope,
    clock,
    yardId === null ? null : [yardId],
    also,
  )

/** So many colonies are read at once: some milliseconds of work, after which others have their turn. */
const AT_ONCE = 60
/** Yards in parts of so many colonies, in their order; a longer row is a part of its own. */
function partsOf({ yards }: Heads): string[][] {
  const parts: string[][] = []
  let room = 0
  for (const { id, many } of yards) {
    if (parts.length === 0 || many > room) {
      parts.push([])
      room = AT_ONCE
    }
    parts.at(-1)?.push(id)
    room -= many
  }
  return parts
}

/** Long readings of a process, two at a time: the others' short ones have the connections that are left. */
const long = new PQueue({ concurrency: 2 })

/** All yards of a scope as they stood at one moment, `take`n some at a time: however many there are, nobody waits for all of them. */
export async function readInParts(
  db: Database,
  scope: Seen,
  clock: Clock,
  heads: Heads,
  take: (rows: readonly YardRow[]) => Promise<void> | void,
  also: ReadAlso = {},
): Promise<void> {
  const parts = partsOf(heads)
  if (parts.length <= 1) return take(await readRows(db, scope, clock, null, null, also))
  await long.add(() =>
    db.reads.atOnce(async (read) => {
      for (const ids of parts) await take(await rowsBy((bind) => read<Lists>('yards', QUERY, bind), scope, clock, ids, also))
    }),
  )
}

/** A yard as the page reads it: its weather in one list, with where it comes from. */
export function present(row: YardRow): unknown {
  const { ownDays, kept, invented, ...yard } = row
  return {
    ...yard,
    weather: weatherOf(row),
    weatherFrom: {
      state: row.latitude === null || row.longitude === null ? 'no-place' : (kept?.state ?? 'down'),
      service: kept?.service ?? null,
      invented,
      askedAt: kept?.askedAt ?? null,
      record: { n: kept?.record.n ?? 0, doubt: doubtOf(kept?.record ?? NO_FORECASTS) },
      ownDays: ownDays.map(({ date, source }) => ({ date, source })),
    },
  }
}

/** The yards with the weather that is kept, all at once: of one yard, or within other work. */
export const readYards = async (
  db: Database,
  scope: Scope,
  clock: Clock,
  yardId: string | null,
  transaction: Transaction | null = null,
): Promise<unknown[]> => (await readRows(db, scope, clock, yardId, transaction)).map(present)

const LOOKS = `
  SELECT l.id, l.version, ${read('looks', 'l', ['colonyId'])} FROM looks l JOIN colonies c ON c.id = l.colony_id
   WHERE c.id = $1 AND c.holding_id = $2 AND l.deleted_at IS NULL AND l.on_day >= $3::date ORDER BY l.on_day, l.created_at`

/** One colony with everything of it since a day, its looks among it; null where it is not theirs to see. */
export async function readLine(
  keep: Keeping,
  scope: Scope,
  colonyId: string,
  given: Day | null,
): Promise<{ readonly yard: unknown; readonly looks: unknown[] } | null> {
  const { db, clock } = keep
  const since = given ?? addDays(todayOf(scope.livesOn, 'UTC', clock), -REMEMBERED.counts)
  const [placed] = await db.reads.read<{ yardId: string }>(
    'line yard',
    `SELECT p.yard_id AS "yardId" FROM placements p JOIN colonies c ON c.id = p.colony_id
      WHERE c.id = $1 AND c.holding_id = $2 AND p.deleted_at IS NULL AND c.deleted_at IS NULL ORDER BY p.from_day DESC LIMIT 1`,
    [colonyId, scope.holdingId],
  )
  if (!placed) return null
  const [[row], looks] = await Promise.all([
    readRows(db, scope, clock, placed.yardId, null, { since, gone: true, colonyId }),
    db.reads.read<unknown>('line looks', LOOKS, [colonyId, scope.holdingId, since]),
  ])
  return row && row.colonies.length > 0 ? { yard: present(row), looks } : null
}

/** One yard, after the service was asked for what is missing or too old; null where it is not theirs to see. */
export async function readYard(keep: Keeping, source: WeatherSource, scope: Scope, yardId: string): Promise<unknown> {
  const { db, clock } = keep
  const [row] = await readRows(db, scope, clock, yardId)
  if (!row) return null
  const need = { ...row, yardId: row.id }
  if (!isStale(need, clock())) return present(row)
  await fetchWeather(db, clock, source, [need])
  const [again] = await readRows(db, scope, clock, yardId)
  return again ? present(again) : null
}
