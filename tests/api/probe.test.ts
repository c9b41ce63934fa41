/** The probe's stream as the page reads it: readings a line, nonsense left out, away where it is away. */
import { once } from 'node:events'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { describe, expect, it } from 'vitest'
import { startApi, type Api } from './harness.ts'

/** Some lines of the stream, then it is hung up. */
async function listen(api: Api, cookie: string, lines: number): Promise<string[]> {
  const server = createServer(api.app.express).listen(0, '127.0.0.1')
  await once(server, 'listening')
  try {
    const { port } = server.address() as AddressInfo
    const gone = new AbortController()
    const answer = await fetch(`http://127.0.0.1:${port}/api/probe`, { headers: { cookie }, signal: gone.signal })
    expect(answer.headers.get('content-type')).toMatch(/x-ndjson/)
    let text = ''
    for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>) {
      text += Buffer.from(part).toString()
      if (text.split('\n').length > lines) break
    }
    gone.abort()
    return text.split('\n').filter(Boolean)
  } finally {
    server.closeAllConnections()
    server.close()
  }
}
const cookieOf = async (api: Api): Promise<string> => {
  const { headers } = await api.client().post('/api/session/demo').expect(204)
  return String(headers['set-cookie']).split(';')[0]!
}

describe('the probe', () => {
  it('tells readings for as long as somebody listens, and is told of a charge', async () => {
    const api = await startApi()
    try {
      const demo = await api.demo()
      await demo.post('/api/probe/load').send({ grams: 2 }).expect(204)
      await demo.post('/api/probe/load').send({ grams: 0 }).expect(400)
      await demo.post('/api/probe/load').send({ grams: 200 }).expect(400)
      const found = (await listen(api, await cookieOf(api), 2)).map((l) => JSON.parse(l) as { probe: number; celsius: number })
      expect(found.length).toBeGreaterThanOrEqual(2)
      for (const { probe, celsius } of found) {
        expect(probe).toBe(1)
        // It was loaded a moment ago: it is on its way down.
        expect(celsius).toBeGreaterThan(100)
        expect(celsius).toBeLessThan(240)
      }
    } finally {
      await api.close()
    }
  })
  it('leaves out what is no reading, and says so where there is none', async () => {
    const lines = [
      '{"probe":1,"at":"2026-08-16T18:00:01.000Z","celsius":201}',
      'nonsense',
      '{"probe":2}',
      '{"probe":1,"at":"then","celsius":1}',
      '{"probe":1,"at":"2026-08-16T18:00:02.000Z","celsius":202,"of":"mine"}',
    ]
    const own = createServer((_req, res) => void res.end(`${lines.join('\n')}\n`)).listen(0, '127.0.0.1')
    await once(own, 'listening')
    const api = await startApi({ probeUrl: `http://127.0.0.1:${(own.address() as AddressInfo).port}` })
    const none = await startApi({ probeUrl: 'http://127.0.0.1:9' })
    try {
      expect((await listen(api, await cookieOf(api), 9)).map((l) => (JSON.parse(l) as { celsius: number }).celsius)).toEqual([201, 202])
      expect((await (await none.demo()).get('/api/probe').expect(503)).body).toMatchObject({
        detail: expect.stringMatching(/timed by the clock/) as string,
      })
    } finally {
      own.close()
      await api.close()
      await none.close()
    }
  })
})
