import type { Page } from '@playwright/test'
import { accessible, beside, expect, keptOnDevice, liveOn, openColony, PHONE, test, typeDay } from './steps.ts'

test('bad figures are refused by their field, and what was typed stays', async ({ demo: page }) => {
  await page.goto('/count')
  const [mites, bees] = [page.getByLabel('Mites', { exact: true }), page.getByLabel('Bees in the jar')]
  await mites.fill('400')
  await expect(page.getByText('400 mites on 300 bees: more mites than bees. Were the two figures swapped?')).toBeVisible()
  await mites.fill('4')
  await bees.fill('0')
  await expect(page.getByText('There must be bees in the jar')).toBeVisible()
  await bees.fill('80')
  await expect(page.getByText('Only 80 bees: the answer will be very wide.').first()).toBeVisible()
  await typeDay(page.getByLabel('Counted on'), '2026-08-20')
  await expect(page.getByText('This day is still to come: today is Wed 12 Aug.')).toBeVisible()
  await typeDay(page.getByLabel('Counted on'), '2025-08-20')
  await expect(page.getByText('a count cannot be older')).toBeVisible()
  await page.getByRole('button', { name: /^Keep it, on to/ }).click()
  await expect(mites).toHaveValue('4')
  await expect(page.getByRole('status')).toHaveCount(0)
})

test('a draft stays with its colony while others are looked at', async ({ demo: page }) => {
  await page.goto('/count')
  const row = page.getByRole('navigation', { name: 'The row' })
  await row.getByRole('link', { name: /Alder/ }).click()
  await page.getByLabel('Mites', { exact: true }).fill('7')
  await row.getByRole('link', { name: /Bramble/ }).click()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('')
  await row.getByRole('link', { name: /Alder/ }).click()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('7')
  // A phone that closes the page costs nothing either; signing out leaves nothing behind.
  await page.reload()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('7')
  await page.getByRole('button', { name: /^Keep it, stay here/ }).click()
  await expect(page.getByRole('status')).toContainText('Alder is kept.')
  await page.reload()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('')
  await page.getByLabel('Mites', { exact: true }).fill('5')
  await page.getByRole('button', { name: /^Orla/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  expect(await page.evaluate(() => localStorage.getItem('thistle-count-drafts'))).toBeNull()
})

test('a count with a slip in it is put right, and no second one is made', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Elder')
  await page.getByRole('link', { name: 'Change the count of Sun 9 Aug' }).click()
  await expect(page.getByText('You are changing the count of Sun 9 Aug.')).toBeVisible()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('13')
  await page.getByLabel('Mites', { exact: true }).fill('3')
  await expect(page.getByText('1.0 in 100, likely').first()).toBeVisible()
  await page.getByRole('button', { name: 'Keep it, stay here' }).click()
  await expect(page.getByRole('status')).toContainText('Elder is kept.')
  await expect(page.getByText('You are changing')).toHaveCount(0)
  const history = page.getByRole('region', { name: 'Counts so far' })
  await expect(history.getByRole('listitem').first()).toContainText('1.0')
  await expect(history.getByRole('listitem')).toHaveCount(3)
})

test('a count that was wrong is taken back, and put back', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Elder')
  const pane = page.getByRole('complementary', { name: 'Elder' })
  await expect(pane.getByText('4.4 in 100, likely 2.6 to 6.9.')).toBeVisible()
  await pane.getByRole('button', { name: 'Take back the count of Sun 9 Aug' }).click()
  await expect(pane.getByText('1.7 in 100')).toBeVisible()
  await pane.getByRole('button', { name: 'Put it back' }).click()
  await expect(pane.getByText('4.4 in 100, likely 2.6 to 6.9.')).toBeVisible()
})

