/** Builds page and server when their sources changed. */
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { BUILD, ROOT } from './place.mjs'
import { must } from './run.mjs'

export const PAGE = join(BUILD, 'page')
export const SERVER = join(BUILD, 'server.mjs')
/** Beside the server, which starts it. */
const PDF_WORKER = join(BUILD, 'pdf-worker.mjs')

function sources(dir) {
  return readdirSync(dir, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && !/\.(test|spec)\.ts$/.test(entry.name))
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .sort()
}

function fingerprint() {
  const hash = createHash('sha256')
  const dirs = ['core/src', 'server/src', 'web/src', 'web/public'].map((d) => join(ROOT, d)).filter(existsSync)
  const files = ['package-lock.json', 'web/index.html', 'web/vite.config.ts'].map((f) => join(ROOT, f))
  for (const file of [...files, ...dirs.flatMap(sources)]) hash.update(file.slice(ROOT.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/** Bundles our own code into one file; packages stay outside. */
export async function bundle(entry, outfile) {
  const { build } = await import('esbuild')
  const packagesStayOutside = {
    name: 'packages-stay-outside',
    setup: (b) =>
      b.onResolve({ filter: /^[^./]/ }, ({ path }) => (path.startsWith('@thistle/') || path.startsWith('/') ? null : { path, external: true })),
  }
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [packagesStayOutside],
  })
}

/** Builds both, unless nothing changed since the last time. */
export async function ensureBuilt() {
  const mark = join(BUILD, 'built')
  const wanted = fingerprint()
  if (existsSync(mark) && existsSync(SERVER) && existsSync(PDF_WORKER) && existsSync(PAGE) && readFileSync(mark, 'utf8') === wanted) return
  console.log('Building ...')
  mkdirSync(BUILD, { recursive: true })
  rmSync(mark, { force: true })
  await Promise.all([
    bundle(join(ROOT, 'server/src/main.ts'), SERVER),
    bundle(join(ROOT, 'server/src/book/pdf-worker.ts'), PDF_WORKER),
    must('Building the page', join(ROOT, 'node_modules/.bin/vite'), ['build', 'web', '--logLevel', 'error']),
  ])
  writeFileSync(mark, wanted)
}
