/**
 * Every route, by every role, with every id it takes: from the declarations of the routes, so that a new one without a line here
 * fails. What is not theirs is not there for them, and nothing of it changes.
 */
import { QueryTypes } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pino } from 'pino'
import { writeCase } from '@thistle/core/formats'
import { makeLimits } from '../../server/src/access/limits.ts'
import { allRoutes } from '../../server/src/app.ts'
import { readConfig } from '../../server/src/config.ts'
import type { Route } from '../../server/src/api/route.ts'
import { august } from '../cases/index.ts'
import { SOUND } from '../cases/records.ts'
import { id, JPEG, startApi, type Api, type Client } from './harness.ts'

const KINDS = [
  'yard',
  'colony',
  'placement',
  'look',
  'count',
  'board',
  'jar',
  'visit',
  'trial',
  'photo',
  'decision',
  'course',
  'event',
  'second',
  'third',
  'fourth',
] as const
type Ids = Readonly<Record<(typeof KINDS)[number], string>>
type Json = Readonly<Record<string, unknown>>
/** What somebody sends: where, and with what. */
interface Sent {
  readonly at: Readonly<Record<string, string>>
  readonly query?: Readonly<Record<string, string>>
  readonly body?: Json
  readonly photo?: true
}
type Line = (of: Ids) => Sent
/** A colony to decide for, on whose day everything is known. */
const SITUATION = JSON.parse(writeCase(august())) as Json
const DAY = '2026-08-10'

const BODIES: Readonly<Record<string, (of: Ids) => Json>> = {
  yards: () => ({ name: 'A yard', timeZone: 'UTC' }),
  colonies: () => ({ name: 'A colony', since: '2026-04-01' }),
  placements: (of) => ({ colonyId: of.colony, yardId: of.yard, position: 1, fromDay: '2026-04-01' }),
  looks: (of) => ({ colonyId: of.colony, onDay: DAY, ...SOUND }),
  counts: (of) => ({ colonyId: of.colony, onDay: DAY, method: 'wash', samples: [{ mites: 9, bees: 300 }] }),
  boards: (of) => ({ colonyId: of.colony, laidOn: '2026-08-01', takenOn: '2026-08-04' }),
  jars: (of) => ({ yardId: of.yard, onDay: DAY, method: 'wash', mites: 5, bees: 300, colonies: [of.colony] }),
  visits: (of) => ({ yardId: of.yard, day: '2026-08-20' }),
  trials: (of) => ({
    yardId: of.yard,
    name: 'A trial',
    startOn: '2026-08-14',
    arms: ['thymol-gel', 'untreated'],
    drawn: [of.colony, of.second, of.third, of.fourth].map((colonyId, i) => ({ colonyId, arm: i % 2, block: 1 })),
    seed: 1,
  }),
}
/** Colonies beside the first of a side, for what takes several. */
const MORE = ['second', 'third', 'fourth'] as const
const ONE: Readonly<Record<string, keyof Ids>> = {
  yards: 'yard',
  colonies: 'colony',
  placements: 'placement',
  looks: 'look',
  counts: 'count',
  boards: 'board',
  jars: 'jar',
  visits: 'visit',
  trials: 'trial',
}
const event = (of: Ids): Json => ({ courseId: of.course, kind: 'done', job: 'prepare', n: 1, happenedOn: DAY })
const decision = (of: Ids): Json => ({
  yardId: of.yard,
  treatment: 'amitraz-strip',
  startOn: '2026-08-12',
  colonies: [{ colonyId: of.colony, courseId: of.course, situation: SITUATION }],
})

