/** The phone in the yard, at the server's end: what it shows beforehand is what is read afterwards, whatever comes in which order, and how often. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { rowsOfEntry, withEntries, yardState, type CourseState, type Entry, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { addDays } from '@thistle/core/time'
import { draws } from '../worlds/draws.ts'
import { sendAll } from '../../web/src/stores/send-all.ts'
import { Refused, refusedBy, type ProblemDocument } from '../../web/src/server/call.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
beforeEach(() => demo.post('/api/holding/fresh').expect(204))

const TODAY = '2026-08-12'
const yards = async () => (await demo.get('/api/yards').expect(200)).body as YardRecord[]
/** Sends an entry as the page does. */
async function send({ method, path, body }: Entry): Promise<void> {
  const to = `/api${path}`
  const answer = await (method === 'DELETE'
    ? demo.delete(to)
    : method === 'PUT'
      ? demo.put(to).send(body as object)
      : demo.post(to).send(body as object))
  const problem = answer.body as { detail?: string; current?: unknown } | undefined
  if (answer.status >= 400) throw new Refused(answer.status, problem?.detail ?? '', { current: problem?.current ?? null })
}
/** Entries that wait, in memory. */
function line(given: readonly Entry[], one = false) {
  let waiting = [...given]
  const drop = (entry: Entry, ...instead: Entry[]) => (waiting = waiting.flatMap((e) => (e === entry ? instead : [e])))
  return {
    waiting: () => waiting,
    stuck: () => [],
    send: async (entry: Entry) => {
      await send(entry)
      drop(entry)
    },
    sendMany: async (entries: readonly Entry[]) => {
      const { body, status } = await demo.post('/api/kept').send({ entries })
      if (status !== 200) throw new Refused(status, JSON.stringify(body))
      const { answers } = body as { answers: { status: number; problem?: ProblemDocument }[] }
      const became = answers.map((a) => (a.problem ? refusedBy(a.status, a.problem, null) : null))
      for (const [i, fault] of became.entries()) if (fault === null) drop(entries[i]!)
      return became
    },
    mayGoAlong: () => !one,
    split: (entry: Entry) => {
      const rows = rowsOfEntry(entry) ?? []
      if (rows.length < 2) return Promise.resolve(false)
      drop(entry, ...rows.map(({ kind, id: row, body }): Entry => ({ method: 'PUT', path: `/${kind}/${row}`, body: { ...body, id: undefined } })))
      return Promise.resolve(true)
    },
  }
}
const bare = (list: readonly YardRecord[]) =>
  list.map((y) => ({
    ...y,
    colonies: y.colonies.map((c) => ({
      ...c,
      courses: c.courses.map((o) => ({ ...o, events: o.events.map(({ ...e }) => ({ ...e, savedAt: null })) })),
    })),
  }))

/** What two keepers may write on a day in all the yards: counts, looks, boards, doses, notes. */
function written(list: readonly YardRecord[], many: number, seed: number): Entry[] {
  const { next: draw } = draws(seed)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(draw() * from.length)] as T
  const colonies = list.flatMap((y) => y.colonies.map((colony) => ({ colony, yard: y })))
  const entries: Entry[] = []
  const open = new Set<string>()
  let visits = 0
  for (let i = 0; entries.length < many; i++) {
    const { colony, yard } = pick(colonies)
    const day = addDays(TODAY, -Math.floor(draw() * 3))
    const kind = Math.floor(draw() * 5)
    if (kind === 0) {
      const count = {
        colonyId: colony.id,
        onDay: day < colony.since ? TODAY : day,
        method: 'wash',
        samples: [{ mites: Math.floor(draw() * 12), bees: 300 }],
      }
      entries.push({ method: 'POST', path: '/records', body: { counts: [{ id: id(), ...count }] } })
    } else if (kind === 1)
      entries.push({
        method: 'PUT',
        path: `/looks/${id()}`,
        body: {
          colonyId: colony.id,
          onDay: addDays(TODAY, -(i % 2)) < colony.since ? TODAY : addDays(TODAY, -(i % 2)),
          broodBoxes: 1,
          framesOfBees: 1 + Math.floor(draw() * 12),
        },
      })
    else if (kind === 2 && !colony.board && !open.has(colony.id)) {
      open.add(colony.id)
      entries.push({ method: 'PUT', path: `/boards/${id()}`, body: { colonyId: colony.id, laidOn: TODAY, takenOn: null } })
    } else if (kind === 3)
      entries.push({
        method: 'PUT',
        path: `/jars/${id()}`,
        body: { yardId: yard.id, onDay: TODAY, method: 'sugar', mites: i % 9, bees: 300, colonies: [] },
      })
    else if (kind === 4)
      entries.push({
        method: 'POST',
        path: '/rounds',
        body: { visits: [{ id: id(), yardId: yard.id, day: addDays(TODAY, ++visits), note: `n ${i}` }] },
      })
  }
  return entries
}

