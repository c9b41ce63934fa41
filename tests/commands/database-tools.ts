/** PostgreSQL's own programs, as an operator has them. */
import { execFile } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { promisify } from 'node:util'
import { gunzipSync } from 'node:zlib'
// @ts-expect-error plain JavaScript, since it runs before anything is installed
import { postgresBin } from '../../scripts/setup/install.mjs'

const run = promisify(execFile)

/** Runs a line of shell with PostgreSQL's programs on the path. */
export const shell = (line: string, env: NodeJS.ProcessEnv): Promise<{ stdout: string; stderr: string }> =>
  run('/bin/sh', ['-ec', line], { env: { ...process.env, ...env, PATH: `${postgresBin()}:${process.env.PATH}` }, maxBuffer: 1e9 })

/** A database as an earlier release left it: the demo and one small holding, dumped by pg_dump. */
export const dumpOf = (file: URL): string => gunzipSync(readFileSync(file)).toString('utf8')
