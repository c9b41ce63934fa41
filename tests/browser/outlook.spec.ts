/** What lies ahead of a colony: the date of the next count, the fan, plans side by side. */
import { accessible, choose, expect, openColony, PHONE, signUp, test, plainTest, typeDay } from './steps.ts'

test('what lies ahead is told from the pane of a colony, plans side by side with their reasons', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Hazel')
  await page.getByRole('link', { name: 'What lies ahead' }).click()
  await expect(page.getByRole('heading', { name: 'What lies ahead of Hazel' })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /such colonies stand at or over 3 in 100 today; left alone over 8 in 100/ })).toBeVisible()
  const plans = page.getByRole('region', { name: 'Plans, side by side' })
  const row = (name: RegExp) => plans.getByRole('row').filter({ has: page.getByRole('button', { name, exact: true }) })
  await expect(row(/^Nothing$/)).toContainText('over 8')
  await row(/^Amitraz strip Sat 15 Aug$/)
    .getByRole('button', { name: /^Amitraz/ })
    .click()
  await expect(page.getByText('those that come out meet it.')).toBeVisible()
  await expect(page.getByText(/is taken to take about 9\d in 100 of the mites .* as in Match/)).toBeVisible()
  await expect(page.getByText('the label and local law decide').first()).toBeVisible()
  await accessible(page)

  // A plan of one's own: what is missing is said by its field, and one that is over is refused.
  await page.getByRole('button', { name: 'Hold another plan against them' }).click()
  await page.getByRole('button', { name: 'Hold it against them' }).click()
  await expect(page.getByText('Say what is given.')).toBeVisible()
  await choose(page.getByRole('combobox', { name: 'What is given' }), 'Oxalic acid vapour')
  await typeDay(page.getByLabel('Begun on', { exact: true }), '2026-08-01')
  await page.getByRole('button', { name: 'Hold it against them' }).click()
  await expect(page.getByText('That day is over.')).toBeVisible()
  await typeDay(page.getByLabel('Begun on', { exact: true }), '2026-08-14')
  await page.getByRole('button', { name: 'Hold it against them' }).click()
  await expect(page.getByText(/about 4\d in 100 of the mites are on bees, the others under cappings: each of the 4 rounds/)).toBeVisible()
  await expect(plans.getByRole('row')).toHaveCount(5)
  await page.getByRole('button', { name: 'Take out: Oxalic acid vapour Fri 14 Aug' }).click()
  await expect(plans.getByRole('row')).toHaveCount(4)
  await page.getByRole('button', { name: 'Those offered' }).click()
  await expect(plans.getByRole('row')).toHaveCount(5)
  // Rounds of vapour, tried in every number and spacing.
  await page.getByText('Rounds, and days between them').click()
  await page.getByRole('button', { name: /^5 rounds 7 days apart leave \d+$/ }).click()
  const said = page.getByRole('status').filter({ hasText: 'Oxalic acid vapour, 5 rounds 7 days apart' })
  await expect(said).toContainText('with 7 between two rounds some go under cappings again')
  await typeDay(page.getByLabel('First round on'), '2026-08-01')
  await expect(page.getByText('That day is over.')).toBeVisible()
  await typeDay(page.getByLabel('First round on'), '2026-12-05')
  await expect(
    page.getByRole('button', { name: 'One round leaves 5' }).or(page.getByRole('button', { name: /^One round leaves [3-9]$/ })),
  ).toBeVisible()
  await accessible(page)
  await page.getByText('Week by week').click()
  await expect(page.getByLabel('Week by week').getByRole('row').nth(1)).toContainText('Wed 12 Aug')
  await page.getByText('Two months').click()
  await expect(plans.getByRole('columnheader', { name: 'In 100 bees on Sun 11 Oct' })).toBeVisible()
})

test('a colony under its limit is told the day of its next count, another colony is chosen, and what it cannot know stands there', async ({
  demo: page,
}) => {
  await openColony(page, 'Quarry Bank', 'Bramble')
  await page.getByRole('link', { name: 'What lies ahead' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^Count again by \w{3} \d+ \w{3}/ })).toBeVisible()
  await choose(page.getByRole('combobox', { name: 'Colony' }), '1 Alder')
  await expect(page.getByRole('heading', { name: 'What lies ahead of Alder' })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /^Count again by \w{3} \d+ Aug: / })).toBeVisible()
  await page.getByRole('link', { name: 'what it can and cannot know' }).click()
  await expect(page.getByRole('heading', { name: 'What the outlook can and cannot know' })).toBeVisible()
  await expect(page.getByRole('row', { name: /invasion of drone cells/ })).toContainText('published')
  await expect(
    page.getByText(/of your counts lay in the band that was to hold eighty of a hundred|counts? of yours so far came 7 to 60 days after another/),
  ).toBeVisible()
  await accessible(page)
})

