/**
 * The three worlds, and an association of keepers, measured through the API and in the browser: what the figures of docs/running.md come
 * from. Everything beside a bare route with one select, asked in the same minute on the same machine. Prints figures, asserts nothing.
 */
import { join } from 'node:path'
import pg from 'pg'
import { bundle } from '../setup/build.mjs'
import { CHROMIUM } from '../setup/install.mjs'
import { ROOT } from '../setup/place.mjs'
import { startServer } from '../setup/server.mjs'
import { heldBy, startBare, usedBy } from './beside.mjs'
import { association, caller, runTraffic, share } from './traffic.mjs'
import { fillWorld, keeper, newKeeper, PASSWORD, WORLDS } from './worlds.mjs'

const ms = (t) => `${t < 10 ? t.toFixed(1) : Math.round(t)} ms`
const middle = (times) => share(times, 0.5)
/** Nobody of those who measure is told to wait. */
const FREELY = { WRITES_PER_MINUTE: '1000000', SIGN_INS_PER_QUARTER: '100000', LOG_LEVEL: 'warn', TRUST_PROXY: '1' }
export const startMeasured = async (databaseUrl, logFile, env = {}) => {
  const server = startServer({ databaseUrl, port: 0, logFile, env: { ...FREELY, ...env } })
  return { server, pid: server.child.pid, base: `http://127.0.0.1:${await server.ready}` }
}

/** What autovacuum does in a minute or two: plans know how many rows there are. */
async function analyse(databaseUrl) {
  const db = new pg.Client({ connectionString: databaseUrl })
  await db.connect()
  await db.query('ANALYZE')
  await db.end()
}

/** A call some times over, with another keeper's small read beside it all the while. */
async function beside(call, other, times) {
  const [own, waits] = [[], []]
  for (let i = 0; i < times; i++) {
    let done = false
    const work = call().finally(() => (done = true))
    while (!done) {
      waits.push((await other()).ms)
      await new Promise((resolve) => setTimeout(resolve, 4))
    }
    own.push((await work).ms)
  }
  return { own, worst: Math.max(...waits) }
}

async function measureApi({ base, pid, bare, keepers }) {
  const { call, close } = caller(base)
  const plain = caller(bare.base)
  const season = { cookie: keepers.season.cookie() }
  const other = () => call('GET', '/api/holding', season)
  const cpuOf = async (work, of, times) => {
    const before = usedBy(of)
    for (let i = 0; i < times; i++) await work()
    return (usedBy(of) - before) / times
  }
  const oneBare = () => plain.call('GET', '/bare')
  for (let i = 0; i < 200; i++) await oneBare()
  const bareTimes = []
  for (let i = 0; i < 200; i++) bareTimes.push((await oneBare()).ms)
  const bareCpu = await cpuOf(oneBare, bare.pid, 400)
  console.log(`Bare route with one select: ${ms(middle(bareTimes))}, ${bareCpu.toFixed(2)} ms of processor`)
  for (const [key, who] of Object.entries(keepers)) {
    const cookie = who.cookie()
    const get = (path, etag) => () => call('GET', `/api${path}`, { cookie, etag })
    // A change makes everything anew: the same row with another note.
    const { yards } = who
    let turn = 0
    const touch = () =>
      call('PUT', `/api/visits/${who.visit}`, {
        cookie,
        body: { yardId: yards[0], day: '2026-08-20', note: `Bench ${turn}`, version: turn++ || null },
      })
    const rows = [
      ['yards', '/yards', 4],
      ['verdicts', '/verdicts', 3],
      ['calendar', '/calendar.ics', 3],
      ['letter', '/letter', 2],
      ['export', '/holding/export', 2],
    ]
    console.log(`${WORLDS[key].name}:`)
    for (const [name, path, times] of rows) {
      await get(path)()
      const anew = await beside(() => touch().then(get(path)), other, times)
      const again = []
      for (let i = 0; i < 12 && name !== 'export' && name !== 'letter'; i++) again.push((await get(path)()).ms)
      const againCpu = again.length > 0 ? await cpuOf(get(path), pid, 30) : 0
      const held = heldBy(pid)
      console.log(
        `  ${name}: anew ${ms(middle(anew.own))}, ${(middle(anew.own) / middle(bareTimes)).toFixed(0)} times the bare route; another's read beside it waits ${ms(anew.worst)} at most (wanted: under 100 ms)` +
          (again.length > 0
            ? `; the same again ${ms(middle(again))}, processor ${(againCpu / bareCpu).toFixed(1)} times the bare route (wanted: under 10)`
            : '') +
          `; the process holds ${held.toFixed(0)} MB`,
      )
    }
    const list = await get('/yards')()
    const same = []
    for (let i = 0; i < 12; i++) same.push((await get('/yards', list.etag)()).ms)
    console.log(`  yards, nothing changed (304): ${ms(middle(same))}`)
  }
  close()
  plain.close()
}

