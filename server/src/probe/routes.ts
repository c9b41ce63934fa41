import Joi from 'joi'
import { loadBody } from '@thistle/core/bodies'
import { file, nothing, refused, type Route } from '../api/route.ts'
import { Problem } from '../problems/problem.ts'

const away = () => new Problem(503, 'no-probe', 'The probe cannot be reached: the vaporiser is timed by the clock.')
/** One reading of the stream; described in docs/probe.md. */
const reading = Joi.object({
  probe: Joi.number().valid(1).required(),
  at: Joi.string().isoDate().required(),
  celsius: Joi.number().min(-60).max(1000).required(),
}).unknown(true)

/** Lines of the probe that are readings; what is none is left out. */
async function* readings(body: ReadableStream<Uint8Array>): AsyncIterable<string> {
  const decoder = new TextDecoder()
  let rest = ''
  for await (const part of body) {
    const lines = `${rest}${decoder.decode(part, { stream: true })}`.split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) {
      try {
        if (!reading.validate(JSON.parse(line), { convert: false }).error) yield `${line}\n`
      } catch {
        // No JSON: no reading.
      }
    }
  }
}

/** The probe in the vaporiser, handed on: a stream of readings, and for the simulated one a word that it was loaded. */
export const probeRoutes = (probeUrl: string): Route[] => [
  {
    method: 'get',
    path: '/probe',
    access: 'read',
    group: 'Rounds',
    summary: 'Readings of the vaporiser’s probe, one JSON object a line, for as long as somebody listens',
    answers: { 200: file('application/x-ndjson', 'Readings, about one a second.'), 503: refused('The probe cannot be reached.') },
    handle: async ({ req, res }) => {
      const gone = new AbortController()
      res.on('close', () => gone.abort())
      req.on('close', () => undefined)
      const answer = await fetch(`${probeUrl}/stream`, { signal: gone.signal }).catch(() => null)
      if (!answer?.ok || !answer.body) throw away()
      return { status: 200, type: 'application/x-ndjson', stream: readings(answer.body as ReadableStream<Uint8Array>) }
    },
  },
  {
    method: 'post',
    path: '/probe/load',
    access: 'write',
    group: 'Rounds',
    summary: 'Tells the simulated probe that a charge went in; a real one notices by itself',
    body: loadBody,
    limit: 'none',
    answers: { 204: nothing('Told, or not needed.') },
    handle: async ({ body }) => {
      await fetch(`${probeUrl}/load`, { method: 'POST', body: JSON.stringify(body) }).catch(() => null)
      return { status: 204 }
    },
  },
]
