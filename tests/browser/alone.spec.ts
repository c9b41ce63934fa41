/** The phone in the yard without a signal: a round from its sheet to its last tick, the tab killed, two phones on one colony, a phone that is lost. */
import type { Browser, BrowserContext, Page } from '@playwright/test'
import { accessible, expect, keptOnDevice, PHONE, signUp, test, tick } from './steps.ts'

test.use({ ...PHONE, serviceWorkers: 'allow' })

/** Waits until the page would open on this device without the network, with its yards. */
async function ready(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready)
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open((await caches.keys())[0] ?? '')).keys()).length), { timeout: 60_000 })
    .toBeGreaterThan(150)
  await expect.poll(() => keptOnDevice(page, 'about')).not.toBe('[]')
}
const events = async (
  page: Page,
): Promise<{ id: string; kind: string; job: string | null; n: number | null; amount: number | null; happenedOn: string }[]> => {
  const yards = (await (await page.request.get('/api/yards')).json()) as { colonies: { courses: { events: never[] }[] }[] }[]
  return yards.flatMap((y) => y.colonies.flatMap((c) => c.courses.flatMap((o) => o.events)))
}
interface Counted {
  readonly id: string
  readonly onDay: string
  readonly samples: readonly { readonly mites: number }[]
  readonly photo: { readonly photoId: string } | null
}
/** The counts of a colony, or of all, in the order in which they came to be. */
const counts = async (page: Page, colony?: string): Promise<Counted[]> => {
  const yards = (await (await page.request.get('/api/yards')).json()) as { colonies: { name: string; counts: Counted[] }[] }[]
  return yards
    .flatMap((y) => y.colonies)
    .filter((c) => !colony || c.name === colony)
    .flatMap((c) => c.counts)
    .toSorted((a, b) => a.id.localeCompare(b.id))
}
/** The sheet of the first round that is drawn. */
async function openSheet(page: Page, sheet = /^Sheet of Quarry Bank/): Promise<void> {
  await page.goto('/rounds')
  await page.getByRole('link', { name: sheet }).first().click()
  await expect(page.getByRole('button', { name: /^Done: / }).first()).toBeVisible()
  await asDrawn(page)
}
/** Waits until the jobs of a sheet are those of the rounds as they stand, and no more of those that were drawn last. */
const asDrawn = (page: Page): Promise<void> => expect(page.locator('ol.row[aria-busy=true]')).toHaveCount(0, { timeout: 40_000 })
const things = (page: Page) => page.getByRole('link', { name: /\d+ things?$/ })

test('a round is done from start to finish with the network off, the tab killed in between, and then sent', async ({ demo, context }) => {
  await ready(demo)
  const before = (await events(demo)).length
  await context.setOffline(true)
  const page = await context.newPage()
  await openSheet(page, /^Sheet of Hollow Lane, Sun 16 Aug/)
  const done = page.getByRole('button', { name: /^Done: / })
  const jobs = await done.count()
  expect(jobs).toBeGreaterThan(1)
  const first = (await done.first().getAttribute('aria-label'))!
  await tick(page, done.first())
  await expect(things(page)).toHaveText(/1 thing$/)
  await expect(done).toHaveCount(jobs - 1)
  // The browser is killed: what was ticked is ticked where the sheet is opened again, still without the network.
  const address = page.url()
  await page.close()
  const again = await context.newPage()
  await again.goto(address)
  const left = again.getByRole('button', { name: /^Done: / })
  await expect(left.first()).toBeVisible()
  await asDrawn(again)
  await expect(again.getByRole('button', { name: first, exact: true })).toHaveCount(0)
  let ticked = 1
  for (let n = await left.count(); n > 0; n--, ticked++) {
    await tick(again, left.first())
    await expect(left).toHaveCount(n - 1)
  }
  await again.goto('/count')
  await again.getByRole('button', { name: 'first mite' }).click()
  await again.getByRole('button', { name: 'one more mite' }).click()
  await again.getByRole('button', { name: /^Keep it, on to/ }).click()
  await expect(again.getByText(/is kept\./)).toBeVisible()
  await again.goto('/phone')
  await expect(again.getByRole('heading', { name: 'Waiting, in their order' })).toBeVisible()
  await expect(again.getByText(/^Count: 2 mites on 300 bees/)).toBeVisible()
  await accessible(again)
  await context.setOffline(false)
  await expect(again.getByText('Everything you wrote is with the server.')).toBeVisible({ timeout: 30_000 })
  await expect(again.getByText('Out of reach.')).toHaveCount(0)
  expect((await events(again)).length).toBe(before + ticked)
})

