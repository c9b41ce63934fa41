/** Every place: no fault by axe in both lights, nothing wider than the screen, nothing that jumps while it loads, hostile text shown as text. */
import type { Page } from '@playwright/test'
import { accessible, expect, PHONE, plainTest, test } from './steps.ts'

const PLACES = [
  '/today',
  '/yards',
  '/yards/:yard/looks',
  '/count',
  '/count/table',
  '/count/yard',
  '/count/file',
  '/count/practise',
  '/match',
  '/match?view=weeks',
  '/match/yard',
  '/rounds',
  '/rounds/season',
  '/rounds/deadlines',
  '/rounds/:yard/2026-08-12',
  '/outlook',
  '/outlook/knows',
  '/outlook/year',
  '/practice',
  '/book',
  '/book/counts',
  '/book/looks',
  '/book/reviewed',
  '/book/worked',
  '/book/trials',
  '/book/trials/new',
  '/book/winter',
  '/line/:colony',
  '/book/year',
  '/shelf',
  '/shelf/bench',
  '/shelf/gear',
  '/shelf/safety',
  '/shelf/safety/oxalic-acid',
  '/shelf/tags',
  '/tag/scan',
  '/tag/000000',
  '/phone',
  '/rules',
  '/rules/oxalic-vapour',
  '/rules/own',
  '/changes',
  '/people',
  '/you',
  '/more',
  '/first-steps',
  '/reference',
  '/holdings',
  '/outbox',
]
const DOOR = [
  '/sign-in',
  '/sign-up',
  '/forgotten',
  '/new-password/none',
  '/invitation/none.none',
  '/shared/none',
  '/outbox',
  '/reference',
  '/nowhere',
]

/** Each visitor's demo has ids of its own. */
async function addressOf(page: Page, path: string): Promise<string> {
  if (!/:yard|:colony/.test(path)) return path
  const yards = (await (await page.request.get('/api/yards')).json()) as { id: string; name: string; colonies: { id: string }[] }[]
  const yard = yards.find((y) => y.name === 'Quarry Bank')
  return path.replace(':yard', yard?.id ?? 'none').replace(':colony', yard?.colonies[1]?.id ?? 'none')
}
async function settled(page: Page, path: string): Promise<void> {
  await page.goto(await addressOf(page, path), { waitUntil: 'networkidle' })
  await expect(page.locator('h1, h2').first()).toBeVisible()
  await page.evaluate(() => document.fonts.ready)
  // What is being worked out anew is paled until it is there.
  await expect(page.locator('[aria-busy="true"], [data-waiting]')).toHaveCount(0, { timeout: 20_000 })
}
/** How far the page jumped about while it loaded, in the browser's own measure (0: not at all). */
const jumped = (page: Page): Promise<{ value: number; what: string[] }> =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        let value = 0
        const what: string[] = []
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries() as (PerformanceEntry & {
            value: number
            hadRecentInput: boolean
            sources: { node: Node | null }[]
          })[]) {
            if (entry.hadRecentInput) continue
            value += entry.value
            what.push(
              ...entry.sources.map((s) => (s.node instanceof Element ? `${s.node.tagName}.${s.node.className}` : String(s.node?.textContent))),
            )
          }
        }).observe({ type: 'layout-shift', buffered: true })
        setTimeout(() => resolve({ value, what }), 100)
      }),
  )
const wider = (page: Page): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)

/** Phones upright and on their side, tablets, the desk; and the desk at 200 and 400 %. */
const SIZES = [
  [320, 640],
  [360, 740],
  [390, 844],
  [768, 1024],
  [844, 390],
  [1024, 768],
  [1280, 800],
  [640, 400],
  [320, 200],
] as const
/** WCAG 1.4.12: what a reader may set the words apart by. */
const APART =
  '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; } p { margin-bottom: 2em !important; }'

/** One visit says all that the desk asks of a place: that nothing jumped, no fault in either light, nothing wider at any size or with words set apart. */
async function examine(page: Page, path: string, wide: string[]): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light' })
  await page.setViewportSize({ width: 1280, height: 800 })
  await settled(page, path)
  expect({ path, ...(await jumped(page)) }).toEqual({ path, value: 0, what: [] })
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    await expect(page.locator('html')).toHaveAttribute('data-light', colorScheme)
    await accessible(page)
  }
  await hold(page, path, SIZES, wide)
  await page.setViewportSize({ width: 390, height: 844 })
  await page.addStyleTag({ content: APART })
  const by = await wider(page)
  if (by > 0) wide.push(`${path} with words set apart: ${by}`)
}
async function hold(page: Page, path: string, sizes: readonly (readonly [number, number])[], wide: string[]): Promise<void> {
  for (const [width, height] of sizes) {
    await page.setViewportSize({ width, height })
    let by = await wider(page)
    // A phone takes a moment to take on another size.
    for (let tries = 0; by > 0 && tries < 10; tries += 1) {
      await page.waitForTimeout(100)
      by = await wider(page)
    }
    if (by > 0) wide.push(`${path} at ${width}x${height}: ${by}`)
  }
}

