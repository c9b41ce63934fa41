import { accessible, expect, PHONE, plainTest as test, signUp } from './steps.ts'
import type { Page } from '@playwright/test'

/** From the first step to the first started course, as somebody would walk it. */
async function walk(page: Page): Promise<void> {
  await signUp(page, 'Strand Bees')
  await accessible(page)
  await page.getByLabel('Name of the yard').fill('Behind the chapel')
  await page.getByLabel('Latitude').fill('-38.5')
  await page.getByLabel('Longitude').fill('145.2')
  await page.getByLabel('Longitude').blur()
  await expect(page.getByLabel('Hemisphere')).toHaveAccessibleDescription('southern')
  await page.getByRole('button', { name: 'Fetch them for this place' }).click()
  await expect(page.getByText(/^Filled in from the simulated weather: a guess by latitude/)).toBeVisible()
  await expect(page.getByLabel('Usual high in Jan')).not.toHaveValue('')
  await page.getByRole('button', { name: 'Keep it, on to the colonies' }).click()

  await expect(page.getByRole('heading', { name: 'Who stands in Behind the chapel?' })).toBeVisible()
  await accessible(page)
  await page.getByLabel('Colonies, in walking order').fill('1. Heather\n2. Furze\nHeather\n')
  await expect(page.getByRole('alert')).toContainText('Heather is there already')
  await expect(page.getByRole('button', { name: 'Keep these 3' })).toBeDisabled()
  await page.getByLabel('Colonies, in walking order').fill('1. Heather\n2. Furze\n3. Broom')
  await page.getByRole('button', { name: 'Keep these 3' }).click()

  await expect(page.getByRole('heading', { name: 'What do you have?' })).toBeVisible()
  await accessible(page)
  await page.getByRole('checkbox', { name: 'Gloves', exact: true }).check()
  await page.getByRole('button', { name: 'Keep it, on to the first count' }).click()

  await expect(page.getByRole('heading', { name: 'The first count' })).toBeVisible()
  await accessible(page)
  await page.getByRole('link', { name: 'Count the first colony' }).click()
  await page.getByLabel('Mites', { exact: true }).fill('12')
  await page.getByRole('button', { name: /^Keep it, on to/ }).click()
  await expect(page.getByRole('status')).toContainText('Heather is kept.')

  await page.goto('/match')
  await expect(page.getByRole('heading', { name: 'Heather' })).toBeVisible()
  await expect(page.getByText(/^4\.0 in 100/).first()).toBeVisible()
  const option = page.getByRole('button', { name: /^Amitraz strip/ }).first()
  await option.click()
  await page.getByRole('button', { name: /^Start on/ }).click()
  await expect(page.getByText('Amitraz strip is in hand').first()).toBeVisible()
}

test('a new keeper’s first ten minutes: from sign-up to the first started course, at the table', async ({ page }) => {
  await walk(page)
})
test.describe('on a phone', () => {
  test.use(PHONE)
  test('a new keeper’s first ten minutes, in the yard', async ({ page }) => {
    await walk(page)
  })
})

test('the first steps are found again where they were left', async ({ page }) => {
  await signUp(page, 'Left Bees')
  await page.getByLabel('Name of the yard').fill('Far field')
  await page.getByRole('button', { name: 'Keep it, on to the colonies' }).click()
  await expect(page.getByRole('heading', { name: 'Who stands in Far field?' })).toBeVisible()
  await page.goto('/today')
  await page.goto('/first-steps')
  await expect(page.getByRole('heading', { name: 'Who stands in Far field?' })).toBeVisible()
})

test('where nothing stands yet, every place offers the one thing to do', async ({ page }) => {
  await signUp(page, 'Nothing Yet')
  for (const path of ['/today', '/count', '/count/table', '/count/yard', '/match', '/match/yard', '/rounds']) {
    await page.goto(path)
    await page
      .getByRole('main')
      .getByRole('link', { name: /^(To the yards|Add a yard)$/ })
      .click()
    await expect(page.getByRole('heading', { name: 'No yard yet.' })).toBeVisible()
    await expect(page).toHaveURL(/\/yards$/)
  }
})

test('what is wrong at sign-up is said by its field, and nothing typed is lost', async ({ page }) => {
  await page.goto('/sign-up')
  await page.getByLabel('Your name').fill('W')
  await page.getByLabel('E-mail address').fill('not an address')
  await page.getByLabel('Password').fill('short')
  await page.getByRole('button', { name: 'Make the account' }).click()
  await expect(page.getByText('does not look like an e-mail address')).toBeVisible()
  await expect(page.getByText(/At least 10 characters/)).toBeVisible()
  await expect(page.getByLabel('E-mail address')).toHaveValue('not an address')
  await accessible(page)
})

test('a forgotten password comes back by the letter in the outbox', async ({ page }) => {
  const email = await signUp(page, 'Forgetful Bees')
  await page.context().clearCookies()
  await page.goto('/sign-in')
  await page.getByRole('link', { name: 'Password forgotten?' }).click()
  await expect(page.getByRole('button', { name: 'Send the link' })).toBeVisible()
  await page.getByLabel('E-mail address').fill(email)
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByRole('status')).toContainText('a letter with a link is on its way')
  await accessible(page)
  await page.getByRole('link', { name: 'outbox' }).click()
  const letter = page.getByRole('article').filter({ hasText: email })
  await expect(async () => {
    await page.getByRole('button', { name: 'Look again' }).click()
    await expect(letter).toBeVisible({ timeout: 500 })
  }).toPass()
  await accessible(page)
  await letter.getByRole('link', { name: /new-password/ }).click()
  await page.getByRole('textbox', { name: 'New password' }).fill('another row of jars')
  await page.getByRole('button', { name: 'Set it and come in' }).click()
  await expect(page.getByRole('navigation', { name: 'Places', exact: true })).toBeVisible()
})
