/** `npm test`: sets up, lints, checks types, and runs every test against a database cluster of its own. Ends with `N passed, N failed`. */
import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { withLock } from './setup/lock.mjs'
import { ROOT, Said, scratch } from './setup/place.mjs'
import { run } from './setup/run.mjs'

const BIN = join(ROOT, 'node_modules/.bin')
const total = { passed: 0, failed: 0 }
const cleaning = []

async function cleanUp() {
  for (const step of cleaning.splice(0).reverse()) await Promise.resolve(step()).catch(() => {})
}
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, async () => {
    await cleanUp()
    process.exit(1)
  })
}

/** A check that either passes or fails as a whole. */
async function check(name, command, args) {
  const began = Date.now()
  const { code, output } = await run(join(BIN, command), args, { quiet: true })
  total[code === 0 ? 'passed' : 'failed'] += 1
  console.log(`${code === 0 ? 'ok  ' : 'FAIL'} ${name} (${((Date.now() - began) / 1000).toFixed(1)} s)`)
  if (code !== 0) console.log(output.slice(-6000))
}

async function unitAndApi(dir, env) {
  const file = join(dir, 'vitest.json')
  const { code } = await run(join(BIN, 'vitest'), ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${file}`], { env })
  if (!existsSync(file)) throw new Said('The unit tests did not run to their end.')
  const report = JSON.parse(readFileSync(file, 'utf8'))
  total.passed += report.numPassedTests
  total.failed += Math.max(report.numFailedTests, code === 0 ? 0 : 1)
}

async function browser(dir, env) {
  const file = join(dir, 'browser.json')
  const { code } = await run(join(BIN, 'playwright'), ['test', '--output', join(dir, 'browser')], { env: { ...env, PLAYWRIGHT_JSON: file } })
  if (!existsSync(file)) throw new Said('The browser tests did not run to their end.')
  const { stats } = JSON.parse(readFileSync(file, 'utf8'))
  total.passed += stats.expected
  total.failed += Math.max(stats.unexpected + stats.flaky, code === 0 ? 0 : 1)
}

async function main() {
  await withLock('setup', async () => {
    await ensureDebian({ postgres: true, chromium: true })
    await ensurePackages()
    await ensureBuilt()
  })
  const dir = scratch('test')
  cleaning.push(() => rmSync(dir, { recursive: true, force: true }))
  const cluster = await startCluster(join(dir, 'postgres'), { passing: true })
  cleaning.push(cluster.stop)

  // Two at a time: most machines have two cores.
  const types = async () => {
    for (const part of ['core', 'server', 'tests']) await check(`types of ${part}`, 'tsc', ['-p', part])
    await check('types of web', 'vue-tsc', ['-p', 'web'])
  }
  const shape = async () => {
    await check('import rules', 'depcruise', ['--config', '.dependency-cruiser.cjs', 'core/src', 'server/src', 'web/src', 'scripts', 'tests'])
    await check('lint', 'eslint', ['.'])
    await check('format', 'prettier', ['--check', '.'])
  }
  await Promise.all([types(), shape()])

  const env = { ...process.env, TEST_DATABASE_URL: cluster.url, NODE_ENV: 'test' }
  await unitAndApi(dir, env)
  await browser(dir, env)
}

let broken = false
try {
  await main()
} catch (fault) {
  broken = true
  total.failed += 1
  console.error(fault instanceof Said ? fault.message : fault)
}
await cleanUp()
console.log(`\n${total.passed} passed, ${total.failed} failed`)
process.exit(broken || total.failed > 0 || total.passed === 0 ? 1 : 0)
