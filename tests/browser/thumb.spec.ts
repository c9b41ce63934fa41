/**
 * The nine tasks of hands.spec.ts again: by the thumb alone at three sizes, and by names and roles alone, as a reader's voice
 * would do them. What is pressed is found by its role and its name and by nothing else, and must be in sight and under nothing
 * for the thumb. Touches and activations are counted; a field that is written in counts as one and its letters are not counted.
 */
import type { Locator, Page } from '@playwright/test'
import { expect, liveOn, plainTest, signUp, test } from './steps.ts'

type Role = Parameters<Page['getByRole']>[0]
type Name = string | RegExp

/** Presses and writes, by role and name alone. */
class Hand {
  touches = 0
  readonly page: Page
  readonly narrow: boolean
  private readonly by: 'thumb' | 'voice'
  constructor(page: Page, by: 'thumb' | 'voice') {
    this.page = page
    this.by = by
    this.narrow = (page.viewportSize()?.width ?? 0) <= 720
  }
  async press(role: Role, name: Name, within: Page | Locator = this.page): Promise<void> {
    const it = within.getByRole(role, { name, exact: typeof name === 'string' }).first()
    if (this.by === 'thumb') {
      await it.evaluate((e) => e.scrollIntoView({ block: 'center' }))
      // The library lays the chosen word over the field of a list: the finger meets that.
      await it.tap({ force: role === 'combobox' })
    } else {
      // What assistive technology does: the element is activated where it stands, with no pointer over it; a list is opened by its key.
      await it.focus()
      if (role === 'combobox') await it.press('Enter')
      else await it.evaluate((e: HTMLElement) => e.click())
    }
    this.touches += 1
  }
  async write(role: Role, name: Name, text: string, within: Page | Locator = this.page): Promise<void> {
    const it = within.getByRole(role, { name, exact: typeof name === 'string' }).first()
    if (this.by === 'thumb') await it.tap()
    else await it.focus()
    await it.fill(text)
    this.touches += 1
  }
  /** Goes to a place as this size offers it. */
  async go(place: 'Today' | 'Count' | 'Match' | 'Rounds' | 'People' | 'You'): Promise<void> {
    const aside = place === 'People' || place === 'You'
    const bar = this.page.getByRole('navigation', { name: this.narrow ? 'Places, for the thumb' : 'Places', exact: true })
    if (!aside) await this.press('link', place, bar)
    else if (this.narrow) {
      await this.press('link', 'More', bar)
      await this.press('link', new RegExp(`^${place}\\b`), this.page.getByRole('main'))
    } else {
      await this.press('button', /, your menu$/)
      await this.press('menuitem', new RegExp(`^${place}\\b`))
    }
    await expect(this.page).toHaveURL(new RegExp(`/${place.toLowerCase()}\\b`))
    await expect(this.page.getByRole('main').getByRole('heading').first()).toBeVisible()
  }
  /** Another colony of the row, in Count: by the row at the side, or step by step along it where there is no room for that. */
  async along(colony: string): Promise<void> {
    const here = this.page.getByRole('heading', { level: 1 })
    const side = this.page.getByRole('navigation', { name: 'The row', exact: true })
    const steps = this.page.getByRole('navigation', { name: 'Along the row' })
    await expect(here).toBeVisible()
    if (await side.isVisible()) await this.press('link', new RegExp(colony), side)
    else
      for (let i = 0; i < 20 && !(await here.innerText()).includes(colony); i++) {
        const before = await here.innerText()
        await this.press('link', /^on to/, steps)
        await expect(here).not.toHaveText(before)
      }
    await expect(here).toContainText(colony)
  }
  /** What opened over the work is put away, where the size lays it over. */
  async leavePane(): Promise<void> {
    if ((await this.page.getByRole('complementary').getByRole('button', { name: 'Close' }).count()) > 0) await this.press('button', 'Close')
  }
  /** Another colony of the row, in Match. */
  async other(colony: string): Promise<void> {
    await this.press('combobox', 'Another colony')
    await this.press('option', new RegExp(`\\b${colony}\\b`))
    await expect(this.page.getByRole('heading', { level: 1 })).toContainText(colony)
  }
}

