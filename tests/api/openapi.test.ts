import { Validator } from '@seriousme/openapi-schema-validator'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pino } from 'pino'
import { bodyOf } from '@thistle/core/bodies'
import { makeLimits } from '../../server/src/access/limits.ts'
import { allRoutes } from '../../server/src/app.ts'
import { readConfig } from '../../server/src/config.ts'
import { contractOf } from './contract.ts'
import { startApi, type Api } from './harness.ts'

let api: Api
beforeAll(async () => {
  api = await startApi()
})
afterAll(() => api.close())

describe('the description of the API', () => {
  it('is OpenAPI 3.1 by an independent validator (@seriousme/openapi-schema-validator)', async () => {
    const validator = new Validator()
    const result = await validator.validate(structuredClone(api.described) as never)
    expect(result.errors ?? []).toEqual([])
    expect(result.valid).toBe(true)
    expect(validator.version).toBe('3.1')
  })

  it('names every operation once, and says what each takes and answers', () => {
    const operations = Object.values(api.described.paths).flatMap((path) => Object.values(path)) as unknown as {
      operationId: string
      summary: string
      responses: Record<string, unknown>
    }[]
    expect(new Set(operations.map((o) => o.operationId)).size).toBe(operations.length)
    for (const { summary, responses } of operations) {
      expect(summary.length).toBeGreaterThan(5)
      expect(Object.keys(responses).some((status) => status.startsWith('2'))).toBe(true)
    }
  })

  it('takes the very bodies that the page checks before it sends them', () => {
    const never = () => {
      throw new Error('nothing is asked')
    }
    const config = readConfig({ DATABASE_URL: api.url, SESSION_SECRET: 'x'.repeat(40), LOG_LEVEL: 'silent' })
    const parts = {
      config,
      db: api.db,
      clock: never,
      logger: pino({ level: 'silent' }),
      isReady: never,
      publicUrl: never,
      weatherUrl: '',
      probeUrl: '',
    }
    const routes = allRoutes(parts, makeLimits({} as never, config))
    const taking = routes.filter((r) => r.body && !r.checksBody)
    expect(taking.length).toBeGreaterThan(25)
    for (const r of taking) expect(bodyOf(r.method, r.path) === r.body, `${r.method} ${r.path}`).toBe(true)
    for (const r of routes.filter((x) => !x.body)) expect(bodyOf(r.method, r.path), `${r.method} ${r.path}`).toBeNull()
  })

  it('would be missed by an answer that is not as described', () => {
    const wrongWith = contractOf(api.described)
    const good = { method: 'GET', path: '/api/yards', status: 200, type: 'application/json', body: [] }
    expect(wrongWith(good)).toBeNull()
    expect(wrongWith({ ...good, body: [{ id: 'x' }] })).toMatch(/must have required property/)
    expect(wrongWith({ ...good, body: {} })).toMatch(/must be array/)
    expect(wrongWith({ ...good, status: 418 })).toMatch(/not among/)
    expect(wrongWith({ ...good, type: 'text/html' })).toMatch(/described is application\/json/)
    expect(wrongWith({ ...good, method: 'PATCH', status: 200 })).toMatch(/not described/)
  })
})
