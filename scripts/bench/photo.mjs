/** A photograph of twelve million pixels in the real browser, without a GPU: opened, moved about in, searched. Prints figures, asserts nothing. */
const [WIDTH, HEIGHT] = [4000, 3000]

/** Makes a board of that size with grain and reddish ovals, and hands it to the page's own file field. */
async function giveLargePhoto([width, height]) {
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d')
  context.fillStyle = '#E9E2D0'
  context.fillRect(0, 0, width, height)
  for (let i = 0; i < 9000; i++) {
    const [x, y] = [Math.random() * width, Math.random() * height]
    const mite = i % 60 === 0
    context.fillStyle = mite ? '#7A3A22' : ['#D6BE8C', '#B08A56', '#E2BC3E'][i % 3]
    context.beginPath()
    context.ellipse(x, y, mite ? 9 : 3 + (i % 11), mite ? 6 : 3 + (i % 7), i, 0, Math.PI * 2)
    context.fill()
  }
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 })
  const data = new DataTransfer()
  data.items.add(new File([blob], 'board.jpg', { type: 'image/jpeg' }))
  const input = document.querySelector('input[type=file]')
  input.files = data.files
  window.photoAt = performance.now()
  input.dispatchEvent(new Event('change', { bubbles: true }))
  return blob.size
}

/** Drags the picture to and fro for two seconds, one move a frame, and answers the frames a second and the longest. */
function dragAbout() {
  const canvas = document.querySelector('canvas')
  const box = canvas.getBoundingClientRect()
  const fire = (type, x, y) =>
    canvas.dispatchEvent(
      new PointerEvent(type, { pointerId: 1, clientX: box.left + x, clientY: box.top + y, button: 0, bubbles: true, isPrimary: true }),
    )
  canvas.setPointerCapture = () => {}
  return new Promise((resolve) => {
    const times = []
    const began = performance.now()
    fire('pointerdown', 400, 250)
    const step = (now) => {
      times.push(now)
      const at = now - began
      fire('pointermove', 400 + 260 * Math.sin(at / 160), 250 + 160 * Math.cos(at / 210))
      if (at < 2000) requestAnimationFrame(step)
      else {
        fire('pointercancel', 400, 250)
        const gaps = times.slice(1).map((t, i) => t - times[i])
        resolve({ perSecond: (gaps.length / (times.at(-1) - times[0])) * 1000, longest: Math.max(...gaps) })
      }
    }
    requestAnimationFrame(step)
  })
}

export async function benchPhoto(browser, base) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  try {
    const page = await context.newPage()
    await context.request.post(`${base}/api/session/demo`)
    const yards = await (await context.request.get(`${base}/api/yards`)).json()
    await page.goto(`${base}/count/${yards[0].colonies[0].id}/photo`, { waitUntil: 'networkidle' })
    await page.evaluate(() => {
      window.benchedLong = []
      new PerformanceObserver((list) => window.benchedLong.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' })
    })
    const bytes = await page.evaluate(giveLargePhoto, [WIDTH, HEIGHT])
    // Drawing the board was our doing, not the page's.
    await page.evaluate(() => (window.benchedLong = []))
    await page.locator('canvas').waitFor()
    const opened = await page.evaluate(() => performance.now() - window.photoAt)
    console.log(
      `A photograph of ${((WIDTH * HEIGHT) / 1e6).toFixed(0)} megapixels (${(bytes / 1e6).toFixed(1)} MB) open after ${(opened / 1000).toFixed(1)} s`,
    )
    for (const [name, presses] of [
      ['whole', 0],
      ['half way in', 3],
      ['pixel by pixel', 4],
    ]) {
      for (let i = 0; i < presses; i++) await page.getByRole('button', { name: 'nearer' }).click()
      const { perSecond, longest } = await page.evaluate(dragAbout)
      console.log(
        `  moved about in, ${name}: ${perSecond.toFixed(0)} frames a second, longest ${longest.toFixed(0)} ms (wanted: 30 a second, no GPU)`,
      )
    }
    const began = Date.now()
    await page.getByRole('button', { name: 'Suggest marks' }).click()
    await page.getByText(/places look like a mite|Nothing more was found/).waitFor()
    const long = await page.evaluate(() => window.benchedLong)
    console.log(
      `  searched for mites in ${((Date.now() - began) / 1000).toFixed(1)} s (wanted: under 3 s), ${await page.getByText(/places look like a mite/).innerText()}; tasks over 50 ms in the page from opening it on: ${long.length}${long.length > 0 ? ` (longest ${Math.max(...long).toFixed(0)} ms)` : ''}`,
    )
  } finally {
    await context.close()
  }
}
