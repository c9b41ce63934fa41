import { readdir, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Queues } from '../api/queues.ts'
import { Problem } from '../problems/problem.ts'

const queues = new Queues()
const under = new Set<string>()

/** The begin of the names of directories in which archives lie while they are packed or looked through. */
export const OUT = 'thistle-out-'
export const IN = 'thistle-in-'

/**
 * Work on an archive: one for each holding, its way onto the disk included, so that nobody fills the disk or the queue; and `packed` or
 * looked through one after the other.
 */
export async function oneAtATime<T>(holdingId: string, work: (packed: <R>(part: () => Promise<R>) => Promise<R>) => Promise<T>): Promise<T> {
  if (under.has(holdingId)) throw Problem.tooMany('An export of this holding is being packed or looked through already.', 20)
  under.add(holdingId)
  try {
    return await work((part) => queues.run('archives', part))
  } finally {
    under.delete(holdingId)
  }
}

const DAY_MS = 24 * 3600 * 1000
/** Takes away what a process that was killed left on the disk. */
export async function clearLeftovers(now: Date): Promise<void> {
  const names = (await readdir(tmpdir())).filter((name) => name.startsWith(OUT) || name.startsWith(IN))
  for (const name of names) {
    const path = join(tmpdir(), name)
    const found = await stat(path).catch(() => null)
    if (found && now.getTime() - found.mtimeMs > DAY_MS) await rm(path, { recursive: true, force: true })
  }
}
