/** A season to practise on, played from April to November in the ordinary places. */
import type { Page } from '@playwright/test'
import { accessible, expect, openColony, test } from './steps.ts'

const YARD = 'The practice yard'
/** On by the presses of the season's own page. */
async function stepOn(page: Page, presses: readonly ('On a day' | 'On a week' | 'On two weeks')[]): Promise<void> {
  await page.goto('/practice')
  for (const press of presses) {
    const before = await page.locator('.practice .lead').textContent()
    await page.getByRole('button', { name: press }).click()
    await expect(page.locator('.practice .lead')).not.toHaveText(before ?? '')
  }
}
/** Washes a jar of each colony, and gives the mites found. */
async function countAll(page: Page, names: readonly string[]): Promise<number[]> {
  const found: number[] = []
  await page.goto('/count')
  for (const name of names) {
    await page
      .getByRole('complementary')
      .or(page.getByRole('main'))
      .getByRole('link', { name: new RegExp(`\\b${name}\\b`) })
      .first()
      .click()
    await expect(page.getByRole('heading', { level: 1 })).toContainText(name)
    await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('')
    await page.getByRole('button', { name: 'Wash a practice jar' }).click()
    await expect(page.getByLabel('Mites', { exact: true })).not.toHaveValue('')
    found.push(Number(await page.getByLabel('Mites', { exact: true }).inputValue()))
    await page.getByRole('button', { name: /^Keep it(, stay here)?$/ }).click()
    await expect(page.getByRole('status').filter({ hasText: `${name} is kept.` })).toBeVisible()
  }
  return found
}

test('a season is played from April to November: counted, looked into, treated, and told at its end', async ({ demo: page }) => {
  test.slow()
  page.setDefaultTimeout(20_000)
  await page.goto('/practice')
  await accessible(page)
  await page.getByLabel('Season number').fill('4711')
  await page.getByLabel('Colonies').fill('2')
  await page.getByRole('button', { name: 'Begin a season' }).click()
  await expect(page.getByRole('button', { name: /^Practice day/ })).toBeVisible()
  await expect(page.getByText('two colonies want counting')).toBeVisible()
  const names = ['Sorrel', 'Tansy']

  await countAll(page, names)
  // A jar says as much as any: the same bees are the same on that day.
  await stepOn(page, [
    'On two weeks',
    'On two weeks',
    'On two weeks',
    'On two weeks',
    'On two weeks',
    'On two weeks',
    'On two weeks',
    'On two weeks',
    'On a week',
  ])
  await expect(page.getByText('to go, to Sun 30 Nov')).toBeVisible()
  const late = await countAll(page, names)
  expect(Math.max(...late)).toBeGreaterThan(0)

  // What is seen in a hive is filled in by a press.
  await openColony(page, YARD, 'Tansy')
  await page
    .getByRole('button', { name: /^(Look|Enter a look|Note what you saw)/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Open the practice hive' }).click()
  await expect(page.getByLabel(/^Frames of bees/)).not.toHaveValue('')
  await page.getByRole('button', { name: 'Keep this inspection' }).click()
  await expect(page.getByRole('button', { name: 'Open the practice hive' })).toHaveCount(0)

  // A course for each, chosen in Match; its jobs are entered on Today.
  for (const name of names) {
    await openColony(page, YARD, name)
    await page
      .getByRole('complementary', { name })
      .getByRole('link', { name: /^(What fits|Choose|Match)/ })
      .first()
      .click()
    await page
      .getByRole('button', { name: /^Amitraz strip/ })
      .first()
      .click()
    await page.getByRole('button', { name: /^Start on/ }).click()
    await expect(page.getByText(/^Amitraz strip is (planned|running)/).first()).toBeVisible()
  }
  const enter = async (job: RegExp, name: string, field: string) => {
    await page.goto('/today')
    await page
      .getByRole('listitem')
      .filter({ hasText: job })
      .getByRole('button', { name: new RegExp(name) })
      .first()
      .click()
    await page.getByRole('spinbutton', { name: field }).fill('2')
    await page.getByRole('button', { name: 'Keep it' }).click()
    await expect(page.getByRole('button', { name: 'Keep it' })).toHaveCount(0)
  }
  for (const name of names) await enter(/[Hh]ang /, name, 'Given')
  await stepOn(page, ['On two weeks', 'On two weeks', 'On two weeks', 'On a week'])
  for (const name of names) await enter(/[Tt]ake .*out/, name, 'Came out')
  await stepOn(page, ['On a week'])
  await countAll(page, names)
  await page.goto('/practice')
  await page.getByRole('button', { name: 'To the end ...' }).click()
  await page.getByRole('button', { name: 'To the end', exact: true }).click()
  const told = page.getByRole('status').filter({ hasText: /Score \d+ of 100/ })
  await expect(told).toBeVisible()
  const [score, nothing] = [...(await told.textContent())!.matchAll(/Score (\d+)|would be (\d+)/g)].map((m) => Number(m[1] ?? m[2]))
  expect(score!).toBeGreaterThan(nothing!)
  for (const name of names)
    await expect(page.getByRole('article').filter({ hasText: `${name}: over the limit on` })).toContainText('Nobody could see')
  await expect(page.getByText('Tell others the season’s number, 4711')).toBeVisible()
  await accessible(page)
  // The same bees once more, left alone: what was reached before is to be beaten.
  await page.getByRole('button', { name: 'These bees again' }).click()
  await expect(page.getByRole('button', { name: /^Practice day Tue 1 Apr/ })).toBeVisible()
  await page.goto('/practice')
  await page.getByRole('button', { name: 'To the end ...' }).click()
  await page.getByRole('button', { name: 'To the end', exact: true }).click()
  await expect(page.getByRole('status').filter({ hasText: `Your best with these bees: ${score}.` })).toContainText(`Score ${nothing} of 100`)
  // Its own clock is over, and one’s own bees are where they were.
  await page.getByRole('link', { name: 'Back to your holdings' }).click()
  await expect(page.getByText('Practice season 4711', { exact: true }).first()).toBeVisible()
})
