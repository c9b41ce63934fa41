/** Links to read by, and trials as they are kept. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { TrialRecord, YardRecord } from '@thistle/core/holding'
import { shownUrl } from '../../server/src/api/shown-url.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
const NOW = new Date('2026-11-28T12:00:00Z')
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
beforeEach(async () => {
  api.setNow(NOW)
  await demo.post('/api/holding/fresh').expect(204)
})
const yards = async () => (await demo.get('/api/yards')).body as YardRecord[]
const WHOLE = { forWhom: 'The inspector', yards: null, parts: ['register', 'review'], days: 30 }
async function link(over: object = {}): Promise<string> {
  const { address } = (
    await demo
      .post('/api/reader-links')
      .send({ ...WHOLE, ...over })
      .expect(201)
  ).body as { address: string }
  return new URL(address).pathname.replace('/shared/', '')
}
const stranger = () => api.client()

describe('a link to read by', () => {
  it('shows what was chosen, to whoever has it, and nothing else', async () => {
    const secret = await link()
    const reader = stranger()
    expect((await reader.get(`/api/shared/${secret}`).expect(200)).body).toMatchObject({ forWhom: 'The inspector', parts: ['register', 'review'] })
    const { lines } = (await reader.get(`/api/shared/${secret}/register?year=2026`).expect(200)).body as { lines: unknown[] }
    expect(lines).toEqual(((await demo.get('/api/book/register?year=2026')).body as { lines: unknown[] }).lines)
    const rounds = (await reader.get(`/api/shared/${secret}/review?year=2026`).expect(200)).body as { lines: { verdict: string; name: string }[] }
    expect(rounds.lines.map((r) => r.verdict)).toContain('fell-short')
    expect((await reader.get(`/api/shared/${secret}/register/csv?year=2026`).expect(200)).text).toContain('Linden')
    for (const other of ['counts', 'looks', 'counts/csv'])
      expect((await reader.get(`/api/shared/${secret}/${other}?year=2026`)).status, other).toBe(404)
    // It opens no other door.
    expect((await reader.get('/api/yards')).status).toBe(401)
    expect((await reader.get('/api/book/register?year=2026')).status).toBe(401)
  })
  it('shows its yards alone, also when another is asked for', async () => {
    const [one, other] = await yards()
    const secret = await link({ yards: [one!.id], parts: ['register', 'counts', 'looks', 'review'] })
    const reader = stranger()
    expect((await reader.get(`/api/shared/${secret}`)).body).toMatchObject({ yards: [{ id: one!.id, name: one!.name }] })
    for (const part of ['register', 'counts', 'looks', 'review']) {
      const { lines } = (await reader.get(`/api/shared/${secret}/${part}?year=2026`).expect(200)).body as { lines: { yard: string }[] }
      expect(new Set(lines.map((l) => l.yard)), part).toEqual(new Set(lines.length > 0 ? [one!.name] : []))
      expect((await reader.get(`/api/shared/${secret}/${part}?year=2026&yard=${other!.id}`)).status, part).toBe(404)
    }
  })
  it('is over on its day, withdrawn by its owner, and never guessed', async () => {
    const secret = await link({ days: 2 })
    const reader = stranger()
    api.setNow(new Date(NOW.getTime() + 47 * 3_600_000))
    await reader.get(`/api/shared/${secret}`).expect(200)
    api.setNow(new Date(NOW.getTime() + 49 * 3_600_000))
    const over = await reader.get(`/api/shared/${secret}/register?year=2026`)
    expect([over.status, over.body.detail]).toEqual([404, 'This link is over, or was withdrawn. Ask whoever gave it to you for a new one.'])
    api.setNow(NOW)
    const other = await link()
    const { links } = (await demo.get('/api/reader-links').expect(200)).body as { links: { id: string; state: string; readAt: string | null }[] }
    expect(links[0]).toMatchObject({ state: 'open', readAt: null })
    expect(JSON.stringify(links)).not.toContain(other)
    await demo.delete(`/api/reader-links/${links[0]!.id}`).expect(204)
    expect((await reader.get(`/api/shared/${other}`)).status).toBe(404)
    expect((await demo.delete(`/api/reader-links/${links[0]!.id}`)).status).toBe(404)
    expect((await reader.get(`/api/shared/${'x'.repeat(43)}`)).status).toBe(404)
    expect((await reader.get('/api/shared/short')).status).toBe(404)
  })
  it('is made by owners alone, of their own yards, and refused where it says nothing', async () => {
    for (const wrong of [{ forWhom: '' }, { parts: [] }, { parts: ['everything'] }, { days: 0 }, { days: 4000 }, { yards: [] }, { yards: [id()] }])
      expect((await demo.post('/api/reader-links').send({ ...WHOLE, ...wrong })).status, JSON.stringify(wrong)).toBe(400)
    const { client } = await api.newHolding('helper')
    expect((await client.post('/api/reader-links').send(WHOLE)).status).toBe(403)
    expect((await client.get('/api/reader-links')).status).toBe(403)
    const other = (await api.newHolding()).client
    await link()
    const { links } = (await demo.get('/api/reader-links')).body as { links: { id: string }[] }
    expect((await other.delete(`/api/reader-links/${links[0]!.id}`)).status).toBe(404)
  })
  it('stands in no log', () => {
    const secret = 'a'.repeat(43)
    expect(shownUrl(`/api/shared/${secret}/register?year=2026`)).toBe('/api/shared/.../register?year=2026')
  })
})

describe('a trial', () => {
  const body = async (over: object = {}) => {
    const orchard = (await yards()).find((y) => y.name === 'Mill Orchard')!
    const drawn = orchard.colonies.slice(0, 6).map((c, i) => ({ colonyId: c.id, arm: i % 2, block: Math.floor(i / 2) + 1 }))
    return {
      yardId: orchard.id,
      name: 'Gel or nothing',
      startOn: '2026-08-13',
      arms: ['thymol-gel', 'untreated'],
      drawn,
      seed: 7,
      endedOn: null,
      note: null,
      ...over,
    }
  }
  const kept = async () => (await yards()).flatMap((y) => (y.trials ?? []) as TrialRecord[]).filter((t) => t.name === 'Gel or nothing')
  it('is kept with its arms and what was drawn, ended, taken away and put back', async () => {
    const trial = id()
    await demo
      .put(`/api/trials/${trial}`)
      .send(await body())
      .expect(201)
    expect(await kept()).toMatchObject([{ id: trial, version: 1, arms: ['thymol-gel', 'untreated'], seed: 7 }])
    await demo
      .put(`/api/trials/${trial}`)
      .send(await body({ version: 1, endedOn: '2026-08-12' }))
      .expect(200)
    expect(await kept()).toMatchObject([{ endedOn: '2026-08-12', version: 2 }])
    await demo.delete(`/api/trials/${trial}?version=2`).expect(200)
    expect(await kept()).toEqual([])
    const entry = ((await demo.get('/api/changes')).body as { changes: { seq: number; kind: string; state: { deletedAt?: string } }[] }).changes.find(
      (c) => c.kind === 'trial' && c.state.deletedAt,
    )
    await demo.post(`/api/changes/${entry!.seq}/undo`).expect((r) => expect(r.status).toBeLessThan(300))
    expect(await kept()).toHaveLength(1)
  })
  it('is refused with one colony a side, an arm that is not there, twice the same, days that cannot be, and another’s colonies', async () => {
    const { drawn } = await body()
    const one = drawn.map((d, i) => ({ ...d, arm: i === 0 ? 1 : 0 }))
    for (const [wrong, says] of [
      [{ drawn: one }, /Group 2 has 1: two colonies in each/],
      [{ drawn: drawn.map((d) => ({ ...d, arm: 3 })) }, /no such arm/],
      [{ arms: ['thymol-gel', 'thymol-gel'] }, /./],
      [{ arms: ['thymol-gel'] }, /./],
      [{ arms: ['thymol-gel', 'moonlight'] }, /./],
      [{ drawn: [...drawn.slice(0, 5), drawn[0]!] }, /./],
      [{ drawn: drawn.slice(0, 3) }, /./],
      [{ name: '' }, /./],
      [{ startOn: '2031-01-01' }, /too far ahead/],
      [{ startOn: '2025-06-01' }, /closed/],
      [{ endedOn: '2026-12-01' }, /to come/],
    ] as const) {
      const answer = await demo.put(`/api/trials/${id()}`).send(await body(wrong))
      expect(answer.status, JSON.stringify(wrong).slice(0, 80)).toBe(400)
      expect(JSON.stringify(answer.body)).toMatch(says)
    }
    const other = (await api.newHolding()).client
    expect((await other.put(`/api/trials/${id()}`).send(await body())).status).toBe(404)
    expect(await kept()).toEqual([])
  })
})
