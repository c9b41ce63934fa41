import { appendFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PAGE, startOwnServer } from './own-server.ts'
import { accessible, expect, PHONE, plainTest as test } from './steps.ts'

test('a new version waits for a press, and is not offered where a colony is counted', async ({ browser }) => {
  const copy = mkdtempSync(join(tmpdir(), 'thistle-page-'))
  cpSync(PAGE, copy, { recursive: true })
  const server = await startOwnServer({ PAGE_DIR: copy })
  const context = await browser.newContext({ ...PHONE, baseURL: server.url, serviceWorkers: 'allow', locale: 'en-GB' })
  try {
    const page = await context.newPage()
    await page.request.post('/api/session/demo')
    await page.goto('/today')
    await page.evaluate(() => navigator.serviceWorker.ready)
    const version = () => page.evaluate(async () => (await fetch('/sw.js', { cache: 'reload' })).text())
    const first = await version()
    await page.reload()
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)

    // The server is renewed: its worker is another, as after every build that changes a file.
    appendFileSync(join(copy, 'sw.js'), '\n// another build\n')
    expect(await version()).not.toBe(first)
    await page.goto('/count')
    await expect(page.getByLabel('Mites', { exact: true })).toBeVisible()
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.update())
    await expect
      .poll(() => page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.waiting !== null), { timeout: 60_000 })
      .toBe(true)
    await page.getByLabel('Mites', { exact: true }).fill('7')
    const offer = page.getByText('A new version of Round Thistle is there.')
    await expect(offer).toHaveCount(0)

    await page.getByRole('link', { name: 'Today', exact: true }).click()
    await expect(offer).toBeVisible()
    await accessible(page)
    // Nothing is renewed before the press.
    expect(await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.waiting !== null)).toBe(true)
    await page.evaluate(() => Object.assign(window, { before: true }))
    await page.getByRole('button', { name: 'Take it up' }).click()
    // A page that is being left answers nothing.
    await expect.poll(() => page.evaluate(() => 'before' in window).catch(() => true), { timeout: 30_000 }).toBe(false)
    await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
    await expect(offer).toHaveCount(0)
    expect(await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.waiting)).toBeNull()
  } finally {
    await context.close()
    await server.close()
    rmSync(copy, { recursive: true, force: true })
  }
})
