import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useConnection } from './connection.ts'

const answer = (status: number, body: unknown = {}) => new Response(status === 204 ? null : JSON.stringify(body), { status })

describe('a call that outlives trouble', () => {
  const replies: (() => Response | Promise<Response>)[] = []
  const sent: { path: string; body: unknown }[] = []
  let ready = false
  beforeEach(() => {
    setActivePinia(createPinia())
    vi.useFakeTimers()
    replies.length = 0
    sent.length = 0
    ready = false
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
      if (path === '/readyz') return Promise.resolve(answer(ready ? 200 : 503))
      sent.push({ path, body: init?.body })
      const next = replies.shift()
      return next ? Promise.resolve(next()) : Promise.reject(new TypeError('network'))
    })
  })
  afterEach(() => vi.useRealTimers())

  it('waits while the records are out of reach, then sends the very same again', async () => {
    const connection = useConnection()
    replies.push(() => answer(503, { detail: 'The records cannot be reached.' }))
    const done = connection.persist('PUT', '/counts/1', { mites: 2 })
    await vi.advanceTimersByTimeAsync(4000)
    expect(connection.lost).toBe('The records cannot be reached.')
    expect(sent).toHaveLength(1)
    ready = true
    replies.push(() => answer(201, { kept: true }))
    await vi.advanceTimersByTimeAsync(2000)
    expect(await done).toEqual({ kept: true })
    expect(connection.lost).toBeNull()
    expect(sent[1]).toEqual(sent[0])
  })

  it('takes a network that is gone for the same', async () => {
    const connection = useConnection()
    const done = connection.persist('GET', '/yards')
    await vi.advanceTimersByTimeAsync(100)
    expect(connection.lost).toMatch(/cannot be reached/)
    ready = true
    replies.push(() => answer(200, []))
    await vi.advanceTimersByTimeAsync(2000)
    expect(await done).toEqual([])
  })

  it('waits for a new sign-in when the session has ended', async () => {
    const connection = useConnection()
    replies.push(() => answer(401, { detail: 'You are not signed in.' }))
    const done = connection.persist('PUT', '/counts/1', {})
    await vi.advanceTimersByTimeAsync(50)
    expect(connection.signedOut).toBe(true)
    replies.push(() => answer(200, 1))
    connection.signedIn()
    expect(await done).toBe(1)
    expect(connection.signedOut).toBe(false)
  })

  it('hands a refusal on at once, with its fields', async () => {
    replies.push(() => answer(400, { detail: 'No.', errors: [{ path: 'mites', sentence: 'Too many.' }] }))
    const fault = await useConnection()
      .persist('PUT', '/counts/1', {})
      .catch((f: unknown) => f)
    expect(fault).toMatchObject({ status: 400, message: 'No.', faults: [{ path: 'mites', sentence: 'Too many.' }] })
  })
})
