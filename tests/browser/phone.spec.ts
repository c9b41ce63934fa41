import { accessible, expect, liveOn, openColony, PHONE, test } from './steps.ts'

test.use(PHONE)

test('in the yard with the thumb: count, choose, start, and enter what was done', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Alder')
  await page.getByRole('complementary').getByRole('link', { name: 'Count', exact: true }).last().tap()
  for (let i = 0; i < 12; i++) await page.getByRole('button', { name: /^(first|one more) mite$/ }).tap()
  await page.getByRole('button', { name: 'one mite less' }).tap()
  await expect(page.getByText('3.7 in 100, likely 2.1 to 6.0.').first()).toBeVisible()
  await page
    .getByRole('button', { name: /^Keep it/ })
    .first()
    .tap()
  await expect(page.getByRole('status')).toContainText('Alder is kept.')
  await page.getByRole('link', { name: 'What fits' }).tap()

  // Too hot for formic acid today: the card says so and from when; the day is moved there.
  const formic = page.getByRole('article').filter({ hasText: 'Formic acid strip, 14 days' })
  await expect(formic).toContainText('From Sun 16 Aug')
  await formic.getByRole('button', { name: /^Formic acid strip/ }).tap()
  await formic.getByRole('button', { name: 'Look at Sun 16 Aug' }).tap()
  await expect(page.getByRole('heading', { name: 'What fits on Sun 16 August' })).toBeVisible()
  await expect(formic.getByText('Formic acid burns skin, eyes and lungs.').first()).toBeVisible()
  await accessible(page)
  await formic.getByRole('button', { name: 'Start on Sun 16 Aug' }).tap()
  await expect(page.getByRole('heading', { name: /Formic acid strip, 14 days, chosen for Sun 16 Aug/ })).toBeVisible()

  await liveOn(page, '2026-08-16')
  await page.goto('/today')
  await page.getByRole('listitem').filter({ hasText: 'Lay 2 strips across the brood frames' }).getByRole('button', { name: /Alder/ }).tap()
  await page.getByRole('button', { name: 'Keep it' }).tap()
  await expect(page.getByRole('complementary')).toHaveCount(0)
  await openColony(page, 'Quarry Bank', 'Alder')
  await expect(page.getByText('Dose: done, 2 strips')).toBeVisible()
  await accessible(page)
})

test('the strip folds to one line when scrolled, and still moves the day', async ({ demo: page }) => {
  await page.goto('/match')
  await expect(page.getByRole('heading', { name: /^What fits on/ })).toBeVisible()
  await page.evaluate(() => window.scrollTo(0, 600))
  await expect(page.getByText(/^Wed 12 Aug, \d+\/\d+ °C$/)).toBeVisible()
  await page.getByRole('button', { name: 'The day after' }).tap()
  await expect(page.getByText(/^Thu 13 Aug, /)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'What fits on Thu 13 August' })).toBeAttached()
})