test('what was written on a day before is sent when the server is back, in its order', async ({ demo: page, context }) => {
  await ready(page)
  const before = (await counts(page)).length
  await context.setOffline(true)
  await page.goto('/count')
  for (const mites of ['3', '5', '0']) {
    await page.getByLabel('Mites', { exact: true }).fill(mites)
    await page.getByRole('button', { name: /^Keep it, on to/ }).click()
    await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('')
  }
  await expect(things(page)).toHaveText(/3 things$/)
  // The server is away for a day: the page is opened anew, and a new tab sends nothing twice.
  await page.reload()
  await expect(things(page)).toHaveText(/3 things$/)
  const other = await context.newPage()
  await other.goto('/today')
  await context.setOffline(false)
  await expect(page.getByText('Out of reach.')).toHaveCount(0, { timeout: 40_000 })
  await expect(things(page)).toHaveCount(0, { timeout: 40_000 })
  const today = (await counts(page)).slice(before)
  expect(today.map((c) => c.samples[0]!.mites).toSorted()).toEqual([0, 3, 5])
})

/** A second phone of the same keeper. */
async function secondPhone(browser: Browser, page: Page, base: string): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ ...PHONE, baseURL: base, storageState: await page.context().storageState() })
  const other = await context.newPage()
  await other.goto('/today')
  await expect(other.getByRole('heading', { name: 'Due now' })).toBeVisible()
  return { context, page: other }
}

test('two phones tick one job: both are shown side by side, and one is chosen', async ({ demo: page, context, browser, baseURL }) => {
  const other = await secondPhone(browser, page, baseURL!)
  await ready(page)
  await context.setOffline(true)
  await openSheet(page)
  const name = (await page
    .getByRole('button', { name: /^Done: / })
    .first()
    .getAttribute('aria-label'))!
  await tick(page, page.getByRole('button', { name, exact: true }))
  await expect(things(page)).toHaveText(/1 thing$/)
  await openSheet(other.page)
  await tick(other.page, other.page.getByRole('button', { name, exact: true }))
  await expect(other.page.getByRole('button', { name, exact: true })).toHaveCount(0)
  const between = (await events(other.page)).length
  await context.setOffline(false)
  await expect(page.getByText(/one waits for your word/)).toBeVisible({ timeout: 30_000 })
  await things(page).click()
  await expect(page.getByText(/It is entered already, Wed 12 Aug/)).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Put mine in its place' }).click()
  await expect(page.getByText('Everything you wrote is with the server.')).toBeVisible()
  // As a correction: both stay in the history.
  expect((await events(page)).length).toBe(between + 1)
  await other.context.close()
})

test('two phones put one count right: the two versions stand side by side, and are put together line by line', async ({
  demo: page,
  context,
  browser,
  baseURL,
}) => {
  const other = await secondPhone(browser, page, baseURL!)
  await ready(page)
  const correct = async (on: Page, mites: string, note: string) => {
    await on.goto('/yards')
    await on
      .getByRole('navigation', { name: 'Yards' })
      .getByRole('link', { name: /^Quarry Bank/ })
      .click()
    await on.getByRole('button', { name: 'Elder', exact: true }).click()
    await on.getByRole('link', { name: 'Change the count of Sun 9 Aug' }).click()
    await on.getByLabel('Mites', { exact: true }).fill(mites)
    await on.getByLabel('Note', { exact: true }).fill(note)
    await on
      .getByRole('button', { name: /^Keep it/ })
      .first()
      .click()
    await expect(on.getByText('Elder is kept.')).toBeVisible()
  }
  await context.setOffline(true)
  await correct(page, '3', 'counted twice')
  await correct(other.page, '4', 'a second look')
  await context.setOffline(false)
  await expect(page.getByText(/one waits for your word/)).toBeVisible({ timeout: 30_000 })
  await things(page).click()
  const versions = page.getByRole('alert', { name: 'Two versions' })
  await expect(versions).toContainText('counted twice')
  await expect(versions).toContainText('a second look')
  await accessible(page)
  await versions.getByRole('button', { name: 'Line by line ...' }).click()
  await versions.getByRole('button', { name: 'Keep it so' }).click()
  await expect(page.getByText('Everything you wrote is with the server.')).toBeVisible()
  expect((await counts(page, 'Elder')).find((c) => c.onDay === '2026-08-09')).toMatchObject({ samples: [{ mites: 3 }], note: 'counted twice' })
  await other.context.close()
})

