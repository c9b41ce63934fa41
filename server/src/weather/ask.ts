import Joi from 'joi'
import type { MonthNormal, WeatherDay } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { daySchema, monthSchema } from '@thistle/core/formats'

/** How far back the days are fetched, and how far ahead the forecast is used. */
export const SPAN = { back: 40, ahead: 9 } as const
const MOST_BYTES = 500_000

const degrees = () => Joi.number().min(-60).max(60).required()
/** The open JSON of a weather service, as docs/weather.md has it. More fields may be there; they are not read. */
export const weatherShape = Joi.object({
  weather: Joi.number().valid(1).required(),
  service: Joi.string().trim().min(1).max(80).required(),
  unit: Joi.string().valid('C').required(),
  normals: Joi.array().items(monthSchema().unknown(true)).max(12).unique('month'),
  days: Joi.array()
    .items(
      Joi.object({ date: daySchema().required(), high: degrees(), low: degrees(), kind: Joi.string().valid('observed', 'forecast').required() })
        .custom((d: WeatherDay, help) => (d.low !== null && d.low > d.high ? help.error('any.invalid') : d))
        .unknown(true),
    )
    .max(500)
    .unique('date')
    .required(),
}).unknown(true)

export interface ToldWeather {
  readonly state: 'told'
  readonly service: string
  readonly normals: readonly MonthNormal[]
  readonly days: readonly WeatherDay[]
}
/** What came back: the weather, or why there is none. */
export type Asked = ToldWeather | { readonly state: 'down' | 'slow' | 'nonsense' }

export interface Place {
  readonly latitude: number
  readonly longitude: number
}

/** The body, or null where it is longer than any answer can be: then the rest is not read. */
async function textOf(response: Response): Promise<string | null> {
  const parts: Uint8Array[] = []
  let size = 0
  for await (const part of response.body ?? []) {
    size += part.length
    if (size > MOST_BYTES) return null
    parts.push(part)
  }
  return Buffer.concat(parts).toString('utf8')
}

async function read(response: Response): Promise<Asked> {
  if (!response.ok) return { state: 'down' }
  const text = await textOf(response)
  if (text === null) return { state: 'nonsense' }
  try {
    const { error, value } = weatherShape.validate(JSON.parse(text), { convert: false })
    if (error) return { state: 'nonsense' }
    const told = value as Omit<ToldWeather, 'state'>
    const days = told.days.map(({ date, high, low, kind }) => ({ date, high, low, kind }))
    return { state: 'told', service: told.service, normals: (told.normals ?? []).map(({ month, high, low }) => ({ month, high, low })), days }
  } catch (fault) {
    if ((fault as Error).name === 'TimeoutError') throw fault
    return { state: 'nonsense' }
  }
}

/** Asks the service at `url` for a place as of a day. Never throws: what goes wrong is an answer too. */
export async function askWeather(url: string, place: Place, today: Day, patience: number): Promise<Asked> {
  const address = new URL(url)
  const { back, ahead } = SPAN
  for (const [name, value] of Object.entries({ ...place, today, back, ahead })) address.searchParams.set(name, String(value))
  try {
    return await read(await fetch(address, { signal: AbortSignal.timeout(patience), redirect: 'error' }))
  } catch (fault) {
    return { state: (fault as Error).name === 'TimeoutError' ? 'slow' : 'down' }
  }
}
