import { fork } from 'node:child_process'
import { get } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApi, type Api } from '../api/harness.ts'
import { environment, SERVER, startProcess } from './process.ts'

let api: Api
beforeAll(async () => {
  api = await startApi({ demo: false })
})
afterAll(() => api.close())

const start = (over: NodeJS.ProcessEnv = {}) => startProcess(api.url, over)
const status = (port: number, path: string) =>
  new Promise<number | undefined>((resolve, reject) =>
    get({ port, path, host: '127.0.0.1' }, (r) => resolve(r.resume().statusCode)).on('error', reject),
  )

describe('the server as a process', { timeout: 120_000 }, () => {
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

  it.each([
    ['SESSION_SECRET', 'short'],
    ['WEATHER_URL', 'ftp://forecast.example'],
    ['SMTP_URL', 'http://mail.example'],
    ['TRUST_PROXY', '99'],
    ['WRITES_PER_MINUTE', 'many'],
  ])('names the setting that is wrong: %s', async (name, value) => {
    const child = fork(SERVER, [], { env: environment(api.url, { [name]: value }), stdio: ['ignore', 'pipe', 'pipe', 'ipc'] })
    let said = ''
    child.stderr?.on('data', (part: Buffer) => (said += part.toString()))
    const code = await new Promise((resolve) => child.on('exit', resolve))
    expect(code).not.toBe(0)
    expect(said).toMatch(new RegExp(`The setting ${name}`))
  })
})
