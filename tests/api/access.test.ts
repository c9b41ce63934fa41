import { agent } from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { checkPassword, hashPassword } from '../../server/src/access/passwords.ts'
import { KEEPER } from '../../server/src/demo/holding.ts'
import { id, isProblem, startApi, type Api } from './harness.ts'

let api: Api
beforeAll(async () => {
  api = await startApi()
})
afterAll(() => api.close())

describe('getting in', () => {
  it('opens the demo with one click and with its own address and password', async () => {
    const one = await api.demo()
    expect((await one.get('/api/holding').expect(200)).body.holding).toMatchObject({ demo: true, livesOn: '2026-08-12' })
    const two = api.client()
    await two.post('/api/session').send({ email: KEEPER.email.toUpperCase(), password: KEEPER.password }).expect(204)
    expect((await two.get('/api/holding')).body.keeper.name).toBe(KEEPER.name)
  })

  it('says the same of a wrong password and of nobody, and keeps what was refused out', async () => {
    const wrong = await api.client().post('/api/session').send({ email: KEEPER.email, password: 'not it' })
    const nobody = await api.client().post('/api/session').send({ email: 'nobody@example.test', password: 'not it' })
    for (const response of [wrong, nobody]) {
      expect(response.status).toBe(401)
      expect(isProblem(response)).toBe(true)
    }
    expect(wrong.body.detail).toBe(nobody.body.detail)
  })

  it('names the fields of a sign-in that are missing or too many', async () => {
    const response = await api.client().post('/api/session').send({ email: 'a@example.test', remember: true })
    expect(response.status).toBe(400)
    expect(response.body.errors.map((e: { path: string }) => e.path)).toEqual(['password', 'remember'])
  })

  it('ends a session on sign-out, in the database too', async () => {
    const it = await api.demo()
    await it.delete('/api/session').expect(204)
    await it.get('/api/holding').expect(401)
  })

  it('keeps sessions in PostgreSQL: another instance knows them', async () => {
    const one = await api.demo()
    const [rows] = await api.db.sequelize.query('SELECT count(*)::int AS n FROM sessions')
    expect((rows as { n: number }[])[0]?.n).toBeGreaterThan(0)
    await one.get('/api/holding').expect(200)
  })

  it('gives a new session id at sign-in and a cookie no script can read', async () => {
    const response = await api.client().post('/api/session/demo')
    expect(response.headers['set-cookie']?.[0]).toMatch(/^thistle=.*HttpOnly.*SameSite=Lax/)
    const forged = await api.client().get('/api/holding').set('Cookie', 'thistle=s%3Aforged.signature')
    expect(forged.status).toBe(401)
  })
})

