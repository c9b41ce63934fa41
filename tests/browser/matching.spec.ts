/** Matching in full: eight weeks, the whole yard, what is not known, two in turn, and the keeper's own list. */
import { accessible, choose, expect, liveOn, openColony, PHONE, test } from './steps.ts'

interface Course {
  readonly treatment: string
  readonly decisionId: string
  readonly startOn: string
}
interface Yard {
  readonly name: string
  readonly colonies: readonly { readonly name: string; readonly id: string; readonly courses: readonly Course[] }[]
}

test('over eight weeks: the picture follows the facts, and a touch on a day judges it', async ({ demo: page }) => {
  await page.goto('/match')
  await page.getByRole('link', { name: 'Eight weeks' }).click()
  const formic = page.getByRole('button', { name: /^Formic acid strip, 14 days/ })
  // The demo's first high under the label's 29.5 °C is that of Sunday the 16th; four days ahead a forecast may be off by more than is left.
  await expect(formic).toHaveAccessibleName(/^Formic acid strip, 14 days with care 16-\d+ Aug, fits \d/)
  await accessible(page)
  await formic.click()
  await expect(page.getByRole('heading', { name: 'Formic acid strip, 14 days' })).toBeVisible()
  const before = await formic.getAttribute('aria-pressed')
  expect(before).toBe('true')
  // A day further on, in the picture itself.
  const strip = page.locator('.row.shown .strip')
  const box = await strip.boundingBox()
  if (!box) throw new Error('no strip')
  await page.mouse.click(box.x + box.width * (20.5 / 56), box.y + box.height / 2)
  await page.getByRole('link', { name: 'On the day' }).click()
  await expect(page.getByRole('heading', { name: 'What fits on Tue 1 September' })).toBeVisible()
  // Five degrees warmer, and the acid's window is another one.
  await page.getByRole('link', { name: 'Eight weeks' }).click()
  const asItIs = await formic.getAttribute('aria-pressed')
  expect(asItIs).toBe('true')
  const name = await formic.innerText()
  await page.getByRole('button', { name: /^Days warmer by/ }).click()
  await page.getByLabel('What if Days warmer by were').fill('12')
  await expect(formic).not.toHaveText(name, { useInnerText: true })
})

