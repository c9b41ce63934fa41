import { QueryTypes, type Transaction } from 'sequelize'
import type { Database, TableName } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { coversYard, type Scope } from './scope.ts'

/** Who asks, within which work. */
export interface Asking {
  readonly db: Database
  readonly scope: Scope
  readonly transaction: Transaction
}
type Row = Readonly<Record<string, unknown>>

/**
 * What each kind of row hangs on, by the fields that name it: a row is somebody's to touch where all of it is. Settings and the shelf hang
 * on nothing: settings are the owners' to change, the shelf is everybody's.
 */
const HANGS_ON: Readonly<Partial<Record<TableName, { readonly yard?: string; readonly colony?: string }>>> = {
  yards: { yard: 'id' },
  colonies: { colony: 'id' },
  placements: { yard: 'yardId', colony: 'colonyId' },
  looks: { colony: 'colonyId' },
  counts: { colony: 'colonyId' },
  boards: { colony: 'colonyId' },
  photos: { colony: 'colonyId' },
  courses: { colony: 'colonyId' },
  jars: { yard: 'yardId' },
  visits: { yard: 'yardId' },
  trials: { yard: 'yardId' },
  decisions: { yard: 'yardId' },
  lots: {},
  settings: {},
}

interface Standing {
  readonly id: string
  readonly yardId: string | null
  readonly madeBy: string | null
}

/**
 * Those of the colonies that are the asker's to see: they stand, or stood last, in a yard of theirs. One that never stood anywhere
 * is seen by whoever made it, until it stands.
 */
export async function coveredColonies({ db, scope, transaction }: Asking, ids: readonly string[]): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set()
  const rows = await db.sequelize.query<Standing>(
    `SELECT c.id, yard_of_colony(c.id) AS "yardId", (SELECT h.keeper_id FROM history h WHERE h.row_id = c.id AND h.version = 1 LIMIT 1) AS "madeBy"
       FROM colonies c WHERE c.id IN (:ids) AND c.holding_id = :holdingId`,
    { replacements: { ids, holdingId: scope.holdingId }, type: QueryTypes.SELECT, transaction },
  )
  const covered = rows.filter((r) => scope.yards === null || (r.yardId === null ? r.madeBy === scope.keeperId : coversYard(scope, r.yardId)))
  return new Set(covered.map((r) => r.id))
}

/**
 * Whether somebody may touch a row as it stands: the one place that says so, before anything is said of the row. What is not
 * theirs is not there for them, whatever they ask of it (404).
 */
export async function ensureTheirs(ask: Asking, table: TableName, found: object): Promise<void> {
  const row = found as Row
  const on = HANGS_ON[table]
  if (!on) throw new Error(`nobody says what a row of ${table} hangs on`)
  if (row.holdingId !== ask.scope.holdingId) throw Problem.notFound()
  if (table === 'settings' && ask.scope.role !== 'owner') throw Problem.ownersOnly()
  if (ask.scope.yards === null) return
  if (on.yard && !coversYard(ask.scope, String(row[on.yard]))) throw Problem.notFound()
  const colony = on.colony ? String(row[on.colony]) : null
  if (colony && !(await coveredColonies(ask, [colony])).has(colony)) throw Problem.notFound()
}
