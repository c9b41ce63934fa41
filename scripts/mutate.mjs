/**
 * `npm run mutate judge`: changes core/src/judge one line at a time and runs core's tests on each change; what survives is what no
 * test would notice. Incremental: a second run asks only about what changed. The report is under .data/mutate, out of git.
 */
import { existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { ensurePackages } from './setup/install.mjs'
import { DATA, ROOT, Said } from './setup/place.mjs'
import { run } from './setup/run.mjs'

async function main(folders) {
  if (folders.length === 0) throw new Said('Which folder of core/src? For example: npm run mutate judge')
  const unknown = folders.find((folder) => !existsSync(join(ROOT, 'core/src', folder)))
  if (unknown) throw new Said(`There is no core/src/${unknown}.`)
  await ensurePackages()
  for (const folder of folders) {
    const out = join(DATA, 'mutate', folder)
    mkdirSync(out, { recursive: true })
    const env = { ...process.env, MUTATE: folder, MUTATE_OUT: out }
    const { code } = await run(join(ROOT, 'node_modules/.bin/stryker'), ['run', 'scripts/setup/stryker.config.mjs'], { env })
    if (code !== 0) process.exitCode = code
  }
}

main(process.argv.slice(2)).catch((fault) => {
  console.error(fault instanceof Said ? fault.message : fault)
  process.exitCode = 1
})
