import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addDays, daysBetween } from '@thistle/core/time'
import type { YardRecord } from '@thistle/core/holding'
import { weatherShape } from '../../server/src/weather/ask.ts'
import { answerFor } from '../../server/src/standins/weather-service.ts'
import { forecastAt, normalsAt, truthAt } from '../../server/src/standins/weather-world.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

/** A service that does as it is told. */
let mood: 'well' | 'down' | 'slow' | 'nonsense' | 'hot' | 'huge' = 'well'
let asked = 0
let service: Server
let api: Api
let owner: Client
const yard = id()
beforeAll(async () => {
  service = createServer((req, res) => {
    asked += 1
    const { body } = answerFor(new URL(req.url ?? '', 'http://x').searchParams)
    const whole = body as { days: { high: number }[] }
    if (mood === 'slow') return
    if (mood === 'down') return res.writeHead(503).end()
    if (mood === 'nonsense') return res.end('<html>bees</html>')
    if (mood === 'hot') return res.end(JSON.stringify({ ...whole, days: whole.days.map((d) => ({ ...d, high: 900 })) }))
    if (mood === 'huge') return res.end(JSON.stringify({ ...whole, more: 'x'.repeat(900_000) }))
    return res.end(JSON.stringify({ ...whole, more: 'not read' }))
  })
  await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve))
  const url = `http://127.0.0.1:${(service.address() as AddressInfo).port}/v1/days`
  api = await startApi({ demo: false, weatherUrl: url, config: { weatherPatience: 200 } })
  owner = (await api.newHolding('owner')).client
  await owner
    .put(`/api/yards/${yard}`)
    .send({ name: 'South', latitude: -41.2, longitude: 146.3, hemisphere: 'south', timeZone: 'Pacific/Auckland' })
    .expect(201)
})
afterAll(async () => {
  service.closeAllConnections()
  service.close()
  await api.close()
})
const read = async () => (await owner.get(`/api/yards/${yard}`).expect(200)).body as YardRecord
let minutes = 0
/** Long enough for the service to be asked anew. */
const later = (by = 200) => api.setNow(new Date(Date.parse('2026-08-12T10:00:00Z') + (minutes += by) * 60_000))

