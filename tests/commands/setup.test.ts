import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'

interface Cluster {
  url: string
  pid: number
  stop: () => Promise<void>
  ended: Promise<number | null>
}
interface Setup {
  startCluster: (dir: string, options?: { passing?: boolean }) => Promise<Cluster>
  freePort: (wanted?: number) => Promise<number>
  installDebian: (packages: string[]) => Promise<void>
  isOurs: (pid: number, word: string) => boolean
}
/** The set-up scripts are plain modules without types: they run before anything is installed. */
async function load(): Promise<Setup> {
  const of = (name: string) => import(/* @vite-ignore */ new URL(`../../scripts/setup/${name}.mjs`, import.meta.url).href) as Promise<Partial<Setup>>
  return Object.assign({}, ...(await Promise.all(['cluster', 'install', 'lock'].map(of)))) as Setup
}
let setup: Setup
let dir: string
beforeAll(async () => {
  setup = await load()
  dir = mkdtempSync(join(tmpdir(), 'thistle-cluster-'))
})
afterAll(() => rmSync(dir, { recursive: true, force: true }))

async function ask(url: string, text: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query(text)).rows as unknown[]
  } finally {
    await client.end()
  }
}

describe('the cluster of our own', { timeout: 180_000 }, () => {
  it('is made, kept over a stop, and comes back after a kill of everything', async () => {
    const data = join(dir, 'postgres')
    const first = await setup.startCluster(data)
    await ask(first.url, 'CREATE TABLE kept AS SELECT 42 AS answer')
    await first.stop()
    expect(existsSync(join(data, 'postmaster.pid'))).toBe(false)

    const second = await setup.startCluster(data)
    expect(await ask(second.url, 'SELECT answer FROM kept')).toEqual([{ answer: 42 }])
    const children = execFileSync('pgrep', ['-P', String(second.pid)])
      .toString()
      .trim()
      .split('\n')
      .map(Number)
    for (const pid of [second.pid, ...children]) process.kill(pid, 'SIGKILL')
    await second.ended
    expect(existsSync(join(data, 'postmaster.pid'))).toBe(true)

    // A number in the stale mark that belongs to somebody else by now must not stand in the way.
    const mark = join(data, 'postmaster.pid')
    writeFileSync(mark, readFileSync(mark, 'utf8').replace(/^\d+/, String(process.pid)))
    const third = await setup.startCluster(data)
    expect(await ask(third.url, 'SELECT answer FROM kept')).toEqual([{ answer: 42 }])

    // A server whose starter was killed alone is stopped, and a new one started in its place.
    const fourth = await setup.startCluster(data)
    await third.ended
    expect(await ask(fourth.url, 'SELECT answer FROM kept')).toEqual([{ answer: 42 }])
    await fourth.stop()
  })

  it('listens on loopback alone and asks for its password', async () => {
    const cluster = await setup.startCluster(join(dir, 'other'))
    try {
      expect(await ask(cluster.url, 'SHOW listen_addresses')).toEqual([{ listen_addresses: '127.0.0.1' }])
      await expect(ask(cluster.url.replace(/:[0-9a-f]{20,}@/, ':wrong@'), 'SELECT 1')).rejects.toThrow(/password/)
    } finally {
      await cluster.stop()
    }
  })
})

describe('where it may not install', () => {
  afterEach(() => vi.restoreAllMocks())
  it('says exactly what to install, and stops', async () => {
    vi.spyOn(process, 'getuid').mockReturnValue(1000)
    await expect(setup.installDebian(['postgresql', 'chromium-headless-shell'])).rejects.toThrow(
      /not root[\s\S]*sudo apt-get update && sudo apt-get install --no-install-recommends postgresql chromium-headless-shell/,
    )
  })
})

describe('ports and processes', () => {
  it('finds a free port, and says when the wanted one is taken', async () => {
    const port = await setup.freePort()
    expect(port).toBeGreaterThan(0)
    const { createServer } = await import('node:net')
    const taken = createServer()
    await new Promise<void>((resolve) => taken.listen(port, '127.0.0.1', resolve))
    await expect(setup.freePort(port)).rejects.toMatchObject({ code: 'EADDRINUSE' })
    await new Promise((resolve) => taken.close(resolve))
  })
  it('knows its own processes by what they run, not by their number alone', () => {
    expect(setup.isOurs(process.pid, 'node')).toBe(true)
    expect(setup.isOurs(process.pid, 'scripts/start.mjs')).toBe(false)
    expect(setup.isOurs(0, 'node')).toBe(false)
  })
})
