/** The whole application over a database of its own on the tests' cluster. */
import { randomUUID, scryptSync } from 'node:crypto'
import pg from 'pg'
import { pino } from 'pino'
import { contractOf, type OpenApi } from './contract.ts'
import { agent as client } from 'supertest'
import { v7 } from 'uuid'
import { makeApp, type App, type AppParts } from '../../server/src/app.ts'
import { readConfig, type Config } from '../../server/src/config.ts'
import { migrate, openDatabase, type Database } from '../../server/src/database/index.ts'
import { KEEPER } from '../../server/src/demo/holding.ts'
import { DEMO_KEEPER, loadDemo } from '../../server/src/demo/load.ts'
import { startProbe } from '../../server/src/standins/probe.ts'
import { startWeatherService } from '../../server/src/standins/weather-service.ts'

/** The password of the tests' keepers, at a thousandth of the usual cost: a hash says its own, and hundreds of them sign in. */
const easy = (password: string) =>
  `scrypt:128:8:1:${Buffer.alloc(16).toString('base64')}:${scryptSync(password, Buffer.alloc(16), 32, { N: 128, r: 8, p: 1 }).toString('base64')}`
const EASY = easy('a long enough password')
export const id = (): string => v7()
/** The smallest JPEG: one white pixel. */
export const JPEG = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA=',
  'base64',
)
interface Asked {
  readonly method: string
  readonly url: string
  readonly on: (event: 'response', then: (response: { status: number; type: string; body: unknown }) => void) => void
}
export type Client = ReturnType<typeof client>

export interface Api {
  readonly db: Database
  readonly url: string
  readonly app: App
  /** A client of its own, with its own cookies. */
  readonly client: () => Client
  /** Another process on the same database. */
  readonly beside: () => { readonly client: () => Client; readonly close: () => Promise<void> }
  /** A client signed in to the demo itself, of which every visitor gets a copy, as its owner. */
  readonly demo: () => Promise<Client>
  /** A new holding with an owner, and its signed-in client. */
  readonly newHolding: (
    role?: 'owner' | 'helper' | 'reader',
    yards?: string[] | null,
  ) => Promise<{ holdingId: string; keeperId: string; client: Client }>
  readonly setNow: (now: Date) => void
  readonly described: OpenApi
  /** Ends it; throws where any answer was not as the API describes itself. */
  readonly close: () => Promise<void>
}

function adminUrl(): string {
  const url = process.env.TEST_DATABASE_URL
  if (!url) throw new Error('TEST_DATABASE_URL is not set: run npm test, which starts a cluster for the tests.')
  return url
}

export async function admin(statement: string): Promise<void> {
  const connection = new pg.Client({ connectionString: adminUrl() })
  await connection.connect()
  try {
    await connection.query(statement)
  } finally {
    await connection.end()
  }
}

/** A database on the tests' cluster: empty, or a copy of another. */
export async function createDatabase(from?: string): Promise<{ readonly name: string; readonly url: string; readonly drop: () => Promise<void> }> {
  const name = `t_${randomUUID().replaceAll('-', '')}`
  await admin(`CREATE DATABASE ${name}${from ? ` TEMPLATE ${from}` : ''}`)
  return { name, url: adminUrl().replace(/\/[^/]*$/, `/${name}`), drop: () => admin(`DROP DATABASE ${name} WITH (FORCE)`) }
}

/** What the API's databases start from, made once in each process of the tests: loading the demo takes seconds, copying it a tenth of one. */
const templates = new Map<boolean, Promise<string>>()
function templateOf(demo: boolean): Promise<string> {
  const made = templates.get(demo) ?? makeTemplate(demo)
  templates.set(demo, made)
  return made
}
async function makeTemplate(demo: boolean): Promise<string> {
  const { name, url } = await createDatabase()
  const db = openDatabase(url, 1)
  await migrate(db.sequelize)
  if (demo) {
    await loadDemo(db, { again: false })
    await db.model('keepers').update({ passwordHash: easy(KEEPER.password) }, { where: { id: DEMO_KEEPER } })
  }
  await db.close()
  return name
}

