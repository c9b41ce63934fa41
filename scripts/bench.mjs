/** `npm run bench`: measures in one run, side by side, and prints figures and ratios. Asserts nothing. */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { bundle, ensureBuilt, PAGE } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { DATA, ROOT } from './setup/place.mjs'
import { must } from './setup/run.mjs'
import { startServer } from './setup/server.mjs'
import { benchPage } from './bench/page.mjs'

await ensureDebian({ postgres: true, chromium: true })
await ensurePackages()
await ensureBuilt()
const dir = mkdtempSync(join(DATA, 'bench-'))
const cluster = await startCluster(join(dir, 'postgres'), { passing: true })
try {
  const output = join(dir, 'bench.mjs')
  await bundle(join(ROOT, 'scripts/bench/run.ts'), output)
  console.log(await must('The bench', process.execPath, [output], { env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: cluster.url } }))
  const server = startServer({ databaseUrl: cluster.url, port: 0, logFile: join(dir, 'server.log'), env: { LOG_LEVEL: 'warn' } })
  try {
    await benchPage(`http://127.0.0.1:${await server.ready}`)
  } finally {
    await server.stop()
  }
} finally {
  await cluster.stop()
  rmSync(dir, { recursive: true, force: true })
}

/** What the browser fetches for a page before anything is clicked: the entry and all it imports without being asked. */
function firstLoad() {
  const assets = join(PAGE, 'assets')
  const entry = /src="\/assets\/([^"]+\.js)"/.exec(readFileSync(join(PAGE, 'index.html'), 'utf8'))[1]
  const seen = new Set()
  const follow = (file) => {
    if (seen.has(file)) return
    seen.add(file)
    for (const [, next] of readFileSync(join(assets, file), 'utf8').matchAll(/from\s*"\.\/([^"]+\.js)"|import\s*"\.\/([^"]+\.js)"/g))
      if (next) follow(next)
  }
  follow(entry)
  return [...seen]
}
const size = (file) => gzipSync(readFileSync(join(PAGE, 'assets', file)), { level: 6 }).length
const first = firstLoad()
const all = readdirSync(join(PAGE, 'assets')).filter((f) => f.endsWith('.js'))
const kB = (bytes) => `${(bytes / 1000).toFixed(0)} kB`
console.log(
  `First load of sign-in and Today, JavaScript compressed: ${kB(first.reduce((sum, f) => sum + size(f), 0))} of 250 kB wanted (${first.length} files; all places together ${kB(all.reduce((sum, f) => sum + size(f), 0))})`,
)
