/** Installs what is missing: Debian's programs and the npm packages of the lock file. */
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, Said } from './place.mjs'
import { must, run } from './run.mjs'

const POSTGRES = '/usr/lib/postgresql'
/** Debian's Chromium without a window: smaller, and a fifth less work in the browser tests (docs/decisions). */
export const CHROMIUM = '/usr/bin/chromium-headless-shell'

/** Folder of the newest PostgreSQL server on this machine; null where there is none. */
export function postgresBin() {
  if (!existsSync(POSTGRES)) return null
  const versions = readdirSync(POSTGRES).filter(
    (v) => existsSync(join(POSTGRES, v, 'bin', 'initdb')) && existsSync(join(POSTGRES, v, 'bin', 'postgres')),
  )
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0]
  return newest ? join(POSTGRES, newest, 'bin') : null
}

export async function installDebian(packages) {
  const root = process.getuid?.() === 0
  if (!root || !existsSync('/usr/bin/apt-get')) {
    throw new Said(
      `Missing: ${packages.join(', ')}. This may not install it (${root ? 'no apt-get here' : 'not root'}).\nInstall it, then start again:\n  sudo apt-get update && sudo apt-get install --no-install-recommends ${packages.join(' ')}`,
    )
  }
  console.log(`Installing ${packages.join(' and ')} (once) ...`)
  if (packages.includes('postgresql')) {
    mkdirSync('/etc/postgresql-common/createcluster.d', { recursive: true })
    writeFileSync('/etc/postgresql-common/createcluster.d/no-main.conf', 'create_main_cluster = false\n')
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  await run('apt-get', ['update', '-qq'], { quiet: true, env })
  await must('Installing', 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], { env })
}

/** Makes sure that PostgreSQL's server (and, for tests, Chromium) is there. */
export async function ensureDebian({ postgres, chromium }) {
  const missing = []
  if (postgres && !postgresBin()) missing.push('postgresql')
  if (chromium && !existsSync(CHROMIUM)) missing.push('chromium-headless-shell')
  if (missing.length > 0) await installDebian(missing)
}

const digest = (files) => files.reduce((hash, file) => hash.update(file).update(readFileSync(file)), createHash('sha256')).digest('hex')

/** `npm ci` by the lock file, when the lock file or a manifest changed since the last time. */
export async function ensurePackages() {
  const manifests = ['package-lock.json', 'package.json', 'core/package.json', 'server/package.json', 'web/package.json'].map((f) => join(ROOT, f))
  const mark = join(ROOT, 'node_modules', '.installed')
  const wanted = digest(manifests)
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return
  console.log('Installing npm packages by the lock file ...')
  await must('npm ci', 'npm', ['ci', '--include=dev'])
  writeFileSync(mark, wanted)
}
