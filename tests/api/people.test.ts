import { agent } from 'supertest'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { KEEPER } from '../../server/src/demo/holding.ts'
import { openDatabase } from '../../server/src/database/index.ts'
import { codeOf, exported, filesOf, rowsIn } from './archives.ts'
import { clearLeft } from '../../server/src/holding/leaving.ts'
import { id, isProblem, startApi, type Api, type Client } from './harness.ts'

let api: Api
beforeAll(async () => {
  api = await startApi()
})
afterAll(() => api.close())
beforeEach(() => api.setNow(new Date('2026-08-12T10:00:00Z')))

const PASSWORD = 'three jars on a shelf'
let made = 0
const address = () => `keeper${++made}@example.test`

async function newKeeper(over: object = {}): Promise<{ client: Client; email: string }> {
  const email = address()
  const client = api.client()
  await client
    .post('/api/accounts')
    .send({ name: 'Ansel Brook', email, password: PASSWORD, holding: 'Brook Bees', ...over })
    .expect(204)
  return { client, email }
}
const letters = async (to: string): Promise<{ id: string; subject: string; text: string }[]> =>
  (await api.client().get('/api/outbox').expect(200)).body.filter((l: { to: string }) => l.to === to)
/** The letter comes after the answer: ask until it is there. */
async function letterTo(to: string): Promise<{ id: string; subject: string; text: string }> {
  for (let i = 0; i < 200; i++) {
    const [newest] = await letters(to)
    if (newest) return newest
    await new Promise((resolve) => setTimeout(resolve, 25))
  }
  throw new Error(`no letter came to ${to}`)
}
const tokenIn = (text: string) => /\/(?:new-password|invitation)\/(\S+)/.exec(text)?.[1] ?? ''