test('the whole yard: a better day is named, one press starts it for all who are ticked, and the others are left', async ({ demo: page }) => {
  await page.goto('/match')
  await page.getByRole('link', { name: 'Whole yard' }).click()
  await expect(page.getByRole('heading', { name: /^Quarry Bank on Wed 12 August/ })).toBeVisible()
  const plan = page.getByRole('complementary', { name: 'The plan for the yard' })
  await expect(plan.getByText(/^(Sat 15 Aug): Amitraz strip serves all 2/)).toBeVisible()
  await accessible(page)
  await plan.getByRole('button', { name: 'Look at that day' }).click()
  await expect(plan.getByText('One option serves all 2.')).toBeVisible()
  await expect(plan.getByRole('heading', { name: 'Amitraz strip' })).toBeVisible()
  await expect(plan.getByText(/The whole course takes \d+ strips/)).toBeVisible()

  // Another option for all it can be given to, and back.
  await page.getByRole('button', { name: 'Thymol blend wafer' }).click()
  await expect(plan.getByText('Planned with Thymol blend wafer alone.')).toBeVisible()
  await expect(plan.getByText(/packs hold two wafers/)).toBeVisible()
  await plan.getByRole('button', { name: 'Back to the best plan' }).click()

  // Nobody ticked: nothing to start.
  for (const name of ['Elder', 'Hazel']) await page.getByLabel(`Treat ${name}`).uncheck()
  await expect(plan.getByText('No colony is ticked.')).toBeVisible()
  await expect(plan.getByRole('button', { name: /^Start/ })).toHaveCount(0)
  await page.getByRole('button', { name: /^Those over the limit/ }).click()

  await plan.getByRole('button', { name: 'Start all 2 on Sat 15 Aug' }).click()
  await expect(page).toHaveURL(/\/yards\//)
  const yards = (await (await page.request.get('/api/yards')).json()) as Yard[]
  const row = yards.find((y) => y.name === 'Quarry Bank')!.colonies
  const begun = row.flatMap((c) => c.courses.filter((x) => x.startOn === '2026-08-15').map((x) => ({ name: c.name, ...x })))
  expect(begun.map((x) => [x.name, x.treatment])).toEqual([
    ['Elder', 'amitraz-strip'],
    ['Hazel', 'amitraz-strip'],
  ])
  expect(new Set(begun.map((x) => x.decisionId)).size).toBe(1)
})

test('another yard in the band keeps the place', async ({ demo: page }) => {
  await page.goto('/match/yard')
  await expect(page.getByRole('heading', { name: /^Quarry Bank on/ })).toBeVisible()
  await choose(page.getByRole('banner').getByRole('combobox'), 'Mill Orchard')
  await expect(page.getByRole('heading', { name: /^Mill Orchard on/ })).toBeVisible()
})

test('the yard over eight weeks shows which option serves how many', async ({ demo: page }) => {
  await page.goto('/match/yard')
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  await page.getByRole('button', { name: /^The same over eight weeks/ }).click()
  await expect(page.getByRole('button', { name: /^Amitraz strip .*serves all 2 on \d+ days/ })).toBeVisible()
  await accessible(page)
})

test('a starter list is never taken for confirmed, and a sheet tells what decides', async ({ demo: page }) => {
  await page.goto('/rules')
  await choose(page.getByRole('combobox', { name: /^Begin from what is remembered/ }), 'United States')
  await expect(page.getByText(/come from a starter list and are not confirmed/)).toBeVisible()
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await expect(page.getByText('Kept. Every verdict reads it from now on.')).toBeVisible()
  await page.goto('/match')
  const vapour = page.getByRole('row', { name: /^Oxalic acid vapour/ })
  await vapour.getByRole('button').first().click()
  await expect(page.getByText(/It stands on a starter list \(United States\) that you have not confirmed/)).toBeVisible()

  // Saying it oneself confirms it.
  await page.goto('/rules')
  await choose(page.getByLabel('Oxalic acid vapour: authorised'), 'no')
  await choose(page.getByLabel('Oxalic acid vapour: authorised'), 'yes, confirmed')
  await page.getByRole('button', { name: 'More of Oxalic acid vapour' }).click()
  await page.getByLabel('Note', { exact: true }).fill('read at the association')
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await expect(page.getByText('Kept. Every verdict reads it from now on.')).toBeVisible()
  await page.getByRole('link', { name: 'Oxalic acid vapour' }).click()
  await expect(page.getByRole('heading', { name: 'Oxalic acid vapour', level: 1 })).toBeVisible()
  for (const part of ['When', 'Dose', 'Course', 'Gear', 'Storage', 'Disposal', 'Where labels differ', 'Sources'])
    await expect(page.getByRole('region', { name: part, exact: true })).toBeVisible()
  await expect(page.getByText('your list: 1 g a brood box')).toBeVisible()
  await page.goto('/rules/no-such-thing')
  await expect(page.getByRole('heading', { name: 'There is no such treatment.' })).toBeVisible()
})

test('what is out of range in the list is said by its field, and nothing typed is lost', async ({ demo: page }) => {
  await page.goto('/rules')
  await page.getByRole('button', { name: 'More of Amitraz strip' }).click()
  await page.getByRole('spinbutton', { name: 'Longest course, days' }).fill('900')
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await expect(page.getByRole('alert').first()).toBeVisible()
  await expect(page.getByRole('spinbutton', { name: 'Longest course, days' })).toHaveValue('900')
})

test('contradictions stand beside the facts, and a broodless December takes one round', async ({ demo: page }) => {
  await page.goto('/match')
  await page.getByRole('button', { name: /^Brood: capped/ }).click()
  await choose(page.getByLabel('What if Brood were'), 'none')
  await expect(page.getByText(/Said to be without brood, and to have \d+ frames of it/)).toBeVisible()
  await expect(page.getByRole('row', { name: /^Oxalic acid vapour/ })).toContainText('one round')
})

test('two in turn are planned together, each on its own day', async ({ demo: page }) => {
  await page.goto('/match')
  const pick = page.getByRole('combobox', { name: 'Another colony' })
  await choose(pick, /Hazel/)
  const turns = page.getByRole('region', { name: 'One after the other' })
  await expect(turns.getByRole('heading', { name: 'Brood break, then one oxalic round' })).toBeVisible()
  await expect(turns.getByText(/Left afterwards likely/)).toBeVisible()
  await turns.getByRole('button', { name: 'Plan both parts' }).click()
  await expect(page).toHaveURL(/\/yards\//)
  const yards = (await (await page.request.get('/api/yards')).json()) as Yard[]
  const hazel = yards.flatMap((y) => y.colonies).find((c) => c.name === 'Hazel')!
  expect(hazel.courses.slice(-2).map((c) => [c.treatment, c.startOn])).toEqual([
    ['brood-break', '2026-08-12'],
    ['oxalic-vapour', '2026-09-05'],
  ])
  // What is done first asks for no amount: nothing is given.
  await page.goto('/today')
  await page.getByRole('listitem').filter({ hasText: 'Cage the queen' }).getByRole('button', { name: /Hazel/ }).click()
  await expect(page.getByLabel('Done on')).toBeVisible()
  await expect(page.getByRole('spinbutton')).toHaveCount(0)
})

test('the smallest set of questions is asked, and answering them settles it', async ({ demo: page }) => {
  await page.goto('/match')
  await page.click('[data-day="2026-08-23"]')
  for (const fact of ['Queen', 'Entrance']) {
    await page.getByRole('button', { name: new RegExp(`^${fact}: `) }).click()
    await choose(page.getByLabel(`What if ${fact} were`), 'not known')
  }
  await page
    .getByRole('row', { name: /^Formic acid strip, 14 days/ })
    .getByRole('button')
    .first()
    .click()
  const asked = page.getByRole('region', { name: 'What is not known' })
  await expect(asked.getByRole('listitem')).toHaveText(['Is the entrance at full width?', 'Is the queen laying? Look for eggs.'])
  await asked.getByText('Everything that is not known').click()
  await expect(asked.getByText(/with a laying queen|without a queen/).first()).toBeVisible()
  await choose(page.getByLabel('What if Queen were'), 'laying')
  await choose(page.getByLabel('What if Entrance were'), 'full width')
  await expect(asked).toHaveCount(0)
})

test('what fell short before is gone through before the same active again, for one colony and for the yard', async ({ demo: page }) => {
  await openColony(page, 'Withy Corner', 'Angelica')
  await page.getByRole('link', { name: 'Match', exact: true }).first().click()
  await expect(page).toHaveURL(/\/match/)
  await expect(page.getByRole('heading', { name: 'Angelica', exact: true })).toBeVisible()
  // Another active leads; the one that failed is there to be chosen.
  await expect(page.getByText(/^Oxalic acid vapour, with care/)).toBeVisible()
  await page
    .getByRole('button', { name: /^Amitraz strip/ })
    .first()
    .click()
  const start = page.getByRole('button', { name: 'Start on Wed 12 Aug' })
  await expect(start).toBeDisabled()
  await page.getByRole('button', { name: 'Go through why first' }).click()
  await expect(page.getByText(/Before the same active again/)).toBeInViewport()
  await page.getByLabel('I have gone through these').check()
  await expect(start).toBeEnabled()
  await page.getByRole('link', { name: 'Whole yard' }).click()
  const all = page.getByRole('button', { name: /^Start all 3 on/ })
  await expect(all).toBeDisabled()
  await page.getByRole('button', { name: 'Go through why first' }).click()
  await expect(page.getByText(/fell short in Angelica/)).toBeInViewport()
  await page.getByLabel('I have gone through these').check()
  await expect(all).toBeEnabled()
})

test.describe('on a phone', () => {
  test.use(PHONE)
  test('the yard is matched and started with the thumb', async ({ demo: page }) => {
    await liveOn(page, '2026-08-17')
    await page.goto('/match/yard')
    const start = page.getByRole('button', { name: /^Start/ })
    await expect(start).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'To the plan' }).tap()
    await expect(page.getByRole('heading', { name: 'The plan', exact: true })).toBeInViewport()
    await start.tap()
    await expect(page).toHaveURL(/\/yards\//)
  })
})
