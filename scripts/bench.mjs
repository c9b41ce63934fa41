/**
 * `npm run bench`: measures in one run, side by side, and prints figures and ratios. Asserts nothing. `npm run bench worlds`: the three worlds
 * and the association alone; `npm run bench worlds api` (or page, traffic) a part of that.
 */
import { readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { bundle, ensureBuilt, PAGE } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { ROOT, scratch } from './setup/place.mjs'
import { must } from './setup/run.mjs'
import { startServer } from './setup/server.mjs'
import { benchAgainst } from './bench/against.mjs'
import { benchPage } from './bench/page.mjs'
import { benchWorlds } from './bench/three-worlds.mjs'

await ensureDebian({ postgres: true, chromium: true })
await ensurePackages()
await ensureBuilt()
const dir = scratch('bench')
const cluster = await startCluster(join(dir, 'postgres'), { passing: true })
const [only, ...parts] = process.argv.slice(2)
if (only === 'worlds') {
  try {
    await benchWorlds(cluster.url, dir, parts.length > 0 ? parts : undefined)
  } finally {
    await cluster.stop()
    rmSync(dir, { recursive: true, force: true })
  }
  process.exit(0)
}
try {
  await benchAgainst()
  const output = join(dir, 'bench.mjs')
  await bundle(join(ROOT, 'scripts/bench/run.ts'), output)
  console.log(await must('The bench', process.execPath, [output], { env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: cluster.url } }))
  const server = startServer({ databaseUrl: cluster.url, port: 0, logFile: join(dir, 'server.log'), env: { LOG_LEVEL: 'warn' } })
  try {
    await benchPage(`http://127.0.0.1:${await server.ready}`)
  } finally {
    await server.stop()
  }
  const own = join(dir, 'worlds')
  const apart = await startCluster(own, { passing: true })
  try {
    await benchWorlds(apart.url, dir)
  } finally {
    await apart.stop()
  }
} finally {
  await cluster.stop()
  rmSync(dir, { recursive: true, force: true })
}

const assets = join(PAGE, 'assets')
const size = (file) => gzipSync(readFileSync(join(assets, file)), { level: 6 }).length
const kB = (bytes) => `${(bytes / 1000).toFixed(0)} kB`
const sum = (files) => [...files].reduce((all, f) => all + size(f), 0)
/** A file and all it imports without being asked. */
function follow(file, seen = new Set()) {
  if (seen.has(file)) return seen
  seen.add(file)
  for (const [, from, bare] of readFileSync(join(assets, file), 'utf8').matchAll(/from\s*"\.\/([^"]+\.js)"|import\s*"\.\/([^"]+\.js)"/g))
    if (from ?? bare) follow(from ?? bare, seen)
  return seen
}
const all = readdirSync(assets).filter((f) => f.endsWith('.js'))
const named = (name) => all.find((f) => f.startsWith(`${name}-`))
/** What the browser fetches before anything is drawn; and the fields that several places share, fetched by Today when it is idle. */
const first = follow(/src="\/assets\/([^"]+\.js)"/.exec(readFileSync(join(PAGE, 'index.html'), 'utf8'))[1])
const fields = new Set(
  [...follow(named('EntryPane')), ...follow(named('YardPickList')), ...follow(named('KeeperMenuList'))].filter((f) => !first.has(f)),
)
console.log(
  `First load of Today, JavaScript compressed: ${kB(sum(first))}; of sign-in: ${kB(sum(new Set([...first, ...follow(named('SignInPlace'))])))} (wanted: under 290 kB); fields fetched when idle: ${kB(sum(fields))}; all there is: ${kB(sum(all))}`,
)
for (const file of all.filter((f) => /(Place|FirstSteps)-[^.]+\.js$/.test(f))) {
  const own = [...follow(file)].filter((f) => !first.has(f) && !fields.has(f))
  if (sum(own) > 20_000) console.log(`  ${file.replace(/-.*/, '')} of its own: ${kB(sum(own))} (wanted: under 130 kB)`)
}
