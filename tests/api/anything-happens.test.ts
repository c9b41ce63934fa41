/** Any entries at all, in any order: each is taken or refused in words, and what stands can always be read, drawn and written out. */
import fc from 'fast-check'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { EVENT_KINDS } from '@thistle/core/course'
import { yardState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { dayLetter, deadlinesOf, drawRounds, roundSheet, seasonOf } from '@thistle/core/rounds'
import { addDays } from '@thistle/core/time'
import { id, isProblem, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())

/** What happens often: a book in which every colony dies at once says little. */
const LIKELY = ['done', 'done', 'done', 'part', 'set', 'set', 'found', 'accepted', 'round-added', 'swarmed'] as const
const HOLE = /undefined|NaN|Infinity|\[object|\{dose\}|\bnull\b/
function texts(value: unknown): string[] {
  if (typeof value === 'string') return [value]
  if (Array.isArray(value)) return value.flatMap(texts)
  return value !== null && typeof value === 'object'
    ? Object.entries(value).flatMap(([key, v]) => (key === 'events' || key === 'plan' ? [] : texts(v)))
    : []
}

describe('anything that is entered', () => {
  it('is kept or refused, never falls over, and leaves a book that reads', async () => {
    const yards = (await demo.get('/api/yards')).body as YardRecord[]
    const courses = yards.flatMap((y) => y.colonies.flatMap((c) => c.courses.map((o) => o.id)))
    const known: string[] = []
    const entry = fc.record({
      courseId: fc.constantFrom(...courses),
      kind: fc.constantFrom(...EVENT_KINDS, ...LIKELY, ...LIKELY, 'cancelled', 'taken-back'),
      job: fc.option(fc.constantFrom('prepare', 'dose', 'dose', 'check', 'remove', 'put-back', 'queen-check', 'recount'), { freq: 12 }),
      n: fc.option(fc.constantFrom(1, 2, 2, 3, 6), { freq: 12 }),
      happenedOn: fc
        .oneof({ weight: 5, arbitrary: fc.integer({ min: -9, max: 0 }) }, { weight: 2, arbitrary: fc.integer({ min: -70, max: 40 }) })
        .map((n) => addDays('2026-08-12', n)),
      amount: fc.option(fc.constantFrom(0, 0.5, 1, 2, 3, 40)),
      reason: fc.constantFrom(null, 'so it was', 'so it was', 'x'),
      again: fc.constantFrom(false, false, false, true),
    })
    const statuses = new Map<number, number>()
    for (const { again, ...event } of fc.sample(entry, { numRuns: 320, seed: 20260812 })) {
      const supersedes = again ? (known.at(-1) ?? null) : null
      const made = id()
      const response = await demo.put(`/api/events/${made}`).send({ ...event, supersedes })
      statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1)
      expect([201, 400, 404, 409], JSON.stringify({ event, body: response.body })).toContain(response.status)
      if (response.status === 201) known.push(made)
      else expect(isProblem(response)).toBe(true)
    }
    // Both happened often enough for this to say something.
    expect(statuses.get(201) ?? 0).toBeGreaterThan(30)
    expect(statuses.get(400) ?? 0).toBeGreaterThan(10)

    for (const on of ['2026-08-12', '2026-08-30', '2026-11-10']) {
      await demo.post('/api/holding/date').send({ on }).expect(204)
      const read = (await demo.get('/api/yards').expect(200)).body as YardRecord[]
      const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
      const states = read.map((y) => yardState(y, settings))
      const plan = drawRounds(states, settings)
      const sheets = plan.rounds.map((r) =>
        roundSheet(
          r,
          states.find((s) => s.yard.id === r.yardId)!,
          settings,
        ),
      )
      const letter = dayLetter('Ossenvale Bees', states, settings, on, 'https://thistle.example/today')
      const said = [
        ...states.flatMap((s) => [
          ...texts(s.sentence),
          ...s.row.flatMap((c) => [...texts(c.steps.map((x) => [x.text, x.hindrance])), ...c.courses.flatMap((o) => texts(o.course.warnings))]),
        ]),
        ...texts(plan.unplaced.map((u) => u.why)),
        ...texts(plan.rounds.flatMap((r) => r.moves.map((m) => m.why))),
        ...texts(sheets.map((s) => [s.packing, s.limits, s.cautions])),
        ...texts(states.map((s) => deadlinesOf(s, settings).clashes)),
        ...texts(letter),
      ]
      expect(said.length).toBeGreaterThan(50)
      for (const text of said) expect(text).not.toMatch(HOLE)
      for (const r of plan.rounds) for (const j of r.jobs) expect(j.earliest <= j.latest).toBe(true)
      expect(seasonOf(states, on).yards).toHaveLength(read.length)
      const calendar = (await demo.get('/api/calendar.ics').expect(200)).text
      const events = new ICAL.Component(ICAL.parse(calendar)).getAllSubcomponents('vevent').map((v) => new ICAL.Event(v))
      expect(new Set(events.map((e) => e.uid)).size).toBe(events.length)
      for (const e of events) expect(`${e.summary} ${e.description ?? ''}`).not.toMatch(HOLE)
    }
  })
})
