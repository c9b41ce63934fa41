/** Every place: no fault by axe in both lights, nothing wider than the screen, nothing that jumps while it loads, hostile text shown as text. */
import type { Page } from '@playwright/test'
import { demoId } from '../../server/src/demo/load.ts'
import { accessible, expect, PHONE, plainTest, test } from './steps.ts'

const PLACES = [
  '/today',
  '/yards',
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
  `/rounds/${demoId('yard Quarry Bank')}/2026-08-12`,
  '/rules',
  '/rules/oxalic-vapour',
  '/changes',
  '/people',
  '/you',
  '/more',
  '/first-steps',
  '/reference',
  '/holdings',
  '/outbox',
]
const DOOR = ['/sign-in', '/sign-up', '/forgotten', '/new-password/none', '/invitation/none.none', '/outbox', '/reference', '/nowhere']

async function settled(page: Page, path: string): Promise<void> {
  await page.goto(path, { waitUntil: 'networkidle' })
  await expect(page.locator('h1, h2').first()).toBeVisible()
  await page.evaluate(() => document.fonts.ready)
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

for (const colorScheme of ['light', 'dark'] as const) {
  plainTest(`every door, ${colorScheme}`, async ({ page }) => {
    test.slow()
    await page.emulateMedia({ colorScheme })
    for (const path of DOOR) {
      await settled(page, path)
      await accessible(page)
    }
  })
  test(`every place, ${colorScheme}`, async ({ demo: page }) => {
    test.slow()
    await page.emulateMedia({ colorScheme })
    for (const path of PLACES) {
      await settled(page, path)
      await expect(page.locator('html')).toHaveAttribute('data-light', colorScheme)
      await accessible(page)
    }
    // And what opens over them.
    await page.goto('/yards')
    await page.getByRole('button', { name: /^Weather of/ }).click()
    await expect(page.getByRole('complementary', { name: /^Weather/ })).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'Close' }).click()
    await page.getByRole('button', { name: 'Elder', exact: true }).click()
    await page.getByText('Last changes').last().click()
    await accessible(page)
  })
}

plainTest('nothing jumps while a door loads', async ({ page }) => {
  test.slow()
  for (const path of DOOR) {
    await settled(page, path)
    expect({ path, ...(await jumped(page)) }).toEqual({ path, value: 0, what: [] })
  }
})
test('nothing jumps while a place loads', async ({ demo: page }) => {
  test.slow()
  for (const path of PLACES) {
    await settled(page, path)
    expect({ path, ...(await jumped(page)) }).toEqual({ path, value: 0, what: [] })
  }
})

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

test('no place is wider than the screen, at any size', async ({ demo: page }) => {
  test.slow()
  const wide: string[] = []
  for (const path of [...PLACES, ...DOOR]) {
    await page.setViewportSize({ width: 1280, height: 800 })
    await settled(page, path)
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height })
      const by = await wider(page)
      if (by > 0) wide.push(`${path} at ${width}x${height}: ${by}`)
    }
  }
  expect(wide).toEqual([])
})
for (const width of [320, 390]) {
  test.describe(`on a phone of ${width} px`, () => {
    test.use({ ...PHONE, viewport: { width, height: 780 } })
    test('no place is wider than the screen', async ({ demo: page }) => {
      test.slow()
      for (const path of [...PLACES, ...DOOR]) {
        await settled(page, path)
        expect({ path, wider: await wider(page) }).toEqual({ path, wider: 0 })
      }
    })
  })
}

test('words set farther apart widen nothing', async ({ demo: page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const wide: string[] = []
  for (const path of ['/today', '/yards', '/count', '/count/table', '/match', '/rounds', '/rules', '/you']) {
    await settled(page, path)
    await page.addStyleTag({ content: APART })
    const by = await wider(page)
    if (by > 0) wide.push(`${path}: ${by}`)
  }
  expect(wide).toEqual([])
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