export async function startApi({
  demo = true,
  config = {},
  weatherUrl,
  probeUrl,
  connections = 1,
}: { demo?: boolean; config?: Partial<Config>; weatherUrl?: string; probeUrl?: string; connections?: number } = {}): Promise<Api> {
  const { url, drop } = await createDatabase(await templateOf(demo))
  // One connection: whatever asks for a second while it holds the first waits for ever, and its test fails.
  const db = openDatabase(url, connections)
  let now = new Date('2026-08-12T10:00:00Z')
  const clock = () => now
  const weather = await startWeatherService()
  const probe = await startProbe()
  const parts: AppParts = {
    config: {
      ...readConfig({ DATABASE_URL: url, SESSION_SECRET: 'x'.repeat(40), LOG_LEVEL: 'silent', OUTBOX_OPEN: 'true' }),
      signInsPerQuarter: 1000,
      writesPerMinute: 100_000,
      ...config,
    },
    db,
    clock,
    logger: pino({ level: process.env.TEST_LOG ?? 'silent' }),
    isReady: () => true,
    publicUrl: () => 'https://thistle.example',
    weatherUrl: weatherUrl ?? weather.url,
    probeUrl: probeUrl ?? probe.url,
  }
  const app = makeApp(parts)
  const described = (await client(app.express).get('/api/openapi.json').expect(200)).body as OpenApi
  const wrongWith = contractOf(described)
  const broken = new Set<string>()
  /** Every answer that any test is given is held against the description. */
  const open = (by = app) => {
    const it = client(by.express)
    it.use((request: Asked) => {
      request.on('response', (response) => {
        const path = new URL(request.url).pathname
        if (!path.startsWith('/api/') || request.method === 'HEAD') return
        const wrong = wrongWith({ method: request.method, path, status: response.status, type: response.type, body: response.body })
        if (wrong) broken.add(wrong)
      })
    })
    return it
  }

  return {
    db,
    url,
    app,
    client: () => open(),
    beside: () => {
      const other = makeApp(parts)
      return { client: () => open(other), close: other.close }
    },
    setNow: (next) => (now = next),
    demo: async () => {
      const it = open()
      await it.post('/api/session').send({ email: KEEPER.email, password: KEEPER.password }).expect(204)
      return it
    },
    newHolding: async (role = 'owner', yards = null) => {
      const [holdingId, keeperId] = [id(), id()]
      const email = `${keeperId}@example.test`
      await db.model('keepers').create({ id: keeperId, email, name: 'Somebody', passwordHash: EASY, preferences: {} })
      await db.model('holdings').create({ id: holdingId, name: 'Another holding', demo: false, livesOn: null, seq: 0 })
      await db.model('memberships').create({ keeperId, holdingId, role, yards, untilDay: null })
      await db.model('settings').create({
        id: holdingId,
        holdingId,
        school: 'three-percent',
        priority: 'knockdown',
        organicOnly: false,
        kit: [],
        rules: {},
        stock: {},
        ownLimits: {},
        gear: {},
        own: [],
        noLiquidAcids: false,
        version: 1,
      })
      const it = open()
      await it.post('/api/session').send({ email, password: 'a long enough password' }).expect(204)
      return { holdingId, keeperId, client: it }
    },
    described,
    close: async () => {
      await app.close()
      await weather.close()
      await probe.close()
      await db.close()
      await drop()
      if (broken.size > 0) throw new Error(`Not as described:\n${[...broken].join('\n')}`)
    },
  }
}

/** What every refusal must look like. */
export function isProblem(response: { status: number; type: string; body: Record<string, unknown> }): boolean {
  return (
    response.type === 'application/problem+json' &&
    response.body.status === response.status &&
    typeof response.body.detail === 'string' &&
    String(response.body.type).startsWith('urn:round-thistle:problem:')
  )
}
