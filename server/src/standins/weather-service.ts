import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { addDays, isDay } from '@thistle/core/time'
import { INVENTED_SERVICE } from '../weather/service-name.ts'
import { forecastAt, normalsAt, truthAt } from './weather-world.ts'

const MOST = { back: 400, ahead: 15 } as const

function number(value: string | null, least: number, most: number): number | null {
  const found = value === null || value.trim() === '' ? Number.NaN : Number(value)
  return Number.isFinite(found) && found >= least && found <= most ? found : null
}

/** What the service says of a place on a day, or what is wrong with the question. Described in docs/weather.md. */
export function answerFor(query: URLSearchParams): { status: number; body: unknown } {
  const latitude = number(query.get('latitude'), -90, 90)
  const longitude = number(query.get('longitude'), -180, 180)
  const back = number(query.get('back') ?? '0', 0, MOST.back)
  const ahead = number(query.get('ahead') ?? '9', 0, MOST.ahead)
  const today = query.get('today')
  if (latitude === null || longitude === null || back === null || ahead === null || !isDay(today))
    return { status: 400, body: { fault: 'latitude, longitude and today are needed; back is at most 400 and ahead at most 15' } }
  const observed = Array.from({ length: back }, (_, i) => {
    const date = addDays(today, i - back)
    return { date, ...truthAt(latitude, longitude, date), kind: 'observed' }
  })
  const forecast = Array.from({ length: ahead + 1 }, (_, lead) => {
    const date = addDays(today, lead)
    return { date, ...forecastAt(latitude, longitude, date, lead), kind: 'forecast' }
  })
  return {
    status: 200,
    body: { weather: 1, service: INVENTED_SERVICE, unit: 'C', normals: normalsAt(latitude, longitude), days: [...observed, ...forecast] },
  }
}

/** The weather stand-in: a small service of its own on a loopback port. It keeps nothing and knows nothing of the application. */
export function startWeatherService(): Promise<{ url: string; close: () => Promise<void> }> {
  const server: Server = createServer((req, res) => {
    const asked = new URL(req.url ?? '/', 'http://stand-in')
    const { status, body } = asked.pathname === '/v1/days' ? answerFor(asked.searchParams) : { status: 404, body: { fault: 'ask /v1/days' } }
    res.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  })
  return new Promise((resolve, reject) => {
    server.on('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      resolve({
        url: `http://127.0.0.1:${port}/v1/days`,
        close: () =>
          new Promise((done) => {
            server.close(() => done())
            server.closeAllConnections()
          }),
      })
    })
  })
}
