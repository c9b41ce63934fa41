import { createHash, randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import compression from 'compression'
import express, { type Express, type Request, type RequestHandler } from 'express'
import staticGzip from 'express-static-gzip'
import session from 'express-session'
import helmet from 'helmet'
import Joi from 'joi'
import pg from 'pg'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { isFromElsewhere, knownHost } from './access/hosts.ts'
import { accessRoutes } from './access/routes.ts'
import { makeLimits, type Limits } from './access/limits.ts'
import { stampSession } from './access/sessions.ts'
import { SessionStore } from './access/store.ts'
import { Built } from './api/built.ts'
import { describe } from './api/openapi.ts'
import { told, type Route } from './api/route.ts'
import { serve } from './api/serve.ts'
import { shownUrl } from './api/shown-url.ts'
import { bookRoutes } from './book/routes.ts'
import { winterRoute } from './book/winter.ts'
import { calendarRoutes } from './calendar/routes.ts'
import { changeRoutes } from './changes/routes.ts'
import type { Clock } from './clock.ts'
import type { Config } from './config.ts'
import { courseRoutes } from './courses/routes.ts'
import type { Database } from './database/index.ts'
import { clearLeftovers } from './archive/heavy.ts'
import { packOld } from './courses/decided.ts'
import { clearVisits } from './demo/visit.ts'
import { clearLeft } from './holding/leaving.ts'
import { holdingRoutes } from './holding/routes.ts'
import { letterRoutes } from './letters/routes.ts'
import { startLetters } from './letters/send.ts'
import { makeMailer } from './mail/mailer.ts'
import { mailRoutes } from './mail/routes.ts'
import { matchingRoutes } from './matching/routes.ts'
import { peopleRoutes } from './people/routes.ts'
import { noSuchRoute, problemHandler } from './problems/handler.ts'
import { probeRoutes } from './probe/routes.ts'
import { Problem } from './problems/problem.ts'
import { practiceRoutes } from './practice/routes.ts'
import { photoRoutes } from './photos/routes.ts'
import { batchRoute } from './records/batch.ts'
import { recordRoutes } from './records/routes.ts'
import { sharingRoutes } from './sharing/routes.ts'
import { weatherRoutes } from './weather/routes.ts'
import { yardRoutes } from './yards/routes.ts'

export interface AppParts {
  readonly config: Config
  readonly db: Database
  readonly clock: Clock
  readonly logger: Logger
  /** False once the server is stopping: `/readyz` says so and no new work is taken. */
  readonly isReady: () => boolean
  /** Where keepers reach the application, without a slash at the end. */
  readonly publicUrl: () => string
  /** The weather service, or its stand-in. */
  readonly weatherUrl: string
  /** The vaporiser's probe, or its stand-in. */
  readonly probeUrl: string
}
export interface App {
  readonly express: Express
  readonly close: () => Promise<void>
}

const HOUR = 3600 * 1000
const WEEK = 7 * 24 * HOUR

const secure = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'"],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
})

/** Writes come from our own page or from a program, never from another site's page. */
const sameOrigin =
  (publicUrl: string | null): RequestHandler =>
  (req, _res, next) => {
    if (req.method !== 'GET' && req.method !== 'HEAD' && isFromElsewhere(req, publicUrl))
      throw new Problem(403, 'other-site', 'This came from another site and was not taken.')
    next()
  }

/** A text with NUL in it is no text to the database; nobody types one. */
function holdsNul(value: unknown): boolean {
  // Without calling itself: a body may be nested deeper than calls can be.
  const left: unknown[] = [value]
  while (left.length > 0) {
    const next = left.pop()
    if (typeof next === 'string' && next.includes('\0')) return true
    if (next !== null && typeof next === 'object') for (const [k, v] of Object.entries(next)) left.push(k, v)
  }
  return false
}

const noNul: RequestHandler = (req, _res, next) => {
  if (holdsNul(req.body) || holdsNul(req.query))
    throw Problem.invalid([{ path: '', sentence: 'There is a character in it that no text holds (NUL).' }])
  next()
}