describe('the weather service', () => {
  it('is asked over HTTP and kept: observed up to yesterday, forecast from the yard’s own today', async () => {
    const { weather, weatherFrom, today } = await read()
    expect(today).toBe('2026-08-12')
    expect(weatherFrom).toMatchObject({ state: 'told', service: 'simulated weather', ownDays: [] })
    expect(weather).toHaveLength(50)
    for (const d of weather) expect(d.kind).toBe(d.date < today ? 'observed' : 'forecast')
    expect(weather.at(-1)?.date).toBe(addDays(today, 9))
    const before = asked
    await read()
    expect(asked).toBe(before)
    later()
    await read()
    expect(asked).toBe(before + 1)
  })

  it('learns how far its forecasts are off here, day by day', async () => {
    const before = (await read()).weatherFrom!.record!
    for (let n = 0; n < 12; n++) {
      later(24 * 60)
      await read()
    }
    const after = (await read()).weatherFrom!.record!
    // Each day tells of tomorrow's, that of three and of seven days ahead; the simulated service errs less than is usual.
    expect(after.n - before.n).toBeGreaterThan(15)
    expect(after.doubt).toBeLessThan(0.99)
    expect(after.doubt).toBeGreaterThan(0.8)
    // Another place has another record.
    const elsewhere = id()
    await owner
      .put(`/api/yards/${elsewhere}`)
      .send({ name: 'Elsewhere', latitude: 51, longitude: 7, hemisphere: 'north', timeZone: 'UTC' })
      .expect(201)
    expect(((await owner.get(`/api/yards/${elsewhere}`).expect(200)).body as YardRecord).weatherFrom!.record).toEqual({ n: 0, doubt: 1 })
    later(-12 * 24 * 60)
    await read()
  })

  it.each([
    ['down', 'down'],
    ['slow', 'slow'],
    ['nonsense', 'nonsense'],
    ['hot', 'nonsense'],
    ['huge', 'nonsense'],
  ] as const)('%s: is said, what was observed stays, no forecast is made up, and it is asked again after a minute', async (how, said) => {
    mood = 'well'
    later()
    await read()
    mood = how
    later()
    const { weather, weatherFrom, today } = await read()
    expect(weatherFrom?.state).toBe(said)
    expect(weather.every((d) => d.kind === 'observed' && d.date < today)).toBe(true)
    expect(weather).toHaveLength(40)
    const before = asked
    await read()
    expect(asked).toBe(before)
    mood = 'well'
    later(2)
    expect((await read()).weatherFrom?.state).toBe('told')
  })

  it('tells the usual months of a place, or why not', async () => {
    mood = 'well'
    const told = (await owner.get('/api/weather/usual?latitude=-41.2&longitude=146.3').expect(200)).body
    expect(told.normals).toHaveLength(12)
    expect(told.normals[0].high).toBeGreaterThan(told.normals[6].high)
    mood = 'down'
    expect((await owner.get('/api/weather/usual?latitude=-41.2&longitude=146.3').expect(200)).body).toEqual({
      state: 'down',
      service: null,
      normals: [],
    })
    mood = 'well'
    await owner.get('/api/weather/usual?latitude=91&longitude=0').expect(400)
    await owner.get('/api/weather/usual').expect(400)
  })

  it('finds a place by the nearest town', async () => {
    const found = (await owner.get('/api/weather/towns').query({ like: 'Hobar' }).expect(200)).body
    // From an atlas: 42 degrees 53 minutes south, 147 degrees 20 minutes east.
    expect(found[0]).toMatchObject({ name: 'Hobart', country: 'Australia' })
    expect(found[0].latitude).toBeCloseTo(-42.88, 1)
    expect(found[0].longitude).toBeCloseTo(147.33, 1)
    // Without the marks that a keyboard lacks, and by a later word.
    expect((await owner.get('/api/weather/towns').query({ like: 'malmo' }).expect(200)).body[0].country).toBe('Sweden')
    const many = (await owner.get('/api/weather/towns').query({ like: 'san' }).expect(200)).body
    expect(many).toHaveLength(8)
    expect((await owner.get('/api/weather/towns').query({ like: 'xqz' }).expect(200)).body).toEqual([])
    await owner.get('/api/weather/towns').query({ like: ' a ' }).expect(400)
    await owner.get('/api/weather/towns').expect(400)
  })

  it('is not asked for a yard whose place is not known', async () => {
    const nowhere = id()
    await owner.put(`/api/yards/${nowhere}`).send({ name: 'Nowhere' }).expect(201)
    const before = asked
    expect((await owner.get(`/api/yards/${nowhere}`)).body).toMatchObject({ weather: [], weatherFrom: { state: 'no-place' } })
    expect(asked).toBe(before)
  })
})

describe('days of one’s own', () => {
  const put = (body: object) => owner.put(`/api/yards/${yard}/weather`).send(body)
  it('win over the service, are marked, and give way when taken away', async () => {
    mood = 'well'
    const { today } = await read()
    const days = [
      { date: addDays(today, -1), high: 12.5, low: 3 },
      { date: addDays(today, 1), high: 31, low: 15 },
    ]
    expect((await put({ days }).expect(200)).body).toEqual({ changed: 2 })
    expect((await put({ days }).expect(200)).body).toEqual({ changed: 0 })
    const { weather, weatherFrom } = await read()
    expect(weather).toContainEqual({ date: addDays(today, 1), high: 31, low: 15, kind: 'forecast' })
    expect(weather).toContainEqual({ date: addDays(today, -1), high: 12.5, low: 3, kind: 'observed' })
    expect(weatherFrom?.ownDays.map((d) => d.source)).toEqual(['hand', 'hand'])
    await owner.delete(`/api/yards/${yard}/weather/${addDays(today, 1)}`).expect(204)
    expect((await read()).weather).not.toContainEqual(expect.objectContaining({ high: 31 }))
  })
  it('are checked: the low under the high, no day twice, none far ahead, none that does not exist', async () => {
    const refused = async (days: object[], path: string) =>
      expect((await put({ days }).expect(400)).body.errors.map((e: { path: string }) => e.path)).toContain(path)
    await refused([{ date: '2026-08-01', high: 10, low: 12 }], 'days[0]')
    await refused([{ date: '2026-08-01', high: 100, low: 12 }], 'days[0].high')
    await refused([{ date: '2026-02-30', high: 10, low: 2 }], 'days[0].date')
    await refused([{ date: '2027-08-01', high: 10, low: 2 }], 'days[0].date')
    await refused(
      [
        { date: '2026-08-01', high: 10, low: 2 },
        { date: '2026-08-01', high: 11, low: 2 },
      ],
      'days[1]',
    )
    await owner.delete(`/api/yards/${yard}/weather/yesterday`).expect(404)
  })
  it('are in the history and can be undone', async () => {
    await put({ source: 'station', days: [{ date: '2026-08-03', high: 9, low: 1 }] }).expect(200)
    await put({ source: 'station', days: [{ date: '2026-08-03', high: 10, low: 2 }] }).expect(200)
    const [last] = (await owner.get(`/api/changes/last?yard=${yard}&limit=1`)).body
    expect(last).toMatchObject({
      kind: 'weather',
      undoable: true,
      state: { changes: [{ date: '2026-08-03', before: { high: 9 }, after: { high: 10 } }] },
    })
    await owner.post(`/api/changes/${last.seq}/undo`).expect(204)
    expect((await read()).weather).toContainEqual({ date: '2026-08-03', high: 9, low: 1, kind: 'observed' })
  })
})

