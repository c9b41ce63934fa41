import { Validator } from '@seriousme/openapi-schema-validator'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
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
