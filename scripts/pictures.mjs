/** `npm run pictures`: takes docs/screenshots/ anew from the demo, on a database of its own. */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
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
const shot = async (page) => {
  await page.evaluate(() => document.activeElement?.blur())
  return (await page.screenshot()).toString('base64')
}
/** Several screens side by side in one picture. */
async function joined(name, shots, across, width = 728) {
  const page = await browser.newPage({ viewport: { width: across * (width + 12) + 12, height: 100 } })
  await page.setContent(
    `<body style="margin:12px;display:grid;grid-template-columns:repeat(${across},1fr);gap:12px;background:#CFC5BA">${shots.map((s) => `<img style="width:100%" src="data:image/png;base64,${s}">`).join('')}</body>`,
  )
  await page.screenshot({ path: file(name), fullPage: true })
  await page.close()
}
/** A page already in the demo. */
async function inDemo(options) {
  const opened = await open(options)
  await opened.context.request.post(`${base}/api/session/demo`)
  return opened
}

try {
  const door = await open()
  const wayIn = []
  await door.go('/sign-in')
  wayIn.push(await shot(door.page))
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
  wayIn.push(await shot(door.page))
  await joined('way-in', wayIn, 2)

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
  const two = [await shot(page)]
  await go(`/count/${find('Hazel')}`)
  await page.fill('#c-mites', '11')
  await snap('count')
  // Four more ways of counting, side by side.
  const ways = []
  const take = async () => ways.push(await shot(page))
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
  await joined('ways-to-count', ways, 2)
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
  // Weeks ahead, the whole yard on a day and over weeks, and a sheet, side by side.
  const plans = []
  await go(`/match/${find('Elder')}?view=weeks`)
  await page.getByRole('button', { name: /^Thymol gel/ }).click()
  plans.push(await shot(page))
  await page.click('[data-day="2026-08-15"]')
  await go(`/match/yard/${yards[0].id}`)
  await page.click('[data-day="2026-08-15"]')
  await page.getByText('One option serves all').waitFor()
  plans.push(await shot(page))
  await go(`/match/yard/${yards[1].id}`)
  await page.getByRole('button', { name: /^The whole yard/ }).click()
  await page.getByRole('button', { name: /^The same over eight weeks/ }).click()
  await page.getByText('The higher the bar').waitFor()
  await page.getByText('The higher the bar').evaluate((e) => e.closest('.ahead').scrollIntoView())
  plans.push(await shot(page))
  await go('/rules/formic-strip-14')
  plans.push(await shot(page))
  // Five cases from the worked decisions, on the table and in the yard.
  const decided = join(ROOT, 'tests/references/decisions')
  const hard = ['heat-wave-on-day-2', 'supers-on-and-allowed', 'broodless-december', 'urgent-august', 'tiny-nuc', 'nothing-known']
  const answered = []
  for (const title of hard) {
    const { case: value } = JSON.parse(
      readFileSync(
        join(
          decided,
          readdirSync(decided).find((f) => f.includes(title)),
        ),
        'utf8',
      ),
    )
    await go('/match')
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles({ name: `${title}.json`, mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(value)) })
    await page.getByText('kept nowhere').waitFor()
    await page.evaluate(() => scrollTo(0, 0))
    answered.push(await shot(page))
  }
  await joined('worked-cases', answered, 2)
  await go(`/match/${find('Hazel')}`)
  await page.click('[data-day="2026-08-12"]')
  await page.getByRole('button', { name: /^Supers: / }).click()
  await page.getByLabel('What if Supers were').selectOption('none')
  await page.getByRole('button', { name: /^Days warmer by/ }).click()
  await page.getByLabel('What if Days warmer by were').fill('-4')
  await page.getByRole('region', { name: 'What if' }).waitFor()
  await page.evaluate(() => scrollTo(0, 0))
  plans.push(await shot(page))
  await joined('ways-to-match', plans, 2)
  await go('/rules')
  await snap('rules')
  await go('/people')
  await page.getByRole('button', { name: 'Invite somebody' }).click()
  await page.getByLabel('For whom').fill('Ida, for the summer')
  await page.getByRole('button', { name: 'Make the invitation' }).click()
  await page.locator('.link').waitFor()
  const around = [await shot(page)]
  await go('/you')
  around.push(await shot(page))
  await joined('people-and-you', around, 2)

  // Two keepers on one colony: the first writes by the API, the second on the page.
  await go(`/yards/${yards[0].id}?colony=${find('Elder')}`)
  await page.getByRole('button', { name: 'Rename' }).click()
  const { name: _name, version, ...elder } = yards[0].colonies.find((c) => c.name === 'Elder')
  await context.request.put(`${base}/api/colonies/${elder.id}`, {
    data: { name: 'Elder One', version, since: elder.since, hivedOn: elder.hivedOn },
  })
  await page.getByLabel('Name or tag').fill('Old Elder')
  await page.getByRole('button', { name: 'Keep the name' }).click()
  const versions = page.getByRole('alert', { name: 'Two versions' })
  await versions.waitFor()
  await versions.scrollIntoViewIfNeeded()
  two.push(await shot(page))
  await joined('changes', two, 2)
  await context.request.post(`${base}/api/holding/fresh`)

  // Rounds: the board, then a round lifted over its days, its sheet, a series that slipped, the season and the last starts.
  await go('/rounds')
  await page.locator('.stone').first().waitFor()
  await snap('rounds')
  const lane = yards.find((y) => y.name === 'Hollow Lane')
  const views = []
  await page.locator('[data-round^="Hollow Lane"]').first().focus()
  await page.keyboard.press('ArrowRight')
  views.push(await shot(page))
  await page.keyboard.press('Escape')
  await go(`/rounds/${yards[0].id}/2026-08-12`)
  await page.getByRole('heading', { name: 'Take along' }).waitFor()
  views.push(await shot(page))
  await context.request.post(`${base}/api/holding/date`, { data: { on: '2026-08-22' } })
  const events = lane.colonies.map((c) => ({
    id: crypto.randomUUID(),
    courseId: c.courses[0].id,
    kind: 'done',
    job: 'dose',
    n: 2,
    happenedOn: '2026-08-22',
    amount: c.name === 'Comfrey' ? 2 : 1,
  }))
  await context.request.post(`${base}/api/rounds`, { data: { events } })
  await go(`/yards/${lane.id}?colony=${find('Betony')}`)
  await page.getByRole('heading', { name: 'Ways on' }).evaluate((e) => e.closest('.course').scrollIntoView())
  views.push(await shot(page))
  await context.request.post(`${base}/api/holding/fresh`)
  await go('/rounds/season')
  await page.locator('.season').first().waitFor()
  views.push(await shot(page))
  await go('/rounds/deadlines')
  views.push(await shot(page))
  await go('/rules')
  await page.locator('#r-work').evaluate((e) => e.scrollIntoView())
  views.push(await shot(page))
  await joined('ways-of-rounds', views, 2)

  const night = await inDemo({ colorScheme: 'dark' })
  await night.go('/yards')
  await night.snap('dark')
  const paper = await inDemo({ viewport: { width: 720, height: 1018 } })
  await paper.go(`/rounds/${lane.id}/2026-08-14`)
  await paper.page.getByRole('heading', { name: 'Take along' }).waitFor()
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
  await phone.go(`/match/${find('Elder')}?view=weeks`)
  await phone.page.evaluate(() => document.querySelector('.options').scrollIntoView())
  await keep()
  await phone.go(`/match/yard/${yards[0].id}`)
  await phone.page.evaluate(() => document.querySelector('.scroll').scrollIntoView())
  await keep()
  await phone.page.evaluate(() => document.querySelector('.plan').scrollIntoView())
  await keep()
  await phone.go('/rules/oxalic-vapour')
  await keep()
  await phone.go('/rounds')
  await phone.page.getByRole('article').first().waitFor()
  await phone.page.evaluate(() => document.querySelector('h1').scrollIntoView())
  await keep()
  await phone.page.getByRole('article').filter({ hasText: 'Hollow Lane' }).first().getByRole('button').click()
  await phone.page.getByRole('button', { name: /^Sat 15 August/ }).click()
  await phone.page.getByRole('heading', { name: 'Move it' }).evaluate((e) => e.scrollIntoView())
  await keep()
  await phone.go(`/rounds/${yards[0].id}/2026-08-12`)
  await phone.page.locator('.colony').first().waitFor()
  await phone.page.evaluate(() => document.querySelector('.colony').scrollIntoView())
  await keep()
  await phone.go(`/yards/${yards[0].id}?colony=${find('Bramble')}`)
  await phone.page
    .locator('.course')
    .first()
    .evaluate((e) => e.scrollIntoView())
  await keep()
  await joined('phone', shots, 4, 390)
} finally {
  await browser.close()
  await server.stop()
  await cluster.stop()
  rmSync(dir, { recursive: true, force: true })
}
console.log('docs/screenshots/ is taken anew.')
