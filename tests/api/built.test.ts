/** Answers that are given again: never one that another process, or a reading anew, would not give. */
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SettingsRecord, YardRecord } from '@thistle/core/holding'
import { Built } from '../../server/src/api/built.ts'
import { findShare, shareOf } from '../../server/src/database/index.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())

/** Every yard by itself: that is read anew each time. */
async function oneByOne(who: Client): Promise<unknown[]> {
  const rows = (await who.get('/api/yards').expect(200)).body as YardRecord[]
  const found: unknown[] = []
  for (const { id: yardId } of rows) found.push((await who.get(`/api/yards/${yardId}`).expect(200)).body)
  return found
}
const listed = async (who: Client, etag = '') => {
  const answer = await who.get('/api/yards').set('if-none-match', etag)
  return { status: answer.status, etag: String(answer.headers.etag), body: answer.body as YardRecord[], text: answer.text }
}

describe('the yards', () => {
  it('are said once while nothing is another: asked with its mark the answer is empty', async () => {
    const first = await listed(demo)
    expect(first.status).toBe(200)
    // A yard a line, and JSON all the same.
    expect(first.text.split('\n')).toHaveLength(first.body.length + 2)
    const again = await listed(demo, first.etag)
    expect([again.status, again.text, again.etag]).toEqual([304, '', first.etag])
    expect((await listed(demo)).body).toEqual(first.body)
    expect((await listed(demo, '"another"')).status).toBe(200)
    // Compressed once for all who read it so; in the open for whoever does not.
    const zipped = await demo.get('/api/yards').set('accept-encoding', 'gzip')
    const open = await demo.get('/api/yards').set('accept-encoding', 'identity')
    expect([zipped.headers['content-encoding'], open.headers['content-encoding']]).toEqual(['gzip', undefined])
    expect([zipped.text, open.text]).toEqual([first.text, first.text])
    expect(zipped.headers.vary).toMatch(/accept-encoding/i)
  })

  it('are as each of them by itself after whatever is written', async () => {
    const [yard] = (await listed(demo)).body
    const [colony] = yard!.colonies
    const [yardId, colonyId] = [yard!.id, colony!.id]
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord & { id: string } }
    const put = (path: string, body: object) => async () =>
      void (await demo
        .put(`/api/${path}`)
        .send(body)
        .expect((r) => expect([200, 201]).toContain(r.status)))
    const { id: settingsId, ...own } = settings
    const other = id()
    const writes: Readonly<Record<string, () => Promise<void>>> = {
      yard: put(`yards/${other}`, { name: 'Behind the mill', timeZone: 'UTC' }),
      colony: put(`colonies/${other}`, { name: 'Late swarm', since: '2026-08-01' }),
      place: put(`placements/${id()}`, { colonyId: other, yardId: other, position: 1, fromDay: '2026-08-01' }),
      look: put(`looks/${id()}`, { colonyId, onDay: '2026-08-11', broodBoxes: 2 }),
      count: put(`counts/${id()}`, { colonyId, onDay: '2026-08-11', method: 'wash', samples: [{ mites: 7, bees: 300 }] }),
      undo: async () => {
        const rows = (await api.db.model('history').findAll({
          order: [
            ['savedAt', 'DESC'],
            ['seq', 'DESC'],
          ],
          limit: 1,
          raw: true,
        })) as unknown as { seq: number }[]
        await demo.post(`/api/changes/${rows[0]?.seq}/undo`).expect(204)
      },
      jar: put(`jars/${id()}`, { yardId, onDay: '2026-08-11', method: 'wash', mites: 9, bees: 300, colonies: [colonyId] }),
      visit: put(`visits/${id()}`, { yardId, day: '2026-08-15' }),
      board: put(`boards/${id()}`, { colonyId: other, laidOn: '2026-08-11' }),
      settings: put(`settings/${settingsId}`, { ...own, school: own.school === 'two-percent' ? 'three-percent' : 'two-percent' }),
      'days of its own': put(`yards/${yardId}/weather`, { source: 'hand', days: [{ date: '2026-08-13', high: 33, low: 19 }] }),
      move: async () => {
        await demo.post(`/api/colonies/${other}/move`).send({ placementId: id(), yardId, position: 1, onDay: '2026-08-12' }).expect(200)
      },
      'a course of the past': async () => {
        const decision = {
          id: id(),
          yardId,
          treatment: 'oxalic-dribble',
          startOn: '2026-06-20',
          note: null,
          past: { rounds: 1, amount: 30, endOn: '2026-06-20' },
          colonies: [{ colonyId, courseId: id() }],
        }
        await demo
          .post('/api/past-courses')
          .send({ decisions: [decision] })
          .expect((r) => expect([200, 201, 204]).toContain(r.status))
      },
      'the date': async () => void (await demo.post('/api/holding/date').send({ on: '2026-08-13' }).expect(204)),
    }
    for (const [what, write] of Object.entries(writes)) {
      const before = await listed(demo)
      await write()
      const after = await listed(demo, before.etag)
      expect(after.status, what).toBe(200)
      expect(after.etag, what).not.toBe(before.etag)
      expect(after.body, what).toEqual(await oneByOne(demo))
    }
  })

  it('are said anew on another day, and when the weather was asked for again', async () => {
    const { client } = await api.newHolding()
    await client.put(`/api/yards/${id()}`).send({ name: 'By the road', timeZone: 'UTC', latitude: 48.2, longitude: 11.1 }).expect(201)
    // One without a place has no weather that would be asked for: its day ends all the same.
    const placeless = (await api.newHolding()).client
    await placeless.put(`/api/yards/${id()}`).send({ name: 'Somewhere', timeZone: 'UTC' }).expect(201)
    const there = await listed(placeless)
    const first = await listed(client)
    expect((await listed(client, first.etag)).status).toBe(304)
    // The service is asked again after three hours.
    api.setNow(new Date('2026-08-12T14:00:00Z'))
    const later = await listed(client, first.etag)
    expect(later.status).toBe(200)
    expect(later.body).toEqual(await oneByOne(client))
    api.setNow(new Date('2026-08-13T00:30:00Z'))
    const tomorrow = await listed(client, later.etag)
    expect([tomorrow.status, tomorrow.body[0]!.today]).toEqual([200, '2026-08-13'])
    const after = await listed(placeless, there.etag)
    expect([after.status, after.body[0]!.today]).toEqual([200, '2026-08-13'])
    api.setNow(new Date('2026-08-12T10:00:00Z'))
  })

  it('of one keeper are not given to another who sees less, nor to another holding', async () => {
    const all = (await listed(demo)).body
    const other = await api.newHolding()
    expect((await listed(other.client)).body).toEqual([])
    expect((await listed(other.client, (await listed(demo)).etag)).status).toBe(200)
    const [, second] = all
    const holding = (await demo.get('/api/holding')).body.holding.id as string
    const reader = await api.newHolding()
    await api.db.model('memberships').create({ keeperId: reader.keeperId, holdingId: holding, role: 'reader', yards: [second!.id], untilDay: null })
    await reader.client.put('/api/session/holding').send({ holdingId: holding }).expect(204)
    expect((await listed(reader.client)).body.map((y) => y.id)).toEqual([second!.id])
    expect((await listed(demo)).body).toHaveLength(all.length)
    const verdicts = (await reader.client.get('/api/verdicts').expect(200)).body as { yardId: string }[]
    expect(new Set(verdicts.map((v) => v.yardId))).toEqual(new Set([second!.id]))
  })

  it('are whole where there are many: read in parts, in their order, as of one moment', async () => {
    const { client } = await api.newHolding()
    const yards = [0, 70, 3, 0, 45, 30, 0].map((many) => ({ id: id(), many }))
    for (const [place, y] of yards.entries()) {
      await client
        .put(`/api/yards/${y.id}`)
        .send({ name: `Row ${5 - place}`, place, timeZone: 'UTC' })
        .expect(201)
      const rows = Array.from({ length: y.many }, (_, k) => ({ id: id(), name: `Hive ${k + 1}`, since: '2026-04-01' }))
      const placements = rows.map((c, k) => ({ id: id(), colonyId: c.id, yardId: y.id, position: k + 1, fromDay: '2026-04-01' }))
      if (rows.length > 0) await client.post('/api/records').send({ colonies: rows, placements }).expect(200)
    }
    const { body } = await listed(client)
    expect(body.map((y) => [y.id, y.colonies.length])).toEqual(yards.map((y) => [y.id, y.many]))
    expect(body).toEqual(await oneByOne(client))
    const verdicts = (await client.get('/api/verdicts').expect(200)).body as { colonyId: string }[]
    expect(verdicts.map((v) => v.colonyId)).toEqual(body.flatMap((y) => y.colonies.map((c) => c.id)))
    await client.get('/api/calendar.ics').expect(200)
  })
})