/** An export looked through in an empty holding on another database, which is all the work of putting it back. */
async function measureBack(databaseUrl, dir, base, keepers) {
  const db = new pg.Client({ connectionString: databaseUrl })
  await db.connect()
  await db.query('CREATE DATABASE away')
  await db.end()
  const away = new URL(databaseUrl)
  away.pathname = '/away'
  const there = await startMeasured(away.href, join(dir, 'away.log'))
  for (const [key, who] of Object.entries(keepers)) {
    const zip = await fetch(`${base}/api/holding/export`, { headers: { cookie: who.cookie() } }).then((answer) => answer.arrayBuffer())
    const back = keeper(there.base)
    await back.post('/accounts', { name: 'Wren Hollis', email: `${key}@example.test`, password: PASSWORD, holding: 'Away' })
    const headers = { cookie: back.cookie(), 'content-type': 'application/zip' }
    const began = performance.now()
    const answer = await fetch(`${there.base}/api/holding/restoration`, { method: 'POST', headers, body: zip })
    if (!answer.ok) throw new Error(`An export is not taken back: ${await answer.text()}`)
    await answer.text()
    console.log(
      `${WORLDS[key].name}, an export of ${(zip.byteLength / 1e6).toFixed(1)} MB looked through elsewhere: ${ms(performance.now() - began)}`,
    )
  }
  await there.server.stop()
}

/** Tasks over 50 ms, and how long until what was waited for stands. */
async function measurePage(base, keepers) {
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--disable-gpu', '--disable-background-networking', '--no-first-run'] })
  try {
    for (const [key, { email, yards, colonies }] of Object.entries(keepers)) {
      const context = await browser.newContext({ locale: 'en-GB', reducedMotion: 'reduce', viewport: { width: 1280, height: 800 } })
      await context.request.post(`${base}/api/session`, { data: { email, password: PASSWORD } })
      const page = await context.newPage()
      await page.addInitScript(() => {
        window.long = []
        new PerformanceObserver((list) => window.long.push(...list.getEntries().map((e) => Math.round(e.duration)))).observe({
          type: 'longtask',
          buffered: true,
        })
        const seen = new MutationObserver(() => {
          if (!document.querySelector('.sentences a')) return
          window.sentencesAt ??= performance.now()
          if (!document.querySelector('.law')) return
          window.wholeAt = performance.now()
          seen.disconnect()
        })
        seen.observe(document, { childList: true, subtree: true })
      })
      const worst = () => page.evaluate(() => Math.max(0, ...window.long.splice(0)))
      await page.goto(`${base}/today`)
      await page.waitForFunction(() => window.wholeAt)
      await page.waitForTimeout(1500)
      await page.goto(`${base}/today`)
      await page.waitForFunction(() => window.wholeAt)
      await page.waitForTimeout(2500)
      const today = await page.evaluate(() => ({
        data: Math.max(...performance.getEntriesByType('resource').flatMap((r) => (/api\/(yards|holding)$/.test(r.name) ? [r.responseEnd] : []))),
        sentences: window.sentencesAt,
        whole: window.wholeAt,
        nodes: document.querySelectorAll('*').length,
      }))
      console.log(
        `${WORLDS[key].name}, the page: first sentences ${ms(today.sentences - today.data)} after the data (wanted: under 500 ms), all of Today ${ms(today.whole - today.data)}, longest task ${await worst()} ms (wanted: 50), ${today.nodes} nodes`,
      )
      const kept = []
      for (let i = 0; i < 3; i++) {
        await page.goto(`${base}/count/${colonies[i + 2]}`)
        await page.waitForSelector('#c-mites')
        await page.fill('#c-mites', String(4 + i))
        await page.fill('#c-bees', '300')
        await page.waitForTimeout(2500)
        await worst()
        await page.getByRole('button', { name: /^Keep/ }).first().click()
        await page.waitForTimeout(2500)
        kept.push(await worst())
      }
      console.log(`  a count kept: longest task ${middle(kept)} ms`)
      for (const place of ['/rounds', '/rounds/season', '/rounds/deadlines', `/yards/${yards[0]}`]) {
        const began = performance.now()
        await page.goto(`${base}${place}`)
        await page.waitForSelector('main h1, main h2')
        const stood = performance.now() - began
        await page.waitForLoadState('networkidle')
        await page.waitForTimeout(2500)
        const nodes = await page.evaluate(() => document.querySelectorAll('*').length)
        console.log(
          `  ${place.replace(yards[0], '…')}: stands after ${ms(stood)}, ${nodes} nodes (wanted: under 3000 in the season), longest task ${await worst()} ms`,
        )
      }
      await context.close()
    }
  } finally {
    await browser.close()
  }
}