/** Rows of a past course, one and the same for a side. */
const pastIds = new Map<string, string>()
const pastOf = (of: string) => pastIds.get(of) ?? pastIds.set(of, id()).get(of)!
/** Routes that name a row: what is sent for the row of a side. `PUT` says what stands already; `DELETE` a version that is not. */
const ROWS: Readonly<Record<string, Line>> = {
  ...Object.fromEntries(
    Object.entries(ONE).flatMap(([word, kind]) => [
      [`put /${word}/{id}`, ((of) => ({ at: { id: of[kind] }, body: BODIES[word]!(of) })) satisfies Line],
      ...(word === 'yards' ? [] : [[`delete /${word}/{id}`, ((of) => ({ at: { id: of[kind] }, query: { version: '99' } })) satisfies Line] as const]),
    ]),
  ),
  'get /colonies/{id}/line': (of) => ({ at: { id: of.colony }, query: { since: '2026-01-01' } }),
  'get /yards/{id}': (of) => ({ at: { id: of.yard } }),
  'put /yards/{id}/weather': (of) => ({ at: { id: of.yard }, body: { days: [{ date: DAY, high: 25, low: 12 }] } }),
  'delete /yards/{id}/weather/{day}': (of) => ({ at: { id: of.yard, day: '2026-07-01' } }),
  'post /colonies/{id}/move': (of) => ({ at: { id: of.colony }, body: { placementId: of.placement, yardId: of.yard, position: 1, onDay: DAY } }),
  'post /records': (of) => ({
    at: {},
    body: Object.fromEntries(['colonies', 'placements', 'counts', 'boards'].map((word) => [word, [{ id: of[ONE[word]!], ...BODIES[word]!(of) }]])),
  }),
  'put /photos/{id}': (of) => ({ at: { id: of.photo }, query: { colonyId: of.colony }, photo: true }),
  'get /photos/{id}': (of) => ({ at: { id: of.photo } }),
  'delete /photos/{id}': (of) => ({ at: { id: of.photo } }),
  'put /decisions/{id}': (of) => ({ at: { id: of.decision }, body: decision(of) }),
  'post /past-courses': (of) => ({
    at: {},
    body: {
      decisions: [
        {
          id: pastOf(of.yard),
          yardId: of.yard,
          treatment: 'oxalic-dribble',
          startOn: '2026-07-01',
          past: { rounds: 1, amount: 40, endOn: '2026-07-01' },
          colonies: [{ colonyId: of.colony, courseId: pastOf(of.colony) }],
        },
      ],
    },
  }),
  'put /events/{id}': (of) => ({ at: { id: of.event }, body: event(of) }),
  'get /courses/{id}': (of) => ({ at: { id: of.course } }),
  'post /rounds': (of) => ({
    at: {},
    body: { visits: [{ id: of.visit, ...BODIES.visits!(of) }], visitsGone: [], events: [{ id: of.event, ...event(of) }] },
  }),
  'get /history/{id}': (of) => ({ at: { id: of.look } }),
}
/** Routes of people and of oneself: they name no row of a yard. Who may call them is declared; their own tests say the rest. */
const OTHERS = new Set(
  `post /session|post /session/demo|delete /session|put /session/holding|get /sessions|delete /sessions/{id}|delete /sessions|post /accounts|get /account
put /account/name|put /account/preferences|put /account/password|get /account/export|post /account/deletion|post /holdings|post /holdings/{id}/return|post /password-resets
put /password-resets/{token}|get /members|put /members/{id}|delete /members/{id}|get /invitations|put /invitations/{id}|delete /invitations/{id}
get /invitations/by-link/{token}|post /invitations/acceptance|get /holding|post /holding/date|post /holding/fresh|get /holding/export|post /holding/restoration|post /holding/deletion
get /yards|post /kept|get /weather/usual|get /weather/towns|put /settings/{id}|put /lots/{id}|delete /lots/{id}|get /changes|get /changes/last|post /changes/{seq}/undo|get /calendar.ics|get /calendar/address
post /calendar/address|delete /calendar/address|get /calendar/{address}|get /probe|post /probe/load|get /letter|get /verdicts|post /match|get /outbox|get /outbox/{id}/message.eml
get /openapi.json|post /practice|post /practice/draws|get /practice/looks/{id}|get /practice/end|get /winter|get /book/{book}|get /book/{book}/csv|post /book/{book}/pdf|get /book-pdf/{id}|get /book-pdf/{id}/file
get /reader-links|post /reader-links|delete /reader-links/{id}|get /shared/{secret}|get /shared/{secret}/review|get /shared/{secret}/{book}|get /shared/{secret}/{book}/csv`.split(
    /[|\n]/,
  ),
)

