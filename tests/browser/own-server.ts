/** A server of a test's own, which it may kill: over an empty database with the demo. */
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { createDatabase } from '../api/harness.ts'
import { startProcess, stopProcess, type Started } from '../commands/process.ts'

export interface OwnServer {
  readonly url: string
  /** The name of its database. */
  readonly database: string
  /** Ends it in the middle of whatever it does. */
  readonly kill: () => Promise<void>
  readonly start: () => Promise<void>
  readonly close: () => Promise<void>
}

export const PAGE = fileURLToPath(new URL('../../.build/page', import.meta.url))
const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })

export async function startOwnServer(over: NodeJS.ProcessEnv = {}): Promise<OwnServer> {
  const database = await createDatabase()
  const port = await freePort()
  let running: Started | null = null
  const start = async (): Promise<void> => {
    running = await startProcess(database.url, {
      PORT: String(port),
      PAGE_DIR: PAGE,
      OUTBOX_OPEN: 'true',
      LOG_LEVEL: 'warn',
      SIGN_INS_PER_QUARTER: '1000',
      ...over,
    })
  }
  await start()
  return {
    url: `http://127.0.0.1:${port}`,
    database: database.name,
    start,
    kill: async () => {
      running?.child.kill('SIGKILL')
      await running?.exit
    },
    close: async () => {
      if (running?.child.exitCode === null && running.child.signalCode === null) await stopProcess(running)
      await database.drop()
    },
  }
}
