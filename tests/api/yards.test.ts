import pg from 'pg'
import { reviewedRounds } from '@thistle/core/book'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { demoId, demoRows, loadDemo } from '../../server/src/demo/load.ts'
import { admin, id, isProblem, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
const quarry = demoId('yard Quarry Bank')

beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())

const names = async (yardId: string) =>
  ((await demo.get(`/api/yards/${yardId}`).expect(200)).body as YardRecord).colonies.map((c) => `${c.placement.position} ${c.name}`)

describe('what is old', () => {
  it('is read where it still matters: what hangs in a hive, the newest of each colony; the rest where it is asked for', async () => {
    const other = await startApi()
    const keeper = await other.demo()
    const before = (await keeper.get('/api/yards').expect(200)).body as YardRecord[]
    const bramble = (yards: YardRecord[]) => yards.flatMap((y) => y.colonies).find((c) => c.name === 'Bramble')!
    const all = (yards: YardRecord[]) => yards.flatMap((y) => y.colonies.flatMap((c) => c.counts)).length
    expect(bramble(before).counts.length).toBeGreaterThan(1)
    await keeper.post('/api/holding/date').send({ on: '2028-12-01' }).expect(204)
    const after = (await keeper.get('/api/yards').expect(200)).body as YardRecord[]
    // Its strips were never taken out: two years later they still hang there, and have to come out.
    const hung = bramble(after)
    expect(hung.courses.map((c) => c.treatment)).toContain('amitraz-strip')
    const settings = (await keeper.get('/api/holding').expect(200)).body.settings as SettingsRecord
    const state = yardState(
      after.find((y) => y.name === 'Quarry Bank')!,
      settings,
    ).row.find((r) => r.colony.name === 'Bramble')!
    expect(state.steps[0]).toMatchObject({ due: 'overdue', job: { job: 'remove' } })
    for (const c of after.flatMap((y) => y.colonies)) {
      const was = before.flatMap((y) => y.colonies).find((x) => x.id === c.id)!
      if (was.counts.length > 0) expect(c.counts.at(-1), c.name).toEqual(was.counts.at(-1))
      if (was.courses.length > 0) expect(c.courses.at(-1)?.id, c.name).toBe(was.courses.at(-1)?.id)
    }
    expect(all(after)).toBeLessThan(all(before))
    const asked = (await keeper.get('/api/yards?since=2025-01-01').expect(200)).body as YardRecord[]
    expect(all(asked)).toBeGreaterThanOrEqual(all(before))
    isProblem(await keeper.get('/api/yards?since=soon').expect(400))
    await other.close()
  })
})

describe('the row', () => {
  it('is read whole in one statement, however many colonies stand in it', async () => {
    await demo.get(`/api/yards/${quarry}`).expect(200)
    const asked = vi.spyOn(pg.Client.prototype, 'query')
    const yard = (await demo.get(`/api/yards/${quarry}`).expect(200)).body as YardRecord
    const statements = asked.mock.calls.length
    asked.mockRestore()
    expect(yard.colonies).toHaveLength(9)
    // One for the session, one for the scope, one for the yard.
    expect(statements).toBe(3)
    const hazel = yard.colonies.find((c) => c.name === 'Hazel')
    expect(hazel).toMatchObject({ placement: { position: 7 }, look: { framesOfBees: 14, supers: 'for-people' } })
    expect(hazel?.counts.at(-1)).toMatchObject({ onDay: '2026-08-11', samples: [{ mites: 11, bees: 300, days: null }] })
  })

  it('shows observed days, then nine of forecast, and no more', async () => {
    const { weather, today } = (await demo.get(`/api/yards/${quarry}`)).body as YardRecord
    expect(today).toBe('2026-08-12')
    expect(weather.at(-1)?.date).toBe('2026-08-21')
    expect(weather.filter((d) => d.kind === 'observed').every((d) => d.date < today)).toBe(true)
  })

  it('takes a colony to another place, and those behind move up', async () => {
    const [colony, placementId] = [demoId('colony Juniper'), id()]
    const body = { placementId, yardId: quarry, position: 2, onDay: '2026-08-12' }
    await demo.post(`/api/colonies/${colony}/move`).send(body).expect(200)
    await demo.post(`/api/colonies/${colony}/move`).send(body).expect(200)
    expect((await names(quarry)).slice(0, 4)).toEqual(['1 Alder', '2 Juniper', '3 Bramble', '4 Clover'])
    const { body: history } = await demo.get(`/api/history/${demoId('placement Juniper')}`).expect(200)
    expect(history.at(-1).state).toMatchObject({ toDay: '2026-08-12', position: 9 })
  })

  it('takes a colony to another yard with all its records, and leaves its old place in the history', async () => {
    const orchard = demoId('yard Mill Orchard')
    await demo
      .post(`/api/colonies/${demoId('colony Alder')}/move`)
      .send({ placementId: id(), yardId: orchard, position: 13, onDay: '2026-08-12' })
      .expect(200)
    expect(await names(quarry)).not.toContain('1 Alder')
    const yard = (await demo.get(`/api/yards/${orchard}`)).body as YardRecord
    expect(yard.colonies.at(-1)).toMatchObject({ name: 'Alder' })
    expect(yard.colonies.at(-1)?.counts.length).toBeGreaterThan(0)
  })

  it('refuses a move to come, one before it came, and one to nowhere', async () => {
    const move = (body: object) =>
      demo.post(`/api/colonies/${demoId('colony Elder')}/move`).send({ placementId: id(), yardId: quarry, position: 1, onDay: '2026-08-12', ...body })
    expect((await move({ onDay: '2026-08-13' })).body.errors[0].path).toBe('onDay')
    expect((await move({ onDay: '2026-02-01' })).body.errors[0].path).toBe('onDay')
    expect((await move({ yardId: id() })).status).toBe(404)
    expect((await move({ position: 0 })).body.errors[0].path).toBe('position')
  })

  it('loses a colony that is retired, and keeps its records', async () => {
    const colony = demoId('colony Dogrose')
    const body = { name: 'Dogrose', since: '2026-03-01', retiredOn: '2026-08-12', retiredWhy: 'united with Fern', version: 1 }
    await demo.put(`/api/colonies/${colony}`).send(body).expect(200)
    expect((await names(quarry)).join()).not.toContain('Dogrose')
    await demo.get(`/api/history/${colony}`).expect(200)
  })
})

