/**
 * `npm run mutate judge`, `npm run mutate server/access -- --sample 200 --seed thistle`: changes core/src/judge (or a folder of the
 * server) one line at a time and runs its tests on each change; what survives is what no test would notice. Incremental: a second
 * run of a whole folder asks only about what changed. The report is under .data/mutate, out of git.
 */
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { DATA, ROOT, Said, scratch } from './setup/place.mjs'
import { run } from './setup/run.mjs'

const OPTIONS = { sample: { type: 'string' }, seed: { type: 'string', default: 'thistle' }, 'at-once': { type: 'string', default: '2' } }

async function main() {
  const { positionals: folders, values } = parseArgs({ options: OPTIONS, allowPositionals: true })
  if (folders.length === 0)
    throw new Said('Which folder of core/src or server/src? For example: npm run mutate judge, or npm run mutate server/access')
  const places = folders.map((folder) => (folder.startsWith('server/') ? folder.replace('server/', 'server/src/') : `core/src/${folder}`))
  const unknown = places.find((place) => !existsSync(join(ROOT, place)))
  if (unknown) throw new Said(`There is no ${unknown}.`)
  await ensurePackages()
  let cluster
  if (places.some((place) => place.startsWith('server'))) {
    await ensureDebian({ postgres: true })
    const dir = scratch('mutate')
    const started = await startCluster(join(dir, 'postgres'), { passing: true })
    cluster = { url: started.url, stop: () => started.stop().finally(() => rmSync(dir, { recursive: true, force: true })) }
  }
  try {
    for (const place of places) {
      const out = join(DATA, 'mutate', place.replaceAll('/', '-'))
      mkdirSync(out, { recursive: true })
      if (values.sample) console.log(`${values.sample} changes of ${place}, drawn with the seed "${values.seed}"`)
      const env = {
        ...process.env,
        MUTATE: place,
        MUTATE_OUT: out,
        MUTATE_AT_ONCE: values['at-once'],
        MUTATE_SEED: values.seed,
        ...(values.sample && { MUTATE_SAMPLE: values.sample }),
        ...(cluster && { TEST_DATABASE_URL: cluster.url }),
      }
      const { code } = await run(join(ROOT, 'node_modules/.bin/stryker'), ['run', 'scripts/setup/stryker.config.mjs'], { env })
      if (code !== 0) process.exitCode = code
    }
  } finally {
    await cluster?.stop()
  }
}

main().catch((fault) => {
  console.error(fault instanceof Said ? fault.message : fault)
  process.exitCode = 1
})
