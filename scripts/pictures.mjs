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
  const door = await open()
  await door.go('/sign-in')
  await door.snap('sign-in')
  await door.go('/sign-up')
  await door.page.getByLabel('Your name').fill('Wenna Strand')
  await door.page.getByLabel('E-mail address').fill('wenna@example.test')
  await door.page.getByLabel('Password').fill('four jars in a row')
  await door.page.getByLabel('What you call your bees').fill('Strand Bees')
  await door.page.getByRole('button', { name: 'Make the account' }).click()
  await door.page.getByLabel('Name of the yard').fill('Behind the chapel')
  await door.page.getByLabel('Latitude').fill('51.4')
  await door.page.getByLabel('Longitude').fill('-3.1')
  await door.page.getByRole('button', { name: 'Fetch them for this place' }).click()
  await door.page.getByText('Filled in from').waitFor()
  await door.page.getByRole('button', { name: 'Keep it, on to the colonies' }).click()
  await door.page.getByLabel('Colonies, in walking order').fill('1. Heather\n2. Furze\n3. Broom\n4. Broom\n5. Samphire')
  await door.snap('first-steps')

  const { context, page, go, snap } = await inDemo()
  const yards = await (await context.request.get(`${base}/api/yards`)).json()
  const find = (name) => yards.flatMap((y) => y.colonies).find((c) => c.name === name).id
  await go('/today')
  await snap('today')
  await go('/yards')
  await snap('yards')
  await page.getByRole('button', { name: /^Weather of/ }).click()
  await page.getByRole('complementary').waitFor()
  await snap('weather')
  await go(`/yards/${yards[1].id}?colony=${find('Linden')}`)
  await snap('colony')
  await go('/changes')
  await page.getByText('Reading ...').waitFor({ state: 'detached' })
  await snap('changes')
  await go(`/count/${find('Hazel')}`)
  await page.fill('#c-mites', '11')
  await snap('count')
  // Four more ways of counting, side by side.
  const ways = []
  const take = async () => {
    await page.evaluate(() => document.activeElement?.blur())
    ways.push((await page.screenshot()).toString('base64'))
  }
  await go(`/count/table/${yards[0].id}`)
  for (const [i, mites] of ['3', '1', '7', '2', '14', '9'].entries()) await page.fill(`#t-mites-${i}`, mites)
  await take()
  await go(`/count/yard/${yards[1].id}`)
  await take()
  await go('/count/file')
  await page.fill(
    '#f-text',
    'hive;day;mites;bees\nAlder;3/8/2026;2;300\nOak;3/8/2026;2;300\nElder;13/8/2026;4;300\nElder;4/8/2026;many;300\nFern;25/7/2026;5;300',
  )
  await page.locator('#f-rows').scrollIntoViewIfNeeded()
  await page.evaluate(() => scrollTo(0, document.getElementById('f-map').offsetTop - 20))
  await take()
  await go('/count/practise')
  await page.getByRole('radio', { name: 'Board' }).check()
  await page.getByRole('button', { name: 'Draw one' }).click()
  await page.locator('canvas').waitFor()
  await page.getByRole('button', { name: 'Show what is there' }).click()
  await take()
  const four = await browser.newPage({ viewport: { width: 1480, height: 932 } })
  await four.setContent(
    `<body style="margin:12px;display:grid;grid-template-columns:1fr 1fr;gap:12px;background:#CFC5BA">${ways.map((w) => `<img style="width:100%" src="data:image/png;base64,${w}">`).join('')}</body>`,
  )
  await four.screenshot({ path: file('ways-to-count') })
  await four.close()
  await go(`/count/${find('Daisy')}/photo`)
  await page.getByRole('button', { name: 'a practice picture' }).click()
  await page.locator('canvas').waitFor()
  await page.getByLabel('The picture shows across').fill('160')
  await page.getByRole('button', { name: 'Suggest marks' }).click()
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'A mite', exact: true }).click()
  await page.getByText('Too many to count').click()
  await page.getByRole('button', { name: 'Lay the grid' }).click()
  await page.getByRole('button', { name: 'whole', exact: true }).click()
  await snap('photograph')
  await go(`/match/${find('Hazel')}`)
  await page.click('[data-day="2026-08-17"]')
  await snap('match')
  await page.click('[data-day="2026-08-12"]')
  await page.getByRole('button', { name: /^Supers: / }).click()
  await page.getByLabel('What if Supers were').selectOption('none')
  await page.getByRole('button', { name: /^Days warmer by/ }).click()
  await page.getByLabel('What if Days warmer by were').fill('-4')
  await page.getByRole('region', { name: 'What if' }).waitFor()
  await page.evaluate(() => scrollTo(0, 0))
  await snap('what-if')
  await go('/rules')
  await snap('rules')
  await go('/people')
  await page.getByRole('button', { name: 'Invite somebody' }).click()
  await page.getByLabel('For whom').fill('Ida, for the summer')
  await page.getByRole('button', { name: 'Make the invitation' }).click()
  await page.locator('.link').waitFor()
  await snap('people')
  await go('/you')
  await snap('you')

  // Two keepers on one colony: the first writes by the API, the second on the page.
  await go(`/yards/${yards[0].id}?colony=${find('Elder')}`)
  await page.getByRole('button', { name: 'Rename' }).click()
  const { name: _name, version, ...elder } = yards[0].colonies.find((c) => c.name === 'Elder')
  await context.request.put(`${base}/api/colonies/${elder.id}`, {
    data: { name: 'Elder One', version, since: elder.since, hivedOn: elder.hivedOn },
  })
  await page.getByLabel('Name or tag').fill('Old Elder')
  await page.getByRole('button', { name: 'Keep the name' }).click()
  const two = page.getByRole('alert', { name: 'Two versions' })
  await two.waitFor()
  await two.scrollIntoViewIfNeeded()
  await snap('two-versions')
  await context.request.post(`${base}/api/holding/fresh`)

  const night = await inDemo({ colorScheme: 'dark' })
  await night.go('/yards')
  await night.snap('dark')
  const paper = await inDemo({ viewport: { width: 720, height: 1018 } })
  await paper.go('/today')
  await paper.page.emulateMedia({ media: 'print' })
  await paper.page.addStyleTag({ content: 'body { padding: 40px }' })
  await paper.snap('paper')

  const phone = await inDemo({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const shots = []
  const keep = async () => shots.push((await phone.page.screenshot()).toString('base64'))
  await phone.go('/today')
  await keep()
  await phone.go('/yards')
  await keep()
  await phone.go(`/count/${find('Hazel')}`)
  await phone.page.fill('#c-mites', '11')
  await phone.page.evaluate(() => document.activeElement.blur())
  await keep()
  await phone.go(`/match/${find('Elder')}`)
  await phone.page.click('[data-day="2026-08-16"]')
  await keep()
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