let api: Api
let routes: readonly Route[]
let mine: Ids
let theirs: Ids
let foreign: Ids
let seqOf: (rowId: string) => Promise<number>
const who = {} as Record<'nobody' | 'elsewhere' | 'reader' | 'one' | 'all' | 'owner', Client>
let holdingId: string

async function call(client: Client, name: string, sent: Sent) {
  const [method, path] = name.split(' ') as ['get' | 'put' | 'post' | 'delete', string]
  const url = `/api${path.replace(/\{(\w+)\}/g, (_all, word: string) => sent.at[word] ?? '')}`
  const asked = client[method](url).query(sent.query ?? {})
  return sent.photo ? asked.set('Content-Type', 'image/jpeg').send(JPEG) : sent.body ? asked.send(sent.body) : asked
}
async function furnish(client: Client, yard = id()): Promise<Ids> {
  const of = { ...(Object.fromEntries(KINDS.map((kind) => [kind, id()])) as unknown as Ids), yard }
  await call(client, 'put /yards/{id}', ROWS['put /yards/{id}']!(of))
  for (const more of MORE) {
    const other = { ...of, colony: of[more], placement: id() }
    for (const word of ['colonies', 'placements'])
      expect((await call(client, `put /${word}/{id}`, ROWS[`put /${word}/{id}`]!(other))).status, word).toBe(201)
  }
  for (const word of Object.keys(ONE).filter((w) => w !== 'yards'))
    expect((await call(client, `put /${word}/{id}`, ROWS[`put /${word}/{id}`]!(of))).status, word).toBe(201)
  for (const name of ['put /photos/{id}', 'put /decisions/{id}', 'put /events/{id}', 'post /past-courses', 'put /yards/{id}/weather'])
    expect((await call(client, name, ROWS[name]!(of))).body.detail, name).toBeUndefined()
  return of
}
const TABLES =
  'yards colonies placements looks counts count_samples boards jars visits trials lots reader_links photos decisions courses events weather_days settings history memberships invitations'
/** Everything that is kept, as one figure. */
async function everything(): Promise<string> {
  const parts = TABLES.split(' ').map((t) => `SELECT md5(coalesce(string_agg(t::text, '|' ORDER BY t::text), '')) AS part FROM ${t} t`)
  const rows = await api.db.sequelize.query<{ part: string }>(parts.join(' UNION ALL '), { type: QueryTypes.SELECT })
  return rows.map((r) => r.part).join()
}
/** Every way to put ids of the other side in place of one's own: one at a time, wherever they stand. */
function exchanged(sent: Sent, own: Ids, other: Ids): Sent[] {
  const text = JSON.stringify(sent)
  return KINDS.filter((kind) => text.includes(own[kind])).map((kind) => JSON.parse(text.replaceAll(own[kind], other[kind])) as Sent)
}

beforeAll(async () => {
  api = await startApi({ demo: false })
  const config = readConfig({ DATABASE_URL: api.url, SESSION_SECRET: 'x'.repeat(40), LOG_LEVEL: 'silent' })
  const never = () => {
    throw new Error('nothing is asked')
  }
  routes = allRoutes(
    { config, db: api.db, clock: never, logger: pino({ level: 'silent' }), isReady: never, publicUrl: never, weatherUrl: '', probeUrl: '' },
    makeLimits({} as never, config),
  )
  const owner = await api.newHolding('owner')
  holdingId = owner.holdingId
  const elsewhere = await api.newHolding('owner')
  mine = await furnish(owner.client)
  theirs = await furnish(owner.client)
  foreign = await furnish(elsewhere.client)
  const join = async (role: 'reader' | 'helper', yards: string[] | null) => {
    const it = await api.newHolding(role, yards)
    await api.db.model('memberships').update({ holdingId }, { where: { keeperId: it.keeperId } })
    await it.client.put('/api/session/holding').send({ holdingId }).expect(204)
    return it.client
  }
  who.nobody = api.client()
  who.elsewhere = elsewhere.client
  who.owner = owner.client
  who.reader = await join('reader', null)
  who.one = await join('helper', [mine.yard])
  who.all = await join('helper', null)
  seqOf = async (rowId) => (await api.db.model('history').findOne({ where: { rowId }, order: [['seq', 'DESC']], raw: true }))!.seq
})
afterAll(() => api.close())