describe('the calendar', () => {
  const sequences = (text: string) =>
    new Map(
      new ICAL.Component(ICAL.parse(text))
        .getAllSubcomponents('vevent')
        .map((v) => [String(v.getFirstPropertyValue('uid')), Number(v.getFirstPropertyValue('sequence'))]),
    )
  it('is given as it was built while nothing is another', async () => {
    const first = (await demo.get('/api/calendar.ics').expect(200)).text
    expect((await demo.get('/api/calendar.ics').expect(200)).text).toBe(first)
    expect(first.endsWith('END:VCALENDAR')).toBe(true)
    expect(sequences(first).size).toBeGreaterThan(5)
  })
  it('never goes back behind what another process has told since', async () => {
    const other = api.beside()
    const there = other.client()
    const { email, password } = (await import('../../server/src/demo/holding.ts')).KEEPER
    await there.post('/api/session').send({ email, password }).expect(204)
    const reads = (temperature: string) => demo.put('/api/account/preferences').send({ temperature }).expect(200)
    await reads('C')
    const here = sequences((await demo.get('/api/calendar.ics')).text)
    // Read there in other units, and here again in those of before: what is here at hand is older than what was told.
    await reads('F')
    const told = sequences((await there.get('/api/calendar.ics')).text)
    await reads('C')
    const again = sequences((await demo.get('/api/calendar.ics')).text)
    expect([...told].some(([uid, n]) => n > (here.get(uid) ?? 0))).toBe(true)
    for (const [uid, n] of told) expect(again.get(uid), uid).toBeGreaterThanOrEqual(n)
    await other.close()
  })
})