/** A course of which so many doses are open. */
async function openDose(many: number): Promise<CourseState> {
  const { settings } = (await demo.get('/api/holding').expect(200)).body as { settings: SettingsRecord }
  const courses = (await yards()).flatMap((y) => yardState(y, settings).row.flatMap((c) => c.courses))
  const found = courses.find((c) => !c.cancelled && dosesOpen(c).length >= many)
  if (!found) throw new Error('the demo has no such course')
  return found
}
const dosesOpen = ({ course }: CourseState) => course.jobs.filter((j) => j.job === 'dose' && j.state === 'open')
/** The tick of its next dose, or of the one after it. */
function tick(course: CourseState, which: number, amount: number): Entry {
  const { job, n } = dosesOpen(course)[which]!
  const event = { id: id(), courseId: course.record.id, kind: 'done', job, n, happenedOn: TODAY, amount, device: 'phone' }
  return { method: 'POST', path: '/rounds', body: { events: [event] } }
}

describe('what a phone shows before it has sent it', () => {
  it('is what the server tells once it has', async () => {
    const before = await yards()
    const entries = written(before, 60, 7)
    expect((await sendAll(line(entries))).refused.size).toBe(0)
    const [shown, read] = [bare(withEntries(before, entries)), bare(await yards())]
    // Forecasts are asked for anew and have no part in it.
    for (const [i, y] of read.entries()) {
      expect(shown[i]!.visits!.toSorted((a, b) => a.id.localeCompare(b.id))).toEqual(y.visits!.toSorted((a, b) => a.id.localeCompare(b.id)))
      expect(shown[i]!.jars).toEqual(y.jars)
      expect(shown[i]!.colonies.map((c) => c.counts)).toEqual(y.colonies.map((c) => c.counts))
      expect(shown[i]!.colonies.map((c) => c.board ?? null)).toEqual(y.colonies.map((c) => c.board ?? null))
      expect(shown[i]!.colonies.map((c) => c.look)).toEqual(y.colonies.map((c) => c.look))
    }
  })
  it('is a dose that is ticked, and a round after it, with what follows from both', async () => {
    const before = await yards()
    const entries = [tick(await openDose(1), 0, 2)]
    await sendAll(line(entries))
    expect(bare(withEntries(before, entries)).flatMap((y) => y.colonies.map((c) => c.courses))).toEqual(
      bare(await yards()).flatMap((y) => y.colonies.map((c) => c.courses)),
    )
  })
})

describe('five hundred entries', () => {
  const BOOKS = ['register', 'counts', 'looks'] as const
  const books = async () =>
    Promise.all(
      BOOKS.map(async (b) =>
        ((await demo.get(`/api/book/${b}?year=2026`).expect(200)).body as { lines: object[] }).lines.map((l) => JSON.stringify(l)).toSorted(),
      ),
    )
  it('in any order of arrival, some of them twice, make the same books as one after the other', async () => {
    const entries = written(await yards(), 500, 11)
    for (const entry of entries) await send(entry)
    const online = await books()
    await demo.post('/api/holding/fresh').expect(204)
    const { next: draw } = draws(3)
    const arriving = [...entries, ...entries.slice(0, 60)]
      .map((e) => [draw(), e] as const)
      .toSorted(([a], [b]) => a - b)
      .map(([, e]) => e)
    const { refused } = await sendAll(line(arriving))
    expect([...refused.values()].map((r) => r.message)).toEqual([])
    expect(await books()).toEqual(online)
  })
  it('that lean on one another are taken whichever comes first', async () => {
    const course = await openDose(2)
    const { refused } = await sendAll(line([tick(course, 1, 2), tick(course, 0, 2)]))
    expect(refused.size).toBe(0)
  })
})

