/** Where things are, from this file's own place. */
import { mkdirSync, mkdtempSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')
export const DATA = join(ROOT, '.data')
export const BUILD = join(ROOT, '.build')

/** A folder of one run's own, also in a clone in which nothing was run before. */
export function scratch(name) {
  mkdirSync(DATA, { recursive: true })
  return mkdtempSync(join(DATA, `${name}-`))
}

/** A failure whose sentence is for the person at the terminal; no stack is shown. */
export class Said extends Error {}