/** Where the public address is https, whatever comes has come over it: the cookie is marked so, whatever a proxy says or leaves out. */
const overHttps: RequestHandler = (req, _res, next) => {
  Object.defineProperty(req, 'secure', { value: true })
  next()
}

/** Photographs and exports come as they are; everything else is JSON. */
const isFile = (req: Request) =>
  (req.method === 'PUT' && req.path.startsWith('/photos/') && Boolean(req.is('image/jpeg'))) ||
  (req.method === 'POST' && req.path === '/holding/restoration' && Boolean(req.is(['application/zip', 'application/octet-stream'])))

const jsonOnly: RequestHandler = (req, _res, next) => {
  if (
    !isFile(req) &&
    (req.method === 'PUT' || req.method === 'POST') &&
    req.get('content-length') !== '0' &&
    req.get('content-length') !== undefined &&
    !req.is('application/json')
  ) {
    throw new Problem(415, 'not-json', 'Send JSON, with the content type application/json.')
  }
  next()
}

/** Addresses of files, which are there or not; everything else is a place of the page (an invitation's token holds a dot too). */
const FILE = /\.(js|css|map|svg|png|ico|woff2?|json|txt|html)$/

/** What every place asks for first: told with the page to whoever has a session, it comes while the scripts do. */
const ASKED_FIRST = ['/api/holding', '/api/yards'].map((path) => `<${path}>; rel=preload; as=fetch; crossorigin; fetchpriority=low`).join(', ')
const HAS_SESSION = /(?:^|;\s*)thistle=/

/** The page's files: hashed ones are kept for good, the page itself is asked for each time. */
function servePage(app: Express, dir: string): void {
  app.use(
    // Compressed once, when the page is built, as hard as it can be: it is read on slow lines.
    staticGzip(dir, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        index: false,
        maxAge: '1y',
        immutable: true,
        setHeaders: (res, path) => void (path.includes('/assets/') || res.setHeader('cache-control', 'no-cache')),
      },
    }),
  )
  app.get('/{*path}', (req, res, next) => {
    if (req.path.startsWith('/api/') || FILE.test(req.path) || !req.accepts('html')) return next()
    res.setHeader('cache-control', 'no-cache')
    if (HAS_SESSION.test(req.headers.cookie ?? '')) res.setHeader('link', ASKED_FIRST)
    res.sendFile('index.html', { root: dir })
  })
}

/** The session is read at every request: its statements are prepared, by their own text as name. */
function preparing(pool: pg.Pool): pg.Pool {
  const query = (text: string, values: unknown[]) => pool.query({ name: createHash('sha1').update(text).digest('hex'), text, values })
  return Object.assign(Object.create(pool) as pg.Pool, { query })
}

function sessions(parts: AppParts): { handler: RequestHandler; pool: pg.Pool; close: () => void } {
  const { pool } = parts.db.reads
  pool.on('error', (fault) => parts.logger.warn({ err: fault }, 'a connection of the reads was lost'))
  const store = new SessionStore(preparing(pool), (fault) => parts.logger.warn({ err: fault }, 'session store'))
  const handler = session({
    name: 'thistle',
    secret: parts.config.sessionSecret,
    store,
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: parts.config.cookieSecure, maxAge: WEEK },
  })
  return {
    handler,
    pool,
    close: () => store.close(),
  }
}