describe('today', () => {
  it('is the yard’s own where a holding lives in real time', async () => {
    const mine = await api.newHolding()
    const [east, west] = [id(), id()]
    await mine.client.put(`/api/yards/${east}`).send({ name: 'East', timeZone: 'Pacific/Auckland', hemisphere: 'south' }).expect(201)
    await mine.client.put(`/api/yards/${west}`).send({ name: 'West', timeZone: 'America/Los_Angeles' }).expect(201)
    api.setNow(new Date('2026-08-12T22:30:00Z'))
    const today = async (yard: string) => ((await mine.client.get(`/api/yards/${yard}`)).body as YardRecord).today
    expect(await today(east)).toBe('2026-08-13')
    expect(await today(west)).toBe('2026-08-12')
    api.setNow(new Date('2026-08-12T10:00:00Z'))
    await mine.client.post('/api/holding/date').send({ on: '2026-09-01' }).expect(404)
  })

  it('of the demo is stepped within its season', async () => {
    await demo.post('/api/holding/date').send({ on: '2026-08-20' }).expect(204)
    expect(((await demo.get(`/api/yards/${quarry}`)).body as YardRecord).today).toBe('2026-08-20')
    expect((await demo.post('/api/holding/date').send({ on: '2029-08-20' })).body.errors[0].path).toBe('on')
    expect((await demo.post('/api/holding/date').send({ on: '2026-08-11' })).status).toBe(400)
  })
})

describe('the demo', () => {
  it('comes back as it was, and leaves other holdings alone', async () => {
    const mine = await api.newHolding()
    await mine.client.put(`/api/yards/${id()}`).send({ name: 'Mine' }).expect(201)
    expect(await loadDemo(api.db, { again: false })).toBe(false)
    expect(await loadDemo(api.db, { again: true })).toBe(true)
    expect((await mine.client.get('/api/yards')).body).toHaveLength(1)
    demo = await api.demo()
    expect(await names(quarry)).toContain('4 Dogrose')
  })

  it('shows five yards and 38 colonies, of every kind a keeper meets', async () => {
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const states = yards.flatMap((y) => yardState(y, settings).row)
    expect(yards).toHaveLength(5)
    expect(states).toHaveLength(38)
    const levels = (level: string) => states.filter((s) => s.judgement.level === level).length
    expect(levels('urgent')).toBe(4)
    expect(levels('under')).toBeGreaterThan(5)
    expect(levels('watch')).toBeGreaterThan(3)
    expect(states.filter((s) => s.situation.colony.queen === 'absent')).toHaveLength(1)
    expect(states.filter((s) => s.colony.hivedOn !== null)).toHaveLength(1)
    expect(states.filter((s) => s.courses.some((c) => c.running))).toHaveLength(9)
    expect(states.filter((s) => s.steps.some((x) => x.due === 'overdue' && x.job?.job === 'remove')).map((s) => s.colony.name)).toEqual(['Bramble'])
    const verdicts = states.flatMap((s) => s.courses.flatMap((c) => c.outcome?.verdict ?? []))
    expect(verdicts.filter((v) => v === 'short')).toHaveLength(1)
    expect(verdicts.filter((v) => v === 'unclear')).toHaveLength(10)
    // Each by itself two jars cannot tell; together those of the trial do.
    const rounds = reviewedRounds(
      yards.map((y) => yardState(y, settings)),
      '2026-01-01',
    )
    expect(rounds.map((r) => `${r.treatment.key} ${r.from}: ${r.verdict}`)).toEqual(
      expect.arrayContaining(['amitraz-strip 2026-05-22: fell-short', 'amitraz-strip 2026-03-08: too-few', 'oxalic-vapour 2026-03-08: worked']),
    )
  })

  it('is the same at every loading', () => expect(demoRows()).toEqual(demoRows()))
})

describe('when the database is gone', () => {
  it('says so in a problem document, is not ready, and comes back by itself', async () => {
    const name = new URL(api.url).pathname.slice(1)
    await admin(`ALTER DATABASE ${name} WITH ALLOW_CONNECTIONS false`)
    await admin(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${name}'`)
    const response = await demo.get(`/api/yards/${quarry}`)
    expect(response.status).toBe(503)
    expect(isProblem(response)).toBe(true)
    await api.client().get('/readyz').expect(503)
    await api.client().get('/healthz').expect(200)
    await admin(`ALTER DATABASE ${name} WITH ALLOW_CONNECTIONS true`)
    await demo.get(`/api/yards/${quarry}`).expect(200)
    await api.client().get('/readyz').expect(200)
  })
})
