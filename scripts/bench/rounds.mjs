/** A round pushed over the board in the real browser: from the pointer's move to the frame that shows what the day says. */
const STEPS = 40

export async function benchRoundsPage(browser, base) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  await context.request.post(`${base}/api/session/demo`)
  await page.goto(`${base}/rounds`, { waitUntil: 'networkidle' })
  const stone = page.locator('[data-round^="Hollow Lane"]').first()
  const box = await stone.boundingBox()
  const track = await page.getByRole('region', { name: 'Hollow Lane' }).locator('.track').boundingBox()
  await page.evaluate(() => {
    window.dragged = { frames: [], long: [] }
    document.addEventListener(
      'pointermove',
      () => {
        const began = performance.now()
        requestAnimationFrame(() => setTimeout(() => window.dragged.frames.push(performance.now() - began)))
      },
      true,
    )
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) window.dragged.long.push(e.duration)
    }).observe({ type: 'longtask' })
  })
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  for (let i = 0; i < STEPS; i++) await page.mouse.move(track.x + (track.width * (6 + (i % 20))) / 28, box.y + 20)
  await page.waitForTimeout(200)
  const { frames, long } = await page.evaluate(() => window.dragged)
  await page.keyboard.press('Escape')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.up()
  const sorted = frames.toSorted((a, b) => a - b)
  console.log(
    `Pushing a round: ${sorted[Math.floor(sorted.length / 2)].toFixed(0)} ms from the pointer to the frame, longest ${sorted.at(-1).toFixed(0)} ms (wanted: under 100), tasks over 50 ms: ${long.length}`,
  )
  await context.close()
}
