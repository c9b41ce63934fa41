/** A database that release 1 left behind, dumped by its pg_dump, brought up to this release. */
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { agent } from 'supertest'
import { pino } from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SettingsRecord, YardRecord } from '@thistle/core/holding'
import { todayOfYards, yardState } from '@thistle/core/holding'
import { makeApp, type App } from '../../server/src/app.ts'
import { readConfig } from '../../server/src/config.ts'
import { migrate, openDatabase, type Database } from '../../server/src/database/index.ts'
import { loadDemo } from '../../server/src/demo/load.ts'
import { startWeatherService } from '../../server/src/standins/weather-service.ts'
import type { Client } from '../api/harness.ts'
import { createDatabase } from '../api/harness.ts'
import { dumpOf, shell } from './database-tools.ts'

let db: Database
let app: App
let database: { url: string; drop: () => Promise<void> }
let weather: { url: string; close: () => Promise<void> }
let ran: string[]
const dir = mkdtempSync(join(tmpdir(), 'thistle-upgrade-'))
beforeAll(async () => {
  database = await createDatabase()
  const file = join(dir, 'release-1.sql')
  writeFileSync(file, dumpOf(new URL('../fixtures/release-1.sql.gz', import.meta.url)))
  await shell('psql --quiet --no-psqlrc --set=ON_ERROR_STOP=1 --file="$DUMP" "$DATABASE_URL"', { DATABASE_URL: database.url, DUMP: file })
  db = openDatabase(database.url)
  ran = await migrate(db.sequelize)
  await loadDemo(db, { again: false })
  weather = await startWeatherService()
  app = makeApp({
    config: readConfig({ DATABASE_URL: database.url, SESSION_SECRET: 'u'.repeat(40), LOG_LEVEL: 'silent' }),
    db,
    clock: () => new Date('2026-08-12T10:00:00Z'),
    logger: pino({ level: 'silent' }),
    isReady: () => true,
    publicUrl: () => 'http://127.0.0.1',
    weatherUrl: weather.url,
    probeUrl: '',
  })
})
afterAll(async () => {
  await app.close()
  await weather.close()
  await db.close()
  await database.drop()
  rmSync(dir, { recursive: true, force: true })
})

/** Signed in as the keeper of the small holding, with the password of then. */
async function keeperOfThen(): Promise<Client> {
  const [rows] = await db.sequelize.query(`SELECT email FROM keepers WHERE email LIKE '%@example.test'`)
  const client = agent(app.express)
  await client
    .post('/api/session')
    .send({ email: (rows as { email: string }[])[0]?.email, password: 'a long enough password' })
    .expect(204)
  return client
}

describe('a database of release 1', () => {
  it('is brought up by the steps it lacks, once', async () => {
    const steps = readdirSync(new URL('../../server/src/database/migrations/', import.meta.url)).filter((name) => /^\d{3}-/.test(name))
    expect(ran).toEqual(
      steps
        .toSorted()
        .slice(1)
        .map((name) => name.replace('.ts', '')),
    )
    expect(await migrate(db.sequelize)).toEqual([])
  })

  it('lets its keepers in, with all they wrote, and their units now their own', async () => {
    const client = await keeperOfThen()
    const me = (await client.get('/api/holding').expect(200)).body
    expect(me.keeper).toMatchObject({ role: 'owner', preferences: { temperature: 'F', mass: 'oz', volume: 'mL', theme: 'as-device' } })
    expect(me.settings).toMatchObject({ kit: ['gloves'], version: 2 })
    expect(me.settings).not.toHaveProperty('temperatureUnit')
    const [yard] = (await client.get('/api/yards').expect(200)).body as YardRecord[]
    expect(yard).toMatchObject({
      name: 'Old Yard',
      colonies: [{ name: 'Old Oak', look: { framesOfBees: 12 }, counts: [{ samples: [{ mites: 12, bees: 300 }] }] }],
    })
    expect((await client.get('/api/members').expect(200)).body).toHaveLength(1)
  })

  it('keeps its history, which can be read and undone', async () => {
    const client = await keeperOfThen()
    const entries = (await client.get('/api/changes/last').expect(200)).body as { seq: number; kind: string; by: string }[]
    expect(entries.map((e) => e.kind).toSorted()).toEqual(['colony', 'count', 'look', 'placement', 'settings', 'yard'])
    const count = entries.find((e) => e.kind === 'count')
    await client.post(`/api/changes/${count?.seq}/undo`).expect(204)
    expect(((await client.get('/api/yards')).body as YardRecord[])[0]?.colonies[0]?.counts).toEqual([])
  })

  it('has the demo of this release in place of its own, with its weather from the service', async () => {
    const client = agent(app.express)
    await client.post('/api/session/demo').expect(204)
    const yards = (await client.get('/api/yards').expect(200)).body as YardRecord[]
    expect(yards.every((y) => y.weatherFrom?.state === 'told' && y.weatherFrom.ownDays.length === 0 && y.weather.length === 50)).toBe(true)
    const { settings } = (await client.get('/api/holding')).body as { settings: SettingsRecord }
    const list = todayOfYards(yards.map((y) => yardState(y, settings)))
    expect(list.due.length).toBeGreaterThan(0)
  })
})