describe('an account', () => {
  it('is made with a holding of its own, signed in, with the usual settings', async () => {
    const { client } = await newKeeper({ email: 'Mixed.Case@Example.test' })
    const { keeper, holding, settings } = (await client.get('/api/holding').expect(200)).body
    expect(keeper).toMatchObject({ name: 'Ansel Brook', role: 'owner', yards: null, preferences: { temperature: 'C', theme: 'as-device' } })
    expect(holding).toMatchObject({ name: 'Brook Bees', demo: false, livesOn: null })
    expect(settings).toMatchObject({ school: 'three-percent', kit: [], version: 1 })
    expect((await client.get('/api/account')).body.email).toBe('mixed.case@example.test')
    await api.client().post('/api/session').send({ email: 'MIXED.case@example.test', password: PASSWORD }).expect(204)
  })

  it('refuses an address that is there, and says each fault by its field', async () => {
    const { email } = await newKeeper()
    const again = await api.client().post('/api/accounts').send({ name: 'X', email, password: PASSWORD, holding: 'Y' })
    expect(again.status).toBe(409)
    const bad = await api.client().post('/api/accounts').send({ name: ' ', email: 'nobody', password: 'short', holding: 'a\nb' })
    expect(bad.status).toBe(400)
    expect(bad.body.errors.map((e: { path: string }) => e.path).toSorted()).toEqual(['email', 'holding', 'name', 'password'])
    await api.client().post('/api/accounts').send({ name: 'X', email: address(), password: PASSWORD }).expect(400)
  })

  it('takes long passwords and names in every script, and keeps them apart', async () => {
    const long = `${'пчела '.repeat(30)}1`
    const { client, email } = await newKeeper({ name: 'Žofie Łąka 蜂 🐝', password: long })
    expect((await client.get('/api/account')).body.name).toBe('Žofie Łąka 蜂 🐝')
    await api.client().post('/api/session').send({ email, password: long }).expect(204)
    await api
      .client()
      .post('/api/session')
      .send({ email, password: `${long.slice(0, -1)}2` })
      .expect(401)
  })

  it('reads in its own units and light, whatever holding it is in', async () => {
    const { client } = await newKeeper()
    const wanted = {
      temperature: 'F',
      mass: 'oz',
      volume: 'fl oz',
      dates: 'month-day',
      theme: 'dark',
      letters: false,
      letterHour: 6,
      alarmHour: null,
      outlook: false,
      firstSteps: false,
    }
    await client.put('/api/account/preferences').send(wanted).expect(200, wanted)
    expect((await client.get('/api/holding')).body.keeper.preferences).toEqual(wanted)
    await client.put('/api/account/preferences').send({ temperature: 'K' }).expect(400)
    await client.put('/api/account/preferences').send({ letterHour: 24 }).expect(400)
  })

  it('changes its password, which ends every other session and no more', async () => {
    const { client, email } = await newKeeper()
    const other = api.client()
    await other.post('/api/session').send({ email, password: PASSWORD }).expect(204)
    await client.put('/api/account/password').send({ password: 'not this one', next: 'another long one' }).expect(400)
    await other.get('/api/account').expect(200)
    await client.put('/api/account/password').send({ password: PASSWORD, next: 'another long one' }).expect(204)
    await client.get('/api/account').expect(200)
    await other.get('/api/account').expect(401)
    await api.client().post('/api/session').send({ email, password: PASSWORD }).expect(401)
    await api.client().post('/api/session').send({ email, password: 'another long one' }).expect(204)
  })

  it('lists its sessions and ends them, but never another’s', async () => {
    const { client, email } = await newKeeper()
    const phone = api.client()
    await phone.post('/api/session').set('User-Agent', 'a phone').send({ email, password: PASSWORD }).expect(204)
    const list = (await client.get('/api/sessions').expect(200)).body as { id: string; agent: string; current: boolean }[]
    expect(list).toHaveLength(2)
    expect(list.filter((s) => s.current)).toHaveLength(1)
    const other = await newKeeper()
    const target = list.find((s) => s.agent === 'a phone')!
    await other.client.delete(`/api/sessions/${target.id}`).expect(404)
    await client.delete(`/api/sessions/${target.id}`).expect(204)
    await phone.get('/api/account').expect(401)
    await client.delete(`/api/sessions/${target.id}`).expect(404)
  })

  it('says of each session since when it is open and when it was used last, to ten minutes, the newest use first', async () => {
    const at = (time: string) => api.setNow(new Date(`2026-08-12T${time}:00Z`))
    try {
      at('10:00')
      const { client, email } = await newKeeper()
      at('10:20')
      const phone = api.client()
      await phone
        .post('/api/session')
        .set('User-Agent', 'a phone')
        .send({ email: ` ${email} `, password: PASSWORD })
        .expect(204)
      const seen = async (by: typeof phone) =>
        ((await by.get('/api/sessions').expect(200)).body as { agent: string; since: string; seenAt: string }[]).map((s) => [
          s.agent,
          s.since.slice(11, 16),
          s.seenAt.slice(11, 16),
        ])
      // What is asked now was stamped before it is answered, and kept after.
      at('10:25')
      expect(await seen(phone)).toEqual([
        ['a phone', '10:20', '10:20'],
        ['', '10:00', '10:00'],
      ])
      at('11:00')
      await client.get('/api/holding').expect(200)
      expect(await seen(client)).toEqual([
        ['', '10:00', '11:00'],
        ['a phone', '10:20', '10:20'],
      ])
      // Within ten minutes it is not stamped anew.
      at('11:09')
      await client.get('/api/holding').expect(200)
      expect((await seen(client))[0]).toEqual(['', '10:00', '11:00'])
    } finally {
      api.setNow(new Date('2026-08-12T10:00:00Z'))
    }
  })
})

