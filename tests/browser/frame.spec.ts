/** What lies around the work: what-if, undo, the box that goes anywhere, the keys, what a keeper reads by, the demo's clock, paper. */
import { v7 } from 'uuid'
import { accessible, choose, expect, giveFile, openColony, test, typeDay } from './steps.ts'

test('what if: old and new verdicts stand side by side, nothing is kept until asked, and then it is', async ({ demo: page }) => {
  await page.goto('/yards')
  await openColony(page, 'Quarry Bank', 'Hazel')
  await page.getByRole('complementary', { name: 'Hazel' }).getByRole('link', { name: 'What fits' }).first().click()
  const strip = page.getByRole('row', { name: /^Amitraz strip/ })
  await expect(strip).toContainText('From Sat 15 Aug')
  const written: string[] = []
  page.on('request', (request) => request.method() !== 'GET' && written.push(request.url()))

  await page.getByRole('button', { name: /^Supers: on, for people\. What if/ }).click()
  await choose(page.getByLabel('What if Supers were'), 'off')
  const bar = page.getByRole('region', { name: 'What if' })
  await expect(bar).toContainText('What if: supers off. Kept nowhere')
  await expect(strip).toContainText('as it is: from Sat 15 Aug')
  await expect(strip.getByText('Fits', { exact: false }).first()).toBeVisible()
  await expect(page.getByRole('button', { name: /^Start on/ })).toHaveCount(0)
  await page.getByRole('button', { name: /^Days warmer by/ }).click()
  await page.getByLabel('What if Days warmer by were').fill('-8')
  await expect(page.getByRole('row', { name: /^Formic acid strip, 14 days/ })).toContainText('as it is: from Sun 16 Aug')
  await accessible(page)

  await bar.getByRole('button', { name: 'Put it back as it is' }).click()
  await expect(bar).toHaveCount(0)
  await expect(strip).toContainText('From Sat 15 Aug')
  await page.reload()
  await expect(page.getByRole('button', { name: /^Supers: on, for people/ })).toBeVisible()
  expect(written).toEqual([])

  // A figure that cannot be is not judged by.
  await page.getByRole('button', { name: /^Bees, frames/ }).click()
  await page.getByLabel('What if Bees, frames were').fill('-3')
  await expect(page.getByText('Must be 0 to 120. Judged as known.')).toBeVisible()
  await expect(page.getByLabel('What if Bees, frames were')).toHaveValue('-3')
  await expect(bar).toHaveCount(0)
  await page.getByLabel('What if Bees, frames were').fill('11')
  await expect(bar).toContainText('bees, frames 11')
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save it as a file' }).click()])
  await giveFile(page, 'Load a saved file', await download.path())
  await expect(page.getByRole('heading', { name: 'A case from a file' })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Bees, frames: 11\./ })).toBeVisible()
  await page.getByRole('button', { name: 'Put it away' }).click()

  await page.getByRole('button', { name: /^Bees, frames/ }).click()
  await page.getByLabel('What if Bees, frames were').fill('11')
  await bar.getByRole('button', { name: 'It is so: keep it as seen today' }).click()
  await expect(bar).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('button', { name: /^Bees, frames: 11\./ })).toBeVisible()

  // ... and undone from where it shows.
  await openColony(page, 'Quarry Bank', 'Hazel')
  const pane = page.getByRole('complementary', { name: 'Hazel' })
  await expect(pane.getByText('11 frames')).toBeVisible()
  await pane.getByText('Last changes').click()
  const last = pane.getByRole('listitem').filter({ hasText: 'inspection of Wed 12 Aug' })
  await expect(last).toContainText(/just now|minute|today/i)
  await last.getByRole('button', { name: /^Undo/ }).click()
  await expect(pane.getByText('Undone: inspection of Wed 12 Aug.')).toBeVisible()
  await expect(pane.getByText('14 frames')).toBeVisible()
})

