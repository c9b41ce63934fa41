import { accessible, choose, expect, openColony, PHONE, test } from './steps.ts'

/** Slow pads at the side wall, from the nearest sheet, up to the press that keeps them. */
async function slowPads(page: import('@playwright/test').Page): Promise<void> {
  await choose(page.getByRole('combobox', { name: 'The nearest sheet' }), 'Formic acid strip, 14 days')
  await page.getByLabel('Your name for it').fill('Slow pads at the wall')
  await choose(page.getByRole('combobox', { name: 'Dose by' }), 'the colony, whatever its size')
  await choose(page.getByRole('combobox', { name: 'Counted in' }), 'pads')
  await page.getByLabel('For a colony, pads').fill('2')
  await page.getByLabel('How it is given').fill('one upright at each side wall of the brood box')
  await choose(page.getByRole('combobox', { name: 'Where it is put' }), 'at the side walls')
  await page.getByLabel('Stays at least, days').fill('21')
  await page.getByLabel('What is left comes out').check()
}

test('a label that the list lacks is made a sheet of one’s own, matched, begun, and marked as theirs', async ({ demo: page }) => {
  await page.goto('/rules')
  await page.getByRole('link', { name: 'Make a sheet of your own' }).click()
  await slowPads(page)
  await accessible(page)
  // What contradicts itself is said by its field, and nothing typed is lost.
  const keep = page.getByRole('button', { name: 'Keep this sheet' })
  await page.getByLabel('Stays at most, days').fill('14')
  await keep.click()
  await expect(page.getByText('Is 14 days, under the least of 21.')).toBeVisible()
  await page.getByLabel('Stays at most, days').fill('28')
  await page.getByRole('group', { name: 'Temperature 1' }).getByLabel('At most, °C').fill('5')
  await keep.click()
  await expect(page.getByText('Is 5 °C, under the least of 10 °C: no day can keep both.')).toBeVisible()
  await page.getByRole('group', { name: 'Temperature 1' }).getByLabel('At most, °C').fill('35')
  await page.getByRole('group', { name: 'Temperature 2' }).getByLabel('At most, °C').fill('36')
  // Never unconfirmed.
  await keep.click()
  await expect(page.getByText('Say that you hold its label in hand')).toBeVisible()
  await page.getByLabel('I hold its label in hand').check()
  await keep.click()
  await expect(page.getByRole('heading', { name: 'Slow pads at the wall (own sheet)' })).toBeVisible()
  await expect(page.getByText('You made it after a label read on')).toBeVisible()
  await accessible(page)

  await openColony(page, 'Quarry Bank', 'Hazel')
  await page
    .getByRole('link', { name: /^Match/ })
    .last()
    .click()
  const row = page.getByRole('button', { name: /Slow pads at the wall \(own sheet\)/ }).first()
  await row.click()
  await expect(page.getByText('your own sheet, after a label read on').first()).toBeVisible()
  await expect(page.getByText('Take 2 pads out and count them').first()).toBeVisible()
})

test.describe('on a phone', () => {
  test.use(PHONE)
  test('what is typed in a sheet of one’s own is there again; one that is used stays, one that is not goes', async ({ demo: page }) => {
    await page.goto('/rules/own')
    await slowPads(page)
    await page.getByRole('link', { name: 'Rules', exact: true }).first().click()
    await page.getByRole('link', { name: 'Make a sheet of your own' }).click()
    await expect(page.getByLabel('Your name for it')).toHaveValue('Slow pads at the wall')
    await page.getByLabel('Stays at most, days').fill('28')
    await page.getByLabel('I hold its label in hand').check()
    await page.getByRole('button', { name: 'Keep this sheet' }).click()
    await expect(page.getByRole('heading', { name: 'Slow pads at the wall (own sheet)' })).toBeVisible()
    await page.getByRole('link', { name: 'Change this sheet' }).click()
    await expect(page.getByRole('button', { name: 'Keep this sheet' })).toBeDisabled()
    await page.getByRole('button', { name: 'Do not offer it any more' }).click()
    await expect(page.getByText('Of your own, and not offered any more:')).toBeVisible()
    await page.getByRole('link', { name: 'Slow pads at the wall' }).click()
    await page.getByRole('button', { name: 'Take the sheet away' }).click()
    await expect(page.getByRole('heading', { name: 'Your rules' })).toBeVisible()
    await expect(page.getByText('Slow pads at the wall')).toHaveCount(0)
  })
})
