/** The bare route in a process of its own, and what a server process has used of the processor. */
import { fork } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from '../setup/place.mjs'

/** Starts the bare route; answers its address and how to end it. */
export async function startBare(databaseUrl) {
  const child = fork(join(ROOT, 'scripts/bench/bare.mjs'), [], { env: { ...process.env, DATABASE_URL: databaseUrl, NODE_ENV: 'production' } })
  const port = await new Promise((resolve, reject) => {
    child.once('message', resolve)
    child.once('exit', () => reject(new Error('the bare route ended')))
  })
  return { base: `http://127.0.0.1:${port}`, pid: child.pid, stop: () => child.disconnect() }
}

/** A tick of the kernel's clock, ms. */
const TICK = 10
/** Milliseconds of processor time that a process has used so far, all its threads. */
export function usedBy(pid) {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
    .replace(/^.*\) /, '')
    .split(' ')
  return (Number(fields[11]) + Number(fields[12])) * TICK
}
/** Megabytes that a process holds. */
export const heldBy = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000
