/** A season to practise on: begun, counted, looked into, treated and ended, and its truth told to nobody before. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { situationOf, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { addDays } from '@thistle/core/time'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
beforeAll(async () => (api = await startApi()))
afterAll(() => api.close())

interface Season {
  readonly client: Client
  readonly holdingId: string
  readonly yard: () => Promise<YardRecord>
  readonly settings: () => Promise<SettingsRecord>
  readonly goTo: (on: string) => Promise<void>
}
async function begin(seed: number, colonies = 3, by?: Client): Promise<Season> {
  const client = by ?? (await api.newHolding()).client
  const { body } = await client.post('/api/practice').send({ seed, colonies }).expect(201)
  return {
    client,
    holdingId: body.id as string,
    yard: async () => ((await client.get('/api/yards').expect(200)).body as YardRecord[])[0]!,
    settings: async () => (await client.get('/api/holding').expect(200)).body.settings as SettingsRecord,
    goTo: async (on) => {
      await client.post('/api/holding/date').send({ on }).expect(204)
    },
  }
}
const jar = async ({ client }: Season, colonyId: string, over: object = {}) =>
  (
    await client
      .post('/api/practice/draws')
      .send({ colonyId, method: 'wash', bees: 300, jar: 1, ...over })
      .expect(200)
  ).body.mites as number

describe('a season to practise on', () => {
  it('is a holding of its own on a clock of its own, with colonies that were looked into', async () => {
    const season = await begin(7, 4)
    const { holding } = (await season.client.get('/api/holding')).body
    expect(holding).toMatchObject({ id: season.holdingId, demo: false, livesOn: '2031-04-01', livesTo: '2031-11-30', practice: { seed: 7 } })
    const yard = await season.yard()
    expect(yard.today).toBe('2031-04-01')
    expect(yard.colonies).toHaveLength(4)
    for (const colony of yard.colonies) expect(colony.look).toMatchObject({ brood: 'capped', queen: 'laying', onDay: '2031-04-01' })
    // Its truths are nowhere in what it is told.
    expect(JSON.stringify([holding, yard])).not.toMatch(/growth|began|luck|influx/)
  })
  it('goes on, and never back', async () => {
    const season = await begin(8)
    await season.goTo('2031-04-20')
    await season.client.post('/api/holding/date').send({ on: '2031-04-19' }).expect(400)
    await season.client.post('/api/holding/date').send({ on: '2031-12-01' }).expect(400)
  })
  it('draws the same jar when the same jar is asked again, another one for another jar, and the same season for the same seed', async () => {
    const [one, other] = [await begin(21), await begin(21)]
    for (const season of [one, other]) await season.goTo('2031-08-10')
    const ids = (await one.yard()).colonies.map((c) => c.id)
    const others = (await other.yard()).colonies.map((c) => c.id)
    for (const [i, colonyId] of ids.entries()) {
      const first = await jar(one, colonyId)
      expect(await jar(one, colonyId)).toBe(first)
      expect(await jar(other, others[i]!)).toBe(first)
    }
    const jars = await Promise.all([1, 2, 3, 4, 5, 6].map((n) => jar(one, ids[0]!, { jar: n })))
    expect(new Set(jars).size).toBeGreaterThan(1)
    expect(await jar(one, ids[0]!, { method: 'board', bees: undefined, jar: undefined, days: 3 })).toBeGreaterThanOrEqual(0)
  })
  it('takes bad asking apart, and is no holding of anybody else', async () => {
    const season = await begin(9)
    const [colony] = (await season.yard()).colonies
    for (const bad of [{ bees: 0 }, { bees: 5000 }, { method: 'drone' }, { jar: 0 }, { days: 3 }, { method: 'board' }])
      await season.client
        .post('/api/practice/draws')
        .send({ colonyId: colony!.id, method: 'wash', bees: 300, jar: 1, ...bad })
        .expect(400)
    await season.client.post('/api/practice').send({ seed: 0, colonies: 3 }).expect(400)
    await season.client.post('/api/practice').send({ seed: 1, colonies: 99 }).expect(400)
    const stranger = await begin(10)
    await stranger.client.post('/api/practice/draws').send({ colonyId: colony!.id, method: 'wash', bees: 300, jar: 1 }).expect(404)
    await stranger.client.get(`/api/practice/looks/${colony!.id}`).expect(404)
    const plain = await api.newHolding()
    await plain.client.get('/api/practice/end').expect(404)
    await plain.client.post('/api/practice/draws').send({ colonyId: colony!.id, method: 'wash', bees: 300, jar: 1 }).expect(404)
    await plain.client.post('/api/holding/date').send({ on: '2031-05-01' }).expect(404)
  })
  it('keeps three seasons of a keeper, and their own holding', async () => {
    const { client, holdingId } = await api.newHolding()
    for (const seed of [1, 2, 3, 4, 5]) await begin(seed, 2, client)
    const { holdings } = (await client.get('/api/account').expect(200)).body as { holdings: { id: string; name: string }[] }
    expect(holdings.map((h) => h.name).filter((n) => n.startsWith('Practice'))).toEqual([
      'Practice season 3',
      'Practice season 4',
      'Practice season 5',
    ])
    expect(holdings.some((h) => h.id === holdingId)).toBe(true)
  })
  it('goes with its keeper, and keeps nobody from leaving', async () => {
    const { client, keeperId } = await api.newHolding('reader')
    const season = await begin(11, 2, client)
    const refused = await client.post('/api/account/deletion').send({ password: 'a long enough password' }).expect(409)
    expect(refused.body.detail).toMatch(/Export/)
    // What is refused changes nothing.
    await client.get('/api/practice/end').expect(409)
    await client.get('/api/account/export').expect(200)
    await client.post('/api/account/deletion').send({ password: 'a long enough password' }).expect(204)
    expect(await api.db.model('holdings').count({ where: { id: season.holdingId } })).toBe(0)
    expect((await api.db.model('keepers').findByPk(keeperId, { raw: true }))!.leftAt).not.toBeNull()
  })
  it('tells the truth at its end alone, and what was given shows in it', async () => {
    const season = await begin(33)
    await season.client.get('/api/practice/end').expect(409)
    await season.goTo('2031-08-01')
    const yard = await season.yard()
    const colony = yard.colonies[0]!
    const before = await jar(season, colony.id)
    await season.client
      .put(`/api/counts/${id()}`)
      .send({ colonyId: colony.id, onDay: '2031-08-01', method: 'wash', samples: [{ mites: before, bees: 300 }] })
      .expect(201)
    const look = (await season.client.get(`/api/practice/looks/${colony.id}`).expect(200)).body as Record<string, unknown>
    expect(look).toMatchObject({ brood: 'capped', supers: 'none', hive: 'frames' })
    await season.client
      .put(`/api/looks/${id()}`)
      .send({ colonyId: colony.id, onDay: '2031-08-01', ...look })
      .expect(201)
    const now = await season.yard()
    const situation = { ...situationOf(now, now.colonies[0]!, await season.settings()), startOn: '2031-08-01' }
    const courseId = id()
    await season.client
      .put(`/api/decisions/${id()}`)
      .send({ yardId: yard.id, treatment: 'formic-strip-14', startOn: '2031-08-01', colonies: [{ colonyId: colony.id, courseId, situation }] })
      .expect(201)
    await season.client
      .put(`/api/events/${id()}`)
      .send({ courseId, kind: 'done', job: 'dose', n: 1, happenedOn: '2031-08-01', amount: 2 })
      .expect(201)
    // Strips that nobody takes out again go on in the next colony.
    const [, hung] = now.colonies
    const strips = id()
    await season.client
      .put(`/api/decisions/${id()}`)
      .send({
        yardId: yard.id,
        treatment: 'amitraz-strip',
        startOn: '2031-08-01',
        colonies: [
          { colonyId: hung!.id, courseId: strips, situation: { ...situationOf(now, hung!, await season.settings()), startOn: '2031-08-01' } },
        ],
      })
      .expect(201)
    await season.client
      .put(`/api/events/${id()}`)
      .send({ courseId: strips, kind: 'done', job: 'dose', n: 1, happenedOn: '2031-08-01', amount: 2 })
      .expect(201)
    await season.goTo('2031-11-30')
    const { body } = await season.client.get('/api/practice/end').expect(200)
    const [treated, strip, ...left] = body.colonies as { wash: number[]; nothingDone: number[]; points: number }[]
    const at = (body.days as string[]).findIndex((d) => d >= addDays('2031-08-01', 25))
    expect(treated!.wash[at]!).toBeLessThan(treated!.nothingDone[at]! * 0.6)
    const weeks = (body.days as string[]).findIndex((d) => d >= addDays('2031-08-01', 40))
    expect(strip!.wash[weeks]!).toBeLessThan(strip!.nothingDone[weeks]! * 0.4)
    // Before it nothing differs; what nobody treated is as if nothing was done.
    expect(treated!.wash[20]).toBe(treated!.nothingDone[20])
    for (const one of left) expect(one.wash).toEqual(one.nothingDone)
    // The days of the count and of the dose are one.
    expect(body.visits).toBe(1)
    expect(body.score).toBeGreaterThanOrEqual(0)
  })
})