describe('who may what', () => {
  it('lets a reader read and not write', async () => {
    const { client } = await api.newHolding('reader')
    await client.get('/api/yards').expect(200)
    const response = await client.put(`/api/yards/${id()}`).send({ name: 'Mine' })
    expect(response.status).toBe(403)
    expect(isProblem(response)).toBe(true)
  })

  it('ends with the membership, at once', async () => {
    const { client, keeperId } = await api.newHolding('helper')
    await client.get('/api/yards').expect(200)
    await api.db.model('memberships').update({ untilDay: '2020-01-01' }, { where: { keeperId } })
    const gone = await client.get('/api/yards').expect(403)
    expect(gone.body.type).toBe('urn:round-thistle:problem:no-holding')
  })

  it('shows a helper of one yard that yard alone', async () => {
    const owner = await api.newHolding('owner')
    const [mine, other] = [id(), id()]
    for (const yard of [mine, other]) await owner.client.put(`/api/yards/${yard}`).send({ name: 'A yard' }).expect(201)
    const helper = await api.newHolding('helper', [mine])
    await api.db.model('memberships').update({ holdingId: owner.holdingId }, { where: { keeperId: helper.keeperId } })
    await api.db.sequelize.query(
      `UPDATE sessions SET sess = jsonb_set(sess::jsonb, '{holdingId}', '"${owner.holdingId}"')::json WHERE sess->>'keeperId' = '${helper.keeperId}'`,
    )
    expect((await helper.client.get('/api/yards').expect(200)).body.map((y: { id: string }) => y.id)).toEqual([mine])
    await helper.client.get(`/api/yards/${other}`).expect(404)
    await helper.client.put(`/api/yards/${other}`).send({ name: 'Taken' }).expect(404)
    const seen = (await helper.client.get('/api/changes').expect(200)).body.changes as { id: string }[]
    expect(seen.map((c) => c.id)).toEqual([mine])
    await helper.client.get(`/api/history/${other}`).expect(404)
  })

  it('takes no write that comes from another site', async () => {
    const it = await api.demo()
    const response = await it.post('/api/holding/date').set('Sec-Fetch-Site', 'cross-site').send({ on: '2026-08-13' })
    expect(response.status).toBe(403)
    expect((await it.get('/api/holding')).body.holding.livesOn).toBe('2026-08-12')
  })

  it.each([
    // Fetch Metadata Request Headers, W3C working draft 2021: same-site is another host of the same domain; none is the reader's own doing.
    [{ 'Sec-Fetch-Site': 'same-origin' }, 204],
    [{ 'Sec-Fetch-Site': 'none' }, 204],
    [{ 'Sec-Fetch-Site': 'same-site' }, 403],
    [{ 'Sec-Fetch-Site': 'cross-site' }, 403],
    // Older browsers send the origin alone; "null" is one that is hidden.
    [{ Origin: 'http://127.0.0.1:4380' }, 204],
    [{ Origin: 'http://127.0.0.1:4381' }, 403],
    [{ Origin: 'https://thistle.example' }, 403],
    [{ Origin: 'null' }, 403],
    [{}, 204],
  ])('a write with %j is answered %i', async (headers, status) => {
    const to = agent(api.app.express)
    await to.post('/api/session/demo').set('Host', '127.0.0.1:4380').set(headers).expect(status)
  })
})

describe('what an outsider sees', () => {
  it('is a strict content policy, no framing, no name of the server', async () => {
    const { headers } = await api.client().get('/healthz')
    expect(headers['content-security-policy']).toMatch(/default-src 'self'.*frame-ancestors 'none'/)
    expect(headers['content-security-policy']).toMatch(/script-src 'self'(;|$)/)
    expect(headers['x-powered-by']).toBeUndefined()
    expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/)
  })
  it('is alive and ready', async () => {
    await api.client().get('/healthz').expect(200, { alive: true })
    await api.client().get('/readyz').expect(200, { ready: true })
  })
  it('gets a problem document at an address that is none', async () => {
    const response = await api.client().get('/nothing/here')
    expect(response.status).toBe(404)
    expect(isProblem(response)).toBe(true)
  })
})

describe('passwords', () => {
  it('are hashed by scrypt at or over the published minimum, each with its own salt', async () => {
    // OWASP Password Storage Cheat Sheet, 2023, from memory: N = 2^17, r = 8, p = 1.
    const [one, two] = [await hashPassword('the same one'), await hashPassword('the same one')]
    expect(one).toMatch(/^scrypt:131072:8:1:/)
    expect(one).not.toBe(two)
    expect(await checkPassword('the same one', one)).toBe(true)
    expect(await checkPassword('another one', one)).toBe(false)
    expect(await checkPassword('the same one', null)).toBe(false)
    // What is kept is a hash cut short, or none at all: nobody's password, and no fault.
    expect(await checkPassword('the same one', one.slice(0, -8))).toBe(false)
    expect(await checkPassword('the same one', `${one.split(':').slice(0, 5).join(':')}:`)).toBe(false)
  })
  it('count beyond 72 characters, and in every script', async () => {
    const long = 'ä'.repeat(100)
    const hash = await hashPassword(`${long}1`)
    expect(await checkPassword(`${long}1`, hash)).toBe(true)
    expect(await checkPassword(`${long}2`, hash)).toBe(false)
    expect(await checkPassword('e\u0301', await hashPassword('\u00e9'))).toBe(true)
  })
})
