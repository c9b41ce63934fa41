/** Where things are, from this file's own place. */
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')
export const DATA = join(ROOT, '.data')
export const BUILD = join(ROOT, '.build')

/** A failure whose sentence is for the person at the terminal; no stack is shown. */
export class Said extends Error {}
