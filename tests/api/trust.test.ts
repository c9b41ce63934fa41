/** Sessions that end, names that are not ours, secrets, and guesses: what was tried from outside, kept as tests. */
import { agent } from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SessionStore } from '../../server/src/access/store.ts'
import { readConfig } from '../../server/src/config.ts'
import { openDatabase } from '../../server/src/database/index.ts'
import { endAccount } from '../../server/src/people/accounts.ts'
import { clearVisits } from '../../server/src/demo/visit.ts'
import { id, JPEG, startApi, type Api, type Client } from './harness.ts'

const PASSWORD = 'three jars on a shelf'
let api: Api
beforeAll(async () => {
  api = await startApi()
})
afterAll(() => api.close())

let made = 0
async function keeper(at: Api) {
  const email = `trust${++made}@example.test`
  const client = at.client()
  await client.post('/api/accounts').send({ name: 'Ansel Brook', email, password: PASSWORD, holding: 'Brook Bees' }).expect(204)
  return { client, email }
}
const sessionsOf = async (at: Api): Promise<number> => {
  const [rows] = await at.db.sequelize.query(`SELECT count(*)::int AS n FROM sessions WHERE sess ->> 'ended' IS NULL`)
  return (rows as { n: number }[])[0]!.n
}

describe('a session that was ended', () => {
  it('is not put back by a request that was under way', async () => {
    const { client, email } = await keeper(api)
    const other = api.client()
    for (let round = 0; round < 8; round += 1) {
      await other.post('/api/session').send({ email, password: PASSWORD }).expect(204)
      const left = await sessionsOf(api)
      // Late enough that every request stamps the session, and so saves it at its end.
      api.setNow(new Date(Date.parse('2026-08-12T10:00:00Z') + (round + 1) * 3_600_000))
      const busy = Array.from({ length: 6 }, () => other.put('/api/account/preferences').send({}))
      await Promise.all([...busy, client.delete('/api/sessions').expect(204)])
      expect(await sessionsOf(api)).toBe(left - 1)
      await other.get('/api/account').expect(401)
    }
    api.setNow(new Date('2026-08-12T10:00:00Z'))
  })

  it('is written by the store where it is, and only begun where it is not', async () => {
    const store = new SessionStore(api.db.reads.pool, () => undefined)
    const data = { cookie: { maxAge: 1000, originalMaxAge: 1000 }, keeperId: id() } as never
    await new Promise((resolve) => store.set('no-such-session', data, resolve))
    const [rows] = await api.db.sequelize.query(`SELECT 1 FROM sessions WHERE sid = 'no-such-session'`)
    expect(rows).toEqual([])
    store.close()
  })

  it('is ended also by who has written too much this minute', async () => {
    const slow = await startApi({ demo: false, config: { writesPerMinute: 3 } })
    try {
      const { client } = await keeper(slow)
      for (let i = 0; i < 4; i += 1) await client.put('/api/account/preferences').send({})
      await client.put('/api/account/preferences').send({}).expect(429)
      await client.delete('/api/sessions').expect(204)
      await client.delete('/api/session').expect(204)
    } finally {
      await slow.close()
    }
  })
})

describe('under another name', () => {
  it('nothing is answered, whatever the origin says; under our own it is', async () => {
    const to = agent(api.app.express)
    for (const host of ['evil.example', 'evil.example:4380', '127.0.0.1.evil.example', '']) {
      const read = await to.get('/api/outbox').set('Host', host)
      expect(read.status, host).toBe(421)
      const write = await to.post('/api/session/demo').set('Host', host).set('Origin', `http://${host}`).set('X-Forwarded-Host', '127.0.0.1')
      expect(write.status, host).toBe(421)
    }
    for (const host of ['127.0.0.1:4380', 'localhost:1', '[::1]:80']) await to.get('/api/outbox').set('Host', host).expect(200)
    await to.post('/api/session/demo').set('Host', 'localhost:4380').set('Origin', 'http://evil.example').expect(403)
    await to.get('/healthz').set('Host', 'a-probe').expect(200)
  })

  it('the public address is ours, its cookies are secure, and a forwarded name counts for nothing', async () => {
    const env = { DATABASE_URL: api.url, SESSION_SECRET: 'x'.repeat(40), LOG_LEVEL: 'silent', PUBLIC_URL: 'https://bees.example/' }
    const { publicUrl, cookieSecure, trustProxy } = readConfig(env)
    expect([publicUrl, cookieSecure, trustProxy]).toEqual(['https://bees.example', true, 0])
    const there = await startApi({ config: { publicUrl, cookieSecure } })
    try {
      const to = agent(there.app.express)
      const got = await to.post('/api/session/demo').set('Host', 'bees.example').set('Origin', 'https://bees.example').expect(204)
      expect(got.headers['set-cookie']?.[0]).toMatch(/; Secure/)
      await to.post('/api/session/demo').set('Host', 'bees.example').set('Origin', 'http://bees.example.evil').expect(403)
    } finally {
      await there.close()
    }
  })
})

