import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { YardRecord } from '@thistle/core/holding'
import { demoId } from '../../server/src/demo/load.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let owner: Client
const [yard, colony, other] = [id(), id(), id()]
beforeAll(async () => {
  api = await startApi()
  owner = (await api.newHolding('owner')).client
  await owner.put(`/api/yards/${yard}`).send({ name: 'Bank' }).expect(201)
  for (const [c, name, position] of [
    [colony, 'Ash', 1],
    [other, 'Birch', 2],
  ] as const) {
    await owner.put(`/api/colonies/${c}`).send({ name, since: '2026-04-01' }).expect(201)
    await owner.post(`/api/colonies/${c}/move`).send({ placementId: id(), yardId: yard, position, onDay: '2026-04-01' }).expect(200)
  }
})
afterAll(() => api.close())

interface Entry {
  seq: number
  batch: number
  kind: string
  by: string
  colony: string | null
  yard: string | null
  state: Record<string, unknown>
  before: Record<string, unknown> | null
}
const last = async (client = owner, query = ''): Promise<Entry[]> => (await client.get(`/api/changes/last?${query}`).expect(200)).body
const undo = (entry: Entry | undefined, client = owner) => client.post(`/api/changes/${entry?.seq}/undo`)
const row = async () => (await owner.get(`/api/yards/${yard}`)).body as YardRecord

describe('the last changes', () => {
  it('say who, when, what it was before, and which colony in which yard', async () => {
    await owner.put(`/api/colonies/${colony}`).send({ name: 'Ash the Elder', since: '2026-04-01', version: 1 }).expect(200)
    const [entry] = await last(owner, `colony=${colony}`)
    expect(entry).toMatchObject({
      kind: 'colony',
      by: 'Somebody',
      colony: 'Ash the Elder',
      yard: 'Bank',
      state: { name: 'Ash the Elder' },
      before: { name: 'Ash' },
    })
    await undo(entry).expect(204)
    expect((await row()).colonies[0]?.name).toBe('Ash')
    const [undone] = await last()
    expect(undone).toMatchObject({ state: { name: 'Ash', version: 3 }, before: { name: 'Ash the Elder' } })
    await undo(undone).expect(204)
    expect((await row()).colonies[0]?.name).toBe('Ash the Elder')
  })

  it('are paged, by colony and by yard', async () => {
    const all = await last(owner, 'limit=100')
    expect(all.length).toBeGreaterThan(5)
    const next = await last(owner, `limit=2&before=${all[1]!.seq}`)
    expect(next.map((e) => e.seq)).toEqual(all.slice(2, 4).map((e) => e.seq))
    expect((await last(owner, `colony=${other}`)).every((e) => e.colony === 'Birch')).toBe(true)
    await owner.get('/api/changes/last?limit=1000').expect(400)
    await owner.get('/api/changes/last?colony=x').expect(400)
  })
})

describe('undo', () => {
  it('takes a count away and puts one back', async () => {
    const count = id()
    const body = { colonyId: colony, onDay: '2026-08-10', method: 'wash', samples: [{ mites: 4, bees: 300 }] }
    await owner.put(`/api/counts/${count}`).send(body).expect(201)
    await undo((await last())[0]).expect(204)
    expect((await row()).colonies[0]?.counts).toEqual([])
    await undo((await last())[0]).expect(204)
    expect((await row()).colonies[0]?.counts[0]).toMatchObject({ id: count, samples: [{ mites: 4, bees: 300 }] })
    await owner.delete(`/api/counts/${count}?version=3`).expect(200)
    await undo((await last())[0]).expect(204)
    expect((await row()).colonies[0]?.counts).toHaveLength(1)
  })

  it('undoes a move with all that moved up, in one stroke', async () => {
    const names = async () => (await row()).colonies.map((c) => [c.placement.position, c.name.split(' ')[0]])
    expect(await names()).toEqual([
      [1, 'Ash'],
      [2, 'Birch'],
    ])
    await owner.post(`/api/colonies/${other}/move`).send({ placementId: id(), yardId: yard, position: 1, onDay: '2026-08-12' }).expect(200)
    expect((await names()).map(([, name]) => name)).toEqual(['Birch', 'Ash'])
    const [entry] = await last()
    const together = (await last()).filter((e) => e.batch === entry?.batch)
    expect(together.length).toBe(3)
    await undo(entry).expect(204)
    expect(await names()).toEqual([
      [1, 'Ash'],
      [2, 'Birch'],
    ])
  })

  it('refuses what was changed since, and what others hang on, and changes nothing then', async () => {
    const look = id()
    await owner.put(`/api/looks/${look}`).send({ colonyId: colony, onDay: '2026-08-01', broodBoxes: 1 }).expect(201)
    const [first] = await last()
    await owner.put(`/api/looks/${look}`).send({ colonyId: colony, onDay: '2026-08-01', broodBoxes: 2, version: 1 }).expect(200)
    expect((await undo(first).expect(409)).body.detail).toMatch(/changed again since \(Ash the Elder\)/)
    const made = (await last(owner, `yard=${yard}&limit=100`)).find((e) => e.kind === 'yard')
    expect((await undo(made).expect(409)).body.detail).toMatch(/There are records of it/)
    expect((await row()).colonies[0]?.look?.broodBoxes).toBe(2)
    await owner.post('/api/changes/999999/undo').expect(404)
    await owner.post('/api/changes/x/undo').expect(404)
  })

  it('takes away a yard that was added by mistake', async () => {
    const mistake = id()
    await owner.put(`/api/yards/${mistake}`).send({ name: 'Mistake' }).expect(201)
    await undo((await last())[0]).expect(204)
    await owner.get(`/api/yards/${mistake}`).expect(404)
  })

  it('undoes settings, for owners', async () => {
    const { settings } = (await owner.get('/api/holding')).body
    const { id: settingsId, ...body } = settings
    await owner
      .put(`/api/settings/${settingsId}`)
      .send({ ...body, school: 'tight' })
      .expect(200)
    await owner
      .put(`/api/settings/${settingsId}`)
      .send({ ...body, school: 'two-percent', version: 2 })
      .expect(200)
    const { link } = (await owner.put(`/api/invitations/${id()}`).send({ forWhom: 'H', role: 'helper' })).body
    const helper = (await api.newHolding('owner')).client
    await helper
      .post('/api/invitations/acceptance')
      .send({ token: link.split('/').at(-1) })
      .expect(200)
    const entry = (await last()).find((e) => e.kind === 'settings')
    await undo(entry, helper).expect(403)
    await undo(entry).expect(204)
    expect((await owner.get('/api/holding')).body.settings.school).toBe('tight')
  })

  it('is not for another holding', async () => {
    const stranger = (await api.newHolding('owner')).client
    const [entry] = await last()
    await undo(entry, stranger).expect(404)
  })
})