plainTest('with nothing there it says what to do first', async ({ page }) => {
  await signUp(page, 'Strand bees')
  await page.goto('/outlook')
  await expect(page.getByRole('heading', { name: 'No colony yet.' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Add a yard' })).toBeVisible()
})

test('who wants counts and limits alone switches it off', async ({ demo: page }) => {
  await page.goto('/you')
  await page.getByRole('checkbox', { name: /^The outlook/ }).uncheck()
  await expect(page.getByText(/^Kept\. Reads like/)).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Places', exact: true }).getByRole('link', { name: 'Outlook' })).toHaveCount(0)
  await openColony(page, 'Quarry Bank', 'Hazel')
  await expect(page.getByRole('link', { name: 'What lies ahead' })).toHaveCount(0)
  await page.goto('/outlook')
  await expect(page.getByRole('heading', { name: 'The outlook is switched off.' })).toBeVisible()
  await page.goto('/you')
  await page.getByRole('checkbox', { name: /^The outlook/ }).check()
  await expect(page.getByText(/^Kept\. Reads like/)).toBeVisible()
  await page.goto('/outlook')
  await expect(page.getByRole('heading', { name: /^What lies ahead of/ })).toBeVisible()
})

test.describe('on a phone', () => {
  test.use(PHONE)
  test('it is read and its plans are chosen by the thumb', async ({ demo: page }) => {
    await page.goto('/outlook')
    const plans = page.getByRole('region', { name: 'Plans, side by side' })
    await plans.getByRole('button', { name: /then/ }).first().tap()
    await expect(page.getByRole('heading', { name: 'Why' })).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0)
    await accessible(page)
  })
})

test('a year is planned for a colony and kept as courses, and is on course when it is looked at again; for a yard, with progress and a stop', async ({
  demo: page,
}) => {
  await page.goto('/outlook')
  await page.getByRole('link', { name: 'A year’s plan' }).click()
  await expect(page.getByRole('heading', { name: /^A year’s plan for/ })).toBeVisible()
  test.slow()
  const cards = page.getByRole('article')
  await expect(cards.filter({ hasText: 'Fewest visits' })).toBeVisible({ timeout: 60_000 })
  await expect(
    cards
      .filter({ hasText: 'No synthetics' })
      .or(cards.filter({ hasText: 'no synthetics' }))
      .first(),
  ).toBeVisible()
  await expect(
    page.getByRole('status').filter({ hasText: /of 100 \(\d+ to \d+\) such colonies are over their limit on no more than 7 days/ }),
  ).toBeVisible()
  await accessible(page)
  for (const width of [320, 390, 768]) {
    await page.setViewportSize({ width, height: 800 })
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0)
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  // The reverse: the best that so many visits give.
  await page.getByText('By the visits').click()
  await choose(page.getByRole('combobox', { name: 'Visits at the most' }), 'the best in 2 visits')
  await expect(cards.filter({ hasText: 'Best in so many' })).toContainText(/[012] visits?,/)
  await page.getByText('By the chance').click()

  await cards.filter({ hasText: 'Fewest visits' }).getByRole('button', { name: 'Plan this' }).click()
  await expect(page.getByRole('heading', { name: 'Plan these courses' })).toBeVisible()
  await expect(page.getByText('Nothing is given by this.')).toBeVisible()
  await accessible(page)
  const colony = (await page.getByRole('heading', { level: 1 }).textContent())!.replace('A year’s plan for ', '').trim()
  await page.getByRole('button', { name: /^Plan th(is|ese \d+) courses?$/ }).click()
  await expect(page.getByRole('complementary', { name: colony })).toBeVisible()
  await page.getByRole('complementary', { name: colony }).getByRole('link', { name: 'What lies ahead' }).click()
  await page.getByRole('link', { name: 'A year’s plan' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^What is planned is on course/ })).toBeVisible({ timeout: 60_000 })

  // A yard takes longer: how far it is is said, and it can be stopped and begun again.
  await page.getByText('Its whole yard').click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('Stopped. Nothing was found yet.')).toBeVisible()
  await page.getByText('This colony').click()
  await expect(cards.first()).toBeVisible({ timeout: 60_000 })
})

test('a plan held against others is kept as courses', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Hazel')
  await page.getByRole('link', { name: 'What lies ahead' }).click()
  await page.getByRole('button', { name: /^Amitraz strip Sat 15 Aug, then/ }).click()
  await page.getByRole('button', { name: 'Plan these courses' }).click()
  await page.getByRole('button', { name: 'Plan these 2 courses' }).click()
  await expect(page.getByRole('complementary', { name: 'Hazel' })).toContainText('Amitraz strip')
  await page.getByRole('complementary', { name: 'Hazel' }).getByRole('link', { name: 'What lies ahead' }).click()
  // What is planned is a plan among others, and nothing done is still nothing.
  await expect(page.getByRole('button', { name: /^Nothing$/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Amitraz strip Sat 15 Aug, then/ })).toBeVisible()
})
