/** The core beside the release before, in one process and in turn: ratios say more than milliseconds of a machine nobody knows. */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ROOT } from '../setup/place.mjs'

/** The release that advice by consequences came after. */
const BEFORE = process.env.BENCH_AGAINST ?? 'd67fc1e'
const WANTED = {
  'one colony through all options, fits alone': 0.5,
  'a yard of 30 on a day': 15,
  '56 days of a yard of 30': 100,
  'a holding of 1,725 in 75 yards': 500,
}

async function bundled(core, outfile) {
  const { build } = await import('esbuild')
  const itsCore = {
    name: 'its-core',
    setup: (b) => {
      b.onResolve({ filter: /^@thistle\/core\// }, ({ path }) => ({ path: join(core, 'src', path.slice('@thistle/core/'.length), 'index.ts') }))
      b.onResolve({ filter: /^[^./]/ }, ({ path }) => (path.startsWith('@thistle/') ? null : { path, external: true }))
    },
  }
  await build({
    entryPoints: [join(ROOT, 'scripts/bench/core.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    plugins: [itsCore],
  })
  return (await import(pathToFileURL(outfile).href)).TASKS
}

const median = (times) => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0
const once = (task, i) => {
  const began = performance.now()
  task(i)
  return performance.now() - began
}

/** Prints each task's median here and there, and their ratio; says so where the release before is not in this clone. */
export async function benchAgainst() {
  const dir = join(ROOT, '.data', `against-${process.pid}`)
  mkdirSync(dir, { recursive: true })
  const tree = join(dir, 'before')
  const git = (...args) => execFileSync('git', args, { cwd: ROOT, stdio: 'pipe' })
  try {
    let before = null
    try {
      git('worktree', 'add', '--detach', tree, BEFORE)
      before = await bundled(join(tree, 'core'), join(dir, 'before.mjs'))
    } catch (fault) {
      console.log(`The release before (${BEFORE}) is not here to be measured against: ${String(fault.message).split('\n')[0]}`)
    }
    const now = await bundled(join(ROOT, 'core'), join(dir, 'now.mjs'))
    for (const [name, task] of Object.entries(now)) {
      const runs = name.startsWith('56') || name.startsWith('a holding') ? 12 : name.includes('yard') ? 60 : 1500
      const [mine, theirs] = [[], []]
      for (let i = 0; i < runs; i++) {
        mine.push(once(task, i))
        if (before) theirs.push(once(before[name], i))
      }
      const warm = (times) => median(times.slice(Math.ceil(runs / 5)))
      const wanted = WANTED[name] ? ` (wanted: under ${WANTED[name]} ms)` : ''
      const beside = before ? `; the release before ${warm(theirs).toFixed(2)} ms, ratio ${(warm(mine) / warm(theirs)).toFixed(2)}` : ''
      console.log(`${name}: ${warm(mine).toFixed(2)} ms${wanted}${beside}`)
    }
  } finally {
    if (existsSync(tree)) git('worktree', 'remove', '--force', tree)
    rmSync(dir, { recursive: true, force: true })
  }
}
if (process.argv[1]?.endsWith('against.mjs')) await benchAgainst()