type Task = (hand: Hand, page: Page) => Promise<void>
const TASKS: Readonly<Record<string, Task>> = {
  'a round to Saturday': async (hand, page) => {
    await hand.go('Rounds')
    if (hand.narrow) await hand.press('button', /^What, and move it/, page.getByRole('article').filter({ hasText: 'Hollow Lane' }).first())
    else await hand.press('button', /^Hollow Lane, .* jobs?,/, page.getByRole('main'))
    await hand.press('button', /^Sat 15 August, open/)
    await hand.press('button', 'Set it for Sat 15 Aug')
    await expect(page.getByText('Set for Sat 15 Aug; the plan is drawn anew.')).toBeVisible()
    await hand.leavePane()
  },
  'strips out, with one on the floor': async (hand, page) => {
    await hand.go('Today')
    await hand.press('button', /Bramble/, page.getByRole('main'))
    const pane = page.getByRole('complementary', { name: 'Bramble' })
    await hand.write('spinbutton', /^Came out/, '1', pane)
    await hand.write('spinbutton', /^Lay on the floor/, '1', pane)
    await hand.press('button', 'Keep it', pane)
    await expect(pane).toHaveCount(0)
  },
  'a jar and a start': async (hand, page) => {
    await hand.go('Count')
    await hand.along('Hazel')
    for (let i = 0; i < 11; i++) await hand.press('button', /^(first|one more) mite$/)
    await hand.press('button', /^Keep it, on to/)
    await expect(page.getByRole('status').filter({ hasText: 'Hazel is kept.' })).toBeVisible()
    await hand.go('Match')
    await hand.other('Elder')
    await hand.press('button', /^Start on/)
    await expect(page.getByText(/^Amitraz strip is (planned|running)/).first()).toBeVisible()
    await hand.leavePane()
  },
  'nine counts': async (hand, page) => {
    await hand.go('Count')
    await hand.press('link', 'Table', page.getByRole('navigation', { name: 'Ways to count' }))
    const rows = page.getByRole('textbox', { name: /^Mites, / })
    await expect(rows.nth(8)).toBeAttached()
    for (const [i, mites] of ['3', '1', '7', '0', '14', '9', '11', '2', '4'].entries()) {
      const name = (await rows.nth(i).getAttribute('aria-label')) ?? ''
      await hand.write('textbox', name, mites)
    }
    await hand.press('button', 'Keep 9 counts')
    await expect(page.getByText(/^9 counts of/)).toBeVisible()
  },
  'why not formic': async (hand, page) => {
    await hand.go('Match')
    await hand.other('Hazel')
    await hand.press('button', /^Formic acid strip, 14 days/)
    await expect(page.getByRole('button', { name: /^Formic acid strip, 14 days/ })).toHaveAttribute('aria-expanded', 'true')
    await expect(page.getByText(/the limit is|over the limit of|29\.5/).first()).toBeVisible()
  },
  'an invitation': async (hand, page) => {
    await hand.go('People')
    await hand.press('button', 'Invite somebody')
    await hand.write('textbox', 'For whom', 'Ida')
    await hand.press('button', 'Make the invitation')
    await expect(page.getByRole('button', { name: 'Copy the link', exact: true })).toBeVisible()
    await hand.leavePane()
  },
  Fahrenheit: async (hand, page) => {
    await hand.go('You')
    await hand.press('combobox', 'Temperature')
    await hand.press('option', '°F')
    await expect(page.getByText(/Reads like: .* °F/)).toBeVisible()
    await hand.press('combobox', 'Temperature')
    await hand.press('option', '°C')
    await expect(page.getByText(/Reads like: .* °C/)).toBeVisible()
  },
  'the sheet on paper': async (hand, page) => {
    await liveOn(page, '2026-08-14')
    await page.goto('/today')
    await page.evaluate(() => (window.print = () => document.body.setAttribute('data-printed', '')))
    await hand.go('Rounds')
    if (hand.narrow) await hand.press('link', /^Sheet/, page.getByRole('article').first())
    else {
      await hand.press('button', /^Hollow Lane, .* jobs?,/, page.getByRole('main'))
      await hand.press('link', 'Open the round sheet')
    }
    await expect(page.getByRole('heading', { name: 'Take along' })).toBeVisible()
    await hand.press('button', /Print/)
    await expect(page.locator('body')).toHaveAttribute('data-printed', '')
  },
}

/** Touches or activations at most, at any size: as counted when this was written, eleven of the jar's for its mites. */
const MOST: Readonly<Record<string, number>> = {
  'a round to Saturday': 4,
  'strips out, with one on the floor': 5,
  'a jar and a start': 22,
  'nine counts': 12,
  'why not formic': 4,
  'an invitation': 6,
  Fahrenheit: 6,
  'the sheet on paper': 4,
}
async function all(page: Page, by: 'thumb' | 'voice'): Promise<void> {
  for (const [name, task] of Object.entries(TASKS)) {
    const hand = new Hand(page, by)
    await test.step(name, () => task(hand, page))
    expect(hand.touches, name).toBeLessThanOrEqual(MOST[name] ?? 0)
  }
}

/** The ninth: from a new account to a yard with five colonies. */
async function fiveColonies(page: Page, by: 'thumb' | 'voice'): Promise<void> {
  await signUp(page, 'Strand Bees')
  const hand = new Hand(page, by)
  await hand.write('textbox', 'Name of the yard', 'Far field')
  await hand.press('button', 'Keep it, on to the colonies')
  await hand.write('textbox', 'Colonies, in walking order', 'Ash\nBay\nElm\nFig\nOak')
  await hand.press('button', 'Keep these 5')
  await expect(page.getByRole('heading', { name: 'A walk along Far field' })).toBeVisible()
  expect(hand.touches).toBeLessThanOrEqual(4)
}

for (const [width, height] of [
  [320, 640],
  [390, 844],
  [844, 390],
] as const) {
  test.describe(`by the thumb alone at ${width}x${height}`, () => {
    test.use({ viewport: { width, height }, hasTouch: true, isMobile: true })
    test('eight tasks in the demo', ({ demo: page }) => all(page, 'thumb'))
    plainTest('a yard with five colonies', ({ page }) => fiveColonies(page, 'thumb'))
  })
}
test.describe('by names and roles alone', () => {
  test('eight tasks in the demo', ({ demo: page }) => all(page, 'voice'))
  plainTest('a yard with five colonies', ({ page }) => fiveColonies(page, 'voice'))
})
