/** What a keeper takes out, spoils, and puts back; and what lets a holding go. */
import { readFileSync } from 'node:fs'
import { accessible, expect, giveFile, plainTest as test, signUp } from './steps.ts'

test('a holding is taken out, put back after a look through, and let go only with the whole file in hand', async ({ page }) => {
  await signUp(page, 'Harbour Bees')
  const yard = '019ad9f1-0000-7000-8000-000000000001'
  const put = (name: string, version: number | null) => page.request.put(`/api/yards/${yard}`, { data: { name, version } })
  expect((await put('Slipway', null)).status()).toBe(201)
  await page.goto('/you')
  const coming = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export Harbour Bees' }).click()
  const download = await coming
  expect(download.suggestedFilename()).toMatch(/^holding-\d{4}-\d{2}-\d{2}\.zip$/)
  const bytes = readFileSync(await download.path())
  const whole = { name: 'holding.zip', mimeType: 'application/zip', buffer: bytes }
  const cut = { ...whole, buffer: bytes.subarray(0, bytes.length - 40) }

  expect((await put('Spoiled', 1)).status()).toBe(200)
  await giveFile(page, 'Choose an export ...', cut)
  await expect(page.getByText('The file is cut off or damaged')).toBeVisible()
  await page.getByRole('button', { name: 'Close', exact: true }).last().click()
  await giveFile(page, 'Choose an export ...', whole)
  await expect(page.getByRole('heading', { name: /^Harbour Bees, as it was exported on/ })).toBeVisible()
  await expect(page.getByRole('row', { name: /^Yards/ })).toContainText('1')
  await expect(page.getByRole('listitem').filter({ hasText: 'Slipway' })).toContainText('Name')
  await accessible(page)
  // Somebody writes meanwhile: what was looked through is no longer what would happen.
  expect((await put('Spoiled again', 2)).status()).toBe(200)
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.getByText(/since this was looked through/)).toBeVisible()
  await page.getByRole('button', { name: 'Leave it' }).click()
  await giveFile(page, 'Choose an export ...', whole)
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.getByText('Put back: 0 rows added, 1 changed.')).toBeVisible()
  await page.goto('/yards')
  await expect(page.getByText('Slipway').first()).toBeVisible()

  // The old file is not the holding any more; a cut one shows nothing.
  await page.goto('/you')
  const again = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export Harbour Bees' }).click()
  const last = readFileSync(await (await again).path())
  await page.getByRole('button', { name: 'Delete Harbour Bees ...' }).click()
  await page.getByLabel('Its name, to be sure').fill('Harbour Bees')
  await page.getByLabel('Your password').fill('four jars in a row')
  await giveFile(page, 'Choose the export', { ...whole, buffer: last.subarray(0, last.length - 5) })
  await expect(page.getByText('this is no export, or not the whole of it')).toBeVisible()
  await giveFile(page, 'Choose the export', whole)
  await page.getByRole('button', { name: 'Delete it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'not the end of the last export' })).toBeVisible()
  await giveFile(page, 'Choose the export', { ...whole, buffer: last })
  await page.getByRole('button', { name: 'Delete it' }).click()
  await expect(page).toHaveURL(/\/holdings$/)
})
