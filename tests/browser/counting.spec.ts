/** The bench: every way of counting, a whole yard by the keys, boards and photographs, tables and files, and the practice tray. */
import type { Locator, Page } from '@playwright/test'
import { drawPractice } from '@thistle/core/photo'
import { accessible, choose, expect, giveFile, liveOn, openColony, PHONE, test } from './steps.ts'

const method = (page: Page, name: string) => page.getByText(name, { exact: true }).click()
const says = (page: Page, text: string | RegExp) => expect(page.getByText(text).first()).toBeVisible()

test('a yard of nine is counted in the table by the keys alone, and kept in one stroke', async ({ demo: page }) => {
  await page.goto('/count/table')
  await expect(page.getByRole('heading', { name: 'Quarry Bank, counted in one go' })).toBeVisible()
  await page.getByLabel('Mites, Alder').focus()
  for (const mites of ['3', '1', '400', '0', '14', '9', '11', '2', '4']) {
    await page.keyboard.type(mites)
    await page.keyboard.press('Enter')
  }
  await expect(page.getByRole('button', { name: 'Keep 9 counts' })).toBeFocused()
  // One of them cannot be: it is said in its row, and nothing is kept by half.
  await says(page, '400 mites on 300 bees: more mites than bees. Were the two figures swapped?')
  await page.keyboard.press('Enter')
  await says(page, 'Clover: put it right first; nothing is kept by half.')
  await accessible(page)
  await page.getByLabel('Mites, Clover').fill('7')
  await page.getByLabel('Mites, Clover').press('Tab')
  await page.keyboard.type('305')
  await page.keyboard.press('Tab')
  await page.keyboard.type('a windy day')
  await expect(page.getByRole('row', { name: /Clover/ })).toContainText('2.3 in 100')
  await page.getByRole('button', { name: 'Keep 9 counts' }).press('Enter')
  await expect(page.getByRole('status')).toContainText('9 counts of Wed 12 Aug kept.')
  await expect(page.getByLabel('Mites, Alder')).toHaveValue('')
  await page.getByRole('link', { name: 'What the yard says' }).click()
  await says(page, /counted within three weeks: the yard stands at/)

  // One undo takes all nine back.
  await page.goto('/changes')
  const undone = page.waitForResponse(/\/api\/changes\/\d+\/undo$/)
  await page.getByRole('button', { name: /^Undo/ }).first().click()
  expect((await undone).status()).toBe(204)
  await openColony(page, 'Quarry Bank', 'Elder')
  await says(page, '4.4 in 100, likely')
})

test('at the hive: the same bees shaken twice, two jars, bees by the cup, flags, and on down the row', async ({ demo: page }) => {
  await openColony(page, 'Quarry Bank', 'Alder')
  await page.getByRole('complementary').getByRole('link', { name: 'Count' }).first().click()
  await page.getByRole('button', { name: 'How to do it' }).click()
  await expect(page.getByRole('complementary', { name: 'A wash, step by step' })).toContainText('Look twice over the frame')
  await accessible(page)
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('checkbox', { name: /^Queen seen and put back/ }).check()
  const tally = page.getByRole('group', { name: /^Tally/ })
  await tally.focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('Space')
  await page.getByRole('button', { name: 'Shake the same bees again' }).click()
  await tally.focus()
  for (let i = 0; i < 2; i++) await page.keyboard.press('Space')
  await says(page, '7 in all.')
  await says(page, '2.3 in 100, likely')
  await choose(page.getByLabel('Measured by'), /cup$/)
  await says(page, 'about 300 bees, 250 to 350')
  await says(page, 'Bees by measure: with 350 to 250 of them it would be 2.0 to 2.8 in 100.')
  await page.getByRole('button', { name: 'Another jar of this colony' }).click()
  await page.getByLabel('Mites', { exact: true }).fill('3')
  await says(page, '1.7 in 100, likely')
  // Whichever jar is chosen, each stands as wide as before, and no wider than its words in bold take.
  const jars = page.getByRole('group', { name: 'Jars of this colony' }).getByRole('button', { name: /^Jar \d/ })
  const wide = () => jars.evaluateAll((all) => all.map((b) => b.getBoundingClientRect().width))
  const before = await wide()
  await jars.first().click()
  await expect(jars.first()).toHaveAttribute('aria-pressed', 'true')
  expect(await wide()).toEqual(before)
  expect(Math.max(...before)).toBeLessThan(120)
  await jars.last().click()
  await page.getByRole('checkbox', { name: /taken from a super/ }).check()
  await says(page, 'This sample is marked as not typical of the yard.')
  await page.getByRole('button', { name: /^Keep it, on to 2 Bramble/ }).click()
  await expect(page.getByRole('status')).toContainText('Alder is kept.')
  await expect(page.getByRole('heading', { name: /Bramble/ })).toBeVisible()
  // It is kept as it was counted.
  const yards = await (await page.request.get('/api/yards')).json()
  const alder = yards[0].colonies[0].counts.at(-1)
  expect(alder).toMatchObject({ queenSeen: true, fluid: 'alcohol', flags: ['from-super'], representative: false })
  expect(alder.samples).toMatchObject([
    { mites: 7, bees: 300, shakes: [5, 2], measured: { by: 'cup', amount: 1 } },
    { mites: 3, bees: 300 },
  ])
})

