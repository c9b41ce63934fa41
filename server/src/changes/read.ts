import { QueryTypes, type Transaction } from 'sequelize'
import type { Scope } from '../access/scope.ts'
import type { Database } from '../database/index.ts'

export interface Entry {
  readonly seq: number
  readonly batch: number
  readonly kind: string
  readonly id: string
  readonly version: number
  readonly state: Record<string, unknown>
  readonly before: Record<string, unknown> | null
  readonly savedAt: Date
  readonly by: string | null
  readonly colonyId: string | null
  readonly colony: string | null
  readonly yardId: string | null
  readonly yard: string | null
}

/**
 * History with who, and with the colony and the yard each entry is about. A keeper who sees some yards sees what belongs to
 * them: an entry that belongs to no yard (settings, the date) is for those who see all.
 */
const READ = `
  SELECT h.seq, coalesce(h.batch, h.seq) AS batch, h.kind, h.row_id AS id, h.version, h.state, h.saved_at AS "savedAt", k.name AS by,
         c.id AS "colonyId", c.name AS colony, y.id AS "yardId", y.name AS yard,
         (SELECT p.state FROM history p WHERE p.holding_id = h.holding_id AND p.row_id = h.row_id AND p.version < h.version
           AND h.kind NOT IN ('event', 'decision', 'date', 'weather') ORDER BY p.version DESC LIMIT 1) AS before
    FROM history h
    LEFT JOIN keepers k ON k.id = h.keeper_id
    LEFT JOIN LATERAL (SELECT CASE h.kind
        WHEN 'colony' THEN h.row_id
        WHEN 'event' THEN (SELECT o.colony_id FROM courses o WHERE o.id = (h.state ->> 'courseId')::uuid)
        WHEN 'decision' THEN (SELECT o.colony_id FROM courses o WHERE o.decision_id = h.row_id LIMIT 1)
        ELSE (h.state ->> 'colonyId')::uuid END AS id) ref ON true
    LEFT JOIN colonies c ON c.id = ref.id AND c.holding_id = h.holding_id
    LEFT JOIN LATERAL (SELECT CASE
        WHEN h.kind = 'yard' THEN h.row_id
        WHEN h.state ? 'yardId' THEN (h.state ->> 'yardId')::uuid
        ELSE yard_of_colony(c.id) END AS id) at ON true
    LEFT JOIN yards y ON y.id = at.id AND y.holding_id = h.holding_id
   WHERE h.holding_id = :holdingId AND (:all OR at.id IN (:yards))`

const NOBODY = '00000000-0000-0000-0000-000000000000'

type State = Readonly<Record<string, unknown>>
/** A colony's parents in yards that are not in the scope are not told. */
async function withoutUnseen(db: Database, yards: readonly string[], entries: readonly Entry[]): Promise<Entry[]> {
  const parentsOf = (state: State | null) => (state?.parents ?? []) as readonly string[]
  const named = [...new Set(entries.flatMap((e) => (e.kind === 'colony' ? [...parentsOf(e.state), ...parentsOf(e.before)] : [])))]
  if (named.length === 0) return [...entries]
  const rows = await db.sequelize.query<{ id: string }>('SELECT id FROM colonies WHERE id IN (:named) AND yard_of_colony(id) IN (:yards)', {
    replacements: { named, yards },
    type: QueryTypes.SELECT,
  })
  const seen = new Set(rows.map((r) => r.id))
  const clear = <S extends State | null>(state: S): S => (state?.parents ? { ...state, parents: parentsOf(state).filter((p) => seen.has(p)) } : state)
  return entries.map((e) => (e.kind === 'colony' ? { ...e, state: clear(e.state), before: clear(e.before) } : e))
}

/** Entries of the holding that the scope covers, by a further condition. */
export async function readEntries(
  db: Database,
  scope: Scope,
  where: string,
  values: Record<string, unknown>,
  transaction?: Transaction,
): Promise<Entry[]> {
  const yards = scope.yards && scope.yards.length > 0 ? scope.yards : [NOBODY]
  const found = await db.sequelize.query<Entry>(`${READ} ${where}`, {
    replacements: { holdingId: scope.holdingId, all: scope.yards === null, yards, ...values },
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  })
  return scope.yards === null || transaction ? found : withoutUnseen(db, yards, found)
}
