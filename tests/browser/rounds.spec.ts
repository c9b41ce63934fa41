/** Courses and rounds: a yard of nine through rain, a new queen and a lost strip; the board, the sheet, the season, reminders. */
import ICAL from 'ical.js'
import type { Page } from '@playwright/test'
import { v7 } from 'uuid'
import { SOUND } from '../cases/records.ts'
import { accessible, choose, expect, liveOn, openColony, PHONE, plainTest, test, typeDay } from './steps.ts'

const NAMES = ['Ash', 'Beech', 'Cedar', 'Damson', 'Elm', 'Fig', 'Gorse', 'Holly', 'Iris']

/** A yard of nine that were counted yesterday, all over the limit. */
async function weirField(page: Page): Promise<string> {
  const yardId = v7()
  const send = async (path: string, data: object) => expect((await page.request.put(`/api/${path}`, { data })).ok(), path).toBe(true)
  await send(`yards/${yardId}`, {
    name: 'Weir Field',
    place: 9,
    latitude: 52.07,
    longitude: 0.52,
    timeZone: 'Europe/Paris',
    supersNextOn: '2027-05-01',
    lastOpening: '2026-11-05',
  })
  for (const [i, name] of NAMES.entries()) {
    const colonyId = v7()
    await send(`colonies/${colonyId}`, { name, since: '2026-04-01' })
    const move = { placementId: v7(), yardId, position: i + 1, onDay: '2026-04-01' }
    expect((await page.request.post(`/api/colonies/${colonyId}/move`, { data: move })).ok()).toBe(true)
    await send(`looks/${v7()}`, {
      colonyId,
      onDay: '2026-08-10',
      ...SOUND,
      framesOfBees: 9,
      supers: 'none',
    })
    await send(`counts/${v7()}`, { colonyId, onDay: '2026-08-11', method: 'wash', samples: [{ mites: 11 + i, bees: 300 }] })
  }
  return yardId
}
interface Event {
  readonly uid: string
  readonly day: string
  readonly sequence: number
  readonly status: string
  readonly summary: string
}
async function calendar(page: Page, address: string): Promise<Event[]> {
  const text = await (await page.request.get(address)).text()
  return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((v) => {
    const e = new ICAL.Event(v)
    return { uid: e.uid, day: e.startDate.toString(), sequence: e.sequence, status: String(v.getFirstPropertyValue('status')), summary: e.summary }
  })
}
const line = (page: Page, text: string | RegExp) => page.getByRole('listitem').filter({ hasText: text }).filter({ hasText: 'Weir Field' })