test('a sugar roll is not hurried in silence, and its share is allowed for', async ({ demo: page }) => {
  await page.clock.install()
  await page.goto('/count')
  await method(page, 'Sugar roll')
  await page.getByLabel('Mites', { exact: true }).fill('8')
  await says(page, 'With 90 % of the mites found it is 3.0, likely')
  await page.getByRole('spinbutton', { name: 'Mites the roll finds, %' }).fill('70')
  await says(page, 'With 70 % of the mites found it is 3.8, likely')
  await page.getByRole('button', { name: 'Let the sugar work, 60 s' }).click()
  await page.clock.fastForward(20_000)
  await expect(page.getByRole('timer')).toContainText('The sugar works')
  await page.getByRole('button', { name: 'Keep it, stay here' }).click()
  const asking = page.getByRole('alert')
  await expect(asking).toContainText(/The sugar worked (19|20|21) of 60 s by the timer/)
  await asking.getByRole('button', { name: 'Back' }).click()
  await page.clock.fastForward(45_000)
  await expect(page.getByRole('timer')).toContainText('60 s: shake it out now.')
  await accessible(page)
  await page.getByRole('button', { name: 'Keep it, stay here' }).click()
  await expect(page.getByRole('status').first()).toContainText('is kept.')
})

test('a board is laid, asked for on its day, counted on a photograph in squares, and its marks are shown again', async ({ demo: page }) => {
  await openColony(page, 'Mill Orchard', 'Quince')
  await page.getByRole('complementary').getByRole('link', { name: 'Count' }).first().click()
  await method(page, 'Board')
  await page.getByRole('button', { name: 'Lay a board today' }).click()
  await says(page, 'A board lies here since Wed 12 Aug: laid today.')
  await liveOn(page, '2026-08-15')
  await page.goto('/today')
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Read the board' })
    .getByRole('link', { name: /Quince/ })
    .click()
  await expect(page.getByLabel('Days it lay')).toHaveValue('3')

  await page.getByRole('link', { name: 'Count on a photograph' }).click()
  // What is no picture, and what is too large, is said; nothing is lost.
  const file = page.locator('input[type=file]')
  await file.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('notes.jpg is not a picture that can be read here')
  await file.setInputFiles({ name: 'huge.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(21 * 1024 * 1024) })
  await expect(page.getByRole('alert')).toContainText('huge.jpg has 21 MB: 20 MB is the most.')
  await page.getByRole('button', { name: 'a practice picture' }).click()
  const canvas = page.getByRole('application')
  await expect(canvas).toBeVisible()
  await accessible(page)
  await page.getByText('Too many to count').click()
  await page.getByLabel('To count', { exact: true }).fill('0')
  await expect(page.getByRole('alert')).toContainText('Count at least one square.')
  await page.getByLabel('To count', { exact: true }).fill('12')
  await page.getByRole('button', { name: 'Lay the grid' }).click()
  await says(page, 'in 12 of 24 squares')
  // Marks by key and by suggestion; only those in the drawn squares count.
  await page.getByRole('button', { name: 'Suggest marks' }).click()
  const mite = page.getByRole('button', { name: 'A mite', exact: true })
  await mite.click()
  await mite.click()
  await expect(page.locator('.big')).toContainText('2 mites in 12 of 24 squares')
  await page.getByRole('button', { name: 'Not a mite' }).click()
  await says(page, /About 4 on the whole board, likely \d+ to \d+/)
  await page.getByRole('button', { name: 'Use 2 mites' }).click()
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('2')
  await says(page, '1.3 a day, likely')
  await says(page, 'mites a day on the board, never turned into per cent')
  await page.getByRole('button', { name: 'Keep it, stay here' }).click()
  await expect(page.getByRole('status')).toContainText('Quince is kept.')
  await expect(page.getByText('A board lies here since')).toHaveCount(0)
  await page.getByRole('link', { name: 'marks' }).click()
  await expect(page.getByRole('heading', { name: 'Quince, the board on a photograph, Sat 15 Aug' })).toBeVisible()
  await expect(page.getByRole('application', { name: /^The picture, 2 marks/ })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('application', { name: /^The picture, 2 marks/ })).toBeVisible()
  // It is taken away for room, after a question; the count stays.
  await page.getByRole('button', { name: 'Take the photograph away ...' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Keep it' }).click()
  await page.getByRole('button', { name: 'Take the photograph away ...' }).click()
  await page.getByRole('button', { name: 'Take it away' }).click()
  await expect(page.getByRole('region', { name: 'Counts so far' }).getByRole('listitem').first()).toBeVisible()
  await expect(page.getByRole('link', { name: 'marks' })).toHaveCount(0)
})

test('a search of a large photograph says how far it is and can be stopped; a picture on a see-through ground is taken too', async ({
  demo: page,
}) => {
  await page.goto('/count')
  await method(page, 'Board')
  await page.getByRole('link', { name: 'Count on a photograph' }).click()
  await expect(page.locator('input[type=file]').first()).toBeAttached()
  await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(4000, 3000)
    const context = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D
    for (let i = 0; i < 400; i++) {
      context.fillStyle = i % 2 ? 'rgb(190, 160, 110)' : 'rgb(120, 60, 35)'
      context.fillRect((i * 997) % 4000, (i * 613) % 3000, 14, 9)
    }
    const data = new DataTransfer()
    data.items.add(new File([await canvas.convertToBlob({ type: 'image/png' })], 'board.png', { type: 'image/png' }))
    const input = document.querySelector('input[type=file]') as HTMLInputElement
    input.files = data.files
    input.dispatchEvent(new Event('change', { bubbles: true }))
  })
  await expect(page.getByRole('application')).toBeVisible()
  await page.getByLabel('The picture shows across').fill('10')
  await page.getByRole('button', { name: 'Suggest marks' }).click()
  await says(page, 'From 20 to 2000 mm.')
  await page.getByLabel('The picture shows across').fill('1900')
  await page.getByRole('button', { name: 'Suggest marks' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('progressbar')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Suggest marks' })).toBeVisible()
  // Another picture asks before marks are lost.
  const box = (await page.getByRole('application').boundingBox()) as { x: number; y: number; width: number; height: number }
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2)
  await page.getByRole('button', { name: 'a practice picture' }).click()
  const question = page.getByRole('dialog', { name: 'Another picture' })
  await expect(question).toContainText('The 1 mark on this picture would be lost.')
  await accessible(page)
  await question.getByRole('button', { name: 'Keep this picture' }).click()
  await expect(page.locator('.big')).toContainText('1 mite')
})

test('drone brood is counted in cells', async ({ demo: page }) => {
  await page.goto('/count')
  await method(page, 'Drone brood')
  await page.getByLabel('Cells with mites').fill('130')
  await says(page, '130 of 100 cells infested: more than were opened.')
  await page.getByLabel('Cells with mites').fill('7')
  await says(page, '7.0 in 100 drone cells, likely')
  await says(page, 'Drone brood is at its end now')
})

/** Pastes a text as a spreadsheet would. */
const paste = (target: Locator, text: string) =>
  target.evaluate((it, content) => {
    const data = new DataTransfer()
    data.setData('text/plain', content)
    it.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)

const TEN_FAULTS = `Hive;Apiary;Counted;Varroa;Bees;Method
Alder;Quarry Bank;3/8/2026;2;300;wash
Oak;Quarry Bank;3/8/2026;2;300;wash
Elder;Quarry Bank;13/13/2026;2;300;wash
Elder;Quarry Bank;3/8/2027;2;300;wash
Ivy;Quarry Bank;3/5/2026;2;300;wash
Elder;Quarry Bank;4/8/2026;many;300;wash
Elder;Quarry Bank;4/8/2026;301;300;wash
Elder;Quarry Bank;4/8/2026;2,5;300;wash
Elder;Quarry Bank;4/8/2026;2;;wash
Elder;Quarry Bank;4/8/2026;2;300;guess
Fern;Quarry Bank;1/8/2026;9;300;wash
;Quarry Bank;4/8/2026;2;300;wash
Fern;Quarry Bank;25/7/2026;5;300;sugar roll
Fern;Quarry Bank;25/7/2026;5;300;sugar roll`

test('a file with ten kinds of fault: each is said in its row, the good are kept, the others given back', async ({ demo: page }) => {
  await page.goto('/count/file')
  await giveFile(page, 'Choose a file, or drop it here', { name: 'counts.csv', mimeType: 'text/csv', buffer: Buffer.from(`\ufeff${TEN_FAULTS}`) })
  await expect(page.getByLabel('Colony', { exact: true })).toHaveAccessibleDescription('Hive')
  await expect(page.getByLabel('In days like 3/8/2026')).toHaveAccessibleDescription(/the day comes first/)
  await expect(page.getByRole('heading', { name: '14 rows: 2 good, 12 with faults' })).toBeVisible()
  const row = (line: number) => page.getByRole('row', { name: new RegExp(`^${line} `) })
  for (const [line, fault] of [
    [3, 'There is no colony "Oak" in Quarry Bank.'],
    [4, '"13/13/2026" is not a day.'],
    [5, 'This day is still to come'],
    [6, 'The colony is in your book from Wed 8 Jul'],
    [7, 'Mites: "many" is not a number.'],
    [8, 'more mites than bees'],
    [9, 'Mites are counted in whole numbers'],
    [10, 'Enter the bees in the jar'],
    [11, '"guess" is no method'],
    [12, 'This count is kept already.'],
    [13, 'No colony is named.'],
    [15, 'This count stands in the file twice.'],
  ] as const)
    await expect(row(line)).toContainText(fault)
  await expect(page.getByRole('button', { name: 'Keep 0 rows' })).toBeDisabled()
  await accessible(page)
  await page.getByRole('radio', { name: /^keep the 2 good ones/ }).check()
  await page.getByRole('button', { name: 'Keep 2 rows' }).click()
  await expect(page.getByRole('status')).toContainText('2 counts kept in one stroke. 12 rows were left out')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'take them as a file, with the reasons' }).click(),
  ])
  const back = await (await download.createReadStream()).toArray()
  const text = Buffer.concat(back as Buffer[]).toString('utf8')
  expect(text.trim().split('\r\n')).toHaveLength(13)
  expect(text).toContain('"guess"')
  // What goes out can be read in again, and is found to be kept already.
  const [all] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'All counts as CSV' }).click()])
  const out = Buffer.concat((await (await all.createReadStream()).toArray()) as Buffer[])
  await giveFile(page, 'Choose a file, or drop it here', { name: 'again.csv', mimeType: 'text/csv', buffer: out })
  await expect(page.getByRole('heading', { name: /^\d+ rows: 0 good/ })).toBeVisible()
  await says(page, 'This count is kept already.')
})

