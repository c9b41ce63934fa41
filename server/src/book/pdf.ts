import { randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Worker } from 'node:worker_threads'
import { Queues } from '../api/queues.ts'
import { Problem } from '../problems/problem.ts'

/** A book to be set: plain texts alone. */
export interface PdfAsked {
  readonly title: string
  readonly subtitle: string
  readonly law: string
  readonly columns: readonly (readonly [title: string, width: number | '*'])[]
  readonly groups: readonly { readonly name: string; readonly rows: readonly (readonly string[])[] }[]
}
interface Job {
  readonly owner: string
  readonly name: string
  state: 'working' | 'ready' | 'failed'
  share: number
  pdf: Buffer | null
}
export interface PdfState {
  readonly state: Job['state']
  /** How much of it is done, 0-1. */
  readonly share: number
}

/** A thread runs what is bundled: beside the server, or, where that runs as it is written (in tests), in the build. */
const WORKER = ['./pdf-worker.mjs', '../../../.build/pdf-worker.mjs'].map((path) => fileURLToPath(new URL(path, import.meta.url))).find(existsSync)

/** Sets a book as PDF; `progress` hears how far it is. */
export function setPdf(asked: PdfAsked, progress: (share: number) => void): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    if (!WORKER) throw new Error('the worker that sets books is not built')
    const worker = new Worker(WORKER, { workerData: asked })
    worker.on('message', ({ share, pdf }: { share?: number; pdf?: Uint8Array }) => {
      if (share !== undefined) progress(share)
      if (pdf) resolve(Buffer.from(pdf))
    })
    worker.once('error', reject)
    worker.once('exit', () => reject(new Error('the setting of a book ended without one')))
  })
}

/** A finished book is handed out for so long, ms. */
const KEPT = 10 * 60_000
/** So many are kept at once, all keepers together. */
const MOST = 40

/** Books that are being set, and those that wait to be fetched. One is set at a time, and each keeper waits for one alone. */
export class PdfJobs {
  readonly #jobs = new Map<string, Job>()
  readonly #queues = new Queues()
  readonly #failed: (fault: unknown) => void

  /** `failed` hears why one could not be set. */
  constructor(failed: (fault: unknown) => void) {
    this.#failed = failed
  }

  /** Begins one; answers the id it is asked for by. */
  begin(owner: string, name: string, gather: () => Promise<PdfAsked>): string {
    if ([...this.#jobs.values()].some((job) => job.owner === owner && job.state === 'working'))
      throw Problem.tooMany('A book is being set for you already: wait for that one.', 10)
    for (const [id, job] of this.#jobs) if (job.state !== 'working' && this.#jobs.size >= MOST) this.#jobs.delete(id)
    const id = randomUUID()
    const job: Job = { owner, name, state: 'working', share: 0, pdf: null }
    this.#jobs.set(id, job)
    void this.#queues
      .run('books', async () => {
        job.pdf = await setPdf(await gather(), (share) => (job.share = Math.min(0.99, Math.max(job.share, share))))
        job.state = 'ready'
        job.share = 1
      })
      .catch((fault: unknown) => {
        job.state = 'failed'
        this.#failed(fault)
      })
      .finally(() => setTimeout(() => this.#jobs.delete(id), KEPT).unref())
    return id
  }

  #of(owner: string, id: string): Job {
    const job = this.#jobs.get(id)
    if (!job || job.owner !== owner) throw Problem.notFound()
    return job
  }
  state(owner: string, id: string): PdfState {
    const { state, share } = this.#of(owner, id)
    return { state, share }
  }
  fetch(owner: string, id: string): { readonly name: string; readonly pdf: Buffer } {
    const { name, pdf } = this.#of(owner, id)
    if (!pdf) throw Problem.notFound()
    return { name, pdf }
  }
}
