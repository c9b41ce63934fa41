import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoId } from '../../server/src/demo/load.ts'
import { id, isProblem, startApi, type Api, type Client } from './harness.ts'

let api: Api
let owner: Client
let demo: Client
let holdingId: string
const yardId = id()
const colonyId = id()

beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
  const mine = await api.newHolding()
  owner = mine.client
  holdingId = mine.holdingId
  await owner.put(`/api/yards/${yardId}`).send({ name: 'Home', timeZone: 'Europe/Paris' }).expect(201)
  await owner.put(`/api/colonies/${colonyId}`).send({ name: 'One', since: '2026-05-01' }).expect(201)
  await owner.post(`/api/colonies/${colonyId}/move`).send({ placementId: id(), yardId, position: 1, onDay: '2026-05-01' }).expect(200)
})
afterAll(() => api.close())

const look = { onDay: '2026-08-01', broodBoxes: 1 }
const count = (over: object = {}) => ({ colonyId, onDay: '2026-08-11', method: 'wash', samples: [{ mites: 9, bees: 300 }], ...over })

describe('the days of a colony', () => {
  it('lie between the day it was there and today, each with its own sentence', async () => {
    const at = async (over: object) => {
      const { body, status } = await owner.put(`/api/colonies/${id()}`).send({ name: 'Two', since: '2026-06-01', ...over })
      return status === 201 ? [] : (body.errors as { path: string; sentence: string }[])
    }
    // Today is 12 August in the middle of the world; east of it the 13th has begun.
    expect(await at({ since: '2026-08-13' })).toEqual([])
    expect(await at({ since: '2026-08-14' })).toEqual([{ path: 'since', sentence: 'This day is still to come: today is 2026-08-12.' }])
    expect(await at({ hivedOn: '2026-06-01', retiredOn: '2026-06-01' })).toEqual([])
    expect(await at({ hivedOn: '2026-05-31' })).toEqual([{ path: 'hivedOn', sentence: 'This is before the colony was there, 2026-06-01.' }])
    expect(await at({ retiredOn: '2026-05-31' })).toMatchObject([{ path: 'retiredOn' }])
  })
})

describe('an idempotent PUT', () => {
  it('makes one row however often it is sent', async () => {
    const at = `/api/counts/${id()}`
    const first = await owner.put(at).send(count()).expect(201)
    const again = await owner.put(at).send(count()).expect(200)
    expect(again.body).toEqual(first.body)
    expect(first.body).toMatchObject({ version: 1, samples: [{ mites: 9, bees: 300, days: null }] })
  })

  it('changes what was seen in its newest version, and refuses an older one with what stands now', async () => {
    const at = `/api/colonies/${id()}`
    const body = { name: 'Two', since: '2026-05-01' }
    await owner.put(at).send(body).expect(201)
    const second = await owner
      .put(at)
      .send({ ...body, name: 'Second', version: 1 })
      .expect(200)
    expect(second.body).toMatchObject({ name: 'Second', version: 2 })
    const stale = await owner.put(at).send({ ...body, name: 'Mine', version: 1 })
    expect(stale.status).toBe(409)
    expect(isProblem(stale)).toBe(true)
    expect(stale.body.current).toMatchObject({ name: 'Second', version: 2 })
    // The answer to the second write was lost and it is sent again: no harm, no conflict.
    await owner
      .put(at)
      .send({ ...body, name: 'Second', version: 1 })
      .expect(200)
    await owner
      .put(at)
      .send({ ...body, name: 'Third', version: 2 })
      .expect(200)
  })

  it('does not let a new row be made with a version', async () => {
    await owner.put(`/api/colonies/${id()}`).send({ name: 'Ghost', since: '2026-05-01', version: 4 }).expect(404)
  })

  it('of two writers on one version lets one through', async () => {
    const at = `/api/colonies/${id()}`
    const body = { name: 'Both', since: '2026-05-01' }
    await owner.put(at).send(body).expect(201)
    const both = await Promise.all(['left', 'right'].map((name) => owner.put(at).send({ ...body, name, version: 1 })))
    expect(both.map((r) => r.status).toSorted()).toEqual([200, 409])
  })
})