test('a yard of nine: four rounds of vapour through rain, a new queen, a strip on the floor, and the counts after', async ({ demo: page }) => {
  test.setTimeout(300_000)
  const yardId = await weirField(page)
  // The calendar is subscribed to first, so that it hears of everything.
  await page.goto('/you')
  await page.getByRole('button', { name: 'Make an address' }).click()
  const address = new URL(await page.getByLabel('The address').inputValue()).pathname

  // Vapour for all nine but one, which is given strips.
  await page.goto(`/match/yard/${yardId}`)
  const plan = page.getByRole('complementary', { name: 'The plan for the yard' })
  await expect(plan.getByRole('button', { name: /^Start all 9/ })).toBeVisible()
  await page.getByLabel('Treat Iris').uncheck()
  await page.getByRole('button', { name: 'Oxalic acid vapour' }).click()
  await expect(plan.getByText('Planned with Oxalic acid vapour alone.')).toBeVisible()
  await plan.getByRole('button', { name: 'Start all 8 on Wed 12 Aug' }).click()
  await expect(page).toHaveURL(/\/yards\//)
  await page.getByRole('button', { name: 'Iris', exact: true }).click()
  await page.getByRole('complementary', { name: 'Iris' }).getByRole('link', { name: 'What fits' }).first().click()
  await page.getByRole('button', { name: 'Amitraz strip', exact: true }).click()
  await page.getByRole('button', { name: 'Start on Wed 12 Aug' }).click()
  await expect(page.getByRole('heading', { name: /Amitraz strip, chosen for Wed 12 Aug/ })).toBeVisible()

  // The first round is entered for all eight in one go; the strips with the place where they hang.
  await page.goto('/today')
  await line(page, 'Round 1: vaporise').getByRole('button', { name: 'All 8 ...' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Keep it for 8 colonies, Wed 12 Aug' }).click()
  await expect(page.getByText('Entered for 8 colonies at Weir Field.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Taken back, all of it.')).toBeVisible()
  await line(page, 'Round 1: vaporise').getByRole('button', { name: 'All 8 ...' }).click()
  await page.getByRole('button', { name: 'Keep it for 8 colonies, Wed 12 Aug' }).click()
  await expect(line(page, 'Round 1: vaporise')).toHaveCount(0)
  await line(page, 'Hang 2 strips').getByRole('button', { name: /Iris/ }).click()
  await page.getByRole('button', { name: 'strip between frames 3 and 4' }).click()
  await page.getByRole('button', { name: 'strip between frames 6 and 7' }).click()
  await expect(page.getByText('between frames 3 and 4; between frames 6 and 7')).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(line(page, 'Hang 2 strips')).toHaveCount(0)
  const first = await calendar(page, address)
  const roundTwo = first.find((e) => e.uid.startsWith(yardId) && e.uid.includes('-dose-2@'))!
  expect(roundTwo).toMatchObject({ day: '2026-08-17', status: 'CONFIRMED' })

  // Rain: the round of the 17th is given on the 22nd, three days after its window.
  await liveOn(page, '2026-08-22')
  await page.goto('/today')
  const late = line(page, 'Round 2: vaporise')
  await expect(late).toContainText('since Wed 19 Aug')
  await expect(late).toContainText('10 days since the round before')
  await late.getByRole('button', { name: 'All 8 ...' }).click()
  await page.getByRole('button', { name: 'Keep it for 8 colonies, Sat 22 Aug' }).click()
  await expect(line(page, 'Round 2: vaporise')).toHaveCount(0)

  // What the slip costs, the old dates beside the new, and the way on.
  await openColony(page, 'Weir Field', 'Ash')
  const ash = page.getByRole('complementary', { name: 'Ash' })
  await expect(ash.getByText(/the rounds meet all of what was under worker cappings.*as they stand 67 to 92 %/)).toBeVisible()
  await expect(ash.getByText('Supers may go on from Wed 2 Sep instead of Fri 28 Aug.')).toBeVisible()
  await expect(ash.locator('s').filter({ hasText: '21-24 Aug' })).toBeVisible()
  await ash.getByText('Every job in full').click()
  await expect(ash.getByText(/Counted from dose 2\. About 3 min\. A vaporiser, a respirator/)).toBeVisible()
  await ash.getByRole('button', { name: 'Add the round' }).click()
  await expect(ash.getByText('Dose 5').first()).toBeVisible()
  await accessible(page)
  // In another it is taken as it is, with the reason.
  await openColony(page, 'Weir Field', 'Beech')
  const beech = page.getByRole('complementary', { name: 'Beech' })
  await beech.getByRole('button', { name: 'Take it as it is' }).click()
  await beech.getByLabel('Why you take it as it is').fill('Nine days of rain; a count decides')
  await beech.getByLabel('For all 8 of this choice that are late alike').check()
  await beech.getByRole('button', { name: 'Keep the reason' }).click()
  await expect(beech.getByText('Taken as it is: Nine days of rain; a count decides').first()).toBeVisible()

  await openColony(page, 'Weir Field', 'Damson')
  await expect(page.getByText('Taken as it is: Nine days of rain; a count decides').first()).toBeVisible()

  // One is requeened: nothing is shaken off its course, but she is looked for.
  await openColony(page, 'Weir Field', 'Cedar')
  const cedar = page.getByRole('complementary', { name: 'Cedar' })
  await cedar.getByRole('button', { name: 'Something happened ...' }).click()
  await cedar.getByLabel('It has a new queen').check()
  await expect(cedar.getByText('Is the new queen taken on, and laying?')).toBeVisible()
  await cedar.getByRole('button', { name: 'Keep it' }).click()
  await expect(cedar.getByText(/Requeened on Sat 22 Aug: the brood breaks/)).toBeVisible()

  // The calendar knows: round two is done, the third moved, with a higher sequence.
  const now = await calendar(page, address)
  expect(now.find((e) => e.uid === roundTwo.uid)!.summary).toMatch(/^Done: Weir Field/)
  const third = (events: Event[]) => events.find((e) => e.uid === roundTwo.uid.replace('dose-2', 'dose-3'))!
  expect(third(now).day > third(first).day).toBe(true)
  expect(third(now).sequence).toBeGreaterThan(third(first).sequence)

  // A strip on the floor in September, the other out in its time: in and out agree.
  await liveOn(page, '2026-09-05')
  await openColony(page, 'Weir Field', 'Iris')
  const iris = page.getByRole('complementary', { name: 'Iris' })
  await iris.getByRole('button', { name: 'Something happened ...' }).click()
  await iris.getByLabel('A strip was found on the floor').check()
  await expect(iris.getByText(/1 of 2 was found on the floor on Sat 5 Sep/)).toBeVisible()
  await iris.getByRole('button', { name: 'Keep it' }).click()
  await expect(iris.getByText('1 in the hive by your notes.')).toBeVisible()
  await liveOn(page, '2026-09-24')
  await page.goto('/today')
  await line(page, 'Take 2 strips out').getByRole('button', { name: /Iris/ }).click()
  await expect(page.getByText('Where they hang by your notes')).toBeVisible()
  await page.getByRole('spinbutton', { name: 'Came out' }).fill('2')
  await expect(page.getByLabel('How can more come out than went in?')).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('Say how, in a few words.')).toBeVisible()
  await expect(page.getByLabel('How can more come out than went in?')).toBeFocused()
  await page.getByRole('spinbutton', { name: 'Came out' }).fill('1')
  await expect(page.getByText(/still in the hive or on the floor/)).toHaveCount(0)
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(line(page, 'Take 2 strips out')).toHaveCount(0)

  // The count after it is asked for in its window, and answers.
  await liveOn(page, '2026-10-04')
  await page.goto('/today')
  await line(page, 'did it work?').getByRole('link', { name: /Iris/ }).click()
  await page.getByLabel('Mites', { exact: true }).fill('2')
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(page.getByText('Iris is kept.')).toBeVisible()
  await openColony(page, 'Weir Field', 'Iris')
  await expect(page.getByText(/The level was about .* untreated it would have been about .* It took about [89]\d % \(likely/)).toBeVisible()
})

test('the board: a round is pushed by hand and by keys, lights its days, is refused with the reason, and undone', async ({ demo: page }) => {
  await page.goto('/rounds')
  await expect(page.getByRole('heading', { name: /rounds in four weeks; the next today at Quarry Bank/ })).toBeVisible()
  await expect(page.getByText(/No plan has fewer drives, and none as few lies nearer/)).toBeVisible()
  await accessible(page)
  const lane = page.getByRole('region', { name: 'Hollow Lane' })
  const stone = (day: string) => page.locator(`[data-round="Hollow Lane ${day}"]`)
  const before = (await lane
    .getByRole('button', { name: /\d+ jobs/ })
    .first()
    .getAttribute('data-round'))!
    .split(' ')
    .at(-1)!
  // By keys: a day on is tried, said, and set.
  await stone(before).focus()
  await page.keyboard.press('ArrowLeft')
  await expect(page.locator('.board').getByRole('status')).toContainText('Sat 15 Aug')
  await expect(lane.locator('.lit-open').first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Set for Sat 15 Aug; the plan is drawn anew.')).toBeVisible()
  await expect(stone('2026-08-15')).toHaveAccessibleName(/set by you/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('As it was.')).toBeVisible()
  await expect(stone('2026-08-15')).toHaveCount(0)

  // By hand: onto a day before the window, which wants a reason.
  const from = (await stone(before).boundingBox())!
  const track = (await lane.locator('.track').boundingBox())!
  const column = track.width / 28
  const middle = { x: from.x + from.width / 2, y: from.y + from.height / 2 }
  await page.mouse.move(middle.x, middle.y)
  await page.mouse.down()
  await page.mouse.move(middle.x - 4 * column, middle.y, { steps: 8 })
  await expect(page.locator('.board').getByRole('status')).toContainText('outside a window: A dose in Betony would be 1 day too early')
  await page.mouse.up()
  const pane = page.getByRole('complementary', { name: /Hollow Lane/ })
  await expect(pane.getByRole('button', { name: 'Set it for Wed 12 Aug' })).toBeDisabled()
  await pane.getByLabel('Your reason, kept in the book').fill('On holiday from Thursday')
  await accessible(page)
  await pane.getByRole('button', { name: 'Set it for Wed 12 Aug' }).click()
  await expect(stone('2026-08-12')).toBeVisible()
  await openColony(page, 'Hollow Lane', 'Betony')
  await expect(page.getByText('Set for Wed 12 Aug, 1 day before its window opens.')).toBeVisible()

  // A visit of the keeper's own draws jobs to it.
  await page.goto('/rounds')
  await page.getByRole('button', { name: 'Top Meadow, Sat 22 Aug: no round. Plan a visit' }).click()
  await page.getByRole('button', { name: 'I am at Top Meadow on Sat 22 Aug' }).click()
  await expect(page.locator('[data-round="Top Meadow 2026-08-22"]')).toBeVisible()
  await page.locator('[data-round="Top Meadow 2026-08-22"]').click()
  await page.getByRole('button', { name: 'Let the plan choose the day again' }).click()
  await expect(page.getByText('Its day is free again; the plan is drawn anew.')).toBeVisible()
  await expect(page.locator('[data-round="Top Meadow 2026-08-22"]')).toHaveCount(0)
})

test('the sheet: ticked in the yard, taken back, otherwise, and printed on one page', async ({ demo: page }) => {
  await liveOn(page, '2026-08-14')
  await page.goto('/rounds')
  await page.locator('[data-round^="Hollow Lane"]').first().click()
  await page.getByRole('link', { name: 'Open the round sheet' }).click()
  await expect(page.getByRole('heading', { name: /^Hollow Lane, / })).toBeVisible()
  await expect(page.getByText('Oxalic acid vapour: 6 g in all (4 x 1 g, 1 x 2 g), weighed out beforehand, never spooned')).toBeVisible()
  await expect(page.getByText(/Oxalic acid vapour burns lungs and eyes/)).toBeVisible()
  await accessible(page)
  // On paper it is one page, with a box to tick for each hive.
  expect(String(await page.pdf({ format: 'A4' })).match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1)
  await page.getByRole('button', { name: /^Done: Round 2.*Betony/ }).click()
  // Before the first tick of an acid its card is read, once a round.
  await expect(page.getByRole('complementary', { name: 'Oxalic acid: safety' })).toBeVisible()
  await page.getByRole('button', { name: 'Read: tick it' }).first().click()
  await expect(page.getByText('Done Fri 14 Aug').first()).toBeVisible()
  await page.getByRole('button', { name: 'take back' }).first().click()
  await expect(page.getByText('Done Fri 14 Aug')).toHaveCount(0)
  await page.getByRole('button', { name: 'otherwise ...' }).nth(1).click()
  await page.getByLabel('Only part of it is done; the rest follows').check()
  await page.getByRole('spinbutton', { name: 'Given' }).fill('1')
  await page.getByLabel('Done by (if not you)').fill('Linnet')
  await page.getByRole('button', { name: 'Keep it' }).click()
  // Said otherwise while it is under way: only a pane that is gone has kept it.
  await expect(page.getByRole('complementary', { name: 'Comfrey' })).toHaveCount(0)
  await openColony(page, 'Hollow Lane', 'Comfrey')
  await expect(page.getByText('Dose 2: 1 g of it done')).toBeVisible()
})

test('rounds that cannot be drawn say so, and nothing is lost', async ({ demo: page }) => {
  await page.route('**/rounds.worker*', (route) => route.abort())
  await page.goto('/rounds')
  await expect(page.getByRole('heading', { name: 'The rounds could not be drawn.' })).toBeVisible()
  await expect(page.getByText('Load the page again; what was entered is kept.')).toBeVisible()
  await accessible(page)
})

test('the season, the last starts and the reminders are there to be read', async ({ demo: page }) => {
  await page.goto('/rounds/season')
  await expect(page.getByRole('heading', { name: 'The season 2026' })).toBeVisible()
  await expect(page.getByRole('img', { name: /Hollow Lane, the year.*Betony: Oxalic acid vapour, Sun 9 Aug to/ })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: '← The year before' }).click()
  await expect(page.getByRole('heading', { name: 'The season 2025' })).toBeVisible()
  await page.getByRole('link', { name: 'Last starts' }).click()
  const quarry = page.getByRole('region', { name: 'Quarry Bank' })
  await expect(quarry.getByRole('row', { name: /Amitraz strip/ })).toContainText('Thu 24 Sep')
  await expect(quarry.getByText('No course, running or planned, clashes with these dates.')).toBeVisible()
  await accessible(page)
  await page.goto('/you')
  await page.getByRole('button', { name: 'What it would say now' }).click()
  await expect(page.getByText(/strips in Bramble must come out now/)).toBeVisible()
  await choose(page.getByLabel('Daily letter'), '06:00')
  await page.reload()
  await expect(page.getByLabel('Daily letter')).toHaveAccessibleDescription('06:00')
  await choose(page.getByLabel('Daily letter'), 'no letter')
})

test('days and hours, and closed books, are kept in Rules and refused where they cannot be', async ({ demo: page }) => {
  await page.goto('/rules')
  await page.getByRole('spinbutton', { name: 'Wed, h' }).fill('0')
  await page.getByRole('button', { name: 'Add days away' }).click()
  const away = page.locator('.away').last()
  await typeDay(away.getByLabel('From'), '2026-08-20')
  await typeDay(away.getByLabel('To'), '2026-08-18')
  await expect(page.getByText('It ends before it begins.')).toBeVisible()
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await expect(page.getByRole('alert').first()).toBeVisible()
  await typeDay(away.getByLabel('To'), '2026-08-22')
  await typeDay(page.getByLabel(/^Closed up to/), '2026-08-05')
  await page.getByRole('button', { name: 'Keep these rules' }).click()
  await expect(page.getByText('Kept. Every verdict reads it from now on.')).toBeVisible()
  await page.goto('/rounds')
  await expect(page.locator('[data-round$="2026-08-12"]')).toHaveCount(0)
  await openColony(page, 'Quarry Bank', 'Bramble')
  await page.getByRole('complementary', { name: 'Bramble' }).getByRole('button', { name: 'Enter it' }).click()
  await typeDay(page.getByLabel('Done on'), '2026-08-04')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText(/The books are closed up to 2026-08-05/)).toBeVisible()
})

test.describe('on the phone', () => {
  test.use(PHONE)
  test('a round is opened from the list, ticked by the thumb, and moved by a touch on a day', async ({ demo: page }) => {
    await page.goto('/rounds')
    await page.getByRole('navigation', { name: 'Places, for the thumb' }).getByRole('link', { name: 'Rounds' }).click()
    const lane = page.getByRole('article').filter({ hasText: 'Hollow Lane' }).first()
    await lane.getByRole('button', { name: 'What, and move it' }).click()
    await page.getByRole('button', { name: /^Sat 15 August, open/ }).click()
    await page.getByRole('button', { name: 'Set it for Sat 15 Aug' }).click()
    await expect(page.getByText('Set for Sat 15 Aug; the plan is drawn anew.')).toBeVisible()
    await accessible(page)
    await page.getByRole('article').filter({ hasText: 'Quarry Bank' }).first().getByRole('link', { name: 'Sheet' }).click()
    const tick = page.getByRole('button', { name: /^Done: Take 2 strips out/ })
    expect((await tick.boundingBox())!.height).toBeGreaterThanOrEqual(48)
    await tick.click()
    await page.getByRole('button', { name: 'Read: tick it' }).first().click()
    await expect(page.getByText('Done Wed 12 Aug')).toBeVisible()
    await accessible(page)
  })
})

plainTest('nothing due is said as a fact, with the day on which the next thing opens', async ({ page }) => {
  const account = { name: 'Wenna', email: `quiet${Date.now()}@example.test`, password: 'four jars in a row', holding: 'Quiet Bees' }
  expect((await page.request.post('/api/accounts', { data: account })).ok()).toBe(true)
  const [yardId, colonyId] = [v7(), v7()]
  const today = new Date().toISOString().slice(0, 10)
  const put = async (path: string, data: object) => expect((await page.request.put(`/api/${path}`, { data })).ok(), path).toBe(true)
  await put(`yards/${yardId}`, { name: 'By the brook', timeZone: 'UTC' })
  await put(`colonies/${colonyId}`, { name: 'Only', since: today })
  expect((await page.request.post(`/api/colonies/${colonyId}/move`, { data: { placementId: v7(), yardId, position: 1, onDay: today } })).ok()).toBe(
    true,
  )
  await put(`looks/${v7()}`, { ...SOUND, colonyId, onDay: today, supers: 'none' })
  await put(`counts/${v7()}`, { colonyId, onDay: today, method: 'wash', samples: [{ mites: 0, bees: 300 }] })
  await page.goto('/today')
  await expect(page.getByText(/Nothing needs doing today; the next thing opens on \w{3} \d+ \w{3}( \d{4})?\./)).toBeVisible()
  await accessible(page)
  await page.goto('/rounds')
  await expect(page.getByRole('heading', { name: /^(\d+ rounds? in four weeks|Nothing asks for a drive)/ })).toBeVisible()
  await page.goto('/rounds/season')
  await expect(page.getByRole('img', { name: /^By the brook, the year/ })).toBeVisible()
  await page.goto('/rounds/deadlines')
  await expect(page.getByText(/Without a date nothing can be counted back/)).toBeVisible()
})

test('hives alike are ticked by one press, with one left out, on the day of the sheet; how long it took is asked and kept', async ({
  demo: page,
}) => {
  await liveOn(page, '2026-08-15')
  const yards = (await (await page.request.get('/api/yards')).json()) as { id: string; name: string }[]
  const hollow = yards.find((y) => y.name === 'Hollow Lane')!.id
  await page.goto(`/rounds/${hollow}/2026-08-14`)
  await page.getByRole('button', { name: /^Round 2: vaporise, .*: all 5/ }).click()
  // Its safety card comes before the first tick of the round.
  await page.getByRole('button', { name: 'Read: tick it' }).first().click()
  const pane = page.getByRole('complementary', { name: /^Round 2: vaporise/ })
  await expect(pane.getByLabel('Done on')).toHaveValue('Fri 14 Aug')
  await pane.getByRole('checkbox', { name: /Woad/ }).uncheck()
  await pane.getByRole('button', { name: 'Keep it for 4 colonies, Fri 14 Aug' }).click()
  await expect(page.getByText('Entered for 4 colonies at Hollow Lane.')).toBeVisible()
  await expect(page.getByText('Done Fri 14 Aug')).toHaveCount(4)
  await expect(page.getByText('1 still to do.')).toBeVisible()
  await page.getByRole('button', { name: /^Done: .*, Woad$/ }).click()
  await page.getByLabel('Minutes it took, drive and all').fill('95')
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Kept: 1 h 35.' })).toBeVisible()
  await page.reload()
  const read = (await (await page.request.get(`/api/yards/${hollow}`)).json()) as { visits: { day: string; minutes: number | null }[] }
  expect(read.visits.find((v) => v.day === '2026-08-14')?.minutes).toBe(95)
  await accessible(page)
})
