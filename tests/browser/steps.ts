/** What the browser stories share. */
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type FileChooser, type Locator, type Page } from '@playwright/test'
import pg from 'pg'
import { startOwnServer, type OwnServer } from './own-server.ts'

export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }

/** Figures and days in sight, or said to a screen reader, that nobody worded: `{29.5 °C}`, `{2026-08-20}`. */
const unworded = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const inSight = document.body.cloneNode(true) as HTMLElement
    for (const hidden of inSight.querySelectorAll('script, style')) hidden.remove()
    return inSight.outerHTML.match(/.{0,40}\{-?\d[^{}]*\}/g) ?? []
  })

interface ForWorker {
  server: OwnServer
}
/** A page of nobody yet, on a server of the worker's own, and no fault in the console. */
export const plainTest = base.extend<{ faults: string[] }, ForWorker>({
  server: [
    async ({}, use) => {
      const server = await startOwnServer()
      await use(server)
      await server.close()
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ server }, use) => {
    await use(server.url)
  },
  faults: [
    async ({ page }, use) => {
      const faults: string[] = []
      page.on('pageerror', (fault) => faults.push(fault.message))
      await use(faults)
      expect(faults).toEqual([])
      expect(await unworded(page)).toEqual([])
    },
    { auto: true },
  ],
})

/** A page already in the demo, which is as it was on its own day. */
export const test = plainTest.extend<{ demo: Page }>({
  demo: async ({ page }, use) => {
    expect((await page.request.post('/api/session/demo')).status()).toBe(204)
    await page.goto('/today')
    await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
    await use(page)
  },
})
export { expect }

/** No fault by axe on the page as it stands. */
export async function accessible(page: Page): Promise<void> {
  // There are no frames in the page: the legacy mode spares a second page at each look.
  const axe = new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
    .setLegacyMode(true)
  const { violations } = await axe.analyze()
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([])
  expect(await unworded(page)).toEqual([])
}

/** Opens a colony's pane from its yard. */
export async function openColony(page: Page, yard: string, name: string): Promise<void> {
  // A pane that was closed by what was done in it still takes its step of history back, and that calls off the way to the yards when it
  // comes in the middle of it: once more, then.
  await page.goto('/yards').catch(() => page.goto('/yards'))
  await page
    .getByRole('navigation', { name: 'Yards' })
    .getByRole('link', { name: new RegExp(`^${yard}`) })
    .click()
  await page.getByRole('button', { name, exact: true }).click()
  await expect(page.getByRole('complementary', { name })).toBeVisible()
}

export async function liveOn(page: Page, on: string): Promise<void> {
  expect((await page.request.post('/api/holding/date', { data: { on } })).status()).toBe(204)
}

/** Runs a statement beside the application, on the tests' cluster. */
export async function beside(statement: string): Promise<void> {
  const url = process.env.TEST_DATABASE_URL
  if (!url) throw new Error('TEST_DATABASE_URL is not set: run npm test')
  const client = new pg.Client({ connectionString: url.replace(/\/[^/]*$/, '/postgres') })
  await client.connect()
  try {
    await client.query(statement)
  } finally {
    await client.end()
  }
}

/** Chooses a word in a list that opens under its field. */
export async function choose(field: Locator, word: string | RegExp): Promise<void> {
  const list = field.page().getByRole('listbox')
  if (!(await list.isVisible())) {
    await field.focus()
    // Opens what is shut; where the list opened by itself meanwhile it chooses nothing, as Enter would.
    await field.press('Alt+ArrowDown')
  }
  await list.getByRole('option', { name: word, exact: true }).first().click()
  await expect(list).toHaveCount(0)
}

/** Gives a file by the press that asks for it, as a hand would. */
export async function giveFile(page: Page, press: string, file: Parameters<FileChooser['setFiles']>[0]): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: press }).click()])
  await chooser.setFiles(file)
}

/** Types a day into its field. */
export async function typeDay(field: Locator, day: string): Promise<void> {
  await field.click()
  await field.fill(day)
  await field.press('Enter')
}

let made = 0
/** Signs up somebody new and leaves them at the first of the first steps. */
export async function signUp(page: Page, holding: string): Promise<string> {
  const email = `new${Date.now()}x${++made}@example.test`
  await page.goto('/sign-in')
  await page.getByRole('link', { name: 'Make an account' }).click()
  await page.getByLabel('Your name').fill('Wenna Strand')
  await page.getByLabel('E-mail address').fill(email)
  await page.getByLabel('Password').fill('four jars in a row')
  await page.getByLabel('What you call your bees').fill(holding)
  await page.getByRole('button', { name: 'Make the account' }).click()
  await expect(page.getByRole('heading', { name: 'Where do your bees stand?' })).toBeVisible()
  return email
}

/** Ticks a job of a round: where it is the first of an acid or a synthetic its safety card is read before. */
export async function tick(page: Page, job: Locator): Promise<void> {
  await job.click()
  const read = page.getByRole('button', { name: 'Read: tick it' }).first()
  await expect(read.or(page.getByText(/^Done /).first()).first()).toBeVisible()
  if (await read.isVisible()) await read.click()
}

/** Everything that this device keeps in one of its stores, as JSON; an empty list where it keeps nothing yet. */
export const keptOnDevice = (page: Page, store: 'about' | 'yards' | 'entries'): Promise<string> =>
  page.evaluate(async (name) => {
    // Opening what is not there would make it.
    if (!(await indexedDB.databases()).some((d) => d.name === 'round-thistle')) return '[]'
    return new Promise<string>((resolve) => {
      const open = indexedDB.open('round-thistle')
      open.onsuccess = () => {
        const db = open.result
        if (!db.objectStoreNames.contains(name)) return (db.close(), resolve('[]'))
        const all = db.transaction(name).objectStore(name).getAll()
        all.onsuccess = () => (db.close(), resolve(JSON.stringify(all.result)))
      }
    })
  }, store)
