import { accessible, expect, PHONE, plainTest as test, signUp } from './steps.ts'
import type { Locator, Page } from '@playwright/test'

/**
 * What a hand does, counted: a press is a touch, a field is touched and typed into. The time a person would take is reckoned by the
 * keystroke-level model (Card, Moran and Newell 1980, from memory): 1.1 s to point, 1.35 s to think before it, 0.28 s a key.
 */
class Hand {
  touches = 0
  keys = 0
  async press(what: Locator): Promise<void> {
    await what.click()
    this.touches++
  }
  async type(field: Locator, text: string): Promise<void> {
    await this.press(field)
    await field.fill(text)
    this.keys += text.length
  }
  get seconds(): number {
    return this.touches * (1.1 + 1.35) + this.keys * 0.28
  }
}
const answer = (page: Page, question: string, word: string) => page.getByRole('radiogroup', { name: question }).getByText(word, { exact: true })

/** From sign-up to the first started course that is right for the day, by somebody who reads nothing but what is biggest. */
async function firstTenMinutes(page: Page, look: () => Promise<void>): Promise<Hand> {
  const hand = new Hand()
  await page.goto('/sign-in')
  await hand.press(page.getByRole('link', { name: 'Make an account' }))
  await hand.type(page.getByLabel('Your name'), 'Wenna Strand')
  await hand.type(page.getByLabel('E-mail address'), `wenna${Date.now()}@example.test`)
  await hand.type(page.getByLabel('Password'), 'four jars in a row')
  await hand.press(page.getByRole('button', { name: 'Make the account' }))

  await expect(page.getByRole('heading', { name: 'Where do your bees stand?' })).toBeVisible()
  await look()
  await hand.type(page.getByLabel('Name of the yard'), 'Behind the chapel')
  await hand.press(page.getByRole('button', { name: 'It is where I am now' }))
  await expect(page.getByText(/^Placed where you were just now: about/)).toBeVisible()
  await hand.press(page.getByRole('button', { name: 'Keep it, on to the colonies' }))

  await expect(page.getByRole('heading', { name: 'Who stands in Behind the chapel?' })).toBeVisible()
  await look()
  await hand.type(page.getByLabel('Colonies, in walking order'), 'Heather\nFurze')
  await hand.press(page.getByRole('button', { name: 'Keep these 2' }))

  await expect(page.getByRole('heading', { name: 'A walk along Behind the chapel' })).toBeVisible()
  await look()
  await hand.press(answer(page, 'Supers, Heather', 'off'))
  if ((page.viewportSize()?.width ?? 0) < 720) await hand.press(answer(page, 'Frames of bees, Heather', '8'))
  else await hand.type(page.getByLabel('Frames of bees, Heather'), '8')
  await hand.press(answer(page, 'Brood, Heather', 'capped'))
  await hand.press(answer(page, 'Queen, Heather', 'laying'))
  await hand.press(answer(page, 'Floor, Heather', 'solid'))
  await hand.press(page.getByRole('button', { name: /^Keep 1/ }))

  await expect(page.getByRole('heading', { name: 'What do you have?' })).toBeVisible()
  await look()
  await hand.press(page.getByRole('checkbox', { name: 'Gloves', exact: true }))
  await hand.press(page.getByRole('button', { name: 'Keep it, on to what is allowed' }))
  await expect(page.getByRole('heading', { name: 'What is allowed where you are?' })).toBeVisible()
  await look()
  await hand.press(page.getByText('Europe and the United Kingdom'))
  await hand.press(page.getByRole('button', { name: 'Keep it, on to the first count' }))

  await expect(page.getByRole('heading', { name: 'The first count' })).toBeVisible()
  await look()
  await hand.press(page.getByText('Wash', { exact: true }))
  await hand.press(page.getByRole('button', { name: 'Count 1 Heather' }))
  await hand.type(page.getByLabel('Mites', { exact: true }), '12')
  await hand.press(page.getByRole('button', { name: /^Keep it, on to/ }))
  await expect(page.getByRole('status').filter({ hasText: '1 Heather is kept.' })).toContainText('4.0 in 100')
  await look()
  await hand.press(page.getByRole('link', { name: 'What fits 1 Heather' }))

  await expect(page.getByRole('heading', { name: 'Heather' })).toBeVisible()
  await expect(page.getByText(/^4\.0 in 100/).first()).toBeVisible()
  await hand.press(page.getByRole('button', { name: /^Start on/ }))
  await expect(page.getByText(/ is (planned|running)[ :]/).first()).toBeVisible()
  return hand
}

for (const [where, latitude, longitude] of [
  ['in the north', 47.93, 11.42],
  ['in the south', -38.5, 145.2],
] as const)
  test.describe(where, () => {
    test.use({ permissions: ['geolocation'], geolocation: { latitude, longitude } })
    test(`from sign-up to a first course in under five minutes and thirty touches, at the table ${where}`, async ({ page }, info) => {
      const hand = await firstTenMinutes(page, () => accessible(page))
      info.annotations.push({ type: 'a hand', description: `${hand.touches} touches, about ${Math.round(hand.seconds)} s` })
      expect(hand.touches).toBeLessThanOrEqual(30)
      expect(hand.seconds).toBeLessThan(300)
      await page.goto('/today')
      // All six are done: nothing of them stands on Today any more.
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await expect(page.getByRole('region', { name: 'First steps' })).toHaveCount(0)
    })
  })
