/** `npm run pictures`: takes docs/screenshots/ anew from the demo, on a database of its own. */
import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { ensureDebian, ensurePackages } from './setup/install.mjs'
import { DATA, ROOT } from './setup/place.mjs'
import { startServer } from './setup/server.mjs'

await ensureDebian({ postgres: true, chromium: true })
await ensurePackages()
await ensureBuilt()
const dir = mkdtempSync(join(DATA, 'pictures-'))
const cluster = await startCluster(join(dir, 'postgres'), { passing: true })
const server = startServer({ databaseUrl: cluster.url, port: 0, logFile: join(dir, 'server.log') })
const base = `http://127.0.0.1:${await server.ready}`
const { chromium } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--disable-gpu', '--disable-background-networking', '--no-first-run'],
})
const file = (name) => join(ROOT, 'docs/screenshots', `${name}.png`)

async function open(options) {
  const context = await browser.newContext({ locale: 'en-GB', reducedMotion: 'reduce', ...options })
  const page = await context.newPage()
  const go = async (path) => {
    await page.goto(base + path, { waitUntil: 'networkidle' })
    await page.evaluate(() => document.fonts.ready)
  }
  return { context, page, go }
}

try {
  const { context, page, go } = await open({ viewport: { width: 1280, height: 800 } })
  await go('/sign-in')
  await page.screenshot({ path: file('sign-in') })
  await context.request.post(`${base}/api/session/demo`)
  const yards = await (await context.request.get(`${base}/api/yards`)).json()
  const find = (name) => yards.flatMap((y) => y.colonies).find((c) => c.name === name).id
  await go('/today')
  await page.screenshot({ path: file('today') })
  await go('/yards')
  await page.screenshot({ path: file('yards') })
  await go(`/yards/${yards[1].id}?colony=${find('Linden')}`)
  await page.screenshot({ path: file('colony') })
  await go(`/count/${find('Hazel')}`)
  await page.fill('#c-mites', '11')
  await page.screenshot({ path: file('count') })
  await go(`/match/${find('Hazel')}`)
  await page.click('[data-day="2026-08-17"]')
  await page.screenshot({ path: file('match') })
  await go('/rules')
  await page.screenshot({ path: file('rules') })

  const phone = await open({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  await phone.context.request.post(`${base}/api/session/demo`)
  const shots = []
  const snap = async () => shots.push((await phone.page.screenshot()).toString('base64'))
  await phone.go('/today')
  await snap()
  await phone.go('/yards')
  await snap()
  await phone.go(`/count/${find('Hazel')}`)
  await phone.page.fill('#c-mites', '11')
  await phone.page.evaluate(() => document.activeElement.blur())
  await snap()
  await phone.go(`/match/${find('Elder')}`)
  await phone.page.click('[data-day="2026-08-16"]')
  await snap()
  const side = await browser.newPage({ viewport: { width: 4 * 390 + 5 * 16, height: 844 + 32 } })
  await side.setContent(
    `<body style="margin:16px;display:flex;gap:16px;background:#CFC5BA">${shots.map((s) => `<img src="data:image/png;base64,${s}">`).join('')}</body>`,
  )
  await side.screenshot({ path: file('phone') })
} finally {
  await browser.close()
  await server.stop()
  await cluster.stop()
  rmSync(dir, { recursive: true, force: true })
}
console.log('docs/screenshots/ is taken anew.')
