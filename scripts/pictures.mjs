/** `npm run pictures`: takes docs/screenshots/ anew from the demo, on a database of its own. */
import { randomUUID } from 'node:crypto'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from './setup/build.mjs'
import { startCluster } from './setup/cluster.mjs'
import { CHROMIUM, ensureDebian, ensurePackages } from './setup/install.mjs'
import { ROOT, scratch } from './setup/place.mjs'
import { startServer } from './setup/server.mjs'

await ensureDebian({ postgres: true, chromium: true })
await ensurePackages()
await ensureBuilt()
const dir = scratch('pictures')
const cluster = await startCluster(join(dir, 'postgres'), { passing: true })
const server = startServer({ databaseUrl: cluster.url, port: 0, logFile: join(dir, 'server.log') })
const base = `http://127.0.0.1:${await server.ready}`
const { chromium } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--disable-gpu', '--disable-background-networking', '--no-first-run'],
})
const file = (name) => join(ROOT, 'docs/screenshots', `${name}.png`)

async function open(options) {
  const context = await browser.newContext({ locale: 'en-GB', reducedMotion: 'reduce', viewport: { width: 1280, height: 800 }, ...options })
  const page = await context.newPage()
  const go = async (path) => {
    await page.goto(base + path, { waitUntil: 'networkidle' })
    await page.evaluate(() => document.fonts.ready)
  }
  const snap = async (name) => {
    await page.evaluate(() => document.activeElement?.blur())
    await page.screenshot({ path: file(name) })
  }
  return { context, page, go, snap }
}
/** A page already in the demo. */
async function inDemo(options) {
  const opened = await open(options)
  await opened.context.request.post(`${base}/api/session/demo`)
  return opened
}

try {
  const { page, context, go, snap } = await inDemo()
  const yards = await (await context.request.get(`${base}/api/yards`)).json()
  const find = (name) => yards.flatMap((y) => y.colonies).find((c) => c.name === name).id
  await go('/today')
  await snap('today')
  await go('/yards')
  await snap('yards')
  await go(`/yards/${yards[0].id}?colony=${find('Bramble')}`)
  await page.getByRole('complementary').waitFor()
  await snap('colony')
  await go(`/count/${find('Hazel')}`)
  await page.fill('#c-mites', '11')
  await snap('count')
  await go(`/line/${find('Angelica')}`)
  await page.getByRole('slider').waitFor()
  await page.waitForTimeout(500)
  await snap('line')
  await go(`/yards/${yards[0].id}/looks`)
  await page.getByRole('button', { name: /^Alder: all as on/ }).click()
  await page.getByRole('radiogroup', { name: 'Brood, Bramble' }).getByText('eggs, larvae').click()
  await page.getByRole('radiogroup', { name: 'Supers, Bramble' }).getByText('off').click()
  await snap('walk')
  await go(`/match/${find('Hazel')}`)
  await page.click('[data-day="2026-08-17"]')
  await snap('match')
  await go(`/match/yard/${yards[0].id}`)
  await page.click('[data-day="2026-08-15"]')
  await page.getByText('One option serves all').waitFor()
  await snap('whole-yard')
  await go('/rounds')
  await page.locator('.stone').first().waitFor()
  await snap('rounds')
  await go(`/rounds/${yards[0].id}/2026-08-12`)
  await page.getByRole('heading', { name: 'Take along' }).waitFor()
  await snap('round-sheet')
  await go(`/outlook/${find('Elder')}`)
  await page
    .getByRole('button', { name: /^Amitraz strip/ })
    .first()
    .click()
  await page.getByRole('heading', { name: 'Why' }).waitFor()
  await page.evaluate(() => window.scrollTo(0, 0))
  await snap('outlook')
  await go(`/outlook/year/${find('Elder')}`)
  await page.getByRole('article').first().waitFor({ timeout: 120_000 })
  await page.waitForTimeout(500)
  await snap('year')
  await go('/book')
  await page.getByRole('row', { name: /Linden/ }).waitFor()
  await snap('book')
  await go('/rules')
  await snap('rules')

  await go('/shelf')
  await page
    .getByRole('row', { name: /Amitraz/ })
    .first()
    .waitFor()
  await snap('shelf')

  const phone = await inDemo({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  // Once before: the faces that it is drawn in are at hand the second time.
  await phone.go('/today')
  await phone.page.waitForTimeout(4000)
  await phone.go('/today')
  await phone.snap('phone-today')
  await phone.go(`/count/${find('Hazel')}`)
  await phone.page.fill('#c-mites', '11')
  await phone.snap('phone-count')
  // A season to practise on, played over at speed: jars washed, strips in two of three colonies, and its end.
  const played = await inDemo()
  const send = async (method, path, data) => {
    const answer = await played.context.request[method](`${base}/api${path}`, { data })
    if (!answer.ok()) throw new Error(`${method} ${path}: ${await answer.text()}`)
    return answer.status() === 204 ? null : answer.json()
  }
  const yardOf = async () => (await (await played.context.request.get(`${base}/api/yards`)).json())[0]
  await send('post', '/practice', { seed: 4711, colonies: 3 })
  const practised = (await yardOf()).colonies
  for (const on of ['2031-06-10', '2031-07-15', '2031-08-10']) {
    await send('post', '/holding/date', { on })
    for (const { id: colonyId } of practised) {
      const { mites } = await send('post', '/practice/draws', { colonyId, method: 'wash', bees: 300, jar: 1 })
      await send('put', `/counts/${randomUUID()}`, { colonyId, onDay: on, method: 'wash', samples: [{ mites, bees: 300 }] })
    }
  }
  for (const { id } of practised.slice(0, 2)) {
    await played.go(`/match/${id}`)
    await played.page
      .getByRole('button', { name: /^Amitraz strip/ })
      .first()
      .click()
    await played.page.getByRole('button', { name: /^Start on/ }).click()
    await played.page
      .getByText(/^Amitraz strip is (planned|running)/)
      .first()
      .waitFor()
    const course = (await yardOf()).colonies.find((c) => c.id === id).courses.find((k) => k.treatment === 'amitraz-strip')
    const done = (job, happenedOn) => send('put', `/events/${randomUUID()}`, { courseId: course.id, kind: 'done', job, n: 1, happenedOn, amount: 2 })
    await done('dose', '2031-08-10')
  }
  await send('post', '/holding/date', { on: '2031-11-30' })
  await played.go('/practice')
  await played.page.getByText('Nobody could see').first().waitFor()
  await played.snap('practice')
  // In the yard without a signal.
  const alone = await inDemo({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  await alone.go('/today')
  await alone.page.evaluate(() => navigator.serviceWorker.ready)
  await alone.page.waitForTimeout(6000)
  await alone.context.setOffline(true)
  await alone.page.goto(base + '/count')
  for (const mites of ['4', '0', '7']) {
    await alone.page.fill('#c-mites', mites)
    await alone.page.getByRole('button', { name: /^Keep it, on to/ }).click()
    await alone.page.getByText(/is kept\./).waitFor()
  }
  await alone.page.goto(base + '/phone')
  await alone.page.getByRole('heading', { name: 'Waiting, in their order' }).waitFor()
  await alone.snap('phone-alone')
} finally {
  await browser.close()
  await server.stop()
  await cluster.stop()
  rmSync(dir, { recursive: true, force: true })
}
console.log('docs/screenshots/ is taken anew.')
