import { fork, type ChildProcess } from 'node:child_process'
import { existsSync } from 'node:fs'
import { get } from 'node:http'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApi, type Api } from '../api/harness.ts'

const SERVER = fileURLToPath(new URL('../../.build/server.mjs', import.meta.url))
let api: Api
beforeAll(async () => {
  if (!existsSync(SERVER)) throw new Error('The server is not built: run npm test, which builds it first.')
  api = await startApi({ demo: false })
})
afterAll(() => api.close())

const env = (over: NodeJS.ProcessEnv = {}) => ({
  PATH: process.env.PATH,
  DATABASE_URL: api.url,
  PORT: '0',
  SESSION_SECRET: 's'.repeat(40),
  LOG_LEVEL: 'info',
  ...over,
})

interface Started {
  child: ChildProcess
  message: { listening?: number; fault?: string; message?: string }
  logs: string[]
  exit: Promise<number | null>
}
function start(over: NodeJS.ProcessEnv = {}): Promise<Started> {
  const child = fork(SERVER, [], { env: env(over), stdio: ['ignore', 'pipe', 'pipe', 'ipc'] })
  const logs: string[] = []
  child.stdout?.on('data', (part: Buffer) => logs.push(...part.toString().trim().split('\n')))
  const exit = new Promise<number | null>((resolve) => child.on('exit', resolve))
  return new Promise((resolve) => child.on('message', (message) => resolve({ child, message: message as Started['message'], logs, exit })))
}
const status = (port: number, path: string) =>
  new Promise<number | undefined>((resolve, reject) =>
    get({ port, path, host: '127.0.0.1' }, (r) => resolve(r.resume().statusCode)).on('error', reject),
  )

describe('the server as a process', { timeout: 30_000 }, () => {
  it('migrates, listens, logs lines of JSON, and ends cleanly when told to', async () => {
    const { child, message, logs, exit } = await start()
    expect(message.listening).toBeGreaterThan(0)
    expect(await status(message.listening!, '/readyz')).toBe(200)
    expect(await status(message.listening!, '/api/holding')).toBe(401)
    child.kill('SIGTERM')
    expect(await exit).toBe(0)
    const lines = logs.map((l) => JSON.parse(l) as { msg: string; req?: { url: string; id: string } })
    expect(lines.map((l) => l.msg)).toEqual(expect.arrayContaining(['listening', 'stopping']))
    expect(lines.find((l) => l.req)?.req).toMatchObject({ url: '/api/holding', id: expect.stringMatching(/^[0-9a-f-]{36}$/) })
  })

  it('finishes what it was asked before it stops', async () => {
    const { child, message, exit } = await start()
    const asked = Promise.all(Array.from({ length: 8 }, () => status(message.listening!, '/readyz')))
    await new Promise((resolve) => setImmediate(resolve))
    child.kill('SIGINT')
    const answers = await asked.catch(() => [])
    expect(answers.every((s) => s === 200 || s === 503)).toBe(true)
    expect(await exit).toBe(0)
  })

  it('leaves nothing on the port when its starter is gone', async () => {
    const { child, message, exit } = await start()
    child.disconnect()
    expect(await exit).toBe(0)
    await expect(status(message.listening!, '/healthz')).rejects.toThrow()
  })

  it('tells its starter that the port is taken', async () => {
    const first = await start()
    const second = await start({ PORT: String(first.message.listening) })
    expect(second.message.fault).toBe('EADDRINUSE')
    expect(await second.exit).toBe(1)
    first.child.kill('SIGTERM')
    expect(await first.exit).toBe(0)
  })

  it('names the setting that is wrong', async () => {
    const child = fork(SERVER, [], { env: env({ SESSION_SECRET: 'short' }), stdio: ['ignore', 'pipe', 'pipe', 'ipc'] })
    let said = ''
    child.stderr?.on('data', (part: Buffer) => (said += part.toString()))
    const code = await new Promise((resolve) => child.on('exit', resolve))
    expect(code).not.toBe(0)
    expect(said).toMatch(/SESSION_SECRET/)
  })
})