test('a file of another shape is refused in a sentence, and a pasted block takes the same road', async ({ demo: page }) => {
  await page.goto('/count/file')
  await giveFile(page, 'Choose a file, or drop it here', {
    name: 'letter.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Dear Orla,\nthe bees are well.'),
  })
  await expect(page.getByRole('alert')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Keep \d+ rows/ })).toHaveCount(0)
  await page.goto('/count/table')
  await paste(page.getByLabel('Mites, Alder'), 'Alder\t2026-08-11\t2\t300\nBramble\t2026-08-11\t1\t300')
  await expect(page).toHaveURL(/\/count\/file$/)
  // Without headings somebody must say which column is what.
  await says(page, 'Say which column holds: colony, day, mites.')
  await choose(page.getByLabel('Colony', { exact: true }), 'column 1')
  await choose(page.getByLabel('Day', { exact: true }), 'column 2')
  await choose(page.getByLabel('Mites', { exact: true }), 'column 3')
  await choose(page.getByLabel('Bees or cells (if there)'), 'column 4')
  await page.getByRole('button', { name: 'Keep 2 rows' }).click()
  await expect(page.getByRole('status')).toContainText('2 counts kept in one stroke.')
  // Colonies the same way, behind the row.
  await choose(page.getByLabel('The table holds'), 'colonies')
  await page.getByLabel(/^Or paste it here/).fill('colony,since\nOak,2026-06-01\nAsh,2026-06-01\nAlder,2026-06-01')
  await says(page, '"Alder" stands in Quarry Bank already, or comes twice.')
  await page.getByRole('radio', { name: /^keep the 2 good ones/ }).check()
  await page.getByRole('button', { name: 'Keep 2 rows' }).click()
  await expect(page.getByRole('status')).toContainText('2 colonies kept in one stroke.')
  await openColony(page, 'Quarry Bank', 'Ash')
  await expect(page.getByText('11 in the row, Quarry Bank')).toBeVisible()
})

