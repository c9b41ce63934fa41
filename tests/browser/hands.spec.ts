/** Nine tasks of a keeper by the keys alone, with their presses counted: none takes more than before this page was built of the library's parts. */
import type { Locator, Page } from '@playwright/test'
import { expect, liveOn, plainTest, signUp, test } from './steps.ts'

/** Presses keys and counts them; a letter typed is a press. */
class Keys {
  presses = 0
  readonly page: Page
  constructor(page: Page) {
    this.page = page
  }
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      await this.page.keyboard.press(key)
      this.presses += 1
    }
  }
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text)
    this.presses += text.length
  }
  /** By Tab (or back) until the focus is there. */
  async to(target: Locator, key: 'Tab' | 'Shift+Tab' = 'Tab', most = 70): Promise<void> {
    await expect(target.first()).toBeAttached()
    for (let i = 0; i < most; i++) {
      if (
        await target
          .first()
          .evaluate((e) => e === document.activeElement || e.contains(document.activeElement))
          .catch(() => false)
      )
        return
      await this.press(key)
    }
    throw new Error(`Not reached in ${most} presses: ${String(target)}`)
  }
  /** Goes anywhere by the box. */
  async go(words: string): Promise<void> {
    await this.press('Control+k')
    await expect(this.page.getByRole('combobox', { name: 'Where to' })).toBeFocused()
    await this.type(words)
    await expect(this.page.getByRole('option').first()).toBeVisible()
    await this.press('Enter')
    await expect(this.page.getByRole('combobox', { name: 'Where to' })).toHaveCount(0)
  }
}
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name })

test('a jar and a start', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.go('co haz')
  await expect(page.getByRole('heading', { name: /Hazel/ })).toBeVisible()
  await keys.to(page.getByRole('group', { name: /^Tally/ }))
  for (let i = 0; i < 11; i++) await keys.press('Space')
  await keys.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'Hazel is kept.' })).toBeVisible()
  await keys.go('ma el')
  await expect(page.getByRole('heading', { name: 'Elder' })).toBeVisible()
  await keys.to(button(page, /^Start on/))
  await keys.press('Enter')
  await expect(page.getByText(/^Amitraz strip is (planned|running)/).first()).toBeVisible()
  expect(keys.presses).toBeLessThanOrEqual(103)
})

test('strips out, with one on the floor', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.to(button(page, /Bramble/))
  await keys.press('Enter')
  const pane = page.getByRole('complementary', { name: 'Bramble' })
  await keys.to(pane.getByRole('spinbutton', { name: 'Came out' }))
  await keys.press('Control+a')
  await keys.type('1')
  await keys.to(pane.getByRole('spinbutton', { name: 'Lay on the floor' }))
  await keys.press('Control+a')
  await keys.type('1')
  await keys.press('Enter')
  await expect(pane).toHaveCount(0)
  await expect(page.getByText('Take 2 strips out')).toHaveCount(0)
  expect(keys.presses).toBeLessThanOrEqual(79)
})

test('nine counts', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.go('one go')
  await keys.to(page.getByLabel('Mites, Alder'))
  for (const mites of ['3', '1', '7', '0', '14', '9', '11', '2', '4']) {
    await keys.type(mites)
    await keys.press('Enter')
  }
  await keys.press('Enter')
  await expect(page.getByText(/^9 counts of/)).toBeVisible()
  expect(keys.presses).toBeLessThanOrEqual(50)
})

test('why not formic', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.go('ma haz')
  const formic = page.getByRole('button', { name: 'Formic acid strip, 14 days' })
  await keys.to(formic)
  await keys.press('Enter')
  await expect(page.getByText(/the limit is|over the limit of|29\.5/).first()).toBeVisible()
  await expect(formic).toHaveAttribute('aria-expanded', 'true')
  expect(keys.presses).toBeLessThanOrEqual(56)
})

test('a round to Saturday', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.press('g', 'o')
  await expect(page.locator('[data-round^="Hollow Lane"]').first()).toBeVisible()
  await keys.to(page.locator('[data-round^="Hollow Lane"]').first())
  const board = page.locator('[data-part="rounds-board"]').getByRole('status')
  for (let i = 0; i < 14 && !/^Sat 15 Aug/.test((await board.textContent()) ?? ''); i++) await keys.press('ArrowLeft')
  await keys.press('Enter')
  await expect(page.getByText('Set for Sat 15 Aug; the plan is drawn anew.')).toBeVisible()
  expect(keys.presses).toBeLessThanOrEqual(61)
})

test('an invitation', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.press('g', 'p')
  await expect(page.getByRole('heading', { name: /^Who is in/ })).toBeVisible()
  await keys.to(button(page, 'Invite somebody'))
  await keys.press('Enter')
  await keys.to(page.getByLabel('For whom'))
  await keys.type('Ida')
  await keys.press('Enter')
  await expect(page.locator('.link')).toBeVisible()
  expect(keys.presses).toBeLessThanOrEqual(37)
})

plainTest('a yard with five colonies', async ({ page }) => {
  await signUp(page, 'Strand Bees')
  const keys = new Keys(page)
  await keys.to(page.getByLabel('Name of the yard'))
  await keys.type('Far field')
  await keys.press('Enter')
  const list = page.getByLabel('Colonies, in walking order')
  await keys.to(list)
  for (const [i, name] of ['Ash', 'Bay', 'Elm', 'Fig', 'Oak'].entries()) {
    if (i > 0) await keys.press('Enter')
    await keys.type(name)
  }
  await keys.to(button(page, 'Keep these 5'))
  await keys.press('Enter')
  await expect(page.getByRole('heading', { name: 'A walk along Far field' })).toBeVisible()
  expect(keys.presses).toBeLessThanOrEqual(72)
})

test('Fahrenheit', async ({ demo: page }) => {
  const keys = new Keys(page)
  await keys.press('g', 'u')
  await expect(page.getByRole('heading', { name: 'How you read it' })).toBeVisible()
  await keys.to(page.getByLabel('Temperature'))
  await keys.press('ArrowDown')
  await expect(page.getByText(/Reads like: .* °F/)).toBeVisible()
  expect(keys.presses).toBeLessThanOrEqual(16)
  await keys.press('ArrowUp')
  await expect(page.getByText(/Reads like: .* °C/)).toBeVisible()
})

test('the sheet on paper', async ({ demo: page }) => {
  await liveOn(page, '2026-08-14')
  await page.goto('/today')
  await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  await page.evaluate(() => (window.print = () => document.body.setAttribute('data-printed', '')))
  const keys = new Keys(page)
  await keys.press('g', 'o')
  await expect(page.locator('[data-round]').first()).toBeVisible()
  await keys.to(
    page
      .getByRole('link', { name: /^Sheet of|Open the round sheet/ })
      .or(page.locator('[data-round]').first())
      .first(),
  )
  await keys.press('Enter')
  const sheet = page.getByRole('link', { name: 'Open the round sheet' })
  await keys.to(sheet)
  await keys.press('Enter')
  await expect(page.getByRole('heading', { name: 'Take along' })).toBeVisible()
  await keys.to(button(page, /Print/))
  await keys.press('Enter')
  await expect(page.locator('body')).toHaveAttribute('data-printed', '')
  expect(keys.presses).toBeLessThanOrEqual(25)
})