describe('the simulated world', () => {
  const place = fc.record({ latitude: fc.double({ min: -65, max: 65, noNaN: true }), longitude: fc.double({ min: -180, max: 180, noNaN: true }) })
  const day = fc.integer({ min: 0, max: 800 }).map((n) => addDays('2026-01-01', n))

  it('tells the same of a place and day whenever asked, lows under highs, and talks the language it is documented in', () => {
    fc.assert(
      fc.property(place, day, ({ latitude, longitude }, today) => {
        const query = new URLSearchParams({ latitude: String(latitude), longitude: String(longitude), today, back: '10', ahead: '9' })
        const [one, two] = [answerFor(query), answerFor(query)]
        expect(one).toEqual(two)
        expect(weatherShape.validate(one.body, { convert: false }).error).toBeUndefined()
        expect(truthAt(latitude, longitude, today).low).toBeLessThan(truthAt(latitude, longitude, today).high)
      }),
      { numRuns: 60 },
    )
  })

  it('errs more the further ahead it looks, about 0.8 °C times the root of the lead, and never on the day it happens', () => {
    const errors = (lead: number) =>
      Array.from({ length: 400 }, (_, i) => {
        const at = addDays('2026-03-01', i)
        return forecastAt(48, 7, at, lead).high - truthAt(48, 7, at).high
      })
    const spread = (list: number[]) => Math.sqrt(list.reduce((sum, e) => sum + e * e, 0) / list.length)
    const measured = [0, 1, 4, 9].map((lead) => spread(errors(lead)))
    expect(measured[0]).toBeLessThan(0.1)
    for (const [i, lead] of [0, 1, 4, 9].entries())
      if (lead > 0) expect(Math.abs(measured[i]! - 0.8 * Math.sqrt(lead)), `lead ${lead}`).toBeLessThan(0.2)
    expect(Math.abs(errors(9).reduce((a, b) => a + b, 0) / 400)).toBeLessThan(0.4)
  })

  it('has spells: a day is like the one before it; and seasons by hemisphere', () => {
    const usual = (lat: number, month: number) => normalsAt(lat, 7)[month - 1]!.high
    expect(usual(50, 7)).toBeGreaterThan(usual(50, 1) + 10)
    expect(usual(-40, 1)).toBeGreaterThan(usual(-40, 7) + 5)
    const off = Array.from({ length: 600 }, (_, i) => {
      const at = addDays('2026-01-01', i)
      const before = addDays(at, -1)
      return [truthAt(50, 7, at).high, truthAt(50, 7, before).high, usual(50, Number(at.slice(5, 7)))] as const
    })
    const product = off.reduce((sum, [a, b, n]) => sum + (a - n) * (b - n), 0)
    const square = off.reduce((sum, [a, , n]) => sum + (a - n) ** 2, 0)
    expect(product / square).toBeGreaterThan(0.5)
  })

  it('refuses what it does not understand, in its own words', () => {
    for (const query of [
      '',
      'latitude=95&longitude=1&today=2026-08-12',
      'latitude=1&longitude=1&today=soon',
      'latitude=1&longitude=1&today=2026-08-12&ahead=99',
    ])
      expect(answerFor(new URLSearchParams(query)).status).toBe(400)
    expect(daysBetween('2026-08-12', '2026-08-21')).toBe(9)
  })
})
