/** What reminds a keeper who is not looking: the calendar at its private address, read by ical.js 2.2.1, and the letter of the day. */
import ICAL from 'ical.js'
import { DateTime } from 'luxon'
import { pino } from 'pino'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { shownUrl } from '../../server/src/api/shown-url.ts'
import { openDatabase } from '../../server/src/database/index.ts'
import { demoId } from '../../server/src/demo/load.ts'
import { sendLetters, type Letters } from '../../server/src/letters/send.ts'
import type { Letter } from '../../server/src/mail/mailer.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
beforeEach(() => demo.post('/api/holding/fresh').expect(204))

const LANE = ['Betony', 'Comfrey', 'Meadowsweet', 'Teasel', 'Woad']
const courseOf = (name: string) => demoId(`course ${demoId(`colony ${name}`)} 2026-08-09`)
const rounds = (kind: string, on: string, more: object = {}) =>
  demo
    .post('/api/rounds')
    .send({ events: LANE.map((name) => ({ id: id(), courseId: courseOf(name), kind, job: 'dose', n: 2, happenedOn: on, ...more })) })

interface Shown {
  readonly uid: string
  readonly sequence: number
  readonly day: string
  readonly status: string
  readonly summary: string
  /** Instants at which it rings, UTC, as an independent reader works them out. */
  readonly alarms: readonly string[]
}
/** When an alarm rings, as a client in UTC works it out (RFC 5545, 3.8.6.3): an instant, or so long from the start or the end. */
function rings(event: ICAL.Event, alarm: ICAL.Component): string {
  const trigger = alarm.getFirstProperty('trigger')!
  const value = trigger.getFirstValue() as ICAL.Time | ICAL.Duration
  if (value instanceof ICAL.Time) return value.toJSDate().toISOString()
  const from = (trigger.getParameter('related') === 'END' ? event.endDate : event.startDate).clone()
  from.addDuration(value)
  return new Date(`${from.toString().slice(0, 10)}T${from.isDate ? '00:00:00' : from.toString().slice(11, 19)}Z`).toISOString()
}
function parse(text: string): Map<string, Shown> {
  const calendar = new ICAL.Component(ICAL.parse(text))
  expect(calendar.getFirstPropertyValue('method')).toBe('PUBLISH')
  return new Map(
    calendar.getAllSubcomponents('vevent').map((v) => {
      const e = new ICAL.Event(v)
      return [
        e.uid,
        {
          uid: e.uid,
          sequence: e.sequence,
          day: e.startDate.toString(),
          status: String(v.getFirstPropertyValue('status')),
          summary: e.summary,
          alarms: v.getAllSubcomponents('valarm').map((a) => rings(e, a)),
        },
      ]
    }),
  )
}
/** The address, without what stands before the API. */
async function subscribe(client: Client = demo): Promise<string> {
  const { body } = await client.post('/api/calendar/address').expect(201)
  expect(body.address).toMatch(/^https:\/\/thistle\.example\/api\/calendar\/[\w-]{43}\.ics$/)
  return new URL(body.address as string).pathname
}
const read = async (address: string) => parse((await api.client().get(address).expect(200)).text)
const live = (on: string) => demo.post('/api/holding/date').send({ on }).expect(204)
const roundTwo = (events: Map<string, Shown>) =>
  [...events.values()].find((e) => e.uid.includes('-dose-2@') && e.uid.startsWith(demoId('yard Hollow Lane')))!

