import { RECORD_FIELDS, type GivenDose, type LotRecord, type Preferences, type SettingsRecord } from '@thistle/core/holding'
import { shelfOf, stockOf } from '@thistle/core/shelf'
import type { OwnSheet } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { knowOwn } from '@thistle/core/treatments'
import { inDatabase, type Database } from '../database/index.ts'

const built = (kind: 'lots' | 'settings', alias: string) =>
  `json_build_object(${['id', 'version', ...Object.keys(RECORD_FIELDS[kind])].map((field) => `'${field}', ${alias}.${inDatabase(field)}`).join(', ')})`

/**
 * The settings of a holding, what stands on its shelf, and the doses that were ticked since the shelf was counted, in all its yards: those
 * that stand, with how much was given. With them how a keeper reads. In one statement: it is what every place asks for first.
 */
const QUERY = `
SELECT
  (SELECT ${built('settings', 's')} FROM settings s WHERE s.holding_id = $1) AS settings,
  (SELECT coalesce(json_agg(${built('lots', 'l')} ORDER BY l.created_at, l.id), '[]') FROM lots l WHERE l.holding_id = $1 AND l.deleted_at IS NULL) AS lots,
  (SELECT coalesce(json_agg(json_build_object('id', e.id, 'treatment', c.treatment, 'on', e.happened_on, 'amount', e.amount) ORDER BY e.happened_on, e.id), '[]')
     FROM events e JOIN courses c ON c.id = e.course_id
    WHERE e.holding_id = $1 AND e.kind IN ('done', 'part') AND e.job = 'dose' AND e.amount > 0 AND e.device IS DISTINCT FROM 'past'
      AND e.happened_on >= (SELECT min(counted_on) FROM lots WHERE holding_id = $1 AND deleted_at IS NULL)
      AND NOT EXISTS (SELECT 1 FROM events b WHERE b.supersedes = e.id)) AS doses,
  (SELECT k.preferences FROM keepers k WHERE k.id = $2) AS preferences`

export interface Home {
  readonly settings: SettingsRecord
  readonly lots: readonly LotRecord[]
  readonly doses: readonly GivenDose[]
  /** How the keeper reads, where one was named. */
  readonly preferences: Partial<Preferences> | null
}

/** The settings of a holding with its shelf, and what a keeper of it prefers. */
export async function readHome(db: Database, holdingId: string, keeperId: string | null = null): Promise<Home> {
  const [home] = await db.reads.read<Home>('home', QUERY, [holdingId, keeperId])
  if (!home?.settings) throw new Error('a holding without settings')
  // Treatments of its own are found by their keys from here on.
  knowOwn(home.settings.own as readonly OwnSheet[] | undefined)
  return home
}

/** The settings of a holding as they are judged by: with what is on the shelf on a day. */
export const settingsBy = ({ settings, lots, doses }: Home, today: Day): SettingsRecord => ({
  ...settings,
  stock: { ...settings.stock, ...stockOf(shelfOf(lots, doses, today)) } as SettingsRecord['stock'],
})
export const settingsOn = async (db: Database, holdingId: string, today: Day): Promise<SettingsRecord> =>
  settingsBy(await readHome(db, holdingId), today)
