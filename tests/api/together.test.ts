/** Many at once: one keeper's work does not stop the others, and a thousand rows are one stroke. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Queues } from '../../server/src/api/queues.ts'
import { id, startApi, type Api } from './harness.ts'

let api: Api
beforeAll(async () => {
  // One connection for all: whoever waits for it while it holds back the others shows here.
  api = await startApi({ demo: false })
})
afterAll(() => api.close())

describe('many writes of one holding', () => {
  it('wait among themselves: a stranger is answered between them, and none is refused', async () => {
    const [busy, stranger] = [await api.newHolding(), await api.newHolding()]
    const order: string[] = []
    const done = (who: string) => (response: { status: number }) => {
      order.push(who)
      return response.status
    }
    const writes = Array.from({ length: 40 }, () => busy.client.put(`/api/yards/${id()}`).send({ name: 'A yard' }).then(done('busy')))
    await Promise.race(writes)
    const read = stranger.client.get('/api/changes/last').then(done('stranger'))
    const write = stranger.client.put(`/api/yards/${id()}`).send({ name: 'Mine' }).then(done('stranger'))
    expect(new Set(await Promise.all(writes))).toEqual(new Set([201]))
    expect(await Promise.all([read, write])).toEqual([200, 201])
    // Both came in after the first of forty: were the forty before them in one line, they would be the last.
    expect(order.lastIndexOf('stranger')).toBeLessThan(30)
  })

  it('take one connection of ten at a time, however many they are', async () => {
    const wide = await startApi({ demo: false, connections: 10 })
    try {
      const busy = await wide.newHolding()
      const { pool } = wide.db.sequelize.connectionManager as unknown as { pool: { using: number; waiting: number } }
      await Promise.all(Array.from({ length: 10 }, () => wide.db.sequelize.query('SELECT pg_sleep(0.1)')))
      let most = 0
      const watch = setInterval(() => (most = Math.max(most, pool.using + pool.waiting)), 1)
      await Promise.all(Array.from({ length: 40 }, () => busy.client.put(`/api/yards/${id()}`).send({ name: 'A yard' }).expect(201)))
      clearInterval(watch)
      expect(most).toBeGreaterThan(0)
      expect(most).toBeLessThanOrEqual(2)
    } finally {
      await wide.close()
    }
  })

  it('are told to wait where they are more than can be kept', async () => {
    const queues = new Queues()
    let open = () => {}
    const gate = new Promise<void>((resolve) => (open = resolve))
    const waiting = Array.from({ length: 201 }, (_, n) => queues.run('a', async () => (await gate, n)))
    await expect(queues.run('a', () => 0)).rejects.toThrow(/More is being written/)
    expect(await queues.run('b', () => 'another holding')).toBe('another holding')
    open()
    expect((await Promise.all(waiting)).at(-1)).toBe(200)
    expect(await queues.run('a', () => 'again')).toBe('again')
  })

  it('hand on what goes wrong, and go on', async () => {
    const queues = new Queues()
    await expect(queues.run('a', () => Promise.reject(new Error('this one')))).rejects.toThrow('this one')
    expect(await queues.run('a', () => 1)).toBe(1)
  })
})

describe('a thousand rows', () => {
  it('are one stroke: kept with their samples and history, the same again, changed, and undone', async () => {
    const { client } = await api.newHolding()
    const yardId = id()
    await client.put(`/api/yards/${yardId}`).send({ name: 'A yard' }).expect(201)
    const colonies = Array.from({ length: 20 }, (_, n) => ({ id: id(), name: `Colony ${n}`, since: '2026-03-01' }))
    const placements = colonies.map((c, n) => ({ id: id(), colonyId: c.id, yardId, position: n + 1, fromDay: '2026-03-01' }))
    await client.post('/api/records').send({ colonies, placements }).expect(200)
    const counts = Array.from({ length: 1000 }, (_, n) => ({
      id: id(),
      colonyId: colonies[n % 20]!.id,
      onDay: `2026-0${4 + (n % 4)}-${String(1 + (n % 28)).padStart(2, '0')}`,
      method: 'wash',
      samples: [
        { mites: n % 40, bees: 300 },
        { mites: 1, bees: 150 },
      ],
    }))
    const kept = (await client.post('/api/records').send({ counts }).expect(200)).body.counts
    expect(kept).toEqual(counts.map((c) => ({ id: c.id, version: 1 })))
    expect((await client.post('/api/records').send({ counts }).expect(200)).body.counts).toEqual(kept)
    const [last] = (await client.get('/api/changes/last?limit=1')).body
    expect(last).toMatchObject({
      id: counts[999]!.id,
      state: {
        samples: [
          { mites: 39, bees: 300 },
          { mites: 1, bees: 150 },
        ],
      },
    })

    const [one, two] = [counts[0]!, counts[1]!]
    const changed = { ...one, version: 1, samples: [{ mites: 7, bees: 310 }] }
    await client
      .post('/api/records')
      .send({ counts: [changed, two] })
      .expect(200)
    const history = (await client.get(`/api/history/${one.id}`).expect(200)).body
    expect(history.map((h: { version: number; state: { samples: unknown[] } }) => [h.version, h.state.samples.length])).toEqual([
      [1, 2],
      [2, 1],
    ])
    expect((await client.get(`/api/history/${two.id}`)).body).toHaveLength(1)
    // A refusal names its row, and nothing of the stroke is kept.
    const wrong = await client.post('/api/records').send({
      counts: [
        { ...counts[2]!, id: id() },
        { ...counts[3]!, id: id(), onDay: '2027-01-01' },
      ],
    })
    expect([wrong.status, wrong.body.detail]).toEqual([400, expect.stringMatching(/^Row 2: /)])
    const twice = await client.post('/api/records').send({
      counts: [
        { ...two, id: one.id },
        { ...two, id: one.id },
      ],
    })
    expect(twice.body.detail).toMatch(/id of a row before it/)
    const seq = (await client.get('/api/changes/last?limit=1')).body[0].seq
    await client.post(`/api/changes/${seq}/undo`).expect(204)
    expect((await client.get(`/api/history/${one.id}`)).body.at(-1).state.samples).toHaveLength(2)
    await client.post(`/api/changes/${last.seq}/undo`).expect(409)
  })
})
