/** What opens beside the work or over it: a step of history, a draft that stays, nothing covered that can still be reached. */
import type { Page } from '@playwright/test'
import { accessible, choose, expect, openColony, PHONE, plainTest, test, typeDay } from './steps.ts'

/** Where Tab leads, one after the other: true where it is under something that lies over it. */
async function coveredStops(page: Page, steps: number): Promise<string[]> {
  const covered: string[] = []
  for (let i = 0; i < steps; i++) {
    await page.keyboard.press('Tab')
    const name = await page.evaluate(() => {
      const it = document.activeElement
      if (!(it instanceof HTMLElement) || it === document.body) return null
      it.scrollIntoView({ block: 'nearest' })
      const box = it.getBoundingClientRect()
      if (box.width === 0 || box.height === 0) return null
      const top = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2)
      const lies = top?.closest('.pane, .ant-modal, nav.bar')
      return !lies || lies.contains(it) ? null : `${it.tagName} ${it.getAttribute('aria-label') ?? it.textContent?.trim().slice(0, 30)}`
    })
    if (name) covered.push(name)
  }
  return covered
}

test('beside the work there is room: nothing is covered, and Back closes the pane', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Elder')
  const pane = page.getByRole('complementary', { name: 'Elder' })
  await expect(pane.getByRole('heading', { name: 'Elder' })).toBeFocused()
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
  const row = await page.getByRole('table').boundingBox()
  const beside = await pane.boundingBox()
  expect(row!.x + row!.width).toBeLessThanOrEqual(beside!.x + 1)
  expect(await coveredStops(page, 60)).toEqual([])
  await page.goBack()
  await expect(pane).toHaveCount(0)
  await expect(page).toHaveURL(/\/yards/)
  // The row is still there to go on with, the focus where it was.
  await expect(page.getByRole('button', { name: 'Elder', exact: true })).toBeFocused()
})

test.describe('on a phone', () => {
  test.use(PHONE)
  test('Back closes the pane and stays; what was typed is there again', async ({ demo: page }) => {
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Take 2 strips out' })
      .getByRole('button', { name: /Bramble/ })
      .tap()
    const pane = page.getByRole('complementary', { name: 'Bramble' })
    await pane.getByLabel('Note').fill('one stuck in propolis')
    // What lies behind is out of reach while the pane lies over it.
    await expect(page.locator('#app')).toHaveAttribute('inert', '')
    expect(await coveredStops(page, 25)).toEqual([])
    await accessible(page)
    await page.goBack()
    await expect(pane).toHaveCount(0)
    await expect(page).toHaveURL(/\/today$/)
    await expect(page.locator('#app')).not.toHaveAttribute('inert', '')
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Take 2 strips out' })
      .getByRole('button', { name: /Bramble/ })
      .tap()
    await expect(pane.getByLabel('Note')).toHaveValue('one stuck in propolis')
    await expect(pane.getByText('As you left it today, not kept yet.')).toBeVisible()
    // Strips come out by one form: from the frames, from the floor, and what is missing.
    await pane.getByRole('spinbutton', { name: 'Came out' }).fill('1')
    await expect(pane.getByText(/^1 missing/)).toBeVisible()
    await pane.getByRole('spinbutton', { name: 'Lay on the floor' }).fill('1')
    await expect(pane.getByText(/missing/)).toHaveCount(0)
    await pane.getByRole('button', { name: 'Keep it' }).tap()
    await expect(pane).toHaveCount(0)
    await expect(page.getByRole('listitem').filter({ hasText: 'Take 2 strips out' })).toHaveCount(0)
    await openColony(page, 'Quarry Bank', 'Bramble')
    await expect(page.getByText(/A strip was found on the floor|found on the floor/).first()).toBeVisible()
  })
  test('a calendar for the thumb: large days, the window marked, and no day again', async ({ demo: page }) => {
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Take 2 strips out' })
      .getByRole('button', { name: /Bramble/ })
      .tap()
    await page.getByLabel('Done on').tap()
    const days = page.locator('.calendar .ant-picker-cell-in-view')
    await expect(days.first()).toBeVisible()
    const small = await days.evaluateAll((all) => all.map((e) => e.getBoundingClientRect()).filter((b) => b.width < 44 || b.height < 44).length)
    expect(small).toBe(0)
    await expect(page.locator('.calendar .open').first()).toBeAttached()
    await page.locator('.calendar').getByText('11', { exact: true }).first().tap()
    await expect(page.getByLabel('Done on')).toHaveValue('Tue 11 Aug')
  })
})

