/** `npm run reset-demo`: puts the demo holding back as it was; other holdings stay as they are. */
import { join } from 'node:path'
import { mkdirSync, existsSync, readFileSync } from 'node:fs'
import { ensureBuilt } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { isOurs, withLock } from './setup/lock.mjs'
import { DATA, Said } from './setup/place.mjs'
import { startServer } from './setup/server.mjs'

/** The address of the cluster that `npm start` keeps running, or one started for the moment. */
async function database() {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, stop: async () => {} }
  const dir = join(DATA, 'postgres')
  const mark = join(DATA, 'running.json')
  if (existsSync(mark) && isOurs(JSON.parse(readFileSync(mark, 'utf8')).pid, 'scripts/start.mjs')) {
    const port = readFileSync(join(dir, 'postmaster.pid'), 'utf8').split('\n')[3].trim()
    return { url: `postgresql://thistle:${readFileSync(`${dir}.password`, 'utf8')}@127.0.0.1:${port}/thistle`, stop: async () => {} }
  }
  return startCluster(dir)
}

try {
  mkdirSync(DATA, { recursive: true })
  await withLock('setup', async () => {
    await ensureDebian({ postgres: !process.env.DATABASE_URL, chromium: false })
    await ensurePackages()
    await ensureBuilt()
  })
  const db = await database()
  try {
    await startServer({ databaseUrl: db.url, port: 0, logFile: join(DATA, 'server.log'), args: ['--only-data', '--reset-demo'] }).ready
  } finally {
    await db.stop()
  }
  console.log('The demo is back on 12 August.')
} catch (fault) {
  console.error(fault instanceof Said ? fault.message : fault)
  process.exit(1)
}