describe('secrets', () => {
  it('the outbox is read at the machine itself alone, and not where a mail server is set', async () => {
    await api.client().get('/api/outbox').expect(200)
    // A proxy on the same machine that says nothing of whom it speaks for: it comes under the public name.
    const behind = await startApi({ demo: false, config: { publicUrl: 'https://bees.example' } })
    await agent(behind.app.express).get('/api/outbox').set('Host', 'bees.example').expect(404)
    await agent(behind.app.express).get('/api/outbox').set('Host', 'localhost').expect(200)
    await behind.close()
    const over = await api.client().get('/api/outbox').set('X-Forwarded-For', '203.0.113.7').expect(404)
    expect(over.body.detail).toMatch(/at the machine itself alone/)
    const mailed = await startApi({ demo: false, config: { smtpUrl: 'smtp://127.0.0.1:1' } })
    try {
      expect((await mailed.client().get('/api/outbox').expect(404)).body.detail).toMatch(/goes to its addresses/)
    } finally {
      await mailed.close()
    }
  })

  it('a session secret that is short, blank or missing is refused with a sentence', () => {
    for (const SESSION_SECRET of ['', 'short', ' '.repeat(40), undefined])
      expect(() => readConfig({ DATABASE_URL: api.url, SESSION_SECRET })).toThrow(
        /SESSION_SECRET signs who is signed in: set it to at least 32 letters/,
      )
  })

  it('addresses of others are for owners', async () => {
    const owner = await api.newHolding('owner')
    const reader = await api.newHolding('reader')
    await api.db.model('memberships').update({ holdingId: owner.holdingId }, { where: { keeperId: reader.keeperId } })
    await reader.client.put('/api/session/holding').send({ holdingId: owner.holdingId }).expect(204)
    const seen = (await reader.client.get('/api/members').expect(200)).body as { email: string | null; name: string }[]
    expect(seen.map((m) => m.email)).toEqual([null, null])
    const own = (await owner.client.get('/api/members').expect(200)).body as { email: string | null }[]
    expect(own.every((m) => m.email?.includes('@'))).toBe(true)
  })
})