describe('every route', () => {
  it('has its line here', () => {
    const named = routes.map((r) => `${r.method} ${r.path}`)
    expect(named.filter((n) => !(n in ROWS) && !OTHERS.has(n))).toEqual([])
    expect([...Object.keys(ROWS), ...OTHERS].filter((n) => !named.includes(n))).toEqual([])
    for (const r of routes.filter((x) => x.path.includes('{id}') && x.access === 'write' && x.path !== '/settings/{id}' && x.path !== '/lots/{id}'))
      expect(`${r.method} ${r.path}` in ROWS, r.path).toBe(true)
  })

  it('lets nobody in who is not signed in, readers write nothing, and helpers do nothing that is an owner’s', async () => {
    const before = await everything()
    for (const r of routes) {
      const at = Object.fromEntries([...r.path.matchAll(/\{(\w+)\}/g)].map((m) => [m[1]!, mine.yard]))
      const status = async (client: Client) =>
        (await call(client, `${r.method} ${r.path}`, { at, body: r.method === 'get' ? undefined : {} } as Sent)).status
      const name = `${r.method} ${r.path}`
      if (r.access === 'open') continue
      expect(await status(who.nobody), `nobody: ${name}`).toBe(401)
      if (r.access === 'write' || r.access === 'owner') expect(await status(who.reader), `reader: ${name}`).toBe(403)
      if (r.access === 'owner') for (const client of [who.one, who.all]) expect(await status(client), `helper: ${name}`).toBe(403)
    }
    expect(await everything()).toBe(before)
  })
})

describe('every row', () => {
  it('is there for those who may have it', async () => {
    const before = await everything()
    // A photograph that is taken away is gone: its own test does that.
    for (const [name, line] of Object.entries(ROWS).filter(([n]) => n !== 'delete /photos/{id}')) {
      const route = routes.find((r) => `${r.method} ${r.path}` === name)
      const writers = [who.one, who.all, who.owner]
      for (const client of route?.access === 'read' ? [...writers, who.reader] : writers) {
        const { status, body } = await call(client, name, line(mine))
        // A version that is not the newest is told to whoever may see the row.
        expect(
          name.startsWith('delete') && !name.includes('weather') ? status === 409 : status < 300,
          `${name}: ${status} ${JSON.stringify(body)}`,
        ).toBe(true)
      }
    }
    expect(await everything()).toBe(before)
  })

  it('of another yard or holding is not there: by its id, by any id in what is sent, and nothing changes', async () => {
    const before = await everything()
    const said: string[] = []
    for (const [client, own, other] of [
      [who.one, mine, theirs],
      [who.one, mine, foreign],
      [who.all, mine, foreign],
      [who.owner, mine, foreign],
      [who.elsewhere, foreign, mine],
    ] as const)
      for (const [name, line] of Object.entries(ROWS)) {
        const fresh = { ...own, ...Object.fromEntries(KINDS.filter((k) => k !== 'yard' && k !== 'colony').map((k) => [k, id()])) }
        const tries = [line(other), ...exchanged(line(own), own, other), ...exchanged(line(fresh), own, other)]
        for (const sent of tries) {
          const { status, body } = await call(client, name, sent)
          if (status < 400 || status >= 500) said.push(`${name} ${JSON.stringify(sent)}: ${status}`)
          else if (Object.values(other).some((x) => JSON.stringify(body).includes(x))) said.push(`${name} told ${JSON.stringify(body)}`)
          else if (sent === tries[0] && status !== 404) said.push(`${name} of the other: ${status} ${body.detail}`)
        }
      }
    expect(said).toEqual([])
    expect(await everything()).toBe(before)
  })

  it('of another yard is told in no list', async () => {
    const lists = routes.filter(
      (r) => r.method === 'get' && r.access === 'read' && !r.path.includes('{') && !r.path.startsWith('/weather/') && r.path !== '/probe',
    )
    expect(lists.length).toBeGreaterThan(5)
    for (const r of lists) {
      const text = JSON.stringify((await call(who.one, `get ${r.path}`, { at: {} })).body)
      expect(
        Object.values(theirs).filter((x) => text.includes(x)),
        r.path,
      ).toEqual([])
    }
    for (const query of [{ colony: theirs.colony }, { yard: theirs.yard }])
      expect((await who.one.get('/api/changes/last').query(query).expect(200)).body).toEqual([])
  })
})