/** Every route of the API; the last one describes them all. */
export function allRoutes(parts: AppParts, limits: Limits): Route[] {
  const { config, db, clock } = parts
  const keep = { db, clock }
  const built = new Built()
  const weather = { url: parts.weatherUrl, patience: config.weatherPatience }
  const people = {
    ...keep,
    limits,
    mail: makeMailer(db, clock, config.smtpUrl, config.mailFrom),
    publicUrl: parts.publicUrl,
    secret: config.sessionSecret,
  }
  const described: Route = {
    method: 'get',
    path: '/openapi.json',
    access: 'open',
    group: 'About',
    summary: 'This description, as OpenAPI 3.1',
    answers: { 200: told(Joi.object().unknown(true), 'The description.') },
    handle: () => ({ status: 200, body: document }),
  }
  const routes = [
    ...accessRoutes(keep, limits),
    ...peopleRoutes(people),
    ...holdingRoutes(keep, limits),
    ...yardRoutes(keep, weather, built),
    ...weatherRoutes(keep, weather),
    ...recordRoutes(keep),
    batchRoute(keep),
    ...photoRoutes(keep),
    ...courseRoutes(keep),
    ...bookRoutes(keep, parts.logger),
    winterRoute(keep),
    ...sharingRoutes(keep, parts.publicUrl),
    ...changeRoutes(keep),
    ...calendarRoutes(keep, weather, parts.publicUrl, built),
    ...practiceRoutes(keep),
    ...probeRoutes(parts.probeUrl),
    ...letterRoutes({ ...keep, weather, publicUrl: parts.publicUrl }),
    ...matchingRoutes(keep, built),
    ...mailRoutes(db, config.outboxOpen && config.smtpUrl === null),
    described,
  ]
  const document = describe(routes)
  return routes
}

/** The whole application over an open database; listens to nothing itself. */
export function makeApp(parts: AppParts): App {
  const { config, db, clock, logger } = parts
  const app = express()
  const kept = sessions(parts)
  app.disable('x-powered-by').set('trust proxy', config.trustProxy).set('etag', false)
  app.use(
    pinoHttp({
      logger,
      genReqId: (_req, res) => {
        const id = randomUUID()
        res.setHeader('x-request-id', id)
        return id
      },
      autoLogging: { ignore: (req) => !req.url?.startsWith('/api/') },
      serializers: {
        req: (req: { method: string; url: string; id: string }) => ({ id: req.id, method: req.method, url: shownUrl(req.url) }),
        res: (res: { statusCode: number }) => ({ status: res.statusCode }),
      },
    }),
  )
  if (config.cookieSecure) app.use(overHttps)
  app.use(secure, compression({ threshold: 2048, level: 4 }))
  app.get('/healthz', (_req, res) => {
    res.json({ alive: true })
  })
  app.get('/readyz', async (_req, res) => {
    if (!parts.isReady()) throw Problem.unavailable()
    // A full disk reads on and writes nothing: it is not ready.
    await db.sequelize.query('INSERT INTO pulse (one, at) VALUES (1, now()) ON CONFLICT (one) DO UPDATE SET at = now()').catch((fault: unknown) => {
      logger.warn({ err: fault }, 'nothing can be written')
      throw Problem.unavailable()
    })
    res.json({ ready: true })
  })
  app.use(knownHost(config.host, config.publicUrl))
  const limits = makeLimits(kept.pool, config)
  const routes = allRoutes(parts, limits)
  const api = express.Router()
  api.use(sameOrigin(config.publicUrl), jsonOnly, express.json({ limit: '1mb', strict: false }), noNul, kept.handler)
  api.use((req, res, next) => {
    res.setHeader('cache-control', 'no-store')
    stampSession(req, clock)
    next()
  })
  api.use(serve(routes, { db, limits }), noSuchRoute)
  app.use('/api', api)
  if (config.pageDir && existsSync(config.pageDir)) servePage(app, config.pageDir)
  app.use(noSuchRoute, problemHandler)
  const letters = startLetters({
    db,
    clock,
    logger,
    mail: makeMailer(db, clock, config.smtpUrl, config.mailFrom),
    weather: { url: parts.weatherUrl, patience: config.weatherPatience },
    publicUrl: parts.publicUrl,
  })
  let closing = false
  const clearing = setInterval(() => {
    clearLeft({ db, clock }).catch((fault: unknown) => logger.warn({ err: fault }, 'holdings whose grace is over'))
    clearLeftovers(new Date()).catch((fault: unknown) => logger.warn({ err: fault }, 'archives that were left'))
    packOld(db, () => closing).catch((fault: unknown) => logger.warn({ err: fault }, 'courses of before are not packed'))
    clearVisits({ db, clock }).catch((fault: unknown) => logger.warn({ err: fault }, 'demos of yesterday'))
  }, HOUR)
  clearing.unref()
  return {
    express: app,
    close: async () => {
      closing = true
      clearInterval(clearing)
      await letters.stop()
      kept.close()
    },
  }
}
