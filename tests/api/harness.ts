/** The whole application over a database of its own on the tests' cluster. */
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { pino } from 'pino'
import { agent as client } from 'supertest'
import { v7 } from 'uuid'
import { hashPassword } from '../../server/src/access/passwords.ts'
import { makeApp, type App } from '../../server/src/app.ts'
import { migrate, openDatabase, type Database } from '../../server/src/database/index.ts'
import { loadDemo } from '../../server/src/demo/load.ts'

export const id = (): string => v7()
export type Client = ReturnType<typeof client>

export interface Api {
  readonly db: Database
  readonly url: string
  readonly app: App
  /** A client of its own, with its own cookies. */
  readonly client: () => Client
  /** A client signed in to the demo as its owner. */
  readonly demo: () => Promise<Client>
  /** A new holding with an owner, and its signed-in client. */
  readonly newHolding: (
    role?: 'owner' | 'helper' | 'reader',
    yards?: string[] | null,
  ) => Promise<{ holdingId: string; keeperId: string; client: Client }>
  readonly setNow: (now: Date) => void
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

export async function startApi({ demo = true } = {}): Promise<Api> {
  const name = `t_${randomUUID().replaceAll('-', '')}`
  await admin(`CREATE DATABASE ${name}`)
  const url = adminUrl().replace(/\/[^/]*$/, `/${name}`)
  const db = openDatabase(url)
  await migrate(db.sequelize)
  let now = new Date('2026-08-12T10:00:00Z')
  const clock = () => now
  if (demo) await loadDemo(db, clock, { again: false })
  const app = makeApp({
    config: { databaseUrl: url, host: '127.0.0.1', port: 0, sessionSecret: 'x'.repeat(40), logLevel: 'silent', pageDir: null, cookieSecure: false },
    db,
    clock,
    logger: pino({ level: 'silent' }),
    isReady: () => true,
  })
  const open = () => client(app.express)
  const password = await hashPassword('a long enough password')

  return {
    db,
    url,
    app,
    client: open,
    setNow: (next) => (now = next),
    demo: async () => {
      const it = open()
      await it.post('/api/session/demo').expect(204)
      return it
    },
    newHolding: async (role = 'owner', yards = null) => {
      const [holdingId, keeperId] = [id(), id()]
      const email = `${keeperId}@example.test`
      await db.model('keepers').create({ id: keeperId, email, name: 'Somebody', passwordHash: password })
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
        temperatureUnit: 'C',
        massUnit: 'g',
        version: 1,
      })
      const it = open()
      await it.post('/api/session').send({ email, password: 'a long enough password' }).expect(204)
      return { holdingId, keeperId, client: it }
    },
    close: async () => {
      await app.close()
      await db.sequelize.close()
      await admin(`DROP DATABASE ${name} WITH (FORCE)`)
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
