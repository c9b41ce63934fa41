/** The book: the register filled in and taken out, and what worked here. */
import { readFile } from 'node:fs/promises'
import { readTable } from '@thistle/core/tables'
import { accessible, choose, expect, PHONE, test, typeDay } from './steps.ts'

test('the register: what is missing is filled in for all that had the same pack, put right with a reason, and taken out as CSV', async ({
  demo: page,
}) => {
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Book' }).click()
  await expect(page.getByRole('heading', { name: 'The register of 2026' })).toBeVisible()
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^Sun 8 Mar.*${name}`) })
  await expect(row('Nettle')).toContainText('the name on the pack, its batch, its expiry, where it was bought')
  await page.getByRole('button', { name: 'Fill in the pack of Linden' }).click()
  const pane = page.getByRole('complementary', { name: 'The pack' })
  await pane.getByRole('button', { name: /^Keep it/ }).click()
  await expect(pane.getByText('Nothing new is said.')).toBeVisible()
  await pane.getByLabel('Name on the pack').fill('Spring strips')
  await pane.getByLabel('Batch').fill('S-11')
  await typeDay(pane.getByLabel('Good until'), '31 Jan 2027')
  await pane.getByLabel('Bought where').fill('The county store')
  await expect(pane.getByRole('checkbox', { name: /^The same for 3 other colonies/ })).toBeChecked()
  await pane.getByRole('button', { name: 'Keep it for 4' }).click()
  await expect(pane).toHaveCount(0)
  for (const name of ['Linden', 'Nettle', 'Rowan', 'Willow']) {
    await expect(row(name)).toContainText('batch S-11')
    await expect(row(name)).not.toContainText('its batch')
  }
  await page.getByRole('button', { name: 'Put right the pack of Nettle' }).click()
  await pane.getByLabel('Batch').fill('S-12')
  await pane.getByRole('button', { name: /^Keep it/ }).click()
  await expect(pane.getByText('What stands is struck through and kept: write down why.')).toBeVisible()
  await pane.getByLabel('Why it is put right').fill('the second pack of the box')
  await accessible(page)
  await pane.getByRole('button', { name: /^Keep it/ }).click()
  await expect(row('Nettle')).toContainText('batch S-12')
  await expect(row('Nettle').locator('s')).toHaveText('Sun 8 Mar: batch S-11 (the second pack of the box)')
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'As CSV' }).click()])
  const read = readTable(await readFile(await download.path(), 'utf8'))
  if (!read.ok) throw new Error(read.sentence)
  const at = (heading: string) => read.value.headings.indexOf(heading)
  const nettle = read.value.rows.find((r) => r[at('colony')] === 'Nettle')!
  expect([nettle[at('batch')], nettle[at('given on')], nettle[at('each time')]]).toEqual(['S-12', '2026-03-08', '1'])
  expect(nettle[at('struck')]).toContain('S-11')
  // What was written stays where it was written, over a reload and in the colony's own record.
  await page.reload()
  await expect(row('Nettle')).toContainText('batch S-12')
})

test('a yard alone, a year without anything, and what worked here', async ({ demo: page }) => {
  await page.goto('/book')
  await choose(page.getByLabel('Yard', { exact: true }), 'Withy Corner')
  await expect(page.getByRole('row', { name: /Angelica/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /Linden/ })).toHaveCount(0)
  await choose(page.getByLabel('Year', { exact: true }), '2023')
  await expect(page.getByText('Nothing was given in 2023 in this yard.')).toBeVisible()
  await page.getByRole('link', { name: 'What worked here' }).click()
  const strips = page.getByRole('region', { name: 'Amitraz strip' })
  await expect(strips.getByRole('img', { name: /^Mill Orchard 2026: \d\d % \(/ })).toBeVisible()
  await expect(strips).toContainText('in 5 colonies')
  await page.getByRole('link', { name: 'The year', exact: true }).click()
  const otherwise = page.getByRole('region', { name: 'What to do otherwise' })
  await expect(otherwise).toContainText('Go through why amitraz fell short before it is given again')
  await page.getByRole('region', { name: 'Slipped' }).getByRole('link').first().click()
  await expect(page.getByRole('complementary')).toBeVisible()
})

test.describe('on a phone', () => {
  test.use(PHONE)
  test('the book is under More, and a pack is noted by the thumb', async ({ demo: page }) => {
    await page.goto('/more')
    await page.getByRole('link', { name: /^Book/ }).click()
    await page.getByRole('button', { name: 'Fill in the pack of Angelica' }).click()
    await page.getByLabel('Batch').fill('W-3')
    await page.getByRole('button', { name: /^Keep it/ }).click()
    await expect(page.getByRole('listitem').filter({ hasText: 'Angelica' })).toContainText('batch W-3')
  })
})