describe('a forgotten password', () => {
  it('is replaced by a letter’s link, once, within its hour; every session ends', async () => {
    const { client, email } = await newKeeper()
    await api.client().post('/api/password-resets').send({ email: email.toUpperCase() }).expect(202)
    const token = tokenIn((await letterTo(email)).text)
    const back = api.client()
    await back.put(`/api/password-resets/${token}`).send({ password: 'short' }).expect(400)
    await back.put(`/api/password-resets/${token}`).send({ password: 'a wholly new one' }).expect(204)
    await back.get('/api/holding').expect(200)
    await client.get('/api/holding').expect(401)
    const replayed = await api.client().put(`/api/password-resets/${token}`).send({ password: 'and yet another' })
    expect(replayed.status).toBe(410)
    await api.client().post('/api/session').send({ email, password: 'a wholly new one' }).expect(204)
  })

  it('is over after an hour, and nothing is told of who has an account', async () => {
    const { email } = await newKeeper()
    const [there, nobody] = await Promise.all([
      api.client().post('/api/password-resets').send({ email }),
      api.client().post('/api/password-resets').send({ email: 'nobody@example.test' }),
    ])
    expect([there.status, there.text]).toEqual([nobody.status, nobody.text])
    const token = tokenIn((await letterTo(email)).text)
    expect(await letters('nobody@example.test')).toEqual([])
    api.setNow(new Date('2026-08-12T11:00:01Z'))
    await api.client().put(`/api/password-resets/${token}`).send({ password: 'a wholly new one' }).expect(410)
    await api.client().put('/api/password-resets/forged').send({ password: 'a wholly new one' }).expect(410)
  })

  it('leaves a letter in the open format', async () => {
    const { email } = await newKeeper()
    await api.client().post('/api/password-resets').send({ email }).expect(202)
    const letter = await letterTo(email)
    const eml = await api.client().get(`/api/outbox/${letter.id}/message.eml`).expect(200)
    expect(eml.headers['content-type']).toMatch(/^message\/rfc822/)
    const message = eml.body instanceof Buffer ? eml.body.toString('utf8') : (eml.text ?? '')
    expect(message).toMatch(new RegExp(`^To: ${email}\\r$`, 'm'))
    expect(message).toMatch(/^Subject: A new password/m)
    expect(message).toMatch(/^Message-ID: </m)
    expect(message).toMatch(/^Content-Type: text\/plain/m)
  })

  it('shows the outbox to nobody where it is closed', async () => {
    const closed = await startApi({ demo: false, config: { outboxOpen: false } })
    await closed.client().get('/api/outbox').expect(404)
    await closed.close()
  })
})