describe('entries that go together', () => {
  it('are taken or refused each for itself, undone one by one, and the same again does no harm', async () => {
    const [first, second] = (await yards())[0]!.colonies
    const put = (colonyId: string, note: string, onDay = TODAY): Entry => ({
      method: 'PUT',
      path: `/looks/${id()}`,
      body: { colonyId, onDay, broodBoxes: 1, note },
    })
    const gone = { method: 'DELETE', path: `/visits/${id()}?version=1`, body: null } as const
    const entries: Entry[] = [
      put(first!.id, 'one'),
      put(first!.id, 'of tomorrow', addDays(TODAY, 1)),
      put(second!.id, 'three'),
      {
        method: 'POST',
        path: '/records',
        body: { counts: [{ id: id(), colonyId: first!.id, onDay: TODAY, method: 'wash', samples: [{ mites: 2, bees: 300 }] }] },
      },
      gone,
      { method: 'PUT', path: '/settings/nothing', body: {} },
      { method: 'PUT', path: `/looks/${id()}`, body: { colonyId: first!.id } },
      put(id(), 'of nobody'),
    ]
    const sendThem = async () =>
      ((await demo.post('/api/kept').send({ entries }).expect(200)).body as { answers: { status: number; problem?: { detail: string } }[] }).answers
    const answers = await sendThem()
    expect(answers.map((a) => a.status)).toEqual([200, 400, 200, 200, 404, 400, 400, 404])
    expect(answers[1]!.problem!.detail).toMatch(/still to come/)
    expect((await sendThem()).map((a) => a.status)).toEqual(answers.map((a) => a.status))
    const notes = async () => (await yards())[0]!.colonies.map((c) => c.look?.note)
    expect(await notes()).toEqual(expect.arrayContaining(['one', 'three']))
    // One look is undone, and the other stays.
    const changes = (await demo.get('/api/changes/last').expect(200)).body as { seq: number; state: { note?: string } }[]
    const three = changes.find((c) => c.state.note === 'three')!
    await demo.post(`/api/changes/${three.seq}/undo`).expect(204)
    expect(await notes()).toContain('one')
    expect(await notes()).not.toContain('three')
  })
  it('are of nobody but who writes them: no reader, and no stranger', async () => {
    const colony = (await yards())[0]!.colonies[0]!
    const look: Entry = { method: 'PUT', path: `/looks/${id()}`, body: { colonyId: colony.id, onDay: TODAY, broodBoxes: 1 } }
    const [reader, owner] = [await api.newHolding('reader'), await api.newHolding()]
    await reader.client
      .post('/api/kept')
      .send({ entries: [look] })
      .expect(403)
    await api
      .client()
      .post('/api/kept')
      .send({ entries: [look] })
      .expect(401)
    const { body } = await owner.client
      .post('/api/kept')
      .send({ entries: [look, look] })
      .expect(200)
    expect((body as { answers: { status: number }[] }).answers.map((a) => a.status)).toEqual([404, 404])
    expect((await yards())[0]!.colonies[0]!.look?.id).not.toBe(look.path.slice(7))
  })
  it('are not too many at once, and count as many against the limit', async () => {
    const one = { method: 'PUT', path: `/looks/${id()}`, body: null }
    await demo
      .post('/api/kept')
      .send({ entries: Array.from({ length: 61 }, () => one) })
      .expect(400)
    await demo.post('/api/kept').send({ entries: [] }).expect(400)
    await demo
      .post('/api/kept')
      .send({ entries: [{ ...one, method: 'GET' }] })
      .expect(400)
  })
})

describe('two phones on one colony', () => {
  it('have one tick of a job, and the other is told apart from what stands', async () => {
    const course = await openDose(1)
    const [mine, theirs] = [tick(course, 0, 2), tick(course, 0, 1)]
    await send(mine)
    const { refused } = await sendAll(line([theirs]))
    expect(refused.get(theirs)).toMatchObject({ status: 409 })
    // The same again from the same phone is no second tick.
    expect((await sendAll(line([mine]))).refused.size).toBe(0)
  })
  it('see the row as it stands where both put it right, and one of many rows does not hold up the others', async () => {
    const colony = (await yards())[0]!.colonies.find((c) => c.counts.length > 0)!
    const { id: countId, version, ...count } = colony.counts.at(-1)!
    const put = (note: string): Entry => ({ method: 'PUT', path: `/counts/${countId}`, body: { ...count, colonyId: colony.id, note, version } })
    await send(put('mine'))
    const stale = put('theirs')
    const { refused } = await sendAll(line([stale]))
    expect(refused.get(stale)?.current).toMatchObject({ id: countId, note: 'mine', version: version + 1 })
    const good = { id: id(), colonyId: colony.id, onDay: TODAY, method: 'wash', samples: [{ mites: 1, bees: 300 }] }
    const many: Entry = { method: 'POST', path: '/records', body: { counts: [{ ...good, id: countId, version, note: 'late' }, good] } }
    const waiting = line([many])
    expect((await sendAll(waiting)).refused.size).toBe(1)
    expect(waiting.waiting()).toHaveLength(1)
    expect((await yards())[0]!.colonies.find((c) => c.id === colony.id)!.counts.map((c) => c.id)).toContain(good.id)
  })
})

describe('a device whose session was ended from another one', () => {
  it('is told so until its session would have ended, and no request under way brings it back', async () => {
    const { client: mine, keeperId } = await api.newHolding()
    const [{ email }] = (await api.db.model('keepers').findAll({ where: { id: keeperId }, raw: true })) as unknown as [{ email: string }]
    const lost = api.client()
    await lost.post('/api/session').send({ email, password: 'a long enough password' }).expect(204)
    await lost.get('/api/holding').expect(200)
    const sessions = (await mine.get('/api/sessions').expect(200)).body as { id: string; current: boolean }[]
    await mine.delete(`/api/sessions/${sessions.find((s) => !s.current)!.id}`).expect(204)
    for (let i = 0; i < 2; i++)
      expect((await lost.get('/api/holding').expect(401)).body).toMatchObject({ type: expect.stringMatching(/signed-out-elsewhere$/) as string })
    expect(((await mine.get('/api/sessions')).body as unknown[]).length).toBe(1)
    // Signed in again it works as before.
    await lost.post('/api/session').send({ email, password: 'a long enough password' }).expect(204)
    await lost.get('/api/holding').expect(200)
    // A new password ends it without that: what was not sent may still be.
    await mine.put('/api/account/password').send({ password: 'a long enough password', next: 'another long password' }).expect(204)
    expect((await lost.get('/api/holding').expect(401)).body).toMatchObject({ type: expect.stringMatching(/not-signed-in$/) as string })
  })
})
