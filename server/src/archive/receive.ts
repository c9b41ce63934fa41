import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { Request } from 'express'
import { MOST_OF_HOLDING } from '../photos/room.ts'
import { Problem } from '../problems/problem.ts'
import { IN } from './heavy.ts'

/** The largest file that is taken, bytes: all photographs of a full holding, and rows of many years. */
const MOST = 2 * MOST_OF_HOLDING

/** Takes what is sent onto the disk, so that no slow line holds a connection and no large file the memory. */
export async function receive(req: Request): Promise<{ path: string; drop: () => Promise<void> }> {
  const dir = await mkdtemp(join(tmpdir(), IN))
  const drop = () => rm(dir, { recursive: true, force: true })
  const path = join(dir, 'given')
  let bytes = 0
  async function* counted(source: AsyncIterable<Buffer>) {
    for await (const piece of source) {
      bytes += piece.length
      if (bytes > MOST) throw new Problem(413, 'too-large', 'That file is larger than any export of a holding.')
      yield piece
    }
  }
  try {
    await pipeline(req, counted, createWriteStream(path))
    if (bytes === 0) throw Problem.invalid([{ path: 'file', sentence: 'The file is empty.' }])
    return { path, drop }
  } catch (fault) {
    await drop()
    throw fault
  }
}