describe('nothing is lost', () => {
  it('keeps every state a row had, with who and when', async () => {
    const row = id()
    const body = { name: 'Old name', since: '2026-05-01' }
    await owner.put(`/api/colonies/${row}`).send(body)
    await owner.put(`/api/colonies/${row}`).send({ ...body, name: 'New name', version: 1 })
    const { body: history } = await owner.get(`/api/history/${row}`).expect(200)
    expect(history.map((h: { state: { name: string } }) => h.state.name)).toEqual(['Old name', 'New name'])
    expect(history[0]).toMatchObject({ by: 'Somebody', kind: 'colony' })
  })

  it('marks what is deleted and keeps it in the history', async () => {
    const row = id()
    await owner
      .put(`/api/counts/${row}`)
      .send(count({ onDay: '2026-08-02' }))
      .expect(201)
    await owner.delete(`/api/counts/${row}?version=7`).expect(409)
    await owner.delete(`/api/counts/${row}?version=1`).expect(200)
    await owner.delete(`/api/counts/${row}?version=1`).expect(200)
    const [yard] = (await owner.get('/api/yards')).body
    expect(JSON.stringify(yard)).not.toContain(row)
    expect((await owner.get(`/api/history/${row}`)).body).toHaveLength(2)
    // An old page that still shows it is told; who saw it taken away may put it back.
    const stale = await owner.put(`/api/counts/${row}`).send(count({ onDay: '2026-08-02', version: 1 }))
    expect(stale.status).toBe(409)
    const back = await owner
      .put(`/api/counts/${row}`)
      .send(count({ onDay: '2026-08-02', version: 2 }))
      .expect(200)
    expect(back.body).toMatchObject({ version: 3, deletedAt: null })
    expect(JSON.stringify((await owner.get('/api/yards')).body)).toContain(row)
  })

  it('answers everything since a number, in one running order', async () => {
    const before = (await owner.get('/api/changes?since=0')).body.upTo as number
    await Promise.all(Array.from({ length: 8 }, (_, i) => owner.put(`/api/colonies/${id()}`).send({ name: `Many ${i}`, since: '2026-05-01' })))
    const { changes } = (await owner.get(`/api/changes?since=${before}`)).body as { changes: { seq: number }[] }
    expect(changes).toHaveLength(8)
    const numbers = changes.map((c) => c.seq)
    expect(numbers).toEqual([...new Set(numbers)].toSorted((a, b) => a - b))
    await owner.get('/api/changes?since=-1').expect(400)
    await owner.get('/api/changes?since=x').expect(400)
  })

  it('refuses in the database itself to rewrite events and history', async () => {
    await expect(api.db.sequelize.query('UPDATE events SET amount = 99')).rejects.toThrow(/append-only/)
    await expect(api.db.sequelize.query("UPDATE history SET kind = 'none'")).rejects.toThrow(/append-only/)
  })
})

describe('what belongs to another holding', () => {
  const foreign = {
    yard: demoId('yard Quarry Bank'),
    colony: demoId('colony Hazel'),
    count: demoId('count Hazel 2026-08-11'),
    look: demoId('look Hazel 2026-08-11'),
    placement: demoId('placement Hazel'),
    course: demoId(`course ${demoId('colony Fern')} 2026-08-03`),
    decision: demoId(`decision ${demoId('colony Fern')} 2026-08-03`),
  }
  it('is not there, on any route, by address or inside a body', async () => {
    const tries: [string, Promise<{ status: number }>][] = [
      ['yard', owner.get(`/api/yards/${foreign.yard}`)],
      ['yard put', owner.put(`/api/yards/${foreign.yard}`).send({ name: 'Stolen', version: 1 })],
      ['colony put', owner.put(`/api/colonies/${foreign.colony}`).send({ name: 'Stolen', since: '2026-05-01', version: 1 })],
      ['move', owner.post(`/api/colonies/${foreign.colony}/move`).send({ placementId: id(), yardId, position: 1, onDay: '2026-08-11' })],
      ['move into', owner.post(`/api/colonies/${colonyId}/move`).send({ placementId: id(), yardId: foreign.yard, position: 1, onDay: '2026-08-11' })],
      ['look', owner.put(`/api/looks/${id()}`).send({ ...look, colonyId: foreign.colony })],
      ['look put', owner.put(`/api/looks/${foreign.look}`).send({ ...look, colonyId, version: 1 })],
      ['count', owner.put(`/api/counts/${id()}`).send(count({ colonyId: foreign.colony }))],
      ['count put', owner.put(`/api/counts/${foreign.count}`).send(count({ version: 1 }))],
      ['count delete', owner.delete(`/api/counts/${foreign.count}?version=1`)],
      ['count of course', owner.put(`/api/counts/${id()}`).send(count({ courseId: foreign.course }))],
      ['placement', owner.put(`/api/placements/${id()}`).send({ colonyId: foreign.colony, yardId, position: 1, fromDay: '2026-08-01' })],
      ['course', owner.get(`/api/courses/${foreign.course}`)],
      ['event', owner.put(`/api/events/${id()}`).send({ courseId: foreign.course, kind: 'done', job: 'check', n: 1, happenedOn: '2026-08-11' })],
      [
        'decision',
        owner
          .put(`/api/decisions/${foreign.decision}`)
          .send({ yardId, treatment: 'amitraz-strip', startOn: '2026-08-12', colonies: [{ colonyId, courseId: id(), situation: {} }] }),
      ],
      [
        'settings',
        owner.put(`/api/settings/${demoId('holding')}`).send({ school: 'tight', priority: 'gentle', organicOnly: true, kit: [], version: 1 }),
      ],
      ['history', owner.get(`/api/history/${foreign.colony}`)],
    ]
    for (const [what, response] of tries) expect((await response).status, what).toBe(404)
  })
  it('is as it was afterwards', async () => {
    const yard = (await demo.get(`/api/yards/${foreign.yard}`).expect(200)).body
    expect(yard.colonies.find((c: { id: string }) => c.id === foreign.colony)).toMatchObject({ name: 'Hazel', version: 1 })
  })
})