test('a photograph of a board that is taken without the network is sent with its count', async ({ demo: page, context }) => {
  await ready(page)
  const colony = await page.evaluate(async () => {
    const yards = (await (await fetch('/api/yards')).json()) as { colonies: { id: string; name: string }[] }[]
    return yards.flatMap((y) => y.colonies).find((c) => c.name === 'Clover')!.id
  })
  await page.goto(`/count/${colony}/photo`)
  await page.reload()
  await context.setOffline(true)
  await page.getByRole('button', { name: 'a practice picture' }).click()
  await page.getByRole('button', { name: /^Use / }).click()
  await expect(page).toHaveURL(new RegExp(`/count/${colony}$`))
  await page
    .getByRole('button', { name: /^Keep it/ })
    .first()
    .click()
  await expect(page.getByText('Clover is kept.')).toBeVisible()
  await expect(things(page)).toHaveText(/2 things$/)
  await context.setOffline(false)
  await expect(things(page)).toHaveCount(0, { timeout: 40_000 })
  const photo = (await counts(page, 'Clover')).at(-1)
  expect((await page.request.get(`/api/photos/${photo!.photo!.photoId}`)).headers()['content-type']).toBe('image/jpeg')
})

test('a phone that is lost: ended from elsewhere, it is wiped at its next contact, and says so', async ({ page, context, browser, baseURL }) => {
  const email = await signUp(page, 'Strand bees')
  await page.goto('/today')
  await ready(page)
  const laptop = await browser.newContext({ baseURL: baseURL! })
  expect((await laptop.request.post('/api/session', { data: { email, password: 'four jars in a row' } })).status()).toBe(204)
  await context.setOffline(true)
  await page.goto('/phone')
  await expect(page.getByText('As it was read today')).toBeVisible()
  const sessions = (await (await laptop.request.get('/api/sessions')).json()) as { id: string; current: boolean }[]
  expect((await laptop.request.delete(`/api/sessions/${sessions.find((s) => !s.current)!.id}`)).status()).toBe(204)
  await context.setOffline(false)
  await expect(page.getByText('This device was signed out from another one.')).toBeVisible({ timeout: 40_000 })
  expect(await page.evaluate(async () => (await indexedDB.databases()).map((d) => d.name))).not.toContain('round-thistle')
  // Without the network it shows nothing of the holding either.
  await context.setOffline(true)
  await page.goto('/today')
  await expect(page.getByText('Strand bees')).toHaveCount(0)
  await laptop.close()
})

test('a clock that is wrong, a sign-out with something unsent', async ({ page, context }) => {
  await signUp(page, 'Clock bees')
  const yard = '019aaaaa-0000-7000-8000-000000000001'
  const colony = '019aaaaa-0000-7000-8000-000000000002'
  const day = new Date().toISOString().slice(0, 10)
  expect((await page.request.put(`/api/yards/${yard}`, { data: { name: 'Strand', timeZone: 'UTC' } })).status()).toBe(201)
  expect((await page.request.put(`/api/colonies/${colony}`, { data: { name: 'Rush', since: '2026-01-01' } })).status()).toBe(201)
  expect(
    (
      await page.request.post(`/api/colonies/${colony}/move`, {
        data: { placementId: '019aaaaa-0000-7000-8000-000000000003', yardId: yard, position: 1, onDay: day },
      })
    ).status(),
  ).toBeLessThan(300)
  await page.goto('/today')
  await ready(page)
  await context.setOffline(true)
  // Three days pass on this device; the server's clock knows nothing of them.
  await page.clock.setFixedTime(Date.now() + 3 * 86_400_000)
  await page.goto('/count')
  // In the winter rest a board is offered first, whatever day the test is run on.
  await page.getByText('Wash', { exact: true }).click()
  await page.getByLabel('Mites', { exact: true }).fill('2')
  await page
    .getByRole('button', { name: /^Keep it/ })
    .first()
    .click()
  await expect(things(page)).toHaveText(/1 thing$/)
  // Signing out asks first: nothing is lost by a slip.
  await page.goto('/more')
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByText('You are not signed out yet: 1 thing is on this device alone.')).toBeVisible()
  await page.getByRole('button', { name: 'Stay until they are sent' }).click()
  await context.setOffline(false)
  await expect(page.getByRole('heading', { name: 'Not taken' })).toBeVisible({ timeout: 40_000 })
  await expect(page.getByText(/This day is still to come|is in the future|to come/).first()).toBeVisible()
  await expect(page.getByText(/The clock of this device is 3 days fast/)).toBeVisible()
  await accessible(page)
})