describe('a calendar at its own address', () => {
  it('is read without a session, ends when it is revoked, and an older address ends with a new one', async () => {
    expect((await demo.get('/api/calendar/address').expect(200)).body).toEqual({ made: null, read: null })
    const first = await subscribe()
    expect((await demo.get('/api/calendar/address')).body.read).toBeNull()
    expect((await read(first)).size).toBeGreaterThan(10)
    expect((await demo.get('/api/calendar/address')).body.read).not.toBeNull()
    const second = await subscribe()
    await api.client().get(first).expect(404)
    await read(second)
    await demo.delete('/api/calendar/address').expect(204)
    await api.client().get(second).expect(404)
    await api.client().get('/api/calendar/short.ics').expect(404)
    await api.client().get(second.replace('.ics', '')).expect(404)
  })

  it('sends a day that moves with the same name and a higher sequence, and what did not change as it was', async () => {
    const address = await subscribe()
    const before = await read(address)
    expect(await read(address)).toEqual(before)
    await rounds('set', '2026-08-15').expect(200)
    const after = await read(address)
    const [old, now] = [roundTwo(before), roundTwo(after)]
    expect(old).toMatchObject({ day: '2026-08-14', sequence: 0, status: 'CONFIRMED' })
    expect(now).toMatchObject({ uid: old.uid, day: '2026-08-15', sequence: 1 })
    const others = [...after.values()].filter((e) => !e.uid.includes(demoId('yard Hollow Lane')))
    for (const e of others) expect(e).toEqual(before.get(e.uid))
  })

  it('says what is done as done, without an alarm, and calls off what falls away', async () => {
    const address = await subscribe()
    const before = await read(address)
    expect(roundTwo(before).alarms.length).toBeGreaterThan(0)
    await live('2026-08-14')
    await rounds('done', '2026-08-14', { amount: 1 }).expect(200)
    const done = roundTwo(await read(address))
    expect(done).toMatchObject({ uid: roundTwo(before).uid, status: 'CONFIRMED', alarms: [] })
    expect(done.summary).toMatch(/^Done: Hollow Lane/)
    for (const name of LANE)
      await demo
        .put(`/api/events/${id()}`)
        .send({ courseId: courseOf(name), kind: 'cancelled', happenedOn: '2026-08-14' })
        .expect(201)
    const off = await read(address)
    const third = [...off.values()].find((e) => e.uid === done.uid.replace('dose-2', 'dose-3'))!
    expect(third).toMatchObject({ status: 'CANCELLED', alarms: [] })
    expect(third.sequence).toBeGreaterThan([...before.values()].find((e) => e.uid === third.uid)!.sequence)
    // Called off once and not again with every reading; forgotten after two months.
    expect((await read(address)).get(third.uid)).toEqual(third)
    await live('2026-11-20')
    expect((await read(address)).has(third.uid)).toBe(false)
  })

  it('rings at the hour the keeper chose, or not at all', async () => {
    const address = await subscribe()
    await demo.put('/api/account/preferences').send({ alarmHour: 18 }).expect(200)
    const hour = (at: string) => DateTime.fromISO(at, { zone: 'Europe/Paris' }).toFormat('yyyy-MM-dd HH:mm')
    const evening = roundTwo(await read(address))
    expect(evening.alarms.map(hour)).toEqual([`${evening.day} 18:00`, '2026-08-16 18:00'])
    await demo.put('/api/account/preferences').send({ alarmHour: null }).expect(200)
    expect([...(await read(address)).values()].flatMap((e) => e.alarms)).toEqual([])
    await demo.put('/api/account/preferences').send({}).expect(200)
  })

  it('never stands in a log', async () => {
    const address = await subscribe()
    expect(shownUrl(address)).toBe('/api/calendar/....ics')
    expect(shownUrl('/api/calendar/address')).toBe('/api/calendar/address')
    expect(shownUrl('/api/calendar.ics?x=1')).toBe('/api/calendar.ics?x=1')
  })

  it('ends with the place its keeper had', async () => {
    const { keeperId, holdingId, client } = await api.newHolding('reader')
    const address = await subscribe(client)
    await api.client().get(address).expect(200)
    await api.db.model('memberships').destroy({ where: { keeperId, holdingId } })
    await api.client().get(address).expect(404)
  })
})