describe('what goes beyond one row', () => {
  it('a colony’s parents in other yards are not told, and stay when the colony is changed', async () => {
    const [child, placement] = [id(), id()]
    await who.owner
      .put(`/api/colonies/${child}`)
      .send({ name: 'Child', since: '2026-06-01', parents: [theirs.colony, mine.colony] })
      .expect(201)
    await who.owner.put(`/api/placements/${placement}`).send({ colonyId: child, yardId: mine.yard, position: 2, fromDay: '2026-06-01' }).expect(201)
    const seen = (await who.one.get(`/api/yards/${mine.yard}`)).body.colonies.find((c: { id: string }) => c.id === child)
    expect(seen.parents).toEqual([mine.colony])
    const changed = await who.one
      .put(`/api/colonies/${child}`)
      .send({ name: 'Named anew', since: '2026-06-01', parents: seen.parents, version: 1 })
      .expect(200)
    expect(changed.body.parents).toEqual([mine.colony])
    const stale = await who.one.put(`/api/colonies/${child}`).send({ name: 'Old page', since: '2026-06-01', parents: [], version: 1 }).expect(409)
    expect(stale.body.current.parents).toEqual([mine.colony])
    const kept = (await who.owner.get(`/api/yards/${mine.yard}`)).body.colonies.find((c: { id: string }) => c.id === child)
    expect([kept.name, kept.parents.toSorted()]).toEqual(['Named anew', [theirs.colony, mine.colony].toSorted()])
    for (const path of [`/api/history/${child}`, '/api/changes/last'])
      expect(JSON.stringify((await who.one.get(path)).body)).not.toContain(theirs.colony)
  })

  it('an undo that spans yards is whole or not at all', async () => {
    const third = await furnish(who.owner)
    await who.owner
      .post(`/api/colonies/${third.colony}/move`)
      .send({ placementId: id(), yardId: mine.yard, position: 9, onDay: '2026-08-11' })
      .expect(200)
    const seq = await seqOf(third.placement)
    const before = await everything()
    const moved = (await who.one.get('/api/changes/last')).body[0]
    const refused = await who.one.post(`/api/changes/${moved.seq}/undo`).expect(409)
    expect(refused.body.detail).toMatch(/whole or not at all/)
    await who.one.post(`/api/changes/${seq}/undo`).expect(404)
    expect(await everything()).toBe(before)
    await who.owner.post(`/api/changes/${moved.seq}/undo`).expect(204)
  })

  it('a colony of another yard is neither brought into one’s own past nor named as a parent', async () => {
    const before = await everything()
    const past = { colonyId: theirs.colony, yardId: mine.yard, position: 5, fromDay: '2026-05-01', toDay: '2026-05-20' }
    await who.one.put(`/api/placements/${id()}`).send(past).expect(404)
    await who.one
      .put(`/api/colonies/${id()}`)
      .send({ name: 'Split', since: DAY, parents: [theirs.colony] })
      .expect(404)
    await who.owner
      .put(`/api/colonies/${id()}`)
      .send({ name: 'Split', since: DAY, parents: [foreign.colony] })
      .expect(404)
    expect(await everything()).toBe(before)
  })

  it('settings are those of one’s own holding, whatever id they are sent under', async () => {
    const before = await everything()
    const { id: own, ...rest } = (await who.owner.get('/api/holding')).body.settings
    const { id: others } = (await who.elsewhere.get('/api/holding')).body.settings
    expect(own).toBe(holdingId)
    for (const at of [others, id()])
      await who.owner
        .put(`/api/settings/${at}`)
        .send({ ...rest, school: 'tight' })
        .expect(404)
    expect(await everything()).toBe(before)
  })

  it('a colony that a helper makes is theirs until it stands, and nobody else’s of one yard', async () => {
    const other = await api.newHolding('helper', [theirs.yard])
    await api.db.model('memberships').update({ holdingId }, { where: { keeperId: other.keeperId } })
    await other.client.put('/api/session/holding').send({ holdingId }).expect(204)
    const made = id()
    await who.one.put(`/api/colonies/${made}`).send({ name: 'New here', since: DAY }).expect(201)
    await other.client.post(`/api/colonies/${made}/move`).send({ placementId: id(), yardId: theirs.yard, position: 3, onDay: DAY }).expect(404)
    await who.one.post(`/api/colonies/${made}/move`).send({ placementId: id(), yardId: mine.yard, position: 3, onDay: DAY }).expect(200)
    await who.one.put(`/api/colonies/${made}`).send({ name: 'Renamed', since: DAY, version: 1 }).expect(200)
  })

  it('what was entered in books that are closed keeps its day, its words and its place', async () => {
    const settings = (await who.owner.get('/api/holding')).body.settings
    const { id: settingsId, ...rest } = settings
    await who.owner
      .put(`/api/settings/${settingsId}`)
      .send({ ...rest, closedThrough: '2026-08-10' })
      .expect(200)
    const before = await everything()
    for (const [word, body] of [
      ['counts', { ...BODIES.counts!(mine), onDay: '2026-08-11' }],
      ['looks', { ...BODIES.looks!(mine), onDay: '2026-08-11' }],
      ['boards', { ...BODIES.boards!(mine), laidOn: '2026-08-11', takenOn: null }],
      ['jars', { ...BODIES.jars!(mine), onDay: '2026-08-11' }],
    ] as const) {
      const rowId = mine[ONE[word]!]
      expect((await who.owner.put(`/api/${word}/${rowId}`).send({ ...body, version: 1 })).body.detail, word).toMatch(/books are closed/)
      expect((await who.owner.delete(`/api/${word}/${rowId}?version=1`)).body.detail, word).toMatch(/books are closed/)
      // The same again is no change.
      await who.owner.put(`/api/${word}/${rowId}`).send(BODIES[word]!(mine)).expect(200)
    }
    const late = await who.owner.put(`/api/events/${id()}`).send({ ...event(mine), happenedOn: '2026-08-11', supersedes: mine.event })
    expect(late.body.detail).toMatch(/books are closed/)
    const decided = await who.owner
      .put(`/api/decisions/${id()}`)
      .send({ ...decision(mine), startOn: '2026-08-10', colonies: [{ colonyId: mine.colony, courseId: id(), situation: SITUATION }] })
    expect(decided.body.detail).toMatch(/books are closed/)
    expect(await everything()).toBe(before)
  })

  it('a decision sent again with other contents is refused, and its day lies within bounds', async () => {
    for (const over of [{ note: 'another' }, { startOn: '2026-08-13' }, { colonies: [] }]) {
      const status = (await who.owner.put(`/api/decisions/${mine.decision}`).send({ ...decision(mine), ...over })).status
      expect(status, JSON.stringify(over)).toBe('colonies' in over ? 400 : 409)
    }
    // A case that could be decided on, and is another: one fact of the colony, one count.
    const on = (situation: Json) => ({ ...decision(mine), colonies: [{ colonyId: mine.colony, courseId: mine.course, situation }] })
    const send = async (situation: Json) => (await who.owner.put(`/api/decisions/${mine.decision}`).send(on(situation))).status
    expect(await send({ ...SITUATION, colony: { ...(SITUATION.colony as Json), framesOfBees: 13 } })).toBe(409)
    expect(await send({ ...SITUATION, counts: (SITUATION.counts as Json[]).map((c) => ({ ...c, mites: 12 })) })).toBe(409)
    // The same with its names in another order is the same.
    expect(await send(Object.fromEntries(Object.entries(SITUATION).toReversed()))).toBe(200)
    for (const startOn of ['2028-01-01', '2020-01-01']) {
      const far = await who.owner
        .put(`/api/decisions/${id()}`)
        .send({ ...decision(theirs), startOn, colonies: [{ colonyId: theirs.colony, courseId: id(), situation: SITUATION }] })
      expect(far.body.detail, startOn).toMatch(/too far ahead|days ago|books are closed/)
    }
  })
})