test('what was given before comes in by a file, counts at once, and one undo takes it all back', async ({ demo: page }) => {
  await page.goto('/count/file')
  await choose(page.getByLabel('The table holds'), 'courses that were given')
  await page
    .getByLabel(/^Or paste it here/)
    .fill(
      'colony;treatment;begun;over;rounds\nFern;oxalic vapour;3.5.2026;18.5.2026;4\nElder;oxalic;3.5.2026;18.5.2026;\nElder;thymol gel;1.3.2026;10.4.2026;2',
    )
  await says(page, /may be Oxalic acid .*: say which/)
  await page.getByRole('radio', { name: /^keep the 2 good ones/ }).check()
  await page.getByRole('button', { name: 'Keep 2 rows' }).click()
  await expect(page.getByRole('status')).toContainText('2 courses kept in one stroke.')
  await openColony(page, 'Quarry Bank', 'Fern')
  await expect(page.getByRole('heading', { name: /Oxalic acid vapour, since Sun 3 May/ })).toBeVisible()
  await page.goto('/changes')
  await page.getByRole('button', { name: /^Undo/ }).first().click()
  await expect(page.getByRole('status').filter({ hasText: /^Undone/ })).toBeVisible()
  await openColony(page, 'Quarry Bank', 'Fern')
  await expect(page.getByRole('heading', { name: /Oxalic acid vapour, since Sun 3 May/ })).toHaveCount(0)
})

