/** Several instances on one PostgreSQL behind a proxy: nothing may depend on which of them answers. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { id, startApi, type Api } from '../api/harness.ts'
import { startProcess, stopProcess, type Started } from './process.ts'
import { startProxy, type Proxy } from './proxy.ts'

let api: Api
let instances: Started[]
let proxy: Proxy
beforeAll(async () => {
  api = await startApi()
  const over = {
    COOKIE_SECURE: 'true',
    TRUST_PROXY: '1',
    SIGN_INS_PER_QUARTER: '4',
    LOG_LEVEL: 'warn',
    PUBLIC_URL: 'https://bees.example/',
    OUTBOX_OPEN: 'true',
  }
  // Both at once on a database: one of them migrates, the other waits.
  instances = await Promise.all([startProcess(api.url, over), startProcess(api.url, over)])
  proxy = await startProxy(() => instances.map((i) => i.message.listening ?? 0))
})
afterAll(async () => {
  await proxy.close()
  await Promise.all(instances.map(stopProcess))
  await api.close()
})

interface Reply {
  status: number
  body: unknown
  headers: Headers
}
async function ask(method: string, path: string, body?: unknown, cookie = ''): Promise<Reply> {
  const response = await fetch(`${proxy.url}/api${path}`, {
    method,
    headers: { cookie, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const text = await response.text()
  return {
    status: response.status,
    body: text && response.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text,
    headers: response.headers,
  }
}
async function signIn(): Promise<string> {
  const entered = await ask('POST', '/session/demo')
  expect(entered.status).toBe(204)
  return entered.headers.getSetCookie()[0]?.split(';')[0] ?? ''
}

describe('two instances behind a proxy', () => {
  it('both answer, and one session holds on both; the cookie is for TLS alone', async () => {
    const entered = await ask('POST', '/session/demo')
    expect(entered.headers.getSetCookie()[0]).toMatch(/; Secure/)
    const cookie = entered.headers.getSetCookie()[0]?.split(';')[0] ?? ''
    proxy.served.length = 0
    for (let i = 0; i < 4; i++) expect((await ask('GET', '/holding', undefined, cookie)).status).toBe(200)
    expect(new Set(proxy.served).size).toBe(2)
    expect((await ask('DELETE', '/session', undefined, cookie)).status).toBe(204)
    for (let i = 0; i < 2; i++) expect((await ask('GET', '/holding', undefined, cookie)).status).toBe(401)
  })

  it('give the sequence without a gap or a number twice when both are written to at once', async () => {
    const cookie = await signIn()
    const before = ((await ask('GET', '/changes/last?limit=1', undefined, cookie)).body as { seq: number }[])[0]?.seq ?? 0
    const written = await Promise.all(
      Array.from({ length: 24 }, (_, i) => ask('PUT', `/yards/${id()}`, { name: `Yard ${i}`, place: 50 + i }, cookie)),
    )
    expect(written.every((w) => w.status === 201)).toBe(true)
    const { changes, upTo } = (await ask('GET', `/changes?since=${before}`, undefined, cookie)).body as { changes: { seq: number }[]; upTo: number }
    expect(changes.map((c) => c.seq)).toEqual(Array.from({ length: 24 }, (_, i) => before + 1 + i))
    expect(upTo).toBe(before + 24)
  })

  it('let one of two writers on the same version through, whichever instance they reach', async () => {
    const cookie = await signIn()
    const yard = id()
    await ask('PUT', `/yards/${yard}`, { name: 'Shared' }, cookie)
    const answers = await Promise.all(['A', 'B', 'C', 'D'].map((name) => ask('PUT', `/yards/${yard}`, { name, version: 1 }, cookie)))
    expect(answers.map((a) => a.status).toSorted()).toEqual([200, 409, 409, 409])
    const winner = answers.find((a) => a.status === 200)?.body as { name: string }
    for (const loser of answers.filter((a) => a.status === 409)) expect((loser.body as { current: { name: string } }).current.name).toBe(winner.name)
  })

  it('undo on one what was done on the other', async () => {
    const cookie = await signIn()
    const yard = id()
    await ask('PUT', `/yards/${yard}`, { name: 'Before' }, cookie)
    await ask('PUT', `/yards/${yard}`, { name: 'After', version: 1 }, cookie)
    const [entry] = (await ask('GET', `/changes/last?yard=${yard}`, undefined, cookie)).body as { seq: number }[]
    const undone = await Promise.all([1, 2].map(() => ask('POST', `/changes/${entry?.seq}/undo`, undefined, cookie)))
    expect(undone.map((u) => u.status).toSorted()).toEqual([204, 409])
    for (let i = 0; i < 2; i++) expect(((await ask('GET', `/yards/${yard}`, undefined, cookie)).body as { name: string }).name).toBe('Before')
  })

  it('count tries together', async () => {
    const answers = []
    for (let i = 0; i < 6; i++) answers.push((await ask('POST', '/session', { email: 'nobody@example.test', password: 'a guess or two' })).status)
    expect(answers).toEqual([401, 401, 401, 401, 429, 429])
  })

  it('write links with the address outside', async () => {
    const cookie = await signIn()
    const made = await ask('PUT', `/invitations/${id()}`, { forWhom: 'P', role: 'reader' }, cookie)
    expect((made.body as { link: string }).link).toMatch(/^https:\/\/bees\.example\/invitation\//)
  })

  it('go on with one of them when the other ends', async () => {
    const cookie = await signIn()
    const [, second] = instances
    await stopProcess(second!)
    instances = instances.slice(0, 1)
    for (let i = 0; i < 3; i++) expect((await ask('GET', '/holding', undefined, cookie)).status).toBe(200)
  })
})