test.describe('on a phone, over a reload', () => {
  test.use(PHONE)
  test('Back still closes the pane', async ({ demo: page }) => {
    const bramble = page.getByRole('main').getByRole('button', { name: /Bramble/ })
    await bramble.tap()
    await expect(page.getByRole('complementary')).toBeVisible()
    await page.reload()
    await bramble.tap()
    await expect(page.getByRole('complementary')).toBeVisible()
    await page.goBack()
    await expect(page.getByRole('complementary')).toHaveCount(0)
    await expect(page).toHaveURL(/\/today$/)
  })
})

test('a day that was taken out is asked for, and never taken for today', async ({ demo: page }) => {
  const emptied = async (label: string, press: string, says: string) => {
    const day = page.getByLabel(label, { exact: true })
    await typeDay(day, '')
    await day.press('Tab')
    await page.getByRole('button', { name: press }).click()
    await expect(page.getByText(says)).toBeVisible()
    await expect(day).toBeFocused()
  }
  await page.getByRole('button', { name: /Bramble/ }).click()
  await emptied('Done on', 'Keep it', 'On which day was it done?')
  await openColony(page, 'Quarry Bank', 'Bramble')
  await page.getByRole('button', { name: 'Something happened ...' }).first().click()
  await emptied('On', 'Keep it', 'On which day did it happen?')
  await openColony(page, 'Quarry Bank', 'Elder')
  await page.getByRole('button', { name: 'Retire' }).click()
  await emptied('Gone since', 'Take it out of the row', 'Since when is it gone?')
  await page.goto('/yards')
  await expect(page.getByRole('button', { name: 'Elder', exact: true })).toBeVisible()
})

test('a place that cannot be fetched says so in words', async ({ demo: page }) => {
  await page.route('**/assets/PeoplePlace*', (route) => route.abort())
  await page.keyboard.press('g')
  await page.keyboard.press('p')
  await expect(page.getByText('This place could not be fetched')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Load it again' })).toBeVisible()
})

plainTest('what was fetched ahead in vain is asked for again when it is wanted', async ({ page }) => {
  await page.request.post('/api/session/demo')
  await page.route('**/assets/{KeeperMenuList,SessionEnded,EntryPane}*', (route) => route.abort())
  const asked = page.waitForEvent('requestfailed', (request) => request.url().includes('KeeperMenuList'))
  await page.goto('/today')
  await asked
  const menu = page.getByRole('button', { name: /^Orla/ })
  await menu.click()
  await expect(page.getByText('could not be fetched')).toBeVisible()
  await expect(menu).toHaveAttribute('aria-busy', 'false')
  await page.unrouteAll()
  await menu.click()
  await expect(page.getByRole('menuitem', { name: /^Last changes/ })).toBeFocused()
})

test('a change of place is said, and the focus goes to where it begins', async ({ demo: page }) => {
  await page.getByRole('navigation', { name: 'Places', exact: true }).getByRole('link', { name: 'Rules' }).click()
  await expect(page.getByRole('heading', { name: 'Your rules' })).toBeVisible()
  await expect(page.getByRole('main')).toBeFocused()
  await expect(page.locator('[aria-live]').filter({ hasText: /^Rules$/ })).toBeAttached()
})

test('a form that is refused says it by its field, puts the focus there, and writes nothing by halves', async ({ demo: page }) => {
  await page.goto('/yards')
  await page.getByRole('button', { name: 'Add a colony' }).click()
  const [name, position] = [page.getByLabel('Name or tag'), page.getByRole('spinbutton', { name: 'Place in the row' })]
  const [add, rows] = [page.getByRole('button', { name: 'Add it to the row' }), await page.getByRole('row').count()]
  await name.fill('Alder')
  await position.fill('')
  await add.click()
  await expect(page.getByText('Must be given.')).toBeVisible()
  await expect(position).toBeFocused()
  // All that is missing is said at once, with the focus on the first.
  await name.fill('')
  await add.click()
  await expect(page.getByText('Must not be empty.')).toBeVisible()
  await expect(page.getByText('Must be given.')).toBeVisible()
  await expect(name).toBeFocused()
  await position.fill('2')
  await name.fill('')
  await add.click()
  await expect(page.getByText('Must not be empty.')).toBeVisible()
  await expect(name).toBeFocused()
  await name.fill('Alder Two')
  await add.click()
  await expect(page.getByRole('button', { name: 'Open Alder Two' })).toBeVisible()
  await expect(page.getByRole('row')).toHaveCount(rows + 1)
})

test('a slip is said though the server is out of reach', async ({ demo: page }) => {
  await page.goto('/yards')
  await page.getByRole('button', { name: 'Add a yard' }).click()
  await page.waitForFunction(() => performance.getEntriesByType('resource').some((r) => r.name.includes('/assets/bodies-')))
  await page.context().setOffline(true)
  await page.getByRole('button', { name: 'Add the yard' }).click()
  await expect(page.getByText('Must not be empty.')).toBeVisible()
  await expect(page.getByText('Out of reach.')).toHaveCount(0)
  await page.context().setOffline(false)
})

test('what opens in a pane has the focus, and it is given back', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Bramble')
  const pane = page.getByRole('complementary', { name: 'Bramble' })
  await pane.getByRole('button', { name: 'Enter it' }).first().press('Enter')
  await expect(pane.getByLabel('Done on')).toBeFocused()
  await pane.getByRole('button', { name: /^← back to Bramble/ }).press('Enter')
  await expect(pane.getByRole('heading', { name: 'Bramble' })).toBeFocused()
  await pane.getByRole('button', { name: 'Rename' }).press('Enter')
  await expect(pane.getByLabel('Name or tag')).toBeFocused()
  await pane.getByRole('button', { name: 'Something happened ...' }).first().press('Enter')
  await expect(pane.getByRole('radio', { name: 'A strip was found on the floor' })).toBeFocused()
  await expect(pane.getByRole('radio', { name: 'A strip was found on the floor' })).toBeInViewport()
})