test('the trainer: marks where mites are are hits, elsewhere false, and what that does to the judgement is said', async ({ demo: page }) => {
  const [seed, mites] = [4711, 9]
  await page.addInitScript(
    ([first, second]) => {
      const real = crypto.getRandomValues.bind(crypto)
      crypto.getRandomValues = <T extends ArrayBufferView | null>(into: T): T => {
        if (into instanceof Uint32Array && into.length === 2) into.set([first ?? 0, second ?? 0])
        else real(into as never)
        return into
      }
    },
    [seed, mites],
  )
  const drawn = drawPractice('tray', mites, seed)
  await page.goto('/count/practise')
  await page.getByRole('button', { name: 'Draw one' }).click()
  const canvas = page.getByRole('application')
  await expect(canvas).toBeVisible()
  const box = (await canvas.boundingBox()) as { x: number; y: number; width: number; height: number }
  const scale = Math.min(box.width / drawn.width, box.height / drawn.height)
  const tap = (spot: { x: number; y: number }) =>
    page.mouse.click(
      box.x + (box.width - drawn.width * scale) / 2 + spot.x * drawn.width * scale,
      box.y + (box.height - drawn.height * scale) / 2 + spot.y * drawn.height * scale,
    )
  for (const spot of drawn.mites.slice(0, 6)) await tap(spot)
  await expect(page.locator('.big')).toContainText('6 marked')
  // A mark is taken off by a tap, undone, and made by keys.
  await tap(drawn.mites[0] as { x: number; y: number })
  await expect(page.locator('.big')).toContainText('5 marked')
  await page.getByRole('button', { name: 'undo' }).click()
  await expect(page.locator('.big')).toContainText('6 marked')
  const far = [0.02, 0.98]
    .flatMap((x) => [0.03, 0.97].map((y) => ({ x, y })))
    .find((c) => drawn.mites.every((m) => Math.hypot(m.x - c.x, m.y - c.y) > 0.08))
  await tap(far as { x: number; y: number })
  await page.getByRole('button', { name: 'Show what is there' }).click()
  await expect(page.getByRole('status')).toContainText('6 of 9 found')
  await expect(page.getByRole('status')).toContainText('3 mites missed, 1 mark on something else.')
  await expect(page.getByRole('status')).toContainText('Your count would have changed the judgement from "treat" to "watch".')
  await accessible(page)
  await page.getByRole('button', { name: 'Another one' }).click()
  await expect(page.locator('.big')).toContainText('0 marked')
  await says(page, 'So far: 1 picture, 6 of 9 found (67 %), 1 marked that were none.')
})

