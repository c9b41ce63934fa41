import PQueue from 'p-queue'
import { Problem } from '../problems/problem.ts'

/** How many pieces of work of one holding may wait; more is a fault of a program, and told to wait. */
const MOST_WAITING = 200

/**
 * Work that writes in one holding waits for its own turn here, before it takes a connection: the holding's row lets one in at a time
 * anyway, and whatever waited for it inside the database would hold a connection that strangers need.
 */
export class Queues {
  readonly #of = new Map<string, PQueue>()

  async run<T>(holdingId: string, work: () => Promise<T> | T): Promise<T> {
    const queue = this.#of.get(holdingId) ?? new PQueue({ concurrency: 1 })
    this.#of.set(holdingId, queue)
    if (queue.size >= MOST_WAITING) throw Problem.tooMany('More is being written in this holding at once than can be kept.', 2)
    try {
      return await queue.add(async () => work())
    } finally {
      if (queue.size + queue.pending === 0) this.#of.delete(holdingId)
    }
  }
}