describe('invitations', () => {
  const invite = async (owner: Client, over: object = {}) => {
    const body = { forWhom: 'Petra', role: 'helper', ...over }
    return (await owner.put(`/api/invitations/${id()}`).send(body).expect(201)).body as { id: string; link: string; state: string }
  }
  const tokenOf = (link: string) => link.split('/').at(-1)!

  it('bring a new keeper into the holding by a link, once', async () => {
    const { client: owner } = await newKeeper()
    const yard = id()
    await owner.put(`/api/yards/${yard}`).send({ name: 'By the mill' }).expect(201)
    await owner.put(`/api/yards/${id()}`).send({ name: 'Not theirs' }).expect(201)
    const guest = address()
    const { link } = await invite(owner, { yards: [yard], untilDay: '2027-03-01', email: guest })
    expect(link).toMatch(/^https:\/\/thistle\.example\/invitation\//)
    expect((await letterTo(guest)).text).toContain(link)
    const offer = (
      await api
        .client()
        .get(`/api/invitations/by-link/${tokenOf(link)}`)
        .expect(200)
    ).body
    expect(offer).toEqual({ forWhom: 'Petra', holding: 'Brook Bees', by: 'Ansel Brook', role: 'helper', untilDay: '2027-03-01' })
    const helper = api.client()
    const account = { name: 'Petra Sand', email: guest, password: PASSWORD, invitation: tokenOf(link) }
    await helper.post('/api/accounts').send(account).expect(204)
    expect((await helper.get('/api/yards')).body.map((y: { name: string }) => y.name)).toEqual(['By the mill'])
    expect((await helper.get('/api/members')).body).toHaveLength(2)
    await helper.get('/api/invitations').expect(403)
    const used = await api
      .client()
      .post('/api/accounts')
      .send({ ...account, email: address() })
    expect(used.status).toBe(410)
    expect(used.body.detail).toMatch(/has been used/)
    expect((await owner.get('/api/invitations')).body[0]).toMatchObject({ state: 'used', usedBy: 'Petra Sand', link: null })
  })

  it('are taken by who has an account, and put that holding in view; both can be gone back to', async () => {
    const { client: owner } = await newKeeper()
    const { client: guest } = await newKeeper({ holding: 'Sand Bees' })
    const { link } = await invite(owner, { role: 'reader' })
    await guest
      .post('/api/invitations/acceptance')
      .send({ token: tokenOf(link) })
      .expect(200)
    expect((await guest.get('/api/holding')).body).toMatchObject({ holding: { name: 'Brook Bees' }, keeper: { role: 'reader' } })
    const { holdings } = (await guest.get('/api/account')).body as { holdings: { id: string; name: string }[] }
    expect(holdings.map((h) => h.name)).toEqual(['Sand Bees', 'Brook Bees'])
    await guest.put('/api/session/holding').send({ holdingId: holdings[0]!.id }).expect(204)
    expect((await guest.get('/api/holding')).body.holding.name).toBe('Sand Bees')
    await guest.put('/api/session/holding').send({ holdingId: id() }).expect(404)
  })

  it('are not taken twice at once', async () => {
    const { client: owner } = await newKeeper()
    const guests = await Promise.all([newKeeper(), newKeeper(), newKeeper()])
    const { link } = await invite(owner)
    const answers = await Promise.all(guests.map((g) => g.client.post('/api/invitations/acceptance').send({ token: tokenOf(link) })))
    expect(answers.map((a) => a.status).toSorted()).toEqual([200, 410, 410])
  })

  it('are worth nothing forged, withdrawn or old', async () => {
    const { client: owner } = await newKeeper()
    const { client: guest } = await newKeeper()
    const open = await invite(owner)
    const forged = `${open.id}.${'A'.repeat(43)}`
    for (const token of [forged, open.id, 'x', tokenOf(open.link).toUpperCase()])
      await guest.post('/api/invitations/acceptance').send({ token }).expect(404)
    await owner.delete(`/api/invitations/${open.id}`).expect(204)
    await owner.delete(`/api/invitations/${open.id}`).expect(404)
    expect(
      (
        await guest
          .post('/api/invitations/acceptance')
          .send({ token: tokenOf(open.link) })
          .expect(410)
      ).body.detail,
    ).toMatch(/withdrawn/)
    const old = await invite(owner)
    api.setNow(new Date('2026-08-27T10:00:00Z'))
    expect(
      (
        await guest
          .post('/api/invitations/acceptance')
          .send({ token: tokenOf(old.link) })
          .expect(410)
      ).body.detail,
    ).toMatch(/fourteen days/)
  })

  it('sent again answer the same link and send no second letter; a yard of others is refused', async () => {
    const { client: owner } = await newKeeper()
    const guest = address()
    const [same, body] = [id(), { forWhom: 'Petra', role: 'helper', email: guest }]
    const first = await owner.put(`/api/invitations/${same}`).send(body).expect(201)
    const second = await owner.put(`/api/invitations/${same}`).send(body).expect(200)
    expect(second.body.link).toBe(first.body.link)
    expect(await letters(guest)).toHaveLength(1)
    await owner
      .put(`/api/invitations/${id()}`)
      .send({ ...body, yards: [id()] })
      .expect(400)
    await owner
      .put(`/api/invitations/${id()}`)
      .send({ ...body, role: 'owner', yards: [id()] })
      .expect(400)
  })
})

describe('members', () => {
  it('keep an owner: the last one can neither step down nor go', async () => {
    const { client: owner } = await newKeeper()
    const { id: me } = (await owner.get('/api/account')).body
    for (const response of [
      await owner.put(`/api/members/${me}`).send({ role: 'helper' }),
      await owner.put(`/api/members/${me}`).send({ role: 'owner', untilDay: '2027-01-01' }),
      await owner.delete(`/api/members/${me}`),
    ]) {
      expect(response.status).toBe(409)
      expect(isProblem(response)).toBe(true)
    }
    expect((await owner.get('/api/members')).body[0]).toMatchObject({ role: 'owner', untilDay: null })
  })

  it('lose what is taken from them at once', async () => {
    const { client: owner } = await newKeeper()
    const { client: guest } = await newKeeper()
    const { link } = (await owner.put(`/api/invitations/${id()}`).send({ forWhom: 'G', role: 'helper' })).body
    await guest
      .post('/api/invitations/acceptance')
      .send({ token: link.split('/').at(-1) })
      .expect(200)
    const { id: guestId } = (await guest.get('/api/account')).body
    await guest.put(`/api/yards/${id()}`).send({ name: 'One' }).expect(201)
    await owner.put(`/api/members/${guestId}`).send({ role: 'reader' }).expect(204)
    await guest.put(`/api/yards/${id()}`).send({ name: 'Two' }).expect(403)
    await owner.put(`/api/members/${guestId}`).send({ role: 'helper', untilDay: '2020-01-01' }).expect(204)
    await guest.get('/api/yards').expect(403)
    await owner.delete(`/api/members/${guestId}`).expect(204)
    await owner.delete(`/api/members/${guestId}`).expect(404)
  })
})

describe('leaving', () => {
  it('deletes a holding only as it was last exported, by its name and the password', async () => {
    const { client } = await newKeeper()
    const sure = { name: 'Brook Bees', password: PASSWORD, code: 'ABCDEFGHJKMN' }
    expect((await client.post('/api/holding/deletion').send(sure).expect(409)).body.detail).toMatch(/Export/)
    const bare = await filesOf(await exported(client))
    expect(JSON.parse(String(bare.get('about.json')))).toMatchObject({ version: 3, name: 'Brook Bees' })
    expect([rowsIn(bare, 'yards'), rowsIn(bare, 'people')]).toMatchObject([[], [{ name: 'Ansel Brook' }]])
    const [yard, colony, count] = [id(), id(), id()]
    await client.put(`/api/yards/${yard}`).send({ name: 'Late' }).expect(201)
    await client.post('/api/holding/deletion').send(sure).expect(409)
    await client.put(`/api/colonies/${colony}`).send({ name: 'One', since: '2026-05-01' }).expect(201)
    await client.post(`/api/colonies/${colony}/move`).send({ placementId: id(), yardId: yard, position: 1, onDay: '2026-05-01' }).expect(200)
    const counted = { colonyId: colony, onDay: '2026-08-01', method: 'wash', samples: [{ mites: 3, bees: 300 }] }
    await client.put(`/api/counts/${count}`).send(counted).expect(201)
    const whole = await exported(client)
    const files = await filesOf(whole)
    expect([rowsIn(files, 'yards'), rowsIn(files, 'colonies')]).toMatchObject([[{ name: 'Late' }], [{ name: 'One' }]])
    expect(rowsIn(files, 'samples')).toMatchObject([{ countId: count, mites: 3, bees: 300 }])
    expect(rowsIn(files, 'history').length).toBeGreaterThanOrEqual(4)
    await client
      .post('/api/holding/deletion')
      .send({ ...sure, name: 'Other Bees' })
      .expect(400)
    await client
      .post('/api/holding/deletion')
      .send({ ...sure, password: 'not it at all' })
      .expect(400)
    const { body: account } = await client.get('/api/account')
    const holdingId = account.holdings[0].id as string
    // That an export was begun is no proof that it came: its end is. Asked for by its head alone, or cut, it says nothing of it.
    expect((await client.post('/api/holding/deletion').send(sure).expect(400)).body.errors[0]).toMatchObject({ path: 'code' })
    await client.head('/api/holding/export').expect(200)
    const code = codeOf(whole)
    expect(code).toHaveLength(12)
    expect(codeOf(whole.subarray(0, whole.length - 1))).not.toBe(code)
    await client
      .post('/api/holding/deletion')
      .send({ ...sure, code })
      .expect(204)
    expect((await client.get('/api/holding').expect(403)).body.type).toMatch(/no-holding$/)

    // For thirty days it is there for nobody, and an owner can take it back.
    const [leaving] = (await client.get('/api/account')).body.holdings
    expect(leaving).toMatchObject({ id: holdingId, leavesOn: '2026-09-11', inView: false })
    await client.put('/api/session/holding').send({ holdingId }).expect(404)
    await (await newKeeper()).client.post(`/api/holdings/${holdingId}/return`).expect(404)
    const clear = (at: string) => clearLeft({ db: api.db, clock: () => new Date(at) })
    expect(await clear('2026-09-11T09:59:00Z')).toBe(0)
    // Taken back while it is being cleared: what was found a moment ago is looked at again.
    const late = openDatabase(api.url, 2)
    const hold = await late.sequelize.transaction()
    await late.sequelize.query('UPDATE holdings SET leaving_at = NULL WHERE id = :holdingId', { replacements: { holdingId }, transaction: hold })
    const clearing = clear('2026-09-11T10:01:00Z')
    await new Promise((resolve) => setTimeout(resolve, 300))
    await hold.commit()
    await late.close()
    expect(await clearing).toBe(0)
    await api.db.sequelize.query('UPDATE holdings SET leaving_at = :at WHERE id = :holdingId', {
      replacements: { holdingId, at: '2026-08-12T10:00:00Z' },
    })
    await client.post(`/api/holdings/${holdingId}/return`).expect(204)
    expect((await client.get(`/api/yards/${yard}`).expect(200)).body.colonies[0].counts).toHaveLength(1)
    await client.post(`/api/holdings/${holdingId}/return`).expect(404)
    await client
      .post('/api/holding/deletion')
      .send({ ...sure, code })
      .expect(204)
    expect(await clear('2026-09-11T10:01:00Z')).toBe(1)
    expect(await api.db.model('yards').count({ where: { id: yard } })).toBe(0)
    await client.post(`/api/holdings/${holdingId}/return`).expect(404)
    await client.post('/api/holdings').send({ name: 'Begun again' }).expect(201)
    expect((await client.get('/api/holding')).body.holding.name).toBe('Begun again')
  })

  it('ends an account after its export, once no holding is left without an owner; what it wrote stays', async () => {
    const { client: owner } = await newKeeper()
    const { client: guest, email } = await newKeeper({ holding: 'Short Bees' })
    const { link } = (await owner.put(`/api/invitations/${id()}`).send({ forWhom: 'G', role: 'helper' })).body
    await guest
      .post('/api/invitations/acceptance')
      .send({ token: link.split('/').at(-1) })
      .expect(200)
    const yard = id()
    await guest.put(`/api/yards/${yard}`).send({ name: 'From a guest' }).expect(201)
    expect((await guest.post('/api/account/deletion').send({ password: PASSWORD }).expect(409)).body.detail).toMatch(/only owner of Short Bees/)
    const { holdings } = (await guest.get('/api/account')).body as { holdings: { id: string; name: string }[] }
    await guest
      .put('/api/session/holding')
      .send({ holdingId: holdings.find((h) => h.name === 'Short Bees')!.id })
      .expect(204)
    const code = codeOf(await exported(guest))
    await guest.post('/api/holding/deletion').send({ name: 'Short Bees', password: PASSWORD, code }).expect(204)
    expect((await guest.post('/api/account/deletion').send({ password: PASSWORD }).expect(409)).body.detail).toMatch(/Export/)
    expect(JSON.parse((await guest.get('/api/account/export').expect(200)).text)).toMatchObject({ account: 1, email })
    await guest.post('/api/account/deletion').send({ password: PASSWORD }).expect(204)
    await guest.get('/api/account').expect(401)
    await api.client().post('/api/session').send({ email, password: PASSWORD }).expect(401)
    const [written] = (await owner.get(`/api/history/${yard}`).expect(200)).body
    expect(written).toMatchObject({ by: 'Somebody who has left', state: { name: 'From a guest' } })
  })

  it('is not for the demo, which belongs to everybody', async () => {
    const demo = await api.demo()
    await demo.put('/api/account/password').send({ password: KEEPER.password, next: 'mine from now on' }).expect(403)
    await demo.post('/api/account/deletion').send({ password: KEEPER.password }).expect(403)
    await demo.post('/api/holding/deletion').send({ name: 'Ossenvale Bees', password: KEEPER.password, code: 'ABCDEFGHJKMN' }).expect(409)
    await demo.post('/api/holding/fresh').expect(204)
    await demo.get('/api/holding').expect(200)
  })
})

describe('limits', () => {
  it('slow down who tries passwords on one account, in words and with a time, and count over all instances', async () => {
    const tight = await startApi({ config: { signInsPerQuarter: 3, writesPerMinute: 5 } })
    const wrong = () => tight.client().post('/api/session').send({ email: KEEPER.email, password: 'a guess or two' })
    for (let i = 0; i < 3; i++) await wrong().expect(401)
    const slowed = await wrong()
    expect(slowed.status).toBe(429)
    expect(isProblem(slowed)).toBe(true)
    // A quarter of an hour at most, in seconds.
    expect(Number(slowed.headers['retry-after'])).toBeGreaterThan(600)
    expect(Number(slowed.headers['retry-after'])).toBeLessThanOrEqual(900)
    expect(slowed.body.detail).toMatch(/Wait \d+ minutes, then try again/)
    // The right password waits too: else a guess could be told from a refusal.
    await tight.client().post('/api/session').send({ email: KEEPER.email, password: KEEPER.password }).expect(429)
    const demo = tight.client()
    await demo.post('/api/session/demo').expect(204)
    const answers = []
    for (let i = 0; i < 7; i++) answers.push((await demo.put(`/api/yards/${id()}`).send({ name: `Yard ${i}` })).status)
    expect(answers.slice(0, 5)).toEqual([201, 201, 201, 201, 201])
    expect(answers.at(-1)).toBe(429)
    await demo.get('/api/yards').expect(200)
    // Accounts from one address: twice as many in an hour as passwords in a quarter of one.
    const made = () =>
      tight
        .client()
        .post('/api/accounts')
        .send({ name: 'A', email: `${id()}@example.test`, password: PASSWORD, holding: 'B' })
    for (let i = 0; i < 6; i++) await made().expect(204)
    await made().expect(429)
    // What keeps the count from being taken is no reason to say that it was too often.
    await tight.db.sequelize.query('ALTER TABLE attempts RENAME TO attempts_away')
    const failed = await agent(tight.app.express).post('/api/session').send({ email: KEEPER.email, password: 'a guess or two' })
    expect(failed.status).toBeGreaterThanOrEqual(500)
    await tight.close()
  })

  it('are cleared by the right password', async () => {
    const { email } = await newKeeper()
    const tight = await startApi({ demo: false, config: { signInsPerQuarter: 3 } })
    const made = await tight.client().post('/api/accounts').send({ name: 'A', email, password: PASSWORD, holding: 'B' })
    expect(made.status).toBe(204)
    const attempt = (password: string) => tight.client().post('/api/session').send({ email, password })
    for (let round = 0; round < 3; round++) {
      await attempt('a guess or two').expect(401)
      await attempt(PASSWORD).expect(204)
    }
    await tight.close()
  })
})
