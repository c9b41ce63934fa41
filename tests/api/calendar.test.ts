/** The calendar read by an independent parser: ical.js 2.2.1. */
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { todayOfYards, yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())

async function events() {
  const response = await demo.get('/api/calendar.ics').expect(200)
  expect(response.headers['content-type']).toMatch(/^text\/calendar/)
  const calendar = new ICAL.Component(ICAL.parse(response.text))
  return {
    text: response.text,
    calendar,
    events: calendar.getAllSubcomponents('vevent').map((v) => new ICAL.Event(v)),
  }
}
const live = (on: string) => demo.post('/api/holding/date').send({ on }).expect(204)

describe('the calendar', () => {
  it('holds every open job of Today as an all-day event, none before today', async () => {
    const { calendar, events: found } = await events()
    expect(calendar.getFirstPropertyValue('version')).toBe('2.0')
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const list = todayOfYards(yards.map((y) => yardState(y, settings)))
    const jobs = [...list.overdue, ...list.due, ...list.coming]
    expect(jobs.length).toBeGreaterThan(5)
    expect(found).toHaveLength(jobs.length)
    for (const [i, event] of found.entries()) {
      expect(event.startDate.isDate).toBe(true)
      expect(event.startDate.toString() >= '2026-08-12').toBe(true)
      expect(event.duration.toSeconds()).toBe(86_400)
      const job = jobs[i]!
      expect(event.startDate.toString()).toBe(job.step.best > '2026-08-12' ? job.step.best : '2026-08-12')
      expect(event.description).toMatch(/^(Window|Overdue: its window was) ?:?.*\./)
      for (const line of job.lines) expect(event.description).toContain(line.state.colony.name)
      expect(event.description).toContain('The label in your hand and local law decide.')
      expect(event.summary).toContain(job.yard.yard.name)
    }
  })

  it('keeps lines within 75 octets and ends them as RFC 5545 asks', async () => {
    const { text } = await events()
    expect(text.includes('\n') && !/[^\r]\n/.test(text)).toBe(true)
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line), line).toBeLessThanOrEqual(75)
  })

  it('names the same job the same for good, however its day moves, and nothing twice', async () => {
    const before = (await events()).events
    expect(new Set(before.map((e) => e.uid)).size).toBe(before.length)
    expect((await events()).events.map((e) => e.uid)).toEqual(before.map((e) => e.uid))
    await live('2026-08-14')
    const after = (await events()).events
    const kept = after.filter((e) => before.some((b) => b.uid === e.uid))
    expect(kept.length).toBeGreaterThan(before.length / 2)
    expect(kept.every((e) => e.sequence > before[0]!.sequence)).toBe(true)
    expect(kept.some((e) => e.startDate.toString() !== before.find((b) => b.uid === e.uid)!.startDate.toString())).toBe(true)
    await live('2026-08-12')
  })

  it('is there for readers of one yard with that yard alone', async () => {
    const [yard] = (await demo.get('/api/yards')).body as YardRecord[]
    const { holdingId, client } = await api.newHolding('reader')
    expect(holdingId).toBeTruthy()
    const invited = await demo.put(`/api/invitations/${crypto.randomUUID()}`).send({ forWhom: 'R', role: 'reader', yards: [yard!.id] })
    await client
      .post('/api/invitations/acceptance')
      .send({ token: invited.body.link.split('/').at(-1) })
      .expect(200)
    const text = (await client.get('/api/calendar.ics').expect(200)).text
    const found = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((v) => new ICAL.Event(v).location)
    expect(found.length).toBeGreaterThan(0)
    expect(new Set(found)).toEqual(new Set([yard!.name]))
  })
})