describe('bad input', () => {
  const cases: [string, string, object, string][] = [
    ['mites over bees', 'counts', count({ samples: [{ mites: 301, bees: 300 }] }), 'samples[0].mites'],
    ['no bees', 'counts', count({ samples: [{ mites: 0, bees: 0 }] }), 'samples[0].bees'],
    ['no sample', 'counts', count({ samples: [] }), 'samples'],
    ['half a mite', 'counts', count({ samples: [{ mites: 1.5, bees: 300 }] }), 'samples[0].mites'],
    ['a board with bees', 'counts', count({ method: 'board', samples: [{ mites: 3, bees: 300 }] }), 'samples[0].days'],
    ['a day to come', 'counts', count({ onDay: '2026-08-13' }), 'onDay'],
    ['a day before the colony', 'counts', count({ onDay: '2026-04-30' }), 'onDay'],
    ['a day that is none', 'counts', count({ onDay: '2026-02-30' }), 'onDay'],
    ['a field nobody knows', 'counts', count({ colour: 'blue' }), 'colour'],
    ['a look with no boxes', 'looks', { colonyId, onDay: '2026-08-01' }, 'broodBoxes'],
    ['a look to come', 'looks', { ...look, colonyId, onDay: '2026-12-01' }, 'onDay'],
    ['a nameless colony', 'colonies', { name: '  ', since: '2026-05-01' }, 'name'],
    ['a name too long', 'colonies', { name: 'x'.repeat(41), since: '2026-05-01' }, 'name'],
    ['a name that turns the writing round', 'colonies', { name: 'Elder\u202e', since: '2026-05-01' }, 'name'],
    ['a name on two lines', 'yards', { name: 'Quarry\nBank' }, 'name'],
    ['a colony retired before it came', 'colonies', { name: 'Early', since: '2026-05-01', retiredOn: '2026-04-01' }, 'retiredOn'],
    ['a month whose low is over its high', 'yards', { name: 'Lost', normals: [{ month: 1, high: 2, low: 5 }] }, 'normals[0]'],
    ['a month that comes twice', 'yards', { name: 'Lost', normals: [1, 1].map((month) => ({ month, high: 5, low: 1 })) }, 'normals[1]'],
    ['a yard in no time zone', 'yards', { name: 'Lost', timeZone: 'Mars/Olympus' }, 'timeZone'],
    ['a yard off the map', 'yards', { name: 'Lost', latitude: 91 }, 'latitude'],
  ]
  it.each(cases)('%s is refused with its path and a sentence', async (_what, kind, body, path) => {
    const response = await owner.put(`/api/${kind}/${id()}`).send(body)
    expect(response.status).toBe(400)
    expect(isProblem(response)).toBe(true)
    expect(response.body.errors[0].path).toBe(path)
    expect(response.body.errors[0].sentence).toMatch(/\S+ .*[.?]$/)
  })

  it('settings with an unknown tool or rule are refused, and by who is not the owner', async () => {
    const good = { school: 'tight', priority: 'gentle', organicOnly: false, kit: ['scales'], version: 1 }
    expect((await owner.put(`/api/settings/${holdingId}`).send({ ...good, kit: ['broom'] })).body.errors[0].path).toBe('kit[0]')
    expect((await owner.put(`/api/settings/${holdingId}`).send({ ...good, rules: { brimstone: {} } })).body.errors[0].path).toBe('rules.brimstone')
    await owner.put(`/api/settings/${holdingId}`).send(good).expect(200)
    expect((await owner.put(`/api/settings/${holdingId}`).send(good)).status).toBe(200)
  })

  it('a body over 1 MB, one that is not JSON, one of another type', async () => {
    const large = await owner.put(`/api/counts/${id()}`).send(count({ note: 'x'.repeat(1_100_000) }))
    expect(large.status).toBe(413)
    const broken = await owner.put(`/api/counts/${id()}`).set('content-type', 'application/json').send('{"colonyId":')
    expect(broken.status).toBe(400)
    const other = await owner.put(`/api/counts/${id()}`).set('content-type', 'text/plain').send('hello')
    expect(other.status).toBe(415)
    for (const response of [large, broken, other]) expect(isProblem(response)).toBe(true)
  })

  it('an id that is none is not there', async () => {
    for (const bad of ['1', 'undefined', "'; DROP TABLE yards; --", '..%2f..%2fetc'])
      await owner
        .put(`/api/counts/${encodeURIComponent(bad)}`)
        .send(count())
        .expect(404)
    await owner.put(`/api/nothing/${id()}`).send({}).expect(404)
  })

  it('hostile text is kept and given back as the text it is', async () => {
    for (const name of ['<script>alert(1)</script>', "Robert'); DROP TABLE x", '🐝 Größe', 'نحل ضفة', 'क्‍ष', '${7*7}']) {
      const row = id()
      await owner.put(`/api/colonies/${row}`).send({ name, since: '2026-05-01' }).expect(201)
      expect((await owner.get(`/api/history/${row}`)).body[0].state.name).toBe(name)
    }
    await owner.put(`/api/colonies/${id()}`).send({ name: 'nul\u0000', since: '2026-05-01' }).expect(400)
  })

  it('generated bodies never break the server', async () => {
    const kinds = fc.constantFrom('yards', 'colonies', 'placements', 'looks', 'counts', 'settings', 'decisions', 'events')
    await fc.assert(
      fc.asyncProperty(
        kinds,
        fc.dictionary(
          fc.constantFrom(
            'name',
            'since',
            'colonyId',
            'yardId',
            'onDay',
            'samples',
            'version',
            'kind',
            'job',
            'position',
            'fromDay',
            'broodBoxes',
            'school',
          ),
          fc.jsonValue(),
        ),
        async (kind, body) => {
          const response = await owner.put(`/api/${kind}/${id()}`).send(body)
          expect(response.status).toBeLessThan(500)
        },
      ),
      { numRuns: 120 },
    )
    await fc.assert(
      fc.asyncProperty(fc.jsonValue(), async (body) => {
        const response = await owner.post('/api/match').set('content-type', 'application/json').send(JSON.stringify(body))
        expect([200, 400]).toContain(response.status)
      }),
      { numRuns: 60 },
    )
  })
})

describe('constraints stand in the database as well', () => {
  const insert = (statement: string) => api.db.sequelize.query(statement)
  it('mites over bees, reversed stays, two places at once', async () => {
    const row = id()
    await owner
      .put(`/api/counts/${row}`)
      .send(count({ onDay: '2026-08-03' }))
      .expect(201)
    await expect(insert(`INSERT INTO count_samples VALUES ('${row}', 2, 400, 300, NULL)`)).rejects.toThrow(/check/)
    await expect(insert(`UPDATE placements SET to_day = from_day - 1 WHERE colony_id = '${colonyId}'`)).rejects.toThrow(/check/)
    const second = await owner.put(`/api/placements/${id()}`).send({ colonyId, yardId, position: 2, fromDay: '2026-08-01' })
    expect(second.status).toBe(409)
    expect(second.body.detail).toBe('This colony already stands in a yard.')
  })
})
