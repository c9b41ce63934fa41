/** Commands run without blocking signals. */
import { spawn } from 'node:child_process'
import { ROOT, Said } from './place.mjs'

/** Runs a command to its end; answers its exit code and, when quiet, what it printed. */
export function run(command, args, { quiet = false, env = process.env, cwd = ROOT } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd, env, stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'] })
    let output = ''
    child.stdout?.on('data', (part) => (output += part))
    child.stderr?.on('data', (part) => (output += part))
    child.on('error', reject)
    child.on('close', (code, signal) => resolve({ code: signal ? 1 : (code ?? 1), output }))
  })
}

/** Runs a command quietly and stops with its output where it fails. */
export async function must(what, command, args, options = {}) {
  const { code, output } = await run(command, args, { quiet: true, ...options })
  if (code !== 0) throw new Said(`${what} failed:\n${output.slice(-4000)}`)
  return output
}