test('whom to sample is drawn by a seed, and a yard jar shows the mean and its caution', async ({ demo: page }) => {
  await page.goto('/yards')
  await page
    .getByRole('navigation', { name: 'Yards' })
    .getByRole('link', { name: /^Mill Orchard/ })
    .click()
  await page.goto('/count')
  await choose(page.getByRole('combobox', { name: 'Yard in view' }), 'Mill Orchard')
  await page.getByRole('navigation', { name: 'Ways to count' }).getByRole('link', { name: 'The yard' }).click()
  await says(page, '8 colonies of 12, 300 bees each')
  const drawn = page.getByRole('list', { name: 'Colonies to sample, in walking order' })
  const links = () => drawn.getByRole('link').allInnerTexts()
  const before = await links()
  await page.getByRole('button', { name: 'Draw others' }).click()
  await expect.poll(links).not.toEqual(before)
  await page.getByLabel('Number to draw by').fill('1')
  await expect.poll(links).toEqual(before)
  await page.getByLabel('Bees a jar').fill('10')
  await says(page, 'From 50 to 2000 bees a jar')
  await page.getByRole('button', { name: 'Enter a yard jar' }).click()
  await page.getByRole('button', { name: 'Keep the jar' }).click()
  await says(page, 'Enter the mites found; 0 where there were none.')
  await page.getByRole('region', { name: 'One jar for the yard' }).getByLabel('Mites').fill('6')
  await page.getByRole('button', { name: 'Keep the jar' }).click()
  await says(page, '2.0 in 100, likely 0.9 to 3.9')
  await page.getByText('The figures', { exact: true }).click()
  await expect(page.getByRole('row', { name: /^Mon 10 Aug 11 1\.9/ })).toBeVisible()
  await accessible(page)
})

test('limits of one’s own and a counted cup are read by every judgement', async ({ demo: page }) => {
  await page.goto('/rules')
  await page.getByLabel('Limit of Three in a hundred, Winter bees').fill('2')
  await page.getByLabel('Limit of Three in a hundred, Winter bees').press('Tab')
  await page.getByRole('radio', { name: /^Edge of collapse/ }).check()
  await page.getByLabel('Your cup, level, mL').fill('100')
  await page.getByLabel('Bees counted in it').fill('270')
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await says(page, 'Kept. Every verdict reads it from now on.')
  await page.goto('/count')
  await page.getByLabel('Mites', { exact: true }).fill('6')
  await says(page, 'At the limit of 2')
  await says(page, /your own figure for the weeks in which winter bees are raised/)
  await choose(page.getByLabel('Measured by'), /cup$/)
  await says(page, 'about 270 bees')
  await method(page, 'Board')
  await page.getByLabel('Days it lay').fill('3')
  await says(page, 'Under both published limits of the month, 12 and 33 a day')

  // The time of the year is told by the climate, and the keeper's word wins.
  await page.goto('/rules')
  const season = page.getByLabel('Time of the year').first()
  await expect(season).toHaveAccessibleDescription('by the climate now: winter bees raised')
  await choose(season, 'flow')
  await page.locator('form.yardform').first().getByRole('button', { name: 'Keep' }).first().click()
  await expect(page.locator('form.yardform').first().getByRole('button', { name: 'Kept' }).first()).toBeVisible()
  await page.goto('/count')
  await page.getByLabel('Mites', { exact: true }).fill('6')
  await says(page, 'Below the limit of 3, but the count cannot rule out more.')
  await says(page, /for the flow; common practice/)
})

