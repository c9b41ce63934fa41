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

/** The number by which everything of this transaction is undone; null where it has changed nothing. */
export const strokeOf = (transaction: Transaction): number | null => batches.get(transaction) ?? null

/**
 * The holding's next sequence number. Locks the holding's row until the transaction ends, so that the
 * numbers appear in the order in which changes are committed and "everything since n" misses none.
 */
export async function nextSeq(db: Database, holdingId: string, transaction: Transaction): Promise<number> {
  const [row] = await db.sequelize.query<{ seq: number }>('UPDATE holdings SET seq = seq + 1 WHERE id = :holdingId RETURNING seq', {
    replacements: { holdingId },
    type: QueryTypes.SELECT,
    transaction,
  })
  if (!row) throw new Error('a holding without a row')
  if (!batches.has(transaction)) batches.set(transaction, row.seq)
  return row.seq
}

/** Keeps what a row has become: nothing a keeper wrote is ever lost. */
export async function writeHistory(
  db: Database,
  writer: Writer,
  seq: number,
  entry: { kind: string; rowId: string; version: number; state: unknown },
  transaction: Transaction,
): Promise<void> {
  const batch = batches.get(transaction) ?? seq
  await db
    .model('history')
    .create({ holdingId: writer.holdingId, seq, batch, ...entry, keeperId: writer.keeperId, savedAt: writer.at }, { transaction })
}