test('the database goes under an open form: what was typed is kept on the device, and sent once it is back', async ({ demo: page, server }) => {
  await page.goto('/count')
  await page
    .getByRole('navigation', { name: 'The row' })
    .getByRole('link', { name: /Juniper/ })
    .click()
  await page.getByLabel('Mites', { exact: true }).fill('2')
  await beside(`ALTER DATABASE ${server.database} WITH ALLOW_CONNECTIONS false`)
  try {
    await beside(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${server.database}'`)
    await page.getByRole('button', { name: 'Keep it' }).click()
    await expect(page.getByText('Out of reach.')).toBeVisible()
    await expect(page.getByRole('link', { name: '1 thing' })).toBeVisible()
  } finally {
    await beside(`ALTER DATABASE ${server.database} WITH ALLOW_CONNECTIONS true`)
  }
  await expect(page.getByText('Out of reach.')).toHaveCount(0, { timeout: 30_000 })
  await expect(page.getByText('Kept on this phone')).toHaveCount(0, { timeout: 30_000 })
  await page.reload()
  await page
    .getByRole('navigation', { name: 'The row' })
    .getByRole('link', { name: /Juniper/ })
    .click()
  await expect(page.getByRole('region', { name: 'Counts so far' }).getByRole('listitem').first()).toContainText('Wed 12 Aug')
})

test.describe('a server that takes four seconds', () => {
  /** What the device has kept is of before: a board lies in Quince since Wed 12 Aug, and three days have passed at the server. */
  async function threeDaysOn(page: Page): Promise<void> {
    const yards = (await (await page.request.get('/api/yards')).json()) as { colonies: { id: string; name: string }[] }[]
    const quince = yards.flatMap((y) => y.colonies).find((c) => c.name === 'Quince')!.id
    const board = { colonyId: quince, laidOn: '2026-08-12', takenOn: null }
    expect((await page.request.put(`/api/boards/${crypto.randomUUID()}`, { data: board })).status()).toBe(201)
    await page.goto(`/count/${quince}`)
    await expect(page.getByText('A board lies here since Wed 12 Aug: laid today.')).toBeVisible()
    await expect.poll(() => keptOnDevice(page, 'yards'), { timeout: 20_000 }).toContain('"laidOn":"2026-08-12"')
    await liveOn(page, '2026-08-15')
    await page.route('**/api/yards', async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 4000))
      await route.continue()
    })
    await page.reload()
    await expect(page.getByText(/^As it was read .*; the server is asked/)).toBeVisible()
  }
  test('has its place opened anew: a form is not left with what was', async ({ demo: page }) => {
    await threeDaysOn(page)
    await expect(page.getByLabel('Days it lay')).toHaveValue('3')
    await expect(page.getByText(/the server is asked/)).toHaveCount(0)
    await expect(page.getByText(/The server tells otherwise/)).toHaveCount(0)
  })
  test('takes nothing away that was typed meanwhile, and says that it is of before', async ({ demo: page }) => {
    await threeDaysOn(page)
    await page.getByLabel('Mites', { exact: true }).fill('5')
    await expect(page.getByText('The server tells otherwise than this phone had kept')).toBeVisible()
    await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('5')
    await accessible(page)
    await page.getByRole('button', { name: 'Open this place anew' }).click()
    await expect(page.getByText(/The server tells otherwise/)).toHaveCount(0)
    // What was counted is never taken away; its day stands beside it.
    await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('5')
  })
})

test('a device that has no room says so, and what was typed waits in the page', async ({ demo: page }) => {
  await page.goto('/count')
  await page.getByRole('navigation', { name: 'The row' }).getByRole('link', { name: /Ivy/ }).click()
  // What keeps things is fetched once the page stands.
  await expect.poll(() => keptOnDevice(page, 'yards'), { timeout: 20_000 }).not.toBe('[]')
  await page.evaluate(() => {
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('no room', 'QuotaExceededError')
    }
  })
  await page.getByLabel('Mites', { exact: true }).fill('3')
  await page.context().setOffline(true)
  await page.getByRole('button', { name: /^Keep it, on to/ }).click()
  await expect(page.getByText('This device has no room to keep it')).toBeVisible()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('3')
  await page.context().setOffline(false)
  await expect(page.getByRole('status')).toContainText('Ivy is kept.')
  await expect(page.getByText('Out of reach.')).toHaveCount(0)
})

test('the session ends under an open form: one signs in over it, and it is kept', async ({ demo: page }) => {
  await page.goto('/count')
  await page
    .getByRole('navigation', { name: 'The row' })
    .getByRole('link', { name: /Clover/ })
    .click()
  await page.getByLabel('Mites', { exact: true }).fill('6')
  await page.context().clearCookies()
  await page.getByRole('button', { name: 'Keep it, stay here' }).click()
  await expect(page.getByRole('dialog')).toContainText('Your session has ended')
  await accessible(page)
  await page.getByRole('dialog').getByRole('button', { name: 'Go on in your demo' }).click()
  await expect(page.getByRole('status')).toContainText('Clover is kept.')
})

test('without a session every place leads to sign-in and back', async ({ page }) => {
  await page.goto('/rules')
  await expect(page).toHaveURL(/\/sign-in\?back=/)
  await accessible(page)
  await page.getByLabel('E-mail address').fill('nobody@example.test')
  await page.getByLabel('Password').fill('wrong')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('Address and password do not go together.')
  await expect(page.getByLabel('E-mail address')).toHaveValue('nobody@example.test')
  await page.getByRole('button', { name: 'Walk through the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Your rules' })).toBeVisible()
})

test.describe('on a phone', () => {
  test.use(PHONE)
  test('the yard is walked with the thumb: count, match, and no place wider than the screen', async ({ demo: page }) => {
    for (const place of ['/today', '/yards', '/count', '/match', '/rules']) {
      await page.goto(place)
      await expect(page.getByRole('navigation', { name: 'Places, for the thumb' })).toBeVisible()
      await expect(page.locator('h1, h2').first()).toBeVisible()
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      expect(wide, place).toBeLessThanOrEqual(0)
      await accessible(page)
    }
    await page.goto('/count')
    for (let i = 0; i < 3; i++) await page.getByRole('button', { name: /mite$/ }).last().tap()
    await expect(page.getByText('1.0 in 100, likely 0.3 to 2.6.').first()).toBeVisible()
    await page.goto('/match')
    const slider = page.getByRole('slider', { name: 'Day within four weeks' })
    await slider.focus()
    await page.keyboard.press('ArrowRight')
    await expect(page.getByRole('heading', { name: 'What fits on Thu 13 August' })).toBeVisible()
  })

  test('what a thumb must hit is large enough', async ({ demo: page }) => {
    await page.goto('/count')
    await expect(page.getByRole('button', { name: /mite$/ }).last()).toBeVisible()
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('main button, nav a, main select')]
        .map((e) => ({ text: e.textContent, box: e.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 && box.height > 0 && (box.height < 44 || box.width < 44))
        .map(({ text }) => text?.trim()),
    )
    expect(small).toEqual([])
  })
})
