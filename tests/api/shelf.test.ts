/** The shelf at the server: lots, what is drawn from them in all yards, what of them is judged by. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { yardState, type LotRecord, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { dosesNow, shelfOf, stockOf } from '@thistle/core/shelf'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
beforeEach(() => demo.post('/api/holding/fresh').expect(204))

interface Told {
  readonly settings: SettingsRecord
  readonly lots: readonly LotRecord[]
  readonly doses: readonly { readonly id: string; readonly treatment: 'amitraz-strip'; readonly on: string; readonly amount: number }[]
}
const TODAY = '2026-08-12'
const told = async (client = demo) => (await client.get('/api/holding').expect(200)).body as Told
const yards = async () => (await demo.get('/api/yards').expect(200)).body as YardRecord[]
const pack = (over: object = {}) => ({ treatment: 'thymol-gel', label: 'Gel in tubs', units: 300, countedOn: TODAY, expires: '2027-05-31', ...over })

describe('a lot', () => {
  it('is kept, changed, taken away and undone like any row', async () => {
    const lot = id()
    await demo.put(`/api/lots/${lot}`).send(pack()).expect(201)
    await demo.put(`/api/lots/${lot}`).send(pack()).expect(200)
    await demo
      .put(`/api/lots/${lot}`)
      .send(pack({ units: 250, version: 1 }))
      .expect(200)
    expect((await told()).lots.find((l) => l.id === lot)).toMatchObject({ units: 250, label: 'Gel in tubs', mix: null, version: 2 })
    await demo
      .put(`/api/lots/${lot}`)
      .send(pack({ units: 1, version: 1 }))
      .expect(409)
    const [change] = (await demo.get('/api/changes/last').expect(200)).body as { seq: number }[]
    await demo.post(`/api/changes/${change!.seq}/undo`).expect(204)
    expect((await told()).lots.find((l) => l.id === lot)!.units).toBe(300)
    await demo.delete(`/api/lots/${lot}?version=3`).expect(200)
    expect((await told()).lots.some((l) => l.id === lot)).toBe(false)
  })
  it.each([
    ['less than nothing', { units: -1 }, 'units'],
    ['opened after it expired', { openedOn: '2026-08-01', expires: '2026-07-01' }, 'openedOn'],
    ['opened on a day to come', { openedOn: '2026-09-01' }, 'openedOn'],
    ['counted on a day to come', { countedOn: '2026-09-01' }, 'countedOn'],
    ['of no treatment', { treatment: 'honey' }, 'treatment'],
    ['of a mix that is none', { mix: { what: 'oxalic-dribble', acid: 'dihydrate', of: { volume: -4 }, loss: 0 } }, 'mix'],
  ])('is refused by its field: %s', async (_what, over, path) => {
    const { body } = await demo.put(`/api/lots/${id()}`).send(pack(over)).expect(400)
    expect((body as { errors: { path: string; sentence: string }[] }).errors[0]!.path).toBe(path)
  })
  it('may be made from another of the holding, and from no stranger’s', async () => {
    const { lots } = await told()
    const powder = lots.find((l) => l.treatment === 'oxalic-vapour')!
    const mixed = pack({
      treatment: 'oxalic-dribble',
      units: 1200,
      mix: { what: 'oxalic-dribble', acid: 'dihydrate', of: { volume: 1200 }, loss: 0 },
      madeFrom: powder.id,
      madeOf: 42,
    })
    await demo.put(`/api/lots/${id()}`).send(mixed).expect(201)
    const after = await told()
    expect(shelfOf(after.lots, after.doses, TODAY).lots.find((l) => l.lot.id === powder.id)!.left).toBe(208)
    const { client } = await api.newHolding()
    expect((await client.put(`/api/lots/${id()}`).send(mixed)).status).toBe(404)
    expect((await client.put(`/api/lots/${powder.id}`).send(pack({ version: 1 }))).status).toBe(404)
    expect((await client.delete(`/api/lots/${powder.id}?version=1`)).status).toBe(404)
    expect((await told(client)).lots).toEqual([])
  })
  it('is written by helpers, and by no reader', async () => {
    const reader = await api.newHolding('reader')
    const helper = await api.newHolding('helper')
    expect((await reader.client.put(`/api/lots/${id()}`).send(pack())).status).toBe(403)
    await helper.client
      .put(`/api/lots/${id()}`)
      .send(pack({ countedOn: '2026-08-10' }))
      .expect(201)
  })
})

describe('what is drawn from the shelf', () => {
  it('is what is ticked, at once and at the server alike, and comes back where it is taken back', async () => {
    const before = await told()
    const course = (await yards())
      .flatMap((y) => yardState(y, before.settings).row.flatMap((c) => c.courses))
      .find((c) => c.record.treatment === 'oxalic-vapour' && c.course.jobs.some((j) => j.job === 'dose' && j.state === 'open'))!
    const { n } = course.course.jobs.find((j) => j.job === 'dose' && j.state === 'open')!
    const event = id()
    await demo
      .put(`/api/events/${event}`)
      .send({ courseId: course.record.id, kind: 'done', job: 'dose', n, happenedOn: TODAY, amount: 2 })
      .expect(201)
    const left = (t: Told, rows: readonly YardRecord[] = []) => stockOf(shelfOf(t.lots, dosesNow(t.doses, rows), TODAY))['oxalic-vapour']!.units
    const after = await told()
    expect(left(after)).toBe(left(before)! - 2)
    // A page that has the yards of now and the shelf of before says the same.
    expect(left(before, await yards())).toBe(left(after))
    await demo.put(`/api/events/${id()}`).send({ courseId: course.record.id, kind: 'taken-back', happenedOn: TODAY, supersedes: event }).expect(201)
    expect(left(await told())).toBe(left(before))
  })
  it('is what the server matches by too', async () => {
    const { lots } = await told()
    const strips = lots.find((l) => l.treatment === 'amitraz-strip')!
    const { version, id: lotId, ...rest } = strips
    await demo
      .put(`/api/lots/${lotId}`)
      .send({ ...rest, units: 0, version })
      .expect(200)
    const verdicts = (await demo.get('/api/verdicts').expect(200)).body as { fits: Record<string, string> }[]
    expect(verdicts.length).toBeGreaterThan(10)
  })
})
