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
  it('holds every open job of every colony once, all day, on a day that its own facts give it', async () => {
    const { calendar, events: found } = await events()
    expect(calendar.getFirstPropertyValue('version')).toBe('2.0')
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const steps = yards
      .flatMap((y) => yardState(y, settings).row.flatMap((state) => state.steps.map((step) => ({ yard: y, state, step }))))
      // A colony that was never counted stands on no fact but today, and today is no day for a calendar.
      .filter(({ state, step }) => step.kind !== 'count' || state.judgement.recountDue !== null)
    expect(steps.length).toBeGreaterThan(20)
    const named = found.flatMap((e) => /^Colonies: (.*)\.$/m.exec(e.description)?.[1]?.split(', ') ?? [])
    expect(named).toHaveLength(steps.length)
    for (const { yard, state, step } of steps) {
      const its = found.filter(
        (e) =>
          e.location === yard.name &&
          e.summary.includes(`: ${step.name},`) &&
          e.description.includes(`${state.colony.placement.position} ${state.colony.name}`),
      )
      // Where colonies of one decision have different windows, the earliest speaks for them all.
      const alike = state.steps.filter((x) => x.name === step.name).length
      expect({ colony: state.colony.name, step: step.name, events: its.length }).toEqual({
        colony: state.colony.name,
        step: step.name,
        events: alike,
      })
      if (step.job && step.best >= '2026-08-12')
        expect(its.toSorted((a, b) => a.startDate.compare(b.startDate))[0]!.startDate.toString() <= step.best, step.text).toBe(true)
    }
    for (const event of found) {
      expect(event.startDate.isDate).toBe(true)
      expect(event.duration.toSeconds()).toBe(86_400)
      expect(event.description).toMatch(/^Window: .*\./)
      expect(event.description).toContain('The label in your hand and local law decide.')
    }
  })

  it('keeps lines within 75 octets and ends them as RFC 5545 asks', async () => {
    const { text } = await events()
    expect(text.includes('\n') && !/[^\r]\n/.test(text)).toBe(true)
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line), line).toBeLessThanOrEqual(75)
  })

  it('stays as it is while nothing is entered, whatever day it is', async () => {
    const shown = (e: ICAL.Event) => [e.uid, e.summary, e.description, e.startDate.toString(), e.sequence].join()
    const standing = async () =>
      (await events()).events.filter((e) => e.component.getFirstPropertyValue('status') === 'CONFIRMED' && /^Window/.test(e.description))
    const before = (await standing()).filter((e) => !/for the heat|put it back/.test(e.summary))
    expect(before.length).toBeGreaterThan(10)
    expect(new Set(before.map((e) => e.uid)).size).toBe(before.length)
    for (const day of ['2026-08-14', '2026-08-20', '2026-08-31']) {
      await live(day)
      const there = new Map((await standing()).map((e) => [e.uid, shown(e)]))
      const moved = before.filter((e) => there.has(e.uid) && there.get(e.uid) !== shown(e)).map((e) => e.summary)
      expect(moved, day).toEqual([])
      // What is gone from it has lapsed; most of it stands.
      expect(before.filter((e) => there.has(e.uid)).length, day).toBeGreaterThan(before.length * 0.7)
    }
    await live('2026-08-12')
  })

  it('says by its sequence what changed because something was entered', async () => {
    const before = (await events()).events
    const due = before.find((e) => /round 2: vaporise/.test(e.summary))!
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const courses = yards.flatMap((y) => y.colonies.flatMap((c) => c.courses)).filter((c) => c.treatment === 'oxalic-vapour' && c.events.length > 0)
    for (const c of courses)
      await demo
        .put(`/api/events/${crypto.randomUUID()}`)
        .send({ courseId: c.id, kind: 'done', job: 'dose', n: 2, happenedOn: '2026-08-12', amount: 1 })
        .expect((r) => expect([201, 400, 409]).toContain(r.status))
    const after = (await events()).events
    expect(after.find((e) => e.uid === due.uid)).toMatchObject({ summary: expect.stringMatching(/^Done: /) as string, sequence: due.sequence + 1 })
    const third = (list: ICAL.Event[]) => list.find((e) => e.uid === due.uid.replace('dose-2', 'dose-3'))!
    expect(third(after).sequence).toBeGreaterThan(third(before).sequence)
    await demo.post('/api/holding/fresh').expect(204)
  })

  it('takes a colony that is done out of its event and leaves the event its name', async () => {
    const shared = (await events()).events.find((e) => /: count, \d+ colonies/.test(e.summary))!
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