describe('the letter of the day', () => {
  const sent: Letter[] = []
  const parts = (mail: Letters['mail'], at: string, db = api.db): Letters => ({
    db,
    clock: () => new Date(at),
    mail,
    weather: { url: 'http://127.0.0.1:9/', patience: 200 },
    publicUrl: () => 'https://thistle.example',
    logger: pino({ level: 'silent' }),
  })
  const post: Letters['mail'] = async (letter) => void sent.push(letter)
  const wants = (letterHour: number | null) => demo.put('/api/account/preferences').send({ letterHour }).expect(200)
  beforeEach(() => {
    sent.length = 0
  })

  it('goes out at its hour in the yard’s time zone, once a day, and only to those who asked', async () => {
    await wants(7)
    // The demo's yards keep the time of Paris: 04:59 UTC is not yet seven there in summer, 05:00 is.
    expect(await sendLetters(parts(post, '2026-08-12T04:59:00Z'))).toBe(0)
    expect(await sendLetters(parts(post, '2026-08-12T05:00:00Z'))).toBe(1)
    expect(await sendLetters(parts(post, '2026-08-12T05:01:00Z'))).toBe(0)
    expect(sent).toHaveLength(1)
    expect(sent[0]!.to).toBe('orla@ossenvale.example')
    expect(sent[0]!.subject).toMatch(/^Ossenvale Bees, Wed 12 Aug: \d+ overdue, \d+ due$/)
    await live('2026-08-13')
    expect(await sendLetters(parts(post, '2026-08-13T09:00:00Z'))).toBe(1)
    await wants(null)
    await live('2026-08-14')
    expect(await sendLetters(parts(post, '2026-08-14T09:00:00Z'))).toBe(0)
  })

  it('says what is overdue, due and ahead, in sentences, with the law and the way in', async () => {
    await wants(0)
    // The weather that the letter stands on is kept by then: this one's own service is out of reach.
    const shown = (await demo.get('/api/letter').expect(200)).body
    await sendLetters(parts(post, '2026-08-12T10:30:00Z'))
    const { text } = sent[0]!
    for (const part of [
      'Quarry Bank: strips in Bramble must come out now',
      'Overdue\n- Quarry Bank: Amitraz strip',
      'Due now',
      'Rounds of the next seven days',
      'The label in your hand and local law decide',
      'https://thistle.example/today',
    ])
      expect(text).toContain(part)
    expect(text).not.toMatch(/undefined|null|NaN/)
    expect(shown.subject).toBe(sent[0]!.subject)
  })

  it('goes out once, however many instances ask at the same moment', async () => {
    await wants(0)
    const other = openDatabase(api.url)
    try {
      const asked = Array.from({ length: 8 }, (_, i) => sendLetters(parts(post, '2026-08-12T09:00:00Z', i % 2 === 0 ? api.db : other)))
      expect((await Promise.all(asked)).reduce((sum, n) => sum + n, 0)).toBe(1)
      expect(sent).toHaveLength(1)
    } finally {
      await other.close()
    }
  })

  it('is tried again where it is known to have failed, at most five times, and where its process is gone, as the same letter', async () => {
    await wants(0)
    const at = '2026-08-12T09:00:00Z'
    let tries = 0
    const broken: Letters['mail'] = async () => {
      tries++
      throw new Error('no such host')
    }
    for (let i = 0; i < 8; i++) await sendLetters(parts(broken, at))
    expect(tries).toBe(5)
    await api.db.model('letters').update({ state: 'claimed', tries: 1 }, { where: { day: '2026-08-12' } })
    expect(await sendLetters(parts(post, '2026-08-12T09:09:00Z'))).toBe(0)
    expect(await sendLetters(parts(post, '2026-08-12T09:11:00Z'))).toBe(1)
    const [first] = sent
    expect(first?.id).toMatch(/^2026-08-12\./)
    sent.length = 0
    await api.db.model('letters').update({ state: 'failed', tries: 1 }, { where: { day: '2026-08-12' } })
    expect(await sendLetters(parts(post, at))).toBe(1)
    expect(sent.map((l) => l.id)).toEqual([first?.id])
  })

  it('does not come where nothing asks', async () => {
    const { client, keeperId, holdingId } = await api.newHolding('owner')
    await client.get('/api/letter').expect(204)
    await client.put('/api/account/preferences').send({ letterHour: 0 }).expect(200)
    await wants(null)
    await sendLetters(parts(post, '2026-08-12T09:00:00Z'))
    expect(sent).toEqual([])
    const [row] = (await api.db.model('letters').findAll({ where: { keeperId, holdingId }, raw: true })) as unknown as { state: string }[]
    expect(row!.state).toBe('nothing')
  })
})
