/**
 * A cold start on a slow phone (processor six times slower, 400 kbit/s, 150 ms away): first paint, Today's sentences as they are painted, and all of Today.
 * Prints figures, asserts nothing. A browser takes brotli over https alone: what is measured here is gzip, some 30 kB more than a keeper fetches.
 */

const SLOWER = 6
const BYTES_A_SECOND = 50_000
const AWAY_MS = 150

export async function benchSlowPhone(browser, base) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })
  await context.request.post(`${base}/api/session/demo`)
  const page = await context.newPage()
  const devtools = await context.newCDPSession(page)
  await devtools.send('Network.enable')
  await devtools.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: AWAY_MS,
    downloadThroughput: BYTES_A_SECOND,
    uploadThroughput: BYTES_A_SECOND,
  })
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  // The frame after the one in which they stand in the document: they are painted by then.
  await page.addInitScript(() => {
    const seen = new MutationObserver(() => {
      if (!document.querySelector('.sentences a')) return
      seen.disconnect()
      requestAnimationFrame(() => requestAnimationFrame((at) => performance.mark('sentences', { startTime: at })))
    })
    seen.observe(document, { childList: true, subtree: true })
  })
  const began = performance.now()
  await page.goto(`${base}/today`, { waitUntil: 'commit' })
  await page.getByRole('heading', { name: 'Due now' }).waitFor({ timeout: 60_000 })
  const whole = performance.now() - began
  await page.waitForFunction(() => performance.getEntriesByName('sentences').length > 0)
  const [paint, sentences, bytes] = await page.evaluate(() => [
    performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
    performance.getEntriesByName('sentences')[0].startTime,
    performance.getEntriesByType('resource').reduce((sum, e) => sum + e.transferSize, 0),
  ])
  console.log(
    `Slow phone, cold (${SLOWER} times slower, 400 kbit/s): first paint ${(paint / 1000).toFixed(1)} s (wanted: under 2.5), Today's sentences ${(sentences / 1000).toFixed(1)} s (wanted: under 8), all of Today ${(whole / 1000).toFixed(1)} s, ${Math.round(bytes / 1000)} kB`,
  )
  await context.close()
}