describe('what is built', () => {
  it('is built once for all who ask meanwhile, and not kept where it fails', async () => {
    const built = new Built()
    let times = 0
    const build = async () => {
      times++
      await new Promise((resolve) => setTimeout(resolve, 5))
      return `text ${times}`
    }
    const all = await Promise.all(Array.from({ length: 9 }, () => built.of('q', 'a', build)))
    const textOf = async (q: string, mark: string, by = build) => (await built.of(q, mark, by)).body.toString()
    expect([times, new Set(all).size]).toEqual([1, 1])
    expect(await textOf('q', 'a')).toBe('text 1')
    expect(await textOf('q', 'b')).toBe('text 2')
    // Of a question the newest alone is kept.
    expect(await textOf('q', 'a')).toBe('text 3')
    await expect(built.of('q', 'c', () => Promise.reject(new Error('no')))).rejects.toThrow('no')
    expect(await textOf('q', 'c')).toBe('text 4')
    built.drop('q')
    expect(await textOf('q', 'c')).toBe('text 5')
  })
})

describe('a process’s share of the connections', () => {
  it('never sums to more than there are, down to the least that it can live on', () => {
    for (let left = 20; left <= 300; left += 7)
      for (let processes = 1; processes <= Math.floor(left / 5); processes++) {
        const { writes, reads } = shareOf(left, processes)
        expect((writes + reads) * processes, `${processes} of ${left}`).toBeLessThanOrEqual(left)
        expect([writes >= 2, reads >= 3]).toEqual([true, true])
        expect(writes + reads).toBeLessThanOrEqual(15)
      }
    expect(shareOf(0, 4)).toEqual({ writes: 2, reads: 3 })
  })
  it('is found by asking the database', async () => {
    // The tests' cluster takes 200.
    expect(await findShare(api.url, 4)).toEqual({ writes: 10, reads: 5 })
    const { writes, reads } = await findShare(api.url, 20)
    expect((writes + reads) * 20).toBeLessThanOrEqual(197)
  })
})
