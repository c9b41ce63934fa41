/** The measuring itself: core alone, then the API beside a bare route on the same database, in one process. */
import { createServer, get, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import express from 'express'
import { pino } from 'pino'
import { QueryTypes } from 'sequelize'
import { answer } from '@thistle/core/course'
import { situationOf, yardCounts, yardState, type ColonyRecord, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import { judged, startDays, startWindows, fitsOn } from '@thistle/core/match'
import { addDays } from '@thistle/core/time'
import { TREATMENTS } from '@thistle/core/treatments'
import { makeApp } from '../../server/src/app.ts'
import { readConfig } from '../../server/src/config.ts'
import { startWeatherService } from '../../server/src/standins/weather-service.ts'
import { migrate, openDatabase } from '../../server/src/database/index.ts'
import { KEEPER } from '../../server/src/demo/holding.ts'
import { demoId, loadDemo } from '../../server/src/demo/load.ts'
import { benchCalibration } from './calibration.ts'
import { benchOutlook } from './outlook.ts'
import { benchRounds } from './rounds.ts'

const url = process.env.DATABASE_URL ?? ''
const db = openDatabase(url)
const clock = () => new Date('2026-08-12T10:00:00Z')
await migrate(db.sequelize)
await loadDemo(db, { again: false })

/** Median of some runs, in ms; the first tenth is warming up. */
function median(times: number[]): number {
  const kept = times.slice(Math.ceil(times.length / 10)).toSorted((a, b) => a - b)
  return kept[Math.floor(kept.length / 2)] ?? 0
}
function timed(runs: number, work: (i: number) => unknown): number {
  return median(
    Array.from({ length: runs }, (_, i) => {
      const began = performance.now()
      work(i)
      return performance.now() - began
    }),
  )
}

// A yard of thirty: Mill Orchard's twelve, and copies of them in the database.
const yardId = demoId('yard Mill Orchard')
await db.sequelize.query(`
  INSERT INTO colonies SELECT gen_random_uuid(), holding_id, 'Copy ' || n, since, hived_on, parents, NULL, NULL, 1, NULL FROM colonies, generate_series(1, 18) n WHERE id = '${demoId('colony Linden')}';
  INSERT INTO placements SELECT gen_random_uuid(), c.holding_id, c.id, '${yardId}', 12 + row_number() OVER (), '2026-03-01', NULL, 1, NULL FROM colonies c WHERE c.name LIKE 'Copy %';
  INSERT INTO looks SELECT gen_random_uuid(), l.holding_id, c.id, on_day, brood_boxes, frames_of_bees, frames_of_brood, brood, hive, queen, laying_since, floor, floor_wet, entrance, clustered, feeding, newly_hived, supers, note, 1, NULL
    FROM looks l, colonies c WHERE l.colony_id = '${demoId('colony Linden')}' AND c.name LIKE 'Copy %';
  INSERT INTO counts SELECT gen_random_uuid(), n.holding_id, c.id, NULL, on_day, method, recovery, representative, note, 1, NULL FROM counts n, colonies c WHERE n.colony_id = '${demoId('colony Linden')}' AND c.name LIKE 'Copy %';
  INSERT INTO count_samples SELECT n.id, 1, 3, 300, NULL FROM counts n WHERE NOT EXISTS (SELECT 1 FROM count_samples s WHERE s.count_id = n.id);
  ANALYZE`)

const weather = await startWeatherService()
const app = makeApp({
  config: readConfig({ DATABASE_URL: url, SESSION_SECRET: 'b'.repeat(40), LOG_LEVEL: 'silent' }),
  db,
  clock,
  logger: pino({ level: 'silent' }),
  isReady: () => true,
  publicUrl: () => 'http://127.0.0.1',
  weatherUrl: weather.url,
})
const bare = express()
bare.get('/bare', async (_req, res) => {
  res.json(
    await db.sequelize.query('SELECT * FROM counts WHERE on_day >= :since ORDER BY on_day', {
      replacements: { since: '2026-01-01' },
      type: QueryTypes.SELECT,
    }),
  )
})

const listen = (handler: Parameters<typeof createServer>[1]): Promise<{ server: Server; port: number }> =>
  new Promise((resolve) => {
    const server = createServer(handler).listen(0, '127.0.0.1', () => resolve({ server, port: (server.address() as AddressInfo).port }))
  })
const fetchOnce = (port: number, path: string, headers: Record<string, string> = {}): Promise<string> =>
  new Promise((resolve, reject) => {
    get({ port, path, headers, host: '127.0.0.1' }, (response) => {
      let body = ''
      response.on('data', (part: Buffer) => (body += part.toString()))
      response.on('end', () => (response.statusCode === 200 ? resolve(body) : reject(new Error(`${path}: ${response.statusCode} ${body}`))))
    }).on('error', reject)
  })

const [api, plain] = [await listen(app.express), await listen(bare)]
// By password into the demo itself: a visitor's copy would not take the rows that were put beside it.
const signedIn = await fetch(`http://127.0.0.1:${api.port}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ email: KEEPER.email, password: KEEPER.password }),
})
if (signedIn.status !== 204) throw new Error(`nobody could sign in: ${signedIn.status} ${await signedIn.text()}`)
const cookie = signedIn.headers.get('set-cookie')?.split(';')[0] ?? ''
const [mine, theirs]: [number[], number[]] = [[], []]
for (let i = 0; i < 300; i++) {
  // Turn and turn about, so that whatever else the machine does falls on both.
  for (const [times, call] of [
    [mine, () => fetchOnce(api.port, `/api/yards/${yardId}`, { cookie })],
    [theirs, () => fetchOnce(plain.port, '/bare')],
  ] as const) {
    const began = performance.now()
    await call()
    times.push(performance.now() - began)
  }
}
const yard = JSON.parse(await fetchOnce(api.port, `/api/yards/${yardId}`, { cookie })) as YardRecord
const { settings } = JSON.parse(await fetchOnce(api.port, '/api/holding', { cookie })) as { settings: SettingsRecord }

const cases = yard.colonies.map((colony: ColonyRecord) => situationOf(yard, colony, settings))
const days = (n: number) => addDays(yard.today, n % 20)
const one = timed(2000, (i) => answer({ ...(cases[i % cases.length] as (typeof cases)[number]), startOn: days(i) }))
const worded = timed(1000, (i) => JSON.stringify(answer({ ...(cases[i % cases.length] as (typeof cases)[number]), startOn: days(i) })))
const whole = timed(100, (i) => cases.map((s) => answer({ ...s, startOn: days(i) })))
const allJudged = timed(200, () => cases.map((s) => judge(s)))
const estimated = timed(100, () => yardCounts(yardState(yard, settings)))
const state = timed(100, () => yardState(yard, settings))
const first = judged(cases[0] as (typeof cases)[number])
const strip = timed(200, (i) => TREATMENTS.slice(0, 1).map((t) => startDays(t, { ...first, startOn: days(i) }, yard.today, 28)))

const allCases = cases.map((c) => judged(c))
const oneAhead = timed(60, (i) => startWindows({ ...first, startOn: days(i) }, days(i), 56))
const yardAhead = timed(12, (i) => allCases.map((s) => startWindows(s, days(i), 56)))
const fitsOnly = timed(60, () => allCases.map((s) => fitsOn(s)))

const everyYard = JSON.parse(await fetchOnce(api.port, '/api/yards', { cookie })) as YardRecord[]
benchCalibration()
benchOutlook()
const rounds = benchRounds(everyYard, settings, timed)
const said = (p: (typeof rounds)['plan']) => `${p.jobs} jobs in ${p.rounds.length} rounds, ${p.proof}`

const ms = (t: number) => `${t.toFixed(2)} ms`
const ratio = median(mine) / median(theirs)
console.log(`One colony through all options (core): ${ms(one)} (wanted: under 1 ms); with every sentence and flip written out as JSON: ${ms(worded)}
A yard of ${cases.length} through all options: ${ms(whole)} (in a worker; under 20 ms was wanted when there were four options)
Judging the counts of that yard: ${ms(allJudged)} (wanted: under 10 ms); with its row, and what it says of the yard as a whole: ${ms(estimated)}
The row of that yard with its sentence and next jobs: ${ms(state)}
Four weeks of one option for the day strip: ${ms(strip)}
All options of one colony over 56 start days: ${ms(oneAhead)} (wanted: under 25 ms); a yard of ${cases.length}: ${ms(yardAhead)} (wanted: under 500 ms, in a worker)
The verdicts alone of that yard: ${ms(fitsOnly)} (seventy yards by the API: below, with the three worlds)
API read of a yard of ${yard.colonies.length} with counts: ${ms(median(mine))}; bare route with one select: ${ms(median(theirs))}; ratio ${ratio.toFixed(2)} (wanted: within 2)
2000 open courses planned anew: ${ms(rounds.replanned)} (wanted: under 1000 ms)
Rounds of 10 yards over 28 days, every day open (${said(rounds.plan)}): ${ms(rounds.drawn)}; on five short days a week (${said(rounds.tightPlan)}): ${ms(rounds.tight)} (wanted: under 2000 ms)`)

for (const { server } of [api, plain]) {
  server.close()
  server.closeAllConnections()
}
await app.close()
await weather.close()
await db.close()