test.describe('on the phone', () => {
  test.use(PHONE)
  test('the bench, the table and the picture are worked by the thumb', async ({ demo: page }) => {
    await page.goto('/count')
    await page.getByText('Sugar roll', { exact: true }).tap()
    await page.getByRole('button', { name: 'first mite' }).tap()
    await says(page, 'With 90 % of the mites found')
    await accessible(page)
    await page.getByText('Practise', { exact: true }).tap()
    await page.getByRole('button', { name: 'Draw one' }).tap()
    const canvas = page.getByRole('application')
    const box = (await canvas.boundingBox()) as { x: number; y: number; width: number; height: number }
    await page.touchscreen.tap(box.x + box.width / 2, box.y + box.height / 2)
    await expect(page.locator('.big')).toContainText('1 marked')
    await page.getByRole('button', { name: 'nearer' }).tap()
    await page.touchscreen.tap(box.x + box.width / 3, box.y + box.height / 3)
    await expect(page.locator('.big')).toContainText('2 marked')
    await accessible(page)
  })
})

test('the question about the sugar’s minute comes into sight and takes the focus; what was typed on another day asks for its day', async ({
  demo: page,
}) => {
  await page.goto('/count')
  await page.getByText('Sugar roll').first().click()
  await page.getByLabel('Mites', { exact: true }).fill('3')
  await page.getByRole('button', { name: /^Keep it, on to/ }).click()
  const asked = page.getByRole('button', { name: 'I gave it the full minute' })
  await expect(asked).toBeFocused()
  await expect(asked).toBeInViewport({ ratio: 1 })
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  // Four days later it is still here, and says of when it is.
  await liveOn(page, '2026-08-16')
  await page.goto('/count')
  await expect(page.getByLabel('Mites', { exact: true })).toHaveValue('3')
  await expect(page.getByText('Is Wed 12 Aug still its day?')).toBeVisible()
  await page.getByRole('button', { name: 'No, of today' }).click()
  await expect(page.getByLabel('Counted on')).toHaveValue('Sun 16 Aug')
  await expect(page.getByText('Is Wed 12 Aug still its day?')).toHaveCount(0)
})

test('what the marks mean is one touch from the picture, and Escape puts it away', async ({ demo: page }) => {
  await page.getByRole('button', { name: 'What the marks mean' }).click()
  const sheet = page.getByRole('dialog', { name: 'What the marks mean' })
  await expect(sheet.getByText(/^A hollow dot/)).toBeVisible()
  await accessible(page)
  await page.keyboard.press('Escape')
  await expect(sheet).toHaveCount(0)
})

test('rules that are changed and left are there again, and say that they are not kept', async ({ demo: page }) => {
  await page.goto('/rules')
  await page.getByRole('checkbox', { name: /^No acids that are poured/ }).check()
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Due now' })).toBeVisible()
  await page.goto('/rules')
  await expect(page.getByText('As you left it today, not kept yet.')).toBeVisible()
  await expect(page.getByRole('checkbox', { name: /^No acids that are poured/ })).toBeChecked()
  await page.getByRole('button', { name: 'Begin anew' }).click()
  await expect(page.getByRole('checkbox', { name: /^No acids that are poured/ })).not.toBeChecked()
  await expect(page.getByText('Changed, not kept yet.')).toHaveCount(0)
})