const [KEEPERS, SECONDS] = [100, 15]
/** How an evening of an association goes at some rates, one process; the first of them on a process that has only just begun. */
async function measureTraffic(databaseUrl, dir, bare) {
  const output = join(dir, 'deciding.mjs')
  await bundle(join(ROOT, 'scripts/bench/deciding.ts'), output)
  const deciding = await import(output)
  const made = await startMeasured(databaseUrl, join(dir, 'made.log'))
  const keepers = await association(made.base, databaseUrl, KEEPERS)
  await made.server.stop()
  await analyse(databaseUrl)
  const fresh = await startMeasured(databaseUrl, join(dir, 'traffic.log'))
  const plain = caller(bare.base)
  for (const [perSecond, warm, says] of [
    [30, 0, 'a process that has only just begun (wanted: p99 under 300 ms)'],
    [45, 2, 'steady'],
    [120, 2, 'steady (wanted: p99 under 200 ms)'],
  ]) {
    const bareTimes = []
    const ask = setInterval(() => void plain.call('GET', '/bare').then(({ ms: t }) => bareTimes.push(t)), 250)
    const before = usedBy(fresh.pid)
    const { actions, requests, times, faults } = await runTraffic({ base: fresh.base, keepers, perSecond, seconds: SECONDS, warm, deciding })
    clearInterval(ask)
    console.log(
      `${perSecond} actions a second, ${says}: ${(actions / SECONDS).toFixed(0)} done in ${(requests / SECONDS).toFixed(0)} requests a second; p50 ${ms(share(times, 0.5))}, p99 ${ms(share(times, 0.99))}; ` +
        `the bare route beside it p50 ${ms(share(bareTimes, 0.5))}, p99 ${ms(share(bareTimes, 0.99))}; processor ${((usedBy(fresh.pid) - before) / Math.max(1, times.length)).toFixed(1)} ms a request; ${[...faults.values()].reduce((a, b) => a + b, 0)} failed`,
    )
    for (const [what, n] of [...faults].slice(0, 3)) console.log(`  ${n} times ${what}`)
  }
  plain.close()
  await fresh.server.stop()
}

/** All of it, on a cluster of its own; `parts`: which of api, page, traffic. */
export async function benchWorlds(databaseUrl, dir, parts = ['api', 'page', 'traffic']) {
  const { server, pid, base } = await startMeasured(databaseUrl, join(dir, 'worlds.log'))
  const bare = await startBare(databaseUrl)
  try {
    const keepers = {}
    for (const [key, world] of parts.join() === 'traffic' ? [] : Object.entries(WORLDS)) {
      const began = performance.now()
      const who = await newKeeper(base, databaseUrl, world.name, `${key}@example.test`)
      const yards = await fillWorld(who, world)
      const list = (await who.get('/yards')).json()
      const visit = crypto.randomUUID()
      keepers[key] = { ...who, yards, visit, colonies: list[0].colonies.map((c) => c.id) }
      console.log(
        `${world.name}: ${list.reduce((n, y) => n + y.colonies.length, 0)} colonies, written through the API in ${((performance.now() - began) / 1000).toFixed(1)} s`,
      )
    }
    await analyse(databaseUrl)
    if (parts.includes('api')) await measureApi({ base, pid, bare, keepers })
    if (parts.includes('api')) await measureBack(databaseUrl, dir, base, keepers)
    if (parts.includes('page')) await measurePage(base, keepers)
    await server.stop()
    if (parts.includes('traffic')) await measureTraffic(databaseUrl, dir, bare)
  } finally {
    bare.stop()
    await server.stop().catch(() => undefined)
  }
}
