import { CHROMIUM } from '../setup/install.mjs'
import { benchPhoto } from './photo.mjs'
import { benchRoundsPage } from './rounds.mjs'
import { benchSlowPhone } from './slow-phone.mjs'
import { benchYard } from './yard.mjs'

/** The page itself, in the real browser: what jumps while it loads, and whether typing ever waits. Prints figures, asserts nothing. */

const PLACES = [
  '/sign-in',
  '/today',
  '/yards',
  '/count',
  '/count/table',
  '/count/yard',
  '/count/file',
  '/match',
  '/match?view=weeks',
  '/match/yard',
  '/rounds',
  '/rounds/season',
  '/rounds/deadlines',
  '/rules',
  '/changes',
  '/people',
  '/you',
]
/** Where somebody types, and what: digits into a field that is judged at each key. */
const TYPED = [
  { place: '/count', field: '#c-mites', name: 'a count' },
  { place: '/count', field: '#c-bees', name: 'the bees of a jar' },
  { place: '/count/table', field: '#t-mites-0', name: 'a yard in the table' },
  { place: '/match', open: /^Mites in the jar/, field: '#wi-mites', name: 'a what-if, all options judged anew' },
]
const KEYS = 40

/** Watches from the first moment: layout shifts, and tasks over 50 ms. */
function watchPage() {
  window.benched = { shift: 0, long: [], keys: [] }
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) if (!e.hadRecentInput) window.benched.shift += e.value
  }).observe({ type: 'layout-shift', buffered: true })
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) window.benched.long.push(e.duration)
  }).observe({ type: 'longtask', buffered: true })
}
const middle = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0

/** How long from a key to the next painted frame, ms, and the tasks over 50 ms meanwhile. */
async function typeInto(page, selector) {
  await page.evaluate(() => {
    window.benched.long = []
    window.benched.keys = []
    document.addEventListener('keydown', () => {
      const began = performance.now()
      requestAnimationFrame(() => setTimeout(() => window.benched.keys.push(performance.now() - began)))
    })
  })
  await page.focus(selector)
  for (let i = 0; i < KEYS; i++) await page.keyboard.press(i % 4 === 3 ? 'Backspace' : String(1 + (i % 2)), { delay: 20 })
  await page.waitForTimeout(200)
  return page.evaluate(() => window.benched)
}

export async function benchPage(base) {
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--disable-gpu', '--disable-background-networking', '--no-first-run'],
  })
  try {
    for (const [size, viewport] of [
      ['1280x800', { width: 1280, height: 800 }],
      ['390x844', { width: 390, height: 844 }],
    ]) {
      const context = await browser.newContext({ viewport })
      await context.addInitScript(watchPage)
      const page = await context.newPage()
      const shifts = []
      for (const place of PLACES) {
        if (place !== '/sign-in') await context.request.post(`${base}/api/session/demo`)
        await page.goto(base + place, { waitUntil: 'networkidle' })
        await page.waitForTimeout(150)
        shifts.push([place, await page.evaluate(() => window.benched.shift)])
      }
      const worst = shifts.toSorted((a, b) => b[1] - a[1])[0]
      console.log(`Layout shift on load at ${size}, worst of ${shifts.length} places: ${worst[1].toFixed(4)} (${worst[0]}; wanted: 0)`)
      for (const { place, open, field, name } of TYPED) {
        await page.goto(base + place, { waitUntil: 'networkidle' })
        if (open) {
          const known = page.getByText('What is known, and more')
          if (await known.isVisible()) await known.click()
          await page.getByRole('button', { name: open }).click()
        }
        const { long, keys } = await typeInto(page, field)
        console.log(
          `Typing ${name} at ${size}: ${middle(keys).toFixed(0)} ms from key to frame (median of ${keys.length}), tasks over 50 ms: ${long.length}${long.length > 0 ? ` (longest ${Math.max(...long).toFixed(0)} ms)` : ''} (wanted: none)`,
        )
      }
      await context.close()
    }
    await benchYard(browser, base)
    await benchRoundsPage(browser, base)
    await benchPhoto(browser, base)
    await benchSlowPhone(browser, base)
  } finally {
    await browser.close()
  }
}
