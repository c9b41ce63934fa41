/** The two lines of docs/running.md, tried. */
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { KEEPER } from '../../server/src/demo/holding.ts'
import { createDatabase, id, startApi, type Api } from '../api/harness.ts'
import { shell } from './database-tools.ts'
import { startProcess, stopProcess } from './process.ts'

const RUNNING = readFileSync(new URL('../../docs/running.md', import.meta.url), 'utf8')
const lineOf = (program: string): string => {
  const line = RUNNING.split('\n').find((l) => l.startsWith(program))
  if (!line) throw new Error(`docs/running.md has no line of ${program}`)
  return line
}

let api: Api
const dir = mkdtempSync(join(tmpdir(), 'thistle-backup-'))
beforeAll(async () => {
  api = await startApi()
})
afterAll(async () => {
  rmSync(dir, { recursive: true, force: true })
  await api.close()
})

describe('a backup', () => {
  it('taken while the server works brings everything back: records, history, accounts, sequence', async () => {
    const demo = await api.demo()
    const before = (await demo.get('/api/yards').expect(200)).body
    const changes = (await demo.get('/api/changes/last?limit=100')).body
    const file = join(dir, 'backup.dump')
    await shell(lineOf('pg_dump'), { DATABASE_URL: api.url, BACKUP: file })
    expect(statSync(file).size).toBeGreaterThan(10_000)
    // What is written after the backup is lost with it.
    await demo.put(`/api/yards/${id()}`).send({ name: 'Too late' }).expect(201)

    const { url, drop } = await createDatabase()
    await shell(lineOf('pg_restore'), { DATABASE_URL: url, BACKUP: file })
    const restored = await startProcess(url, { LOG_LEVEL: 'warn', PAGE_DIR: '' })
    const base = `http://127.0.0.1:${restored.message.listening}/api`
    const entered = await fetch(`${base}/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: KEEPER.email, password: KEEPER.password }),
    })
    const headers = { cookie: entered.headers.getSetCookie()[0]?.split(';')[0] ?? '' }
    const read = async (path: string) => (await fetch(base + path, { headers })).json()
    const plain = (yards: { weatherFrom: unknown }[]) => yards.map(({ weatherFrom: _from, ...yard }) => yard)
    expect(plain(await read('/yards'))).toEqual(plain(before))
    expect(await read('/changes/last?limit=100')).toEqual(changes)
    const made = await fetch(`${base}/yards/${id()}`, {
      method: 'PUT',
      headers: { ...headers, 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'After' }),
    })
    expect(made.status).toBe(201)
    expect((await read('/changes/last?limit=1'))[0].seq).toBe(changes[0].seq + 1)
    await stopProcess(restored)
    await drop()
  })
})
