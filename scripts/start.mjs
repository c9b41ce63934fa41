/** `npm start`: installs, builds, starts the database and the server, and says where. Ctrl C stops all of it. */
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from './setup/build.mjs'
import { freePort, startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { isOurs, withLock } from './setup/lock.mjs'
import { DATA, Said } from './setup/place.mjs'
import { startServer } from './setup/server.mjs'

const FIRST_PORT = Number(process.env.PORT || 4380)
const RUNNING = join(DATA, 'running.json')
let stopping = false
const running = []

async function stop(code) {
  if (stopping) return
  stopping = true
  for (const part of running.reverse()) await part.stop()
  if (mine) rmSync(RUNNING, { force: true })
  process.exit(code)
}
process.on('SIGINT', () => stop(0))
process.on('SIGTERM', () => stop(0))
process.on('SIGHUP', () => stop(0))

/** Who runs from this folder, by the mark they left; null where nobody does, or where the mark was cut short. */
function whoRuns() {
  if (!existsSync(RUNNING)) return null
  try {
    const mark = JSON.parse(readFileSync(RUNNING, 'utf8'))
    return isOurs(mark.pid, 'scripts/start.mjs') ? mark : null
  } catch {
    return null
  }
}
let mine = false
/** Written whole or not at all. */
function mark(url) {
  writeFileSync(`${RUNNING}.new`, JSON.stringify({ pid: process.pid, url }))
  renameSync(`${RUNNING}.new`, RUNNING)
  mine = true
}
/** The folder is one start's from its first moment: a second that came while the first sets up would take its database for a leftover. */
const claim = () =>
  withLock('claim', async () => {
    const other = whoRuns()
    if (!other) return mark(null)
    console.log(other.url ? `Round Thistle runs from this folder already: ${other.url}` : 'Round Thistle is being started from this folder already.')
  })

async function findPort() {
  for (let port = FIRST_PORT; port < FIRST_PORT + 100; port++) {
    try {
      const found = await freePort(port)
      if (found !== FIRST_PORT) console.log(`Port ${FIRST_PORT} is in use; taking ${found}.`)
      return found
    } catch (fault) {
      if (fault.code !== 'EADDRINUSE') throw fault
    }
  }
  throw new Said(`No free port from ${FIRST_PORT} on. Set PORT to another one.`)
}

async function database() {
  if (process.env.DATABASE_URL) return process.env.DATABASE_URL
  const cluster = await startCluster(join(DATA, 'postgres'))
  running.push(cluster)
  cluster.ended.then(() => {
    if (stopping) return
    console.log('The database has stopped. The page says so and keeps what is typed; start again with npm start.')
    stop(1)
  })
  return cluster.url
}

async function main() {
  mkdirSync(DATA, { recursive: true })
  await claim()
  if (!mine) return
  await withLock('setup', async () => {
    await ensureDebian({ postgres: !process.env.DATABASE_URL, chromium: false })
    await ensurePackages()
    await ensureBuilt()
  })
  const databaseUrl = await database()
  const port = await findPort()
  const logFile = join(DATA, 'server.log')
  const server = startServer({ databaseUrl, port, logFile })
  running.push(server)
  server.ended.then((code) => {
    if (!stopping) {
      console.log(`The server has ended (${code}). See .data/server.log`)
      stop(1)
    }
  })
  const url = `http://127.0.0.1:${await server.ready}`
  mark(url)
  console.log(`\n  Round Thistle: ${url}\n\n  "Walk through the demo" needs no password. Ctrl C stops it; logs are in .data/server.log`)
}

main().catch(async (fault) => {
  if (stopping) return
  console.error(fault instanceof Said ? fault.message : fault)
  await stop(1)
})
