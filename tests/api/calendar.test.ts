/** The calendar read by an independent parser: ical.js 2.2.1. */
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
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
  it('holds every open job of every colony once, all day, none before today', async () => {
    const { calendar, events: found } = await events()
    expect(calendar.getFirstPropertyValue('version')).toBe('2.0')
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const steps = yards.flatMap((y) => yardState(y, settings).row.flatMap((state) => state.steps.map((step) => ({ yard: y, state, step }))))
    expect(steps.length).toBeGreaterThan(20)
    const named = found.flatMap((e) => /^Colonies: (.*)\.$/m.exec(e.description)?.[1]?.split(', ') ?? [])
    expect(named).toHaveLength(steps.length)
    for (const { yard, state, step } of steps) {
      const day = step.best > '2026-08-12' ? step.best : '2026-08-12'
      const its = found.filter(
        (e) =>
          e.location === yard.name &&
          e.summary.includes(step.text) &&
          e.description.includes(`${state.colony.placement.position} ${state.colony.name}`),
      )
      // Where colonies of one decision have different windows, the most pressing speaks for them all.
      expect({ colony: state.colony.name, step: step.text, events: its.length }).toEqual({ colony: state.colony.name, step: step.text, events: 1 })
      expect(its[0]!.startDate.toString() <= day).toBe(true)
    }
    for (const event of found) {
      expect(event.startDate.isDate).toBe(true)
      expect(event.startDate.toString() >= '2026-08-12').toBe(true)
      expect(event.duration.toSeconds()).toBe(86_400)
      expect(event.description).toMatch(/^(Window|Overdue: its window was) ?:?.*\./)
      expect(event.description).toContain('The label in your hand and local law decide.')
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
    const was = (uid: string) => before.find((b) => b.uid === uid)!
    const shown = (e: ICAL.Event) => [e.summary, e.description, e.startDate.toString()].join()
    // What changed says so by its sequence, and what did not keeps it.
    for (const e of kept) expect(e.sequence > was(e.uid).sequence, e.summary).toBe(shown(e) !== shown(was(e.uid)))
    expect(kept.some((e) => e.startDate.toString() !== was(e.uid).startDate.toString())).toBe(true)
    await live('2026-08-12')
  })

  it('takes a colony that is done out of its event and leaves the event its name', async () => {
    const shared = (await events()).events.find((e) => /: count .*colonies/.test(e.summary))!
    const [position, ...name] = /Colonies: ([^,]*)/.exec(shared.description)![1]!.split(' ')
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const yard = yards.find((y) => y.name === shared.location)!
    const colony = yard.colonies.find((c) => c.placement.position === Number(position) && c.name === name.join(' '))!
    await demo
      .put(`/api/counts/${crypto.randomUUID()}`)
      .send({ colonyId: colony.id, onDay: '2026-08-12', method: 'wash', samples: [{ mites: 1, bees: 300 }] })
      .expect(201)
    const same = (await events()).events.find((e) => e.uid === shared.uid)!
    expect(same.description).not.toContain(colony.name)
    await demo.post('/api/holding/fresh').expect(204)
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