describe('the demo', () => {
  it('shows no other visitor’s sessions, and ends none but one’s own', async () => {
    const [one, two] = [await api.demo(), await api.demo()]
    const [own] = (await one.get('/api/sessions').expect(200)).body as { id: string; current: boolean }[]
    const [other] = (await two.get('/api/sessions').expect(200)).body as { id: string; current: boolean }[]
    expect((await one.get('/api/sessions')).body).toHaveLength(1)
    expect(own!.current).toBe(true)
    await one.delete(`/api/sessions/${other!.id}`).expect(404)
    await one.delete('/api/sessions').expect(204)
    await two.get('/api/holding').expect(200)
    await one.delete(`/api/sessions/${own!.id}`).expect(204)
    await one.get('/api/holding').expect(401)
  })

  it('is each visitor’s own: what one does the others do not see; it is put back, found again, and gone after a day', async () => {
    const enter = async (client = api.client()) => {
      await client.post('/api/session/demo').expect(204)
      const { holding, keeper } = (await client.get('/api/holding').expect(200)).body as {
        holding: { id: string; livesOn: string }
        keeper: { id: string }
      }
      return { client, holding, keeper }
    }
    const [one, two, owners] = [await enter(), await enter(), await api.demo()]
    expect(new Set([one.holding.id, two.holding.id, (await owners.get('/api/holding')).body.holding.id]).size).toBe(3)
    const yards = async (client: Client) =>
      (await client.get('/api/yards').expect(200)).body as {
        id: string
        name: string
        colonies: { id: string; name: string; courses: { id: string }[] }[]
      }[]
    const [mine, theirs, kept] = [await yards(one.client), await yards(two.client), await yards(owners)]
    // The same but for the ids, down to the courses; each id leads to its own.
    const words = (list: typeof mine) => list.map((y) => [y.name, y.colonies.map((c) => [c.name, c.courses.length])])
    expect([words(theirs), words(mine)]).toEqual([words(kept), words(kept)])
    expect(mine.map((y) => y.id)).not.toEqual(theirs.map((y) => y.id))
    const course = mine.flatMap((y) => y.colonies).flatMap((c) => c.courses)[0]!
    await one.client.get(`/api/courses/${course.id}`).expect(200)
    await two.client.get(`/api/courses/${course.id}`).expect(404)
    expect(JSON.stringify((await one.client.get('/api/changes/last?limit=100')).body)).not.toContain(kept[0]!.id)
    await one.client.put(`/api/yards/${id()}`).send({ name: 'Only mine' }).expect(201)
    await one.client.post('/api/holding/date').send({ on: '2026-08-20' }).expect(204)
    expect(await yards(two.client)).toHaveLength(theirs.length)
    expect((await two.client.get('/api/holding')).body.holding.livesOn).toBe(two.holding.livesOn)

    expect((await enter(one.client)).holding.id).toBe(one.holding.id)
    // Whose session has ended goes on by the id of the demo they were in; by the id of what is no visitor's demo nobody gets in.
    const again = async (holdingId: string) => {
      const client = api.client()
      await client.post(`/api/session/demo?again=${holdingId}`).expect(204)
      return (await client.get('/api/holding')).body.holding.id as string
    }
    expect(await again(one.holding.id)).toBe(one.holding.id)
    const stranger = await api.newHolding()
    for (const other of [stranger.holdingId, (await owners.get('/api/holding')).body.holding.id as string, id()])
      expect(await again(other)).not.toBe(other)
    expect(await yards(one.client)).toHaveLength(mine.length + 1)
    await one.client.post('/api/holding/fresh').expect(204)
    expect((await yards(one.client)).map((y) => y.id)).toEqual(mine.map((y) => y.id))
    expect((await one.client.get('/api/holding')).body.holding.livesOn).toBe(one.holding.livesOn)
    await one.client.put('/api/account/password').send({ password: 'none', next: 'mine from now on' }).expect(403)

    const at = (iso: string) => clearVisits({ db: api.db, clock: () => new Date(iso) })
    expect(await api.db.model('keepers').count({ where: { id: [one.keeper.id, two.keeper.id] } })).toBe(2)
    const before = await api.db.model('holdings').count({ where: { demo: true } })
    expect(before).toBeGreaterThanOrEqual(3)
    expect(await at('2026-08-13T09:59:00Z')).toBe(0)
    expect(await at('2026-08-13T10:01:00Z')).toBe(before - 1)
    await one.client.get('/api/yards').expect(401)
    await owners.get('/api/yards').expect(200)
    expect(await api.db.model('keepers').count({ where: { id: [one.keeper.id, two.keeper.id] } })).toBe(0)
  })

  it('is made for one address so often and no more: nobody sweeps away the others’ by making new ones', async () => {
    const tight = await startApi({ config: { signInsPerQuarter: 1 } })
    const statuses = []
    for (let i = 0; i < 6; i++) statuses.push((await tight.client().post('/api/session/demo')).status)
    expect(statuses).toEqual([204, 204, 204, 204, 429, 429])
    await tight.close()
  })

  it('writes to nobody', async () => {
    const demo = await api.demo()
    const refused = await demo.put(`/api/invitations/${id()}`).send({ forWhom: 'Petra', role: 'helper', email: 'petra@elsewhere.test' })
    expect([refused.status, refused.body.errors[0].path]).toEqual([400, 'email'])
    await demo.put(`/api/invitations/${id()}`).send({ forWhom: 'Petra', role: 'helper' }).expect(201)
  })
})