test('the box goes anywhere, and the keys do what their sheet says', async ({ demo: page }) => {
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Where to' }).fill('mat haz')
  await expect(page.getByRole('listbox').getByRole('option')).toHaveText([/^Match Hazel/])
  await accessible(page)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/match\//)
  await expect(page.getByRole('heading', { name: 'Hazel' })).toBeVisible()
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Where to' }).fill('nothing of that name')
  await expect(page.getByText('Nothing here is called that.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('combobox', { name: 'Where to' })).toHaveCount(0)

  await page.keyboard.press('?')
  const sheet = page.getByRole('dialog', { name: 'Keys' })
  await expect(sheet.getByRole('heading', { name: 'The tally' })).toBeVisible()
  await accessible(page)
  // While it lies on top, the letters below do nothing.
  await page.keyboard.press('g')
  await page.keyboard.press('t')
  await expect(page).toHaveURL(/\/match\//)
  await page.keyboard.press('Escape')
  await expect(sheet).toHaveCount(0)
  for (const [letter, path] of [
    ['r', '/rules'],
    ['l', '/changes'],
    ['y', '/yards'],
    ['t', '/today'],
  ] as const) {
    await page.keyboard.press('g')
    await page.keyboard.press(letter)
    await expect(page).toHaveURL(new RegExp(`${path}$`))
  }

  // In a field a letter is a letter.
  await page.goto('/you')
  const name = page.getByLabel('Your name')
  const was = await name.inputValue()
  await name.focus()
  await page.keyboard.press('End')
  await page.keyboard.type('gt?/')
  await expect(name).toHaveValue(`${was}gt?/`)
  await expect(page).toHaveURL(/\/you$/)

  // Switched off, they are only letters; Ctrl K stays.
  await page.getByRole('checkbox', { name: /^Single letters are keys/ }).uncheck()
  await expect(page.getByText(/^Kept\./)).toBeVisible()
  await page.locator('h1').first().click()
  await page.keyboard.press('g')
  await page.keyboard.press('t')
  await page.keyboard.press('?')
  await expect(page).toHaveURL(/\/you$/)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Where to' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('checkbox', { name: /^Single letters are keys/ }).check()
  await expect(page.getByText(/^Kept\./)).toBeVisible()
})

test('units, days and light are the keeper’s own, at once and in the next browser too', async ({ demo: page, browser }) => {
  await page.goto('/you')
  await choose(page.getByLabel('Temperature'), '°F')
  await choose(page.getByLabel('Weight'), 'ounces')
  await choose(page.getByLabel('Days', { exact: true }), 'Thu Aug 20')
  await choose(page.getByLabel('Light'), 'dark, for the evening')
  await expect(page.getByText(/Reads like: Wed Aug 12, 85\.1 °F, 0\.071 oz/)).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('data-light', 'dark')

  // The same keeper, with nothing that the first browser may have kept for itself.
  const next = await browser.newContext()
  await next.addCookies(await page.context().cookies())
  const other = await next.newPage()
  await other.goto('/today')
  await expect(other.getByRole('heading', { name: 'Due now' })).toBeVisible()
  await expect(other.locator('html')).toHaveAttribute('data-light', 'dark')
  await other.goto('/match')
  await other
    .getByRole('row', { name: /^Formic acid strip, 14 days/ })
    .getByRole('button')
    .first()
    .click()
  await expect(other.getByText(/\d °F/).first()).toBeVisible()
  await expect(other.getByText(/\d °C/)).toHaveCount(0)
  await expect(other.getByRole('heading', { name: 'What fits on Wed August 12' })).toBeVisible()
  // A temperature is typed as it is read.
  await other.goto('/yards')
  await other.getByRole('button', { name: /^Weather of/ }).click()
  await expect(other.getByText('°F').first()).toBeVisible()
  await other.context().close()

  for (const [label, value] of [
    ['Temperature', '°C'],
    ['Weight', 'grams'],
    ['Days', 'Thu 20 Aug'],
    ['Light', 'as the device'],
  ] as const)
    await choose(page.getByLabel(label, { exact: true }), value)
  await expect(page.getByText(/Reads like: Wed 12 Aug, 29\.5 °C, 2 g/)).toBeVisible()
})

test('the demo is stepped on to the next job, and put back as it was', async ({ demo: page }) => {
  await openColony(page, 'Top Meadow', 'Daisy')
  await page.getByRole('button', { name: 'Rename' }).click()
  await page.getByLabel('Name or tag').fill('Oxeye')
  await page.getByRole('button', { name: 'Keep the name' }).click()
  await expect(page.getByRole('complementary', { name: 'Oxeye' })).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()

  const clock = page.getByRole('button', { name: /^Demo day/ })
  await clock.click()
  const next = page.getByRole('button', { name: /^To the next job, / })
  const day = /To the next job, (\w+ \d+ \w+)/.exec((await next.textContent()) ?? '')?.[1] ?? 'nowhere'
  await next.click()
  await expect(clock).toContainText(day)
  await page.goto('/today')
  await expect(page.getByText(/^\w+ \d+ August, Ossenvale Bees/)).toBeVisible()
  await clock.click()
  await accessible(page)
  await page.getByRole('button', { name: 'Put everything back as it was' }).click()
  await expect(clock).toContainText('Wed 12 Aug')
  await page.goto('/yards')
  await page
    .getByRole('navigation', { name: 'Yards' })
    .getByRole('link', { name: /^Top Meadow/ })
    .click()
  await expect(page.getByRole('button', { name: 'Daisy', exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Oxeye', exact: true })).toHaveCount(0)
})

test('on paper: light, without controls, with whose it is and as of when', async ({ demo: page }) => {
  await page.goto('/you')
  await choose(page.getByLabel('Light'), 'dark, for the evening')
  await expect(page.getByText(/^Kept\./)).toBeVisible()
  const colour = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor)
  for (const path of ['/today', '/yards', '/match', '/count', '/rules']) {
    await page.goto(path)
    await expect(page.getByText('Demo day')).toBeVisible()
    expect(await colour()).not.toBe('rgb(255, 255, 255)')
    await page.emulateMedia({ media: 'print' })
    expect(await colour()).toBe('rgb(255, 255, 255)')
    await expect(page.getByText('Ossenvale Bees', { exact: true })).toBeVisible()
    await expect(page.getByText(/as known on Wed 12 August 2026/)).toBeVisible()
    for (const gone of ['.band', '.strip', '.press', '.bar']) await expect(page.locator(gone).filter({ visible: true })).toHaveCount(0)
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0)
    await page.emulateMedia({ media: 'screen' })
  }
  // An open colony is printed alone.
  await openColony(page, 'Quarry Bank', 'Bramble')
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('table')).toBeHidden()
  await expect(page.getByRole('heading', { name: 'Bramble' })).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await page.goto('/you')
  await choose(page.getByLabel('Light'), 'as the device')
  await expect(page.getByText(/^Kept\./)).toBeVisible()
})

test('what every place asks for first comes with the page, once, and to nobody without a session', async ({ demo: page, browser }) => {
  const asked: string[] = []
  page.on('request', (request) => request.url().includes('/api/') && asked.push(new URL(request.url()).pathname))
  const told = await page.goto('/today')
  expect(told?.headers().link).toContain('</api/yards>; rel=preload; as=fetch')
  await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  expect(asked.toSorted()).toEqual(['/api/holding', '/api/yards'])
  const stranger = await browser.newPage()
  expect((await stranger.goto(page.url()))?.headers().link).toBeUndefined()
  await stranger.close()
})

test('with twenty yards the one in view stands in sight, what adds one stays beside, and Rules asks which', async ({ demo: page }) => {
  for (let n = 1; n <= 16; n += 1)
    expect((await page.request.put(`/api/yards/${v7()}`, { data: { name: `Far Ground ${n}`, place: 10 + n } })).ok()).toBe(true)
  const last = (await (await page.request.get('/api/yards')).json()).find((y: { name: string }) => y.name === 'Far Ground 16')
  await page.goto(`/yards/${last.id}`)
  await expect(page.getByRole('navigation', { name: 'Yards' }).getByRole('link', { name: /^Far Ground 16/ })).toBeInViewport({ ratio: 0.98 })
  await expect(page.getByRole('button', { name: 'Add a yard' })).toBeInViewport({ ratio: 1 })

  await page.goto('/rules')
  const opening = page.getByLabel('Last opening before winter')
  await expect(opening).toHaveCount(1)
  await choose(page.getByLabel('Which of them'), 'Far Ground 16')
  await expect(page.getByRole('heading', { name: 'Far Ground 16' })).toBeVisible()
  await typeDay(opening, '3 Nov')
  await choose(page.getByLabel('Which of them'), 'Quarry Bank')
  await expect(page.getByRole('heading', { name: 'Quarry Bank' })).toBeVisible()
  await choose(page.getByLabel('Which of them'), 'Far Ground 16')
  await expect(opening).toHaveValue('Tue 3 Nov')
})
