/** Runs the built server as a child that stops when its starter is gone. */
import { fork } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { closeSync, existsSync, fchmodSync, mkdirSync, openSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { PAGE, SERVER } from './build.mjs'
import { DATA, Said } from './place.mjs'

/** The secret that signs sessions; made once and kept beside the data. */
export function sessionSecret() {
  if (process.env.SESSION_SECRET) return process.env.SESSION_SECRET
  mkdirSync(DATA, { recursive: true })
  const file = join(DATA, 'session-secret')
  // A file that was cut short is worth nothing: whoever was signed in signs in again.
  if (!existsSync(file) || readFileSync(file, 'utf8').trim().length < 32) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

/** On loopback alone the mail stand-in's outbox is open: whoever reaches it sits at this machine. */
const outboxOpen = () => process.env.OUTBOX_OPEN ?? String((process.env.HOST ?? '127.0.0.1') === '127.0.0.1')

/** Starts the server and waits until it listens; answers its port. `EADDRINUSE` is thrown with that code. */
export function startServer({ databaseUrl, port, logFile, args = [], env = {} }) {
  const log = openSync(logFile, 'a', 0o600)
  fchmodSync(log, 0o600)
  const child = fork(SERVER, args, {
    detached: true,
    stdio: ['ignore', log, log, 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      SESSION_SECRET: sessionSecret(),
      PAGE_DIR: PAGE,
      OUTBOX_OPEN: outboxOpen(),
      NODE_ENV: 'production',
      ...env,
    },
  })
  closeSync(log)
  const ended = new Promise((resolve) => child.on('exit', resolve))
  const ready = new Promise((resolve, reject) => {
    child.on('message', (message) => {
      if (message.listening) resolve(message.listening)
      else reject(Object.assign(new Said(`The server cannot start: ${message.message}`), { code: message.fault }))
    })
    child.on('exit', (code) => (code === 0 ? resolve(0) : reject(new Said(`The server ended before it was ready. See ${logFile}`))))
  })
  return {
    child,
    ready,
    ended,
    stop: async () => {
      child.kill('SIGTERM')
      await ended
    },
  }
}
