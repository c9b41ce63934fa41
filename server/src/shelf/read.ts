import { RECORD_FIELDS, type GivenDose, type LotRecord, type SettingsRecord } from '@thistle/core/holding'
import { shelfOf, stockOf } from '@thistle/core/shelf'
import type { Day } from '@thistle/core/time'
import { inDatabase, type Database, type RowOf } from '../database/index.ts'
import { settingsOf } from '../records/settings.ts'

/** Doses that were ticked since the shelf was counted, in all yards of the holding: those that stand, with how much was given. */
const DOSES = `
  SELECT e.id, c.treatment, e.happened_on AS "on", e.amount FROM events e JOIN courses c ON c.id = e.course_id
   WHERE e.holding_id = $1 AND e.kind IN ('done', 'part') AND e.job = 'dose' AND e.amount > 0 AND e.device IS DISTINCT FROM 'past'
     AND e.happened_on >= (SELECT min(counted_on) FROM lots WHERE holding_id = $1 AND deleted_at IS NULL)
     AND NOT EXISTS (SELECT 1 FROM events b WHERE b.supersedes = e.id)
   ORDER BY e.happened_on, e.id`
const FIELDS = ['id', 'version', ...Object.keys(RECORD_FIELDS.lots)].map((field) => `'${field}', ${inDatabase(field)}`).join(', ')
const LOTS = `SELECT json_build_object(${FIELDS}) AS lot FROM lots WHERE holding_id = $1 AND deleted_at IS NULL ORDER BY created_at, id`

/** What stands on a holding's shelf, and what was drawn from it. */
export async function readShelf(
  db: Database,
  holdingId: string,
): Promise<{ readonly lots: readonly LotRecord[]; readonly doses: readonly GivenDose[] }> {
  const [lots, doses] = await Promise.all([
    db.reads.read<{ lot: LotRecord }>('lots', LOTS, [holdingId]),
    db.reads.read<GivenDose>('doses', DOSES, [holdingId]),
  ])
  return { lots: lots.map((row) => row.lot), doses }
}

/** The settings of a holding as they are judged by: with what is on the shelf on a day. */
export async function settingsOn(db: Database, holdingId: string, today: Day): Promise<RowOf<'settings'>> {
  const [settings, { lots, doses }] = await Promise.all([settingsOf(db, holdingId), readShelf(db, holdingId)])
  return { ...settings, stock: { ...settings.stock, ...stockOf(shelfOf(lots, doses, today)) } as SettingsRecord['stock'] }
}