describe('a new password', () => {
  it('ends the calendar address that the old one could read', async () => {
    const { client } = await keeper(api)
    const { address } = (await client.post('/api/calendar/address').expect(201)).body
    const path = new URL(address as string).pathname
    await api.client().get(path).expect(200)
    await client.put('/api/account/password').send({ password: PASSWORD, next: 'another long password' }).expect(204)
    await api.client().get(path).expect(404)
    expect((await client.get('/api/calendar/address').expect(200)).body).toEqual({ made: null, read: null })
  })
})

describe('what is full', () => {
  it('a database that cannot be written is not ready, though it reads', async () => {
    const full = await startApi({ demo: false })
    try {
      await agent(full.app.express).get('/readyz').expect(200)
      await full.db.sequelize.query('SET default_transaction_read_only = on')
      await agent(full.app.express).get('/readyz').expect(503)
      await agent(full.app.express).get('/healthz').expect(200)
    } finally {
      await full.close()
    }
  })

  it('the room for photographs holds under ten uploads at once', async () => {
    const many = await startApi({ demo: false, connections: 10 })
    try {
      const { client, holdingId } = await many.newHolding()
      const [yard, colony] = [id(), id()]
      await client.put(`/api/yards/${yard}`).send({ name: 'A yard' }).expect(201)
      await client.put(`/api/colonies/${colony}`).send({ name: 'Alder', since: '2026-04-01' }).expect(201)
      // Room for one more picture and a half.
      const left = 12 * 20 * 1024 * 1024 - Math.floor(JPEG.length * 1.5)
      await many.db.sequelize.query(
        `INSERT INTO photos (id, holding_id, colony_id, type, width, height, bytes, saved_at)
           SELECT gen_random_uuid(), :holdingId, :colony, 'image/jpeg', 1, 1, repeat('a', :size)::bytea, now() FROM generate_series(1, 12)`,
        { replacements: { holdingId, colony, size: Math.floor(left / 12) } },
      )
      // All ten stand before the holding's row until it is let go: each has weighed what it weighs by then.
      const other = openDatabase(many.url, 1)
      const hold = await other.sequelize.transaction()
      await other.sequelize.query('SELECT 1 FROM holdings WHERE id = :holdingId FOR UPDATE', { replacements: { holdingId }, transaction: hold })
      const sending = Promise.all(
        Array.from({ length: 10 }, () => client.put(`/api/photos/${id()}`).query({ colonyId: colony }).set('Content-Type', 'image/jpeg').send(JPEG)),
      )
      await new Promise((resolve) => setTimeout(resolve, 1000))
      await hold.commit()
      const sent = await sending
      await other.close()
      expect(sent.map((r) => r.status).toSorted()).toEqual([201, ...Array.from({ length: 9 }, () => 413)])
    } finally {
      await many.close()
    }
  })
})

describe('guessing a password', () => {
  it('is as slow inside as at the door, wherever it is asked; neither shuts the other', async () => {
    const strict = await startApi({ demo: false, config: { signInsPerQuarter: 4 } })
    try {
      const { client, email } = await keeper(strict)
      const inside = [
        () => client.put('/api/account/password').send({ password: 'a guess', next: 'another long password' }),
        () => client.post('/api/account/deletion').send({ password: 'a guess' }),
        () => client.post('/api/holding/deletion').send({ name: 'Brook Bees', password: 'a guess', code: 'ABCDEFGHJKMN' }),
      ]
      for (let i = 0; i < 4; i += 1) expect((await inside[i % 3]!()).status).toBe(400)
      for (const ask of inside) expect((await ask()).status).toBe(429)
      // At the door it is counted apart: whoever guesses inside has not shut it, and whoever guesses there shuts nobody out inside.
      await strict.client().post('/api/session').send({ email, password: PASSWORD }).expect(204)
      const victim = await keeper(strict)
      for (let i = 0; i < 4; i += 1) await strict.client().post('/api/session').send({ email: victim.email, password: 'a guess' }).expect(401)
      await strict.client().post('/api/session').send({ email: victim.email, password: PASSWORD }).expect(429)
      await victim.client.put('/api/account/password').send({ password: PASSWORD, next: 'another long password' }).expect(204)
    } finally {
      await strict.close()
    }
  })
})