test('the menu and the clock of the band by the keys alone', async ({ demo: page }) => {
  const menu = page.getByRole('button', { name: /^Orla/ })
  await menu.press('Enter')
  await expect(page.getByRole('menuitem', { name: /^Last changes/ })).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByRole('menuitem', { name: 'Sign out' })).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('menuitem', { name: 'Sign out' })).toBeHidden()
  await expect(menu).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menuitem', { name: /^Last changes/ })).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('menuitem', { name: /^People/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/people$/)
  await page.getByRole('button', { name: /^Demo day/ }).press('Enter')
  await expect(page.getByRole('button', { name: /^On a day, to/ })).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: /^On a day, to/ })).toBeHidden()
})

test('a row is walked along in one go: what is answered is of today, the rest keeps its day, and all is kept in one stroke', async ({
  demo: page,
}) => {
  await page.goto('/yards')
  await page.getByRole('link', { name: 'Walk along the row' }).click()
  await page.getByRole('button', { name: 'More of all' }).click()
  const all = page.getByRole('complementary', { name: /^So in all \d+/ })
  await choose(all.getByRole('combobox', { name: 'Entrance' }), 'reduced')
  await all.getByRole('button', { name: /^Set it in all \d+/ }).click()
  await expect(page.getByText(/^\d+ colonies answered, not kept yet/)).toBeVisible()
  // One touch for what is as it was; what is otherwise is answered after.
  await page.getByRole('button', { name: /^Alder: all as on/ }).click()
  await page.getByRole('radiogroup', { name: 'Brood, Alder' }).getByText('eggs, larvae').click()
  await page.getByLabel('Frames of bees, Alder').fill('300')
  await page.getByRole('radiogroup', { name: 'Queen, Bramble' }).getByText('not seen').click()
  await page.getByRole('button', { name: /^Keep \d+ colonies/ }).click()
  // What is refused is said in its row and at its field, and the others stay typed.
  await expect(page.getByRole('row', { name: /Alder/ }).getByText(/120/)).toBeVisible()
  const pane = page.getByRole('complementary', { name: 'Alder' })
  await pane.getByLabel('Frames of bees').fill('9')
  await pane.getByRole('button', { name: 'Close' }).click()
  // Nothing typed is lost by looking elsewhere, nor by the page being loaded anew.
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  await page.reload()
  await page.getByRole('link', { name: 'Yards', exact: true }).click()
  await page.getByRole('link', { name: 'Walk along the row' }).click()
  await expect(page.getByText('As you left it today, not kept yet.')).toBeVisible()
  await expect(page.getByLabel('Frames of bees, Alder')).toHaveValue('9')
  await accessible(page)
  await page.getByRole('button', { name: /^Keep \d+ colonies/ }).click()
  await expect(page.getByRole('status')).toContainText(/\d+ colonies of Quarry Bank noted as seen on Wed 12 Aug/)
  const yards = (await (await page.request.get('/api/yards')).json()) as {
    name: string
    colonies: { name: string; look: Record<string, unknown> }[]
  }[]
  const look = (name: string) => yards.find((y) => y.name === 'Quarry Bank')!.colonies.find((c) => c.name === name)!.look
  expect(look('Alder')).toMatchObject({ onDay: '2026-08-12', brood: 'open', entrance: 'reduced', framesOfBees: 9, seenOn: null })
  expect(look('Bramble')).toMatchObject({ onDay: '2026-08-12', entrance: 'reduced', brood: 'capped', seenOn: { brood: '2026-08-11' } })
})