describe('what was done in a course', () => {
  let demo: Client
  const elder = demoId('colony Elder')
  const colonyOf = async () => {
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    return yards.flatMap((y) => y.colonies).find((c) => c.id === elder)!
  }
  beforeAll(async () => {
    demo = await api.demo()
  })

  it('is undone by an entry of its own, and the undoing can be undone; a choice is called off', async () => {
    const found = await colonyOf()
    const yardId = found.placement.yardId
    const course = id()
    const chosen = {
      yardId,
      treatment: 'oxalic-vapour',
      startOn: '2026-08-12',
      colonies: [
        {
          colonyId: elder,
          courseId: course,
          situation: {
            case: 1,
            asOf: '2026-08-12',
            colony: { broodBoxes: 1, framesOfBees: 8, brood: 'none', queen: 'laying', clustered: false },
            counts: [{ date: '2026-08-12', method: 'wash', mites: 20, bees: 300 }],
            keeper: {},
            weather: [{ date: '2026-08-12', high: 20, low: 12 }],
          },
        },
      ],
    }
    await demo.put(`/api/decisions/${id()}`).send(chosen).expect(201)
    const eventsOf = async () => (await colonyOf()).courses.find((c) => c.id === course)?.events ?? []
    const [decision] = await last(demo, `colony=${elder}`)
    const dose = { courseId: course, kind: 'done', job: 'dose', n: 1, happenedOn: '2026-08-12', amount: 1, note: 'first' }
    await demo.put(`/api/events/${id()}`).send(dose).expect(201)
    const [given] = await last(demo, `colony=${elder}`)
    expect((await undo(decision, demo).expect(409)).body.detail).toMatch(/Take that back first/)
    await undo(given, demo).expect(204)
    const [takenBack] = await last(demo, `colony=${elder}`)
    expect(takenBack?.state).toMatchObject({ kind: 'taken-back', device: 'undo' })
    await undo(given, demo).expect(409)
    await undo(takenBack, demo).expect(204)
    expect((await eventsOf()).at(-1)).toMatchObject({ kind: 'done', job: 'dose', n: 1, amount: 1, note: 'first' })
    expect(await eventsOf()).toHaveLength(3)
  })

  it('calls off a choice before anything was given', async () => {
    const found = await colonyOf()
    const course = id()
    const wait = {
      yardId: found.placement.yardId,
      treatment: 'wait-and-recount',
      startOn: '2026-08-12',
      colonies: [
        {
          colonyId: elder,
          courseId: course,
          situation: {
            case: 1,
            asOf: '2026-08-12',
            colony: { broodBoxes: 1 },
            counts: [{ date: '2026-08-12', method: 'wash', mites: 0, bees: 300 }],
          },
        },
      ],
    }
    await demo.put(`/api/decisions/${id()}`).send(wait).expect(201)
    await undo((await last(demo, `colony=${elder}`))[0], demo).expect(204)
    expect((await colonyOf()).courses.find((c) => c.id === course)?.events.at(-1)?.kind).toBe('cancelled')
  })

  it('of the demo’s date is not undone here', async () => {
    await demo.post('/api/holding/date').send({ on: '2026-08-13' }).expect(204)
    const [entry] = await last(demo)
    expect(entry).toMatchObject({ kind: 'date', undoable: false })
    await undo(entry, demo).expect(409)
  })
})
