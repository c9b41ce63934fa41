/** What happens to a course, entered through the API: refusals with their reason, and what is kept. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { colonyState, yardState, type ColonyState, type SettingsRecord, type YardRecord } from '@thistle/core/holding'
import type { RegisterLine } from '@thistle/core/book'
import { drawRounds, moveTo } from '@thistle/core/rounds'
import { demoId } from '../../server/src/demo/load.ts'
import { id, startApi, type Api, type Client } from './harness.ts'
import { usual } from '../read-as.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
beforeEach(() => demo.post('/api/holding/fresh').expect(204))

const BRAMBLE = demoId(`course ${demoId('colony Bramble')} 2026-06-15`)
const courseOf = (name: string) => demoId(`course ${demoId(`colony ${name}`)} 2026-08-09`)
const LANE = ['Betony', 'Comfrey', 'Meadowsweet', 'Teasel', 'Woad']
const put = (courseId: string, kind: string, happenedOn: string, more: object = {}) =>
  demo.put(`/api/events/${id()}`).send({ courseId, kind, happenedOn, ...more })
const said = (response: { body: { errors?: { path: string; sentence: string }[]; detail?: string } }) =>
  response.body.errors?.map((e) => `${e.path}: ${e.sentence}`).join(' ') ?? response.body.detail ?? ''
async function state(name: string): Promise<ColonyState> {
  const yards = (await demo.get('/api/yards')).body as YardRecord[]
  const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
  const yard = yards.find((y) => y.colonies.some((c) => c.name === name))!
  return colonyState(
    yard,
    yard.colonies.find((c) => c.name === name)!,
    settings,
  )
}
const course = async (name: string) => (await state(name)).courses.at(-1)!

describe('strips that fall, and more that come out than went in', () => {
  it('are counted against what went in; more is refused without a reason, and kept with one', async () => {
    await put(BRAMBLE, 'found', '2026-08-01', { amount: 1 }).expect(201)
    expect((await course('Bramble')).course.inside).toBe(1)
    const two = { job: 'remove', n: 1, amount: 2 }
    const refused = await put(BRAMBLE, 'done', '2026-08-12', two)
    expect(refused.status).toBe(400)
    expect(said(refused)).toMatch(/^amount: By your notes 1 is in it: more cannot come out/)
    await put(BRAMBLE, 'done', '2026-08-12', { ...two, reason: 'One of last spring hung there still' }).expect(201)
    const { events, course: after } = await course('Bramble')
    expect(events.find((e) => e.job === 'remove')).toMatchObject({ amount: 2, reason: 'One of last spring hung there still' })
    expect(after.inside).toBe(0)
  })
  it('cannot be found where none hang, nor before they were hung, nor by none', async () => {
    expect(said(await put(courseOf('Woad'), 'found', '2026-08-10', { amount: 1 }))).toMatch(/Nothing hangs in this course/)
    expect((await put(BRAMBLE, 'found', '2026-08-01', {})).status).toBe(400)
    expect((await put(BRAMBLE, 'found', '2026-08-01', { amount: 0 })).status).toBe(400)
    expect(said(await put(BRAMBLE, 'found', '2026-08-01', { amount: 5 }))).toMatch(/2 are in it/)
  })
  it('keep where they hang, and who did it', async () => {
    const spots = [{ box: 1, after: 3 }]
    await put(BRAMBLE, 'done', '2026-08-12', { job: 'remove', n: 1, amount: 2, doneBy: 'The neighbour', spots }).expect(201)
    expect((await course('Bramble')).events.find((e) => e.job === 'remove')).toMatchObject({ doneBy: 'The neighbour', spots })
    expect((await put(BRAMBLE, 'done', '2026-08-12', { job: 'remove', n: 1, amount: 2, spots: [{ box: 0, after: 3 }] })).status).toBe(400)
  })
})

describe('what a pack says, for the register', () => {
  const pack = { label: 'Strips from the county', batch: 'C-7' }
  const line = async () => {
    const { lines } = (await demo.get('/api/book/register?year=2026').expect(200)).body as { lines: RegisterLine[] }
    return lines.find((l) => l.key === LINDEN)!
  }
  const LINDEN = demoId(`course ${demoId('colony Linden')} 2026-03-08`)
  it('is noted for what was given, added to, and struck through with a reason where it is put right', async () => {
    expect((await line()).missing).toContain('its batch')
    await put(LINDEN, 'pack-noted', '2026-03-08', { pack }).expect(201)
    expect(await line()).toMatchObject({ ...pack, expires: null, missing: ['its expiry', 'where it was bought'], struck: [] })
    await put(LINDEN, 'pack-noted', '2026-03-08', { pack: { expires: '2027-01-31', bought: 'the county store' } }).expect(201)
    expect((await line()).missing).toEqual([])
    const other = { pack: { batch: 'C-8' } }
    expect(said(await put(LINDEN, 'pack-noted', '2026-03-08', other))).toMatch(/^reason: That is noted already, and otherwise/)
    await put(LINDEN, 'pack-noted', '2026-03-08', { ...other, reason: 'read it wrong' }).expect(201)
    expect(await line()).toMatchObject({ batch: 'C-8', struck: [{ what: 'batch', was: 'C-7', reason: 'read it wrong' }] })
    // The course itself is what it was.
    expect((await course('Linden')).course.jobs.some((j) => j.state === 'open' && j.job === 'dose')).toBe(false)
  })
  it('is refused where it says nothing, nothing was given, or its year is closed', async () => {
    for (const wrong of [{}, { pack: {} }, { pack: { batch: '' } }, { pack: { colour: 'red' } }, { pack: { expires: '2027-02-30' } }, { pack: null }])
      expect((await put(LINDEN, 'pack-noted', '2026-03-08', wrong)).status, JSON.stringify(wrong)).toBe(400)
    expect((await put(BRAMBLE, 'found', '2026-08-01', { amount: 1, pack })).status).toBe(400)
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const { id: settingsId, ...body } = settings
    await demo
      .put(`/api/settings/${settingsId}`)
      .send({ ...body, closedThrough: '2026-03-31' })
      .expect(200)
    expect(said(await put(LINDEN, 'pack-noted', '2026-03-08', { pack }))).toMatch(/closed/)
  })
})

describe('why a course may have fallen short', () => {
  const LINDEN = demoId(`course ${demoId('colony Linden')} 2026-03-08`)
  const why = { cause: 'pack', found: 'suspect' }
  it('is answered once, taken back before it is said otherwise, and goes with the course', async () => {
    const first = id()
    await demo
      .put(`/api/events/${first}`)
      .send({ courseId: LINDEN, kind: 'why-noted', happenedOn: '2026-08-12', why, note: 'it lay in the sun' })
      .expect(201)
    expect((await state('Linden')).situation.history.find((p) => p.start === '2026-03-08')!.why).toBe('pack')
    expect(said(await put(LINDEN, 'why-noted', '2026-08-12', { why: { ...why, found: 'sound' } }))).toMatch(/answered already/)
    await put(LINDEN, 'why-noted', '2026-08-12', { why: { cause: 'contact', found: 'sound' } }).expect(201)
    await put(LINDEN, 'taken-back', '2026-08-12', { supersedes: first }).expect(201)
    expect((await state('Linden')).situation.history.find((p) => p.start === '2026-03-08')!.why).toBeUndefined()
    await put(LINDEN, 'why-noted', '2026-08-12', { why: { ...why, found: 'sound' } }).expect(201)
  })
  it('is refused where it says nothing, and of what was not given', async () => {
    for (const wrong of [{}, { why: null }, { why: {} }, { why: { cause: 'moon', found: 'sound' } }, { why: { cause: 'pack', found: 'perhaps' } }])
      expect((await put(LINDEN, 'why-noted', '2026-08-12', wrong)).status, JSON.stringify(wrong)).toBe(400)
    expect((await put(LINDEN, 'found', '2026-08-12', { amount: 1, why })).status).toBe(400)
  })
})

describe('parts, pauses and further rounds', () => {
  it('a part is less than the whole, and the rest is still asked for', async () => {
    expect(said(await put(courseOf('Comfrey'), 'part', '2026-08-12', { job: 'dose', n: 2, amount: 2 }))).toMatch(/all of it/)
    await put(courseOf('Comfrey'), 'part', '2026-08-12', { job: 'dose', n: 2, amount: 1 }).expect(201)
    const found = (await course('Comfrey')).course.jobs.find((j) => j.job === 'dose' && j.n === 2)!
    expect(found).toMatchObject({ state: 'open', amount: 1, planned: 2 })
  })
  it('rounds are entered in their order, none on a day before the one that it follows', async () => {
    const round = (n: number, on: string) => put(courseOf('Comfrey'), 'done', on, { job: 'dose', n, amount: 2 })
    const [first] = (await course('Comfrey')).course.jobs.filter((j) => j.job === 'dose')
    expect(first?.doneOn).toBe('2026-08-09')
    expect(said(await round(3, '2026-08-12'))).toMatch(/^n: Round 2 is not entered yet/)
    expect(said(await round(2, '2026-08-08'))).toMatch(/^happenedOn: That is before the first dose, 2026-08-09/)
    await round(2, '2026-08-11').expect(201)
    expect(said(await round(3, '2026-08-10'))).toMatch(/^happenedOn: That is before round 2, 2026-08-11/)
    // Two rounds of one day are the keeper's own doing, and are said so elsewhere.
    await round(3, '2026-08-11').expect(201)
  })
  it('a pad goes back in no earlier than it was taken out', async () => {
    const [colonyId, courseId, decisionId] = [demoId('colony Alder'), id(), id()]
    const yard = ((await demo.get('/api/yards')).body as YardRecord[]).find((y) => y.colonies.some((c) => c.id === colonyId))!
    const { situation } = await state('Alder')
    const rules = {
      ...situation.rules,
      'formic-liquid': { authorised: 'yes', withSupers: false, gramsPerBox: null, mostCourses: null, mostDays: null },
    }
    const line = { colonyId, courseId, situation: { ...situation, rules } }
    const choice = { yardId: yard.id, treatment: 'formic-liquid', startOn: '2026-08-09', colonies: [line] }
    expect(said(await demo.put(`/api/decisions/${decisionId}`).send(choice))).toBe('')
    expect(said(await put(courseId, 'done', '2026-08-09', { job: 'dose', n: 1, amount: 15 }))).toBe('')
    expect(said(await put(courseId, 'laid-again', '2026-08-11'))).toMatch(/does not lie outside/)
    await put(courseId, 'lifted', '2026-08-11').expect(201)
    expect(said(await put(courseId, 'lifted', '2026-08-12'))).toMatch(/outside already, since 2026-08-11/)
    expect(said(await put(courseId, 'laid-again', '2026-08-10'))).toMatch(/taken out on 2026-08-11: it cannot go back before/)
    await put(courseId, 'laid-again', '2026-08-12').expect(201)
  })
  it('only what may be taken out and put back is', async () => {
    expect(said(await put(courseOf('Woad'), 'lifted', '2026-08-11'))).toMatch(/is not taken out and put back/)
    expect(said(await put(courseOf('Woad'), 'laid-again', '2026-08-11'))).toMatch(/does not lie outside/)
  })
  it('a series takes as many further rounds as it may, and strips take none', async () => {
    await put(courseOf('Woad'), 'round-added', '2026-08-12').expect(201)
    await put(courseOf('Woad'), 'round-added', '2026-08-12').expect(201)
    expect(said(await put(courseOf('Woad'), 'round-added', '2026-08-12'))).toMatch(/2 further rounds are the most/)
    expect((await course('Woad')).course.jobs.filter((j) => j.job === 'dose')).toHaveLength(6)
    expect(said(await put(BRAMBLE, 'round-added', '2026-08-12'))).toMatch(/takes no further round/)
  })
})

describe('a colony that is gone', () => {
  it('asks for what hangs in it, then to be taken out of the row; all else is refused', async () => {
    await put(BRAMBLE, 'died', '2026-08-10').expect(201)
    const dead = await state('Bramble')
    expect(dead.steps.map((s) => s.job?.job)).toEqual(['remove'])
    expect((await put(BRAMBLE, 'swarmed', '2026-08-11')).status).toBe(409)
    expect((await put(BRAMBLE, 'done', '2026-08-11', { job: 'check', n: 2 })).status).toBe(409)
    await put(BRAMBLE, 'done', '2026-08-12', { job: 'remove', n: 1, amount: 2 }).expect(201)
    expect((await state('Bramble')).steps.map((s) => s.kind)).toEqual(['gone'])
    expect((await state('Bramble')).inHand).toBeNull()
  })
  it('is noted on a day after the course began, and taken back by a later entry', async () => {
    expect(said(await put(BRAMBLE, 'died', '2026-06-01'))).toMatch(/before the course began/)
    const entry = id()
    await demo.put(`/api/events/${entry}`).send({ courseId: BRAMBLE, kind: 'sold', happenedOn: '2026-08-10' }).expect(201)
    await put(BRAMBLE, 'taken-back', '2026-08-12', { supersedes: entry }).expect(201)
    expect((await state('Bramble')).gone).toBeNull()
  })
  it('keeps what was given in a course called off, and asks for what hangs there', async () => {
    await put(BRAMBLE, 'cancelled', '2026-08-12').expect(201)
    const off = await state('Bramble')
    expect(off.inHand).toBeNull()
    expect(off.steps.some((s) => s.job?.job === 'remove')).toBe(true)
    expect(off.situation.history.map((h) => h.treatment)).toEqual(['amitraz-strip'])
    expect((await put(BRAMBLE, 'swarmed', '2026-08-12')).status).toBe(409)
  })
})

describe('days that are set', () => {
  const set = (names: readonly string[], on: string, reason: string | null = null) =>
    names.map((name) => ({ id: id(), courseId: courseOf(name), kind: 'set', job: 'dose', n: 2, happenedOn: on, reason }))
  it('inside a window need no reason, outside one they do, and the reason stays in the book', async () => {
    await demo
      .post('/api/rounds')
      .send({ events: set(LANE, '2026-08-15') })
      .expect(200)
    expect((await course('Teasel')).course.jobs.find((j) => j.job === 'dose' && j.n === 2)).toMatchObject({ setFor: '2026-08-15' })
    const late = await demo.post('/api/rounds').send({ events: set(['Woad'], '2026-08-19') })
    expect(said(late)).toMatch(/^events\[0\]\.reason: Its window closes on Sun 16 Aug/)
    await demo
      .post('/api/rounds')
      .send({ events: set(['Woad'], '2026-08-19', 'Away until then') })
      .expect(200)
    const { course: after } = await course('Woad')
    expect(usual(after.warnings.find((w) => w.kind === 'outside')!.text)).toBe('Set for Wed 19 Aug, 3 days after its window closes.')
  })
  it('are never before the round they follow, in the past, or of a job that is done', async () => {
    const of = (more: object) => demo.post('/api/rounds').send({ events: [{ ...set(['Woad'], '2026-08-15')[0]!, ...more }] })
    expect(said(await of({ happenedOn: '2026-08-11' }))).toMatch(/That day is over/)
    expect(said(await of({ n: 3, happenedOn: '2026-08-13', reason: 'Because I say so' }))).toMatch(/cannot come before the job it hangs on/)
    expect(said(await of({ n: 1 }))).toMatch(/not open in this course/)
    expect(said(await of({ happenedOn: '2028-08-15' }))).toMatch(/too far ahead/)
  })
  it('for a whole round are kept all or none, and one undo gives them all back', async () => {
    const events = [...set(['Betony', 'Comfrey'], '2026-08-15'), ...set(['Woad'], '2026-08-30')]
    await demo.post('/api/rounds').send({ events }).expect(400)
    expect((await course('Betony')).events.some((e) => e.kind === 'set')).toBe(false)
    const yardId = demoId('yard Hollow Lane')
    const visits = [{ id: id(), yardId, day: '2026-08-15', note: null }]
    const { body } = await demo
      .post('/api/rounds')
      .send({ events: set(LANE, '2026-08-15'), visits })
      .expect(200)
    const lane = async () => ((await demo.get('/api/yards')).body as YardRecord[]).find((y) => y.id === yardId)!
    expect((await lane()).visits).toHaveLength(1)
    await demo.post(`/api/changes/${body.stroke}/undo`).expect(204)
    expect((await lane()).visits).toEqual([])
    for (const name of LANE) expect((await course(name)).course.jobs.every((j) => j.setFor === null)).toBe(true)
  })
  it('are taken wherever the board calls a day open, also for a round whose round before is only planned', async () => {
    const read = async () => {
      const yards = (await demo.get('/api/yards')).body as YardRecord[]
      const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
      const states = yards.map((y) => yardState(y, settings))
      return { lane: states.find((s) => s.yard.name === 'Hollow Lane')!, plan: drawRounds(states, settings) }
    }
    const { plan } = await read()
    const rounds = plan.rounds.filter((r) => r.yard === 'Hollow Lane')
    let tried = 0
    for (const round of rounds)
      for (const move of round.moves.filter((m) => m.level === 'open' || m.level === 'care').slice(0, 6)) {
        if (move.day === round.day) continue
        const { lane } = await read()
        const { body, status } = await demo.post('/api/rounds').send(moveTo(plan, lane, round, move.day, null, id))
        expect(status, `${round.day} to ${move.day}: ${JSON.stringify(body.errors)}`).toBe(200)
        const now = await read()
        const at = now.plan.rounds.find((r) => r.yard === 'Hollow Lane' && r.day === move.day)!
        expect(at.jobs.filter((j) => j.courseId).map((j) => j.id)).toEqual(
          expect.arrayContaining(round.jobs.filter((j) => j.courseId).map((j) => j.id)),
        )
        tried++
        await demo.post(`/api/changes/${body.stroke}/undo`).expect(204)
        expect((await read()).plan.rounds.map((r) => r.day)).toEqual(plan.rounds.map((r) => r.day))
      }
    expect(tried).toBeGreaterThan(3)
  })
  it('two devices enter the same round once', async () => {
    const events = LANE.map((name) => ({ id: id(), courseId: courseOf(name), kind: 'done', job: 'dose', n: 2, happenedOn: '2026-08-12', amount: 1 }))
    const both = await Promise.all([demo.post('/api/rounds').send({ events }), demo.post('/api/rounds').send({ events })])
    expect(both.map((r) => r.status)).toEqual([200, 200])
    expect((await demo.post('/api/rounds').send({ events: events.map((e) => ({ ...e, id: id() })) })).status).toBe(409)
  })
})

describe('a visit', () => {
  const yardId = demoId('yard Top Meadow')
  it('is planned for a day to come, once a day, and given up again', async () => {
    const visit = id()
    const row = { yardId, day: '2026-08-22' }
    await demo.put(`/api/visits/${visit}`).send(row).expect(201)
    expect((await demo.put(`/api/visits/${id()}`).send(row)).body.detail).toBe('A visit on that day is planned already.')
    // Its own day is not another's: the same visit is kept with a word more.
    await demo
      .put(`/api/visits/${visit}`)
      .send({ ...row, note: 'Take the scales', version: 1 })
      .expect(200)
    const at = async (day: string) => (await demo.put(`/api/visits/${id()}`).send({ yardId, day })).body
    expect((await at('2026-08-11')).errors).toEqual([{ path: 'day', sentence: 'That day is over: today is 2026-08-12.' }])
    // 400 days ahead and no more.
    expect((await at('2027-09-17')).errors).toEqual([{ path: 'day', sentence: 'That is too far ahead to plan.' }])
    expect((await at('2027-09-16')).errors).toBeUndefined()
    await demo
      .post('/api/rounds')
      .send({ events: [], visits: [], visitsGone: [{ id: visit, version: 2 }] })
      .expect(200)
    const gone = ((await demo.get('/api/yards')).body as YardRecord[]).find((y) => y.id === yardId)!
    expect((gone.visits ?? []).map((v) => v.id)).not.toContain(visit)
    await demo.put(`/api/visits/${id()}`).send(row).expect(201)
  })
  it('that was made is of its own day, with the minutes it took, and is read back for a year', async () => {
    const put = async (day: string, minutes: number) => demo.put(`/api/visits/${id()}`).send({ yardId, day, minutes })
    expect((await put('2026-08-03', 95)).status).toBe(201)
    expect((await put('2025-09-01', 80)).status).toBe(201)
    expect((await put('2026-08-13', 95)).body.errors).toEqual([{ path: 'minutes', sentence: 'It took no time yet: today is 2026-08-12.' }])
    expect((await put('2026-08-04', 0)).status).toBe(400)
    expect((await put('2026-08-04', 1441)).status).toBe(400)
    const { visits } = ((await demo.get('/api/yards')).body as YardRecord[]).find((y) => y.id === yardId)!
    expect(visits!.filter((v) => v.minutes !== null).map((v) => [v.day, v.minutes])).toEqual([
      ['2025-09-01', 80],
      ['2026-08-03', 95],
    ])
  })
})

describe('a closed year', () => {
  const close = async (closedThrough: string | null) => {
    const { settings } = (await demo.get('/api/holding')).body as { settings: SettingsRecord }
    const { id: settingsId, ...body } = settings
    return demo.put(`/api/settings/${settingsId}`).send({ ...body, closedThrough })
  }
  it('takes no entry, no count, no look and no correction, until an owner opens it again', async () => {
    expect((await close('2026-08-12')).status).toBe(400)
    await close('2026-08-05').then((r) => expect(r.status).toBe(200))
    const colonyId = demoId('colony Bramble')
    const refused = [
      await put(BRAMBLE, 'done', '2026-08-04', { job: 'remove', n: 1, amount: 2 }),
      await put(BRAMBLE, 'taken-back', '2026-08-12', { supersedes: demoId(`event ${BRAMBLE} check 1`) }),
      await demo.put(`/api/counts/${id()}`).send({ colonyId, onDay: '2026-08-05', method: 'wash', samples: [{ mites: 1, bees: 300 }] }),
      await demo.put(`/api/looks/${id()}`).send({ colonyId, onDay: '2026-08-01', broodBoxes: 1 }),
      await demo.delete(`/api/counts/${demoId('count Bramble 2026-06-14')}?version=1`),
    ]
    for (const r of refused) {
      expect(r.status).toBe(400)
      expect(said(r)).toMatch(/The books are closed up to 2026-08-05/)
    }
    await put(BRAMBLE, 'done', '2026-08-12', { job: 'remove', n: 1, amount: 2 }).expect(201)
    await close(null).then((r) => expect(r.status).toBe(200))
    await demo.put(`/api/looks/${id()}`).send({ colonyId, onDay: '2026-08-01', broodBoxes: 1 }).expect(201)
  })
})
