import { QueryTypes, type Transaction } from 'sequelize'
import type { Database } from '../database/index.ts'

/** Who writes, for which holding, when. */
export interface Writer {
  readonly holdingId: string
  readonly keeperId: string | null
  readonly at: Date
}

/** The first number a transaction took: what was changed together is undone together. */
const batches = new WeakMap<Transaction, number>()

/** Transactions whose rows stand each for itself: they are kept together and undone one by one. */
const apart = new WeakSet<Transaction>()
export const undoneApart = (transaction: Transaction): Transaction => {
  apart.add(transaction)
  return transaction
}

/** The number by which everything of this transaction is undone; null where it has changed nothing. */
export const strokeOf = (transaction: Transaction): number | null => batches.get(transaction) ?? null

/**
 * The holding's next sequence number. Locks the holding's row until the transaction ends, so that the
 * numbers appear in the order in which changes are committed and "everything since n" misses none.
 */
export const nextSeq = (db: Database, holdingId: string, transaction: Transaction): Promise<number> => nextSeqs(db, holdingId, 1, transaction)

/** The first of so many numbers, all of them taken. */
export async function nextSeqs(db: Database, holdingId: string, many: number, transaction: Transaction): Promise<number> {
  const [row] = await db.sequelize.query<{ seq: number }>('UPDATE holdings SET seq = seq + :many WHERE id = :holdingId RETURNING seq', {
    replacements: { holdingId, many },
    type: QueryTypes.SELECT,
    transaction,
  })
  if (!row) throw new Error('a holding without a row')
  const first = row.seq - many + 1
  if (!batches.has(transaction) && !apart.has(transaction)) batches.set(transaction, first)
  return first
}

interface Entry {
  readonly kind: string
  readonly rowId: string
  readonly version: number
  readonly state: unknown
}

/** Keeps what a row has become: nothing a keeper wrote is ever lost. */
export const writeHistory = (db: Database, writer: Writer, seq: number, entry: Entry, transaction: Transaction): Promise<void> =>
  writeHistories(db, writer, [{ seq, ...entry }], transaction)

/** The same of many rows at once. */
export async function writeHistories(
  db: Database,
  { holdingId, keeperId, at }: Writer,
  entries: readonly (Entry & { readonly seq: number })[],
  transaction: Transaction,
): Promise<void> {
  const batch = batches.get(transaction)
  await db.model('history').bulkCreate(
    entries.map((entry) => ({ holdingId, batch: batch ?? entry.seq, ...entry, keeperId, savedAt: at })),
    { transaction },
  )
}
