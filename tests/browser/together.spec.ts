/** Two keepers in two browsers on one holding; and servers that go away. */
import type { Browser, Page } from '@playwright/test'
import { startOwnServer, type OwnServer } from './own-server.ts'
import { accessible, choose, expect, openColony, plainTest as test, typeDay } from './steps.ts'

const newPage = async (browser: Browser, server: OwnServer): Promise<Page> => (await browser.newContext({ baseURL: server.url })).newPage()

async function demoPage(browser: Browser, server: OwnServer): Promise<Page> {
  const page = await newPage(browser, server)
  await page.goto('/sign-in')
  await page.getByRole('button', { name: 'Walk through the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  return page
}

/** The owner invites by the page; the other opens the link in a browser of their own. */
async function invited(owner: Page, browser: Browser, server: OwnServer, name: string, role: string): Promise<Page> {
  await owner.goto('/people')
  await owner.getByRole('button', { name: 'Invite somebody' }).click()
  await owner.getByLabel('For whom').fill(name)
  await choose(owner.getByLabel('As', { exact: true }), role)
  await accessible(owner)
  await owner.getByRole('button', { name: 'Make the invitation' }).click()
  const link = await owner.locator('.link').textContent()
  const page = await newPage(browser, server)
  await page.goto(new URL(link ?? '').pathname)
  await expect(page.getByText(`To Ossenvale Bees, as ${role}.`)).toBeVisible()
  await accessible(page)
  await page.getByLabel('E-mail address').fill(`${name.toLowerCase()}${Date.now()}@example.test`)
  await page.getByLabel('Password').fill('smoke over the meadow')
  await page.getByRole('button', { name: 'Make the account and join' }).click()
  await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  return page
}

test('two keepers in two browsers: one changes what the other has open, and both versions are shown to choose from', async ({ browser, server }) => {
  const owner = await demoPage(browser, server)
  const helper = await invited(owner, browser, server, 'Ida', 'helper')
  for (const page of [owner, helper]) {
    await openColony(page, 'Quarry Bank', 'Elder')
    await page.getByRole('button', { name: 'Rename' }).click()
  }
  await owner.getByLabel('Name or tag').fill('Elder One')
  await owner.getByRole('button', { name: 'Keep the name' }).click()
  await expect(owner.getByRole('complementary', { name: 'Elder One' })).toBeVisible()
  await helper.getByLabel('Name or tag').fill('Old Elder')
  await helper.getByRole('button', { name: 'Keep the name' }).click()
  const two = helper.getByRole('alert', { name: 'Two versions' })
  await expect(two.getByRole('row', { name: 'Name Elder One Old Elder' })).toBeVisible()
  await expect(helper.getByLabel('Name or tag')).toHaveValue('Old Elder')
  await accessible(helper)
  await two.getByRole('button', { name: 'Keep mine' }).click()
  await expect(helper.getByRole('complementary', { name: 'Old Elder' })).toBeVisible()

  // The owner now writes on a page that is old again, and leaves what stands.
  await owner.getByRole('button', { name: 'Rename' }).click()
  await owner.getByLabel('Name or tag').fill('Third name')
  await owner.getByRole('button', { name: 'Keep the name' }).click()
  await owner.getByRole('button', { name: 'Leave it as it stands' }).click()
  await expect(owner.getByRole('complementary', { name: 'Old Elder' })).toBeVisible()

  // Both changes are in the history, by whom; the last is undone from where it shows.
  await owner.goto('/changes')
  await expect(owner.getByText('Ida, today').first()).toBeVisible()
  await accessible(owner)
  await owner
    .getByRole('button', { name: /^Undo: Old Elder, Quarry Bank, colony changed/ })
    .first()
    .click()
  await expect(owner.getByText('Undone: colony changed.')).toBeVisible()
  await openColony(owner, 'Quarry Bank', 'Elder One')
})

test('a reader reads everything and is offered nothing to write; taken out, they are told', async ({ browser, server }) => {
  const owner = await demoPage(browser, server)
  const reader = await invited(owner, browser, server, 'Vera', 'reader')
  await openColony(reader, 'Quarry Bank', 'Alder')
  await expect(reader.getByRole('button', { name: 'Note what you saw' })).toHaveCount(0)
  await reader.goto('/changes')
  await expect(reader.getByText('Orla Fenwick-Moss').first()).toBeVisible()
  await expect(reader.getByRole('button', { name: /^Undo/ })).toHaveCount(0)
  await reader.getByRole('button', { name: /^Demo day/ }).click()
  await expect(reader.getByText('Readers cannot step it on.')).toBeVisible()
  await expect(reader.getByRole('button', { name: 'Put everything back as it was' })).toHaveCount(0)
  await reader.goto('/people')
  await expect(reader.getByRole('button', { name: 'Invite somebody' })).toHaveCount(0)
  await owner.goto('/people')
  await owner.getByRole('button', { name: 'Change Vera' }).click()
  await owner.getByRole('button', { name: /^Take Vera out/ }).click()
  await expect(owner.getByRole('button', { name: 'Change Vera' })).toHaveCount(0)
  await reader.goto('/yards')
  await expect(reader.getByText('You are in no holding just now.')).toBeVisible()
  await accessible(reader)
})

test('an invitation that was used says so', async ({ browser, server }) => {
  const owner = await demoPage(browser, server)
  await owner.goto('/people')
  await owner.getByRole('button', { name: 'Invite somebody' }).click()
  await owner.getByLabel('For whom').fill('Twice')
  await owner.getByRole('button', { name: 'Make the invitation' }).click()
  const path = new URL((await owner.locator('.link').textContent()) ?? '').pathname
  for (const [i, says] of ['To Ossenvale Bees, as helper.', 'This invitation has been used.'].entries()) {
    const page = await newPage(browser, server)
    await page.goto(path)
    await expect(page.getByText(says)).toBeVisible()
    if (i > 0) continue
    await page.getByLabel('E-mail address').fill(`twice${Date.now()}@example.test`)
    await page.getByLabel('Password').fill('smoke over the meadow')
    await page.getByRole('button', { name: 'Make the account and join' }).click()
    await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  }
})

test('the server is killed under an open form and started again: it says so, and keeps what was typed', async ({ browser, server }) => {
  const page = await demoPage(browser, server)
  await openColony(page, 'Mill Orchard', 'Linden')
  // What it keeps things with is fetched while nothing else is asked for.
  await expect.poll(() => page.evaluate(async () => (await indexedDB.databases()).length)).toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Note what you saw' }).click()
  await page.getByLabel('Frames of bees').fill('9')
  await page.getByLabel('Note').fill('Two cells <b>torn</b> down')
  await server.kill()
  await page.getByRole('button', { name: 'Keep this inspection' }).click()
  // It is kept on the device, and shown as it will be.
  await expect(page.getByText('Out of reach.')).toBeVisible()
  await expect(page.getByRole('link', { name: '1 thing' })).toBeVisible()
  await expect(page.getByText('Two cells <b>torn</b> down')).toBeVisible()
  await accessible(page)
  await server.start()
  await expect(page.getByText('Out of reach.')).toHaveCount(0, { timeout: 40_000 })
  await expect(page.getByText('Kept on this phone')).toHaveCount(0, { timeout: 40_000 })
  await expect(page.locator('.note b')).toHaveCount(0)
  await page.reload()
  await openColony(page, 'Mill Orchard', 'Linden')
  await expect(page.getByText('Two cells <b>torn</b> down')).toBeVisible()
})

test('the weather service is down: the strip says so, and normals stand in, marked', async ({ browser }) => {
  const server = await startOwnServer({ WEATHER_URL: 'http://127.0.0.1:9/none', WEATHER_PATIENCE: '300' })
  const page = await demoPage(browser, server)
  await page.goto('/match')
  await expect(page.getByText('The weather service does not answer: no forecast, what is usual for the season stands in its place.')).toBeVisible()
  await expect(page.getByRole('radio', { name: /^Thu 13 Aug/ })).toHaveAccessibleName(/usual for the season/)
  await page
    .getByRole('row', { name: /^Formic acid strip, 14 days/ })
    .getByRole('button')
    .first()
    .click()
  await expect(page.getByText(/Only what is usual for the season is known/).first()).toBeVisible()
  await accessible(page)

  // A day of one's own wins, and is marked.
  await page.getByRole('button', { name: 'Weather of Quarry Bank' }).click()
  const pane = page.getByRole('complementary', { name: 'Weather' })
  await typeDay(pane.getByLabel('Day', { exact: true }), '2026-08-13')
  await pane.getByLabel('Highest, °C').fill('33,5')
  await pane.getByLabel('Lowest, °C').fill('40')
  await pane.getByRole('button', { name: 'Keep the day' }).click()
  await expect(pane.getByText('the low, 40, is over the high, 33.5')).toBeVisible()
  await pane.getByLabel('Lowest, °C').fill('18')
  await pane.getByRole('button', { name: 'Keep the day' }).click()
  await expect(pane.getByText('Thu 13 Aug is kept; it wins over the service.')).toBeVisible()
  await accessible(page)
  await expect(page.getByRole('radio', { name: /^Thu 13 Aug/ })).toHaveAccessibleName(/18 to 34 °C of your own/)

  // A station's file, with a line that cannot be read.
  const csv = 'date;high;low\n2026-08-10;24,5;13\n11.8.2026;25;12\nsoon;1;2\n2026-08-12;29;15\n'
  await pane.locator('input[type=file]').setInputFiles({ name: 'station.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await expect(pane.getByText(/^3 days read from station\.csv, Mon 10 Aug to Wed 12 Aug; 3 of them are new or changed\./)).toBeVisible()
  await pane.getByText('1 line was left out').click()
  await expect(pane.getByText('Line 4: "soon" is not a day')).toBeVisible()
  await pane.locator('input[type=file]').setInputFiles({ name: 'letter.csv', mimeType: 'text/csv', buffer: Buffer.from('dear,sir\n1,2\n') })
  await expect(pane.getByText(/letter\.csv was not taken\. The first line must name the columns/)).toBeVisible()
  await pane.getByRole('button', { name: 'Take away your Thu 13 Aug' }).click()
  await expect(page.getByRole('radio', { name: /^Thu 13 Aug/ })).toHaveAccessibleName(/usual for the season/)
  await server.close()
})