describe('what is no text and no body', () => {
  it('is refused with a sentence, and is no fault of ours', async () => {
    const { client } = await keeper(api)
    await api.client().post('/api/session').send({ email: 'a\0b@example.test', password: 'x' }).expect(400)
    const deep = `${'['.repeat(200_000)}"\\u0000"${']'.repeat(200_000)}`
    await client.post('/api/records').type('application/json').send(deep).expect(400)
    await client.get('/api/changes/last').query({ colony: 'a\0' }).expect(400)
    for (const path of ['/api/match', '/api/session', '/api/records']) {
      const none = await client.post(path)
      expect([none.status, none.body.detail], path).toEqual([400, expect.stringMatching(/body is missing/)])
    }
  })
})

describe('places that end', () => {
  const invite = async (owner: Awaited<ReturnType<typeof keeper>>['client'], role = 'helper') => {
    const { link } = (await owner.put(`/api/invitations/${id()}`).send({ forWhom: 'Petra', role }).expect(201)).body
    return String(link).split('/').at(-1)!
  }
  const accept = (client: Awaited<ReturnType<typeof keeper>>['client'], token: string) => client.post('/api/invitations/acceptance').send({ token })

  it('an owner who is lowered or taken out leaves no open invitation behind', async () => {
    const first = await keeper(api)
    const second = await keeper(api)
    await accept(second.client, await invite(first.client, 'owner')).expect(200)
    const { keeper: him } = (await second.client.get('/api/holding')).body
    const lowered = await invite(second.client)
    await first.client.put(`/api/members/${him.id}`).send({ role: 'helper' }).expect(204)
    await accept((await keeper(api)).client, lowered).expect(410)
    // Made owner again, they begin anew: the old link stays dead.
    await first.client.put(`/api/members/${him.id}`).send({ role: 'owner' }).expect(204)
    await accept((await keeper(api)).client, lowered).expect(410)
    // An end that has come takes them along too, without anybody's hand.
    const ended = await invite(second.client)
    await api.db.model('memberships').update({ untilDay: '2020-01-01' }, { where: { keeperId: him.id } })
    await accept((await keeper(api)).client, ended).expect(410)
    await api.db.model('memberships').update({ untilDay: null }, { where: { keeperId: him.id } })
    const removed = await invite(second.client)
    await first.client.delete(`/api/members/${him.id}`).expect(204)
    await accept((await keeper(api)).client, removed).expect(410)
  })

  it('who was taken out does not come back by a link from before', async () => {
    const owner = await keeper(api)
    const guest = await keeper(api)
    const [used, old] = [await invite(owner.client), await invite(owner.client)]
    await accept(guest.client, used).expect(200)
    const him = (await guest.client.get('/api/account')).body.id
    api.setNow(new Date('2026-08-12T11:00:00Z'))
    await owner.client.delete(`/api/members/${him}`).expect(204)
    expect((await accept(guest.client, old).expect(410)).body.detail).toMatch(/taken out of Brook Bees after this link was made/)
    await accept((await keeper(api)).client, old).expect(200)
    api.setNow(new Date('2026-08-12T12:00:00Z'))
    await accept(guest.client, await invite(owner.client)).expect(200)
    api.setNow(new Date('2026-08-12T10:00:00Z'))
  })

  it('of two last owners who leave at once one stays', async () => {
    const first = await keeper(api)
    const second = await keeper(api)
    await accept(second.client, await invite(first.client, 'owner')).expect(200)
    const holdingId = (await first.client.get('/api/holding')).body.holding.id
    const own = (await second.client.get('/api/account')).body.holdings.find((h: { id: string }) => h.id !== holdingId).id
    await api.db.model('memberships').destroy({ where: { holdingId: own } })
    for (const { client } of [first, second]) await client.get('/api/account/export').expect(200)
    // Over connections of their own, as two processes would.
    const db = openDatabase(api.url, 4)
    await Promise.all([0, 1, 2, 3].map(() => db.sequelize.query('SELECT pg_sleep(0.1)')))
    const rows = await api.db.model('keepers').findAll({ where: { email: [first.email, second.email] }, raw: true })
    const left = await Promise.allSettled(rows.map((row) => endAccount({ db, clock: () => new Date() }, row)))
    await db.close()
    expect(left.map((r) => r.status).toSorted()).toEqual(['fulfilled', 'rejected'])
    expect(await api.db.model('memberships').count({ where: { holdingId, role: 'owner' } })).toBe(1)
  })
})
