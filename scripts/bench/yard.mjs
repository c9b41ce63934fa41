/** A yard of thirty weighed beside the page: for a day, and over eight weeks; what it takes, and whether the page goes on answering. Prints figures, asserts nothing. */

export async function benchYard(browser, base) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await context.request.post(`${base}/api/session/demo`)
  const yards = await (await context.request.get(`${base}/api/yards`)).json()
  const yard = yards.toSorted((a, b) => b.colonies.length - a.colonies.length)[0]
  await page.goto(`${base}/match/yard/${yard.id}`, { waitUntil: 'networkidle' })
  await page.getByRole('button', { name: /^The whole yard/ }).click()
  await page.waitForTimeout(400)
  const watched = () =>
    page.evaluate(() => {
      window.long = []
      new PerformanceObserver((list) => window.long.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' })
    })
  await watched()
  const day = page.locator('table[aria-busy=true]')
  const began = performance.now()
  await page.click('[data-day="2026-08-20"]')
  await day.waitFor({ state: 'detached' })
  const forDay = performance.now() - began
  const ahead = performance.now()
  await page.getByRole('button', { name: /^The same over eight weeks/ }).click()
  await page.locator('.windows .bar').first().waitFor()
  const forWeeks = performance.now() - ahead
  await page.waitForTimeout(200)
  const long = await page.evaluate(() => window.long)
  console.log(
    `A yard of ${yard.colonies.length} in its worker: another day in ${forDay.toFixed(0)} ms, eight weeks in ${forWeeks.toFixed(0)} ms (wanted: under 500), from press to picture; tasks over 50 ms in the page meanwhile: ${long.length}${long.length > 0 ? ` (longest ${Math.max(...long).toFixed(0)} ms)` : ''} (wanted: none)`,
  )
  await context.close()
}
