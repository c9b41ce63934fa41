import { createHash } from 'node:crypto'
import { NO_FORECASTS, type ForecastRecord } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { Scope } from '../access/scope.ts'
import { todayOf } from '../clock.ts'
import type { Keeping } from '../records/put.ts'
import { fetchWeather, isStale, type WeatherNeed, type WeatherSource } from '../weather/keep.ts'

/** What of a yard says whether it has to be read, and how long its row is. */
interface Head extends WeatherNeed {
  /** Colonies in its row. */
  readonly many: number
}
/** The yards of a scope in their order, and what every answer about them hangs on. */
export interface Heads {
  readonly yards: readonly { readonly id: string; readonly many: number }[]
  /** The earliest day that it is at one of the yards; today where there is none. */
  readonly today: Day
  /** Another wherever the same question would be answered otherwise: by what was written, the weather, the day, or who asks. */
  readonly mark: string
}

const QUERY = `
SELECT h.seq, extract(epoch FROM h.created_at)::text AS began, y.id AS "yardId", y.time_zone AS "timeZone", y.latitude, y.longitude,
       (SELECT count(*)::int FROM placements p WHERE p.yard_id = y.id AND p.to_day IS NULL AND p.deleted_at IS NULL) AS many,
       CASE WHEN f.yard_id IS NOT NULL THEN
         json_build_object('forDay', f.for_day, 'place', f.place, 'askedAt', f.asked_at, 'state', f.state, 'record', f.record) END AS kept
  FROM holdings h
  LEFT JOIN yards y ON y.holding_id = h.id AND y.deleted_at IS NULL AND ($2 OR y.id = ANY($3::uuid[]))
  LEFT JOIN forecasts f ON f.yard_id = y.id
 WHERE h.id = $1 ORDER BY y.place, y.name`

type Row = Omit<Head, 'today' | 'kept'> & {
  readonly seq: number
  readonly began: string
  readonly timeZone: string
  readonly kept: (NonNullable<Head['kept']> & { readonly record: ForecastRecord | null }) | null
}

async function read({ db, clock }: Keeping, scope: Scope) {
  const rows = await db.reads.read<Row>('heads', QUERY, [scope.holdingId, scope.yards === null, scope.yards ?? []])
  const yards = rows
    .filter((row) => row.yardId !== null)
    .map((row): Head => {
      const kept = row.kept && { ...row.kept, record: row.kept.record ?? NO_FORECASTS }
      return { ...row, kept, today: todayOf(scope.livesOn, row.timeZone, clock) }
    })
  return { seq: rows[0]?.seq ?? 0, began: rows[0]?.began ?? '', yards }
}

/** The heads of all yards of a scope, after the weather service was asked for what is missing or too old. */
export async function freshHeads(keep: Keeping, source: WeatherSource | null, scope: Scope): Promise<Heads> {
  let found = await read(keep, scope)
  const stale = source ? found.yards.filter((head) => isStale(head, keep.clock())) : []
  if (source && stale.length > 0) {
    await fetchWeather(keep.db, keep.clock, source, stale)
    found = await read(keep, scope)
  }
  const { seq, began, yards } = found
  // Beside what was written: the service answers anew, and a day ends, without a number of the holding.
  const parts = [
    [
      scope.holdingId,
      began,
      seq,
      scope.demo,
      scope.practice !== null,
      scope.yards === null,
      scope.livesOn,
      todayOf(scope.livesOn, 'UTC', keep.clock),
    ],
    yards.map(({ yardId, today, kept }) => [yardId, today, kept?.askedAt, kept?.forDay, kept?.state]),
  ]
  return {
    yards: yards.map(({ yardId, many }) => ({ id: yardId, many })),
    today: yards.map((y) => y.today).toSorted()[0] ?? todayOf(scope.livesOn, 'UTC', keep.clock),
    mark: createHash('sha1').update(JSON.stringify(parts)).digest('base64url'),
  }
}
