/** The built server as a process of its own. */
import { fork, type ChildProcess } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

export const SERVER = fileURLToPath(new URL('../../.build/server.mjs', import.meta.url))

export interface Started {
  readonly child: ChildProcess
  readonly message: { readonly listening?: number; readonly fault?: string; readonly message?: string }
  readonly logs: string[]
  readonly exit: Promise<number | null>
}

export const environment = (databaseUrl: string, over: NodeJS.ProcessEnv = {}): NodeJS.ProcessEnv => ({
  PATH: process.env.PATH,
  DATABASE_URL: databaseUrl,
  PORT: '0',
  SESSION_SECRET: 's'.repeat(40),
  LOG_LEVEL: 'info',
  ...over,
})

/** Starts it and waits for its first word: that it listens, or why not. */
export function startProcess(databaseUrl: string, over: NodeJS.ProcessEnv = {}): Promise<Started> {
  if (!existsSync(SERVER)) throw new Error('The server is not built: run npm test, which builds it first.')
  const child = fork(SERVER, [], { env: environment(databaseUrl, over), stdio: ['ignore', 'pipe', 'pipe', 'ipc'] })
  const logs: string[] = []
  child.stdout?.on('data', (part: Buffer) => logs.push(...part.toString().trim().split('\n')))
  const exit = new Promise<number | null>((resolve) => child.on('exit', resolve))
  return new Promise((resolve) => child.on('message', (message) => resolve({ child, message: message as Started['message'], logs, exit })))
}

/** Ends it as an operator would. */
export async function stopProcess({ child, exit }: Started): Promise<void> {
  child.kill('SIGTERM')
  await exit
}
