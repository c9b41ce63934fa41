import { NO_FORECASTS, withAnswer, type ForecastRecord, type WeatherDay } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import type { Database } from '../database/index.ts'
import type { Clock } from '../clock.ts'
import { askWeather, type Asked, type Place } from './ask.ts'

/** Where the weather comes from, and how long it is waited for. */
export interface WeatherSource {
  readonly url: string
  /** Milliseconds. */
  readonly patience: number
}
/** A place as its weather is kept under. */
const nameOf = ({ latitude, longitude }: Place) => `${latitude},${longitude}`

/** What is known to be told again: how old a forecast may be, and how soon a silent service is asked anew. */
const FRESH = 3 * 3600_000
const ASK_AGAIN = 60_000

/** A yard as far as its weather goes, with what is kept of it. */
export interface WeatherNeed {
  readonly yardId: string
  readonly latitude: number | null
  readonly longitude: number | null
  readonly today: Day
  readonly kept: {
    readonly forDay: Day
    readonly place: string
    readonly askedAt: string
    readonly state: string
    readonly record: ForecastRecord
  } | null
}

/** True where the service should be asked: never yet, for another day or place, or too long ago. */
export function isStale({ latitude, longitude, today, kept }: WeatherNeed, now: Date): boolean {
  if (latitude === null || longitude === null) return false
  if (!kept || kept.forDay !== today || kept.place !== nameOf({ latitude, longitude })) return true
  const age = now.getTime() - new Date(kept.askedAt).getTime()
  return age < 0 || age > (kept.state === 'told' ? FRESH : ASK_AGAIN)
}

const SAVE = `
  INSERT INTO forecasts (yard_id, for_day, place, asked_at, state, service, days, record) VALUES (:yardId, :forDay, :place, :askedAt, :state, :service, :days, :record)
  ON CONFLICT (yard_id) DO UPDATE SET for_day = excluded.for_day, place = excluded.place, asked_at = excluded.asked_at, state = excluded.state,
    service = coalesce(excluded.service, forecasts.service), record = excluded.record,
    days = CASE WHEN excluded.state = 'told' OR forecasts.place <> excluded.place THEN excluded.days
      ELSE (SELECT coalesce(jsonb_agg(d), '[]') FROM jsonb_array_elements(forecasts.days) d WHERE d ->> 'kind' = 'observed') END`

async function save(db: Database, need: WeatherNeed, place: string, asked: Asked, at: Date): Promise<void> {
  const days: readonly WeatherDay[] = asked.state === 'told' ? asked.days : []
  // Another place has another record.
  const record = need.kept?.place === place ? need.kept.record : NO_FORECASTS
  await db.sequelize.query(SAVE, {
    replacements: {
      yardId: need.yardId,
      forDay: need.today,
      place,
      askedAt: at,
      state: asked.state,
      service: asked.state === 'told' ? asked.service : null,
      days: JSON.stringify(days),
      record: JSON.stringify(withAnswer(record, days, need.today)),
    },
  })
}

/**
 * Asks for the weather of the yards that lack it and keeps it. A service that is down, slow or talks nonsense is not asked
 * again for a minute; of an older answer only what was observed is kept, so that an old forecast is never taken for a new one.
 */
export async function fetchWeather(db: Database, clock: Clock, source: WeatherSource, needs: readonly WeatherNeed[]): Promise<void> {
  const at = clock()
  await Promise.all(
    needs.map(async (need) => {
      if (need.latitude === null || need.longitude === null) return
      const place = { latitude: need.latitude, longitude: need.longitude }
      const asked = await askWeather(source.url, place, need.today, source.patience)
      await save(db, need, nameOf(place), asked, at)
    }),
  )
}
