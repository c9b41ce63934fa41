/**
 * `npm run soak`: an hour of 200 keepers on two processes without sticky sessions. Half-way one process is killed, and begun again after
 * ten seconds; whoever asked it asks the other. Then every count that was acknowledged is looked for. Prints the figures of docs/running.md;
 * ends with 1 where something was lost. `-- --minutes 5 --keepers 20 --per-second 10` for a shorter one.
 */
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import pg from 'pg'
import { heldBy, usedBy } from './bench/beside.mjs'
import { startMeasured } from './bench/three-worlds.mjs'
import { association, caller, runTraffic, share } from './bench/traffic.mjs'
import { bundle, ensureBuilt } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { ROOT, scratch } from './setup/place.mjs'

const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '60' },
    keepers: { type: 'string', default: '200' },
    'per-second': { type: 'string', default: '25' },
  },
})
const [minutes, many, perSecond] = [values.minutes, values.keepers, values['per-second']].map(Number)
/** The killed process stays away so long, ms. */
const AWAY = 10_000

await ensureDebian({ postgres: true })
await ensurePackages()
await ensureBuilt()
const dir = scratch('soak')
// Kept safe against a power cut, as in earnest: what was acknowledged is on the disk.
const cluster = await startCluster(join(dir, 'postgres'))
let code = 0
try {
  const begin = (n) => startMeasured(cluster.url, join(dir, `server-${n}.log`), { PROCESSES: '2' })
  const instances = [await begin(0), await begin(1)]
  await bundle(join(ROOT, 'scripts/bench/deciding.ts'), join(dir, 'deciding.mjs'))
  const deciding = await import(join(dir, 'deciding.mjs'))
  const made = performance.now()
  const keepers = (await association(instances[0].base, cluster.url, many)).map((k) => ({ ...k, kept: [] }))
  console.log(`${many} keepers with their holdings, written through the API in ${Math.round((performance.now() - made) / 1000)} s`)

  /** Turn and turn about; what one process does not answer is asked of the other, as a balancer does for what may be sent twice. */
  const callers = instances.map((i) => caller(i.base))
  let [turn, again] = [0, 0]
  const call = async (...asked) => {
    const first = turn++ % callers.length
    try {
      return await callers[first].call(...asked)
    } catch {
      again++
      return callers[(first + 1) % callers.length].call(...asked)
    }
  }
  const db = new pg.Client({ connectionString: cluster.url })
  await db.connect()
  const asked = async (sql) => (await db.query(sql)).rows[0]
  const connections = () => asked("SELECT count(*)::int AS n FROM pg_stat_activity WHERE backend_type = 'client backend' AND pid <> pg_backend_pid()")
  let most = 0
  const watching = setInterval(() => void connections().then(({ n }) => (most = Math.max(most, n))), 1000)
  const held = []
  const size = () => asked('SELECT pg_database_size(current_database())::float / 1e6 AS mb')
  const before = await size()
  const lostAt = setTimeout(
    async () => {
      instances[1].server.child.kill('SIGKILL')
      console.log('One process is killed.')
      await new Promise((resolve) => setTimeout(resolve, AWAY))
      instances[1] = await begin(1)
      callers[1] = caller(instances[1].base)
      console.log('It is there again.')
    },
    (minutes * 60_000) / 2,
  )
  const tell = ({ minute, p99, requests, faults }) => {
    const now = instances.map(({ pid }) => Math.round(heldBy(pid)))
    held.push(now)
    console.log(`minute ${minute}: ${requests} requests, p99 ${Math.round(p99)} ms, ${faults} failed so far, ${now.join(' and ')} MB`)
  }
  const { actions, requests, times, faults } = await runTraffic({
    keepers,
    perSecond,
    seconds: minutes * 60,
    deciding,
    tell,
    through: { call, close: () => callers.forEach((c) => c.close()) },
  })
  clearTimeout(lostAt)
  clearInterval(watching)
  // Every count that a keeper was told is kept stands in the database, once.
  const told = keepers.flatMap((k) => k.kept)
  const { rows } = await db.query('SELECT id FROM counts WHERE id = ANY($1::uuid[])', [told])
  const lost = told.length - rows.length
  const after = await size()
  await db.end()
  const failed = [...faults.values()].reduce((a, b) => a + b, 0)
  console.log(
    `${minutes} minutes, ${many} keepers, ${perSecond} actions a second on two processes: ${actions} actions in ${requests} requests (${(requests / minutes / 60).toFixed(0)} a second), ` +
      `p50 ${Math.round(share(times, 0.5))}, p95 ${Math.round(share(times, 0.95))}, p99 ${Math.round(share(times, 0.99))}, p99.9 ${Math.round(share(times, 0.999))} ms; ` +
      `${again} asked again of the other process, ${failed} failed; ${told.length} counts acknowledged, ${lost} lost; at most ${most} connections; ` +
      `processes from ${held[0]?.join(' and ')} to ${held.at(-1)?.join(' and ')} MB, processor ${instances.map(({ pid }) => Math.round(usedBy(pid) / 1000)).join(' and ')} s; database from ${Math.round(before.mb)} to ${Math.round(after.mb)} MB`,
  )
  for (const [what, n] of faults) console.log(`  ${n} times ${what}`)
  if (lost > 0) code = 1
  for (const { server } of instances) await server.stop()
} finally {
  await cluster.stop()
  rmSync(dir, { recursive: true, force: true })
}
process.exit(code)
