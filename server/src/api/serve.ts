import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Router, type RequestHandler } from 'express'
import { scopeOf, signedIn } from '../access/scope.ts'
import type { Limits } from '../access/limits.ts'
import type { Database } from '../database/index.ts'
import { Problem } from '../problems/problem.ts'
import { checkBody, checkId, checkQuery } from '../records/body.ts'
import type { BuiltAnswer } from './built.ts'
import { Queues } from './queues.ts'
import type { Answer, Call, Route } from './route.ts'

export interface Serving {
  readonly db: Database
  readonly limits: Limits
}

/** The path as Express writes it. */
const expressPath = (path: string) => path.replace(/\{(\w+)\}/g, ':$1')

function paramsOf(route: Route, given: Readonly<Record<string, unknown>>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(given).map(([name, value]) => {
      const schema = route.params?.[name]
      if (!schema) return [name, checkId(value)]
      if (schema.validate(value, { convert: false }).error) throw Problem.notFound()
      return [name, String(value)]
    }),
  )
}

async function sendFile(res: Call['res'], { path, drop }: NonNullable<Answer['file']>): Promise<void> {
  try {
    res.setHeader('content-length', (await stat(path)).size)
    await pipeline(createReadStream(path), res)
  } catch (fault) {
    // Whoever hangs up is no fault of ours.
    if (!res.destroyed) throw fault
  } finally {
    await drop()
  }
}

async function sendStream(res: Call['res'], stream: AsyncIterable<string>): Promise<void> {
  try {
    await pipeline(Readable.from(stream), res)
  } catch (fault) {
    if (!res.destroyed) throw fault
  }
}

/** What is shorter is sent as it is, bytes: as in the compressor of all other answers. */
const WORTH_ZIPPING = 2048
async function sendBuilt(res: Call['res'], built: BuiltAnswer, type: string): Promise<void> {
  res.type(type).vary('accept-encoding')
  if (built.body.length < WORTH_ZIPPING || !res.req.acceptsEncodings('gzip')) return void res.send(built.body)
  res.setHeader('content-encoding', 'gzip').send(await built.zipped())
}

async function send(res: Call['res'], answer: Answer): Promise<void> {
  res.status(answer.status)
  for (const [name, value] of Object.entries(answer.headers ?? {})) res.setHeader(name, value)
  if (answer.file) {
    res.type(answer.type ?? 'application/octet-stream')
    await sendFile(res, answer.file)
  } else if (answer.stream) {
    // Sent as it is made: a compressor would hold back the first of it.
    res.type(answer.type ?? 'text/plain').setHeader('cache-control', 'no-store, no-transform')
    await sendStream(res, answer.stream)
  } else if (answer.built) await sendBuilt(res, answer.built, answer.type ?? 'text/plain')
  else if (answer.body === undefined) res.end()
  else if (answer.type) res.type(answer.type).send(answer.body)
  else res.json(answer.body)
}

/** Who asks is settled first, then how often, then what: so that nobody learns from a refusal what is not theirs. */
const handler =
  (route: Route, { db, limits }: Serving, queues: Queues): RequestHandler =>
  async (req, res) => {
    const call: { -readonly [K in keyof Call]?: Call[K] } = { req, res }
    if (route.access !== 'open') call.keeperId = signedIn(req)
    if (route.access !== 'open' && route.access !== 'keeper') {
      const scope = await scopeOf(db, req)
      if (route.access !== 'read' && scope.role === 'reader') throw Problem.forbidden()
      if (route.access === 'owner' && scope.role !== 'owner') throw Problem.ownersOnly()
      call.scope = scope
    }
    if (route.limit && route.limit !== 'none') await limits.attempt(route.limit, req.ip ?? 'unknown')
    else if (route.method !== 'get' && route.limit !== 'none') await limits.write(call.keeperId ?? req.ip ?? 'unknown', route.weighs?.(req.body))
    if (route.body && req.body === undefined) throw Problem.invalid([{ path: '', sentence: 'The body is missing: send JSON.' }])
    call.params = paramsOf(route, req.params)
    call.query = route.query ? checkQuery(route.query, req.query) : {}
    call.body = route.body && !route.checksBody ? checkBody(route.body, req.body) : req.body
    const work = () => route.handle(call as Call)
    // What is read from a slow line (a photograph) does not hold up the others.
    const waits = call.scope && route.method !== 'get' && route.access !== 'read' && !route.takes
    await send(res, waits && call.scope ? await queues.run(call.scope.holdingId, work) : await work())
  }

/** Serves the routes, in their order. */
export function serve(routes: readonly Route[], serving: Serving): Router {
  const router = Router()
  const queues = new Queues()
  for (const route of routes) router[route.method](expressPath(route.path), handler(route, serving, queues))
  return router
}
