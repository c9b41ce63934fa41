/** One set-up at a time in a folder: a file that holds the process's number. */
import { closeSync, existsSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { DATA } from './place.mjs'

export const isAlive = (pid) => {
  try {
    process.kill(pid, 0)
    return true
  } catch (fault) {
    return fault.code === 'EPERM'
  }
}

/** True where `pid` is a live process of ours whose command line holds `word`: numbers are used again. */
export const isOurs = (pid, word) => {
  if (!Number.isInteger(pid) || pid <= 0 || !isAlive(pid)) return false
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(word)
  } catch {
    return false
  }
}

/** Runs `work` while nobody else in this folder does. A lock left by a dead process is taken over. */
export async function withLock(name, work) {
  mkdirSync(DATA, { recursive: true })
  const file = join(DATA, `${name}.lock`)
  for (;;) {
    try {
      const handle = openSync(file, 'wx')
      writeSync(handle, String(process.pid))
      closeSync(handle)
      break
    } catch (fault) {
      if (fault.code !== 'EEXIST') throw fault
      const holder = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0
      if (!isOurs(holder, 'scripts/')) rmSync(file, { force: true })
      else await wait(200)
    }
  }
  try {
    return await work()
  } finally {
    rmSync(file, { force: true })
  }
}