plainTest('every door: nothing jumps, no fault in either light, nothing wider at any size', async ({ page }) => {
  test.slow()
  const wide: string[] = []
  for (const path of DOOR) await examine(page, path, wide)
  expect(wide).toEqual([])
})
for (const half of [0, 1])
  test(`every place, ${half === 0 ? 'the first' : 'the second'} half: nothing jumps, no fault in either light, nothing wider at any size`, async ({
    demo: page,
  }) => {
    test.slow()
    const wide: string[] = []
    for (const path of PLACES.filter((_path, n) => n % 2 === half)) await examine(page, path, wide)
    expect(wide).toEqual([])
  })
test('what opens over a place has no fault in either light', async ({ demo: page }) => {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    await page.goto('/yards')
    await page.getByRole('button', { name: /^Weather of/ }).click()
    await expect(page.getByRole('complementary', { name: /^Weather/ })).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'Close' }).click()
    await page.getByRole('button', { name: 'Elder', exact: true }).click()
    await page.getByText('Last changes').last().click()
    await accessible(page)
  }
})
test.describe('on a phone', () => {
  test.use({ ...PHONE, viewport: { width: 390, height: 780 } })
  test('no place is wider than the screen', async ({ demo: page }) => {
    test.slow()
    const wide: string[] = []
    for (const path of [...PLACES, ...DOOR]) {
      await settled(page, path)
      await hold(
        page,
        path,
        [
          [390, 780],
          [320, 780],
        ],
        wide,
      )
    }
    expect(wide).toEqual([])
  })
})
test('where the system paints, the drawings are not empty', async ({ demo: page }) => {
  await page.emulateMedia({ forcedColors: 'active' })
  const grounds = (selector: string) => page.locator(selector).evaluateAll((all) => all.map((e) => getComputedStyle(e).backgroundColor))
  const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor)
  await settled(page, '/match')
  expect(await grounds('.day.forecast .bar')).not.toContain(await paper())
  expect(await grounds('.day.v-fits .ribbon')).not.toContain(await paper())
  await settled(page, '/rounds')
  await expect(page.locator('.stone').first()).toBeVisible()
  expect(await grounds('.stone')).not.toContain(await paper())
  // A canvas is painted by nobody but us: it must take the system's colours itself.
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' })
  await settled(page, '/rounds/season')
  const canvas = page.getByRole('img', { name: /^Hollow Lane, the year/ })
  await canvas.scrollIntoViewIfNeeded()
  const lit = () =>
    canvas.evaluate((it: HTMLCanvasElement) => {
      const ground = Number(/\d+/.exec(getComputedStyle(document.body).backgroundColor)?.[0])
      const { data } = it.getContext('2d')!.getImageData(0, 0, it.width, it.height)
      return Array.from({ length: data.length / 4 }, (_, i) => i * 4).filter((i) => data[i + 3]! > 200 && Math.abs(data[i]! - ground) > 120).length
    })
  await expect.poll(lit).toBeGreaterThan(1000)
})

const HOSTILE = [
  `<img src=x onerror="document.title='broken'">`,
  `"><script>document.title='broken'</script>`,
  `{{ constructor }} </td><svg onload=alert(1)>'); --`,
]
test('hostile text in every field is kept and shown as text', async ({ demo: page }) => {
  test.slow()
  const errors: string[] = []
  page.on('dialog', (dialog) => errors.push(dialog.message()))
  const yards = (await (await page.request.get('/api/yards')).json()) as { id: string; colonies: { id: string; name: string }[] }[]
  const yard = yards[0]
  const send = async (path: string, data: object) => {
    const response = await page.request.put(`/api/${path}`, { data })
    expect({ path, status: response.status(), body: response.status() < 300 ? null : await response.text() }).toEqual({
      path,
      status: expect.any(Number),
      body: null,
    })
  }
  for (const [i, text] of HOSTILE.entries()) {
    const id = `0190f3a0-0000-7000-8000-00000000010${i}`
    const name = text.slice(0, 40)
    await send(`colonies/${id}`, { name, since: '2026-05-01' })
    await page.request.post(`/api/colonies/${id}/move`, {
      data: { placementId: `0190f3a0-0000-7000-8000-00000000020${i}`, yardId: yard?.id, position: 1, onDay: '2026-05-01' },
    })
    await send(`looks/0190f3a0-0000-7000-8000-00000000030${i}`, { colonyId: id, onDay: '2026-08-10', broodBoxes: 1, note: text })
    await page.goto(`/yards/${yard?.id}?colony=${id}`)
    const pane = page.getByRole('complementary', { name })
    await expect(pane.locator('.note')).toHaveText(text)
    await pane.getByText('Last changes').click()
    await expect(pane.getByText('Reading ...')).toHaveCount(0)
    for (const path of ['/today', `/count/${id}`, `/match/${id}`, '/changes']) {
      await settled(page, path)
      await expect(page.getByText(name, { exact: false }).first()).toBeAttached()
    }
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Where to' }).fill(name.slice(0, 5))
    await expect(page.getByRole('listbox').getByRole('option').filter({ hasText: name }).first()).toBeVisible()
  }
  expect(await page.title()).not.toContain('broken')
  expect(await page.locator('img[src="x"]').count()).toBe(0)
  expect(errors).toEqual([])
  expect((await page.request.post('/api/holding/fresh')).status()).toBe(204)
})