test.describe('on a phone', () => {
  test.use({ ...PHONE, permissions: ['geolocation'], geolocation: { latitude: 47.93, longitude: 11.42 } })
  test('from sign-up to a first course, in the yard', async ({ page }) => {
    const hand = await firstTenMinutes(page, () => accessible(page))
    expect(hand.touches).toBeLessThanOrEqual(30)
    expect(hand.seconds).toBeLessThan(300)
  })
})

for (const [where, use] of [
  ['at the table', {}],
  ['on a phone', PHONE],
] as const)
  test.describe(where, () => {
    test.use(use)
    test(`from the jar to a started course in under 45 seconds and ten touches, ${where}`, async ({ page }) => {
      expect((await page.request.post('/api/session/demo')).status()).toBe(204)
      await page.goto('/today')
      const hand = new Hand()
      // Dogrose stands over its limit, with nothing in hand.
      await hand.press(page.getByRole('link', { name: 'Count', exact: true }).first())
      const bench = page.getByLabel('Mites', { exact: true })
      await expect(bench).toBeVisible()
      await hand.type(bench, '14')
      await hand.press(page.getByRole('button', { name: /^Keep it/ }).first())
      await hand.press(page.getByRole('link', { name: /^What fits / }).first())
      await hand.press(page.getByRole('button', { name: /^(Start on|Look at)/ }).first())
      if ((await page.getByRole('button', { name: /^Start on/ }).count()) > 0)
        await hand.press(page.getByRole('button', { name: /^Start on/ }).first())
      await expect(page.getByText(/ is (planned|running)[ :]/).first()).toBeVisible()
      expect(hand.touches).toBeLessThanOrEqual(10)
      expect(hand.seconds).toBeLessThan(45)
    })
  })

test('a yard is placed by its nearest town or by figures; a slip is said at its field, and another clock is one touch away', async ({ page }) => {
  await signUp(page, 'Strand Bees')
  await page.getByLabel('Name of the yard').fill('Far field')
  await page.getByLabel('Or near which town').fill('hobar')
  await page.getByRole('option', { name: /^Hobart, / }).click()
  await expect(page.getByText('Placed near Hobart: about 42.9 S, 147.3 E, clock of Australia/Hobart.')).toBeVisible()
  await expect(page.getByText(/: a guess by latitude, often far too mild inland/)).toBeVisible()
  await page.getByRole('button', { name: 'By the figures of a map' }).click()
  await page.getByLabel('Latitude').fill('-99')
  await page.getByRole('button', { name: 'Keep it, on to the colonies' }).click()
  await expect(page.getByText(/-90/).first()).toBeVisible()
  await page.getByLabel('Latitude').fill('47.93')
  await page.getByLabel('Longitude').fill('11.42')
  await page.getByLabel('Longitude').blur()
  await expect(page.getByText('about 47.9 N, 11.4 E, clock of Europe/Berlin.')).toBeVisible()
  await page.getByRole('button', { name: 'Another clock' }).click()
  await expect(page.getByRole('combobox', { name: 'Its clock' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'What is usual there, month by month' }).click()
  await expect(page.getByLabel('Usual high in Jan')).not.toHaveValue('')
})

test('a list with a name twice is not kept; hives without names are numbered', async ({ page }) => {
  await signUp(page, 'Strand Bees')
  await page.getByLabel('Name of the yard').fill('Far field')
  await page.getByRole('button', { name: 'Keep it, on to the colonies' }).click()
  await page.getByLabel('Colonies, in walking order').fill('1. Heather\n2. Furze\nHeather\n')
  await expect(page.getByRole('alert')).toContainText('Heather is there already')
  await expect(page.getByRole('button', { name: 'Keep these 3' })).toBeDisabled()
  await page.getByLabel('No names yet? How many hives').fill('4')
  await page.getByRole('button', { name: 'Number them' }).click()
  await page.getByRole('button', { name: 'Keep these 4' }).click()
  await expect(page.getByRole('radiogroup', { name: 'Brood, Hive 4' })).toBeVisible()
})

test('the first steps may be left, and Today goes on where they were left, until they are put away', async ({ page }) => {
  await signUp(page, 'Left Bees')
  await page.getByLabel('Name of the yard').fill('Far field')
  await page.getByRole('button', { name: 'Keep it, on to the colonies' }).click()
  await page.getByLabel('Colonies, in walking order').fill('Heather')
  await page.getByRole('button', { name: 'Keep this colony' }).click()
  // What is half answered is there again.
  await answer(page, 'Supers, Heather', 'on').click()
  await page.getByRole('button', { name: 'Leave it for later' }).click()
  await expect(page.getByRole('heading', { name: 'What do you have?' })).toBeVisible()
  await page.getByRole('button', { name: 'Leave it for later' }).click()
  await page.getByRole('button', { name: 'Leave it for later' }).click()
  await expect(page.getByRole('heading', { name: 'The first count' })).toBeVisible()
  await page.getByRole('button', { name: 'Leave it for later' }).click()
  const steps = page.getByRole('region', { name: 'First steps' })
  await expect(steps).toContainText('2 of 6 done; after this: kit and shelf, what is allowed, the first count')
  await steps.getByRole('link', { name: /^Walk along the row/ }).click()
  await expect(page.getByText('As you left it today, not kept yet.')).toBeVisible()
  await expect(page.getByRole('radiogroup', { name: 'Supers, Heather' }).getByRole('radio', { name: 'on', exact: true })).toBeChecked()
  await page.getByRole('button', { name: 'Keep 1 colony' }).click()
  await page.goto('/today')
  await steps.getByRole('button', { name: 'Put the first steps away' }).click()
  await expect(steps).toHaveCount(0)
  await page.reload()
  await expect(page.getByText(/^Far field/).first()).toBeVisible()
  await expect(steps).toHaveCount(0)
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
